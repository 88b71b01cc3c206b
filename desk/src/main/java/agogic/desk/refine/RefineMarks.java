package agogic.desk.refine;

import agogic.core.curve.Curve;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.EnvelopeOutline;
import agogic.core.lane.Lane;
import agogic.core.lane.Placed;
import agogic.core.parameter.Parameter;
import agogic.core.refine.Refined;
import agogic.core.refine.Rest;
import agogic.core.refine.tube.Tube;
import agogic.core.session.Session;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.model.HeardLoud;
import agogic.desk.model.RefineModel;
import agogic.desk.model.SeenLayer;
import agogic.desk.model.TimeWindow;
import agogic.desk.parts.EnvelopeMarks;
import agogic.desk.parts.Ticks;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.IntPredicate;

/** One lane, large, as marks: the ride, the band of the tolerance, the envelope, and the distance between them. */
public final class RefineMarks {
    /** Half the height of a handle, in pixels. */
    private static final double HANDLE = 6;

    /** How long a dash of what would be is, in pixels. */
    private static final int DASH = 5;
    /** Lines nearer than this lie on each other, in pixels. */
    private static final double SAME = 0.75;

    /** How long a dash of another version is. */
    private static final int GHOST = 2;

    static final double LEFT = 78;
    static final double RIGHT = 14;
    private static final double RULER = 26;
    private static final double DISTANCE = 92;

    private final SeenLayer seen;
    private final Session session;
    private final Lane lane;
    private final Parameter parameter;
    private final RefineModel model;
    private final TimeWindow time;
    private final EnvelopeOutline outline;
    private final double width;
    private final double height;
    private final double low;
    private final double high;
    private HeardLoud.Seen loud;

    RefineMarks(
            SeenLayer seen, RefineModel model, TimeWindow time, EnvelopeOutline outline, double width, double height) {
        this.seen = seen;
        session = seen.session();
        lane = seen.lane();
        this.model = model;
        this.time = time;
        this.outline = outline;
        this.width = width;
        this.height = height;
        parameter = seen.parameter();
        double[] range = range();
        low = range[0];
        high = range[1];
    }

    /** With the loudness of the track behind it. */
    RefineMarks over(HeardLoud.Seen heard) {
        loud = heard;
        return this;
    }

    /** The part of the travel that is shown: what is used in the window, with some air. */
    private double[] range() {
        if (parameter.stepped() || lane.envelope().isEmpty()) {
            return new double[] {0, 1};
        }
        double[] least = new double[400];
        double[] most = new double[400];
        outline.fill(drawnTime(time.from()), drawnTime(time.to()), least, most);
        double lowest = Arrays.stream(least).min().orElse(0);
        double highest = Arrays.stream(most).max().orElse(1);
        if (model != null) {
            for (int i = 0; i < model.refined().tube().size(); i++) {
                lowest = Math.min(lowest, model.refined().tube().lower(i));
                highest = Math.max(highest, model.refined().tube().upper(i));
            }
        }
        double air = Math.max(0.04, (highest - lowest) * 0.12);
        return new double[] {Math.max(0, lowest - air), Math.min(1, highest + air)};
    }

    /** The time of what is drawn: that of a clip's layer is the piece's. */
    private double drawnTime(double beat) {
        return seen.layer().inClip() ? beat : laneTime(beat);
    }

    private double laneTime(double beat) {
        return seen.time(beat);
    }

    private double beat(double laneTime) {
        return seen.beat(laneTime);
    }

    /** Where the envelope is drawn. */
    EnvelopeMarks.Field field() {
        double lower = model == null ? TakeMarks.ROOM : DISTANCE + TakeMarks.ROOM + 18;
        return new EnvelopeMarks.Field(
                LEFT, RULER, Math.max(40, width - LEFT - RIGHT), Math.max(60, height - RULER - lower - 16));
    }

    double x(double laneTime) {
        EnvelopeMarks.Field field = field();
        return time.x(beat(laneTime), field.left(), field.width());
    }

    /** Where a value, 0..1, is drawn, in pixels from the top. */
    public double y(double value) {
        EnvelopeMarks.Field field = field();
        return field.y((value - low) / (high - low));
    }

