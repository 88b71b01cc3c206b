package agogic.core.refine.tube;

import agogic.core.curve.Curve;
import java.util.Arrays;

/**
 * Where an envelope may go: between a lower and an upper line of straight pieces over the same rising times, with the
 * steadied curve in the middle. Where lower and upper meet, the envelope must pass through. Of the cells of a control that
 * tells late, what is wanted may lie beyond a wall; of what is drawn in, it does not.
 */
public final class Tube {
    /** Room for rounding when an envelope is checked against the walls. */
    public static final double ROUNDING = 1e-10;

    private static final int FEW = 16;

    public final double[] times;
    public final double[] lower;
    public final double[] centre;
    public final double[] upper;
    /** Made when it was asked for more than a few times. */
    private Gaps gaps;

    private int asked;

    /**
     * A tube through these places: times that rise, and at each the lowest, the wanted and the highest value.
     *
     * @throws IllegalArgumentException if there are not as many of each, or fewer than two
     */
    public Tube(double[] times, double[] lower, double[] centre, double[] upper) {
        this.times = times;
        this.lower = lower;
        this.centre = centre;
        this.upper = upper;
        for (int i = 0; i < times.length; i++) {
            if (!(lower[i] <= upper[i]) || i > 0 && !(times[i] > times[i - 1])) {
                throw new IllegalArgumentException("The tube is not open at its point " + (i + 1) + ".");
            }
        }
    }

    /** The tube of {@code tolerance} (0 or more) on both sides of {@code curve}, cut at 0 and 1 at its points. */
    public static Tube around(Curve curve, double tolerance) {
        return between(curve, tolerance, 0, 1);
    }

    private static Tube between(Curve curve, double tolerance, double floor, double ceiling) {
        int n = curve.size();
        double[] lower = new double[n];
        double[] upper = new double[n];
        for (int i = 0; i < n; i++) {
            double value = curve.values()[i];
            lower[i] = Math.min(value, Math.max(floor, value - tolerance));
            upper[i] = Math.max(value, Math.min(ceiling, value + tolerance));
        }
        return new Tube(curve.times(), lower, curve.values(), upper);
    }

    /**
     * The tube of {@code tolerance} (0 or more) on both sides of {@code curve}, cut at 0 and 1: with a point wherever a wall
     * meets them, so that nothing more is cut away.
     */
    public static Tube inside(Curve curve, double tolerance) {
        boolean free = true;
        for (double value : curve.values()) {
            free &= value >= tolerance && value <= 1 - tolerance;
        }
        if (free) {
            // No wall is met.
            return around(curve, tolerance);
        }
        double[] t = curve.times();
        double[] v = curve.values();
        Builder cut = new Builder();
        for (int i = 0; i < t.length; i++) {
            if (i > 0) {
                double first = meets(v[i - 1], v[i], tolerance);
                double second = meets(v[i - 1], v[i], 1 - tolerance);
                knee(cut, t, v, i, Math.min(first, second), tolerance);
                knee(cut, t, v, i, Math.max(first, second), tolerance);
            }
            cut(cut, t[i], v[i], tolerance);
        }
        return cut.build();
    }

    /** Where on the way from a to b the value is {@code level}, 0..1; 2 if it is nowhere. */
    private static double meets(double a, double b, double level) {
        double u = (level - a) / (b - a);
        return u > 0 && u < 1 ? u : 2;
    }

    private static void knee(Builder cut, double[] t, double[] v, int i, double u, double tolerance) {
        double time = t[i - 1] + (t[i] - t[i - 1]) * u;
        if (u <= 1 && time > t[i - 1] && time < t[i]) {
            cut(cut, time, v[i - 1] + (v[i] - v[i - 1]) * u, tolerance);
        }
    }

    private static void cut(Builder cut, double time, double value, double tolerance) {
        cut.add(time, Math.max(0, value - tolerance), value, Math.min(1, value + tolerance));
    }

    /** As {@link #around}, not cut at 0 and 1. */
    public static Tube beside(Curve curve, double tolerance) {
        return between(curve, tolerance, Double.NEGATIVE_INFINITY, Double.POSITIVE_INFINITY);
    }

    /** This tube with a point at each of these times that lies inside; they come in any order. */
    public Tube with(double... more) {
        double[] at = Arrays.stream(more)
                .filter(time -> time > times[0] && time < times[size() - 1] && Arrays.binarySearch(times, time) < 0)
                .sorted()
                .distinct()
                .toArray();
        if (at.length == 0) {
            return this;
        }
        double[] all = new double[size() + at.length];
        int next = 0;
        for (int i = 0; i < size(); i++) {
            while (next < at.length && at[next] < times[i]) {
                all[i + next] = at[next++];
            }
            all[i + next] = times[i];
        }
        return new Tube(all, over(lower, all), over(centre, all), over(upper, all));
    }

    /** A wall or the middle at rising times, those of all points among them. */
    private double[] over(double[] wall, double[] all) {
        double[] over = new double[all.length];
        int i = 0;
        for (int k = 0; k < all.length; k++) {
            boolean point = i < size() && times[i] == all[k];
            over[k] = point ? wall[i] : at(wall, i - 1, all[k]);
            i += point ? 1 : 0;
        }
        return over;
    }

