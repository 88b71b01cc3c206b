package agogic.core.curve;

import java.util.Arrays;

/** A curve of straight pieces over rising times. Times in seconds or beats, values without unit. */
public record Curve(double[] times, double[] values) {
    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Curve {
        if (times.length != values.length || times.length == 0) {
            throw new IllegalArgumentException("A curve has at least one point, and as many times as values.");
        }
    }

    /** How many points it has, 1 or more. */
    public int size() {
        return times.length;
    }

    /** Value at {@code time}; the end values hold beyond the ends; of two at one time the later counts. */
    public double valueAt(double time) {
        int n = times.length;
        if (time >= times[n - 1]) {
            return values[n - 1];
        }
        if (time < times[0]) {
            return values[0];
        }
        int at = Arrays.binarySearch(times, time);
        int i = at >= 0 ? at : -at - 2;
        while (i + 1 < n && times[i + 1] <= time) {
            i++;
        }
        double length = times[i + 1] - times[i];
        return values[i] + (values[i + 1] - values[i]) * ((time - times[i]) / length);
    }

    /**
     * The part between {@code from} and {@code to}, in the time of the curve, with points at both; beyond the ends it
     * is level.
     */
    public Curve between(double from, double to) {
        double[] t = new double[times.length + 2];
        double[] v = new double[times.length + 2];
        int n = 0;
        t[n] = from;
        v[n++] = valueAt(from);
        for (int i = 0; i < times.length; i++) {
            if (times[i] > from && times[i] < to) {
                t[n] = times[i];
                v[n++] = values[i];
            }
        }
        if (to > from) {
            t[n] = to;
            v[n++] = valueAt(to);
        }
        return new Curve(Arrays.copyOf(t, n), Arrays.copyOf(v, n));
    }

    /** The part from point {@code first} to point {@code last}, both included; 0 ≤ first ≤ last < {@link #size}. */
    public Curve slice(int first, int last) {
        return new Curve(Arrays.copyOfRange(times, first, last + 1), Arrays.copyOfRange(values, first, last + 1));
    }

    /** This curve with all its times moved by {@code by}. */
    public Curve shifted(double by) {
        double[] t = new double[times.length];
        for (int i = 0; i < t.length; i++) {
            t[i] = times[i] + by;
        }
        return new Curve(t, values);
    }
}
