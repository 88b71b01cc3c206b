package agogic.core.check;

import agogic.core.assign.Assigning;
import agogic.core.assign.Overlap;
import agogic.core.device.Device;
import agogic.core.device.Exposure;
import agogic.core.edit.macro.Macros;
import agogic.core.edit.pass.PuttingBack;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.expose.Exposing;
import agogic.core.expose.TakingBack;
import agogic.core.lane.Lane;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.parameter.Parameter;
import agogic.core.ride.Ride;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Moved;
import agogic.core.session.Session;
import agogic.core.session.Writable;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;

/** Looks through a session for what is wrong with it. */
public final class Check {
    private final Session session;
    private final Findings findings;
    private final Set<Target> used;

    private Check(Session session) {
        this.session = session;
        findings = new Findings(session);
        used = Moved.all(session);
    }

    /** All findings, device by device. */
    public static List<Finding> of(Session session) {
        Check check = new Check(session);
        session.lanes().forEach(check::lane);
        check.copies();
        DeviceFindings devices = new DeviceFindings(check.findings, check.used);
        session.devices().forEach(devices::device);
        devices.addresses();
        session.macros().forEach(check::macro);
        check.hands();
        session.routes().forEach(check::route);
        check.starts();
        check.rides();
        return check.findings.worstFirst();
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
            findings.add(
                    Finding.Kind.RESERVED_DATA,
                    target,
                    findings.name(target) + " is reserved for the device itself, but has " + lane.points() + " points.",
                    "Take the points away",
                    s -> TakingBack.of(s, List.of(target)).apply(s));
        } else if (exposure != Exposure.EXPOSED && !waits) {
            findings.add(
                    Finding.Kind.UNREACHED,
                    target,
                    findings.name(target) + " has " + lane.points() + " points, but no socket: no host can reach it.",
                    "Expose it",
                    s -> Exposing.expose(s, List.of(target)).session());
        }
        if (device.leaderOf(target.parameter()).isPresent()) {
            findings.add(
                    Finding.Kind.UNREACHED,
                    target,
                    findings.name(target) + " moves with another parameter; its own " + lane.points()
                            + " points do nothing.",
                    "Delete its points",
                    deleting(target));
        }
        LayerCheck.of(session, lane).forEach(findings::add);
        boolean slopes = parameter.stepped()
                && !envelope.isEmpty()
                && envelope.points().subList(0, envelope.size() - 1).stream()
                        .anyMatch(p -> p.shape().kind() != Shape.Kind.HOLD);
        if (slopes) {
            findings.add(
                    Finding.Kind.SLOPES,
                    target,
                    findings.name(target) + " moves in steps, but its points are joined by slopes.",
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
                findings.add(
                        Finding.Kind.COPIES,
                        lane.target(),
                        findings.name(lane.target()) + " has the very points of " + findings.name(first.target())
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
            findings.add(
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
                findings.add(
                        Finding.Kind.MACRO,
                        target,
                        findings.name(target) + " moves with the macro " + macro.name() + "; its own " + points
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
        String wire = route.hand().map(session::controlName).orElse("A route without a control") + " → "
                + findings.name(target);
        boolean macro = target.device().equals(Macro.DEVICE);
        Exposure exposure = session.device(target.device()).exposure(target.parameter());
        if (exposure == Exposure.RESERVED) {
            findings.add(
                    Finding.Kind.STOPPED,
                    target,
                    wire + ": it is reserved for the device itself and must never be moved.",
                    "Disconnect it",
                    s -> s.withRoutes(
                            s.routes().stream().filter(r -> !r.id().equals(id)).toList()));
        } else if (!macro && exposure == Exposure.HIDDEN) {
            findings.add(
                    Finding.Kind.STOPPED,
                    target,
                    wire + ": it sits on no socket, so the hand reaches nothing.",
                    "Expose it",
                    s -> Exposing.expose(s, List.of(target)).session());
        }
        if (!route.on()) {
            findings.add(
                    Finding.Kind.OFF,
                    target,
                    wire + ": this route is switched off.",
                    "Switch it on",
                    s -> s.with(s.route(id).switched(true)));
        }
        if (route.span().closed() && route.hand().isPresent()) {
            findings.add(
                    Finding.Kind.CLOSED_SPAN,
                    target,
                    wire + ": its span begins and ends at "
                            + session.parameter(target).print(route.span().from()) + ", so it moves nothing.",
                    "Open the span",
                    s -> s.with(s.route(id).with(Span.FULL)));
        }
        if (route.mode().writes()) {
            findings.add(
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
                    findings.name(first)
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
                    target.map(t -> "Put it back on " + findings.name(t)).orElse("Connect its control first"),
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
                findings.add(
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
                findings.add(
                        Finding.Kind.MACRO,
                        first.target(),
                        overlap.sentence(),
                        "Disconnect its own route",
                        s -> Assigning.disconnect(s, first.id()));
            } else if (overlap.kind() == Overlap.Kind.TWO_HANDS) {
                String kept = session.control(first.hand().orElseThrow()).name();
                findings.add(Finding.Kind.TWO_HANDS, first.target(), overlap.sentence(), "Keep " + kept, s -> {
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
}