    /** This tube with both walls at {@code value} at its point {@code i}. */
    public Tube through(int i, double value) {
        double[] low = lower.clone();
        double[] middle = centre.clone();
        double[] high = upper.clone();
        low[i] = value;
        middle[i] = value;
        high[i] = value;
        return new Tube(times, low, middle, high);
    }

    /** How many places it has, 2 or more. */
    public int size() {
        return times.length;
    }

    /** When at a place, from 0. */
    public double time(int i) {
        return times[i];
    }

    /** The lowest value, normalised, at a place, from 0. */
    public double lower(int i) {
        return lower[i];
    }

    /** The wanted value at a place, from 0. */
    public double centre(int i) {
        return centre[i];
    }

    /** The highest value at a place, from 0. */
    public double upper(int i) {
        return upper[i];
    }

    /** This tube with both walls {@code part} (0..1) as far from the middle. */
    public Tube narrowed(double part) {
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
    public Tube slice(int first, int last) {
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
    public double centreAt(double time) {
        return at(centre, time);
    }

    /** The value, or what of the inside at {@code time} is nearest to it. */
    public double held(double time, double value) {
        return Math.max(lowerAt(time), Math.min(upperAt(time), value));
    }

    private double at(double[] wall, double time) {
        return at(wall, before(time), time);
    }

    /** A wall or the middle at a time after point {@code before}. */
    public double at(double[] wall, int before, double time) {
        if (size() == 1) {
            return wall[0];
        }
        int i = Math.max(0, Math.min(size() - 2, before));
        double u = (time - times[i]) / (times[i + 1] - times[i]);
        return wall[i] + (wall[i + 1] - wall[i]) * Math.max(0, Math.min(1, u));
    }

    /** The last point at or before {@code time}, −1 if there is none. */
    public int before(double time) {
        if (gaps == null) {
            if (asked++ < FEW) {
                int found = Arrays.binarySearch(times, time);
                return found < 0 ? -found - 2 : found;
            }
            gaps = new Gaps(times);
        }
        return gaps.before(time);
    }

    /**
     * The values that a corner at (t, ?) may have so that the straight way to it from (t0, v0), which lies inside, stays
     * within the walls: narrows {@code range} (lowest, highest), which starts as what the walls leave at {@code t}. The
     * other end may come before or after. One pass over the points between.
     */
    public void narrow(double t0, double v0, double t, double[] range) {
        double from = Math.min(t0, t);
        double to = Math.max(t0, t);
        double whole = t - t0;
        double least = range[0];
        double most = range[1];
        for (int i = before(from) + 1; i < times.length && times[i] < to; i++) {
            double part = times[i] - t0;
            if (part == 0) {
                continue;
            }
            double stretch = whole / part;
            double above = v0 + (upper[i] - v0) * stretch;
            double below = v0 + (lower[i] - v0) * stretch;
            least = below > least ? below : least;
            most = above < most ? above : most;
        }
        range[0] = least;
        range[1] = most;
    }

    /** True if the straight way from (t0, v0) to (t1, v1) lies within the walls: they are straight between points. */
    public boolean holdsStraight(double t0, double v0, double t1, double v1) {
        if (outside(t0, v0) || outside(t1, v1)) {
            return false;
        }
        double slope = (v1 - v0) / (t1 - t0);
        // Both ways from the ends inwards: where a way breaks a wall it mostly does near one of its ends.
        int low = before(t0) + 1;
        int high = before(t1);
        while (low <= high) {
            if (breaks(low, v0 + slope * (times[low] - t0)) || breaks(high, v0 + slope * (times[high] - t0))) {
                return false;
            }
            low++;
            high--;
        }
        return true;
    }

    private boolean breaks(int i, double value) {
        return value > upper[i] + ROUNDING || value < lower[i] - ROUNDING;
    }

    private boolean outside(double time, double value) {
        int i = before(time);
        if (i >= 0 && times[i] == time) {
            return breaks(i, value);
        }
        return value > upperAt(time) + ROUNDING || value < lowerAt(time) - ROUNDING;
    }

    /** Collects the points of a tube; at one time the last counts. */
    public static final class Builder {
        private double[] times = new double[64];
        private double[] lower = new double[64];
        private double[] middle = new double[64];
        private double[] upper = new double[64];
        private int size;

        /** When the last point that was added lies; before all times if there is none. */
        public double last() {
            return size == 0 ? Double.NEGATIVE_INFINITY : times[size - 1];
        }

        /** Adds a point behind the last. */
        public void add(double time, double low, double centre, double high) {
            if (size > 0 && time <= times[size - 1]) {
                size--;
            }
            if (size == times.length) {
                times = Arrays.copyOf(times, 2 * size);
                lower = Arrays.copyOf(lower, 2 * size);
                middle = Arrays.copyOf(middle, 2 * size);
                upper = Arrays.copyOf(upper, 2 * size);
            }
            times[size] = size > 0 ? Math.max(time, Math.nextUp(times[size - 1])) : time;
            lower[size] = low;
            middle[size] = centre;
            upper[size++] = high;
        }

        /** The tube of all points that were added. */
        public Tube build() {
            return new Tube(
                    Arrays.copyOf(times, size),
                    Arrays.copyOf(lower, size),
                    Arrays.copyOf(middle, size),
                    Arrays.copyOf(upper, size));
        }
    }
}
