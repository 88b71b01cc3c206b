package agogic.core.play;

import agogic.core.macro.Macro;
import agogic.core.plan.Plan;
import agogic.core.ride.Ride;
import agogic.core.route.Span;
import agogic.core.route.WriteMode;
import agogic.core.surface.Address;
import agogic.core.surface.MoveSink;
import agogic.core.surface.Surface;
import java.util.Arrays;
import java.util.List;
import java.util.function.BooleanSupplier;

/** What becomes of a move of a control: for each of its routes one {@link Verdict}, and what that one says. */
final class HandMoves {
    /** So long before its first move a control is kept where it stood, in seconds. */
    private static final double STOOD = 0.05;

    private final Present present;
    private final Clock clock;
    private final Transport transport;
    private final Hands hands;
    private final Values values;
    private final BooleanSupplier listening;
    private final Runnable wrote;
    private final Pressed pressed;

    /** Is told when a pad is pressed that starts a snapshot, by the places of its set and itself. */
    interface Pressed {
        void snapshot(int set, int snapshot, long nanos);
    }

    HandMoves(
            Present present,
            Clock clock,
            Transport transport,
            Hands hands,
            Values values,
            BooleanSupplier listening,
            Runnable wrote,
            Pressed pressed) {
        this.wrote = wrote;
        this.pressed = pressed;
        this.present = present;
        this.clock = clock;
        this.transport = transport;
        this.hands = hands;
        this.values = values;
        this.listening = listening;
    }

    /** What the controls of the surface at this place of the session do, comes here. */
    MoveSink of(int surface) {
        return new Moves(surface);
    }

    /** True if what this control does moves, turns or starts anything. */
    boolean takes(int surface, int control) {
        return present.plan.routesOfControls(surface)[control].length > 0
                || present.plan.turns(surface, control) > 0
                || present.plan.starts(surface, control).length > 0;
    }

    /** Turns a surface to a page, 1 for the first, if it has it. */
    void turn(int surface, int page) {
        List<Surface> surfaces = present.plan.session().surfaces();
        if (surface >= surfaces.size()
                || page < 1
                || page > surfaces.get(surface).pages().size()) {
            return;
        }
        present.live.page(surface, page);
        for (int[] places : present.plan.routesOfControls(surface)) {
            for (int place : places) {
                RouteState state = present.routes.get(place);
                if (state.touched) {
                    hands.release(state, clock.now());
                }
                // The controls stand where the other page left them: they have to meet the values again.
                state.takeover.letGo();
            }
        }
    }

    /** Lets the hand of a route count at once where it stands. */
    void takeOver(String routeId) {
        RouteState state = present.routes.of(routeId);
        if (state == null) {
            return;
        }
        state.takeover.join();
        for (int s = 0; s < present.plan.surfaces(); s++) {
            int[][] controls = present.plan.routesOfControls(s);
            for (int c = 0; c < controls.length; c++) {
                double x = present.live.control(s, c);
                if (!Double.isNaN(x) && Arrays.stream(controls[c]).anyMatch(r -> r == state.index)) {
                    present.live.verdict(state.index, move(state, x, x, clock.now()), clock.now());
                    present.live.event(s, c, 0);
                }
            }
        }
    }

    /**
     * A hand on the screen has a parameter at {@code value}, normalised. It is heard at once, against an envelope too, and
     * written if its parameter is.
     *
     * @param step the smallest step of the hand
     * @param held true while it is not let go; else it counts as released a while after its last move
     */
    void onScreen(RouteState state, double value, double step, boolean held, long nanos) {
        onScreen(state, value, step, held, transport.at(nanos), nanos);
    }

    /** A snapshot has a parameter at {@code value} from {@code at} on, in seconds; it holds it if it plays. */
    void started(RouteState state, double value, double step, double at, long nanos) {
        onScreen(state, value, step, transport.playing(), at, nanos);
    }