    double laneTimeAt(double x) {
        EnvelopeMarks.Field field = field();
        return laneTime(Math.max(0, time.beat(x, field.left(), field.width())));
    }

    double valueAt(double y) {
        return low + field().value(y) * (high - low);
    }

    /** All marks; {@code handle}, if not null, is where the way from the chosen point is drawn. */
    List<Mark> all(int chosen, IntPredicate picked, double[] handle, SeenLayer preview, SeenLayer ghost) {
        List<Mark> marks = new ArrayList<>();
        grid(marks);
        if (loud != null) {
            LoudnessMarks.draw(marks, loud, session, time, field());
        }
        if (model != null) {
            band(marks, model.refined().tube(), Ink.SPAN_SOFT);
            band(marks, model.refined().cells(), Ink.RIDE_SOFT);
            raw(marks);
            rests(marks);
        }
        if (ghost != null) {
            other(marks, ghost, Ink.QUIET, 2, GHOST);
        }
        patterns(marks);
        envelope(marks, chosen, picked, handle);
        if (preview != null) {
            other(marks, preview, Ink.SPAN, 2.4, DASH);
        }
        if (handle != null) {
            double x = Math.rint(x(handle[0]));
            double y = Math.rint(y(handle[1]));
            double[] xs = {x, x + HANDLE, x, x - HANDLE, x};
            double[] ys = {y - HANDLE, y, y + HANDLE, y, y - HANDLE};
            marks.add(new Mark.Path(xs, ys, Ink.GROUND, 0, true));
            marks.add(new Mark.Path(xs, ys, Ink.TEXT, 1.6, false));
        }
        if (model != null) {
            distance(marks);
        }
        TakeMarks.draw(marks, lane.stretches(), model == null ? null : model.stretch(), field(), height, this::x);
        return marks;
    }

    private void grid(List<Mark> marks) {
        EnvelopeMarks.Field f = field();
        marks.add(new Mark.Box(f.left(), f.top(), f.width(), f.height(), 6, Ink.PANEL, Ink.NONE, 0));
        double perBar = f.width() / (time.to() - time.from()) * 4;
        int step = perBar > 40 ? 1 : perBar > 20 ? 2 : perBar > 10 ? 4 : 8;
        for (int bar : session.timeline().metre().barsBetween(time.from(), time.to())) {
            if ((bar - 1) % step == 0) {
                double x = time.x(session.timeline().metre().beatOfBar(bar), f.left(), f.width());
                marks.add(new Mark.Line(x, f.top(), x, f.top() + f.height(), Ink.RAISED, 1, 0));
                marks.add(new Mark.Words(x, 17, Integer.toString(bar), Ink.QUIET, 12, true, false, 0));
            }
        }
        for (double value : Ticks.between(parameter, low, high)) {
            double y = y(value);
            marks.add(new Mark.Line(f.left(), y, f.left() + f.width(), y, Ink.RAISED, 1, 0));
            marks.add(new Mark.Words(f.left() - 8, y + 4, parameter.print(value), Ink.QUIET, 11.5, true, false, 1));
        }
    }

    /** Where the envelope may be, and within it where the hand can have been. */
    private void band(List<Mark> marks, Tube tube, Ink ink) {
        int n = tube.size();
        double[] xs = new double[2 * n];
        double[] ys = new double[2 * n];
        for (int i = 0; i < n; i++) {
            xs[i] = x(tube.time(i));
            ys[i] = y(tube.upper(i));
            xs[2 * n - 1 - i] = xs[i];
            ys[2 * n - 1 - i] = y(tube.lower(i));
        }
        marks.add(new Mark.Path(xs, ys, ink, 0, true));
    }

    /** Where the hand lay still: a bar below, with the word where there is room. */
    private void rests(List<Mark> marks) {
        EnvelopeMarks.Field f = field();
        double bottom = f.top() + f.height() - 8;
        for (Rest rest : model.refined().rests()) {
            double x0 = Math.max(f.left(), x(rest.from()));
            double x1 = Math.min(f.left() + f.width(), x(rest.to()));
            if (x1 > x0 + 1) {
                marks.add(new Mark.Line(x0, bottom, x1, bottom, Ink.QUIET, 2.5, 0));
                if (x1 - x0 > 34) {
                    marks.add(new Mark.Words((x0 + x1) / 2, bottom - 5, "rest", Ink.QUIET, 10.5, false, false, 0));
                }
            }
        }
    }

