package agogic.desk.model;

import agogic.core.record.Punch;
import agogic.core.route.Into;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Loop;
import agogic.core.sync.Sync;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** Playing and riding: where it plays, what is armed, and when writing begins. */
public final class Riding {
    private static final int COUNT_IN_BARS = 1;

    private final Desk desk;
    private final LiveTrails trails = new LiveTrails();
    private int run;
    private double began;
    private double here = Double.NaN;
    private boolean passOpen;
    private boolean played;
    /** How often the engine will have begun once it does what it was asked for last. */
    private int awaited;

    private final ReadOnlyObjectWrapper<Punch> punch = new ReadOnlyObjectWrapper<>(Punch.OFF);
    private final ReadOnlyBooleanWrapper everything = new ReadOnlyBooleanWrapper();

    Riding(Desk desk) {
        this.desk = desk;
    }

    public LiveTrails trails() {
        return trails;
    }

    /** Counts how often it began to play. */
    public int run() {
        return run;
    }

    public double positionBeat() {
        return desk.timeline().beatAt(desk.state().position());
    }

    public boolean playing() {
        return desk.state().playing();
    }

    public void togglePlay() {
        if (playing()) {
            stop();
        } else {
            play();
        }
    }

    private void stop() {
        desk.engine().stop();
        desk.say(Notice.plain("Stopped", "At " + desk.timeline().printBars(Math.max(0, positionBeat())) + "."));
    }

    /** True, and said, if another clock begins and this piece only follows. */
    private boolean led() {
        Sync sync = desk.session().sync();
        if (sync.follows()) {
            desk.refuse("The piece follows the clock on “" + sync.port()
                    + "”: start it there. Ctrl+K gives the piece its own clock.");
        }
        return sync.follows();
    }

    public void play() {
        if (led()) {
            return;
        }
        everything(false);
        begins();
        awaited = desk.engine().begun() + 1;
        desk.engine().play();
        List<String> armed = desk.session().routes().stream()
                .filter(r -> r.mode() == WriteMode.WRITE || r.mode() == WriteMode.LATCH)
                .map(this::name)
                .distinct()
                .toList();
        desk.say(Notice.plain(
                "Playing",
                "From " + desk.timeline().printBars(desk.timeline().beatAt(startingSecond())) + "."
                        + (armed.isEmpty()
                                ? ""
                                : " Writes: " + armed.get(0)
                                        + (armed.size() == 1 ? "." : " and " + (armed.size() - 1) + " more."))));
    }

    private void begins() {
        began = Math.max(0, positionBeat());
        passOpen = everything.get()
                || desk.session().routes().stream().anyMatch(r -> r.mode().writes() || r.rehearse());
        run++;
        trails.clear();
    }

    private double startingSecond() {
        double at = Math.max(0, desk.state().position());
        return at >= desk.session().seconds() - 0.01 ? 0 : at;
    }

    public void locate(double beat) {
        desk.engine()
                .locate(desk.timeline()
                        .secondsAt(Math.max(0, Math.min(desk.session().length(), beat))));
    }

    public void toggleLoop() {
        Loop now = desk.session().loop();
        Loop then = new Loop(now.from(), now.to(), !now.on());
        desk.edit(then.on() ? "Loop on" : "Loop off", s -> s.withLoop(then));
    }

    /** What is meant by “here”, a beat; NaN for where it last began. */
    public void here(double beat) {
        here = beat;
    }

    /** Plays from here: the point that is chosen, else where it last began. */
    public void playAgain() {
        double pointed = desk.selection().pointedBeat();
        boolean point = !Double.isNaN(here) && desk.selection().viewProperty().get() == View.REFINE;
        locate(!Double.isNaN(pointed) ? pointed : point ? here : began);
        play();
    }

    /** Counts in one bar and plays: whatever a hand touches is written. While it plays: stops. */
    public void ride() {
        if (stops()) {
            return;
        }
        everything(true);
        begin("What you move now gives the starting value.");
    }

    /** As {@link #ride}, but only the selected route is written, and what is armed already. */
    public void rideSelected() {
        if (stops()) {
            return;
        }
        Optional<Route> route = desk.selection().selectedRoute();
        if (route.isEmpty() && armed().isEmpty()) {
            desk.refuse("Select a route first, or press R: then whatever you touch is written.");
            return;
        }
        route.filter(r -> !r.mode().writes()).ifPresent(r -> mode(r, WriteMode.TOUCH));
        begin("Only "
                + (route.isEmpty()
                        ? "what is armed"
                        : desk.session().parameter(route.get().target()).name()) + " is written.");
    }

    /** Rides once more from a beat; what was ridden before stays as a take. */
    public void again(double beat) {
        if (stops() || led()) {
            return;
        }
        everything(true);
        rideFrom(beat, "The ride before stays as a take.");
    }

    private List<Route> armed() {
        return desk.session().routes().stream().filter(r -> r.mode().writes()).toList();
    }

    /** Ends a pass that is under way, or playing by its own clock. */
    private boolean stops() {
        boolean ends = playing() && (passOpen || !desk.session().sync().follows());
        if (ends) {
            stop();
        }
        return ends;
    }

