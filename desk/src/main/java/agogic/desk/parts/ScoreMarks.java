package agogic.desk.parts;

import agogic.core.score.Clip;
import agogic.core.score.Dynamic;
import agogic.core.score.Hairpin;
import agogic.core.score.Note;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import java.util.ArrayList;
import java.util.List;

/** The notes of a track as marks, as high as they sound; below them dynamics and hairpins. */
public final class ScoreMarks {
    /** Fewer semitones than this are not spread over the whole height. */
    private static final int LEAST = 12;

    private static final double THICKEST = 6;
    private static final double DYNAMICS = 18;
    private static final double OPEN = 4.5;
    /** What is left of a hairpin at an edge is not drawn if it is shorter than this. Pixels. */
    private static final double SHORT = 6;

    private final List<Clip> clips;
    private final double from;
    private final double to;
    private final EnvelopeMarks.Field field;
    private final List<Mark> marks = new ArrayList<>();

    private ScoreMarks(List<Clip> clips, double from, double to, EnvelopeMarks.Field field) {
        this.clips = clips;
        this.from = from;
        this.to = to;
        this.field = field;
    }

    /** The notes only, over beats {@code from..to}. */
    public static List<Mark> notes(List<Clip> clips, double from, double to, EnvelopeMarks.Field field, Ink ink) {
        ScoreMarks score = new ScoreMarks(clips, from, to, field);
        score.notes(field, ink);
        return score.marks;
    }

    /** Notes, dynamics and hairpins over beats {@code from..to}. */
    public static List<Mark> of(List<Clip> clips, double from, double to, EnvelopeMarks.Field field, Ink ink) {
        ScoreMarks score = new ScoreMarks(clips, from, to, field);
        boolean marked = clips.stream()
                .anyMatch(c -> !c.dynamics().isEmpty() || !c.hairpins().isEmpty());
        score.notes(
                new EnvelopeMarks.Field(
                        field.left(), field.top(), field.width(), field.height() - (marked ? DYNAMICS + 3 : 0)),
                ink);
        score.dynamics();
        return score.marks;
    }

    private double x(double beat) {
        return field.left() + (beat - from) / (to - from) * field.width();
    }

    private double inside(double x) {
        return Math.max(field.left(), Math.min(field.left() + field.width(), x));
    }

    private void notes(EnvelopeMarks.Field where, Ink ink) {
        int low = 127;
        int high = 0;
        for (Clip clip : clips) {
            for (Note note : clip.notes()) {
                low = Math.min(low, note.pitch());
                high = Math.max(high, note.pitch());
            }
        }
        int more = Math.max(0, LEAST - (high - low));
        low -= more / 2;
        int range = Math.max(1, high - low + (more + 1) / 2);
        double thick = Math.max(1.5, Math.min(THICKEST, where.height() / (range + 1)));
        double last = -1;
        int row = -1;
        for (Clip clip : clips) {
            for (Note note : clip.notes()) {
                double begin = clip.beat() + note.beat();
                double end = begin + note.length();
                if (end <= from || begin >= to) {
                    continue;
                }
                double x0 = inside(x(begin));
                double x1 = Math.max(x0 + 1, inside(x(end)) - 1);
                // Of many in one place one is seen.
                if (note.pitch() == row && x1 < last + 1) {
                    continue;
                }
                row = note.pitch();
                last = x1;
                double y = where.top() + (where.height() - thick) * (1 - (double) (note.pitch() - low) / range);
                marks.add(new Mark.Box(x0, y, x1 - x0, thick, Math.min(2, thick / 2), ink, Ink.NONE, 0));
            }
        }
    }

    private void dynamics() {
        double line = field.top() + field.height() - DYNAMICS / 2;
        for (Clip clip : clips) {
            for (Hairpin hairpin : clip.hairpins()) {
                double a = clip.beat() + hairpin.from();
                double b = clip.beat() + hairpin.to();
                if (b <= from || a >= to) {
                    continue;
                }
                double x0 = x(a) + 10;
                double x1 = Math.max(x0 + 6, x(b) - 10);
                double left = hairpin.louder() ? 0 : OPEN;
                double right = hairpin.louder() ? OPEN : 0;
                line(x0, line - left, x1, line - right);
                line(x0, line + left, x1, line + right);
            }
            for (Dynamic mark : clip.dynamics()) {
                double beat = clip.beat() + mark.beat();
                if (beat >= from - 1e-6 && beat < to) {
                    double x = Math.min(x(beat) + 2, field.left() + field.width() - 18);
                    marks.add(new Mark.Words(x, line + 5, mark.mark(), Ink.TEXT, 14, false, true, -1));
                }
            }
        }
    }

    private void line(double x0, double y0, double x1, double y1) {
        double a = inside(x0);
        double b = inside(x1);
        if (b - a > SHORT) {
            double slope = (y1 - y0) / (x1 - x0);
            marks.add(new Mark.Line(a, y0 + slope * (a - x0), b, y0 + slope * (b - x0), Ink.QUIET, 1.4, 0));
        }
    }
}