    private void raw(List<Mark> marks) {
        Curve raw = model.refined().raw();
        double[] xs = new double[raw.size()];
        double[] ys = new double[raw.size()];
        for (int i = 0; i < xs.length; i++) {
            xs[i] = x(raw.times()[i]);
            ys[i] = y(raw.values()[i]);
        }
        marks.add(new Mark.Path(xs, ys, Ink.RIDE, 1.2, false));
    }

    private void envelope(List<Mark> marks, int chosen, IntPredicate picked, double[] handle) {
        EnvelopeMarks.Field f = field();
        Envelope envelope = lane.envelope();
        if (envelope.isEmpty()) {
            marks.add(new Mark.Words(
                    f.left() + f.width() / 2,
                    f.top() + f.height() * (loud == null ? 0.5 : 0.85),
                    "No points yet. Ride it, or double-click to set one.",
                    Ink.QUIET,
                    14,
                    false,
                    false,
                    0));
            return;
        }
        // The picture shows a part of the travel: the same marks, stretched.
        EnvelopeMarks.Field whole = new EnvelopeMarks.Field(f.left(), y(1), f.width(), y(0) - y(1));
        marks.addAll(EnvelopeMarks.line(
                seen.drawn(), outline, lane.lock(), session.timeline(), time.from(), time.to(), whole, 2.4, false));
        double perBeat = f.width() / (time.to() - time.from());
        marks.addAll(EnvelopeMarks.points(
                seen.drawn(),
                time,
                perBeat,
                whole,
                4.6,
                i -> i == chosen || picked.test(i),
                session.timeline(),
                lane.lock()));
        if (chosen >= 0 && chosen < envelope.size()) {
            tag(marks, chosen, handle != null && y(handle[1]) < y(envelope.value(chosen)));
        }
    }

    /** What would be, or was: a line of dashes with what is. */
    private void other(List<Mark> marks, SeenLayer would, Ink ink, double thick, int dash) {
        EnvelopeMarks.Field f = field();
        Envelope envelope = would.drawn();
        int n = (int) f.width();
        double[] xs = new double[n];
        double[] ys = new double[n];
        boolean[] apart = new boolean[n];
        Envelope now = seen.drawn();
        for (int i = 0; i < n && !envelope.isEmpty(); i++) {
            xs[i] = f.left() + i;
            double value = envelope.valueAt(drawnTime(time.beat(xs[i], f.left(), f.width())));
            ys[i] = Math.max(f.top(), Math.min(f.top() + f.height(), y(value)));
            double is = now.isEmpty() ? Double.NaN : y(now.valueAt(drawnTime(time.beat(xs[i], f.left(), f.width()))));
            apart[i] = !(Math.abs(is - y(value)) < SAME);
        }
        for (int i = 0; i + dash < n; i += 2 * dash) {
            if (!apart[i] && !apart[i + dash]) {
                // It says the same there.
                continue;
            }
            marks.add(new Mark.Path(
                    Arrays.copyOfRange(xs, i, i + dash + 1),
                    Arrays.copyOfRange(ys, i, i + dash + 1),
                    ink,
                    thick,
                    false));
        }
    }

    /** The parts whose points are a pattern's: a bar above with its name. */
    private void patterns(List<Mark> marks) {
        EnvelopeMarks.Field f = field();
        for (Placed placed : seen.layer().placed()) {
            double x0 = Math.max(f.left(), x(placed.from()));
            double x1 = Math.min(f.left() + f.width(), x(placed.to()));
            if (x1 > x0 + 2) {
                marks.add(new Mark.Box(x0, f.top(), x1 - x0, 4, 0, Ink.SPAN, Ink.NONE, 0));
                if (x1 - x0 > 60) {
                    marks.add(new Mark.Words(
                            x0 + 6, f.top() + 18, "pattern " + placed.pattern(), Ink.SPAN, 11, false, false, -1));
                }
            }
        }
    }

