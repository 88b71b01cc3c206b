package agogic.core.record;

import java.util.function.DoubleSupplier;

/**
 * Owns every pass from its first touch to its end: gives it a number, and keeps what happens to it in an {@link EventLog}.
 * Writing, the picture, the journal on the disk: all read that log, and so they cannot differ. The playing thread's own, but
 * for {@link #log}.
 */
public final class Recorder {
    private final EventLog log = new EventLog();
    private final DoubleSupplier from;
    private int passes;
    private int open;

    /**
     * A recorder.
     *
     * @param from says when what is recorded now begins to be written, in seconds of the piece; infinite if nobody knows yet
     */
    public Recorder(DoubleSupplier from) {
        this.from = from;
    }

    /** What happened to all passes; for any thread. */
    public EventLog log() {
        return log;
    }

    /** Where what one route does is recorded. */
    public Reel reel(Source source) {
        return new Reel(this, source);
    }

    /** The passes that ended since the last time ended together. */
    public void close() {
        log.append(Event.CLOSED, 0, 0, 0, 0, null);
        if (open == 0) {
            log.over();
        }
    }

    /** Begins a pass that writes from {@code since} on, or from where writing begins if that is later; gives its number. */
    int begin(Source source, double since) {
        int number = ++passes;
        open++;
        log.append(Event.BEGAN, number, Math.max(from.getAsDouble(), since), source.resting(), 0, source);
        return number;
    }

    void event(Event what, int pass, double at, double a, double b) {
        log.append(what, pass, at, a, b, null);
    }

    void over() {
        open--;
    }
}
