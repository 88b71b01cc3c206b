package agogic.core.expose;

import agogic.core.device.Device;
import agogic.core.device.Exposure;
import agogic.core.device.Seat;
import agogic.core.device.Socket;
import agogic.core.lane.Lane;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.ride.Ride;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.Writable;
import agogic.core.snapshot.SnapshotSet;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * Taking parameters back, whole: the socket, the points, the routes, the rides that wrote nothing else. What goes is told
 * before; afterwards the session is as if they had never been exposed.
 *
 * @param targets what is taken back
 * @param points how many points go
 * @param rides the rides that go: no other lane came from them
 * @param routes the routes that go
 * @param others parameters that the taken ones moved on a joined socket: they lose it and are wanted
 */
public record TakingBack(
        List<Target> targets, int points, List<String> rides, List<Route> routes, List<Target> others) {
    /**
     * What would go.
     *
     * @throws IllegalArgumentException if one of their lanes is protected
     */
    public static TakingBack of(Session session, List<Target> targets) {
        Set<Target> gone = new HashSet<>(targets);
        Writable.going(session, gone::contains);
        int points = 0;
        for (Lane lane : session.lanes()) {
            points += gone.contains(lane.target()) ? lane.points() : 0;
        }
        Set<String> rides = Traces.rides(session, gone::contains);
        List<Target> others = new ArrayList<>();
        for (Target target : targets) {
            Device device = session.device(target.device());
            Socket socket = device.socket(target.parameter()).orElse(null);
            if (socket != null && socket.joined() && socket.seatOf(target.parameter()) == 0) {
                for (Seat seat : socket.seats()) {
                    Target other = new Target(device.id(), seat.parameter());
                    if (!gone.contains(other)) {
                        others.add(other);
                    }
                }
            }
        }
        List<Route> routes =
                session.routes().stream().filter(r -> gone.contains(r.target())).toList();
        List<String> sorted =
                session.rides().stream().map(Ride::id).filter(rides::contains).toList();
        return new TakingBack(List.copyOf(targets), points, sorted, routes, others);
    }

    /** The session without all of it. */
    public Session apply(Session session) {
        Set<Target> gone = new HashSet<>(targets);
        Session after = session;
        for (Target target : targets) {
            Device device = after.device(target.device());
            if (device.exposure(target.parameter()) != Exposure.RESERVED) {
                after = after.withDevice(device.without(target.parameter()));
            }
        }
        for (Target other : others) {
            Device device = after.device(other.device()).without(other.parameter());
            List<String> wanted = new ArrayList<>(device.wanted());
            wanted.add(other.parameter());
            after = after.withDevice(device.wanting(wanted));
        }
        after = after.withMacros(after.macros().stream()
                .map(macro -> {
                    Macro less = macro;
                    for (Target target : targets) {
                        less = less.without(target);
                    }
                    return less;
                })
                .toList());
        Session unlaned = after.withRoutes(
                after.routes().stream().filter(r -> !gone.contains(r.target())).toList());
        Session bare = Traces.without(unlaned, gone::contains);
        return bare.sets().isEmpty()
                ? bare
                : bare.withSets(bare.sets().stream().map(s -> without(s, gone)).toList());
    }

    private static SnapshotSet without(SnapshotSet set, Set<Target> gone) {
        return set.with(set.snapshots().stream()
                .map(s -> s.with(s.values().stream()
                        .filter(v -> !gone.contains(v.target()))
                        .toList()))
                .filter(s -> !s.values().isEmpty())
                .toList());
    }

    /**
     * What goes, for people: {@code 14 points, ride 3, 1 route (Fader 1)}.
     *
     * @throws IllegalArgumentException in words for people if the session is not the one that was looked at
     */
    public String inWords(Session session) {
        List<String> parts = new ArrayList<>();
        if (points > 0) {
            parts.add(points + (points == 1 ? " point" : " points"));
        }
        for (String ride : rides) {
            parts.add("ride " + ride.replaceAll("\\D", ""));
        }
        for (Route route : routes) {
            parts.add("the route from "
                    + route.hand().map(h -> session.control(h).name()).orElse("no control"));
        }
        for (Target target : targets) {
            session.macroOf(target).ifPresent(macro -> parts.add("its place in the macro " + macro.name()));
        }
        for (Target other : others) {
            Parameter parameter = session.parameter(other);
            parts.add("the socket of " + parameter.name() + ", which it moves");
        }
        return parts.isEmpty() ? "only its socket" : "its socket, " + String.join(", ", parts);
    }
}
