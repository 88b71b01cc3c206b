package agogic.core.refine;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import java.util.ArrayList;
import java.util.List;

/**
 * Lets one bent or S-shaped way take the place of several straight links, where it lies inside the tube everywhere.
 * Never more points than before.
 */
final class JoinedLinks {
    /** As many links as one way may replace. */
    private static final int MOST = 48;

    /** After so many links in a row that could not be joined, longer ones are not tried. */
    private static final int GIVE_UP = 3;

    private static final int HALVINGS = 30;

    private JoinedLinks() {}

    /** The envelope of {@code corners} (inside {@code tube}) with as many links joined as can be, from left to right. */
    static Envelope join(Curve corners, Tube tube) {
        double[] t = corners.times();
        double[] v = corners.values();
        List<Point> points = new ArrayList<>();
        int i = 0;
        while (i + 1 < t.length) {
            int best = i + 1;
            Shape shape = Shape.STRAIGHT;
            int failed = 0;
            for (int j = i + 2; j < t.length && j - i <= MOST && failed < GIVE_UP; j++) {
                Shape found = between(tube, t[i], v[i], t[j], v[j]);
                if (found == null) {
                    failed++;
                } else {
                    best = j;
                    shape = found;
                    failed = 0;
                }
            }
            points.add(new Point(t[i], v[i], shape));
            i = best;
        }
        points.add(new Point(t[i], v[i]));
        return Envelope.of(points);
    }

    /** A shape that leads from (t0, v0) to (t1, v1) inside the tube, or null. */
    private static Shape between(Tube tube, double t0, double v0, double t1, double v1) {
        if (v0 == v1) {
            return null;
        }
        // At each time the value falls as the bend grows, on a rising way, and the other way round on a falling one.
        double low = -1;
        double high = 1;
        for (int i = 0; i < HALVINGS; i++) {
            double amount = (low + high) / 2;
            Shape bent = amount == 0 ? Shape.bent(1e-6) : Shape.bent(amount);
            int miss = tube.miss(t0, v0, t1, v1, bent);
            if (miss == 0) {
                return bent;
            }
            if (miss == 2) {
                break;
            }
            if (miss > 0 == v1 > v0) {
                low = amount;
            } else {
                high = amount;
            }
        }
        return tube.holds(t0, v0, t1, v1, Shape.S) ? Shape.S : null;
    }
}
