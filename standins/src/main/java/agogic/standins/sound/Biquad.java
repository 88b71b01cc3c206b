package agogic.standins.sound;

/**
 * A filter of two poles and two zeros over two channels, whose coefficients (W3C Audio EQ Cookbook) move in a straight line
 * over each block: on the way between two that are stable it stays so, since the stable ones form a triangle.
 */
final class Biquad {
    private static final int COUNT = 5;

    private final double[] now = new double[COUNT];
    private final double[] aim = new double[COUNT];
    private final double[] step = new double[COUNT];
    private final double[] state = new double[4];
    private boolean begun;

    /** A peaking band: {@code gain} dB at {@code hertz}, as wide as {@code q}. */
    void peaking(double hertz, double gain, double q) {
        double a = Math.pow(10, gain / 40);
        double w = 2 * Math.PI * Math.min(hertz, 0.49 * Block.RATE) / Block.RATE;
        double alpha = Math.sin(w) / (2 * q);
        double cos = Math.cos(w);
        set(1 + alpha * a, -2 * cos, 1 - alpha * a, 1 + alpha / a, -2 * cos, 1 - alpha / a);
    }

    /** A shelf of {@code gain} dB on one side of {@code hertz}. */
    void shelf(double hertz, double gain, double q, boolean high) {
        double a = Math.pow(10, gain / 40);
        double w = 2 * Math.PI * Math.min(hertz, 0.49 * Block.RATE) / Block.RATE;
        double alpha = Math.sin(w) / (2 * q);
        double cos = high ? -Math.cos(w) : Math.cos(w);
        double sign = high ? -1 : 1;
        double root = 2 * Math.sqrt(a) * alpha;
        set(
                a * ((a + 1) - (a - 1) * cos + root),
                sign * 2 * a * ((a - 1) - (a + 1) * cos),
                a * ((a + 1) - (a - 1) * cos - root),
                (a + 1) + (a - 1) * cos + root,
                sign * -2 * ((a - 1) + (a + 1) * cos),
                (a + 1) + (a - 1) * cos - root);
    }

    private void set(double b0, double b1, double b2, double a0, double a1, double a2) {
        aim[0] = b0 / a0;
        aim[1] = b1 / a0;
        aim[2] = b2 / a0;
        aim[3] = a1 / a0;
        aim[4] = a2 / a0;
    }

    void reset() {
        java.util.Arrays.fill(state, 0);
        begun = false;
    }

    /** Works on one block in place: transposed direct form two. */
    void process(double[] left, double[] right) {
        boolean moves = false;
        for (int c = 0; c < COUNT; c++) {
            if (!begun) {
                now[c] = aim[c];
            }
            step[c] = (aim[c] - now[c]) / Block.FRAMES;
            moves |= step[c] != 0;
        }
        begun = true;
        for (int i = 0; i < Block.FRAMES; i++) {
            for (int c = 0; moves && c < COUNT; c++) {
                now[c] += step[c];
            }
            left[i] = next(left[i], 0);
            right[i] = next(right[i], 2);
        }
        System.arraycopy(aim, 0, now, 0, COUNT);
    }

    private double next(double in, int at) {
        double out = now[0] * in + state[at];
        state[at] = now[1] * in - now[3] * out + state[at + 1] + 1e-20;
        state[at + 1] = now[2] * in - now[4] * out;
        return out;
    }
}
