package agogic.core.session;

import agogic.core.lane.Lane;
import agogic.core.route.Target;

/** Lanes that may be written: a protected one is not, by nothing, until it is opened again. */
public final class Writable {
    private Writable() {}

    /**
     * The lane of a target, to be written.
     *
     * @throws IllegalArgumentException in words for people if it is protected
     */
    public static Lane lane(Session session, Target target) {
        Lane lane = session.lane(target);
        if (lane.guarded()) {
            throw new IllegalArgumentException(why(session, target));
        }
        return lane;
    }

    /** Why a protected lane is not written. */
    public static String why(Session session, Target target) {
        return "The lane of " + TargetName.of(session, target) + " is protected: nothing writes it. Shift+P opens it.";
    }
}
