package agogic.core.record;

import agogic.core.time.Timeline;
import java.lang.invoke.VarHandle;
import java.util.ArrayList;
import java.util.List;

/**
 * What came in during the last minutes, whether a route took it or not, and when it played: so that it can be written
 * afterwards. The playing thread appends, without allocating; another thread reads a copy.
 */
public final class Memory {
    /** As long as it is kept. */
    public static final long KEPT_NANOS = 600_000_000_000L;

    private static final int CAPACITY = 1 << 17;

    /** What an entry says. */
    public enum Kind {
        /** A message of a surface. */
        MESSAGE,
        /** Playing begins. */
        BEGINS,
        /** From here on it is written. */
        WRITES,
        /** Playing is over, or goes on elsewhere. */
        ENDS
    }

    /**
     * An entry.
     *
     * @param surface the id of the surface of a message, else null
     * @param message status, first and second data byte in 24 bits
     * @param seconds where in the piece that was, as time went then
     * @param timeline how time went then
     * @param playing whether it played
     * @param written true if a route wrote what the message said
     */
    public record Entry(
            Kind kind,
            String surface,
            int message,
            long nanos,
            double seconds,
            Timeline timeline,
            boolean playing,
            boolean written) {
        /** Where the same place of the music is in seconds, as time goes on {@code now}. */
        public double secondsIn(Timeline now) {
            return now.equals(timeline) ? seconds : now.secondsAt(timeline.beatAt(seconds));
        }
    }

    private final Kind[] kinds = new Kind[CAPACITY];
    private final String[] surfaces = new String[CAPACITY];
    private final int[] messages = new int[CAPACITY];
    private final long[] nanos = new long[CAPACITY];
    private final double[] seconds = new double[CAPACITY];
    private final Timeline[] timelines = new Timeline[CAPACITY];
    private final boolean[] playing = new boolean[CAPACITY];
    private final boolean[] written = new boolean[CAPACITY];
    private volatile long count;

    /**
     * Remembers something, at a time in nanoseconds of the clock and a place of the piece in seconds, as {@code time} goes. One
     * thread adds.
     */
    public void add(Kind kind, String surface, int message, long at, double where, Timeline time, boolean plays) {
        long now = count;
        int slot = (int) now & CAPACITY - 1;
        kinds[slot] = kind;
        surfaces[slot] = surface;
        messages[slot] = message;
        nanos[slot] = at;
        seconds[slot] = where;
        timelines[slot] = time;
        playing[slot] = plays;
        written[slot] = false;
        count = now + 1;
        // What is written next must not be seen before this is counted: a reader knows by the count what is being
        // written.
        VarHandle.storeStoreFence();
    }

    /** A route wrote what the last message said. */
    public void written() {
        long last = count - 1;
        int slot = (int) last & CAPACITY - 1;
        if (last >= 0 && kinds[slot] == Kind.MESSAGE) {
            written[slot] = true;
            count = last + 1;
        }
    }

    /** What came in the minutes before {@code now}, in nanoseconds of the clock, in order. */
    public List<Entry> entries(long now) {
        long to = count;
        long from = Math.max(0, to - CAPACITY + 1);
        List<Entry> all = new ArrayList<>();
        for (long i = from; i < to; i++) {
            int slot = (int) i & CAPACITY - 1;
            all.add(new Entry(
                    kinds[slot],
                    surfaces[slot],
                    messages[slot],
                    nanos[slot],
                    seconds[slot],
                    timelines[slot],
                    playing[slot],
                    written[slot]));
        }
        // What was written over meanwhile is none of it; it is read before the count is read again.
        VarHandle.loadLoadFence();
        int lost = (int) Math.max(0, Math.min(all.size(), count - CAPACITY + 1 - from));
        all.subList(0, lost).clear();
        all.removeIf(e -> now - e.nanos() > KEPT_NANOS);
        return all;
    }
}
