package agogic.core.edit.points;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.parameter.Parameter;
import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleUnaryOperator;

/** Points of a range put in order: on lines, and without those that stray. */
final class Tidying {
    private Tidying() {}

    /** With the times of all but those at the ends of the range where {@code line} puts them, kept within it. */
    static Envelope onLines(Envelope part, double from, double to, DoubleUnaryOperator line) {
        List<Point> drawn = new ArrayList<>();
        for (int i = 0; i < part.size(); i++) {
            double time = part.time(i);
            boolean inside = time > from && time < to;
            double there = inside ? Math.max(from, Math.min(to, line.applyAsDouble(time))) : time;
            drawn.add(part.point(i).at(there, part.value(i)));
        }
        return Envelope.of(drawn);
    }

    /** Without points nearer to a neighbour than a dwell and, in the difference unit, than a tolerance to the line without. */
    static Envelope without(Envelope part, Parameter parameter, double dwell, double tolerance) {
        List<Point> points = new ArrayList<>(part.points());
        for (int i = points.size() - 2; i > 0; i--) {
            Point before = points.get(i - 1);
            Point one = points.get(i);
            Point after = points.get(i + 1);
            boolean near = one.time() - before.time() < dwell || after.time() - one.time() < dwell;
            if (near && after.time() > before.time()) {
                double u = (one.time() - before.time()) / (after.time() - before.time());
                double without = before.shape().value(before.value(), after.value(), u);
                if (parameter.distance(without, one.value()) <= tolerance) {
                    points.remove(i);
                }
            }
        }
        return Envelope.of(points);
    }
}
