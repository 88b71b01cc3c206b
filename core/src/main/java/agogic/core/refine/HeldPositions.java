package agogic.core.refine;

import agogic.core.curve.Curve;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.parameter.Steps;
import java.util.ArrayList;
import java.util.List;
import java.util.function.IntToDoubleFunction;

/** The envelope of what goes in steps: hold points only, a value for each position; chatter is left out. */
final class HeldPositions {
    private final int positions;
    private final IntToDoubleFunction value;
    private final double dwell;
    private final List<Point> points = new ArrayList<>();

    private HeldPositions(int positions, IntToDoubleFunction value, double dwell) {
        this.positions = positions;
        this.value = value;
        this.dwell = dwell;
    }

    /**
     * Hold points for {@code curve}.
     *
     * @param positions how many positions there are: each has as much of 0..1 as any other
     * @param value of a position, from 0
     * @param dwell a position held for less than this (time of the curve) is left out
     */
    static Envelope of(Curve curve, int positions, IntToDoubleFunction value, double dwell) {
        return new HeldPositions(positions, value, dwell).of(curve);
    }

    private Envelope of(Curve curve) {
        double[] t = curve.times();
        double[] v = curve.values();
        int stands = Steps.index(v[0], positions);
        points.add(point(t[0], stands));
        for (int i = 1; i < t.length; i++) {
            int to = Steps.index(v[i], positions);
            while (stands != to) {
                int next = stands + Integer.signum(to - stands);
                double border = (double) Math.max(stands, next) / positions;
                double u = (border - v[i - 1]) / (v[i] - v[i - 1]);
                double at = t[i - 1] + (t[i] - t[i - 1]) * Math.max(0, Math.min(1, u));
                change(Math.max(at, points.get(points.size() - 1).time()), next);
                stands = next;
            }
        }
        Point last = points.get(points.size() - 1);
        if (last.time() < t[t.length - 1]) {
            points.add(new Point(t[t.length - 1], last.value(), Shape.HOLD));
        }
        return Envelope.of(points);
    }

    private void change(double at, int to) {
        int last = points.size() - 1;
        if (last > 0 && at - points.get(last).time() < dwell) {
            points.remove(last);
            last--;
        }
        Point point = point(at, to);
        if (points.get(last).value() != point.value()) {
            points.add(point);
        }
    }

    private Point point(double time, int index) {
        return new Point(time, value.applyAsDouble(index), Shape.HOLD);
    }
}
