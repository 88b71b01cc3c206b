package agogic.core.audio;

/**
 * The K weighting of ITU-R BS.1770-4 for any rate: a shelf for the head and a high pass, both made from their analogue
 * prototypes by the bilinear transform, so that at 48 kHz they have the coefficients of the recommendation's tables.
 */
final class KWeighting {
    private static final double SHELF_HERTZ = 1681.974450955533;
    private static final double SHELF_DECIBEL = 3.999843853973347;
    private static final double SHELF_QUALITY = 0.7071752369554196;
    private static final double SHELF_BEND = 0.4996667741545416;
    private static final double PASS_HERTZ = 38.13547087602444;
    private static final double PASS_QUALITY = 0.5003270373238773;

    private static final double NOTHING = 1e-18;

    private final double[] shelf;
    private final double[] pass;
    private double s1;
    private double s2;
    private double p1;
    private double p2;

    KWeighting(double rate) {
        shelf = shelf(rate);
        pass = pass(rate);
    }

    /** b0, b1, b2, a1, a2 of the shelf. */
    static double[] shelf(double rate) {
        double k = Math.tan(Math.PI * SHELF_HERTZ / rate);
        double high = Math.pow(10, SHELF_DECIBEL / 20);
        double band = Math.pow(high, SHELF_BEND);
        double a0 = 1 + k / SHELF_QUALITY + k * k;
        return new double[] {
            (high + band * k / SHELF_QUALITY + k * k) / a0,
            2 * (k * k - high) / a0,
            (high - band * k / SHELF_QUALITY + k * k) / a0,
            2 * (k * k - 1) / a0,
            (1 - k / SHELF_QUALITY + k * k) / a0
        };
    }

    /** b0, b1, b2, a1, a2 of the high pass. */
    static double[] pass(double rate) {
        double k = Math.tan(Math.PI * PASS_HERTZ / rate);
        double a0 = 1 + k / PASS_QUALITY + k * k;
        return new double[] {1, -2, 1, 2 * (k * k - 1) / a0, (1 - k / PASS_QUALITY + k * k) / a0};
    }

    /** What is left of a sound that is long over is silence: numbers that small take the processor a hundred times as long. */
    void settle() {
        if (Math.abs(s1) + Math.abs(s2) + Math.abs(p1) + Math.abs(p2) < NOTHING) {
            s1 = 0;
            s2 = 0;
            p1 = 0;
            p2 = 0;
        }
    }

    /** The next sample weighted, squared. */
    double squared(double in) {
        double a = shelf[0] * in + s1;
        s1 = shelf[1] * in - shelf[3] * a + s2;
        s2 = shelf[2] * in - shelf[4] * a;
        double b = pass[0] * a + p1;
        p1 = pass[1] * a - pass[3] * b + p2;
        p2 = pass[2] * a - pass[4] * b;
        return b * b;
    }
}