    private void tag(List<Mark> marks, int chosen, boolean below) {
        EnvelopeMarks.Field f = field();
        Envelope envelope = lane.envelope();
        String text = session.timeline().printBars(beat(envelope.time(chosen))) + "  "
                + parameter.print(envelope.value(chosen));
        double x = x(envelope.time(chosen));
        double y = y(envelope.value(chosen));
        double wide = text.length() * 7.4 + 16;
        double left = Math.max(f.left() + 2, Math.min(f.left() + f.width() - wide - 2, x - wide / 2));
        // Beside the handle, not on it.
        double top = y - 40 > f.top() && !below ? y - 40 : y + 16;
        marks.add(new Mark.Box(left, top, wide, 25, 8, Ink.WELL, Ink.EDGE, 1));
        marks.add(new Mark.Words(left + wide / 2, top + 17, text, Ink.TEXT, 12.5, true, false, 0));
    }

    /** Envelope minus hand, in the difference unit, over time. */
    private void distance(List<Mark> marks) {
        EnvelopeMarks.Field f = field();
        double top = f.top() + f.height() + 18;
        double size = DISTANCE - 16;
        Refined refined = model.refined();
        double tolerance = model.stretch().recipe().tolerance();
        double most = Math.max(1e-9, Math.max(tolerance, refined.farthest())) * 1.1;
        double middle = top + size / 2;
        marks.add(new Mark.Box(f.left(), top, f.width(), size, 6, Ink.PANEL, Ink.NONE, 0));
        double half = tolerance / most * size / 2;
        double x0 = Math.max(f.left(), x(refined.raw().times()[0]));
        double x1 = Math.min(
                f.left() + f.width(), x(refined.raw().times()[refined.raw().size() - 1]));
        marks.add(new Mark.Box(x0, middle - half, Math.max(1, x1 - x0), 2 * half, 0, Ink.SPAN_SOFT, Ink.NONE, 0));
        marks.add(new Mark.Line(f.left(), middle, f.left() + f.width(), middle, Ink.EDGE, 1, 0));
        int n = (int) Math.max(2, x1 - x0);
        double[] xs = new double[n];
        double[] ys = new double[n];
        for (int i = 0; i < n; i++) {
            double x = x0 + (x1 - x0) * i / (n - 1);
            double at = laneTimeAt(x);
            double reached = refined.envelope().valueAt(at);
            Tube cells = refined.cells();
            // From the nearest place where the hand can have been: inside its cell that is nothing.
            double hand = cells.size() < 2
                    ? refined.raw().valueAt(at)
                    : Math.max(cells.lowerAt(at), Math.min(cells.upperAt(at), reached));
            double distance = parameter.distance(hand, reached) * Math.signum(reached - hand);
            xs[i] = x;
            ys[i] = middle - Math.max(-1, Math.min(1, distance / most)) * size / 2;
        }
        marks.add(new Mark.Path(xs, ys, Ink.RIDE, 1.3, false));
        // The unit stands in the words below: beside the plot there is room for the number only.
        String tell = parameter.printDifference(tolerance).split(" ")[0];
        if (tolerance > 0 && half < 7) {
            // Where the band is small both would lie over each other.
            marks.add(new Mark.Words(f.left() - 8, middle + 4, "±" + tell, Ink.QUIET, 10.5, true, false, 1));
        } else if (tolerance > 0) {
            marks.add(new Mark.Words(f.left() - 8, middle - half + 3, "+" + tell, Ink.QUIET, 10.5, true, false, 1));
            marks.add(new Mark.Words(f.left() - 8, middle + half + 5, "−" + tell, Ink.QUIET, 10.5, true, false, 1));
        }
        marks.add(new Mark.Words(
                f.left() + 8,
                top - 5,
                "How far the envelope is from where the hand can have been; the band, ±"
                        + parameter.printDifference(tolerance) + ", is what the recipe allows",
                Ink.QUIET,
                11,
                false,
                false,
                -1));
        double far = x(refined.farthestAt());
        marks.add(new Mark.Line(far, top + 2, far, top + size - 2, Ink.TEXT, 1, 3));
    }
}
