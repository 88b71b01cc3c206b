package agogic.desk.model;

import agogic.core.route.Route;
import agogic.core.route.WriteMode;
import agogic.core.session.Loop;
import agogic.core.sync.Sync;
import java.util.Optional;

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
            desk.engine().stop();
        } else {
            play();
        }
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
        begins();
        desk.engine().play();
    }

    private void begins() {
        began = Math.max(0, positionBeat());
        passOpen = desk.session().routes().stream().anyMatch(r -> r.mode().writes() || r.rehearse());
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
        locate(Double.isNaN(here) || desk.selection().viewProperty().get() != View.REFINE ? began : here);
        play();
    }

    /** Arms the selected route if no route is armed, counts in one bar and plays: what the hand does is written. */
    public void ride() {
        boolean follows = desk.session().sync().follows();
        boolean armed = desk.session().routes().stream().anyMatch(r -> r.mode().writes());
        if (playing() && (armed || !follows)) {
            desk.engine().stop();
            return;
        }
        if (!armed) {
            Optional<Route> route = desk.selection().selectedRoute();
            if (route.isEmpty() || route.get().hand().isEmpty()) {
                desk.refuse("Select a route that has a control: a ride needs a hand.");
                return;
            }
            mode(route.get(), WriteMode.TOUCH);
        }
        if (follows) {
            passOpen |= playing();
            desk.say(Notice.wait(
                    playing() ? "Writing" : "Armed",
                    playing()
                            ? "What you move is written from here on."
                            : "The ride begins with the clock on “"
                                    + desk.session().sync().port() + "”."));
            return;
        }
        rideFrom(desk.timeline().beatAt(startingSecond()));
    }

    /** Counts in to the bar of {@code beat} and writes from its line on. */
    public void rideFrom(double beat) {
        if (led()) {
            return;
        }
        int bar = desk.timeline().metre().barAt(beat + 1e-6);
        double from = desk.timeline().secondsAt(desk.timeline().metre().beatOfBar(bar));
        double countIn = desk.timeline().secondsAt(desk.timeline().metre().beatOfBar(bar - COUNT_IN_BARS));
        passOpen = true;
        run++;
        trails.clear();
        desk.engine().play(countIn, from);
        desk.say(Notice.wait(
                "Count-in", "Writing begins at bar " + bar + ". What you move now gives the starting value."));
    }

    public void mode(Route route, WriteMode mode) {
        if (route.mode() != mode) {
            String name = desk.session().parameter(route.target()).name();
            desk.edit(
                    name + " in " + mode.spoken(),
                    s -> s.with(s.route(route.id()).in(mode)));
        }
    }

    /** The next of the write modes for a route. */
    public void nextMode(Route route) {
        mode(route, WriteMode.values()[(route.mode().ordinal() + 1) % WriteMode.values().length]);
    }

    /** With every frame: the live lines go on, or the pass is over. */
    void frame() {
        boolean plays = playing();
        if (plays && !played && desk.session().sync().follows()) {
            begins();
        }
        played = plays;
        if (plays) {
            trails.follow(desk.session(), desk.state(), desk.engine().index(), positionBeat());
        } else {
            passOpen = false;
        }
    }

    /** True while a pass that may write is under way. */
    public boolean passOpen() {
        return passOpen;
    }
}
