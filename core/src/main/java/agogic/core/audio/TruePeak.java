package agogic.core.audio;

/**
 * The true peak of one channel (ITU-R BS.1770-4, annex 2): the greatest absolute value of the signal at four times its rate,
 * interpolated by a sinc under a Kaiser window.
 */
final class TruePeak {
    private static final int OVER = 4;
    private static final int TAPS = 24;
    private static final float[][] PHASES = phases();
    private static final float MOST = most();

    private static final int BLOCK = 512;

    private final float[] samples = new float[TAPS - 1 + BLOCK];
    /** The samples again and again, each time one later: so that neighbours can be worked out side by side. */
    private final float[][] later = new float[TAPS][BLOCK];

    private final float[] sums = new float[BLOCK];
    private int have = TAPS - 1;
    private float peak;

    private static float most() {
        float most = 0;
        for (float[] phase : PHASES) {
            float sum = 0;
            for (float one : phase) {
                sum += Math.abs(one);
            }
            most = Math.max(most, sum);
        }
        return most;
    }

    private static float[][] phases() {
        float[][] all = new float[OVER - 1][TAPS];
        for (int p = 1; p < OVER; p++) {
            double[] row = new double[TAPS];
            double sum = 0;
            for (int t = 0; t < TAPS; t++) {
                double x = t - (TAPS / 2 - 1) - (double) p / OVER;
                row[t] = Kaiser.sinc(x) * Kaiser.window(x / (TAPS / 2.0), 6);
                sum += row[t];
            }
            for (int t = 0; t < TAPS; t++) {
                all[p - 1][t] = (float) (row[t] / sum);
            }
        }
        return all;
    }

    void next(float sample) {
        samples[have++] = sample;
        if (have == samples.length) {
            block();
        }
    }

    private void block() {
        float greatest = greatest(samples, have);
        // What lies between samples is at most so much greater than they are.
        if (greatest * MOST > peak) {
            peak = Math.max(peak, greatest);
            between();
        }
        System.arraycopy(samples, have - (TAPS - 1), samples, 0, TAPS - 1);
        java.util.Arrays.fill(samples, TAPS - 1, samples.length, 0);
        have = TAPS - 1;
    }

    private void between() {
        for (int t = 0; t < TAPS; t++) {
            System.arraycopy(samples, t, later[t], 0, BLOCK);
        }
        for (float[] phase : PHASES) {
            java.util.Arrays.fill(sums, 0);
            for (int t = 0; t < TAPS; t += 4) {
                RateConverter.add(
                        sums,
                        phase[t],
                        later[t],
                        phase[t + 1],
                        later[t + 1],
                        phase[t + 2],
                        later[t + 2],
                        phase[t + 3],
                        later[t + 3]);
            }
            peak = Math.max(peak, greatest(sums, BLOCK));
        }
    }

    /** The greatest absolute value of the first {@code count}. */
    private static float greatest(float[] values, int count) {
        float greatest = 0;
        for (int i = 0; i < count; i++) {
            float one = values[i];
            if (one > greatest) {
                greatest = one;
            } else if (-one > greatest) {
                greatest = -one;
            }
        }
        return greatest;
    }

    /** The greatest so far; what came last is followed by silence. */
    double peak() {
        for (int i = 0; i < TAPS; i++) {
            next(0);
        }
        block();
        return peak;
    }
}
