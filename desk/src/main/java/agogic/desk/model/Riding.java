package agogic.desk.model;

import agogic.core.play.Playing;
import agogic.core.record.Punch;
import agogic.core.route.Into;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Loop;
import agogic.core.sync.Sync;
import agogic.desk.live.LiveDesk;
import java.util.List;
import java.util.Optional;
import java.util.function.IntSupplier;
import java.util.function.Supplier;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** Playing and riding: where it plays, what is armed, and when writing begins. */
public final class Riding {
    private static final int COUNT_IN_BARS = 1;

    private final Editing editing;
    private final Selection selection;
    private final LiveDesk live;
    private final Notices notices;
    private final Supplier<Playing> playing;
    private final IntSupplier toldRun;
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

    Riding(
            Editing editing,
            Selection selection,
            LiveDesk live,
            Notices notices,
            Supplier<Playing> playing,
            IntSupplier toldRun) {
        this.editing = editing;
        this.selection = selection;
        this.live = live;
        this.notices = notices;
        this.playing = playing;
        this.toldRun = toldRun;
    }

    /** What the routes did in the passes that are under way. */
    public LiveTrails trails() {
        return trails;
    }

    /** Counts how often it began to play. */
    public int run() {
        return run;
    }

    /** Where it stands, in quarter notes of the piece; below 0 in a count-in. */
    public double positionBeat() {
        return editing.timeline().beatAt(playing.get().live().position());
    }

    /** The beat that is pointed at, else that of the playhead; 0 or more. */
    public double beatHere() {
        double pointed = selection.pointedBeat();
        return Math.max(0, Double.isNaN(pointed) ? positionBeat() : pointed);
    }

    /** True while it plays. */
    public boolean playing() {
        return playing.get().live().playing();
    }

    /** Stops if it plays, and plays if it does not. */
    public void togglePlay() {
        if (playing()) {
            stop();
        } else {
            play();
        }
    }

    private void stop() {
        live.engine().stop();
        notices.say(Notice.plain("Stopped", "At " + editing.timeline().printBars(Math.max(0, positionBeat())) + "."));
    }

    /** True, and said, if another clock begins and this piece only follows. */
    private boolean led() {
        Sync sync = editing.session().sync();
        if (sync.follows()) {
            notices.refuse("The piece follows the clock on “" + sync.port()
                    + "”: start it there. Ctrl+K gives the piece its own clock.");
        }
        return sync.follows();
    }

    /** Plays from where it stands; if another clock leads, nothing. */
    public void play() {
        if (led()) {
            return;
        }
        everything(false);
        begins();
        awaited = live.engine().begun() + 1;
        live.engine().play();
        List<String> armed = editing.session().routes().stream()
                .filter(r -> r.mode() == WriteMode.WRITE || r.mode() == WriteMode.LATCH)
                .map(this::name)
                .distinct()
                .toList();
        notices.say(Notice.plain(
                "Playing",
                "From "
                        + editing.timeline().printBars(editing.timeline().beatAt(startingSecond())) + "."
                        + (armed.isEmpty()
                                ? ""
                                : " Writes: " + armed.get(0)
                                        + (armed.size() == 1 ? "." : " and " + (armed.size() - 1) + " more."))));
    }

    private void begins() {
        began = Math.max(0, positionBeat());
        passOpen = everything.get()
                || editing.session().routes().stream().anyMatch(r -> r.mode().writes() || r.rehearse());
        run++;
        trails.clear();
    }

    private double startingSecond() {
        double at = Math.max(0, playing.get().live().position());
        return at >= editing.session().seconds() - 0.01 ? 0 : at;
    }

    /** Goes to {@code beat}, kept within the piece, in quarter notes. */
    public void locate(double beat) {
        live.engine()
                .locate(editing.timeline()
                        .secondsAt(Math.max(0, Math.min(editing.session().length(), beat))));
    }

    /** The loop on, or off: an edit. */
    public void toggleLoop() {
        Loop now = editing.session().loop();
        Loop then = new Loop(now.from(), now.to(), !now.on());
        editing.edit(then.on() ? "Loop on" : "Loop off", s -> s.withLoop(then));
    }

    /** What is meant by “here”, a beat; NaN for where it last began. */
    public void here(double beat) {
        here = beat;
    }

    /** Plays from here: the point that is chosen, else where it last began. */
    public void playAgain() {
        double pointed = selection.pointedBeat();
        boolean point = !Double.isNaN(here) && selection.viewProperty().get() == View.REFINE;
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
        Optional<Route> route = selection.selectedRoute();
        if (route.isEmpty() && armed().isEmpty()) {
            notices.refuse("Select a route first, or press R: then whatever you touch is written.");
            return;
        }
        route.filter(r -> !r.mode().writes()).ifPresent(r -> mode(r, WriteMode.TOUCH));
        begin("Only "
                + (route.isEmpty()
                        ? "what is armed"
                        : editing.session().parameter(route.get().target()).name()) + " is written.");
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
        return editing.session().routes().stream()
                .filter(r -> r.mode().writes())
                .toList();
    }

