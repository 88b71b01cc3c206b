package agogic.desk.routes;

import agogic.core.device.Socket;
import agogic.core.device.Turn;
import agogic.core.envelope.EnvelopeOutline;
import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.play.Verdict;
import agogic.core.route.Route;
import agogic.core.score.Clip;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.model.LiveTrails;
import agogic.desk.model.TimeWindow;
import agogic.desk.parts.EnvelopeMarks;
import agogic.desk.parts.LayeredMarks;
import agogic.desk.parts.PeakMarks;
import agogic.desk.parts.ScoreMarks;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** One route as marks: the wire from hand to sound, lit as far as the last move came. */
public final class RouteMarks {
    static final double HAND_X = 40;
    static final double HAND_TEXT = 68;
    static final double SPAN_X = 188;
    static final double SPAN_SIZE = 46;
    static final double SPAN_TEXT = SPAN_X + SPAN_SIZE + 8;
    static final double ENVELOPE_LEFT = 316;
    static final double SOUND_WIDTH = 300;
    private static final double SOUND_SIZE = 38;
    /** A row as high as this shows the score. */
    private static final double LARGE = 80;

    private static final double SCORE = 40;

    private RouteMarks() {}

    /** What is so now on one route. */
    record Now(
            double hand,
            double counted,
            double value,
            Verdict verdict,
            boolean lit,
            boolean stopShown,
            boolean writing) {}

    static EnvelopeMarks.Field field(double width, double height) {
        return new EnvelopeMarks.Field(
                ENVELOPE_LEFT, 6, Math.max(40, width - ENVELOPE_LEFT - SOUND_WIDTH), height - 12);
    }

    /** The drawing of a route: its lane, what its hand does, and where it stands. Sizes in pixels. */
    public static List<Mark> of(
            Session session,
            Route route,
            EnvelopeOutline outline,
            LiveTrails.Trail trail,
            Now now,
            TimeWindow time,
            double width,
            double height) {
        List<Mark> marks = new ArrayList<>(still(session, route, outline, trail, time, width, height));
        marks.addAll(moving(session, route, now, width, height));
        return marks;
    }

    /** What changes with the session, the time that is shown and what is being written only. */
    static List<Mark> still(
            Session session,
            Route route,
            EnvelopeOutline outline,
            LiveTrails.Trail trail,
            TimeWindow time,
            double width,
            double height) {
        List<Mark> marks = new ArrayList<>();
        EnvelopeMarks.Field field = field(width, height);
        ground(marks, session, route, time, field);
        envelope(marks, session, route, outline, trail, time, field);
        return marks;
    }

    /** What changes with every move: the hand, the span, the wire and the sound, left and right of the envelope. */
    static List<Mark> moving(Session session, Route route, Now now, double width, double height) {
        List<Mark> marks = new ArrayList<>();
        EnvelopeMarks.Field field = field(width, height);
        Parameter parameter = session.parameter(route.target());
        wire(marks, route, now, field, width, height);
        hand(marks, route, now, height);
        span(marks, route, parameter, now, height);
        sound(marks, parameter, now, width, height);
        stop(marks, now, field, width, height);
        return marks;
    }

    private static void ground(
            List<Mark> marks, Session session, Route route, TimeWindow time, EnvelopeMarks.Field field) {
        marks.add(new Mark.Box(field.left(), field.top(), field.width(), field.height(), 6, Ink.PANEL, Ink.NONE, 0));
        double perBeat = field.width() / (time.to() - time.from());
        Track track = session.trackOf(route.target().device()).orElse(null);
        for (Clip clip : track == null ? List.<Clip>of() : track.clips()) {
            double x0 = Math.max(field.left(), time.x(clip.beat(), field.left(), field.width()));
            double x1 = Math.min(
                    field.left() + field.width(), time.x(clip.beat() + clip.length(), field.left(), field.width()));
            if (x1 > x0 + 2) {
                marks.add(new Mark.Box(
                        x0 + 1, field.top() + 1, x1 - x0 - 2, field.height() - 2, 5, Ink.RAISED, Ink.NONE, 0));
            }
        }
        if (track != null) {
            EnvelopeMarks.Field within =
                    new EnvelopeMarks.Field(field.left(), field.top() + 3, field.width(), field.height() - 6);
            marks.addAll(PeakMarks.of(session, track, time.from(), time.to(), within, Ink.EDGE));
        }
        score(marks, track == null ? List.of() : track.played(), time, field);
        int step = perBeat * 4 > 24 ? 1 : perBeat * 16 > 24 ? 4 : 8;
        for (int bar : session.timeline().metre().barsBetween(time.from(), time.to())) {
            boolean section = session.sections().stream()
                    .anyMatch(
                            s -> Math.abs(s.beat() - session.timeline().metre().beatOfBar(bar)) < 1e-6);
            if (section || (bar - 1) % step == 0) {
                double x = time.x(session.timeline().metre().beatOfBar(bar), field.left(), field.width());
                marks.add(new Mark.Line(
                        x, field.top(), x, field.top() + field.height(), section ? Ink.EDGE : Ink.GROUND, 1, 0));
            }
        }
    }

