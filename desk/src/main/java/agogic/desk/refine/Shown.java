package agogic.desk.refine;

import agogic.core.edit.layer.Layers;
import agogic.core.edit.pass.Finishing;
import agogic.core.edit.pass.Takes;
import agogic.core.edit.points.DynamicsDraft;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.EnvelopeOutline;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.Stretch;
import agogic.core.parameter.Parameter;
import agogic.core.refine.Recipe;
import agogic.core.route.Target;
import agogic.core.time.Timeline;
import agogic.desk.model.Beside;
import agogic.desk.model.Editing;
import agogic.desk.model.HeardLoud;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.RefineModel;
import agogic.desk.model.Riding;
import agogic.desk.model.SeenLayer;
import agogic.desk.model.Selection;
import agogic.desk.model.TimeWindow;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import javafx.stage.Window;

/** Which lane, which of its stretches and which of its points is shown, and what is done to them. */
final class Shown {
    final Editing editing;
    final Notices notices;
    final Selection selection;
    final Riding riding;
    final HeardLoud loudness;
    final TimeWindow time;
    Target target;
    /** Which of its layers is looked at, and that one as a lane of its own. */
    int layer;

    Lane lane;
    SeenLayer seen;
    /** What would come of what is typed; null for nothing. */
    SeenLayer preview;

    EnvelopeOutline outline;
    RefineModel model;
    /** What came of a ride is worked out beside the window, and then this is done. */
    Runnable remade = () -> {};

    private final Beside working = new Beside();
    int stretch = -1;
    int chosen = -1;
    final Picked picked = new Picked(this);
    /** Lanes that are shaped together with this one. */
    final Set<Target> also = new LinkedHashSet<>();
    /** What another version of the lane says; null for nothing. */
    SeenLayer ghost;
    /** What that is; null for nothing. */
    Compared compared;

    private Runnable choosing = () -> {};
    private Runnable looking = () -> {};

    Shown(Editing editing, Notices notices, Selection selection, Riding riding, HeardLoud loudness) {
        this.editing = editing;
        this.notices = notices;
        this.selection = selection;
        this.riding = riding;
        this.loudness = loudness;
        time = new TimeWindow(editing.session().length());
    }

    /** Tells one when another point is chosen, and one when other bars are seen. */
    void tell(Runnable whenChosen, Runnable whenSeen) {
        choosing = whenChosen;
        looking = whenSeen;
    }

    /** Why nothing can be done to a lane; empty if it can. */
    String whyNone() {
        return target == null ? "no lane is shown" : "";
    }

    /** Why nothing can be done to a point; empty if it can. */
    String whyNoPoint() {
        return target == null ? "no lane is shown" : any() ? "" : "no point is chosen";
    }

    /** Why nothing can be done to a take; empty if it can. */
    String whyNoTake() {
        return target == null ? "no lane is shown" : stretch < 0 ? "this layer has no takes" : "";
    }

    /** True if a point is chosen. */
    boolean any() {
        return lane != null && chosen >= 0 && chosen < lane.envelope().size();
    }

    void choose(int point) {
        chosen = point;
        picked.only(point);
        choosing();
    }

    /** Tells that other points are chosen. */
    void choosing() {
        riding.here(any() ? beat(lane.envelope().time(chosen)) : Double.NaN);
        choosing.run();
    }

    Parameter parameter() {
        return seen.parameter();
    }

    /** The layer that is shown of the session as it is now; the first if it has gone. */
    private void look() {
        layer = Math.min(layer, editing.session().lane(target).layers().size() - 1);
        seen = new SeenLayer(editing.session(), target, layer);
        lane = seen.lane();
    }

    /** Looks at another layer. */
    void show(int which) {
        layer = which;
        chosen = -1;
        stretch = editing.session().lane(target).layer(layer).stretches().size() - 1;
        look();
        frameStretch();
    }

    /** Shows the lane of this target; the same with the stretch that was looked at. */
    void open(Target now) {
        boolean other = !now.equals(target);
        target = now;
        if (other) {
            chosen = -1;
            also.clear();
            compared = null;
            layer = 0;
        }
        look();
        if (other || stretch >= lane.stretches().size() || stretch < 0) {
            stretch = lane.stretches().size() - 1;
            frameStretch();
        }
    }

