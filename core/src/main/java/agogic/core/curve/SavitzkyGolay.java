package agogic.core.curve;

/**
 * Zero-phase local quadratic smoothing: each value becomes that of the parabola nearest, in the least squares, to its
 * neighbours (Savitzky and Golay 1964). The window narrows towards both ends, which stay where they are.
 */
public final class SavitzkyGolay {
    private SavitzkyGolay() {}

    /** The weights for {@code half} neighbours on each side, 0 or more: {@code 2·half + 1} numbers whose sum is 1. */
    public static double[] weights(int half) {
        double[] weights = new double[2 * half + 1];
        double m = half;
        double norm = (2 * m + 3) * (2 * m + 1) * (2 * m - 1);
        for (int j = -half; j <= half; j++) {
            weights[j + half] = half == 0 ? 1 : 3 * (3 * m * m + 3 * m - 1 - 5.0 * j * j) / norm;
        }
        return weights;
    }

    /** {@code values}, equally spaced, smoothed over {@code half} neighbours on each side. */
    public static double[] smooth(double[] values, int half) {
        int n = values.length;
        double[][] tables = new double[half + 1][];
        for (int h = 0; h <= half; h++) {
            tables[h] = weights(h);
        }
        double[] smooth = new double[n];
        for (int i = 0; i < n; i++) {
            int reach = Math.min(half, Math.min(i, n - 1 - i));
            double[] table = tables[reach];
            // Summed as differences to the value itself, so that a level line stays exactly level.
            double sum = 0;
            double twice = 2 * values[i];
            for (int j = 1; j <= reach; j++) {
                sum += table[j + reach] * (values[i + j] + values[i - j] - twice);
            }
            smooth[i] = values[i] + sum;
        }
        return smooth;
    }
}
