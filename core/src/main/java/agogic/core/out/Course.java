package agogic.core.out;

import agogic.core.play.Run;

/**
 * Where the piece is, from call to call, for what goes out: it goes on, or breaks off and begins elsewhere. A turn of the
 * loop is taken at its moment, before the run tells of it. Allocates nothing.
 */
final class Course {
    /** A place that is farther than this from where it was expected was jumped to. Seconds. */
    private static final double JUMP = 0.005;
    /** What began to play so long ago at the most is played from there. Seconds. */
    private static final double JUST = 0.25;

    private Run run = Run.STILL;
    /** How far the place of the run is ahead of the place in the piece: a turn of the loop that the run does not know yet. */
    private double shift;

    private double place = Double.NaN;
    private double from;
    private boolean begins;

    /** Goes to {@code nanos}; true if what went on until now is over. */
    boolean follow(Run now, long nanos) {
        double raw = now.at(nanos);
        boolean breaks = false;
        if (now != run) {
            boolean goesOn = run.playing() && now.playing() && Math.abs(run.at(nanos) - shift - raw) < JUMP;
            run = now;
            shift = 0;
            breaks = !goesOn;
        }
        begins = run.playing() && (breaks || Double.isNaN(place));
        if (!run.playing()) {
            place = Double.NaN;
        } else {
            place = raw - shift;
            double since = raw - run.seconds();
            from = begins && since > 0 && since < JUST ? run.seconds() : place;
        }
        return breaks;
    }

    boolean plays() {
        return run.playing();
    }

    /** True if it began to play since it was asked last, at {@link #from}. */
    boolean begins() {
        return begins;
    }

    /** Where it began, or goes on, in seconds of the piece. */
    double from() {
        return from;
    }

    /** True if nothing more comes before it goes on elsewhere or ends. */
    boolean over() {
        return shift == 0 && place >= run.until();
    }

    /** Where it goes on elsewhere or ends, in seconds. */
    double until() {
        return run.until();
    }

    /** Goes on where the loop begins, at {@link #from}; false if it ends instead. */
    boolean turn() {
        if (Double.isNaN(run.then())) {
            return false;
        }
        shift = run.until() - run.then();
        place -= shift;
        from = run.then();
        return true;
    }

    /** True if what stands at {@code seconds} of the piece is due. */
    boolean reached(double seconds) {
        return seconds <= place && (shift != 0 || seconds < run.until() - 1e-9);
    }

    /** The moment at which {@code seconds} or an end is reached next, in nanoseconds; the greatest number if neither is. */
    long when(double seconds) {
        double until = shift == 0 && place < run.until() ? run.until() : Double.POSITIVE_INFINITY;
        double first = Math.min(until, seconds + shift);
        return first == Double.POSITIVE_INFINITY ? Long.MAX_VALUE : run.when(first);
    }
}
