package agogic.formats.session;

import agogic.core.envelope.Shape;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/**
 * The numbers of a shape: the amount of a bent one, and of an S that is not the usual one; depth, count and, of a pulse, duty of a wave; and after them, where only
 * a part of it counts, from and to.
 */
final class ShapeNumbers {
    /** Shapes without numbers: one of each kind for all points that have it. */
    private static final Map<Shape.Kind, Shape> WITHOUT = new EnumMap<>(Shape.Kind.class);

    static {
        for (Shape.Kind kind : Shape.Kind.values()) {
            if (kind.numbers() == 0 || kind == Shape.Kind.S) {
                WITHOUT.put(kind, new Shape(kind, 0, 0, 0, 0, 1));
            }
        }
        // The same as those of the points that are made elsewhere: a long lane is compared without a look into them.
        for (Shape known : List.of(Shape.HOLD, Shape.STRAIGHT, Shape.S)) {
            WITHOUT.put(known.kind(), known);
        }
    }

    private ShapeNumbers() {}

    static double[] of(Shape shape) {
        double[] own = {shape.amount(), shape.count(), shape.duty()};
        int many = usual(shape) ? 0 : shape.kind().numbers();
        double[] all = Arrays.copyOf(own, shape.cut() ? many + 2 : many);
        if (shape.cut()) {
            all[many] = shape.from();
            all[many + 1] = shape.to();
        }
        return all;
    }

    private static boolean usual(Shape shape) {
        return shape.kind() == Shape.Kind.S && shape.amount() == 0;
    }

    /**
     * The shape of a kind with these numbers.
     *
     * @throws IllegalArgumentException with how many were expected, or what the shape refuses
     */
    static Shape shape(Shape.Kind kind, double[] numbers) {
        // The usual S has none.
        int many = kind == Shape.Kind.S && numbers.length % 2 == 0 ? 0 : kind.numbers();
        if (numbers.length != many && numbers.length != many + 2) {
            throw new IllegalArgumentException("the shape " + kind.spoken() + " has " + many + " numbers, or "
                    + (many + 2) + " where only a part of it counts, not " + numbers.length);
        }
        boolean cut = numbers.length > many;
        if (numbers.length == 0) {
            return WITHOUT.get(kind);
        }
        return new Shape(
                kind,
                many > 0 ? numbers[0] : 0,
                many > 1 ? numbers[1] : 0,
                many > 2 ? numbers[2] : 0,
                cut ? numbers[many] : 0,
                cut ? numbers[many + 1] : 1);
    }
}
