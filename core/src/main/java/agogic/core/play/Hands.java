package agogic.core.play;

import agogic.core.record.Pass;
import agogic.core.record.Recorder;
import agogic.core.route.WriteMode;
import java.util.ArrayList;
import java.util.List;

/** Which hands hold what, who of them has the say, and what of it the recorder is told. */
final class Hands {
    /** A control that cannot say so counts as touched until this long after its last move. */
    static final long TOUCH_NANOS = 300_000_000L;

    private final Present present;
    private final Transport transport;
    /** What is kept for a control of which nobody knows where it stands. */
    private static final double UNKNOWN = 0.5;

    private final Recorder recorder;
    /** The routes of which what their hands do is recorded. */
    private List<RouteState> recording = List.of();

    /** How many moves hands have made. */
    private long claims;

    Hands(Present present, Transport transport, Recorder recorder) {
        this.present = present;
        this.transport = transport;
        this.recorder = recorder;
    }

    /** Another plan plays: its routes are recorded. */
    void begin() {
        List<RouteState> logs = new ArrayList<>();
        for (RouteState state : present.routes) {
            if (state.keeps()) {
                state.recordedBy(recorder);
                logs.add(state);
            }
        }
        recording = List.copyOf(logs);
    }

    /** Playing starts at {@code seconds}: what is held is written from here. */
    void start(double seconds) {
        for (RouteState state : present.routes) {
            state.clearPass();
            if (state.touched && state.records()) {
                touched(state, seconds);
                place(state, seconds);
            }
        }
        say(seconds);
    }

    /** Writing begins: what is in Write is written from here. */
    void punch(double seconds) {
        for (RouteState state : present.routes) {
            // A hand on the screen has no place of its own: it writes from its first move on.
            if (state.records() && state.passMode() == WriteMode.WRITE && !state.onScreen()) {
                state.latched = true;
                place(state, seconds);
            }
        }
        say(seconds);
    }

    /** A hand on the screen is about to move its parameter in Write: what stood before is the start of its pass. */
    void writes(RouteState state) {
        if (state.latched || !transport.punched() || !state.records() || state.passMode() != WriteMode.WRITE) {
            return;
        }
        state.latched = true;
        for (int r : present.plan.routesOf(state.parameterIndex)) {
            RouteState other = present.routes.get(r);
            if (other != state && other.latched && other.passMode() == WriteMode.WRITE) {
                return;
            }
        }
        double from = transport.punchIn();
        double beat = present.plan.session().timeline().beatAt(from);
        double lane = present.plan.laneValue(state.parameterIndex, from, beat);
        double stood = Double.isNaN(lane) ? present.value(state) : state.parameter.settled(lane);
        if (state.reel.moves() == 0 && !state.offsets()) {
            keep(state, from, stood, stood);
        }
    }

    /** The hand of a route moves, or takes its control: from now on it has the say over the parameter. */
    private void claim(RouteState state, double at) {
        state.claim = ++claims;
        for (int r : present.plan.routesOf(state.parameterIndex)) {
            RouteState other = present.routes.get(r);
            if (other != state && other.typed) {
                left(other, at);
            }
        }
        say(state.parameterIndex, at);
    }

    /** Of every parameter the hand that moved last, of those that hold it, has the say. */
    void say(double at) {
        for (RouteState state : recording) {
            say(state.parameterIndex, at);
        }
    }

    private void say(int parameter, double at) {
        say(parameter, at, false);
        say(parameter, at, true);
    }

    /** Of the hands that write values, or of those that write offsets, the one that moved last has the say. */
    private void say(int parameter, double at, boolean offsets) {
        int[] all = present.plan.routesOf(parameter);
        RouteState first = null;
        for (int r : all) {
            RouteState state = present.routes.get(r);
            if (state.records() && state.offsets() == offsets && state.holds()) {
                first = first == null || state.claim >= first.claim ? state : first;
            }
        }
        if (first == null) {
            return;
        }
        double free = Double.NEGATIVE_INFINITY;
        for (int r : all) {
            RouteState state = present.routes.get(r);
            if (state != first && state.records() && state.offsets() == offsets) {
                double until = Double.isNaN(state.easeFrom) ? free : state.easeFrom + state.planned.easeBack();
                free = Math.max(free, state.holds() ? at : until);
                state.reel.says(false, at, at);
            }
        }
        first.reel.says(true, at, free);
    }

    /** A hand is on the control of a route. */
    void touch(RouteState state, long nanos) {
        touchAt(state, transport.at(nanos));
    }

    /** The same at a moment of the piece in seconds. */
    void touchAt(RouteState state, double at) {
        if (!state.touched && state.route.on() && !state.parameter.reserved()) {
            if (state.passMode() == WriteMode.TOUCH) {
                // Each time it is taken an offset begins anew.
                state.zero = Double.NaN;
            }
            double place = currentPlace(state);
            touched(state, at);
            if (transport.playing() && state.records()) {
                keep(state, at, place, place);
                state.latched = state.passMode() == WriteMode.LATCH || state.latched;
                claim(state, at);
            }
        }
        state.touchTold = state.touched;
    }

    /** A person moves what a snapshot may hold: from now on it is theirs. */
    static void taken(RouteState state, boolean held) {
        if (state.started != null) {
            state.started = null;
            state.touchTold = held;
        }
    }

    /** A hand left the control of a route. */
    void release(RouteState state, long nanos) {
        double at = transport.at(nanos);
        left(state, at);
        // Whoever touches it again has to meet the value again.
        state.takeover.letGo();
        if (transport.playing() && state.records() && state.passMode() == WriteMode.TOUCH) {
            state.easeFrom = at;
            state.easeValue = state.offsets() ? state.amount(state.counted) : state.valueAt(state.counted);
            say(state.parameterIndex, at);
        }
    }

