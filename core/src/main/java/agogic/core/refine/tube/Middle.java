package agogic.core.refine.tube;

import agogic.core.curve.SavitzkyGolay;

/**
 * The middle of a tube, straight between its knots, and its integrals from the beginning: of it, of it times the time, and of
 * its square. Exact, and found at any time without searching.
 */
public final class Middle {
    private final double begin;
    private static final int RISE = 1;
    private static final int SUM = 2;
    private static final int MOMENT = 3;
    private static final int SQUARE = 4;
    private static final int EACH = 5;

    private final double[] times;
    /** Of each knot its value, how it rises from there, and the integrals up to there: side by side, for they are asked for together. */
    private final double[] knots;

    /** Where it is not steadied: it has the times of this tube. Else null, and the times are even. */
    private final Tube sameTimes;

    /** One by the distance of even times. */
    private final double perSpace;

    private int gap;

    /** Up to the time that was asked for last. */
    public double sum;

    public double moment;
    public double square;

    /** Steadied over {@code steady} of the time of the tube. */
    public Middle(Tube tube, double steady) {
        int n = tube.size();
        begin = tube.times[0];
        double length = tube.times[n - 1] - begin;
        double[] values;
        int count = Math.max(32, Math.min(4096, 3 * n));
        double space = length / count;
        int half = (int) Math.min(12, steady / space / 2);
        if (half >= 2 && count + 1 > 4 * half) {
            times = new double[count + 1];
            for (int i = 0; i <= count; i++) {
                times[i] = i == count ? length : i * space;
            }
            values = SavitzkyGolay.smooth(even(tube), half);
            sameTimes = null;
            perSpace = 1 / space;
        } else {
            times = new double[n];
            for (int i = 0; i < n; i++) {
                times[i] = tube.times[i] - begin;
            }
            values = tube.centre;
            sameTimes = tube;
            perSpace = Double.NaN;
        }
        int last = times.length - 1;
        knots = new double[EACH * (last + 1)];
        for (int i = 0; i <= last; i++) {
            int at = EACH * i;
            knots[at] = values[i];
            knots[at + SUM] = sum;
            knots[at + MOMENT] = moment;
            knots[at + SQUARE] = square;
            if (i < last) {
                knots[at + RISE] = (values[i + 1] - values[i]) / (times[i + 1] - times[i]);
                gap = i;
                within(times[i + 1] - times[i]);
            }
        }
    }

    /** The middle at even spaces of time. */
    private double[] even(Tube tube) {
        int n = tube.size();
        double[] even = new double[times.length];
        int at = 0;
        for (int i = 0; i < even.length; i++) {
            double time = begin + times[i];
            while (at + 2 < n && tube.times[at + 1] <= time) {
                at++;
            }
            double part = Math.max(0, Math.min(1, (time - tube.times[at]) / (tube.times[at + 1] - tube.times[at])));
            even[i] = tube.centre[at] + (tube.centre[at + 1] - tube.centre[at]) * part;
        }
        return even;
    }

    /** Integrates up to {@code time}, counted from the beginning of the tube. */
    public void upTo(double time) {
        gap = Math.max(
                0,
                Math.min(
                        times.length - 2,
                        sameTimes == null ? (int) (time * perSpace) : sameTimes.before(begin + time)));
        within(time - times[gap]);
    }

    /** As {@link #upTo}, of a time no earlier than the one asked for before. */
    public void onTo(double time) {
        while (gap + 2 < times.length && times[gap + 1] <= time) {
            gap++;
        }
        within(time - times[gap]);
    }

    private void within(double part) {
        int at = EACH * gap;
        double value = knots[at];
        double rise = knots[at + RISE];
        double area = part * (value + rise * part / 2);
        sum = knots[at + SUM] + area;
        moment = knots[at + MOMENT] + times[gap] * area + part * part * (value / 2 + rise * part / 3);
        square = knots[at + SQUARE] + part * (value * (value + rise * part) + rise * rise * part * part / 3);
    }

    /** When the tube begins, in its time. */
    public double begin() {
        return begin;
    }

    /** Of the middle between two times: its integral, that of it times the time from the first, and of its square. */
    public static final class Part {
        public double length;
        double sum;
        double moment;
        double square;

        /** What a straight way over it from one value to another is off: the square over time, exactly. */
        public double off(double v0, double v1) {
            double own = length * (v0 * v0 + v0 * v1 + v1 * v1) / 3;
            return own - 2 * (v0 * sum + (v1 - v0) / length * moment) + square;
        }

        /** Half of how that changes with the value at its beginning. */
        public double atBegin(double v0, double v1) {
            return length / 6 * (2 * v0 + v1) - (sum - moment / length);
        }

        /** The same of the value at its end. */
        public double atEnd(double v0, double v1) {
            return length / 6 * (v0 + 2 * v1) - moment / length;
        }
    }

    private final Part part = new Part();

    /** The part between two times; the same object each time. */
    public Part between(double t0, double t1) {
        double a = t0 - begin();
        upTo(a);
        double sumBefore = sum;
        double momentBefore = moment;
        double squareBefore = square;
        upTo(t1 - begin());
        part.length = t1 - t0;
        part.sum = sum - sumBefore;
        part.moment = moment - momentBefore - a * part.sum;
        part.square = square - squareBefore;
        return part;
    }

    /** What a straight way between two times is off. */
    public double off(double t0, double v0, double t1, double v1) {
        return between(t0, t1).off(v0, v1);
    }
}
