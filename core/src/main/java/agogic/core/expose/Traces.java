package agogic.core.expose;

import agogic.core.lane.Lane;
import agogic.core.lane.Stretch;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.Version;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;

/** What lanes leave behind besides themselves: rides that wrote nothing else, and versions. */
final class Traces {
    private Traces() {}

    /** The ids of the rides that wrote these lanes, or versions of them, and nothing else. */
    static Set<String> rides(Session session, Predicate<Target> gone) {
        Set<String> rides = new HashSet<>();
        Set<String> kept = new HashSet<>();
        for (Lane lane : session.lanes()) {
            add(lane, gone, rides, kept);
        }
        session.versions().forEach(v -> v.lane().ifPresent(lane -> add(lane, gone, rides, kept)));
        rides.removeAll(kept);
        return rides;
    }

    private static void add(Lane lane, Predicate<Target> gone, Set<String> rides, Set<String> kept) {
        for (Stretch stretch : lane.allStretches()) {
            (gone.test(lane.target()) ? rides : kept).add(stretch.ride());
        }
    }

    /** How many versions of these lanes there are. */
    static int versions(Session session, Predicate<Target> gone) {
        return (int) session.versions().stream()
                .filter(v -> v.lane().filter(l -> gone.test(l.target())).isPresent())
                .count();
    }

    /** The session without these lanes, here and in its versions, and without the rides that wrote nothing else. */
    static Session without(Session session, Predicate<Target> gone) {
        Set<String> rides = rides(session, gone);
        List<Version> versions = session.versions().stream()
                .filter(v -> v.lane().filter(l -> gone.test(l.target())).isEmpty())
                .map(v -> v.whole()
                        .map(w -> Version.of(v.name(), without(w, gone)))
                        .orElse(v))
                .toList();
        boolean same = versions.equals(session.versions());
        Session less = session.withLanes(session.lanes().stream()
                        .filter(l -> !gone.test(l.target()))
                        .toList())
                .withoutRides(rides);
        return same ? less : less.withVersions(versions);
    }
}
