package agogic.core.refine.links;

import agogic.core.curve.Curve;
import agogic.core.refine.tube.Tube;

/**
 * Draws each corner of a path towards the middle of the tube, as far as its links allow; the number of links stays. Where
 * a corner cannot move straight up or down, it slides along one of its links.
 */
public final class Centring {
    private static final int ROUNDS = 2;
    private static final int HALVINGS = 3;
    /** A corner nearer to the middle than this part of the tube's width is near enough. */
    private static final double FAR = 0.4;

    private final Tube tube;
    private final double[] t;
    private final double[] v;
    private final double[] range = new double[2];

    private Centring(Curve corners, Tube tube) {
        this.tube = tube;
        t = corners.times().clone();
        v = corners.values().clone();
    }

    /** The same corners, each at the value nearest to the middle of the tube that its neighbours allow: a few passes, of very many corners one. */
    public static Curve centre(Curve corners, Tube tube) {
        Centring centring = new Centring(corners, tube);
        // Of very many corners one pass is enough: what the second finds is not worth its time.
        int rounds = corners.size() > FewestLinks.MANY ? 1 : ROUNDS;
        for (int round = 0; round < rounds; round++) {
            for (int i = 0; i < centring.t.length; i++) {
                centring.draw(i);
            }
        }
        return new Curve(centring.t, centring.v);
    }

    private void draw(int i) {
        double middle = tube.centreAt(t[i]);
        if (middle == v[i]) {
            return;
        }
        range[0] = tube.lowerAt(t[i]);
        range[1] = tube.upperAt(t[i]);
        if (i > 0) {
            tube.narrow(t[i - 1], v[i - 1], t[i], range);
        }
        if (i + 1 < t.length) {
            tube.narrow(t[i + 1], v[i + 1], t[i], range);
        }
        // A corner sits on a border by rounding; it never moves away from the middle.
        double value = Math.max(Math.min(range[0], v[i]), Math.min(Math.max(range[1], v[i]), middle));
        boolean far = Math.abs(value - middle) > FAR * (tube.upperAt(t[i]) - tube.lowerAt(t[i]));
        if (far && i > 0 && i + 1 < t.length && slide(i, middle)) {
            return;
        }
        v[i] = value;
    }

    /** Moves the corner along one of its links towards the value {@code middle}, as far as halving finds room. */
    private boolean slide(int i, double middle) {
        double way = middle - v[i];
        for (int k = 0; k < HALVINGS; k++, way /= 2) {
            double value = v[i] + way;
            if (tryAt(i, along(i - 1, i, value), value) || tryAt(i, along(i, i + 1, value), value)) {
                return true;
            }
        }
        return false;
    }

    /** When the link from corner a to corner b has this value. */
    private double along(int a, int b, double value) {
        return t[a] + (t[b] - t[a]) * (value - v[a]) / (v[b] - v[a]);
    }

    private boolean tryAt(int i, double time, double value) {
        boolean fits = time > t[i - 1]
                && time < t[i + 1]
                && tube.holdsStraight(t[i - 1], v[i - 1], time, value)
                && tube.holdsStraight(time, value, t[i + 1], v[i + 1]);
        if (fits) {
            t[i] = time;
            v[i] = value;
        }
        return fits;
    }
}
