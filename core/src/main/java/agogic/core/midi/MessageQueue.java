package agogic.core.midi;

import java.util.concurrent.atomic.AtomicLong;

/**
 * Carries messages from the thread of one port to the thread that plays: one writer, one reader, no lock and no
 * allocation. When it is full, what comes still gets through as its latest value: of each message (its status and first
 * data byte) the newest is kept until there is room, so that every control ends where the hand left it. What was left out
 * on the way is counted.
 */
public final class MessageQueue implements MidiSink {
    /** A message stamped farther ahead than this is taken at once: its clock is not ours. Nanoseconds. */
    public static final long AHEAD_NANOS = 1_000_000_000L;

    private final long[] nanos;
    private final int[] messages;
    private final int mask;
    private final AtomicLong written = new AtomicLong();
    private final AtomicLong read = new AtomicLong();
    private final AtomicLong lost = new AtomicLong();
    private final Latest latest = new Latest();

    /** A queue for {@code capacity} messages, rounded up to a power of two. */
    public MessageQueue(int capacity) {
        int size = Integer.highestOneBit(Math.max(2, capacity) * 2 - 1);
        nanos = new long[size];
        messages = new int[size];
        mask = size - 1;
    }

    @Override
    public void message(int status, int data1, int data2, long at) {
        int message = status << 16 | data1 << 8 | data2;
        long next = written.getPlain();
        // Once something waits as its latest value, what follows must not overtake it.
        if (next - read.getAcquire() > mask || latest.waits()) {
            lost.addAndGet(latest.put(message, at));
            return;
        }
        int slot = (int) next & mask;
        nanos[slot] = at;
        messages[slot] = message;
        written.setRelease(next + 1);
    }

    /** Hands to {@code sink} what came up to and at {@code until}; returns how many that were. */
    public int drain(long until, MidiSink sink) {
        return drain(until, until, sink);
    }

    /** The same at the moment {@code now}, in nanoseconds, which may be later: what was stamped in between is not ahead of its time, and waits. */
    public int drain(long until, long now, MidiSink sink) {
        long from = read.getPlain();
        long to = written.getAcquire();
        long at = from;
        for (; at < to; at++) {
            int slot = (int) at & mask;
            long ahead = nanos[slot] - until;
            if (ahead > 0 && nanos[slot] - now <= AHEAD_NANOS) {
                return (int) (at - from);
            }
            int message = messages[slot];
            long when = ahead > 0 ? until : nanos[slot];
            read.setRelease(at + 1);
            hand(message, when, sink);
        }
        // While something waits nothing is added to the ring: empty now, it stays so until what waits is handed on.
        boolean behind = latest.waits() && written.getAcquire() == at;
        return (int) (at - from) + (behind ? latest.drain(until, sink) : 0);
    }

    /** True if the next message would find no place of its own. */
    public boolean full() {
        return written.getPlain() - read.getAcquire() > mask || latest.waits();
    }

    /** Forgets what has not been drained. To be called by the reader. */
    public void clear() {
        read.setRelease(written.getAcquire());
        latest.drain(Long.MAX_VALUE, (status, data1, data2, at) -> {});
    }

    /** Messages that were left out since the queue was made, because newer ones of the same control came. */
    public long lost() {
        return lost.get();
    }

    private static void hand(int message, long when, MidiSink sink) {
        sink.message(message >> 16, message >> 8 & 0x7F, message & 0x7F, when);
    }

    /** The newest message of each kind and number, in the order in which the first of each came. */
    private static final class Latest {
        private static final int ROOM = 512;
        private static final int ROOM_MASK = 2 * ROOM - 1;

        /** Where in the order a kind and number stands, plus one; found by its key. */
        private final int[] table = new int[2 * ROOM];

        private final int[] newest = new int[ROOM];
        private final long[] stamps = new long[ROOM];
        /** The reader's own copies. */
        private final int[] taken = new int[ROOM];

        private final long[] takenAt = new long[ROOM];
        private int count;
        /** Taken by whoever works on the table, for as long as copying a few numbers takes. */
        private final AtomicLong turn = new AtomicLong();

        private volatile boolean waits;

        boolean waits() {
            return waits;
        }

        private void enter() {
            while (!turn.compareAndSet(0, 1)) {
                Thread.onSpinWait();
            }
        }

        /** Keeps a message; returns how many were left out for it. */
        long put(int message, long at) {
            enter();
            try {
                int key = message >> 8;
                int place = (key * 0x9E3779B1 >>> 20) & ROOM_MASK;
                while (table[place] != 0 && newest[table[place] - 1] >> 8 != key) {
                    place = place + 1 & ROOM_MASK;
                }
                boolean there = table[place] != 0;
                if (!there && count == ROOM) {
                    return 1;
                }
                if (!there) {
                    table[place] = ++count;
                }
                newest[table[place] - 1] = message;
                stamps[table[place] - 1] = at;
                waits = true;
                return there ? 1 : 0;
            } finally {
                turn.set(0);
            }
        }

        int drain(long until, MidiSink sink) {
            if (!waits) {
                return 0;
            }
            int handed;
            enter();
            try {
                handed = count;
                System.arraycopy(newest, 0, taken, 0, handed);
                System.arraycopy(stamps, 0, takenAt, 0, handed);
                count = 0;
                java.util.Arrays.fill(table, 0);
                waits = false;
            } finally {
                turn.set(0);
            }
            // Nobody waits while these are handed on, however long it takes.
            for (int i = 0; i < handed; i++) {
                hand(taken[i], takenAt[i] - until > 0 ? until : takenAt[i], sink);
            }
            return handed;
        }
    }
}
