package agogic.core.play;

import agogic.core.parameter.Offset;
import agogic.core.parameter.Parameter;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Smoothing;
import agogic.core.route.TakeoverState;
import agogic.core.route.WriteMode;
import agogic.core.write.Pass;
import java.util.ArrayList;
import java.util.List;

/** What one route is doing while the engine plays. Used by the playing thread only. */
final class RouteState {
    final Route route;
    final int index;
    final int parameterIndex;
    final Parameter parameter;
    final boolean exposed;
    /** The page on which it counts, 0 for all. */
    final int page;

    /** True if another parameter's value moves this one. */
    final boolean follows;

    /** Which clips matter to what it writes, and whether it may. */
    final ClipPlaces clips;

    /** True if a pass writes it in Touch whatever its mode is: everything that is touched is written. */
    final boolean lent;

    TakeoverState takeover;
    Smoothing smoothing;
    /** The moves of the pass; null if the route keeps none. */
    volatile MoveLog log;

    /** When the hand had the control in the pass: from, to, and a number that means nothing. */
    private volatile MoveLog touches;

    /** When another hand had the say over the parameter in the pass: from, to, and a number that means nothing. */
    private volatile MoveLog yields;

    /** True unless another hand moved the parameter after this one, and still has it. */
    boolean says = true;

    /** Which move this hand made last, counted over all hands; 0 for none yet. */
    long claim;

    /** Where the control counts, 0..1; NaN before its first move. */
    double counted = Double.NaN;

    boolean touched;
    /** True if it is held because a value was typed: until the next move of any hand on the parameter, or the stop. */
    boolean typed;
    /** True if the control itself said that it is touched. */
    boolean touchTold;

    long lastMoveNanos;
    /** In Latch: true from the first touch of a pass to its end. In Write: from its start. */
    boolean latched;

    /** True once somebody jumped: what follows is no part of a pass until playing starts anew. */
    boolean passOver;

    /** When the ease back began, in seconds of the piece; NaN if it does not run. */
    double easeFrom = Double.NaN;

    double easeValue;
    /** How long it takes, in seconds. */
    final double easeBack;
    /** Where the control stood when an offset began, from where it counts; NaN if that is not known yet. */
    double zero = Double.NaN;

    /** The value that stood before the hand came, for a lane without points; NaN if the hand did not come yet. */
    double standing = Double.NaN;

    /** When this route began to write, if later than the pass did; else before all times. */
    private double since = Double.NEGATIVE_INFINITY;

    private final double resolution;
    private final boolean screen;
    /** The smallest step that a hand on the screen could do in this pass. */
    double finest = Double.POSITIVE_INFINITY;

    RouteState(
            Route route,
            int index,
            int parameterIndex,
            Parameter parameter,
            boolean exposed,
            boolean follows,
            boolean lent,
            ClipPlaces clips,
            double easeBack,
            double resolution) {
        this.route = route;
        this.index = index;
        this.parameterIndex = parameterIndex;
        this.parameter = parameter;
        this.exposed = exposed;
        this.follows = follows;
        this.lent = lent;
        this.clips = clips;
        screen = route.hand().filter(h -> h.surface().equals(Hand.SCREEN)).isPresent();
        page = route.hand().map(Hand::page).orElse(0);
        this.easeBack = easeBack;
        this.resolution = resolution;
        takeover = new TakeoverState(route.takeover());
        smoothing = new Smoothing(route.smoothing());
        if (armed() && route.hand().isPresent()) {
            log = new MoveLog();
            touches = new MoveLog();
            yields = new MoveLog();
        }
    }

    /**
     * Goes on where the same route stood before the session was edited. A pass goes on too, if it would be written in the
     * same way: else it has to be ended before.
     */
    void carry(RouteState before) {
        if (!sameWire(before)) {
            return;
        }
        if (before.route.takeover() == route.takeover()) {
            takeover = before.takeover;
        }
        if (before.route.smoothing() == route.smoothing()) {
            smoothing = before.smoothing;
        }
        counted = before.counted;
        touched = before.touched;
        touchTold = before.touchTold;
        typed = before.typed;
        lastMoveNanos = before.lastMoveNanos;
        claim = before.claim;
        if (goesOn(before)) {
            log = before.log;
            touches = before.touches;
            yields = before.yields;
            says = before.says;
            latched = before.latched;
            easeFrom = before.easeFrom;
            easeValue = before.easeValue;
            standing = before.standing;
            since = before.since;
            finest = before.finest;
            passOver = before.passOver;
            zero = before.zero;
        }
    }

    private boolean sameWire(RouteState before) {
        return before.route.target().equals(route.target())
                && before.route.hand().equals(route.hand());
    }

    /** True if what {@code before} has kept of a pass is a part of what this one keeps. */
    boolean goesOn(RouteState before) {
        return sameWire(before)
                && before.log != null
                && log != null
                && before.passMode() == passMode()
                && before.rehearsed() == rehearsed()
                && before.route.span().equals(route.span())
                && before.route.into().equals(route.into());
    }

    /** True if what it writes now is an offset: how far the hand goes counts, not where it is. */
    boolean offsets() {
        return route.into().offset() && records();
    }

    /** How far an offset goes with the control at {@code place}, −1..1. */
    double amount(double place) {
        return Double.isNaN(zero) ? 0 : route.span().apply(place) - route.span().apply(zero);
    }

    /**
     * What is heard of its parameter with the control at {@code place}.
     *
     * @param base what would be heard without the hand
     * @param over the sum of the offsets that are there already
     */
    double heard(double place, double base, double over) {
        return offsets()
                ? Offset.moved(parameter, base, amount(place))
                : Offset.moved(parameter, route.span().apply(place), over);
    }

