package agogic.core.refine;

import agogic.core.curve.Curve;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.parameter.Steps;
import java.util.ArrayList;
import java.util.List;

/** The envelope of a switch: hold points only, at the middle of each position; chatter is left out. */
final class HeldPositions {
    private HeldPositions() {}

    /**
     * Hold points for {@code curve}.
     *
     * @param positions how many positions the switch has
     * @param dwell a position held for less than this (time of the curve) is left out
     */
    static Envelope of(Curve curve, int positions, double dwell) {
        double[] t = curve.times();
        double[] v = curve.values();
        List<Point> points = new ArrayList<>();
        int stands = Steps.index(v[0], positions);
        points.add(point(t[0], stands, positions));
        for (int i = 1; i < t.length; i++) {
            int to = Steps.index(v[i], positions);
            while (stands != to) {
                int next = stands + Integer.signum(to - stands);
                double border = (double) Math.max(stands, next) / positions;
                double u = (border - v[i - 1]) / (v[i] - v[i - 1]);
                double at = t[i - 1] + (t[i] - t[i - 1]) * Math.max(0, Math.min(1, u));
                change(points, Math.max(at, points.get(points.size() - 1).time()), next, positions, dwell);
                stands = next;
            }
        }
        Point last = points.get(points.size() - 1);
        if (last.time() < t[t.length - 1]) {
            points.add(new Point(t[t.length - 1], last.value(), Shape.HOLD));
        }
        return Envelope.of(points);
    }

    private static void change(List<Point> points, double at, int to, int positions, double dwell) {
        int last = points.size() - 1;
        if (last > 0 && at - points.get(last).time() < dwell) {
            points.remove(last);
            last--;
        }
        double value = Steps.middle(to, positions);
        if (points.get(last).value() != value) {
            points.add(point(at, to, positions));
        }
    }

    private static Point point(double time, int index, int positions) {
        return new Point(time, Steps.middle(index, positions), Shape.HOLD);
    }
}
