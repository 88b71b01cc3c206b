package agogic.core.session;

import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;

/** Where a parameter stands when nothing moves it. */
public final class Resting {
    private Resting() {}

    /**
     * A session with the target's parameter resting at {@code value} (normalised).
     *
     * @throws IllegalArgumentException in words for people if there is no such target, or the value is not 0 to 1
     */
    public static Session at(Session session, Target target, double value) {
        Parameter parameter = session.parameter(target);
        double rests = parameter.settled(value);
        if (parameter.resting() == rests) {
            return session;
        }
        return target.device().equals(Macro.DEVICE)
                ? session.with(session.macro(target.parameter()).with(parameter.restingAt(rests)))
                : session.withDevice(session.device(target.device()).with(parameter.restingAt(rests)));
    }
}
