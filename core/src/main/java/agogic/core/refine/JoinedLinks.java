package agogic.core.refine;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import java.util.ArrayList;
import java.util.List;

/**
 * Lets one bent or S-shaped way take the place of several straight links, where it lies inside the tube everywhere.
 * Never more points than before. A level link is left alone: a hand that rested stays level.
 */
final class JoinedLinks {
    /** As many links as one way may replace. */
    private static final int MOST = 48;

    /** After so many links in a row that could not be joined, longer ones are not tried. */
    private static final int GIVE_UP = 3;

    private static final int HALVINGS = 24;

    private final Tube tube;
    private final double[] t;
    private final double[] v;

    private JoinedLinks(Curve corners, Tube tube) {
        this.tube = tube;
        t = corners.times();
        v = corners.values();
    }

    /** The envelope of {@code corners} (inside {@code tube}) with as many links joined as can be, from left to right. */
    static Envelope join(Curve corners, Tube tube) {
        return new JoinedLinks(corners, tube).join();
    }

    private Envelope join() {
        List<Point> points = new ArrayList<>();
        int i = 0;
        while (i + 1 < t.length) {
            int best = i + 1;
            Shape shape = Shape.STRAIGHT;
            int failed = 0;
            boolean rests = v[i] == v[i + 1];
            for (int j = i + 2; j < t.length && j - i <= MOST && failed < GIVE_UP && !rests; j++) {
                rests = v[j] == v[j - 1];
                Shape found = rests ? null : between(i, j);
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

    /** A shape that leads from corner i to corner j inside the tube, or null. */
    private Shape between(int i, int j) {
        if (v[i] == v[j]) {
            return null;
        }
        BentWay way = new BentWay(tube, t[i], v[i], t[j], v[j]);
        for (int c = i + 1; c < j; c++) {
            if (!way.passesBy(t[c]) || !way.passesBy((t[c - 1] + t[c]) / 2)) {
                return null;
            }
        }
        // At each time less of the way is done as the bend grows.
        double low = -1;
        double high = 1;
        for (int k = 0; k < HALVINGS; k++) {
            double amount = (low + high) / 2 == 0 ? 1e-6 : (low + high) / 2;
            int miss = way.missAt(amount);
            if (miss == 0) {
                miss = way.miss(amount);
            }
            if (miss == 0) {
                return Shape.bent(amount);
            }
            if (miss == BentWay.BOTH) {
                break;
            }
            if (miss == BentWay.TOO_FAR) {
                low = amount;
            } else {
                high = amount;
            }
        }
        return way.mayBeS() && tube.holds(t[i], v[i], t[j], v[j], Shape.S) ? Shape.S : null;
    }
}
