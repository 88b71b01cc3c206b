package agogic.desk.refine;

import agogic.core.edit.pass.Takes;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.EnvelopeOutline;
import agogic.core.envelope.PointPlace;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.Stretch;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.desk.model.Beside;
import agogic.desk.model.Editing;
import agogic.desk.model.HeardLoud;
import agogic.desk.model.Notices;
import agogic.desk.model.RefineModel;
import agogic.desk.model.Riding;
import agogic.desk.model.SeenLayer;
import agogic.desk.model.Selection;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.Predicate;

/** Which lane, which of its stretches and which of its points is shown. */
final class Shown {
    private final Editing editing;
    private final Notices notices;
    private final Selection selection;
    private final Riding riding;
    private final HeardLoud loudness;
    private final Beside working = new Beside();
    private final SeenBars bars;
    private final Picked picked = new Picked(this);
    private final Set<Target> also = new LinkedHashSet<>();
    private Target target;
    private int layer;
    private Lane lane;
    private SeenLayer seen;
    private SeenLayer preview;
    private EnvelopeOutline outline;
    private RefineModel model;
    private int stretch = -1;
    private BooleanSupplier held = () -> false;
    private int chosen = -1;
    private SeenLayer ghost;
    private Compared compared;
    private Runnable choosing = () -> {};
    private Runnable remade = () -> {};

    Shown(Editing editing, Notices notices, Selection selection, Riding riding, HeardLoud loudness) {
        this.editing = editing;
        this.notices = notices;
        this.selection = selection;
        this.riding = riding;
        this.loudness = loudness;
        bars = new SeenBars(this);
    }

    /** While {@code holding} says so a person has what is looked at in hand: a ride that comes does not take its place. */
    void holdWhile(BooleanSupplier holding) {
        held = holding;
    }

    /** Tells one when another point is chosen, one when other bars are seen, and one when a ride was worked out beside. */
    void tell(Runnable whenChosen, Runnable whenSeen, Runnable whenMade) {
        choosing = whenChosen;
        bars.tell(whenSeen);
        remade = whenMade;
    }

    Editing editing() {
        return editing;
    }

    Notices notices() {
        return notices;
    }

    Selection selection() {
        return selection;
    }

    Riding riding() {
        return riding;
    }

    HeardLoud loudness() {
        return loudness;
    }

    /** The bars that are seen. */
    SeenBars bars() {
        return bars;
    }

    /** The points that are chosen, where they are several. */
    Picked picked() {
        return picked;
    }

    /** Lanes that are shaped together with this one. */
    Set<Target> also() {
        return also;
    }

    /** Whose lane is shown; null for nobody's. */
    Target target() {
        return target;
    }

    /** Which of its layers is looked at. */
    int layer() {
        return layer;
    }

    /** That layer as a lane of its own; null if none is shown. */
    Lane lane() {
        return lane;
    }

    /** That layer with its session; null if none is shown. */
    SeenLayer seen() {
        return seen;
    }

    /** What would come of what is typed; null for nothing. */
    SeenLayer preview() {
        return preview;
    }

    /** Shows what would come of what is typed; null for nothing. */
    void preview(SeenLayer would) {
        preview = would;
    }

    EnvelopeOutline outline() {
        return outline;
    }

    /** The ride that is looked at, and what came of it; null if there is none, or it is being worked out. */
    RefineModel model() {
        return model;
    }

    /** Which stretch of the layer is looked at; −1 if it has none. */
    int stretch() {
        return stretch;
    }

    /** Looks at another stretch of the layer. */
    void stretch(int which) {
        stretch = which;
    }

    /** Looks at another stretch of the layer, and at its bars. */
    void lookAt(int which) {
        stretch = which;
        bars.ofStretch();
    }

    /** The point that is chosen, −1 for none; of several the one that is looked at. */
    int chosen() {
        return chosen;
    }

    /** Of the points that are chosen another one is looked at. */
    void looksAt(int point) {
        chosen = point;
    }

    /** What another version of the lane says; null for nothing. */
    SeenLayer ghost() {
        return ghost;
    }

    /** What that is; null for nothing. */
    Compared compared() {
        return compared;
    }

    /** Compares with another version, which says {@code other}; null for nothing. */
    void compare(Compared with, SeenLayer other) {
        compared = with;
        ghost = other;
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
        bars.ofStretch();
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
            bars.ofStretch();
        }
    }

    /** Takes what the session has of it now. */
    void refresh() {
        Lane before = lane;
        int layers = seen == null ? 0 : seen.session().lane(target).layers().size();
        bars.time().reach(editing.session().length());
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
        boolean more =
                before == null || lane.stretches().size() > before.stretches().size();
        if (more && (before == null || !held.getAsBoolean())) {
            stretch = lane.stretches().size() - 1;
            bars.ofStretch();
        } else {
            stretch = sameRide(before);
        }
        outline = new EnvelopeOutline(seen.drawn());
        work();
        follow(before);
        Compared.again(this);
    }

    /** The place of the stretch of the ride that is looked at; where that has gone, the one that took its place. */
    private int sameRide(Lane before) {
        List<Stretch> now = lane.stretches();
        int best = -1;
        if (stretch >= 0 && stretch < before.stretches().size()) {
            String ride = before.stretches().get(stretch).ride();
            for (int i = 0; i < now.size(); i++) {
                boolean nearer = best < 0 || Math.abs(i - stretch) < Math.abs(best - stretch);
                best = now.get(i).ride().equals(ride) && nearer ? i : best;
            }
        }
        return best >= 0 ? best : Math.min(stretch, now.size() - 1);
    }

    /** What was chosen stays chosen, wherever it lies now; where points came or went, and it with them, nothing is. */
    private void follow(Lane before) {
        Envelope now = lane.envelope();
        if (before == null || chosen >= before.envelope().size()) {
            chosen = Math.min(chosen, now.size() - 1);
            picked.only(chosen);
            return;
        }
        Envelope then = before.envelope();
        if (now.size() != then.size()) {
            chosen = chosen < 0 ? chosen : PointPlace.of(then.point(chosen), chosen, now);
            picked.follow(then, now);
        }
    }

    /** What came of the ride that is looked at: if it has to be worked out, then beside the window. */
    private void work() {
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

    /** The takes of the loop of which the shown one is a turn, all by one hand: what an average can be made of. */
    List<Integer> cycles() {
        return stretch < 0 ? List.of() : Takes.of(editing.session(), lane, stretch);
    }

    String name(Stretch one) {
        return RecipeChoice.name(seen, one);
    }

    double beat(double laneTime) {
        return seen.beat(laneTime);
    }

    /** This lane and those that are shaped together with it, in their order. */
    List<Target> lanes() {
        List<Target> all = new ArrayList<>(List.of(target));
        also.stream().filter(t -> !t.equals(target) && editing.session().has(t)).forEach(all::add);
        return all;
    }
}
