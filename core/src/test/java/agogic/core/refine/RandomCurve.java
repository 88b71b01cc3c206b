package agogic.core.refine;

import agogic.core.curve.Curve;
import java.util.Random;

/** Curves made up at random, to fit. */
public final class RandomCurve {
    private RandomCurve() {}

    public static Curve of(Random random, int n, double step) {
        double[] t = new double[n];
        double[] v = new double[n];
        double value = 0.5;
        for (int i = 0; i < n; i++) {
            t[i] = i == 0 ? 0 : t[i - 1] + 0.2 + random.nextDouble();
            value = Math.max(0, Math.min(1, value + step * (random.nextDouble() - 0.5)));
            v[i] = value;
        }
        return new Curve(t, v);
    }
}
