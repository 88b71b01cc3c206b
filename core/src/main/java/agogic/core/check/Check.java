package agogic.core.check;

import agogic.core.assign.Assigning;
import agogic.core.assign.Overlap;
import agogic.core.device.Device;
import agogic.core.device.Exposure;
import agogic.core.device.Outside;
import agogic.core.device.Seat;
import agogic.core.device.Socket;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.expose.Exposing;
import agogic.core.expose.ShortNames;
import agogic.core.expose.TakingBack;
import agogic.core.group.Macros;
import agogic.core.lane.Lane;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.parameter.Parameter;
import agogic.core.ride.Ride;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.score.Remark;
import agogic.core.session.Moved;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.session.Track;
import agogic.core.session.Writable;
import agogic.core.write.PuttingBack;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;

/** Looks through a session for what is wrong with it. */
public final class Check {
    private final Session session;
    private final List<Finding> findings = new ArrayList<>();
    private final Set<Target> used;

    private Check(Session session) {
        this.session = session;
        used = Moved.all(session);
    }

    /** All findings, device by device. */
    public static List<Finding> of(Session session) {
        Check check = new Check(session);
        session.lanes().forEach(check::lane);
        check.copies();
        session.devices().forEach(check::device);
        check.addresses();
        session.macros().forEach(check::macro);
        check.hands();
        session.routes().forEach(check::route);
        check.starts();
        check.rides();
        // The worst first; of one grade in the order of the session.
        check.findings.sort(Comparator.comparing(f -> f.kind().grade()));
        return List.copyOf(check.findings);
    }

    private void add(Finding.Kind kind, Target target, String sentence, String mend, UnaryOperator<Session> change) {
        findings.add(
                new Finding(kind, target.device(), Optional.of(target), sentence, mend, Optional.ofNullable(change)));
    }

    private String name(Target target) {
        return TargetName.of(session, target);
    }

    private void lane(Lane lane) {
        Target target = lane.target();
        Parameter parameter = session.parameter(target);
        Envelope envelope = lane.envelope();
        if (lane.points() == 0) {
            return;
        }
        Device device = session.device(target.device());
        Exposure exposure = device.exposure(target.parameter());
        // Where no socket is left, all that wait for one are one finding: the device is over its limit.
        boolean waits = exposure == Exposure.WANTED && device.free() == 0;
        if (exposure == Exposure.RESERVED) {
            add(
                    Finding.Kind.RESERVED_DATA,
                    target,
                    name(target) + " is reserved for the device itself, but has " + lane.points() + " points.",
                    "Take the points away",
                    s -> TakingBack.of(s, List.of(target)).apply(s));
        } else if (exposure != Exposure.EXPOSED && !waits) {
            add(
                    Finding.Kind.UNREACHED,
                    target,
                    name(target) + " has " + lane.points() + " points, but no socket: no host can reach it.",
                    "Expose it",
                    s -> Exposing.expose(s, List.of(target)).session());
        }
        if (device.leaderOf(target.parameter()).isPresent()) {
            add(
                    Finding.Kind.UNREACHED,
                    target,
                    name(target) + " moves with another parameter; its own " + lane.points() + " points do nothing.",
                    "Delete its points",
                    deleting(target));
        }
        findings.addAll(LayerCheck.of(session, lane));
        boolean slopes = parameter.stepped()
                && !envelope.isEmpty()
                && envelope.points().subList(0, envelope.size() - 1).stream()
                        .anyMatch(p -> p.shape().kind() != Shape.Kind.HOLD);
        if (slopes) {
            add(
                    Finding.Kind.SLOPES,
                    target,
                    name(target) + " moves in steps, but its points are joined by slopes.",
                    "Make it step",
                    s -> s.with(Writable.lane(s, target)
                            .with(s.lane(target).envelope().held(parameter::settled))));
        }
    }

