package agogic.desk.model;

import agogic.core.edit.layer.Layers;
import agogic.core.edit.pass.PassWriter;
import agogic.core.lane.Lane;
import agogic.core.lane.Stretch;
import agogic.core.record.Pass;
import agogic.core.ride.Ride;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.time.Timeline;
import agogic.desk.settings.Choices;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.locks.LockSupport;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** What becomes of passes: written as one step, kept as a rehearsal, or said why not. */
public final class Passes {
    /** How long leaving a piece waits for the pass to end. */
    private static final int LEAVING_MILLIS = 1000;

    private static final int MOST_TOLD = 3;

    private final Desk desk;
    private final Riding riding;
    private final ReadOnlyObjectWrapper<List<Pass>> tried = new ReadOnlyObjectWrapper<>(List.of());
    private int rehearsalRun;
    private int toldRun = -1;
    private final List<Pass> taken = new ArrayList<>();

    Passes(Desk desk, Riding riding) {
        this.desk = desk;
        this.riding = riding;
    }

    void takePasses() {
        for (List<Pass> passes = desk.live().engine().finishedPass();
                passes != null;
                passes = desk.live().engine().finishedPass()) {
            take(passes);
        }
    }

    /** Stops what plays and takes what was ridden: to be done before this piece is left. */
    public void endPass() {
        desk.live().engine().stop();
        for (int i = 0; i < LEAVING_MILLIS && (riding.playing() || i < 3); i++) {
            LockSupport.parkNanos(1_000_000);
        }
        takePasses();
    }

    /** The passes of which something became, or nothing had to, since this was asked last. */
    public List<Pass> taken() {
        List<Pass> all = List.copyOf(taken);
        taken.clear();
        return all;
    }

    private void take(List<Pass> passes) {
        toldRun = riding.run();
        taken.addAll(passes);
        List<Pass> toWrite = passes.stream().filter(p -> !p.rehearsed()).toList();
        List<Pass> wrote = toWrite.stream().filter(Pass::wrote).toList();
        keepRehearsed(passes.stream().filter(p -> p.wrote() && p.rehearsed()).toList());
        Session before = desk.editing().session();
        List<String> loose = List.of();
        if (toWrite.stream().anyMatch(p -> p.wrote() || p.end().over())) {
            String act = wrote.isEmpty()
                    ? "Back to Read"
                    : wrote.size() == 1 ? "Ride of " + nameOf(wrote.get(0)) : wrote.size() + " rides";
            loose = write(act, toWrite);
        }
        riding.trails().clear();
        if (!loose.isEmpty()) {
            desk.notices().say(kept(loose));
        } else if (!wrote.isEmpty()) {
            tell(before, wrote);
        } else if (passes.stream().anyMatch(p -> p.rehearsed() && p.wrote())) {
            desk.notices()
                    .say(new Notice(
                            Notice.Kind.WAIT,
                            "Rehearsed",
                            nameOf(tried.get().get(0)) + " was moved and heard. Nothing is written until you say so.",
                            List.of(
                                    new Notice.Act("Write it", this::writeRehearsal),
                                    new Notice.Act("Drop it", this::dropRehearsal))));
        } else if (toWrite.stream().anyMatch(p -> p.end().over())) {
            desk.notices()
                    .say(Notice.stop(
                            "Not written",
                            toWrite.size() > 1
                                            && toWrite.get(0).to()
                                                    > toWrite.get(0).from()
                                    ? "Nothing was touched during the pass, so all is as it was."
                                    : nothingMoved(toWrite.get(0))));
        }
    }

    /** Writes passes as one step; for each ride that no lane took, why. */
    private List<String> write(String act, List<Pass> passes) {
        List<String> loose = new ArrayList<>();
        desk.editing().edit(act, s -> {
            PassWriter.Outcome outcome =
                    PassWriter.ridden(Choices.firstRide(desk.live().latency()).of(s, passes), passes);
            loose.addAll(outcome.loose());
            return outcome.session();
        });
        desk.editing().join(Standing.ROW);
        return loose;
    }

    private static Notice kept(List<String> loose) {
        return Notice.stop("Kept", String.join(" ", loose));
    }

    private String nothingMoved(Pass pass) {
        if (pass.to() <= pass.from()) {
            return "It ended in the count-in or at a jump, before anything was written.";
        }
        return pass.route().hand().isEmpty()
                ? nameOf(pass) + " has no control: a ride needs a hand. M learns one."
                : "Nothing moved during the pass: "
                        + desk.editing()
                                .session()
                                .controlName(pass.route().hand().get()) + " sent nothing, so " + nameOf(pass)
                        + " is as it was.";
    }

    /** What was tried in one playing is kept together, until something is tried in another. */
    private void keepRehearsed(List<Pass> fresh) {
        if (!fresh.isEmpty()) {
            List<Pass> all = new ArrayList<>(rehearsalRun == riding.run() ? tried.get() : List.of());
            all.addAll(fresh);
            rehearsalRun = riding.run();
            tried.set(List.copyOf(all));
        }
    }

    /** What was rehearsed and neither written nor dropped: it waits until it is. */
    public ReadOnlyObjectProperty<List<Pass>> rehearsalProperty() {
        return tried.getReadOnlyProperty();
    }

    /** Discards what was only rehearsed. */
    public void dropRehearsal() {
        if (tried.get().isEmpty()) {
            desk.notices().refuse("There is no rehearsal to be dropped.");
            return;
        }
        String name = nameOf(tried.get().get(0));
        tried.set(List.of());
        desk.notices().say(Notice.plain("Dropped", "The rehearsal of " + name + " is dropped; nothing was written."));
    }

