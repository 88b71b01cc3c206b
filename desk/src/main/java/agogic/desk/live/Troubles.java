package agogic.desk.live;

import agogic.desk.log.Log;
import agogic.formats.file.Told;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.LongSupplier;

/**
 * What went wrong in a thread that goes on: each thread has a last catch that tells it here. The same trouble is told again
 * only after a while, so that a thing that fails a thousand times a second does not fill the window.
 */
public final class Troubles {
    private static final long AGAIN_NANOS = 10_000_000_000L;
    private static final int MOST = 16;

    private final LongSupplier clock;
    private final Deque<String> waiting = new ArrayDeque<>();
    private final Map<String, Long> told = new HashMap<>();

    /** Troubles by this clock, nanoseconds. */
    public Troubles(LongSupplier clock) {
        this.clock = clock;
    }

    /** {@code who} could not do something; it goes on. */
    public synchronized void tell(String who, Throwable wrong) {
        String sentence = who + ": " + Told.of(wrong) + " It goes on.";
        long now = clock.getAsLong();
        Long before = told.get(sentence);
        if (before != null && now - before < AGAIN_NANOS) {
            return;
        }
        if (told.size() > MOST) {
            told.clear();
        }
        told.put(sentence, now);
        if (waiting.size() < MOST) {
            waiting.add(sentence);
        }
        Log.wrong(who, wrong);
        System.err.println("agogic: " + sentence);
    }

    /** The next that nobody has seen. */
    public synchronized Optional<String> next() {
        return Optional.ofNullable(waiting.poll());
    }
}
