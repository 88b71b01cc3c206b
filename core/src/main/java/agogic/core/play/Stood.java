package agogic.core.play;

import agogic.core.snapshot.Snapshot;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicIntegerArray;
import java.util.concurrent.atomic.AtomicReferenceArray;

/**
 * The snapshots that came: what of them is not written stands from then on. The playing thread tells them, any other looks at
 * them; of more than {@value #ROOM} between two looks the first are not seen.
 */
public final class Stood {
    private static final int ROOM = 64;

    private final AtomicReferenceArray<Snapshot> all = new AtomicReferenceArray<>(ROOM);
    /** Of each 1 if it played. */
    private final AtomicIntegerArray playing = new AtomicIntegerArray(ROOM);

    private final AtomicInteger count = new AtomicInteger();

    /** How many have come so far. */
    public int count() {
        return count.getAcquire();
    }

    /** The first that can still be looked at, of so many. */
    public static int first(int count, int seen) {
        return Math.max(seen, count - ROOM);
    }

    /** One that came, by its number from 0, as it was then. */
    public Snapshot get(int number) {
        return all.getAcquire(Math.floorMod(number, ROOM));
    }

    /** True if it played when one came. */
    public boolean played(int number) {
        return playing.getAcquire(Math.floorMod(number, ROOM)) != 0;
    }

    void came(Snapshot one, boolean plays) {
        int number = count.getPlain();
        all.setRelease(Math.floorMod(number, ROOM), one);
        playing.setRelease(Math.floorMod(number, ROOM), plays ? 1 : 0);
        count.setRelease(number + 1);
    }
}
