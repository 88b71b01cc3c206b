package agogic.core.refine;

import java.util.Arrays;

/** Collects the points of a tube; at one time the last counts. */
final class CellBuilder {
    private double[] times = new double[64];
    private double[] lower = new double[64];
    private double[] middle = new double[64];
    private double[] upper = new double[64];
    private int size;

    double last() {
        return size == 0 ? Double.NEGATIVE_INFINITY : times[size - 1];
    }

    void add(double time, double low, double centre, double high) {
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
        lower[size] = Math.min(low, centre);
        middle[size] = centre;
        upper[size++] = Math.max(high, centre);
    }

    Tube build() {
        return new Tube(
                Arrays.copyOf(times, size),
                Arrays.copyOf(lower, size),
                Arrays.copyOf(middle, size),
                Arrays.copyOf(upper, size));
    }
}
