package agogic.core.edit.points;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Blend;
import java.util.ArrayList;
import java.util.List;
import java.util.function.DoubleUnaryOperator;

/** Turns a range round in time. */
final class Backwards {
    private Backwards() {}

    /** A part of an envelope, as it lies from one time to another, the other way round. */
    static Envelope of(Envelope part, double from, double to) {
        List<Point> points = new ArrayList<>();
        // Rounding must not put an end beyond the range.
        DoubleUnaryOperator round = t -> Math.max(from, Math.min(to, from + to - t));
        for (int i = part.size() - 2; i >= 0; i--) {
            if (part.time(i + 1) <= part.time(i)) {
                continue;
            }
            Shape shape = part.shape(i);
            boolean held = shape.kind() == Shape.Kind.HOLD;
            double end = held ? part.value(i) : part.value(i + 1);
            Blend.add(points, new Point(round.applyAsDouble(part.time(i + 1)), end, turned(shape)));
            Blend.add(points, new Point(round.applyAsDouble(part.time(i)), part.value(i)));
        }
        return Envelope.of(points);
    }

    /** The same way backwards; of a wave, of whole periods. */
    private static Shape turned(Shape shape) {
        return switch (shape.kind()) {
            case HOLD, STRAIGHT -> shape;
            case BENT -> new Shape(shape.kind(), -shape.amount(), 0, 0, 1 - shape.to(), 1 - shape.from());
            case S -> new Shape(shape.kind(), shape.amount(), 0, 0, 1 - shape.to(), 1 - shape.from());
            default -> new Shape(
                    shape.kind(),
                    -shape.amount(),
                    shape.count(),
                    shape.duty() == 0 ? 0 : 1 - shape.duty(),
                    1 - shape.to(),
                    1 - shape.from());
        };
    }
}
