package agogic.core.midi;

import java.util.concurrent.atomic.AtomicLong;

/**
 * Carries messages from the thread of one port to the thread that plays: one writer, one reader, no lock and no
 * allocation. When it is full the message is counted as lost, never half-written.
 */
public final class MessageQueue implements MidiSink {
    private final long[] nanos;
    private final int[] messages;
    private final int mask;
    private final AtomicLong written = new AtomicLong();
    private final AtomicLong read = new AtomicLong();
    private final AtomicLong lost = new AtomicLong();

    /** A queue for {@code capacity} messages, rounded up to a power of two. */
    public MessageQueue(int capacity) {
        int size = Integer.highestOneBit(Math.max(2, capacity) * 2 - 1);
        nanos = new long[size];
        messages = new int[size];
        mask = size - 1;
    }

    @Override
    public void message(int status, int data1, int data2, long at) {
        long next = written.getPlain();
        if (next - read.getAcquire() > mask) {
            lost.incrementAndGet();
            return;
        }
        int slot = (int) next & mask;
        nanos[slot] = at;
        messages[slot] = status << 16 | data1 << 8 | data2;
        written.setRelease(next + 1);
    }

    /** Hands to {@code sink} what came up to and at {@code until}; returns how many that were. */
    public int drain(long until, MidiSink sink) {
        long from = read.getPlain();
        long to = written.getAcquire();
        long at = from;
        for (; at < to; at++) {
            int slot = (int) at & mask;
            if (nanos[slot] - until > 0) {
                break;
            }
            int message = messages[slot];
            long when = nanos[slot];
            read.setRelease(at + 1);
            sink.message(message >> 16, message >> 8 & 0x7F, message & 0x7F, when);
        }
        return (int) (at - from);
    }

    /** Messages that found no room since the queue was made. */
    public long lost() {
        return lost.get();
    }
}
