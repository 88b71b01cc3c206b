package agogic.core.check;

import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.device.Seat;
import agogic.core.device.Socket;
import agogic.core.expose.Exposing;
import agogic.core.expose.ShortNames;
import agogic.core.expose.TakingBack;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.score.Remark;
import agogic.core.session.Session;
import agogic.core.session.Track;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What is wrong with devices: their names, their sockets, what they are sent as. */
final class DeviceFindings {
    private final Session session;
    private final Findings findings;
    private final Set<Target> used;

    /** @param used what anything moves */
    DeviceFindings(Findings findings, Set<Target> used) {
        session = findings.session;
        this.findings = findings;
        this.used = used;
    }

    /** The port of a device by name, or the number of that of its track in the file it came from. */
    private String port(Device device) {
        if (!device.port().isEmpty()) {
            return device.port();
        }
        Optional<String> track = session.trackOf(device.id()).map(Track::id);
        return session.remarks().stream()
                .filter(r -> r.kind() == Remark.Kind.PORT
                        && track.filter(r.track()::equals).isPresent())
                .map(r -> "\n" + r.words())
                .findFirst()
                .orElse("");
    }

    /** Two parameters that travel by the same message: whichever is sent last is heard as both. */
    void addresses() {
        Map<String, Target> taken = new HashMap<>();
        for (Device device : session.devices()) {
            for (Outside outside : device.outside()) {
                Target target = new Target(device.id(), outside.parameter());
                List<Integer> numbers = outside.way() == Outside.Way.CC_PAIR
                        ? List.of(outside.number(), outside.number() + 32)
                        : List.of(outside.number());
                for (int number : numbers) {
                    String address = port(device) + "\n" + Outside.key(outside.way(), outside.channel(), number);
                    Target other = taken.putIfAbsent(address, target);
                    if (other != null && !other.equals(target)) {
                        findings.add(
                                Finding.Kind.ONE_ADDRESS,
                                target,
                                findings.name(target) + " and " + findings.name(other) + " are both sent as "
                                        + outside.address() + ".",
                                "Give one of them another channel or number",
                                null);
                        break;
                    }
                }
            }
        }
    }

    void device(Device device) {
        names(device);
        unused(device);
        overLimit(device);
    }

    private void names(Device device) {
        Map<String, Parameter> names = new HashMap<>();
        for (Parameter parameter : device.parameters()) {
            String shortName = parameter.shortName().toLowerCase(Locale.ROOT);
            Target target = new Target(device.id(), parameter.id());
            if (shortName.isEmpty()) {
                continue;
            }
            Parameter other = names.putIfAbsent(shortName, parameter);
            boolean tooLong = device.nameLimit() > 0 && parameter.shortName().length() > device.nameLimit();
            if (other != null || tooLong) {
                String why = other != null
                        ? " is also the short name of " + other.name() + "."
                        : " is longer than the " + device.nameLimit() + " letters the host shows.";
                findings.add(
                        Finding.Kind.NAMES,
                        target,
                        device.name() + ": “" + parameter.shortName() + "” of " + parameter.name() + why,
                        "Take the proposed name",
                        s -> Exposing.name(s, target, ShortNames.propose(s.device(device.id()), s.parameter(target))));
            }
        }
    }

    private void unused(Device device) {
        List<Target> idle = new ArrayList<>();
        for (Socket socket : device.used()) {
            for (Seat seat : socket.seats()) {
                Target target = new Target(device.id(), seat.parameter());
                boolean follows = socket.joined() && socket.seatOf(seat.parameter()) > 0;
                if (!device.reserved(socket) && !follows && !used.contains(target)) {
                    idle.add(target);
                }
            }
        }
        if (!idle.isEmpty()) {
            String first = session.parameter(idle.get(0)).name();
            findings.add(new Finding(
                    Finding.Kind.UNUSED,
                    device.id(),
                    idle.size() == 1 ? Optional.of(idle.get(0)) : Optional.empty(),
                    device.name() + ": " + first
                            + (idle.size() == 1 ? " is" : " and " + (idle.size() - 1) + " more are")
                            + " exposed, but nothing moves " + (idle.size() == 1 ? "it." : "them."),
                    idle.size() == 1 ? "Take it back" : "Take them back",
                    Optional.of(s -> TakingBack.of(s, idle).apply(s))));
        }
    }

    private void overLimit(Device device) {
        int over = device.taken() + device.wanted().size() - device.usable();
        if (over > 0 && !device.wanted().isEmpty()) {
            findings.add(new Finding(
                    Finding.Kind.OVER_LIMIT,
                    device.id(),
                    Optional.empty(),
                    device.name() + " offers " + device.usable() + " sockets; "
                            + (device.taken() + device.wanted().size()) + " are wanted, " + over + " too many.",
                    "Make it fit",
                    Optional.empty()));
        }
    }
}
