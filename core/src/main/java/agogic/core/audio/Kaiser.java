package agogic.core.audio;

/** The Kaiser window and the sinc that it bounds (Kaiser 1974; Oppenheim and Schafer, Discrete-Time Signal Processing, 7.5). */
final class Kaiser {
    private Kaiser() {}

    /** sin(πx)/(πx). */
    static double sinc(double x) {
        return Math.abs(x) < 1e-12 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x);
    }

    /** The window at {@code x} of −1..1, 0 outside. */
    static double window(double x, double beta) {
        return Math.abs(x) >= 1 ? 0 : bessel(beta * Math.sqrt(1 - x * x)) / bessel(beta);
    }

    /** The beta that brings all beyond the band down by {@code decibel}, above 50. */
    static double beta(double decibel) {
        return 0.1102 * (decibel - 8.7);
    }

    /** The modified Bessel function of the first kind and order 0, by its series. */
    private static double bessel(double x) {
        double sum = 1;
        double term = 1;
        for (int k = 1; term > sum * 1e-17; k++) {
            term *= x / 2 / k * (x / 2 / k);
            sum += term;
        }
        return sum;
    }
}