    /** The notes small inside the clips; in large rows the score with its dynamics below the lane. */
    private static void score(List<Mark> marks, List<Clip> clips, TimeWindow time, EnvelopeMarks.Field field) {
        if (field.height() < LARGE) {
            EnvelopeMarks.Field within =
                    new EnvelopeMarks.Field(field.left(), field.top() + 4, field.width(), field.height() - 8);
            marks.addAll(ScoreMarks.notes(clips, time.from(), time.to(), within, Ink.EDGE));
        } else {
            double top = field.top() + field.height() - SCORE;
            marks.addAll(ScoreMarks.of(
                    clips,
                    time.from(),
                    time.to(),
                    new EnvelopeMarks.Field(field.left(), top, field.width(), SCORE - 2),
                    Ink.EDGE));
        }
    }

    /** The ends of the wire's four pieces, from left to right. */
    private static double[] joints(EnvelopeMarks.Field field, double width) {
        return new double[] {HAND_X + 20, SPAN_X, field.left(), field.left() + field.width(), width - SOUND_WIDTH + 24};
    }

    private static void wire(
            List<Mark> marks, Route route, Now now, EnvelopeMarks.Field field, double width, double height) {
        double y = height / 2;
        double[] x = joints(field, width);
        Ink rest = Ink.EDGE;
        double dash = route.on() && route.hand().isPresent() ? 0 : 4;
        marks.add(new Mark.Line(x[0], y, x[1], y, rest, 1.4, dash));
        marks.add(new Mark.Line(SPAN_X + SPAN_SIZE, y, x[2], y, rest, 1.4, dash));
        marks.add(new Mark.Line(x[3], y, x[4], y, rest, 1.4, 0));
        if (!now.lit()) {
            return;
        }
        int reached = reached(now.verdict());
        if (reached >= 1) {
            marks.add(new Mark.Line(x[0], y, x[1], y, Ink.HAND, 3.2, 0));
        }
        if (reached >= 2) {
            marks.add(new Mark.Line(SPAN_X + SPAN_SIZE, y, x[2], y, Ink.SPAN, 3.2, 0));
        }
        if (reached >= 3) {
            marks.add(new Mark.Line(x[3], y, x[4], y, now.writing() ? Ink.RIDE : Ink.SOUND, 3.2, 0));
        }
    }

    /** How many pieces of the wire the last move lit. */
    public static int reached(Verdict verdict) {
        if (verdict.heard()) {
            return 3;
        }
        return switch (verdict.joint()) {
            case HAND -> 0;
            case SPAN -> 1;
            case ENVELOPE -> 2;
            case SOUND -> 3;
        };
    }

    private static void hand(List<Mark> marks, Route route, Now now, double height) {
        double y = height / 2;
        if (route.hand().isEmpty()) {
            marks.add(new Mark.Disc(HAND_X, y, 18, Ink.NONE, Ink.QUIET, 1.6, 4));
            return;
        }
        marks.add(new Mark.Disc(HAND_X, y, 18, now.lit() ? Ink.HAND_SOFT : Ink.PANEL, Ink.HAND, 2, 0));
        double place = Double.isNaN(now.hand()) ? 0.5 : now.hand();
        double angle = Math.toRadians(135 + 270 * place);
        double c = Math.cos(angle);
        double s = Math.sin(angle);
        Ink ink = Double.isNaN(now.hand()) ? Ink.QUIET : Ink.HAND;
        marks.add(new Mark.Line(HAND_X + 6 * c, y + 6 * s, HAND_X + 15 * c, y + 15 * s, ink, 3, 0));
    }

    private static void span(List<Mark> marks, Route route, Parameter parameter, Now now, double height) {
        double size = Math.min(SPAN_SIZE, height - 14);
        double left = SPAN_X + (SPAN_SIZE - size) / 2;
        double top = (height - size) / 2;
        marks.add(new Mark.Box(SPAN_X, top, SPAN_SIZE, size, 8, Ink.PANEL, Ink.SPAN, 1.4));
        int n = 33;
        double[] xs = new double[n];
        double[] ys = new double[n];
        for (int i = 0; i < n; i++) {
            double x = i / (n - 1.0);
            double value = parameter.settled(route.span().apply(x));
            xs[i] = left + 5 + x * (size - 10);
            ys[i] = top + size - 5 - value * (size - 10);
        }
        marks.add(new Mark.Path(xs, ys, route.hand().isPresent() ? Ink.SPAN : Ink.QUIET, 2, false));
        if (!Double.isNaN(now.counted())) {
            double value = parameter.settled(route.span().apply(now.counted()));
            double x = left + 5 + now.counted() * (size - 10);
            double y = top + size - 5 - value * (size - 10);
            marks.add(new Mark.Disc(x, y, 3.5, Ink.HAND, Ink.PANEL, 1, 0));
        }
    }

