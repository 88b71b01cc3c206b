package agogic.core.envelope;

/**
 * A point of an envelope.
 *
 * @param time beats or seconds, as its lane is locked
 * @param value normalised; 0..1 except where an offset is meant
 * @param shape the way to the next point
 * @param pinned true if it was set by hand and a recipe must pass through it
 * @param tie points of a layer with the same number above 0 stay equal in value ({@link Ties}); 0 for none
 */
public record Point(double time, double value, Shape shape, boolean pinned, int tie) {
    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Point {
        if (!Double.isFinite(time) || !Double.isFinite(value)) {
            throw new IllegalArgumentException("A point needs a finite time and value.");
        }
    }

    /**
     * A point that is tied to none.
     *
     * @throws IllegalArgumentException in words for people if its time or its value is no finite number
     */
    public Point(double time, double value, Shape shape, boolean pinned) {
        this(time, value, shape, pinned, 0);
    }

    /**
     * A point that nobody set by hand.
     *
     * @throws IllegalArgumentException in words for people if its time or its value is no finite number
     */
    public Point(double time, double value, Shape shape) {
        this(time, value, shape, false);
    }

    /**
     * A point with a straight way to the next.
     *
     * @throws IllegalArgumentException in words for people if its time or its value is no finite number
     */
    public Point(double time, double value) {
        this(time, value, Shape.STRAIGHT, false);
    }

    /**
     * The same at another time and value.
     *
     * @throws IllegalArgumentException in words for people if one of them is no finite number
     */
    public Point at(double newTime, double newValue) {
        return new Point(newTime, newValue, shape, pinned, tie);
    }

    /** The same with another way on from it. */
    public Point with(Shape newShape) {
        return new Point(time, value, newShape, pinned, tie);
    }

    /** The same, set by a person, or not. */
    public Point pinned(boolean pin) {
        return new Point(time, value, shape, pin, tie);
    }

    /** The same, equal to the others with this number; 0 for none. */
    public Point tied(int newTie) {
        return newTie == tie ? this : new Point(time, value, shape, pinned, newTie);
    }
}
