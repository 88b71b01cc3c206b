package agogic.core.audio;

/**
 * From one rate to another by a sinc under a Kaiser window, evaluated where each new frame lies, so that any frame can be
 * had without those before it. What lies beyond the lower of the two half rates is down by more than 96 dB; up to 20 kHz
 * (of 44.1 kHz and above) the ripple is below 0.1 dB. It delays nothing: frame {@code n} is the signal at {@code n/to}
 * seconds. Used by many threads.
 *
 * <p>The width follows Kaiser's formula (Oppenheim and Schafer, Discrete-Time Signal Processing, 7.5.3).
 */
public final class RateConverter {
    private static final double DOWN = 108;
    private static final double BAND = 20_000;
    private static final double RATIO = 0.9070294784580498;
    private static final int MOST_PHASES = 4_096;
    /** From so many frames of each phase on it pays to lay them side by side. */
    private static final int FEW = 8;
    /** No more are laid out at once: what is worked on stays near the processor. */
    private static final int MOST_TURNS = 256;

    private final int from;
    private final int to;
    private final int half;
    private final int phases;
    /** For each phase {@code 2·half} coefficients: of the frames {@code half−1} before to {@code half} behind. */
    private final float[][] table;

    /** @param from frames a second of what is there, {@code to} of what is wanted */
    public RateConverter(int from, int to) {
        int common = gcd(from, to);
        this.from = from / common;
        this.to = to / common;
        double lower = Math.min(from, to);
        // The band that is kept ends at 20 kHz, or for low rates as near to half the rate as that is at 44.1 kHz.
        double band = lower >= 44_100 ? BAND : RATIO * lower / 2;
        double stop = lower / 2;
        double width = 2 * Math.PI * (stop - band) / from;
        half = (int) Math.ceil(((DOWN - 7.95) / (2.285 * width) + 1) / 2);
        double cutoff = (band + stop) / from;
        double beta = Kaiser.beta(DOWN);
        phases = Math.min(this.to, MOST_PHASES);
        table = new float[phases + 1][2 * half];
        for (int p = 0; p <= phases; p++) {
            double sum = 0;
            double[] row = new double[2 * half];
            for (int t = 0; t < 2 * half; t++) {
                double x = t - (half - 1) - (double) p / phases;
                row[t] = cutoff * Kaiser.sinc(cutoff * x) * Kaiser.window(x / half, beta);
                sum += row[t];
            }
            for (int t = 0; t < 2 * half; t++) {
                table[p][t] = (float) (row[t] / sum);
            }
        }
    }

    private static int gcd(int a, int b) {
        return b == 0 ? a : gcd(b, a % b);
    }

    /** True if both rates are the same: then every frame is as it was. */
    public boolean same() {
        return from == to;
    }

    /** The first frame of what is there that is needed for frame {@code frame} of what is wanted; may be negative. */
    public long first(long frame) {
        return same() ? frame : Math.floorDiv(frame * from, to) - (half - 1);
    }

    /** How many frames of what is there are needed for {@code count} frames from {@code frame} on. */
    public int needed(long frame, int count) {
        return same() ? count : (int) (first(frame + count - 1) + 2L * half - first(frame));
    }

    /** How many frames of what is wanted there are of {@code frames}, the last one in part. */
    public long length(long frames) {
        return same() ? frames : Math.floorDiv(frames * to + from - 1, from);
    }

    /**
     * Makes {@code count} frames from {@code frame} on.
     *
     * @param in {@link #needed} frames from {@link #first} on
     * @param out where they go, from {@code at}
     */
    public void convert(float[] in, long frame, int count, float[] out, int at) {
        if (same()) {
            System.arraycopy(in, 0, out, at, count);
            return;
        }
        if (phases == to && count >= FEW * to) {
            side(in, frame, count, out, at);
            return;
        }
        long first = first(frame);
        for (int i = 0; i < count; i++) {
            long place = (frame + i) * from;
            int begin = (int) (Math.floorDiv(place, to) - (half - 1) - first);
            int rest = (int) Math.floorMod(place, (long) to);
            if (phases == to) {
                out[at + i] = sum(in, begin, table[rest]);
            } else {
                double phase = (double) rest * phases / to;
                int below = (int) phase;
                double part = phase - below;
                out[at + i] =
                        (float) ((1 - part) * sum(in, begin, table[below]) + part * sum(in, begin, table[below + 1]));
            }
        }
    }

    private static float sum(float[] in, int begin, float[] row) {
        float sum = 0;
        for (int t = 0; t < row.length; t++) {
            sum += row[t] * in[begin + t];
        }
        return sum;
    }

    /**
     * Many frames of one phase side by side: they have the same coefficients, and their samples lie {@code from} apart. Laid
     * out so that those are neighbours, the processor does several at once. Each frame is summed in the same order as alone.
     */
    private void side(float[] in, long frame, int count, float[] out, int at) {
        float[][] rows = new float[from + 2 * half][Math.min(MOST_TURNS, (count + to - 1) / to)];
        int done = 0;
        while (done < count) {
            int some = Math.min(count - done, MOST_TURNS * to);
            block(rows, in, (int) (first(frame + done) - first(frame)), frame + done, some, out, at + done);
            done += some;
        }
    }

    /** @param base where in {@code in} the first sample that the block needs lies */
    private void block(float[][] rows, float[] in, int base, long frame, int count, float[] out, int at) {
        int turns = (count + to - 1) / to;
        int taps = 2 * half;
        for (int j = 0; j < rows.length; j++) {
            float[] row = rows[j];
            if (j < from) {
                for (int m = 0, k = base + j; m < turns && k < in.length; m++, k += from) {
                    row[m] = in[k];
                }
            } else {
                System.arraycopy(rows[j - from], 1, row, 0, turns - 1);
                int last = base + j + (turns - 1) * from;
                row[turns - 1] = last < in.length ? in[last] : 0;
            }
        }
        float[] sums = new float[turns];
        long first = first(frame);
        for (int r = 0; r < Math.min(to, count); r++) {
            long place = (frame + r) * from;
            int begin = (int) (Math.floorDiv(place, to) - (half - 1) - first);
            float[] by = table[(int) Math.floorMod(place, (long) to)];
            java.util.Arrays.fill(sums, 0);
            int t = 0;
            for (; t + 3 < taps; t += 4) {
                int b = begin + t;
                add(sums, by[t], rows[b], by[t + 1], rows[b + 1], by[t + 2], rows[b + 2], by[t + 3], rows[b + 3]);
            }
            for (; t < taps; t++) {
                add(sums, by[t], rows[begin + t]);
            }
            for (int m = 0, i = r; i < count; m++, i += to) {
                out[at + i] = sums[m];
            }
        }
    }

    /** Adds four rows, each by a factor, in this order. */
    static void add(float[] sums, float a, float[] p, float b, float[] q, float c, float[] r, float d, float[] s) {
        for (int m = 0; m < sums.length; m++) {
            sums[m] = (((sums[m] + a * p[m]) + b * q[m]) + c * r[m]) + d * s[m];
        }
    }

    private static void add(float[] sums, float factor, float[] row) {
        for (int m = 0; m < sums.length; m++) {
            sums[m] += factor * row[m];
        }
    }
}