    private static void envelope(
            List<Mark> marks,
            Session session,
            Route route,
            EnvelopeOutline outline,
            LiveTrails.Trail trail,
            TimeWindow time,
            EnvelopeMarks.Field field) {
        Lane lane = session.lane(route.target());
        if (lane.layered() && lane.plays()) {
            marks.addAll(LayeredMarks.of(session, lane, time.from(), time.to(), field));
        } else if (lane.envelope().isEmpty()) {
            if (trail == null) {
                marks.add(new Mark.Words(
                        field.left() + field.width() / 2,
                        field.top() + field.height() / 2 + 4,
                        "no points yet — ride it, or double-click to set one",
                        Ink.QUIET,
                        12,
                        false,
                        false,
                        0));
            }
        } else {
            marks.addAll(EnvelopeMarks.line(
                    lane.envelope(), outline, lane.lock(), session.timeline(), time.from(), time.to(), field, 2, true));
            double perBeat = field.width() / (time.to() - time.from());
            marks.addAll(EnvelopeMarks.points(
                    lane.envelope(), time, perBeat, field, 3.4, i -> false, session.timeline(), lane.lock()));
        }
        handOvers(marks, session, route, time, field);
        if (trail != null && trail.size() > 1) {
            marks.add(trail(trail, time, field));
        }
    }

    /** Where the socket of a parameter is with another one: a dashed floor, and a tick at each hand-over. */
    private static void handOvers(
            List<Mark> marks, Session session, Route route, TimeWindow time, EnvelopeMarks.Field field) {
        String parameter = route.target().parameter();
        Socket socket =
                session.device(route.target().device()).socket(parameter).orElse(null);
        if (socket == null || !socket.shared()) {
            return;
        }
        double right = field.left() + field.width();
        double floor = field.top() + field.height() - 2;
        for (int i = 0; i < socket.turns().size(); i++) {
            Turn turn = socket.turns().get(i);
            double end =
                    i + 1 < socket.turns().size() ? socket.turns().get(i + 1).beat() : session.length();
            double x0 = Math.max(field.left(), time.x(turn.beat(), field.left(), field.width()));
            double x1 = Math.min(right, time.x(end, field.left(), field.width()));
            boolean mine = turn.seat() == socket.seatOf(parameter);
            if (x1 > x0 && !mine) {
                marks.add(new Mark.Line(x0, floor, x1, floor, Ink.QUIET, 2, 4));
            } else if (x1 > x0) {
                marks.add(new Mark.Line(x0, field.top(), x0, floor, Ink.SPAN, 1.6, 0));
                marks.add(new Mark.Line(x1, field.top(), x1, floor, Ink.SPAN, 1.6, 0));
                if (x1 - x0 > 60) {
                    marks.add(new Mark.Words(
                            x0 + 5, floor - 4, "has socket " + socket.number(), Ink.SPAN, 10.5, false, false, -1));
                }
            }
        }
    }

    private static Mark trail(LiveTrails.Trail trail, TimeWindow time, EnvelopeMarks.Field field) {
        double[] xs = new double[trail.size()];
        double[] ys = new double[trail.size()];
        int n = 0;
        for (int i = 0; i < xs.length; i++) {
            double x = time.x(trail.beat(i), field.left(), field.width());
            if (x >= field.left() && x <= field.left() + field.width()) {
                xs[n] = x;
                ys[n++] = field.y(trail.value(i));
            }
        }
        return new Mark.Path(Arrays.copyOf(xs, n), Arrays.copyOf(ys, n), Ink.RIDE, 2.6, false);
    }

    private static void sound(List<Mark> marks, Parameter parameter, Now now, double width, double height) {
        double x = width - SOUND_WIDTH + 24;
        double size = Math.min(SOUND_SIZE, height - 12);
        double top = (height - size) / 2;
        Ink edge = now.writing() ? Ink.RIDE : Ink.SOUND;
        marks.add(new Mark.Box(x, top, size, size, 7, Ink.PANEL, edge, now.writing() ? 2.6 : 1.8));
        double fill = Math.max(2, (size - 8) * now.value());
        marks.add(new Mark.Box(
                x + 4, top + size - 4 - fill, size - 8, fill, 3, now.writing() ? Ink.RIDE : Ink.SOUND, Ink.NONE, 0));
        int n = parameter.positions().size();
        for (int i = 1; i < n; i++) {
            double y = top + size - 4 - (size - 8) * i / n;
            marks.add(new Mark.Line(x + 4, y, x + size - 4, y, Ink.PANEL, 1.2, 0));
        }
    }

    /** The joint at which the wire stops: a mark with a word, not only a colour. */
    private static void stop(List<Mark> marks, Now now, EnvelopeMarks.Field field, double width, double height) {
        if (!now.stopShown() || !now.verdict().broken()) {
            return;
        }
        double[] x = joints(field, width);
        double at =
                switch (now.verdict().joint()) {
                    case HAND -> x[0] + 6;
                    case SPAN -> x[1] - 2;
                    case ENVELOPE -> x[2] - 4;
                    case SOUND -> x[4] - 8;
                };
        marks.add(new Mark.Disc(at, height / 2, 9, Ink.RIDE, Ink.GROUND, 2, 0));
        marks.add(new Mark.Words(at, height / 2 + 4.5, "!", Ink.GROUND, 13, false, true, 0));
    }
}
