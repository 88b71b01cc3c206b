package agogic.core.refine;

import agogic.core.envelope.Shape;
import java.util.Arrays;

/**
 * Where an envelope may go: between a lower and an upper line of straight pieces over the same rising times, with the
 * steadied curve in the middle. Where lower and upper meet, the envelope must pass through.
 */
public final class Tube {
    /** Room for rounding when an envelope is checked against the walls. */
    private static final double ROUNDING = 1e-10;

    final double[] times;
    final double[] lower;
    final double[] centre;
    final double[] upper;

    public Tube(double[] times, double[] lower, double[] centre, double[] upper) {
        this.times = times;
        this.lower = lower;
        this.centre = centre;
        this.upper = upper;
        for (int i = 0; i < times.length; i++) {
            if (!(lower[i] <= centre[i] && centre[i] <= upper[i]) || i > 0 && !(times[i] > times[i - 1])) {
                throw new IllegalArgumentException("The tube is not open at its point " + (i + 1) + ".");
            }
        }
    }

    /** The tube of {@code tolerance} (0 or more) on both sides of {@code curve}, cut at 0 and 1. */
    public static Tube around(Curve curve, double tolerance) {
        int n = curve.size();
        double[] lower = new double[n];
        double[] upper = new double[n];
        for (int i = 0; i < n; i++) {
            double value = curve.values()[i];
            lower[i] = Math.min(value, Math.max(0, value - tolerance));
            upper[i] = Math.max(value, Math.min(1, value + tolerance));
        }
        return new Tube(curve.times(), lower, curve.values(), upper);
    }

    public int size() {
        return times.length;
    }

    public double time(int i) {
        return times[i];
    }

    public double lower(int i) {
        return lower[i];
    }

    public double centre(int i) {
        return centre[i];
    }

    public double upper(int i) {
        return upper[i];
    }

    /** This tube with both walls {@code part} (0..1) as far from the middle. */
    Tube narrowed(double part) {
        int n = size();
        double[] low = new double[n];
        double[] high = new double[n];
        for (int i = 0; i < n; i++) {
            low[i] = centre[i] - part * (centre[i] - lower[i]);
            high[i] = centre[i] + part * (upper[i] - centre[i]);
        }
        return new Tube(times, low, centre, high);
    }

    /** The part from point {@code first} to point {@code last}, both included. */
    Tube slice(int first, int last) {
        return new Tube(
                Arrays.copyOfRange(times, first, last + 1),
                Arrays.copyOfRange(lower, first, last + 1),
                Arrays.copyOfRange(centre, first, last + 1),
                Arrays.copyOfRange(upper, first, last + 1));
    }

    /** Lower wall at {@code time} within the tube. */
    public double lowerAt(double time) {
        return at(lower, time);
    }

    /** Upper wall at {@code time} within the tube. */
    public double upperAt(double time) {
        return at(upper, time);
    }

    /** The middle at {@code time} within the tube. */
    double centreAt(double time) {
        return at(centre, time);
    }

    private double at(double[] wall, double time) {
        int i = Math.max(0, Math.min(size() - 2, before(time)));
        if (size() == 1) {
            return wall[0];
        }
        double u = (time - times[i]) / (times[i + 1] - times[i]);
        return wall[i] + (wall[i + 1] - wall[i]) * Math.max(0, Math.min(1, u));
    }

    private int before(double time) {
        int found = Arrays.binarySearch(times, time);
        return found >= 0 ? found : -found - 2;
    }

    /** True if the way from (t0, v0) to (t1, v1) in this shape lies within the walls, everywhere and not only at points. */
    public boolean holds(double t0, double v0, double t1, double v1, Shape shape) {
        return miss(t0, v0, t1, v1, shape) == 0;
    }

    /**
     * Which wall the way breaks: 0 none, 1 the upper, −1 the lower, 2 both. Between two points of the tube the walls are
     * straight, so a way can break them only at their points or where it runs parallel to them.
     */
    int miss(double t0, double v0, double t1, double v1, Shape shape) {
        boolean above = false;
        boolean below = false;
        int i = Math.max(0, before(t0));
        double length = t1 - t0;
        for (; i < size() && (i == 0 || times[i - 1] < t1); i++) {
            double from = Math.max(t0, i == 0 ? t0 : times[i - 1]);
            double to = Math.min(t1, times[i]);
            if (to < from) {
                continue;
            }
            double at = shape.value(v0, v1, (to - t0) / length);
            boolean point = to == times[i];
            above |= at > (point ? upper[i] : upperAt(to)) + ROUNDING;
            below |= at < (point ? lower[i] : lowerAt(to)) - ROUNDING;
            if (shape.kind() == Shape.Kind.STRAIGHT && (above || below)) {
                // Of a straight way nobody asks more than whether it fits.
                break;
            }
            if (i > 0 && shape.kind() != Shape.Kind.STRAIGHT && to > from) {
                double span = times[i] - times[i - 1];
                double rise = (upper[i] - upper[i - 1]) / span;
                double parallel = parallel(shape, v0, v1, length, rise, from - t0, to - t0);
                above |= shape.value(v0, v1, parallel / length) > upperAt(t0 + parallel) + ROUNDING;
                double fall = (lower[i] - lower[i - 1]) / span;
                parallel = parallel(shape, v0, v1, length, fall, from - t0, to - t0);
                below |= shape.value(v0, v1, parallel / length) < lowerAt(t0 + parallel) - ROUNDING;
            }
            if (above && below) {
                return 2;
            }
        }
        return above ? 1 : below ? -1 : 0;
    }

    /** Where between {@code from} and {@code to} the way has this slope; {@code from} if it has it nowhere there. */
    static double parallel(Shape shape, double v0, double v1, double length, double slope, double from, double to) {
        double whole = v1 - v0;
        double wanted = slope * length / whole;
        double u = Double.NaN;
        if (shape.kind() == Shape.Kind.BENT) {
            // (k·e^{ku})/(e^k − 1) = wanted
            double k = 8 * shape.amount();
            u = Math.log(wanted * Math.expm1(k) / k) / k;
        } else if (shape.kind() == Shape.Kind.S) {
            // 6u − 6u² = wanted has two answers, one on each side of the middle
            double root = Math.sqrt(1 - wanted / 1.5);
            u = (from + to) / 2 < length / 2 ? (1 - root) / 2 : (1 + root) / 2;
        }
        double at = u * length;
        return at > from && at < to ? at : from;
    }
}
