package agogic.standins.sound;

/** Forms of oscillators. */
final class Waves {
    private Waves() {}

    /** Triangle to saw; the saw's edge is rounded over one sample on each side (PolyBLEP). */
    static double bright(double phase, double step, double saw) {
        double triangle = 1 - 4 * Math.abs(phase - 0.5);
        double ramp = 2 * phase - 1;
        if (phase < step) {
            double t = phase / step;
            ramp -= t + t - t * t - 1;
        } else if (phase > 1 - step) {
            double t = (phase - 1) / step;
            ramp -= t * t + t + t + 1;
        }
        return triangle * (1 - saw) + ramp * saw;
    }
}
