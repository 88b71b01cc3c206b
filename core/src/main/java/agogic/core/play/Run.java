package agogic.core.play;

/**
 * How the piece runs, so that another thread than the playing one knows its place at any moment.
 *
 * @param playing whether it plays; if not, it stands at {@code seconds}
 * @param seconds of the piece at {@code nanos}
 * @param nanos a moment of the engine's clock
 * @param rate seconds of the piece in one second: 1 unless it follows another clock
 * @param until where playing goes on elsewhere or ends, in seconds of the piece
 * @param then where it goes on from there, in seconds; NaN if it ends
 */
public record Run(boolean playing, double seconds, long nanos, double rate, double until, double then) {
    /** It stands at the beginning. */
    public static final Run STILL = new Run(false, 0, 0, 1, Double.POSITIVE_INFINITY, Double.NaN);

    /** Seconds of the piece at {@code at}, in nanoseconds of the clock, as if it went on for ever. */
    public double at(long at) {
        return playing ? seconds + (at - nanos) * 1e-9 * rate : seconds;
    }

    /** The moment at which it is at {@code place}, in nanoseconds, rounded up; the greatest number if it never is. */
    public long when(double place) {
        double away = Math.ceil((place - seconds) / rate * 1e9);
        return away < 4e18 ? nanos + (long) away : Long.MAX_VALUE;
    }
}
