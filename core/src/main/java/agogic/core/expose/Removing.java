package agogic.core.expose;

import agogic.core.device.Device;
import agogic.core.lane.Lane;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.session.Writable;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * Taking devices, or a whole track, out of a piece: with them go their lanes, their routes, the rides that wrote nothing
 * else, their places in macros, and with a track its clips. What goes is told before.
 *
 * @param track the id of the track that goes; empty if only devices do
 * @param devices the ids of the devices that go
 * @param notes how many notes go
 * @param points how many points go
 * @param routes how many routes go
 * @param members how many places in macros go
 * @param rides the ids of the rides that go
 */
public record Removing(
        String track, List<String> devices, int notes, int points, int routes, int members, Set<String> rides) {
    /**
     * What would go with one device.
     *
     * @throws IllegalArgumentException if a lane of it is protected
     */
    public static Removing device(Session session, String id) {
        return of(session, "", List.of(id), 0);
    }

    /**
     * What would go with a track.
     *
     * @throws IllegalArgumentException if it is the last one, or a lane of it is protected
     */
    public static Removing track(Session session, String id) {
        if (session.tracks().size() == 1) {
            throw new IllegalArgumentException("A piece has one track at least: rename it, or empty it.");
        }
        Track track = session.track(id);
        int notes = track.clips().stream().mapToInt(c -> c.notes().size()).sum();
        return of(session, id, track.devices(), notes);
    }

    private static Removing of(Session session, String track, List<String> devices, int notes) {
        Set<String> gone = Set.copyOf(devices);
        Writable.going(session, t -> gone.contains(t.device()));
        int points = 0;
        for (Lane lane : session.lanes()) {
            points += gone.contains(lane.target().device()) ? lane.points() : 0;
        }
        Set<String> rides = Traces.rides(session, t -> gone.contains(t.device()));
        int routes = (int) session.routes().stream()
                .filter(r -> gone.contains(r.target().device()))
                .count();
        int members = 0;
        for (Macro macro : session.macros()) {
            for (Member member : macro.members()) {
                members += gone.contains(member.target().device()) ? 1 : 0;
            }
        }
        return new Removing(track, devices, notes, points, routes, members, rides);
    }

    /** The session without all of it. */
    public Session apply(Session session) {
        Set<String> gone = Set.copyOf(devices);
        List<Macro> macros = new ArrayList<>();
        for (Macro macro : session.macros()) {
            Macro less = macro;
            for (Member member : macro.members()) {
                Target target = member.target();
                less = gone.contains(target.device()) ? less.without(target) : less;
            }
            macros.add(less);
        }
        Session unlaned = session.withMacros(macros)
                .withRoutes(session.routes().stream()
                        .filter(r -> !gone.contains(r.target().device()))
                        .toList());
        Session after = Traces.without(unlaned, t -> gone.contains(t.device()));
        for (String device : devices) {
            after = Chains.unchained(after, device).withoutDevice(device);
        }
        return track.isEmpty()
                ? after
                : after.withTracks(after.tracks().stream()
                        .filter(t -> !t.id().equals(track))
                        .toList());
    }

    /** What goes, for people; empty if nothing but itself does. */
    public String inWords(Session session) {
        List<String> parts = new ArrayList<>();
        if (!track.isEmpty()) {
            devices.stream().map(session::device).map(Device::name).forEach(parts::add);
        }
        count(parts, notes, "note");
        count(parts, points, "point");
        count(parts, routes, "route");
        count(parts, rides.size(), "ride");
        count(parts, members, "place in macros", "places in macros");
        return String.join(", ", parts);
    }

    static void count(List<String> parts, int n, String what) {
        count(parts, n, what, what + "s");
    }

    static void count(List<String> parts, int n, String one, String many) {
        if (n > 0) {
            parts.add(n + " " + (n == 1 ? one : many));
        }
    }
}
