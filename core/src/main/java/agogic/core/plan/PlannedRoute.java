package agogic.core.plan;

import agogic.core.parameter.Parameter;
import agogic.core.route.Hand;
import agogic.core.route.Route;

/**
 * What there is to know of one route before anything moves.
 *
 * @param route the route, or the wire of a hand on the screen
 * @param index its place among the routes of the plan
 * @param parameterIndex the number of the parameter that it moves
 * @param parameter the parameter that it moves
 * @param exposed true if a value gets through to that
 * @param follows true if another parameter's value moves that one
 * @param lent true if a pass writes it in Touch whatever its mode is: everything that is touched is written
 * @param clips which clips matter to what it writes, and whether it may
 * @param easeBack how long its value takes back to what was there, in seconds
 * @param resolution the finest step of its control, as a part of its travel; 0 for none
 */
public record PlannedRoute(
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
    /** The page on which it counts, 0 for all. */
    public int page() {
        return route.hand().map(Hand::page).orElse(0);
    }

    /** True if its hand is the screen. */
    public boolean onScreen() {
        return route.hand().filter(h -> h.surface().equals(Hand.SCREEN)).isPresent();
    }

    /** True if its mode writes, or one is lent to it. */
    public boolean writes() {
        return route.mode().writes() || lent;
    }

    /** True if what its hand does is tried only. */
    public boolean rehearsed() {
        return !writes() || route.rehearse();
    }

    /** True if a pass would be kept, were its lane not protected. */
    public boolean wouldWrite() {
        return writes() || route.rehearse();
    }

    /** True if a pass on it is kept. */
    public boolean armed() {
        return wouldWrite() && !clips.guarded() && reaches();
    }

    /**
     * True if its control moves the parameter at all: what nobody can move is not written over either. A parameter that is
     * moved on the screen gets its socket by that.
     */
    public boolean reaches() {
        return route.on()
                && (exposed || onScreen())
                && !follows
                && !parameter.reserved()
                && !route.span().closed();
    }

    /** True if what its hand does is recorded. */
    public boolean keeps() {
        return armed() && route.hand().isPresent();
    }

    /** True if it leads from the same hand to the same target as {@code other}. */
    public boolean sameWire(PlannedRoute other) {
        return other.route.target().equals(route.target()) && other.route.hand().equals(route.hand());
    }

    /** True if what {@code before} has kept of a pass is a part of what this one keeps. */
    public boolean goesOn(PlannedRoute before) {
        return sameWire(before)
                && before.keeps()
                && keeps()
                && before.route.passMode() == route.passMode()
                && before.rehearsed() == rehearsed()
                && before.route.span().equals(route.span())
                && before.route.into().equals(route.into());
    }
}