    /**
     * Controls that cannot say when they are let go count as released a while after their last move. True if a hand still
     * holds something, or did until now.
     */
    boolean releaseIdle(long nanos) {
        boolean held = false;
        for (int r = 0; r < present.routes.size(); r++) {
            RouteState state = present.routes.get(r);
            held |= state.touched;
            if (state.touched && !state.touchTold && nanos - state.lastMoveNanos >= TOUCH_NANOS) {
                release(state, state.lastMoveNanos + TOUCH_NANOS);
            }
        }
        return held;
    }

    /** Keeps a move of a hand: where the control stands, and where it counts. */
    void move(RouteState state, double seconds, double raw, double counted) {
        keep(state, seconds, raw, counted);
        state.latched |= state.passMode() == WriteMode.LATCH;
        claim(state, seconds);
    }

    /** A hand goes on to {@code value} while another has the say: there it is once that one has let go. */
    void beneath(RouteState state, double seconds, double value) {
        state.counted = value;
        state.smoothing.startAt(value);
        keep(state, seconds, value, value);
    }

    /** What a hand holds, what is latched and what is in Write is written on from {@code at}. */
    void goOn(RouteState state, double at) {
        boolean writes = state.passMode() == WriteMode.WRITE && transport.punched() && !state.onScreen();
        if (!state.records() || !state.touched && !state.latched && !writes) {
            return;
        }
        if (state.touched) {
            touched(state, at);
        } else if (!writes) {
            // What is latched has no hand any more, but it was let go nowhere else.
            touched(state, at);
            left(state, at);
        }
        state.latched |= state.passMode() != WriteMode.TOUCH;
        place(state, at);
        say(state.parameterIndex, at);
    }

    /** Ends all passes at {@code at}; after a turn of the loop what is latched stays so. */
    void finish(double at, Pass.End end, boolean goesOn) {
        finish(transport.punchIn(), at, end, goesOn);
    }

    /** Ends all passes that began to write at {@code began}. */
    void finish(double began, double at, Pass.End end, boolean goesOn) {
        boolean writes = !Double.isInfinite(began);
        for (RouteState state : present.routes) {
            if (writes && state.takesPart()) {
                end(state, at, end);
            }
            boolean latched = state.latched;
            if (state.typed && !goesOn) {
                left(state, at);
            }
            state.clearPass();
            state.latched = goesOn && latched;
            present.live.writing(state.index, false);
        }
        recorder.close();
    }

    private void end(RouteState state, double at, Pass.End why) {
        // A route without a hand has a pass as well: in it nothing happened.
        (state.reel == null ? recorder.reel(state.source()) : state.reel).end(at, why);
    }

    /** Ends the passes that another plan does not let go on as they were; each is kept as it was until now. */
    void endChanged(RouteStates fresh, double at) {
        boolean writes = !Double.isInfinite(transport.punchIn());
        for (RouteState state : present.routes) {
            RouteState after = state.records() ? fresh.of(state.route.id()) : null;
            if (state.records() && (after == null || !after.planned.goesOn(state.planned))) {
                if (writes && state.takesPart()) {
                    end(state, at, Pass.End.CHANGED);
                } else {
                    state.reel.drop();
                }
            }
        }
        recorder.close();
    }

    /** The routes of another plan that write from now on anew. */
    List<RouteState> begun(RouteStates fresh) {
        List<RouteState> begun = new ArrayList<>();
        for (RouteState state : fresh) {
            RouteState earlier = present.routes.of(state.route.id());
            if (state.keeps() && (earlier == null || !state.planned.goesOn(earlier.planned))) {
                begun.add(state);
            }
        }
        return begun;
    }

    private void place(RouteState state, double seconds) {
        double place = currentPlace(state);
        keep(state, seconds, place, place);
    }

    /** Where the control counts, or would have to stand for the present value. */
    private double currentPlace(RouteState state) {
        if (state.offsets()) {
            // Of an offset it counts how far the hand goes: it begins where it stands, wherever that is.
            state.zero = Double.isNaN(state.zero) ? state.counted : state.zero;
            return Double.isNaN(state.counted) ? UNKNOWN : state.counted;
        }
        boolean joined = !Double.isNaN(state.counted) && (state.touched || state.latched);
        double place = joined ? state.counted : state.route.span().positionOf(present.value(state));
        state.counted = place;
        state.smoothing.startAt(place);
        return place;
    }

    /** An offset begins with a hand of which it was not known where it stood: that is where it is now. */
    void begins(RouteState state, double seconds, double place) {
        if (Double.isNaN(state.zero)) {
            state.zero = place;
            if (state.reel.moves() == 0) {
                keep(state, seconds, place, place);
            } else {
                // What was kept before it moved was kept for where it stands.
                state.reel.restate(place);
            }
        }
    }

    /** A hand has the control of a route. */
    void touched(RouteState state, double at) {
        state.touched();
        if (transport.playing() && state.records()) {
            state.reel.touch(at);
        }
    }

    /** A hand left it. */
    private void left(RouteState state, double at) {
        state.touched = false;
        state.touchTold = false;
        state.typed = false;
        state.started = null;
        if (state.reel != null) {
            state.reel.release(at);
        }
    }

    private void keep(RouteState state, double seconds, double raw, double counted) {
        if (!state.reel.stood()) {
            state.reel.stood(present.value(state));
        }
        state.reel.move(seconds, raw, counted);
    }
}
