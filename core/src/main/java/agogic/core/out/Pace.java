package agogic.core.out;

import agogic.core.midi.Wire;

/**
 * When a wire is free: a message takes its time, and in no ten milliseconds more bytes begin than the wire carries in them.
 * Allocates nothing.
 */
final class Pace {
    /** Over this no more is sent than the wire carries; a nanosecond more, so that both ends of a window count. */
    private static final long WINDOW = 10_000_001;

    private static final int SLOTS = 256;

    private final int most;
    private final double nanosOfByte;
    private final long[] at = new long[SLOTS];
    private final int[] bytes = new int[SLOTS];
    /** The messages in the window are those from {@code first} up to {@code next}. */
    private int first;

    private int next;
    private int inside;
    private long free = Long.MIN_VALUE;

    Pace(Wire wire) {
        most = (int) Math.min(SLOTS - 4, Math.floor(0.01 / wire.seconds(1)));
        nanosOfByte = wire.seconds(1) * 1e9;
    }

    /** The first moment from {@code now} on at which {@code size} bytes can begin. */
    long freeFor(int size, long now) {
        long when = Math.max(now, free);
        int left = inside;
        for (int i = first; i != next && (left + size > most || at[i] + WINDOW <= when); i = i + 1 & SLOTS - 1) {
            left -= bytes[i];
            when = Math.max(when, at[i] + WINDOW);
        }
        return when;
    }

    /** {@code size} bytes begin now. */
    void take(int size, long now) {
        while (first != next && at[first] + WINDOW <= now) {
            inside -= bytes[first];
            first = first + 1 & SLOTS - 1;
        }
        at[next] = now;
        bytes[next] = size;
        next = next + 1 & SLOTS - 1;
        inside += size;
        free = now + (long) Math.ceil(size * nanosOfByte);
    }
}
