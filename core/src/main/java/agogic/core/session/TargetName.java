package agogic.core.session;

import agogic.core.route.Target;

/** What people call a target: {@code Two-Pole Filter · Cutoff}. */
public final class TargetName {
    private TargetName() {}

    /** The name of the device and that of the parameter; the macros are a device too. */
    public static String of(Session session, Target target) {
        return session.device(target.device()).name() + " · "
                + session.parameter(target).name();
    }
}
