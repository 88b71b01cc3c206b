package agogic.formats.table;

import agogic.core.envelope.Shape;
import java.util.Locale;

/**
 * Shapes as two cells of a table: the name, and the amount. The amount of a bend or an S is one number (none for the usual S), that of a wave {@code
 * depth;count} or {@code depth;count;duty}; a shape of which only a part is left has {@code @from..to} behind.
 */
public final class ShapeText {
    private ShapeText() {}

    /** How a shape is called in a table. */
    public static String name(Shape shape) {
        return shape.kind().name().toLowerCase(Locale.ROOT);
    }

    /** The numbers of a shape as they stand in a table; empty if it has none. */
    public static String amount(Shape shape) {
        String amount =
                switch (shape.kind()) {
                    case BENT -> Double.toString(shape.amount());
                    case S -> shape.amount() == 0 ? "" : Double.toString(shape.amount());
                    case SINE, TRIANGLE, SAW -> shape.amount() + ";" + shape.count();
                    case PULSE -> shape.amount() + ";" + shape.count() + ";" + shape.duty();
                    default -> "";
                };
        return shape.cut() ? amount + "@" + shape.from() + ".." + shape.to() : amount;
    }

    /**
     * The shape of two cells; empty cells are straight.
     *
     * @throws IllegalArgumentException with what was expected
     */
    public static Shape parse(String name, String amount) {
        Shape.Kind kind = kind(name.strip());
        String text = amount.strip();
        double from = 0;
        double to = 1;
        int part = text.indexOf('@');
        if (part >= 0) {
            String[] ends = text.substring(part + 1).split("\\.\\.(?=[\\d.])", 2);
            if (ends.length != 2) {
                throw new IllegalArgumentException("expected a part such as @0.25..1, found “" + text + "”");
            }
            from = number(ends[0]);
            to = number(ends[1]);
            text = text.substring(0, part);
        }
        String[] numbers = text.isEmpty() ? new String[0] : text.split(";");
        int wanted = kind.numbers();
        if (kind == Shape.Kind.BENT && numbers.length == 0) {
            throw new IllegalArgumentException("a bent shape needs an amount between -1 and 1");
        }
        if (kind.wave() && numbers.length != wanted) {
            throw new IllegalArgumentException("a wave needs " + wanted + " numbers: depth;count;duty of a pulse");
        }
        double first = wanted > 0 && numbers.length > 0 ? number(numbers[0]) : 0;
        double count = kind.wave() ? number(numbers[1]) : 0;
        double duty = kind == Shape.Kind.PULSE ? number(numbers[2]) : 0;
        return new Shape(kind, first, count, duty, from, to);
    }

    private static Shape.Kind kind(String name) {
        if (name.isEmpty()) {
            return Shape.Kind.STRAIGHT;
        }
        for (Shape.Kind kind : Shape.Kind.values()) {
            if (kind.name().equalsIgnoreCase(name)) {
                return kind;
            }
        }
        throw new IllegalArgumentException(
                "“" + name + "” is no shape; expected hold, straight, bent, s, sine, triangle, saw or pulse");
    }

    private static double number(String text) {
        try {
            return Double.parseDouble(text.strip());
        } catch (NumberFormatException e) {
            throw new IllegalArgumentException("expected a number, found “" + text + "”", e);
        }
    }
}
