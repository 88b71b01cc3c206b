package agogic.core.audio;

import java.util.Arrays;

/**
 * The true peak of one channel (ITU-R BS.1770-4, annex 2): the greatest absolute value of the signal at four times its rate,
 * interpolated by a sinc under a Kaiser window.
 */
final class TruePeak {
    private static final int OVER = 4;
    private static final int TAPS = 24;
    private static final double[][] PHASES = phases();
    private static final double MOST = Arrays.stream(PHASES)
            .mapToDouble(phase -> Arrays.stream(phase).map(Math::abs).sum())
            .max()
            .orElseThrow();

    private final double[] ring = new double[2 * TAPS];
    private int at;
    private double peak;
    /** For so many samples more one is near that may make a greater peak. */
    private int near;

    private static double[][] phases() {
        double[][] all = new double[OVER - 1][TAPS];
        for (int p = 1; p < OVER; p++) {
            double sum = 0;
            for (int t = 0; t < TAPS; t++) {
                double x = t - (TAPS / 2 - 1) - (double) p / OVER;
                all[p - 1][t] = Kaiser.sinc(x) * Kaiser.window(x / (TAPS / 2.0), 6);
                sum += all[p - 1][t];
            }
            for (int t = 0; t < TAPS; t++) {
                all[p - 1][t] /= sum;
            }
        }
        return all;
    }

    void next(double sample) {
        at = at == 0 ? TAPS - 1 : at - 1;
        // Twice in the ring: so that the newest TAPS samples always lie one behind the other.
        ring[at] = sample;
        ring[at + TAPS] = sample;
        double size = Math.abs(sample);
        peak = Math.max(peak, size);
        // What lies between samples is at most so much greater than they are: mostly that is less than what was.
        near = size * MOST > peak ? TAPS : near - 1;
        if (near <= 0) {
            return;
        }
        for (double[] phase : PHASES) {
            double sum = 0;
            for (int t = 0; t < TAPS; t++) {
                sum += phase[t] * ring[at + TAPS - 1 - t];
            }
            peak = Math.max(peak, Math.abs(sum));
        }
    }

    /** The greatest so far, once the last samples were followed by silence. */
    double peak() {
        return peak;
    }

    void end() {
        for (int i = 0; i < TAPS; i++) {
            next(0);
        }
    }
}
