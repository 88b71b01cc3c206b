package agogic.desk.routes;

import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.session.Timing;
import agogic.core.time.Section;
import agogic.core.time.TempoPoint;
import agogic.desk.acts.Here;
import agogic.desk.acts.Subject;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.draw.Painter;
import agogic.desk.draw.Palette;
import agogic.desk.model.Editing;
import agogic.desk.model.Notices;
import agogic.desk.model.Riding;
import agogic.desk.model.Selection;
import agogic.desk.model.TimeWindow;
import agogic.desk.parts.TimingForm;
import java.util.ArrayList;
import java.util.List;
import javafx.scene.canvas.Canvas;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Region;

/** Sections, bars and the loop. A press goes there; a drag with Shift sets the loop; the start of a section is dragged. */
public final class Ruler extends Region {
    static final double HEIGHT = 46;
    private static final double SECTIONS = 26;
    /** So near to its start a section is taken hold of, in pixels. */
    private static final double NEAR = 7;

    private final Editing editing;
    private final Selection selection;
    private final TimeWindow time;
    private final Canvas canvas = new Canvas();
    private double dragFrom = Double.NaN;
    /** Where the section that is dragged begins; NaN if none is. */
    private double held = Double.NaN;

    Ruler(Editing editing, Notices notices, Selection selection, Riding riding, TimeWindow time) {
        this.editing = editing;
        this.selection = selection;
        this.time = time;
        getChildren().add(canvas);
        setMinHeight(HEIGHT);
        setPrefHeight(HEIGHT);
        setAccessibleText("Ruler: bars and sections");
        editing.sessionProperty().addListener((o, a, b) -> draw());
        time.fromProperty().addListener((o, a, b) -> draw());
        time.toProperty().addListener((o, a, b) -> draw());
        selection.lightProperty().addListener((o, a, b) -> draw());
        addEventHandler(MouseEvent.MOUSE_RELEASED, e -> editing.settle());
        Here.on(this, place -> {
            double at = place == null ? -1 : time.beat(place.getX(), RouteMarks.ENVELOPE_LEFT, width());
            if (at < 0 || at > editing.session().length()) {
                return Subject.PLAYING;
            }
            selection.pointBeat(at);
            boolean named = editing.session().sections().stream().anyMatch(s -> s.beat() <= at);
            return place.getY() < SECTIONS && named ? Subject.SECTION : Subject.BAR;
        });
        addEventHandler(MouseEvent.MOUSE_PRESSED, e -> {
            if (e.getButton() != MouseButton.PRIMARY) {
                return;
            }
            editing.settle();
            double beat = beat(e);
            if (e.getClickCount() == 2 && beat >= 0) {
                // What is above are sections, below are bars and their tempo.
                TimingForm.Kind kind = e.getY() < SECTIONS ? TimingForm.Kind.SECTION : TimingForm.Kind.TEMPO;
                TimingForm.ask(editing, notices, kind, beat, getScene().getWindow());
                return;
            }
            held = e.isShiftDown() || e.getY() >= SECTIONS ? Double.NaN : startNear(e.getX());
            if (!Double.isNaN(held)) {
                return;
            }
            dragFrom = e.isShiftDown() ? editing.timeline().metre().nearestBeat(beat) : Double.NaN;
            if (!e.isShiftDown() && beat >= 0) {
                riding.locate(editing.timeline().metre().nearestBeat(beat));
            }
        });
        addEventHandler(MouseEvent.MOUSE_DRAGGED, e -> {
            double beat = editing.timeline().metre().nearestBeat(Math.max(0, beat(e)));
            if (!Double.isNaN(held)) {
                move(beat);
                return;
            }
            if (!Double.isNaN(dragFrom) && beat != dragFrom) {
                Loop loop = new Loop(Math.min(dragFrom, beat), Math.max(dragFrom, beat), true);
                editing.editOn("Set the loop", List.of("loop"), s -> s.withLoop(loop));
            }
        });
    }

    /** The beat at which the section begins whose start is drawn near {@code x}; NaN if none is. */
    private double startNear(double x) {
        for (Section section : editing.session().sections()) {
            double at = time.x(section.beat(), RouteMarks.ENVELOPE_LEFT, width());
            if (Math.abs(at - x) <= NEAR) {
                return section.beat();
            }
        }
        return Double.NaN;
    }

    /** The section that is held begins at {@code beat}, if it stays between its neighbours. */
    private void move(double beat) {
        List<Section> all = editing.session().sections();
        double from = held;
        double before = all.stream()
                .mapToDouble(Section::beat)
                .filter(b -> b < from)
                .max()
                .orElse(-1);
        double after = all.stream()
                .mapToDouble(Section::beat)
                .filter(b -> b > from)
                .min()
                .orElse(editing.session().length());
        if (beat != from && beat > before && beat < after) {
            editing.editOn("Move a section", List.of("section"), s -> Timing.moved(s, from, beat));
            held = beat;
        }
    }

    private double width() {
        return Math.max(40, getWidth() - RouteMarks.ENVELOPE_LEFT - RouteMarks.SOUND_WIDTH);
    }

    private double beat(MouseEvent e) {
        return time.beat(e.getX(), RouteMarks.ENVELOPE_LEFT, width());
    }

    @Override
    protected void layoutChildren() {
        canvas.setWidth(getWidth());
        canvas.setHeight(HEIGHT);
        draw();
    }

