package agogic.core.play;

import agogic.core.parameter.Offset;
import agogic.core.parameter.Parameter;
import agogic.core.plan.PlannedRoute;
import agogic.core.record.Recorder;
import agogic.core.record.Reel;
import agogic.core.record.Source;
import agogic.core.route.Route;
import agogic.core.route.Smoothing;
import agogic.core.route.TakeoverState;
import agogic.core.route.WriteMode;

/** What one route is doing while the engine plays. Used by the playing thread only. */
final class RouteState {
    final PlannedRoute planned;
    final Route route;
    final int index;
    final int parameterIndex;
    final Parameter parameter;

    /** The page on which it counts, 0 for all. */
    final int page;

    TakeoverState takeover;
    Smoothing smoothing;
    /** Where it is recorded; null if it is not. */
    Reel reel;

    /** Which move this hand made last, counted over all hands; 0 for none yet. */
    long claim;

    /** Where the control counts, 0..1; NaN before its first move. */
    double counted = Double.NaN;

    boolean touched;
    /** True if it is held because a value was typed: until the next move of any hand on the parameter, or the stop. */
    boolean typed;
    /** Of which set a snapshot moves or holds it, by what {@link Started#by} says; null once a person moved it, or at the stop. */
    Object started;
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
    /** Where the control stood when an offset began, from where it counts; NaN if that is not known yet. */
    double zero = Double.NaN;

    private final boolean screen;
    private final boolean keeps;
    private final boolean armed;

    RouteState(PlannedRoute planned) {
        this.planned = planned;
        route = planned.route();
        index = planned.index();
        parameterIndex = planned.parameterIndex();
        parameter = planned.parameter();
        page = planned.page();
        screen = planned.onScreen();
        keeps = planned.keeps();
        armed = planned.armed();
        takeover = new TakeoverState(route.takeover());
        smoothing = new Smoothing(route.smoothing());
    }

    /** What it does is recorded here from now on, if it is to be and is not yet. */
    void recordedBy(Recorder recorder) {
        if (keeps && reel == null) {
            reel = recorder.reel(source());
        }
    }

    /** What makes its passes. */
    Source source() {
        return new Source(route, planned.resolution(), planned.rehearsed(), parameter.resting());
    }

    /**
     * Goes on where the same route stood before the session was edited. A pass goes on too, if it would be written in the
     * same way: else it has to be ended before.
     */
    void carry(RouteState before) {
        if (!planned.sameWire(before.planned)) {
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
        started = before.started;
        lastMoveNanos = before.lastMoveNanos;
        claim = before.claim;
        if (planned.goesOn(before.planned)) {
            reel = before.reel;
            latched = before.latched;
            easeFrom = before.easeFrom;
            easeValue = before.easeValue;
            passOver = before.passOver;
            zero = before.zero;
        }
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
     * What is heard of its parameter with the control at {@code place}, if it is no offset.
     *
     * @param over the sum of the offsets that are there already
     */
    double heard(double place, double over) {
        return Offset.moved(parameter, route.span().apply(place), over);
    }

    /** How a pass on this route writes: a rehearsal in Read is as Touch. */
    WriteMode passMode() {
        return route.passMode();
    }

    /** True if its hand is the screen. */
    boolean onScreen() {
        return screen;
    }

    /** True if a hand has it, or has left it where it is written on. */
    boolean holds() {
        return touched || latched && passMode() != WriteMode.TOUCH;
    }

    /** True if what its hand does is recorded. */
    boolean keeps() {
        return keeps;
    }

    boolean records() {
        return keeps && !passOver;
    }

    /** A hand has it. */
    void touched() {
        touched = true;
        easeFrom = Double.NaN;
    }

    /** True unless another hand moved the parameter after this one, and still has it. */
    boolean says() {
        return reel == null || reel.says();
    }

    /** True if what it does belongs to a pass that can be written, even if its hand never came. */
    boolean takesPart() {
        return armed && !passOver && (!screen || reel != null && reel.moves() > 0);
    }

    /** Forgets the pass, and what it held. A hand that is still there goes on. */
    void clearPass() {
        if (reel != null) {
            reel.drop();
        }
        latched = false;
        easeFrom = Double.NaN;
        zero = Double.NaN;
    }

    /** The value that its parameter has where the control counts at {@code place}. */
    double valueAt(double place) {
        return parameter.settled(route.span().apply(place));
    }
}
