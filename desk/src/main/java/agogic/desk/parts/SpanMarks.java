package agogic.desk.parts;

import agogic.core.parameter.Parameter;
import agogic.core.route.Span;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import java.util.List;

/** How a span is drawn. */
public final class SpanMarks {
    private SpanMarks() {}

    /** A span's curve in a box: the control's way across, the parameter's travel up. */
    public static Mark.Path curve(
            Parameter parameter, Span span, double x, double y, double width, double height, double line) {
        int n = 121;
        double[] xs = new double[n];
        double[] ys = new double[n];
        for (int k = 0; k < n; k++) {
            double u = k / (n - 1.0);
            xs[k] = x + u * width;
            ys[k] = y + height - parameter.settled(span.apply(u)) * height;
        }
        return new Mark.Path(xs, ys, Ink.SPAN, line, false);
    }

    /** A span's curve in a square, with its live input and output. */
    public static void square(
            List<Mark> marks, Parameter parameter, Span span, double x, double y, double side, double input) {
        marks.add(curve(parameter, span, x, y, side, side, 2));
        if (!Double.isNaN(input)) {
            double at = x + input * side;
            double out = y + side - parameter.settled(span.apply(input)) * side;
            marks.add(new Mark.Line(at, y, at, y + side, Ink.HAND, 1, 2));
            marks.add(new Mark.Disc(at, out, 3, Ink.HAND, Ink.NONE, 0, 0));
        }
    }
}
