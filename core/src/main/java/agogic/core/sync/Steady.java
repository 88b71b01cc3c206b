package agogic.core.sync;

/**
 * The steady pulse behind pulses that tremble: a straight line through the last ones by least squares (ordinary linear
 * regression of count on time). If the newest lie to one side of it, the pulse itself has changed, and fewer of them
 * count. Allocates nothing.
 */
final class Steady {
    /** Two bars of four quarters, 24 pulses each. */
    private static final int MOST = 192;

    private static final int FEWEST = 12;
    private static final int NEWEST = 8;
    /** So many pulses tell how much they tremble: of fewer it is told so wrong that a tremble is taken for a turn. */
    private static final int TREMBLING = 98;
    /** Farther than so many of what the mean of the newest trembles is a turn. */
    private static final double SURE = 4.5;
    /** What is nearer than this needs no explanation, in nanoseconds. */
    private static final double FINE = 400_000;

    private final long[] times = new long[MOST];
    private long count;
    private int used;
    private double slope;
    private double mean;
    private double meanCount;
    private long origin;

    /** Nothing was heard yet. */
    void forget() {
        used = 0;
    }

    /** How many pulses came, whether they count or not. */
    long count() {
        return count;
    }

    /** When the last one came, in nanoseconds. */
    long last() {
        return times[(int) ((count - 1) % MOST)];
    }

    boolean isEmpty() {
        return used == 0;
    }

    /** A pulse came; {@code expected} is how long one takes if only this one is known, in nanoseconds. */
    void pulse(long nanos, double expected) {
        times[(int) (count++ % MOST)] = nanos;
        used = Math.min(MOST, used + 1);
        fit(expected);
        while (used > FEWEST && turned()) {
            used = Math.max(FEWEST, used / 2);
            fit(expected);
        }
    }

    private long time(int back) {
        return times[(int) ((count - 1 - back) % MOST)];
    }

    private void fit(double expected) {
        origin = time(0);
        if (used == 1) {
            slope = 1 / expected;
            mean = 0;
            meanCount = count - 1;
            return;
        }
        double sum = 0;
        for (int i = 0; i < used; i++) {
            sum += time(i) - origin;
        }
        mean = sum / used;
        meanCount = count - 1 - (used - 1) / 2.0;
        double squares = 0;
        double products = 0;
        for (int i = 0; i < used; i++) {
            double t = time(i) - origin - mean;
            double c = count - 1 - i - meanCount;
            products += t * c;
            squares += c * c;
        }
        // Time on count: the counts are exact, the times tremble.
        double nanosOfOne = products / squares;
        slope = nanosOfOne > 0 ? 1 / nanosOfOne : 1 / expected;
    }

    /** True if the newest pulses lie to one side of the line, farther than trembling explains. */
    private boolean turned() {
        double newest = 0;
        for (int i = 0; i < NEWEST; i++) {
            newest += (time(i) - origin - mean - (count - 1 - i - meanCount) / slope) / NEWEST;
        }
        return Math.abs(newest) > FINE + SURE * trembling() / Math.sqrt(NEWEST);
    }

    /**
     * How much single pulses tremble, in nanoseconds: a tempo that changes little from pulse to pulse leaves nothing in the
     * second differences of their times, trembling alone leaves six times its square there.
     */
    private double trembling() {
        int n = Math.min(used, TREMBLING) - 2;
        double squares = 0;
        for (int i = 0; i < n; i++) {
            double second = (double) (time(i) - time(i + 1)) - (time(i + 1) - time(i + 2));
            squares += second * second;
        }
        return Math.sqrt(squares / n / 6);
    }

    /** How many pulses there have been at {@code nanos}, parts of one as well: the first is number 0. */
    double at(long nanos) {
        return meanCount + (nanos - origin - mean) * slope;
    }

    /** Nanoseconds from pulse to pulse. */
    double period() {
        return 1 / slope;
    }
}
