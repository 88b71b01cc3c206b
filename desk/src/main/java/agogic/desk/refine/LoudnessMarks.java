package agogic.desk.refine;

import agogic.core.audio.LoudnessCurve;
import agogic.core.session.Session;
import agogic.core.time.Timeline;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.model.HeardLoud;
import agogic.desk.model.TimeWindow;
import agogic.desk.parts.EnvelopeMarks;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/** The short-term loudness of a track over time, with a scale of its own on the right. */
final class LoudnessMarks {
    private static final double TOP = 0;
    private static final double BOTTOM = -48;
    private static final int STEP = 12;
    /** Loudness of so many steps around each moment. */
    private static final int AROUND = 30;

    private static final int MOMENTARY = 4;

    private LoudnessMarks() {}

    static void draw(
            List<Mark> marks, HeardLoud.Seen seen, Session session, TimeWindow time, EnvelopeMarks.Field field) {
        Timeline timeline = session.timeline();
        double right = field.left() + field.width() - 4;
        for (int lufs = (int) TOP - STEP; lufs > BOTTOM; lufs -= STEP) {
            String words = "−" + -lufs + (lufs == -STEP ? " LUFS" : "");
            marks.add(new Mark.Words(right, y(lufs, field) + 4, words, Ink.QUIET, 10.5, true, false, 1));
        }
        if (!Double.isNaN(seen.target())) {
            double y = y(seen.target(), field);
            marks.add(new Mark.Line(field.left(), y, field.left() + field.width(), y, Ink.GOOD, 1, 3));
            String words = String.format(Locale.ROOT, "target %.1f LUFS", seen.target())
                    .replace('-', '−');
            marks.add(new Mark.Words(field.left() + 6, y - 4, words, Ink.GOOD, 10.5, false, false, -1));
        }
        boolean two = seen.then().isPresent();
        if (!two) {
            curve(marks, seen.now(), MOMENTARY, timeline, time, field, Ink.EDGE, 1);
        }
        curve(marks, seen.now(), AROUND, timeline, time, field, Ink.QUIET, two ? 1 : 1.6);
        seen.then().ifPresent(then -> curve(marks, then, AROUND, timeline, time, field, Ink.GOOD, 2.4));
        String what = seen.track().isEmpty() ? "Loudness of all" : "Loudness";
        String words = (two ? "Loudness: thin as it was, strong with the draft" : what + ": 3 s strong, 400 ms thin")
                + (seen.old(session) ? "; edited since: Alt+O twice measures again" : "");
        marks.add(new Mark.Words(field.left() + 6, field.top() + 14, words, Ink.QUIET, 11, false, false, -1));
    }

    private static double y(double lufs, EnvelopeMarks.Field field) {
        double share = (Math.max(BOTTOM, Math.min(TOP, lufs)) - BOTTOM) / (TOP - BOTTOM);
        return field.top() + field.height() * (1 - share);
    }

    private static void curve(
            List<Mark> marks,
            LoudnessCurve curve,
            int around,
            Timeline timeline,
            TimeWindow time,
            EnvelopeMarks.Field field,
            Ink ink,
            double width) {
        int pixels = (int) field.width() / 2;
        double[] xs = new double[pixels];
        double[] ys = new double[pixels];
        int count = 0;
        for (int i = 0; i < pixels; i++) {
            double x = field.left() + 2 * i;
            double beat = time.beat(x, field.left(), field.width());
            int step = (int) (timeline.secondsAt(Math.max(0, beat)) / LoudnessCurve.STEP);
            if (beat >= 0 && step < curve.steps()) {
                xs[count] = x;
                ys[count++] = y(curve.around(step, around), field);
            }
        }
        if (count > 1) {
            marks.add(new Mark.Path(Arrays.copyOf(xs, count), Arrays.copyOf(ys, count), ink, width, false));
        }
    }
}
