package agogic.core.edit.points;

import agogic.core.pattern.Pattern;
import agogic.core.session.Session;
import agogic.core.snapshot.Snapshot;
import agogic.core.snapshot.SnapshotSet;
import agogic.core.text.Text;
import java.util.ArrayList;
import java.util.List;

/**
 * Patterns and sets of snapshots apart from a piece, to be used in others.
 *
 * @param patterns each as it is; their values are parts of a travel, so they fit everywhere
 * @param sets with values of the parameters that they were taken of
 */
public record OwnShapes(List<Pattern> patterns, List<SnapshotSet> sets) {
    /** Copies its lists, so that nobody changes them later. */
    public OwnShapes {
        patterns = List.copyOf(patterns);
        sets = List.copyOf(sets);
    }

    /** Those of a session. */
    public static OwnShapes of(Session session) {
        return new OwnShapes(session.patterns(), session.sets());
    }

    /**
     * What came of bringing them into a session.
     *
     * @param patterns how many patterns came
     * @param snapshots how many snapshots came
     * @param lost how many values were of parameters that the session does not have
     */
    public record Brought(Session session, int patterns, int snapshots, int lost) {
        /** In words. */
        public String told() {
            return Text.counted(patterns, "pattern") + " and " + Text.counted(snapshots, "snapshot") + " came"
                    + (lost == 0
                            ? ""
                            : "; " + Text.counted(lost, "value") + " of parameters that are not in this piece did not");
        }
    }

    /**
     * Brings them into a session. A name that is taken by something else gets a number; what is there already, just
     * so, does not come twice.
     *
     * @throws IllegalArgumentException in words for people if a lane where a pattern of one of the names is placed is
     *     protected
     */
    public Brought into(Session session) {
        Session after = session;
        int came = 0;
        for (Pattern one : patterns) {
            if (after.patterns().contains(one)) {
                continue;
            }
            after = Patterns.keep(after, one.named(Patterns.freshName(after, one.name())));
            came++;
        }
        int snapshots = 0;
        int lost = 0;
        for (SnapshotSet set : sets) {
            if (after.sets().contains(set)) {
                continue;
            }
            List<Snapshot> fitting = new ArrayList<>();
            for (Snapshot one : set.snapshots()) {
                Session now = after;
                List<Snapshot.Value> values =
                        one.values().stream().filter(v -> now.has(v.target())).toList();
                lost += one.values().size() - values.size();
                if (!values.isEmpty()) {
                    fitting.add(one.with(values)
                            .on(one.pad()
                                    .filter(now::has)
                                    .filter(p -> p.page()
                                            <= now.surface(p.surface()).pages().size())));
                }
            }
            if (!fitting.isEmpty()) {
                String name = set.name();
                for (int n = 2; Snapshots.set(after, name).isPresent(); n++) {
                    name = set.name() + " " + n;
                }
                after = Snapshots.keep(after, set.with(fitting).named(name));
                snapshots += fitting.size();
            }
        }
        return new Brought(after, came, snapshots, lost);
    }
}