    /** Takes what the session has of it now. */
    void refresh() {
        Lane before = lane;
        int layers = seen == null ? 0 : seen.session().lane(target).layers().size();
        time.reach(editing.session().length());
        List<Layer> all = editing.session().lane(target).layers();
        if (layers > 0 && all.size() != layers) {
            // What has just come is what is looked at; else the layer that was, wherever it lies now.
            List<Layer> known = seen.session().lane(target).layers();
            int fresh = first(all, one -> known.stream().noneMatch(old -> old == one));
            int same = first(all, one -> one == seen.layer());
            boolean grew = all.size() > layers;
            int now = grew && fresh >= 0 ? fresh : same >= 0 ? same : Math.max(0, fresh);
            before = now == same ? before : null;
            layer = now;
        }
        look();
        if (before == null || lane.stretches().size() > before.stretches().size()) {
            stretch = lane.stretches().size() - 1;
            frameStretch();
        }
        stretch = Math.min(stretch, lane.stretches().size() - 1);
        outline = new EnvelopeOutline(seen.drawn());
        model();
        chosen = Math.min(chosen, lane.envelope().size() - 1);
        if (before == null || before.envelope().size() != lane.envelope().size()) {
            // Points came or went: what was chosen by its place may be another one now.
            picked.only(chosen);
        }
        Compared.ghost(this);
    }

    /** What came of the ride that is looked at: if it has to be worked out, then beside the window. */
    private void model() {
        Stretch one = stretch < 0 ? null : lane.stretches().get(stretch);
        RefineModel known =
                one == null || one.due() ? null : RefineModel.known(seen, one).orElse(null);
        boolean same = one != null && model != null && model.stretch().ride().equals(one.ride());
        model = known == null && same ? model : known;
        working.forget();
        if (known == null && one != null && !one.due()) {
            SeenLayer now = seen;
            working.latest("agogic-refine", () -> RefineModel.of(now, one), made -> remade.run(), notices::refuse);
        }
    }

    private static int first(List<Layer> all, Predicate<Layer> which) {
        for (int i = 0; i < all.size(); i++) {
            if (which.test(all.get(i))) {
                return i;
            }
        }
        return -1;
    }

    void change(String act, Recipe changed) {
        if (stretch >= 0) {
            int index = stretch;
            int which = layer;
            editing.editOn(
                    act, List.of(act, target, which, index), s -> Finishing.by(s, target, which, index, changed));
        }
    }

    /** The takes of the loop of which the shown one is a turn, all by one hand: what an average can be made of. */
    List<Integer> cycles() {
        return stretch < 0 ? List.of() : Takes.of(editing.session(), lane, stretch);
    }

    String name(Stretch one) {
        return RecipeChoice.name(seen, one);
    }

    /** Shows the bars of the stretch, or the whole piece. */
    void frameStretch() {
        if (stretch < 0) {
            time.show(0, editing.session().length());
            return;
        }
        Stretch one = lane.stretches().get(stretch);
        Timeline timeline = editing.timeline();
        double from = beat(one.from());
        double to = beat(one.to());
        double start = timeline.metre().beatOfBar(timeline.metre().barAt(from + 1e-6));
        double end = timeline.metre().beatOfBar(timeline.metre().barAt(to - 1e-6) + 1);
        double air = (end - start) * 0.015;
        time.show(start - air, end + air);
    }

    double beat(double laneTime) {
        return seen.beat(laneTime);
    }

    /** {@code point 5 of 14, bar 20 beat 2, 2.41 kHz, hold}. */
    String spoken(int point) {
        Envelope envelope = lane.envelope();
        return "point " + (point + 1) + " of " + envelope.size() + ", "
                + editing.timeline().speakBars(beat(envelope.time(point))) + ", "
                + parameter().print(envelope.value(point)) + ", "
                + said(envelope.shape(point))
                + (envelope.pinned(point) ? ", pinned" : "")
                + (envelope.tie(point) == 0 ? "" : ", equal to " + mates(point) + " more");
    }

    private int mates(int point) {
        Envelope envelope = lane.envelope();
        return (int) IntStream.range(0, envelope.size())
                        .filter(i -> envelope.tie(i) == envelope.tie(point))
                        .count()
                - 1;
    }

    /** This lane and those that are shaped together with it, in their order. */
    List<Target> lanes() {
        List<Target> all = new ArrayList<>(List.of(target));
        also.stream().filter(t -> !t.equals(target) && editing.session().has(t)).forEach(all::add);
        return all;
    }

    private static String said(Shape shape) {
        boolean more = shape.drawable() && shape.amount() != 0;
        return shape.kind().spoken() + (more ? String.format(java.util.Locale.ROOT, " %.2f", shape.amount()) : "");
    }