    /** The same at a moment of the piece in seconds. */
    private void onScreen(RouteState state, double value, double step, boolean held, double at, long nanos) {
        if (state.parameter.reserved() || state.planned.follows()) {
            return;
        }
        if (state.offsets() && !state.touched) {
            // A knob on the screen stands where its parameter does.
            state.counted = present.live.value(state.parameterIndex);
        }
        hands.writes(state);
        // A value that is typed while it is written is held until something else moves the parameter.
        boolean typed = !held && step >= Ride.PRESSED && transport.playing() && state.records();
        if (held || typed) {
            hands.touchAt(state, at);
            state.typed = typed;
        } else {
            begins(state, at, value);
        }
        state.lastMoveNanos = nanos;
        if (transport.playing() && state.records()) {
            state.reel.step(step);
        }
        state.counted = value;
        state.smoothing.startAt(value);
        present.live.counted(state.index, value);
        if (!transport.playing() || !state.records()) {
            values.hold(state.parameterIndex, state.valueAt(value));
        } else {
            hands.move(state, at, value, value);
            present.live.value(state.parameterIndex, values.heard(state, value));
            wrote.run();
        }
        Verdict verdict = !transport.playing() || !state.records() ? null : wroteAt(state, at);
        for (int r : present.plan.routesOf(state.parameterIndex)) {
            RouteState other = present.routes.get(r);
            if (other != state) {
                // What else moves it has to meet the value again; its wire shows that it is written.
                other.takeover.letGo();
                if (verdict != null) {
                    present.live.verdict(r, verdict, nanos);
                }
            }
        }
    }

    /** The hand on the screen is let go of all that it held. */
    void offScreen(long nanos) {
        for (RouteState state : present.routes) {
            if (state.touched && state.touchTold && !state.typed && state.started == null && state.onScreen()) {
                hands.release(state, nanos);
            }
        }
    }

    private final class Moves implements MoveSink {
        private final int surface;

        Moves(int surface) {
            this.surface = surface;
        }

        private int[] routes(int control) {
            return present.plan.routesOfControls(surface)[control];
        }

        private boolean active(RouteState state) {
            return present.live.active(surface, state.page);
        }

        @Override
        public void moved(int control, double value, long nanos) {
            double before = present.live.control(surface, control);
            present.live.control(surface, control, value);
            if (listening.getAsBoolean()) {
                return;
            }
            int turns = present.plan.turns(surface, control);
            if (turns > 0 && value >= 0.5 && !(before >= 0.5)) {
                turn(surface, turns);
            }
            if (value > 0 && !(before > 0)) {
                int[] starts = present.plan.starts(surface, control);
                for (int i = 0; i < starts.length; i += Plan.START) {
                    if (present.live.active(surface, starts[i + 2])) {
                        pressed.snapshot(starts[i], starts[i + 1], nanos);
                    }
                }
            }
            boolean relative = present.plan
                            .session()
                            .surfaces()
                            .get(surface)
                            .controls()
                            .get(control)
                            .address()
                    instanceof Address.Relative;
            for (int r : routes(control)) {
                RouteState state = present.routes.get(r);
                if (relative) {
                    // An encoder has no place of its own: it goes on from the value.
                    state.takeover.join();
                }
                Verdict verdict = active(state) ? move(state, before, value, nanos) : Verdict.OTHER_PAGE;
                present.live.verdict(state.index, verdict, nanos);
                if (verdict == Verdict.WRITTEN || verdict == Verdict.LEAD_IN) {
                    wrote.run();
                }
            }
            present.live.event(surface, control, 0);
        }

        @Override
        public double standsAt(int control) {
            for (int r : routes(control)) {
                RouteState state = present.routes.get(r);
                if (active(state) && !state.route.span().closed()) {
                    // A switch does not move with every step: the encoder then goes on from where it was.
                    double stood = present.live.control(surface, control);
                    boolean same = !Double.isNaN(stood) && state.valueAt(stood) == present.value(state);
                    return same ? stood : state.route.span().positionOf(present.value(state));
                }
            }
            return Double.NaN;
        }

        @Override
        public void touched(int control, boolean down, long nanos) {
            boolean hears = !listening.getAsBoolean();
            for (int r : routes(control)) {
                RouteState state = present.routes.get(r);
                boolean active = active(state);
                Verdict stopped = down && active ? stopped(state, nanos) : null;
                if (stopped != null && stopped != Verdict.READ && hears) {
                    present.live.verdict(state.index, stopped, nanos);
                } else if (down && active && hears) {
                    hands.touch(state, nanos);
                    present.live.verdict(state.index, Verdict.TOUCHED, nanos);
                } else if (down && hears) {
                    present.live.verdict(state.index, Verdict.OTHER_PAGE, nanos);
                } else if (state.touched) {
                    hands.release(state, nanos);
                }
            }
            if (down && hears) {
                present.live.event(surface, control, 0);
            }
        }

        @Override
        public void unknown(int status, int data1, int data2, long nanos) {
            if (!listening.getAsBoolean()) {
                present.live.event(surface, -1, status << 16 | data1 << 8 | data2);
            }
        }
    }

