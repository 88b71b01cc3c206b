package agogic.core.play;

import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicIntegerArray;

/**
 * The snapshots that came: what of them is not written stands from then on. The playing thread tells them, any other looks at
 * them; of more than {@value #ROOM} between two looks the first are not seen.
 */
public final class Stood {
    private static final int ROOM = 64;

    /** Of each its set, itself, and 1 if it played. */
    private final AtomicIntegerArray all = new AtomicIntegerArray(3 * ROOM);

    private final AtomicInteger count = new AtomicInteger();

    /** How many have come so far. */
    public int count() {
        return count.getAcquire();
    }

    /** The first that can still be looked at, of so many. */
    public static int first(int count, int seen) {
        return Math.max(seen, count - ROOM);
    }

    /** The place of the set of one, by its number from 0, in the session that played then. */
    public int set(int number) {
        return all.getAcquire(place(number));
    }

    /** The place of one in its set, by its number from 0. */
    public int snapshot(int number) {
        return all.getAcquire(place(number) + 1);
    }

    /** True if it played when one came. */
    public boolean played(int number) {
        return all.getAcquire(place(number) + 2) != 0;
    }

    private static int place(int number) {
        return 3 * Math.floorMod(number, ROOM);
    }

    void came(int set, int snapshot, boolean playing) {
        int number = count.getPlain();
        all.setRelease(place(number), set);
        all.setRelease(place(number) + 1, snapshot);
        all.setRelease(place(number) + 2, playing ? 1 : 0);
        count.setRelease(number + 1);
    }
}
