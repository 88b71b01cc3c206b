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

    /** The same, {@code by} times as large. */
    static Mark scaled(Mark mark, double by) {
        if (mark instanceof Line l) {
            return new Line(l.x1() * by, l.y1() * by, l.x2() * by, l.y2() * by, l.ink(), l.width() * by, l.dash() * by);
        }
        if (mark instanceof Path p) {
            double[] xs = p.xs().clone();
            double[] ys = p.ys().clone();
            for (int i = 0; i < xs.length; i++) {
                xs[i] *= by;
                ys[i] *= by;
            }
            return new Path(xs, ys, p.ink(), p.width() * by, p.closed());
        }
        if (mark instanceof Disc d) {
            return new Disc(d.x() * by, d.y() * by, d.radius() * by, d.fill(), d.edge(), d.width() * by, d.dash() * by);
        }
        if (mark instanceof Box b) {
            return new Box(
                    b.x() * by,
                    b.y() * by,
                    b.width() * by,
                    b.height() * by,
                    b.round() * by,
                    b.fill(),
                    b.edge(),
                    b.line() * by);
        }
        Words w = (Words) mark;
        return new Words(w.x() * by, w.y() * by, w.text(), w.ink(), w.size() * by, w.figures(), w.bold(), w.align());
    }

    /** Where it is highest. */
    static double top(Mark mark) {
        if (mark instanceof Line l) {
            return Math.min(l.y1(), l.y2());
        }
        if (mark instanceof Path p) {
            return java.util.Arrays.stream(p.ys()).min().orElse(0);
        }
        return mark instanceof Disc d ? d.y() - d.radius() : mark instanceof Box b ? b.y() : ((Words) mark).y();
    }
}