    private void begin(String words) {
        if (desk.editing().hearsOther()) {
            // What is written is written on what is.
            desk.editing().hear(null);
        }
        Sync sync = desk.session().sync();
        if (!sync.follows()) {
            rideFrom(desk.timeline().beatAt(startingSecond()), words);
            return;
        }
        passOpen |= playing();
        desk.say(
                playing()
                        ? Notice.wait("Writing", "From here on. " + words)
                        : Notice.wait("Armed", "The ride begins with the clock on “" + sync.port() + "”. " + words));
    }

    private void everything(boolean on) {
        everything.set(on);
        desk.engine().lend(on);
    }

    /** True while whatever is touched is written. */
    public ReadOnlyBooleanProperty everythingProperty() {
        return everything.getReadOnlyProperty();
    }

    /** The mode in which a route writes now. */
    public WriteMode modeOf(Route route) {
        return everything.get() ? route.passMode() : route.mode();
    }

    /** True if a pass is open that writes what a hand on the screen does to this target. */
    boolean writes(Target target) {
        return passOpen
                && playing()
                && (everything.get()
                        || armed().stream().anyMatch(r -> r.target().equals(target)));
    }

    /** Counts in to the bar of {@code beat} and writes from its line on. */
    public void rideFrom(double beat) {
        rideFrom(beat, "What you move now gives the starting value.");
    }

    private void rideFrom(double beat, String words) {
        if (led()) {
            return;
        }
        int bar = desk.timeline().metre().barAt(beat + 1e-6);
        double from = desk.timeline().secondsAt(desk.timeline().metre().beatOfBar(bar));
        double countIn = desk.timeline().secondsAt(desk.timeline().metre().beatOfBar(bar - COUNT_IN_BARS));
        passOpen = true;
        run++;
        trails.clear();
        awaited = desk.engine().begun() + 1;
        desk.engine().play(countIn, from);
        desk.say(Notice.wait("Count-in", "Writing begins at bar " + bar + ". " + words));
    }

    public void mode(Route route, WriteMode mode) {
        if (route.mode() != mode) {
            desk.editing().arm(s -> s.with(s.route(route.id()).in(mode)));
            desk.say(Notice.good(
                    "Mode",
                    name(route) + ": " + mode.spoken() + ", was " + route.mode().spoken() + "."));
        }
    }

    /** Its moves are only heard and shown from now on, or written again. */
    public void rehearse(Route route, boolean tries) {
        desk.editing().arm(s -> s.with(s.route(route.id()).rehearsing(tries)));
        desk.say(Notice.good(
                "Rehearse",
                name(route)
                        + (tries
                                ? " is heard and shown, and written when you say so."
                                : " is written again as you ride.")));
    }

    private String name(Route route) {
        return desk.session().parameter(route.target()).name();
    }

    /** Writes into another layer from now on. */
    public void into(Route route, Into into) {
        String name = desk.session().parameter(route.target()).name();
        desk.edit(
                name + " writes " + (into.offset() ? "" : "to ") + into.spoken(),
                s -> s.with(s.route(route.id()).into(into)));
        desk.say(Notice.plain("Where", name + " is written to " + into.spoken() + "."));
    }

    /** When passes write: the next of the three ways. */
    public void nextPunch() {
        punch.set(punch.get().next());
        desk.engine().punch(punch.get());
        Loop loop = desk.session().loop();
        desk.say(Notice.plain(
                "Punch",
                switch (punch.get()) {
                    case OFF -> "A ride writes from its start to its stop.";
                    case RANGE -> "A ride writes only from " + desk.timeline().speakBars(loop.from()) + " to "
                            + desk.timeline().speakBars(loop.to())
                            + (loop.on() ? ", and the loop repeats them." : ", and plays on.");
                    case KEY -> "A ride writes from one press of Ctrl+Shift+J to the next.";
                }));
    }

    /** When passes write. */
    public ReadOnlyObjectProperty<Punch> punchProperty() {
        return punch.getReadOnlyProperty();
    }

    /** Writing begins or ends here and now. */
    public void punchNow() {
        if (!playing() || !passOpen) {
            desk.refuse("Nothing is being ridden: press R first, then this begins and ends what is written.");
            return;
        }
        desk.engine().punchNow();
        desk.say(Notice.wait(
                "Punch",
                "Writing begins here if it was off and ends if it was on, at "
                        + desk.timeline().printBars(Math.max(0, positionBeat())) + "."));
    }

    /** The next of the write modes for a route. */
    public void nextMode(Route route) {
        mode(route, WriteMode.values()[(route.mode().ordinal() + 1) % WriteMode.values().length]);
    }

    /** With every frame: the live lines go on, or the pass is over. */
    void frame() {
        // Asked for first: once it has begun, that it plays is known.
        boolean begun = desk.engine().begun() >= awaited;
        boolean plays = playing();
        if (plays && !played && desk.session().sync().follows()) {
            begins();
        }
        boolean ended = played && !plays;
        played = plays;
        if (plays) {
            trails.follow(desk.playing(), positionBeat());
        } else if (begun) {
            if (ended && passOpen && punch.get() != Punch.OFF && desk.passes().toldRun() != run) {
                desk.say(Notice.stop(
                        "Not written",
                        punch.get() == Punch.KEY
                                ? "Writing waited for Ctrl+Shift+J, which was not pressed: all is as it was."
                                : "It was not played where writing begins and ends: all is as it was."));
            }
            passOpen = false;
            if (ended) {
                everything(false);
            }
        }
    }

    /** True while a pass that may write is under way. */
    public boolean passOpen() {
        return passOpen;
    }
}