    /** Ends a pass that is under way, or playing by its own clock. */
    private boolean stops() {
        boolean ends = playing() && (passOpen || !editing.session().sync().follows());
        if (ends) {
            stop();
        }
        return ends;
    }

    private void begin(String words) {
        if (editing.hearsOther()) {
            // What is written is written on what is.
            editing.hear(null);
        }
        Sync sync = editing.session().sync();
        if (!sync.follows()) {
            rideFrom(editing.timeline().beatAt(startingSecond()), words);
            return;
        }
        passOpen |= playing();
        notices.say(
                playing()
                        ? Notice.wait("Writing", "From here on. " + words)
                        : Notice.wait("Armed", "The ride begins with the clock on “" + sync.port() + "”. " + words));
    }

    private void everything(boolean on) {
        everything.set(on);
        live.engine().lend(on);
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
        int bar = editing.timeline().metre().barAt(beat + 1e-6);
        double from = editing.timeline().secondsAt(editing.timeline().metre().beatOfBar(bar));
        double countIn = editing.timeline().secondsAt(editing.timeline().metre().beatOfBar(bar - COUNT_IN_BARS));
        passOpen = true;
        run++;
        trails.clear();
        awaited = live.engine().begun() + 1;
        live.engine().play(countIn, from);
        notices.say(Notice.wait("Count-in", "Writing begins at bar " + bar + ". " + words));
    }

    /** A route in another mode; no step of the history. */
    public void mode(Route route, WriteMode mode) {
        if (route.mode() != mode) {
            editing.arm(s -> s.with(s.route(route.id()).in(mode)));
            notices.say(Notice.good(
                    "Mode",
                    name(route) + ": " + mode.spoken() + ", was " + route.mode().spoken() + "."));
        }
    }

    /** Its moves are only heard and shown from now on, or written again. */
    public void rehearse(Route route, boolean tries) {
        editing.arm(s -> s.with(s.route(route.id()).rehearsing(tries)));
        notices.say(Notice.good(
                "Rehearse",
                name(route)
                        + (tries
                                ? " is heard and shown, and written when you say so."
                                : " is written again as you ride.")));
    }

    private String name(Route route) {
        return editing.session().parameter(route.target()).name();
    }

    /** Writes into another layer from now on. */
    public void into(Route route, Into into) {
        String name = editing.session().parameter(route.target()).name();
        if (editing.edit(
                name + " writes " + (into.offset() ? "" : "to ") + into.spoken(),
                s -> s.with(s.route(route.id()).into(into)))) {
            notices.say(Notice.plain("Where", name + " is written to " + into.spoken() + "."));
        }
    }

    /** When passes write: the next of the three ways. */
    public void nextPunch() {
        punch.set(punch.get().next());
        live.engine().punch(punch.get());
        Loop loop = editing.session().loop();
        notices.say(Notice.plain(
                "Punch",
                switch (punch.get()) {
                    case OFF -> "A ride writes from its start to its stop.";
                    case RANGE -> "A ride writes only from "
                            + editing.timeline().speakBars(loop.from()) + " to "
                            + editing.timeline().speakBars(loop.to())
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
            notices.refuse("Nothing is being ridden: press R first, then this begins and ends what is written.");
            return;
        }
        live.engine().punchNow();
        notices.say(Notice.wait(
                "Punch",
                "Writing begins here if it was off and ends if it was on, at "
                        + editing.timeline().printBars(Math.max(0, positionBeat())) + "."));
    }

    /** The next of the write modes for a route. */
    public void nextMode(Route route) {
        mode(route, WriteMode.values()[(route.mode().ordinal() + 1) % WriteMode.values().length]);
    }

    /**
     * With every frame: the live lines go on, or the pass is over.
     *
     * @param taken true if what ended is known, by its passes: else nothing is said of it
     */
    void frame(boolean taken) {
        // Asked for first: once it has begun, that it plays is known.
        boolean begun = live.engine().begun() >= awaited;
        boolean plays = playing();
        if (plays && !played && editing.session().sync().follows()) {
            begins();
        }
        boolean ended = played && !plays;
        played = plays;
        if (plays) {
            trails.follow(playing.get(), positionBeat());
        } else if (begun) {
            if (ended && taken && passOpen && punch.get() != Punch.OFF && toldRun.getAsInt() != run) {
                notices.say(Notice.stop(
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
