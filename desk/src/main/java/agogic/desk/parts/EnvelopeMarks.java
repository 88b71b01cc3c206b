package agogic.desk.parts;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.EnvelopeOutline;
import agogic.core.time.Lock;
import agogic.core.time.Timeline;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.model.TimeWindow;
import java.util.ArrayList;
import java.util.List;
import java.util.function.IntPredicate;

/** An envelope as marks: a line through the extremes of every pixel, a soft ground, and its points where there is room. */
public final class EnvelopeMarks {
    /** Points nearer together than this are not drawn one by one. Pixels. */
    private static final double ROOM = 7;

    private EnvelopeMarks() {}

    /** Where an envelope is drawn. */
    public record Field(double left, double top, double width, double height) {
        /** Where a value, 0..1, is drawn, in pixels from the top. */
        public double y(double value) {
            return top + height - value * height;
        }

        /** The value, kept within 0..1, that is drawn at {@code y}; the other way of {@link #y}. */
        public double value(double y) {
            return Math.max(0, Math.min(1, (top + height - y) / height));
        }
    }

    /** The line of an envelope over beats {@code from..to}, with the soft ground under it if {@code ground}. */
    public static List<Mark> line(
            Envelope envelope,
            EnvelopeOutline outline,
            Lock lock,
            Timeline timeline,
            double from,
            double to,
            Field field,
            double width,
            boolean ground) {
        List<Mark> marks = new ArrayList<>();
        int columns = Math.max(2, (int) field.width());
        double[] low = new double[columns];
        double[] high = new double[columns];
        double start = timeline.laneTime(lock, timeline.secondsAt(from));
        double end = timeline.laneTime(lock, timeline.secondsAt(to));
        outline.fill(start, end, low, high);
        double[] xs = new double[2 * columns];
        double[] ys = new double[2 * columns];
        int n = 0;
        double last = envelope.valueAt(start);
        for (int c = 0; c < columns; c++) {
            double x = field.left() + (c + 0.5) * field.width() / columns;
            boolean rising = Math.abs(low[c] - last) <= Math.abs(high[c] - last);
            double first = rising ? low[c] : high[c];
            double second = rising ? high[c] : low[c];
            xs[n] = x;
            ys[n++] = field.y(clamp(first));
            if (high[c] - low[c] > 0.5 / field.height()) {
                xs[n] = x;
                ys[n++] = field.y(clamp(second));
            }
            last = second;
        }
        double[] x = java.util.Arrays.copyOf(xs, n);
        double[] y = java.util.Arrays.copyOf(ys, n);
        if (ground) {
            double[] gx = java.util.Arrays.copyOf(x, n + 2);
            double[] gy = java.util.Arrays.copyOf(y, n + 2);
            gx[n] = x[n - 1];
            gy[n] = field.top() + field.height();
            gx[n + 1] = x[0];
            gy[n + 1] = field.top() + field.height();
            marks.add(new Mark.Path(gx, gy, Ink.SOUND_SOFT, 0, true));
        }
        marks.add(new Mark.Path(x, y, Ink.SOUND, width, false));
        return marks;
    }

    private static double clamp(double value) {
        return Math.max(0, Math.min(1, value));
    }

    /** The points of an envelope between beats {@code from..to}; those that are chosen are marked. */
    public static List<Mark> points(
            Envelope envelope,
            TimeWindow time,
            double perBeat,
            Field field,
            double radius,
            IntPredicate chosen,
            Timeline timeline,
            Lock lock) {
        List<Mark> marks = new ArrayList<>();
        int first = envelope.firstAtOrAfter(timeline.laneTimeOfBeat(lock, time.from()));
        int last = envelope.lastAtOrBefore(timeline.laneTimeOfBeat(lock, time.to()));
        if (last - first > field.width() / ROOM) {
            return marks;
        }
        for (int i = first; i <= last; i++) {
            double beat = timeline.beatOfLane(lock, envelope.time(i));
            if (beat < time.from() || beat > time.to()) {
                continue;
            }
            double x = field.left() + (beat - time.from()) * perBeat;
            double y = field.y(clamp(envelope.value(i)));
            double r = chosen.test(i) ? radius + 2 : radius;
            Ink fill = chosen.test(i) ? Ink.TEXT : Ink.PANEL;
            if (envelope.pinned(i)) {
                // A pinned point is full: set by hand, kept by every recipe.
                fill = chosen.test(i) ? Ink.TEXT : Ink.SOUND;
            }
            marks.add(new Mark.Disc(x, y, r, fill, Ink.SOUND, 1.6, 0));
            if (envelope.tie(i) != 0) {
                // Two bars over a point that stays equal to others.
                marks.add(new Mark.Line(x - 4, y - r - 4, x + 4, y - r - 4, Ink.SOUND, 1.6, 0));
                marks.add(new Mark.Line(x - 4, y - r - 7, x + 4, y - r - 7, Ink.SOUND, 1.6, 0));
            }
        }
        return marks;
    }
}
