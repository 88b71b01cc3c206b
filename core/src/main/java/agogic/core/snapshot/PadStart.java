package agogic.core.snapshot;

import agogic.core.route.Hand;
import java.util.ArrayList;
import java.util.List;

/**
 * That a button or pad starts a snapshot.
 *
 * @param pad with the page on which it does
 */
public record PadStart(SnapshotSet set, Snapshot snapshot, Hand pad) {
    /** What a control starts, on whichever page: in the order of the sets. */
    public static List<PadStart> of(List<SnapshotSet> sets, Hand control) {
        List<PadStart> all = new ArrayList<>();
        for (SnapshotSet set : sets) {
            for (Snapshot one : set.snapshots()) {
                one.pad().filter(control::sameControl).ifPresent(pad -> all.add(new PadStart(set, one, pad)));
            }
        }
        return all;
    }

    /** {@code Near of Echo}. */
    public String spoken() {
        return snapshot.name() + " of " + set.name();
    }
}
