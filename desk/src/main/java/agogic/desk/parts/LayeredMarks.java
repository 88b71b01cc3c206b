package agogic.desk.parts;

import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.LayerStack;
import agogic.core.parameter.Parameter;
import agogic.core.score.Clip;
import agogic.core.session.Session;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * A lane of several layers as marks: what is heard is the line; where an offset moves it the difference is shaded, with what
 * lies beneath as a thin line; a clip with a say of its own has a bar above the line.
 */
public final class LayeredMarks {
    private static final double SEEN = 0.75;

    private LayeredMarks() {}

    /** The marks of a lane in a field. */
    public static List<Mark> of(Session session, Lane lane, double fromBeat, double toBeat, EnvelopeMarks.Field field) {
        LayerStack stack = session.stack(lane);
        Parameter parameter = session.parameter(lane.target());
        int n = Math.max(2, (int) field.width());
        double[] xs = new double[n];
        double[] heard = new double[n];
        double[] beneath = new double[n];
        boolean moved = false;
        for (int i = 0; i < n; i++) {
            xs[i] = field.left() + (i + 0.5) * field.width() / n;
            double beat = fromBeat + (toBeat - fromBeat) * (i + 0.5) / n;
            heard[i] = field.y(parameter.settled(stack.valueAtBeat(beat)));
            beneath[i] = field.y(parameter.settled(stack.absolute()));
            moved |= Math.abs(heard[i] - beneath[i]) > SEEN;
        }
        List<Mark> marks = new ArrayList<>();
        marks.add(area(xs, heard, floor(n, field.top() + field.height()), Ink.SOUND_SOFT));
        if (moved) {
            marks.add(area(xs, heard, beneath, Ink.SPAN_SOFT));
            marks.add(new Mark.Path(xs, beneath, Ink.QUIET, 1, false));
        }
        marks.add(new Mark.Path(xs, heard, Ink.SOUND, 2, false));
        for (Layer layer : lane.layers()) {
            Clip clip =
                    layer.inClip() && layer.plays() ? session.clip(layer.clip()).orElse(null) : null;
            double x0 = clip == null ? 0 : Math.max(field.left(), x(clip.beat(), fromBeat, toBeat, field));
            double x1 =
                    clip == null ? 0 : Math.min(field.left() + field.width(), x(clip.end(), fromBeat, toBeat, field));
            if (x1 > x0 + 3) {
                double y = field.top() + (layer.offset() ? 7 : 3);
                marks.add(new Mark.Line(x0 + 2, y, x1 - 2, y, Ink.SOUND, 2.4, layer.offset() ? 3 : 0));
            }
        }
        return marks;
    }

    private static double x(double beat, double from, double to, EnvelopeMarks.Field field) {
        return field.left() + (beat - from) / (to - from) * field.width();
    }

    private static double[] floor(int n, double y) {
        double[] floor = new double[n];
        Arrays.fill(floor, y);
        return floor;
    }

    private static Mark area(double[] xs, double[] ys, double[] others, Ink ink) {
        int n = xs.length;
        double[] x = new double[2 * n];
        double[] y = new double[2 * n];
        for (int i = 0; i < n; i++) {
            x[i] = xs[i];
            y[i] = ys[i];
            x[2 * n - 1 - i] = xs[i];
            y[2 * n - 1 - i] = others[i];
        }
        return new Mark.Path(x, y, ink, 0, true);
    }
}
