package agogic.core.play;

import agogic.core.lane.Lane;
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
    private static final int MOST_TOUCHES = 4096;

    final Route route;
    final int index;
    final int parameterIndex;
    final Parameter parameter;
    final boolean exposed;
    /** The page on which it counts, 0 for all. */
    final int page;

    /** True if another parameter's value moves this one. */
    final boolean follows;

    TakeoverState takeover;
    Smoothing smoothing;
    volatile MoveLog log;

    /** Where the control counts, 0..1; NaN before its first move. */
    double counted = Double.NaN;

    boolean touched;
    /** True if the control itself said that it is touched. */
    boolean touchTold;

    long lastMoveNanos;
    /** In Latch: true from the first touch of a pass to its end. In Write: from its start. */
    boolean latched;

    /** When the ease back began, in seconds of the piece; NaN if it does not run. */
    double easeFrom = Double.NaN;

    double easeValue;
    /** How long it takes, in seconds. */
    final double easeBack;
    /** The value that stood before the hand came, for a lane without points; NaN if the hand did not come yet. */
    double standing = Double.NaN;

    private double[] touchFrom;
    private double[] touchTo;
    private int touches;

    RouteState(
            Route route,
            int index,
            int parameterIndex,
            Parameter parameter,
            boolean exposed,
            boolean follows,
            double easeBack) {
        this.route = route;
        this.index = index;
        this.parameterIndex = parameterIndex;
        this.parameter = parameter;
        this.exposed = exposed;
        this.follows = follows;
        page = route.hand().map(Hand::page).orElse(0);
        this.easeBack = easeBack;
        takeover = new TakeoverState(route.takeover());
        smoothing = new Smoothing(route.smoothing());
        if (route.mode().writes() || route.rehearse()) {
            log = new MoveLog();
            touchFrom = new double[MOST_TOUCHES];
            touchTo = new double[MOST_TOUCHES];
        }
    }

    /** Goes on where the same route stood before the session was edited. */
    void carry(RouteState before) {
        if (!before.route.target().equals(route.target())
                || !before.route.hand().equals(route.hand())) {
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
        lastMoveNanos = before.lastMoveNanos;
        if (before.records() && records()) {
            log = before.log;
            touchFrom = before.touchFrom;
            touchTo = before.touchTo;
            touches = before.touches;
            latched = before.latched;
            easeFrom = before.easeFrom;
            easeValue = before.easeValue;
            standing = before.standing;
        }
    }

    /** How a pass on this route writes: a rehearsal in Read is as Touch. */
    WriteMode passMode() {
        return route.mode().writes() ? route.mode() : WriteMode.TOUCH;
    }

    boolean records() {
        return log != null && (route.mode().writes() || route.rehearse());
    }

    void beginTouch(double seconds) {
        touched = true;
        easeFrom = Double.NaN;
        if (touchFrom != null && touches < MOST_TOUCHES) {
            touchFrom[touches] = seconds;
            touchTo[touches] = Double.POSITIVE_INFINITY;
            touches++;
        }
    }

    void endTouch(double seconds) {
        touched = false;
        touchTold = false;
        if (touchTo != null && touches > 0 && touchTo[touches - 1] == Double.POSITIVE_INFINITY) {
            touchTo[touches - 1] = seconds;
        }
    }

    /** What happened since the pass began, or null if this route records nothing. */
    Pass pass(double from, double to) {
        if (!records()) {
            return null;
        }
        List<Pass.Touch> list = new ArrayList<>();
        for (int i = 0; i < touches; i++) {
            double end = Math.min(to, touchTo[i]);
            boolean counts = passMode() == WriteMode.LATCH || end >= from;
            if (counts && touchFrom[i] < to) {
                list.add(new Pass.Touch(touchFrom[i], end));
            }
        }
        return new Pass(
                route.id(),
                passMode(),
                !route.mode().writes() || route.rehearse(),
                from,
                to,
                log.copy(0),
                log.copy(1),
                log.copy(2),
                list,
                Double.isNaN(standing) ? parameter.resting() : standing);
    }

    /** Forgets the pass, and what it held. A hand that is still there goes on. */
    void clearPass() {
        if (log != null) {
            log.clear();
        }
        touches = 0;
        latched = false;
        easeFrom = Double.NaN;
        standing = Double.NaN;
    }

    /** True if the lane of this route plays something. */
    static boolean plays(Lane lane) {
        return lane != null && !lane.envelope().isEmpty();
    }
}