    /** The run of playing in which something was last said of a pass. */
    int toldRun() {
        return toldRun;
    }

    /** What was rehearsed and not written yet, for people; empty if there is nothing. */
    public Optional<String> rehearsed() {
        return tried.get().isEmpty()
                ? Optional.empty()
                : Optional.of(nameOf(tried.get().get(0)));
    }

    private String nameOf(Pass pass) {
        Target target = pass.route().target();
        return desk.editing().session().has(target)
                ? desk.editing().session().parameter(target).name()
                : "what is gone";
    }

    /** Writes what was only rehearsed. */
    public void writeRehearsal() {
        List<Pass> passes = tried.get();
        if (passes.isEmpty()) {
            desk.notices().refuse("There is no rehearsal to be written.");
            return;
        }
        Session before = desk.editing().session();
        List<String> loose = write("Ride of " + nameOf(passes.get(0)), passes);
        if (desk.editing().session() != before) {
            tried.set(List.of());
            if (loose.isEmpty()) {
                tell(before, passes);
            } else {
                desk.notices().say(kept(loose));
            }
        }
    }

    /** Says what was ridden, and once its envelope is made what came of it, unless something else was said meanwhile. */
    private void tell(Session before, List<Pass> passes) {
        int moves = passes.stream().mapToInt(p -> p.seconds().length).sum();
        String what = passes.size() == 1 ? nameOf(passes.get(0)) : passes.size() + " rides";
        Notice ridden = Notice.wait("Ridden", what + ": " + moves + " moves. The envelope follows.");
        desk.notices().say(ridden);
        desk.making().whenMade(() -> {
            boolean there = passes.stream().anyMatch(p -> !desk.editing()
                    .session()
                    .lane(p.route().target())
                    .equals(before.lane(p.route().target())));
            if (there && desk.notices().lastProperty().get() == ridden) {
                desk.notices().say(written(before, passes));
            }
        });
    }

    /** What became of passes that were written together: of one all, of several each in a few words. */
    private Notice written(Session before, List<Pass> passes) {
        Map<Target, Pass> last = new LinkedHashMap<>();
        passes.forEach(pass -> last.put(pass.route().target(), pass));
        List<Pass> all = List.copyOf(last.values());
        if (all.size() == 1) {
            return written(before, all.get(0));
        }
        List<String> parts = new ArrayList<>();
        for (Pass pass : all.subList(0, Math.min(MOST_TOLD, all.size()))) {
            int points = desk.editing().session().lane(pass.route().target()).points()
                    - before.lane(pass.route().target()).points();
            parts.add(TargetName.of(desk.editing().session(), pass.route().target()) + ", " + pass.seconds().length
                    + " moves, " + (points < 0 ? points : "+" + points) + " points");
        }
        String more = all.size() > MOST_TOLD ? " and " + (all.size() - MOST_TOLD) + " more" : "";
        Target first = all.get(0).route().target();
        double began = desk.editing().timeline().beatAt(Math.max(0, all.get(0).seconds()[0]));
        return new Notice(
                Notice.Kind.GOOD,
                "Written",
                all.size() + " rides: " + String.join("; ", parts) + more + ".",
                List.of(
                        new Notice.Act("Refine", () -> desk.selection().openLane(first)),
                        new Notice.Act("Take again", () -> desk.riding().again(began)),
                        new Notice.Act("Undo", desk.editing()::undo)));
    }

    private Notice written(Session before, Pass pass) {
        Target target = pass.route().target();
        Lane lane = desk.editing().session().lane(target);
        Set<Stretch> old = new HashSet<>();
        before.lane(target).layers().forEach(layer -> old.addAll(layer.stretches()));
        int layer = 0;
        Stretch stretch = null;
        for (int k = 0; k < lane.layers().size(); k++) {
            for (Stretch one : lane.layer(k).stretches()) {
                if (!old.contains(one) || stretch == null) {
                    stretch = one;
                    layer = k;
                }
            }
        }
        SeenLayer seen = new SeenLayer(desk.editing().session(), target, layer);
        Ride ride = desk.editing().session().ride(stretch.ride());
        RefineModel model = RefineModel.of(seen, stretch);
        Timeline timeline = desk.editing().timeline();
        int from = timeline.metre().barAt(model.beat(stretch.from()) + 1e-6);
        int to = timeline.metre().barAt(model.beat(stretch.to()) - 1e-6);
        double began = Math.max(0, model.beat(stretch.from()));
        String bars = from >= to ? "bar " + from : "bars " + from + "–" + to;
        String sentence = "Ride " + ride.number() + " · "
                + desk.editing().session().controlName(ride.hand()) + " → "
                + TargetName.of(desk.editing().session(), target) + " · " + bars + " · " + ride.size() + " moves → "
                + model.refined().points() + " points, never more than "
                + seen.parameter().printDifference(model.refined().farthest()) + " from the hand."
                + (layer == 0 ? "" : " Layer: " + Layers.name(desk.editing().session(), seen.layer()) + ".");
        return new Notice(
                Notice.Kind.GOOD,
                "Written",
                sentence,
                List.of(
                        new Notice.Act("Refine", () -> desk.selection().openLane(target)),
                        new Notice.Act("Take again", () -> desk.riding().again(began)),
                        new Notice.Act("Undo", desk.editing()::undo)));
    }
}
