package agogic.core.play;

import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicIntegerArray;

/**
 * The snapshots that came while nothing played: their values stand from then on. The playing thread tells them, any other looks
 * at them; of more than {@value #ROOM} between two looks the first are not seen.
 */
public final class Stood {
    private static final int ROOM = 64;

    private final AtomicIntegerArray all = new AtomicIntegerArray(2 * ROOM);
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
        return all.getAcquire(2 * Math.floorMod(number, ROOM));
    }

    /** The place of one in its set, by its number from 0. */
    public int snapshot(int number) {
        return all.getAcquire(2 * Math.floorMod(number, ROOM) + 1);
    }

    void came(int set, int snapshot) {
        int number = count.getPlain();
        int place = 2 * Math.floorMod(number, ROOM);
        all.setRelease(place, set);
        all.setRelease(place + 1, snapshot);
        count.setRelease(number + 1);
    }
}
