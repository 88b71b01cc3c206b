package agogic.core.play;

import agogic.core.record.Memory;
import agogic.core.record.Pass;

/** How a piece runs: what happens up to a moment in its order, where it starts, crosses a boundary, jumps and stops. */
final class Motion implements Following.Acts {
    private final Present present;
    private final Clock clock;
    private final Transport transport;
    private final Hands hands;
    private final Punching punching;
    private final Values values;
    private final Inputs inputs;
    private final Starts starts;
    private final Remembering remembering;
    private int beginnings;

    Motion(
            Present present,
            Clock clock,
            Transport transport,
            Hands hands,
            Punching punching,
            Values values,
            Inputs inputs,
            Starts starts,
            Remembering remembering) {
        this.present = present;
        this.clock = clock;
        this.transport = transport;
        this.hands = hands;
        this.punching = punching;
        this.values = values;
        this.inputs = inputs;
        this.starts = starts;
        this.remembering = remembering;
    }

    /** How often it began to play. */
    int beginnings() {
        return beginnings;
    }

    /** All that happens up to {@code nanos} happens, in its order. */
    void advance(long nanos) {
        while (transport.due(nanos) || transport.playing() && clock.secondsAt(nanos) >= starts.due()) {
            double at = Math.min(transport.boundary(), starts.due());
            long when = clock.nanosAt(at);
            inputs.drain(when - 1, nanos);
            if (starts.due() < at) {
                // What was pressed just now comes before that.
                continue;
            }
            hands.releaseIdle(when);
            boolean crosses = at >= transport.boundary();
            transport.moveTo(at);
            starts.come(at, when);
            if (crosses) {
                cross(at, when);
            }
        }
        inputs.drain(nanos);
        if (transport.playing() && starts.goes()) {
            starts.follow(clock.secondsAt(nanos), nanos);
        }
    }

    /** What a hand did before the pass ends, or begins anew, is a part of it. */
    void untilNow() {
        if (transport.playing()) {
            advance(clock.now());
            transport.follow();
        }
    }

    /** Goes to {@code seconds}; if it plays, it plays on from there, and what was pinned writes on. */
    @Override
    public void go(double seconds) {
        untilNow();
        boolean goOn = transport.playing();
        if (goOn) {
            halt(Pass.End.JUMPED);
        }
        transport.moveTo(seconds);
        values.chase();
        if (goOn) {
            // The pass is over: only what is pinned writes on, from here.
            for (RouteState state : present.routes) {
                state.passOver = !state.route.pinned();
            }
            startPlaying(seconds, seconds, Double.POSITIVE_INFINITY);
        }
    }

    /** Writing begins here and now if it has not, or ends, while it plays. */
    void punchNow() {
        untilNow();
        if (transport.playing() && punching.outNow(transport.position())) {
            return;
        }
        if (transport.playing()) {
            double at = transport.position();
            punching.in();
            if (at < 0) {
                hands.start(at);
                return;
            }
            cross(at, clock.now());
            present.routes.forEach(state -> hands.goOn(state, at));
        }
    }

    /** Something happens here besides playing: writing begins, the loop turns, or it ends. */
    private void cross(double at, long when) {
        if (transport.punches(at)) {
            hands.punch(at);
            remembering.mark(Memory.Kind.WRITES, at, when);
            if (transport.boundary() > at) {
                return;
            }
        }
        boolean turns = transport.turnsAt(at);
        if (!turns && punching.out(at)) {
            remembering.mark(Memory.Kind.ENDS, at, when);
            if (transport.boundary() > at) {
                return;
            }
        }
        hands.finish(at, turns ? Pass.End.TURNED : Pass.End.STOPPED, turns);
        remembering.mark(Memory.Kind.ENDS, at, when);
        if (turns) {
            double from = transport.turn(when);
            starts.turned(at, from, when);
            remembering.mark(Memory.Kind.BEGINS, from, when);
            for (RouteState state : present.routes) {
                hands.goOn(state, from);
            }
        } else {
            transport.stop();
            transport.moveTo(at);
            starts.stop(when);
        }
    }

    @Override
    public void begin(double seconds) {
        startAt(seconds, seconds, Double.POSITIVE_INFINITY);
    }

    @Override
    public void stop() {
        halt(Pass.End.STOPPED);
    }

    /** Plays from a place to another, both in seconds, and writes from {@code writeFrom} on. */
    void startAt(double from, double writeFrom, double until) {
        halt(Pass.End.STOPPED);
        for (RouteState state : present.routes) {
            state.passOver = false;
        }
        startPlaying(from, writeFrom, until);
    }

    private void startPlaying(double from, double writeFrom, double until) {
        transport.start(from, writeFrom, until);
        beginnings++;
        remembering.mark(Memory.Kind.BEGINS, from, clock.now());
        hands.start(from);
        values.chase();
        if (transport.punchIn() <= from) {
            cross(from, clock.now());
        }
    }

    /** Stops, if it plays; what was ridden ends so. */
    void halt(Pass.End end) {
        untilNow();
        if (transport.playing()) {
            transport.stop();
            remembering.mark(Memory.Kind.ENDS, transport.position(), clock.now());
            hands.finish(transport.position(), end, false);
            starts.stop(clock.now());
            values.chase();
        }
    }
}
