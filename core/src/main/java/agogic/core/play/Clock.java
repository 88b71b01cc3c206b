package agogic.core.play;

/** Which moment of the piece it is at which nanosecond, while it plays. It has no time of its own: it is told. */
final class Clock {
    private double from;
    private double anchorSeconds;
    private long anchorNanos;
    private double rate = 1;
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
        from = seconds;
        anchorSeconds = seconds;
        anchorNanos = nanos;
    }

    /** From {@code nanos} on, {@code faster} seconds of the piece go by in a second, from where it is. */
    void lead(long nanos, double faster) {
        anchorSeconds = secondsAt(nanos);
        anchorNanos = nanos;
        rate = faster;
    }

    /** As {@link #lead}, from the moment of this tick. */
    void rate(double faster) {
        lead(now, faster);
    }

    /** How it runs until {@code until} and goes on at {@code then}; it stands at {@code position} if it does not play. */
    Run run(boolean playing, double position, double until, double then) {
        return playing
                ? new Run(true, anchorSeconds, anchorNanos, rate, until, then)
                : new Run(false, position, now, 1, until, then);
    }

    /** True if {@code run} says where it is. */
    boolean runs(Run run) {
        return run.seconds() == anchorSeconds && run.nanos() == anchorNanos && run.rate() == rate;
    }

    /** Where it plays from, in seconds of the piece. */
    double anchored() {
        return from;
    }

    double secondsAt(long nanos) {
        return anchorSeconds + (nanos - anchorNanos) * 1e-9 * rate;
    }

    long nanosAt(double seconds) {
        return anchorNanos + Math.min(Long.MAX_VALUE >> 1, Math.round((seconds - anchorSeconds) / rate * 1e9));
    }
}
