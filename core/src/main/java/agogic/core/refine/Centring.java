package agogic.core.refine;

import agogic.core.envelope.Shape;

/** Draws each corner of a path towards the middle of the tube, as far as its links allow; the number of links stays. */
final class Centring {
    private static final int ROUNDS = 2;
    private static final int HALVINGS = 4;

    private Centring() {}

    static Curve centre(Curve corners, Tube tube) {
        double[] t = corners.times();
        double[] v = corners.values().clone();
        for (int round = 0; round < ROUNDS; round++) {
            for (int i = 0; i < t.length; i++) {
                double way = tube.centreAt(t[i]) - v[i];
                for (int k = 0; k < HALVINGS && way != 0; k++, way /= 2) {
                    if (fits(tube, t, v, i, v[i] + way)) {
                        v[i] += way;
                        break;
                    }
                }
            }
        }
        return new Curve(t, v);
    }

    private static boolean fits(Tube tube, double[] t, double[] v, int i, double value) {
        return (i == 0 || tube.holds(t[i - 1], v[i - 1], t[i], value, Shape.STRAIGHT))
                && (i + 1 >= t.length || tube.holds(t[i], value, t[i + 1], v[i + 1], Shape.STRAIGHT));
    }
}
