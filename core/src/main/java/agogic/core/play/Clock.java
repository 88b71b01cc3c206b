package agogic.core.play;

/** Which moment of the piece it is at which nanosecond, while it plays. It has no time of its own: it is told. */
final class Clock {
    private double anchorSeconds;
    private long anchorNanos;
    private long now;
    private long before;
    private boolean begun;

    /** A tick begins at {@code nanos}. */
    void begin(long nanos) {
        if (!begun) {
            before = nanos;
            begun = true;
        }
        now = nanos;
    }

    /** The tick is done. */
    void end() {
        before = now;
    }

    /** The moment of this tick, in nanoseconds. */
    long now() {
        return now;
    }

    /** Since the last tick, in seconds. */
    double elapsed() {
        return (now - before) * 1e-9;
    }

    /** From now on {@code seconds} of the piece are at {@code nanos}. */
    void anchor(double seconds, long nanos) {
        anchorSeconds = seconds;
        anchorNanos = nanos;
    }

    /** Where it plays from, in seconds of the piece. */
    double anchored() {
        return anchorSeconds;
    }

    double secondsAt(long nanos) {
        return anchorSeconds + (nanos - anchorNanos) * 1e-9;
    }

    long nanosAt(double seconds) {
        return anchorNanos + Math.round((seconds - anchorSeconds) * 1e9);
    }
}