    /** One move of a route's control, from where it stood to {@code x}; says what became of it. */
    private Verdict move(RouteState state, double before, double x, long nanos) {
        Verdict stopped = stopped(state, nanos);
        if (stopped != null) {
            return stopped;
        }
        Span span = state.route.span();
        double value = present.value(state);
        if (state.takeover.apart() && !span.holds(value) && !state.offsets()) {
            return Verdict.OUTSIDE_SPAN;
        }
        boolean offset = state.offsets() && transport.playing();
        double place = offset ? x : state.takeover.move(before, x, span.positionOf(value));
        if (Double.isNaN(place)) {
            return Verdict.WAITING;
        }
        double at = transport.at(nanos);
        begins(state, at, x);
        if (Double.isNaN(state.counted)) {
            state.smoothing.startAt(place);
        }
        state.lastMoveNanos = nanos;
        state.counted = place;
        state.smoothing.aim(place);
        present.live.counted(state.index, place);
        if (!transport.playing() || !state.records()) {
            values.hold(state.parameterIndex, state.valueAt(place));
            if (state.planned.clips().guarded() && state.planned.wouldWrite()) {
                return Verdict.PROTECTED;
            }
            return state.planned.writes() ? Verdict.NOT_PLAYING : Verdict.HEARD_IN_READ;
        }
        hands.move(state, at, x, place);
        double heard = values.heard(state, place);
        present.live.value(state.parameterIndex, heard);
        return offset && walled(state, place, heard) ? Verdict.NO_ROOM : wroteAt(state, at);
    }

    /** A hand takes a control, if it does not hold it yet; an offset begins where it stands then. */
    private void begins(RouteState state, double at, double x) {
        boolean offset = state.offsets() && transport.playing();
        if (!state.touched) {
            boolean anew = offset && (state.passMode() == WriteMode.TOUCH || Double.isNaN(state.zero));
            boolean stood = anew && !Double.isNaN(state.counted);
            // Where it stood before its first move is a moment earlier: nothing has moved there yet.
            // But not before it was let go of last: what was heard until then is another touch.
            double from = stood ? Math.min(at, Math.max(at - STOOD, last(state))) : at;
            hands.touched(state, from);
            state.zero = anew ? state.counted : state.zero;
            if (stood) {
                hands.move(state, from, state.zero, state.zero);
            }
        }
        if (!offset) {
            return;
        }
        hands.begins(state, at, x);
    }

    private static double last(RouteState state) {
        return state.reel == null ? Double.NEGATIVE_INFINITY : state.reel.last();
    }

    /** True if an offset has no room left: its parameter stands at an end and the hand goes on. */
    private static boolean walled(RouteState state, double place, double heard) {
        double amount = state.amount(place);
        return amount > 0 && heard >= 1 || amount < 0 && heard <= 0;
    }

    private Verdict wroteAt(RouteState state, double at) {
        if (state.planned.rehearsed()) {
            return Verdict.REHEARSED;
        }
        if (at < transport.punchIn()) {
            return transport.outside(at) ? Verdict.OUTSIDE_PUNCH : Verdict.LEAD_IN;
        }
        double beat = present.plan.session().timeline().beatAt(at);
        if (state.route.into().clip() && !state.planned.clips().over(beat)) {
            return Verdict.NO_CLIP;
        }
        if (state.planned.clips().silenced()) {
            return Verdict.SILENCED;
        }
        return state.planned.clips().says(beat) ? Verdict.COVERED : Verdict.WRITTEN;
    }

    /** Why a move on a route does nothing at all, or null if it may. */
    private Verdict stopped(RouteState state, long nanos) {
        int p = state.parameterIndex;
        if (!state.route.on()) {
            return Verdict.ROUTE_OFF;
        }
        if (state.parameter.reserved()) {
            return Verdict.RESERVED;
        }
        if (!state.planned.exposed()) {
            return Verdict.HIDDEN;
        }
        if (transport.playing() && state.planned.clips().guarded() && state.planned.wouldWrite()) {
            return Verdict.PROTECTED;
        }
        if (state.planned.follows()) {
            return Verdict.FOLLOWS;
        }
        Macro macro = present.plan.macro(p);
        if (macro != null && macro.members().isEmpty()) {
            return Verdict.NO_MEMBERS;
        }
        if (state.route.span().closed()) {
            return Verdict.SPAN_CLOSED;
        }
        if (transport.playing()) {
            double beat = present.plan.session().timeline().beatAt(clock.secondsAt(nanos));
            if (present.plan.away(p, beat)) {
                return Verdict.AWAY;
            }
            if (present.plan.lane(p) != null && !state.records()) {
                return Verdict.READ;
            }
        }
        return null;
    }
}
