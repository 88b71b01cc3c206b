package agogic.core.record;

/**
 * The events of all passes in the order in which they happened. One thread appends, without allocating as long as another
 * calls {@link #provide} now and then; any number of threads read, each at its own pace, and each sees the same. What
 * every reader is past of is given back.
 */
public final class EventLog {
    private static final int FIRST = 64;
    private static final int LONGEST = 8192;

    /** A part of the log; full parts never change. */
    private static final class Chunk {
        private final Event[] events;
        private final int[] passes;
        private final double[] numbers;
        private final Source[] sources;
        private final long first;
        private volatile int size;
        private volatile Chunk next;

        Chunk(int length, long first) {
            events = new Event[length];
            passes = new int[length];
            numbers = new double[3 * length];
            sources = new Source[length];
            this.first = first;
        }
    }

    /** Is told what happened. */
    public interface Sink {
        /**
         * Something happened.
         *
         * @param pass the number of the pass, from 1 on; 0 for {@link Event#CLOSED}
         * @param at a moment, in seconds of the piece
         * @param a first number of the event
         * @param b second number of the event
         * @param source what makes the pass, with {@link Event#BEGAN}; else null
         */
        void event(Event what, int pass, double at, double a, double b, Source source);
    }

    /** Reads the log from where it stands to where it goes. One thread uses it. */
    public final class Reader {
        private Chunk chunk;
        private int at;

        private Reader(Chunk chunk) {
            this.chunk = chunk;
        }

        /** Tells all that happened since the last time. */
        public void read(Sink sink) {
            while (true) {
                int size = chunk.size;
                for (; at < size; at++) {
                    double[] n = chunk.numbers;
                    sink.event(
                            chunk.events[at],
                            chunk.passes[at],
                            n[3 * at],
                            n[3 * at + 1],
                            n[3 * at + 2],
                            chunk.sources[at]);
                }
                Chunk then = chunk.next;
                if (at < chunk.events.length || then == null) {
                    return;
                }
                chunk = then;
                at = 0;
            }
        }

        /** How many events it has told, of all that ever happened. */
        public long place() {
            return chunk.first + at;
        }
    }

    private volatile Chunk last = new Chunk(FIRST, 0);
    private volatile Chunk oldest = last;
    private volatile Chunk spare;

    /** A reader of all events of the passes that are under way, and of those to come. */
    public Reader reader() {
        return new Reader(oldest);
    }

    /** How many events there were. */
    public long count() {
        Chunk now = last;
        return now.first + now.size;
    }

    /** Makes room ahead: once a part is half full, the next. May be called by any thread. */
    public void provide() {
        Chunk now = last;
        Chunk ahead = spare;
        if (now.size >= now.events.length / 2 && (ahead == null || ahead.first <= now.first)) {
            spare = after(now);
        }
    }

    private static Chunk after(Chunk now) {
        return new Chunk(Math.min(LONGEST, now.events.length * 2), now.first + now.events.length);
    }

    /** What was appended so far is over: whoever reads from now on need not know it. By the thread that appends. */
    void over() {
        oldest = last;
    }

    /** By the thread that appends. */
    void append(Event what, int pass, double at, double a, double b, Source source) {
        Chunk now = last;
        int i = now.size;
        if (i == now.events.length) {
            Chunk ahead = spare;
            // The other thread did not come in time: rather allocate than lose a move.
            Chunk fresh = ahead != null && ahead.first == now.first + i ? ahead : after(now);
            now.next = fresh;
            last = fresh;
            now = fresh;
            i = 0;
        }
        now.events[i] = what;
        now.passes[i] = pass;
        now.numbers[3 * i] = at;
        now.numbers[3 * i + 1] = a;
        now.numbers[3 * i + 2] = b;
        now.sources[i] = source;
        now.size = i + 1;
    }
}
