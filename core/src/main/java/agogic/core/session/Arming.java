package agogic.core.session;

import agogic.core.route.Route;
import agogic.core.route.WriteMode;

/**
 * Write modes are how a person stands ready, and no part of what an undo brings back: a session from before never arms
 * anything.
 */
public final class Arming {
    private Arming() {}

    /**
     * The session {@code brought} with each route as ready as it is {@code now}: its mode and whether it only rehearses. A
     * route that is not there now is in Read.
     */
    public static Session as(Session brought, Session now) {
        Session armed = brought;
        for (Route route : brought.routes()) {
            int place = now.placeOfRoute(route.id());
            Route is = place < 0 ? null : now.routes().get(place);
            WriteMode mode = is == null ? WriteMode.READ : is.mode();
            boolean tries = is == null ? route.rehearse() : is.rehearse();
            if (mode != route.mode() || tries != route.rehearse()) {
                armed = armed.with(route.in(mode).rehearsing(tries));
            }
        }
        return armed;
    }

    /** Everything in Read: what is only heard is not written, and nothing that was left on holds a value. */
    public static Session none(Session session) {
        return session.withRoutes(
                session.routes().stream().map(r -> r.in(WriteMode.READ)).toList());
    }
}
