package agogic.core.session;

import agogic.core.device.Device;
import agogic.core.route.Target;

/** What people call a target: {@code Two-Pole Filter · Cutoff}. */
public final class TargetName {
    private TargetName() {}

    /**
     * The name of the device and that of the parameter; the macros are a device too. Where two devices have one name,
     * that of the track comes first.
     *
     * @throws IllegalArgumentException in words for people if the session has no such target
     */
    public static String of(Session session, Target target) {
        return device(session, target) + " · " + session.parameter(target).name();
    }

    /**
     * The name of the device of a target, after that of its track where another device has that name too; with its
     * number among those where they stand on one track.
     *
     * @throws IllegalArgumentException in words for people if the session has no such device
     */
    public static String device(Session session, Target target) {
        String name = session.device(target.device()).name();
        int alike = 0;
        for (Device one : session.devices()) {
            alike += one.name().equals(name) ? 1 : 0;
        }
        if (alike < 2) {
            return name;
        }
        Track track = session.trackOf(target.device()).orElse(null);
        if (track == null) {
            return name;
        }
        int number = 0;
        int here = 0;
        for (String id : track.devices()) {
            if (session.device(id).name().equals(name)) {
                here++;
                number = id.equals(target.device()) ? here : number;
            }
        }
        return track.name() + " · " + name + (here > 1 ? " (" + number + ")" : "");
    }
}
