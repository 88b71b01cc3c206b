package agogic.core.hand;

import agogic.core.envelope.Shape;
import java.util.Arrays;

/**
 * When a reach began and when it was over, from when the hand crossed the borders between codes: a reach of minimum jerk
 * (Flash and Hogan 1985) is laid through them by least squares, and one at one pace, of which the better counts. Near its ends a reach is so slow that the codes say little
 * of it; in the middle they say a lot. Where inside its cells the hand lay is not known, so several places are tried; of
 * all that go well with the borders the shortest reach is told, so that a rest beside it is never told too short.
 */
final class ReachTimes {
    /** The travel of a control has so many steps at most: those of 16 bits. */
    private static final double FINEST = 65_536;

    /** Where inside a cell the hand may have lain, in steps from its code. */
    private static final double[] INSIDE = {-0.45, -0.3, -0.15, 0, 0.15, 0.3, 0.45};

    /** A reach goes well with the borders if it is off by no more than this in the mean, in steps. */
    private static final double WELL = 0.3;

    /** As good as the best, up to this, in steps. */
    private static final double ALIKE = 0.12;

    /** Nearer to an end than this a border says little. */
    private static final double END = 0.01;

    /** So many borders say when a reach was. */
    private static final int ENOUGH = 24;

    /** Fewer borders do not say whether a reach went at one pace. */
    private static final int STEADY_LEAST = 4;

    /** A reach at one pace is off by no more than this in the mean, in steps. */
    private static final double STEADY = 0.3;

    /** And by no more than this part of what the best of minimum jerk is. */
    private static final double STEADIER = 0.8;

    /**
     * So many borders, which are off by no more than this, were crossed at one pace whatever else goes with them: those of minimum
     * jerk are off from one pace by 0.17 steps and more (8 borders), and by 0.32 (12), with a tremor of 0.4 % and without.
     */
    private static final int SOME = 8;

    private static final double EVEN_OF_SOME = 0.12;
    private static final int MANY = 12;
    private static final double EVEN_OF_MANY = 0.2;

    /** Where in its first cell it began at the latest, in steps. */
    private static final double EDGE = 0.4;

    private static final int TABLE = 1024;
    private static final Shape HAND = Shape.s(1);
    private static final double[] PART = new double[TABLE + 1];
    /** The square of how fast it is there: what a border says of when the reach was. */
    private static final double[] SAYS = new double[TABLE + 1];

    static {
        for (int i = 0; i <= TABLE; i++) {
            double p = (double) i / TABLE;
            double low = 0;
            double high = 1;
            for (int halving = 0; halving < 40; halving++) {
                double mid = (low + high) / 2;
                if (HAND.value(0, 1, mid) < p) {
                    low = mid;
                } else {
                    high = mid;
                }
            }
            PART[i] = (low + high) / 2;
            double u = PART[i];
            double slope = 30 * u * u * (1 - u) * (1 - u);
            SAYS[i] = slope * slope;
        }
    }

    /** Of a reach such a part at each end is so slow that it may belong to the rest. */
    private static final double MARGIN = 0.04;

    /** A reach of which nothing is known. */
    static final ReachTimes UNKNOWN = new ReachTimes(Double.NaN, Double.NaN, 0);

    /** When it began at the latest and was over at the earliest, in seconds; not a number if the borders do not say. */
    final double begun;

    final double over;

    /** Of the reach such a part at each end is so slow that it may belong to the rest. */
    private final double margin;

    private ReachTimes(double begun, double over, double margin) {
        this.begun = begun;
        this.over = over;
        this.margin = margin;
    }

    /** Until when it can be level before the reach, its slow beginning included. */
    double levelUntil() {
        return begun + margin * (over - begun);
    }

    /** From when it can be level after the reach, its slow end included. */
    double levelFrom() {
        return over - margin * (over - begun);
    }

    /**
     * A reach from code to code.
     *
     * @param times when each border was crossed, in order of the borders
     * @param borders in steps from the code where it began, upwards whichever way it went
     * @param n how many
     * @param codes how far it went, in steps
     */
    static ReachTimes of(double[] times, double[] borders, int n, double codes) {
        double[][] tried = new double[INSIDE.length * INSIDE.length][];
        double best = Double.POSITIVE_INFINITY;
        int count = 0;
        for (double from : INSIDE) {
            for (double to : INSIDE) {
                double[] fit = n < 3 ? null : fit(times, borders, n, from, codes + to);
                if (fit != null) {
                    tried[count++] = fit;
                    best = Math.min(best, fit[2]);
                }
            }
        }
        double begun = Double.NEGATIVE_INFINITY;
        double over = Double.POSITIVE_INFINITY;
        for (int i = 0; i < count; i++) {
            if (tried[i][2] <= Math.max(ALIKE, 1.2 * best)) {
                begun = Math.max(begun, tried[i][0]);
                over = Math.min(over, tried[i][0] + tried[i][1]);
            }
        }
        boolean known = best <= WELL && over > begun;
        ReachTimes steady = steady(times, borders, n, codes, best);
        return steady != null ? steady : known ? new ReachTimes(begun, over, MARGIN) : UNKNOWN;
    }

