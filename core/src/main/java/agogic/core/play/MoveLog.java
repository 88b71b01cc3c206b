package agogic.core.play;

import java.util.concurrent.atomic.AtomicReferenceArray;

/**
 * Keeps the moves of one route in a pass. The playing thread appends; another thread sees to it that there is always
 * room ahead, so that appending does not allocate.
 */
final class MoveLog {
    private static final int CHUNK = 4096;
    private static final int CHUNKS = 8192;

    private final AtomicReferenceArray<double[]> chunks = new AtomicReferenceArray<>(CHUNKS);
    private volatile int size;

    MoveLog() {
        provide();
    }

    /** Makes room ahead. To be called now and then by a thread that may allocate. */
    void provide() {
        int now = size / CHUNK;
        for (int ahead = now; ahead <= now + 1 && ahead < CHUNKS; ahead++) {
            if (chunks.get(ahead) == null) {
                chunks.compareAndSet(ahead, null, new double[3 * CHUNK]);
            }
        }
    }

    void append(double seconds, double raw, double counted) {
        int i = size;
        if (i >= CHUNK * CHUNKS) {
            return;
        }
        double[] chunk = chunks.get(i / CHUNK);
        if (chunk == null) {
            // The other thread did not come in time: rather allocate than lose a move.
            chunk = new double[3 * CHUNK];
            chunks.set(i / CHUNK, chunk);
        }
        int at = 3 * (i % CHUNK);
        chunk[at] = i == 0 ? seconds : Math.max(seconds, get(i - 1, 0));
        chunk[at + 1] = raw;
        chunk[at + 2] = counted;
        size = i + 1;
    }

    int size() {
        return size;
    }

    private double get(int i, int field) {
        return chunks.get(i / CHUNK)[3 * (i % CHUNK) + field];
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