    /** What a screen reader says: what is shown, the sections in it, the loop. */
    public static String spoken(Session session, TimeWindow time) {
        var metre = session.timeline().metre();
        StringBuilder text = new StringBuilder("Ruler: bars " + metre.barAt(Math.max(0, time.from()) + 1e-9) + " to "
                + metre.barAt(Math.max(0, time.to() - 1e-6)));
        for (Section section : session.sections()) {
            if (section.beat() >= time.from() - 1e-9 && section.beat() < time.to()) {
                text.append(", ").append(section.name()).append(" at bar ").append(metre.barAt(section.beat() + 1e-9));
            }
        }
        Loop loop = session.loop();
        text.append(", loop ")
                .append(loop.on() ? "on" : "off")
                .append(" from ")
                .append(session.timeline().speakBars(loop.from()))
                .append(" to ")
                .append(session.timeline().speakBars(loop.to()));
        return text.toString();
    }

    private void draw() {
        setAccessibleText(spoken(editing.session(), time));
        if (getWidth() > 0) {
            List<Mark> marks = marks(editing.session(), time, RouteMarks.ENVELOPE_LEFT, width());
            marks.add(new Mark.Words(20, 20, "Hand", Ink.HAND, 12.5, false, true, -1));
            marks.add(new Mark.Words(RouteMarks.SPAN_X, 20, "Span", Ink.SPAN, 12.5, false, true, -1));
            double sound = getWidth() - RouteMarks.SOUND_WIDTH + 24;
            marks.add(new Mark.Words(sound, 20, "Sound", Ink.SOUND, 12.5, false, true, -1));
            Painter.paint(
                    canvas.getGraphicsContext2D(),
                    getWidth(),
                    HEIGHT,
                    marks,
                    Palette.of(selection.lightProperty().get()));
        }
    }

    /** About so wide is a figure, in pixels. */
    private static final double FIGURE = 7;

    /** The ruler between {@code left} and {@code left + width}. */
    public static List<Mark> marks(Session session, TimeWindow time, double left, double width) {
        List<Mark> marks = new ArrayList<>();
        List<Section> sections = session.sections();
        for (int i = 0; i < sections.size(); i++) {
            double end = i + 1 < sections.size() ? sections.get(i + 1).beat() : session.length();
            double x0 = Math.max(left, time.x(sections.get(i).beat(), left, width));
            double x1 = Math.min(left + width, time.x(end, left, width));
            if (x1 - x0 > 4) {
                marks.add(new Mark.Box(x0 + 1, 5, x1 - x0 - 2, 20, 6, Ink.RAISED, Ink.NONE, 0));
                if (x1 - x0 > 46) {
                    marks.add(new Mark.Words(x0 + 8, 19, sections.get(i).name(), Ink.TEXT, 12, false, false, -1));
                }
            }
        }
        List<double[]> taken = tempos(marks, session, time, left, width);
        double perBar = width / (time.to() - time.from()) * 4;
        int step = perBar > 34 ? 1 : perBar > 17 ? 2 : perBar > 8.5 ? 4 : 8;
        for (int bar : session.timeline().metre().barsBetween(time.from(), time.to())) {
            if ((bar - 1) % step == 0) {
                double x = time.x(session.timeline().metre().beatOfBar(bar), left, width);
                double ends = x + 3 + FIGURE * Integer.toString(bar).length();
                boolean free = taken.stream().noneMatch(t -> t[0] < ends && x + 3 < t[1]);
                if (x < left + width - 8 && free) {
                    marks.add(new Mark.Words(x + 3, 41, Integer.toString(bar), Ink.QUIET, 11.5, true, false, -1));
                }
                marks.add(new Mark.Line(x, 30, x, HEIGHT, Ink.EDGE, 1, 0));
            }
        }
        Loop loop = session.loop();
        double x0 = Math.max(left, time.x(loop.from(), left, width));
        double x1 = Math.min(left + width, time.x(loop.to(), left, width));
        if (loop.on() && x1 > x0) {
            marks.add(new Mark.Line(x0, 28, x1, 28, Ink.TEXT, 3, 0));
            marks.add(new Mark.Words(x0 + 2, 24, "↻", Ink.TEXT, 12, false, true, -1));
        }
        return marks;
    }

    /** The changes of tempo, with words where those before leave room; from where to where words stand. */
    private static List<double[]> tempos(
            List<Mark> marks, Session session, TimeWindow time, double left, double width) {
        List<double[]> taken = new ArrayList<>();
        List<TempoPoint> tempos = session.timeline().tempo().points();
        for (TempoPoint tempo : tempos.subList(1, tempos.size())) {
            double x = time.x(tempo.beat(), left, width);
            if (x >= left && x < left + width - 60) {
                String words = "♩ " + Math.round(tempo.bpm()) + (tempo.ramp() ? " ↗" : "");
                marks.add(new Mark.Line(x, 28, x, HEIGHT, Ink.SPAN, 1.4, 0));
                double from = x + 22;
                if (taken.isEmpty() || taken.get(taken.size() - 1)[1] <= from) {
                    marks.add(new Mark.Words(from, 41, words, Ink.SPAN, 10.5, true, false, -1));
                    taken.add(new double[] {from, from + FIGURE * words.length()});
                }
            }
        }
        return taken;
    }
}