    /**
     * The reach in which the cells {@code first} to {@code last} were entered one after the other.
     *
     * @param at when each cell was entered, in seconds
     * @param code of each cell, in the travel of the control
     * @param since when a change of several codes begins at the earliest
     */
    static ReachTimes of(double[] at, double[] since, double[] code, int first, int last, double step) {
        double start = code[first - 1];
        double way = (code[last] - start) / step;
        if (!(Math.abs(way) <= FINEST)) {
            // No control has so many steps: whatever said so, nothing is to be learnt from borders between them.
            return UNKNOWN;
        }
        int most = (int) Math.rint(2 * Math.abs(way)) + 1;
        double[] early = new double[most];
        double[] late = new double[most];
        Arrays.fill(early, Double.NaN);
        for (int k = first; k <= last; k++) {
            int border = (int) Math.rint((code[k] + code[k - 1] - 2 * start) / step * Math.signum(way));
            if (border > 0 && border < most) {
                boolean one = Math.abs(code[k] - code[k - 1]) <= 1.5 * step;
                double time = (one ? at[k] : (Math.max(at[k - 1], since[k]) + at[k]) / 2) - at[first];
                early[border] = Double.isNaN(early[border]) ? time : early[border];
                late[border] = time;
            }
        }
        double[] times = new double[most];
        double[] borders = new double[most];
        int n = 0;
        // Of a long way the borders say the same many times over.
        int each = Math.max(1, most / (2 * ENOUGH));
        for (int b = 0; b < most; b++) {
            if (!Double.isNaN(early[b]) && (b / 2 % each == 0 || b > most - 4)) {
                times[n] = (early[b] + late[b]) / 2;
                borders[n++] = b / 2.0;
            }
        }
        ReachTimes found = of(times, borders, n, Math.abs(way));
        return new ReachTimes(found.begun + at[first], found.over + at[first], found.margin);
    }

    /**
     * A reach at one pace from its beginning to its end, as a machine or a wheel makes it, if that goes clearly better with the
     * borders than one of minimum jerk, which is off by {@code best}; else null.
     */
    private static ReachTimes steady(double[] times, double[] borders, int n, double codes, double best) {
        if (n < STEADY_LEAST) {
            return null;
        }
        double middle = 0;
        double when = 0;
        for (int i = 0; i < n; i++) {
            middle += borders[i] / n;
            when += times[i] / n;
        }
        double far = 0;
        double both = 0;
        double spread = 0;
        for (int i = 0; i < n; i++) {
            far += (borders[i] - middle) * (borders[i] - middle);
            both += (borders[i] - middle) * (times[i] - when);
            spread += (times[i] - when) * (times[i] - when);
        }
        double each = both / far;
        double off = Math.sqrt(Math.max(0, spread - each * both) / n) / each;
        boolean even = off <= (n >= MANY ? EVEN_OF_MANY : n >= SOME ? EVEN_OF_SOME : 0);
        if (!(each > 0) || !(even || off <= STEADY && off <= STEADIER * best)) {
            return null;
        }
        double zero = when - each * middle;
        return new ReachTimes(zero + each * EDGE, zero + each * (codes - EDGE), 0);
    }

    /** Begin, length and how far it is off in the mean, in steps; null if it is none. */
    private static double[] fit(double[] times, double[] borders, int n, double from, double to) {
        double whole = to - from;
        double perStep = 1 / whole;
        double w = 0;
        double wu = 0;
        double wt = 0;
        double wuu = 0;
        double wut = 0;
        double wtt = 0;
        int used = 0;
        for (int i = 0; i < n; i++) {
            double p = (borders[i] - from) * perStep;
            if (p > END && p < 1 - END) {
                // The part of its time after which it has done the part p of its way.
                double x = p * TABLE;
                int at = (int) x;
                double u = PART[at] + (PART[at + 1] - PART[at]) * (x - at);
                double weight = SAYS[at] + (SAYS[at + 1] - SAYS[at]) * (x - at);
                double weighted = weight * u;
                double timed = weight * times[i];
                w += weight;
                wu += weighted;
                wt += timed;
                wuu += weighted * u;
                wut += weighted * times[i];
                wtt += timed * times[i];
                used++;
            }
        }
        double spread = w * wuu - wu * wu;
        if (used < 3 || !(spread > 1e-9 * w * w)) {
            return null;
        }
        double length = (w * wut - wu * wt) / spread;
        double begin = (wt - length * wu) / w;
        if (!(length > 0)) {
            return null;
        }
        double square = Math.max(0, wtt - begin * wt - length * wut);
        return new double[] {begin, length, Math.sqrt(square / used) * whole / length};
    }
}
