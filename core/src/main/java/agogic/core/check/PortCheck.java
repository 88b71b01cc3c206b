package agogic.core.check;

import agogic.core.device.Device;
import agogic.core.expose.PlayedThrough;
import agogic.core.session.Session;
import agogic.core.sync.Sync;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.SortedSet;
import java.util.function.Supplier;

/** Looks which ports of the machine a session needs that are not there. */
public final class PortCheck {
    private PortCheck() {}

    /** All findings of a session: what is wrong with it, and then the ports that it needs and does not find. */
    public static List<Finding> withAll(
            Session session, Supplier<Collection<String>> inputs, Supplier<Collection<String>> outputs) {
        List<Finding> all = new ArrayList<>(Check.of(session));
        all.addAll(of(session, inputs, outputs));
        return all;
    }

    /**
     * The findings of a session that are about ports.
     *
     * @param inputs asks for the names of the MIDI inputs of the machine; only if one is needed
     * @param outputs the same of its outputs
     */
    public static List<Finding> of(
            Session session, Supplier<Collection<String>> inputs, Supplier<Collection<String>> outputs) {
        List<Finding> findings = new ArrayList<>();
        SortedSet<String> wanted = PlayedThrough.ports(session);
        Sync sync = session.sync();
        if (!wanted.isEmpty()) {
            wanted.removeAll(outputs.get());
        }
        for (Device device : session.devices()) {
            if (wanted.contains(device.port())) {
                findings.add(new Finding(
                        Finding.Kind.PORT_GONE,
                        device.id(),
                        Optional.empty(),
                        device.name() + " plays through the port “" + device.port()
                                + "”, which this machine does not have: nothing of it goes out.",
                        "Play it through no port",
                        Optional.of(s -> s.withDevice(s.device(device.id()).through("")))));
            }
        }
        boolean clockGone =
                sync.follows() ? !inputs.get().contains(sync.port()) : sync.sends() && wanted.contains(sync.port());
        if (clockGone) {
            findings.add(new Finding(
                    Finding.Kind.PORT_GONE,
                    "",
                    Optional.empty(),
                    "The piece " + sync.role().spoken() + " on the port “" + sync.port()
                            + "”, which this machine does not have.",
                    "Play by its own clock",
                    Optional.of(s -> s.withSync(Sync.OWN))));
        }
        return findings;
    }
}
