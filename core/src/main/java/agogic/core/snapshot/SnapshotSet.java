package agogic.core.snapshot;

import agogic.core.text.Text;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * Snapshots that are started from buttons or pads while it plays.
 *
 * @param name unique within a session
 * @param start when what was started comes
 * @param over how long the values take to get there, in beats; 0 for a jump
 * @param snapshots in the order of their pads, no name twice
 */
public record SnapshotSet(String name, Start start, double over, List<Snapshot> snapshots) {
    /** When what was started comes. */
    public enum Start {
        AT_ONCE("at once"),
        BEAT("on the next beat"),
        BAR("on the next bar"),
        FOUR_BARS("on the next four bars");

        private final String spoken;

        Start(String spoken) {
            this.spoken = spoken;
        }

        /** The word for people. */
        public String spoken() {
            return spoken;
        }
    }

    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public SnapshotSet {
        Text.sound("The name of a set", name);
        snapshots = List.copyOf(snapshots);
        if (name.isBlank()) {
            throw new IllegalArgumentException("A set of snapshots needs a name.");
        }
        if (!(over >= 0 && over <= 4096)) {
            throw new IllegalArgumentException("A set goes to its values in 0 to 4,096 beats, not in " + over + ".");
        }
        Set<String> seen = new HashSet<>();
        for (Snapshot one : snapshots) {
            if (!seen.add(one.name())) {
                throw new IllegalArgumentException(
                        "The set " + name + " has two snapshots with the name " + one.name() + ".");
            }
        }
    }

    /**
     * With these snapshots, each name once.
     *
     * @throws IllegalArgumentException in words for people if two have one name
     */
    public SnapshotSet with(List<Snapshot> newSnapshots) {
        return new SnapshotSet(name, start, over, newSnapshots);
    }

    /**
     * With another name.
     *
     * @throws IllegalArgumentException in words for people if the name is blank
     */
    public SnapshotSet named(String newName) {
        return new SnapshotSet(newName, start, over, snapshots);
    }

    /**
     * Its snapshots come at this line, over so many beats (0 or more).
     *
     * @throws IllegalArgumentException in words for people if it is not 0 to 4,096 beats
     */
    public SnapshotSet starting(Start newStart, double newOver) {
        return new SnapshotSet(name, newStart, newOver, snapshots);
    }
}
