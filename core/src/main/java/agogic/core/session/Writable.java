package agogic.core.session;

import agogic.core.lane.Lane;
import agogic.core.route.Target;
import java.util.function.Predicate;

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

    /**
     * Lanes that are to go, all that they have with them.
     *
     * @throws IllegalArgumentException in words for people if one is protected
     */
    public static void going(Session session, Predicate<Target> gone) {
        for (Lane lane : session.lanes()) {
            if (lane.guarded() && gone.test(lane.target())) {
                throw new IllegalArgumentException("With it would go the lane of "
                        + TargetName.of(session, lane.target()) + ", which is protected. Shift+P opens it.");
            }
        }
    }

    /**
     * The layers of a clip, to be written: copied, cut, joined or gone.
     *
     * @throws IllegalArgumentException in words for people if one is of a protected lane
     */
    public static void clip(Session session, String clip) {
        for (Lane lane : session.lanes()) {
            if (lane.guarded() && lane.layers().stream().anyMatch(l -> l.clip().equals(clip))) {
                throw new IllegalArgumentException("The lane of " + TargetName.of(session, lane.target())
                        + " says something in this clip and is protected: nothing writes it. Shift+P opens it.");
            }
        }
    }

    /**
     * Why a protected lane is not written.
     *
     * @throws IllegalArgumentException in words for people if the session has no such target
     */
    public static String why(Session session, Target target) {
        return "The lane of " + TargetName.of(session, target) + " is protected: nothing writes it. Shift+P opens it.";
    }
}
