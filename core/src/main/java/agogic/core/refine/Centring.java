package agogic.core.refine;

import agogic.core.envelope.Shape;

/**
 * Draws each corner of a path towards the middle of the tube, as far as its links allow; the number of links stays. Where
 * a corner cannot move straight up or down, it slides along one of its links.
 */
final class Centring {
    private static final int ROUNDS = 2;
    private static final int HALVINGS = 4;

    private final Tube tube;
    private final double[] t;
    private final double[] v;

    private Centring(Curve corners, Tube tube) {
        this.tube = tube;
        t = corners.times().clone();
        v = corners.values().clone();
    }

    static Curve centre(Curve corners, Tube tube) {
        Centring centring = new Centring(corners, tube);
        for (int round = 0; round < ROUNDS; round++) {
            for (int i = 0; i < centring.t.length; i++) {
                centring.draw(i);
            }
        }
        return new Curve(centring.t, centring.v);
    }

    private void draw(int i) {
        double way = tube.centreAt(t[i]) - v[i];
        for (int k = 0; k < HALVINGS && way != 0; k++, way /= 2) {
            double value = v[i] + way;
            boolean inner = i > 0 && i + 1 < t.length;
            if (tryAt(i, t[i], value)
                    || inner && tryAt(i, along(i - 1, i, value), value)
                    || inner && tryAt(i, along(i, i + 1, value), value)) {
                return;
            }
        }
    }

    /** When the link from corner a to corner b has this value. */
    private double along(int a, int b, double value) {
        return t[a] + (t[b] - t[a]) * (value - v[a]) / (v[b] - v[a]);
    }

    private boolean tryAt(int i, double time, double value) {
        boolean ordered = (i == 0 || time > t[i - 1]) && (i + 1 >= t.length || time < t[i + 1]);
        boolean fits = ordered
                && (i == 0 || tube.holds(t[i - 1], v[i - 1], time, value, Shape.STRAIGHT))
                && (i + 1 >= t.length || tube.holds(time, value, t[i + 1], v[i + 1], Shape.STRAIGHT));
        if (fits) {
            t[i] = time;
            v[i] = value;
        }
        return fits;
    }
}
