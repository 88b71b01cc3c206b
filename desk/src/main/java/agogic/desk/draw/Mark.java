package agogic.desk.draw;

/** One thing to draw. Lengths are pixels. */
public sealed interface Mark {
    /** A straight line; {@code dash} 0 for a whole one. */
    record Line(double x1, double y1, double x2, double y2, Ink ink, double width, double dash) implements Mark {}

    /** A line through many points, filled if {@code closed}. */
    record Path(double[] xs, double[] ys, Ink ink, double width, boolean closed) implements Mark {}

    /** A disc; an ink may be {@link Ink#NONE}. */
    record Disc(double x, double y, double radius, Ink fill, Ink edge, double width, double dash) implements Mark {}

    /** A box with round corners. */
    record Box(double x, double y, double width, double height, double round, Ink fill, Ink edge, double line)
            implements Mark {}

    /** A text from {@code x} on, at this baseline; {@code align} −1 left, 0 centre, 1 right of {@code x}. */
    record Words(double x, double y, String text, Ink ink, double size, boolean figures, boolean bold, int align)
            implements Mark {}
}