    /** How a pass on this route writes: a rehearsal in Read is as Touch. */
    WriteMode passMode() {
        return route.passMode();
    }

    /** True if what its hand does is tried only. */
    boolean rehearsed() {
        return !writes() || route.rehearse();
    }

    /** True if its mode writes, or one is lent to it. */
    boolean writes() {
        return route.mode().writes() || lent;
    }

    /** True if its hand is the screen. */
    boolean onScreen() {
        return screen;
    }

    /** True if a hand has it, or has left it where it is written on. */
    boolean holds() {
        return touched || latched && passMode() != WriteMode.TOUCH;
    }

    /** True if a pass would be kept, were its lane not protected. */
    boolean wouldWrite() {
        return writes() || route.rehearse();
    }

    private boolean armed() {
        return wouldWrite() && !clips.guarded();
    }

    boolean records() {
        return log != null && !passOver;
    }

    void beginTouch(double seconds) {
        touched = true;
        easeFrom = Double.NaN;
        if (touches != null) {
            touches.append(seconds, Double.POSITIVE_INFINITY, 0);
        }
    }

    void endTouch(double seconds) {
        touched = false;
        touchTold = false;
        typed = false;
        int last = touches == null ? -1 : touches.size() - 1;
        if (last >= 0 && touches.get(last, 1) == Double.POSITIVE_INFINITY) {
            touches.put(last, 1, Math.max(seconds, touches.get(last, 0)));
        }
    }

    /**
     * From {@code at} on this hand has the say over the parameter, or another has.
     *
     * @param free since when no other hand had it, if this one has it now
     */
    void says(boolean has, double at, double free) {
        MoveLog log = yields;
        if (has != says && log != null) {
            if (has) {
                int last = log.size() - 1;
                log.put(last, 1, Math.max(log.get(last, 0), Math.min(at, free)));
            } else {
                log.append(at, Double.POSITIVE_INFINITY, 0);
            }
        }
        says = has || log == null;
    }

    /** What it writes from now on is a pass of its own, begun at {@code seconds}. */
    void since(double seconds) {
        since = seconds;
    }

    /** Makes room for what comes. */
    void provide() {
        MoveLog moves = log;
        if (moves != null) {
            moves.provide();
            touches.provide();
            yields.provide();
        }
    }

    /** Tells a journal, in another thread, that a pass has begun. */
    void begins(int number, double begun, Underway.Sink sink) {
        sink.begins(number, route.in(passMode()), step(), Math.max(begun, since), stood());
    }

    /** The smallest step of the hand in this pass. */
    private double step() {
        return Double.isInfinite(finest) ? resolution : finest;
    }

    /** The value that stood before the hand came. */
    private double stood() {
        double stands = standing;
        return Double.isNaN(stands) ? parameter.resting() : stands;
    }

    /** Is told when a hand had the control, or another had the say. */
    interface Touches {
        void touch(int place, double from, double to);
    }

    /** Tells a journal, in another thread, when the hand had the control so far. */
    void touches(Touches told) {
        tell(touches, told);
    }

    /** Tells a journal, in another thread, when another hand had the say so far. */
    void yields(Touches told) {
        tell(yields, told);
    }

    private static void tell(MoveLog log, Touches told) {
        for (int i = 0; log != null && i < log.size(); i++) {
            told.touch(i, log.get(i, 0), log.get(i, 1));
        }
    }

    /** What happened since the pass began, or null if this route is not armed. */
    Pass pass(double begun, double to, Pass.End end) {
        if (!armed() || passOver || Double.isInfinite(begun)) {
            return null;
        }
        boolean idle = onScreen() && (log == null || log.size() == 0);
        if (idle) {
            return null;
        }
        double from = Math.max(begun, since);
        List<Pass.Touch> list = new ArrayList<>();
        for (int i = 0; log != null && i < touches.size(); i++) {
            double first = touches.get(i, 0);
            double last = Math.min(to, touches.get(i, 1));
            boolean counts = passMode() == WriteMode.LATCH || last >= from;
            if (counts && first < to) {
                list.add(new Pass.Touch(first, Math.max(first, last)));
            }
        }
        List<Pass.Touch> yielded = new ArrayList<>();
        for (int i = 0; log != null && i < yields.size(); i++) {
            double first = yields.get(i, 0);
            double last = Math.min(to, yields.get(i, 1));
            if (first < last) {
                yielded.add(new Pass.Touch(first, last));
            }
        }
        double[] none = {};
        return new Pass(
                route,
                step(),
                rehearsed(),
                from,
                to,
                log == null ? none : log.copy(0),
                log == null ? none : log.copy(1),
                log == null ? none : log.copy(2),
                list,
                yielded,
                stood(),
                end);
    }

    /** Forgets the pass, and what it held. A hand that is still there goes on. */
    void clearPass() {
        if (log != null) {
            log.clear();
            touches.clear();
            yields.clear();
        }
        says = true;
        latched = false;
        finest = Double.POSITIVE_INFINITY;
        easeFrom = Double.NaN;
        standing = Double.NaN;
        zero = Double.NaN;
        since = Double.NEGATIVE_INFINITY;
    }

    /** The value that its parameter has where the control counts at {@code place}. */
    double valueAt(double place) {
        return parameter.settled(route.span().apply(place));
    }

    /** The finest step of its control, as a part of its travel. */
    double resolution() {
        return resolution;
    }
}