    /** The whole picture in words: what is shown, and how far the points are from the hand. */
    String spoken() {
        Parameter parameter = parameter();
        Envelope envelope = lane.envelope();
        String lies = envelope.isEmpty()
                ? "no points"
                : envelope.size() + " points from "
                        + editing.timeline().speakBars(beat(envelope.time(0))) + " to "
                        + editing.timeline().speakBars(beat(envelope.time(envelope.size() - 1)));
        String hand = model == null
                ? ", drawn by hand"
                : ", ride " + model.ride().number() + ", farthest from the hand "
                        + parameter.printDifference(model.refined().farthest()) + " at "
                        + editing.timeline().speakBars(beat(model.refined().farthestAt()));
        String kind = layer == 0 ? "" : ", " + Layers.kind(editing.session(), seen.layer());
        return parameter.name() + kind + ", " + lies + hand + ", " + bars() + " in the picture";
    }

    /** The bars that are seen: {@code bars 27 to 33}. */
    private String bars() {
        int first = editing.timeline().metre().barAt(time.from() + 1e-6);
        int last = editing.timeline().metre().barAt(time.to() - 1e-6);
        return first >= last ? "bar " + first : "bars " + first + " to " + last;
    }

    /** Brings a place into view, if it is not. */
    void reveal(double beat) {
        double width = time.to() - time.from();
        if (beat < time.from() || beat > time.to()) {
            time.show(beat - width / 2, beat + width / 2);
        }
        looking.run();
    }

    /** Zooms about the chosen point, or the playhead. */
    void zoom(double factor) {
        boolean any = lane != null && chosen >= 0 && chosen < lane.envelope().size();
        double about = any ? beat(lane.envelope().time(chosen)) : riding.positionBeat();
        boolean seen = about >= time.from() && about <= time.to();
        time.zoom(factor, seen ? about : (time.from() + time.to()) / 2);
        looking.run();
    }

    /** Shows the whole piece; again: the stretch. */
    void showAll() {
        boolean all = time.from() <= 0 && time.to() >= editing.session().length();
        if (all && lane != null) {
            frameStretch();
        } else {
            time.show(0, editing.session().length());
        }
        looking.run();
    }

    /** Scrolls in time by a part of what is seen. */
    void scroll(double part) {
        time.scroll(part * (time.to() - time.from()));
        looking.run();
    }

    private boolean noRide() {
        if (stretch < 0) {
            notices.refuse("No ride here: these points were drawn. A recipe is for rides.");
        }
        return stretch < 0;
    }

    /** Shows what the recipe of the ride that is shown would make of all others, and does it to those that are chosen. */
    void recipeForMany(Window owner) {
        if (!noRide()) {
            RecipeChoice.ask(
                    editing, notices, parameter(), lane.stretches().get(stretch).recipe(), owner);
        }
    }

    /** Asks between which values, and drafts the lane from the dynamics of its track. */
    void draft(Window owner) {
        if (target == null) {
            notices.refuse("Show a lane first: its points are drafted from the dynamics of its track.");
            return;
        }
        int marks = DynamicsDraft.marks(editing.session(), target);
        if (marks == 0 || !lane.envelope().isEmpty()) {
            // Its words say why.
            editing.edit("Draft from dynamics", s -> DynamicsDraft.draft(s, target, 0, 1));
            return;
        }
        new DraftDialog(parameter(), marks, owner).showAndWait().ifPresent(ends -> {
            if (editing.edit("Draft from dynamics", s -> DynamicsDraft.draft(s, target, ends[0], ends[1]))) {
                notices.say(Notice.good(
                        "Drafted",
                        parameter().name() + " from " + marks + " marks and hairpins: "
                                + editing.session().lane(target).envelope().size()
                                + " points. Ride over it, or undo."));
            }
        });
    }

    void carry(Window owner) {
        CarryLane.ask(editing, notices, selection, target, owner);
    }

    /** The ride that is shown by one of the recipes with a name. */
    void recipe(Recipes one) {
        if (noRide()) {
            return;
        }
        change(
                one.words() + " recipe",
                one.of(parameter(), lane.stretches().get(stretch).recipe()));
        editing.settle();
    }

    /** {@code bar 20 beat 2, 2.41 kHz}. */
    String place(int point) {
        return editing.timeline().speakBars(beat(lane.envelope().time(point))) + ", "
                + parameter().print(lane.envelope().value(point));
    }
}