    private void copies() {
        Map<Envelope, Lane> seen = new HashMap<>();
        for (Lane lane : session.lanes()) {
            if (lane.envelope().size() < 2 || lane.layered()) {
                continue;
            }
            Lane first = seen.putIfAbsent(lane.envelope(), lane);
            boolean copy = first != null
                    && first.lock() == lane.lock()
                    && first.target().device().equals(lane.target().device());
            if (copy) {
                add(
                        Finding.Kind.COPIES,
                        lane.target(),
                        name(lane.target()) + " has the very points of " + name(first.target())
                                + ": the same move is written twice.",
                        "Join them on one socket",
                        s -> joined(s, first.target(), lane.target()));
            }
        }
    }

    private static Session joined(Session session, Target first, Target second) {
        Session bare = session.withLanes(
                session.lanes().stream().filter(l -> !l.target().equals(second)).toList());
        Session exposed = Exposing.expose(bare, List.of(first)).session();
        int socket = exposed.device(first.device()).socketOf(first.parameter());
        return Exposing.join(exposed, second, socket, Span.FULL);
    }

    /** A macro without members that is moved; members whose own points or routes do nothing. */
    private void macro(Macro macro) {
        boolean moved = session.routes().stream().anyMatch(r -> r.target().equals(macro.target()))
                || session.lane(macro.target()).plays();
        if (macro.members().isEmpty() && moved) {
            add(
                    Finding.Kind.MACRO,
                    macro.target(),
                    "The macro " + macro.name() + " is moved, but it has no members: nothing is heard of it.",
                    "Delete the macro",
                    s -> Macros.delete(s, macro.id()));
        }
        for (Member member : macro.members()) {
            Target target = member.target();
            int points = session.lane(target).points();
            if (member instanceof Member.BySpan && points > 0) {
                add(
                        Finding.Kind.MACRO,
                        target,
                        name(target) + " moves with the macro " + macro.name() + "; its own " + points
                                + (points == 1 ? " point does" : " points do") + " nothing.",
                        "Delete its points",
                        deleting(target));
            }
        }
    }

    /** A route that reaches nothing, is off, goes no way, or was left on. */
    private void route(Route route) {
        Target target = route.target();
        String id = route.id();
        String wire = route.hand().map(session::controlName).orElse("A route without a control") + " → " + name(target);
        boolean macro = target.device().equals(Macro.DEVICE);
        Exposure exposure = session.device(target.device()).exposure(target.parameter());
        if (exposure == Exposure.RESERVED) {
            add(
                    Finding.Kind.STOPPED,
                    target,
                    wire + ": it is reserved for the device itself and must never be moved.",
                    "Disconnect it",
                    s -> s.withRoutes(
                            s.routes().stream().filter(r -> !r.id().equals(id)).toList()));
        } else if (!macro && exposure == Exposure.HIDDEN) {
            add(
                    Finding.Kind.STOPPED,
                    target,
                    wire + ": it sits on no socket, so the hand reaches nothing.",
                    "Expose it",
                    s -> Exposing.expose(s, List.of(target)).session());
        }
        if (!route.on()) {
            add(
                    Finding.Kind.OFF,
                    target,
                    wire + ": this route is switched off.",
                    "Switch it on",
                    s -> s.with(s.route(id).switched(true)));
        }
        if (route.span().closed() && route.hand().isPresent()) {
            add(
                    Finding.Kind.CLOSED_SPAN,
                    target,
                    wire + ": its span begins and ends at "
                            + session.parameter(target).print(route.span().from()) + ", so it moves nothing.",
                    "Open the span",
                    s -> s.with(s.route(id).with(Span.FULL)));
        }
        if (route.mode().writes()) {
            add(
                    Finding.Kind.LEFT_ON,
                    target,
                    wire + ": it is in " + route.mode().spoken() + (route.pinned() ? " and pinned" : "")
                            + ", so the next playback overwrites it.",
                    "Back to Read",
                    s -> s.with(s.route(id).in(WriteMode.READ).pinned(false)));
        }
    }

    private static UnaryOperator<Session> deleting(Target target) {
        return s -> {
            Writable.lane(s, target);
            return s.withLanes(
                    s.lanes().stream().filter(l -> !l.target().equals(target)).toList());
        };
    }

