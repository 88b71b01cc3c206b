package agogic.core.play;

import java.util.concurrent.atomic.AtomicReferenceArray;

/**
 * Keeps the moves of one route in a pass, three numbers each. The playing thread appends; another thread sees to it that
 * there is always room ahead, so that appending does not allocate. Each chunk is twice as long as the one before: a log
 * that keeps little takes little.
 */
final class MoveLog {
    private static final int FIRST = 64;
    private static final int CHUNKS = 24;

    private final AtomicReferenceArray<double[]> chunks = new AtomicReferenceArray<>(CHUNKS);
    private volatile int size;

    MoveLog() {
        provide();
    }

    private static int chunkOf(int i) {
        return 31 - Integer.numberOfLeadingZeros(i / FIRST + 1);
    }

    private static int startOf(int chunk) {
        return FIRST * ((1 << chunk) - 1);
    }

    /** Makes room ahead: the chunk in use, and once it is half full the next. May be called by any thread. */
    void provide() {
        int now = size;
        int chunk = chunkOf(now);
        int half = startOf(chunk) + (FIRST << chunk) / 2;
        for (int ahead = chunk; ahead <= (now >= half ? chunk + 1 : chunk) && ahead < CHUNKS; ahead++) {
            if (chunks.get(ahead) == null) {
                chunks.compareAndSet(ahead, null, new double[3 * (FIRST << ahead)]);
            }
        }
    }

    void append(double seconds, double raw, double counted) {
        int i = size;
        int chunk = chunkOf(i);
        double[] room = chunks.get(chunk);
        if (room == null) {
            // The other thread did not come in time: rather allocate than lose a move.
            room = new double[3 * (FIRST << chunk)];
            chunks.set(chunk, room);
        }
        int at = 3 * (i - startOf(chunk));
        room[at] = i == 0 ? seconds : Math.max(seconds, get(i - 1, 0));
        room[at + 1] = raw;
        room[at + 2] = counted;
        size = i + 1;
    }

    int size() {
        return size;
    }

    double get(int i, int field) {
        int chunk = chunkOf(i);
        return chunks.get(chunk)[3 * (i - startOf(chunk)) + field];
    }

    /** Puts another number in the place of one that is there. */
    void put(int i, int field, double value) {
        int chunk = chunkOf(i);
        chunks.get(chunk)[3 * (i - startOf(chunk)) + field] = value;
    }

    /** A copy of one field of all moves: 0 seconds, 1 raw, 2 counted. */
    double[] copy(int field) {
        double[] copy = new double[size];
        for (int i = 0; i < copy.length; i++) {
            copy[i] = get(i, field);
        }
        return copy;
    }

    void clear() {
        size = 0;
    }
}
