package agogic.core.play;

import agogic.core.snapshot.Snapshot;
import agogic.core.snapshot.SnapshotSet;
import java.util.List;

/** What was started of one set: which of its snapshots waits, and which is on its way. The playing thread's own. */
final class Started {
    private static final int NONE = -1;

    final SnapshotSet set;
    /** What says of a parameter that a snapshot of this set moved it last: the same before and after an edit. */
    Object by = new Object();
    /** The place of the one that waits. */
    int waiting = NONE;
    /** The moment it waits for, in seconds, and in beats. */
    double due;

    double dueBeat;
    /** The place of the one that is on its way. */
    int going = NONE;
    /** From when to when in seconds of the piece, when it moved last, and when it began in nanoseconds of the engine. */
    double begun;

    double there;
    double last;
    long since;
    /** Where each value was when it began; NaN for what does not go there by itself. */
    final double[] from;

    Started(SnapshotSet set) {
        this.set = set;
        int most = 0;
        for (Snapshot one : set.snapshots()) {
            most = Math.max(most, one.values().size());
        }
        from = new double[most];
    }

    /** The place of a set among those before an edit: the one of its name, or with most of its snapshots; −1 if there is none. */
    static int placeOf(SnapshotSet set, List<SnapshotSet> before) {
        int place = NONE;
        long most = 0;
        for (int s = 0; s < before.size(); s++) {
            SnapshotSet one = before.get(s);
            if (one.name().equals(set.name())) {
                return s;
            }
            long shared = one.snapshots().stream()
                    .filter(then -> set.snapshots().stream()
                            .anyMatch(now -> now.values().equals(then.values())))
                    .count();
            place = shared > most ? s : place;
            most = Math.max(most, shared);
        }
        return place;
    }

    /** Where a snapshot of the set before an edit is here, by its place there; −1 if it is gone. */
    int placeOf(SnapshotSet before, int place) {
        if (place < 0) {
            return NONE;
        }
        Snapshot one = before.snapshots().get(place);
        int same = NONE;
        for (int i = 0; i < set.snapshots().size(); i++) {
            Snapshot here = set.snapshots().get(i);
            if (here.name().equals(one.name())) {
                return i;
            }
            same = here.values().equals(one.values()) ? i : same;
        }
        return same;
    }

    /** What is on its way is so many seconds of the piece earlier: the loop went back. */
    void back(double seconds) {
        begun -= seconds;
        there -= seconds;
        last -= seconds;
    }

    /** Goes on with what was started of the set before an edit: on its way is only what goes to the same values. */
    void carry(Started before) {
        by = before.by;
        waiting = placeOf(before.set, before.waiting);
        due = before.due;
        dueBeat = before.dueBeat;
        int place = placeOf(before.set, before.going);
        if (place == NONE) {
            return;
        }
        List<Snapshot.Value> values = set.snapshots().get(place).values();
        if (values.equals(before.set.snapshots().get(before.going).values())) {
            going = place;
            begun = before.begun;
            there = before.there;
            last = before.last;
            since = before.since;
            System.arraycopy(before.from, 0, from, 0, values.size());
        }
    }
}