    /** Lanes whose first point comes after the start, told once a device. */
    private void starts() {
        Map<String, List<Target>> late = new LinkedHashMap<>();
        for (Lane lane : session.lanes()) {
            boolean begins = !lane.envelope().isEmpty() && lane.envelope().time(0) > 0;
            if (begins) {
                late.computeIfAbsent(lane.target().device(), d -> new ArrayList<>())
                        .add(lane.target());
            }
        }
        late.forEach((device, targets) -> {
            Target first = targets.get(0);
            int more = targets.size() - 1;
            findings.add(new Finding(
                    Finding.Kind.LATE_START,
                    device,
                    more == 0 ? Optional.of(first) : Optional.empty(),
                    name(first)
                            + (more == 0
                                    ? " has"
                                    : " and " + more + (more == 1 ? " more lane" : " more lanes") + " have")
                            + " no point at the start: until the first one its value stands there already.",
                    "Put a point at the start",
                    Optional.of(s -> {
                        Session after = s;
                        for (Target target : targets) {
                            Lane lane = Writable.lane(after, target);
                            Point begin = new Point(0, lane.envelope().value(0), Shape.HOLD);
                            after = after.with(lane.with(lane.envelope().with(begin)));
                        }
                        return after;
                    })));
        });
    }

    /** Rides that are kept, and that no lane uses any more. */
    private void rides() {
        for (Ride ride : PuttingBack.loose(session)) {
            Optional<Target> target = PuttingBack.target(session, ride);
            String sentence = "Ride " + ride.number() + " of " + session.controlName(ride.hand()) + ", "
                    + session.timeline().printBars(session.timeline().beatAt(ride.from())) + " to "
                    + session.timeline().printBars(session.timeline().beatAt(ride.to()))
                    + ", is kept, but no lane uses it.";
            boolean closed = target.isPresent()
                    && (session.parameter(target.get()).reserved()
                            || session.lane(target.get()).guarded());
            findings.add(new Finding(
                    Finding.Kind.LOOSE_RIDE,
                    target.map(Target::device).orElse(""),
                    target,
                    sentence,
                    target.map(t -> "Put it back on " + name(t)).orElse("Connect its control first"),
                    target.filter(t -> !closed)
                            .map(t -> (UnaryOperator<Session>) s -> PuttingBack.on(s, s.ride(ride.id()), t))));
        }
    }

    private void hands() {
        for (Overlap overlap : Overlap.of(session)) {
            if (overlap.kind() == Overlap.Kind.SAME_MESSAGE) {
                findings.add(new Finding(
                        Finding.Kind.SAME_MESSAGE,
                        "",
                        Optional.empty(),
                        overlap.sentence(),
                        "Learn one of them again",
                        Optional.empty()));
            } else if (overlap.kind() == Overlap.Kind.SEVERAL) {
                add(
                        Finding.Kind.ONE_HAND,
                        overlap.routes().get(0).target(),
                        overlap.sentence(),
                        "Keep them all, or disconnect some in Surfaces",
                        null);
            }
            if (overlap.routes().isEmpty() || !overlap.kind().conflict()) {
                continue;
            }
            Route first = overlap.routes().get(0);
            if (overlap.kind() == Overlap.Kind.WITH_MACRO) {
                add(
                        Finding.Kind.MACRO,
                        first.target(),
                        overlap.sentence(),
                        "Disconnect its own route",
                        s -> Assigning.disconnect(s, first.id()));
            } else if (overlap.kind() == Overlap.Kind.TWO_HANDS) {
                String kept = session.control(first.hand().orElseThrow()).name();
                add(Finding.Kind.TWO_HANDS, first.target(), overlap.sentence(), "Keep " + kept, s -> {
                    Session after = s;
                    for (Route other :
                            overlap.routes().subList(1, overlap.routes().size())) {
                        after = Assigning.disconnect(after, other.id());
                    }
                    return after;
                });
            }
        }
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
    private void addresses() {
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
                        add(
                                Finding.Kind.ONE_ADDRESS,
                                target,
                                name(target) + " and " + name(other) + " are both sent as " + outside.address() + ".",
                                "Give one of them another channel or number",
                                null);
                        break;
                    }
                }
            }
        }
    }

    private void device(Device device) {
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
                add(
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
