package agogic.desk.riding;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.EnvelopeOutline;
import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.model.AudioFiles;
import agogic.desk.model.Editing;
import agogic.desk.model.Frames;
import agogic.desk.model.LiveTrails;
import agogic.desk.model.Riding;
import agogic.desk.model.Selection;
import agogic.desk.model.Standing;
import agogic.desk.model.TimeWindow;
import agogic.desk.parts.EnvelopeMarks;
import agogic.desk.parts.LayeredMarks;
import agogic.desk.parts.MarkView;
import agogic.desk.parts.ScoreStrip;
import agogic.desk.parts.Ticks;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.layout.BorderPane;

/** What is ridden, large: the lanes that are armed, or the selected one, with what comes next. */
public final class RidingView extends BorderPane {
    static final int MOST = 4;

    /** So many bars are seen, and so much of them lies behind the playhead. */
    private static final double BARS = 8;

    private static final double BEHIND = 0.25;
    private static final double LEFT = 236;
    private static final double RIGHT = 24;
    private static final double RULER = 30;
    private static final double GAP = 14;
    private static final int MOST_TRAIL = 4000;

    private final Editing editing;
    private final Selection selection;
    private final Frames frames;
    private final Riding riding;
    private final Standing standing;
    private final TimeWindow time;
    private final Lanes lanes;
    private final ScoreStrip score;
    private final Map<Target, EnvelopeOutline> outlines = new HashMap<>();
    private final Map<Target, Envelope> outlined = new HashMap<>();
    private List<Route> shown = List.of();
    private double drawnAt = Double.NaN;
    private int changes = -1;
    /** How many lanes were written in this pass when it was looked last. */
    private int trails;

    /** What is ridden, large, for one who sits farther away. */
    public RidingView(
            Editing editing, Selection selection, Frames frames, Riding riding, Standing standing, AudioFiles audio) {
        this.editing = editing;
        this.selection = selection;
        this.frames = frames;
        this.riding = riding;
        this.standing = standing;
        time = new TimeWindow(editing.session().length() + 4 * BARS);
        lanes = new Lanes();
        score = new ScoreStrip(editing, selection, riding, audio, time, LEFT, RIGHT);
        setId("riding-view");
        setCenter(lanes);
        setBottom(score);
        editing.sessionProperty().addListener((o, a, b) -> refresh());
        selection.selectedProperty().addListener((o, a, b) -> refresh());
        frames.onFrame(this::frame);
        visibleProperty().addListener((o, a, b) -> refresh());
    }

    /** Takes what the session has now: the routes that write or are being written, or else the selected one. */
    public void refresh() {
        if (!isVisible() || getScene() == null) {
            return;
        }
        Session session = editing.session();
        List<Route> armed = session.routes().stream()
                .filter(r ->
                        r.mode().writes() || r.rehearse() || riding.trails().of(r.id()) != null)
                .limit(MOST)
                .toList();
        shown = armed.isEmpty() ? selection.selectedRoute().stream().toList() : armed;
        score.show(shown.isEmpty() ? null : shown.get(0).target());
        changes = -1;
        drawnAt = Double.NaN;
        frame();
    }

    private void frame() {
        if (!isVisible() || getScene() == null) {
            return;
        }
        if (riding.trails().count() != trails) {
            trails = riding.trails().count();
            refresh();
            return;
        }
        double beat = riding.positionBeat();
        int now = frames.state().changes();
        if (beat == drawnAt && now == changes) {
            return;
        }
        drawnAt = beat;
        changes = now;
        double bar = 4;
        double from = Math.max(0, beat - BEHIND * BARS * bar);
        time.show(from, from + BARS * bar);
        lanes.draw();
        lanes.tell();
    }

    private EnvelopeOutline outline(Lane lane) {
        if (outlined.get(lane.target()) != lane.envelope()) {
            outlined.put(lane.target(), lane.envelope());
            outlines.put(lane.target(), new EnvelopeOutline(lane.envelope()));
        }
        return outlines.get(lane.target());
    }

    private double value(Target target) {
        return standing.stands(target);
    }

    /** The lanes, one below the other. */
    private final class Lanes extends MarkView {
        Lanes() {
            super(RidingView.this.selection);
            setFocusTraversable(true);
            setAccessibleRole(AccessibleRole.TEXT);
            setId("riding-lanes");
        }

        void tell() {
            StringBuilder words = new StringBuilder(
                    drawnAt < 0
                            ? "Count-in, "
                                    + editing.timeline().printPlace(drawnAt).substring(1) + " beats to go"
                            : editing.timeline().speakBars(drawnAt));
            for (Route route : shown) {
                Parameter parameter = editing.session().parameter(route.target());
                words.append(", ")
                        .append(parameter.name())
                        .append(" ")
                        .append(parameter.print(value(route.target())))
                        .append(riding.trails().of(route.id()) == null ? "" : ", being written")
                        .append(editing.session().lane(route.target()).guarded() ? ", protected" : "");
            }
            setAccessibleText(words.toString());
            notifyAccessibleAttributeChanged(AccessibleAttribute.TEXT);
        }

        @Override
        public void marks(List<Mark> marks, double width, double height) {
            double wide = Math.max(40, width - LEFT - RIGHT);
            int n = Math.max(1, shown.size());
            double each = (height - RULER - GAP) / n;
            bars(marks, wide);
            for (int i = 0; i < shown.size(); i++) {
                EnvelopeMarks.Field field = new EnvelopeMarks.Field(LEFT, RULER + i * each, wide, each - GAP);
                lane(marks, shown.get(i), field);
            }
            if (shown.isEmpty()) {
                marks.add(new Mark.Words(
                        width / 2,
                        height / 2,
                        "Select a route in Routes, or put some in Touch: they are shown here.",
                        Ink.QUIET,
                        16,
                        false,
                        false,
                        0));
            }
            double x = Math.rint(time.x(Math.max(0, drawnAt), LEFT, wide)) + 0.5;
            marks.add(new Mark.Line(x, RULER - 6, x, height - 2, Ink.TEXT, 2, 0));
        }

        private void bars(List<Mark> marks, double wide) {
            String position = editing.timeline().printPlace(drawnAt);
            marks.add(new Mark.Words(20, 22, position, Ink.TEXT, 18, true, true, -1));
            for (int bar : editing.timeline().metre().barsBetween(time.from(), time.to())) {
                double beat = editing.timeline().metre().beatOfBar(bar);
                double x = time.x(beat, LEFT, wide);
                if (x >= LEFT - 1
                        && x < LEFT + wide - 90
                        && beat < editing.session().length()) {
                    String section = editing.session().sections().stream()
                            .filter(s -> Math.abs(s.beat() - beat) < 1e-6)
                            .map(s -> " " + s.name())
                            .findFirst()
                            .orElse("");
                    marks.add(new Mark.Words(x + 2, 20, bar + section, Ink.QUIET, 14, true, false, -1));
                }
            }
        }

        private void lane(List<Mark> marks, Route route, EnvelopeMarks.Field field) {
            Session session = editing.session();
            Parameter parameter = session.parameter(route.target());
            Lane lane = session.lane(route.target());
            marks.add(
                    new Mark.Box(field.left(), field.top(), field.width(), field.height(), 8, Ink.PANEL, Ink.NONE, 0));
            for (int bar : editing.timeline().metre().barsBetween(time.from(), time.to())) {
                double x = time.x(editing.timeline().metre().beatOfBar(bar), field.left(), field.width());
                if (x > field.left()) {
                    marks.add(new Mark.Line(x, field.top(), x, field.top() + field.height(), Ink.RAISED, 1, 0));
                }
            }
            for (double tick : Ticks.between(parameter, 0, 1)) {
                double y = field.y(tick);
                marks.add(new Mark.Line(field.left(), y, field.left() + field.width(), y, Ink.RAISED, 1, 0));
                marks.add(new Mark.Words(
                        field.left() - 8,
                        Math.max(field.top() + 9, Math.min(field.top() + field.height() - 1, y + 4)),
                        parameter.print(tick),
                        Ink.QUIET,
                        12,
                        true,
                        false,
                        1));
            }
            if (lane.layered() && lane.plays()) {
                marks.addAll(LayeredMarks.of(session, lane, time.from(), time.to(), field));
            } else if (!lane.envelope().isEmpty()) {
                marks.addAll(EnvelopeMarks.line(
                        lane.envelope(),
                        outline(lane),
                        lane.lock(),
                        session.timeline(),
                        time.from(),
                        time.to(),
                        field,
                        3,
                        true));
            }
            LiveTrails.Trail trail = riding.trails().of(route.id());
            if (trail != null) {
                trail(marks, trail, field);
            }
            double value = value(route.target());
            double x = time.x(Math.max(0, drawnAt), field.left(), field.width());
            boolean writing = trail != null && riding.playing();
            marks.add(new Mark.Disc(x, field.y(value), 8, writing ? Ink.RIDE : Ink.SOUND, Ink.GROUND, 2, 0));
            words(marks, route, parameter, value, writing, field);
        }

        private void words(
                List<Mark> marks,
                Route route,
                Parameter parameter,
                double value,
                boolean writing,
                EnvelopeMarks.Field field) {
            double middle = field.top() + Math.min(field.height() / 2 - 8, 90);
            marks.add(new Mark.Words(20, middle - 26, parameter.name(), Ink.TEXT, 17, false, true, -1));
            String device = editing.session().device(route.target().device()).name();
            marks.add(new Mark.Words(20, middle - 8, device, Ink.QUIET, 12.5, false, false, -1));
            marks.add(new Mark.Words(
                    20, middle + 22, parameter.print(value), writing ? Ink.RIDE : Ink.SOUND, 26, true, true, -1));
            String hand = route.hand().map(editing.session()::controlName).orElse("no control");
            String mode = writing
                    ? "being written"
                    : editing.session().lane(route.target()).guarded()
                            ? "Protected"
                            : riding.modeOf(route).spoken();
            marks.add(new Mark.Words(
                    20, middle + 42, hand + " · " + mode, writing ? Ink.RIDE : Ink.QUIET, 12.5, false, false, -1));
        }

        private void trail(List<Mark> marks, LiveTrails.Trail trail, EnvelopeMarks.Field field) {
            List<double[]> places = new ArrayList<>();
            for (int i = Math.max(0, trail.size() - MOST_TRAIL); i < trail.size(); i++) {
                double x = time.x(trail.beat(i), field.left(), field.width());
                if (x >= field.left()) {
                    places.add(new double[] {x, field.y(trail.value(i))});
                }
            }
            if (places.size() > 1) {
                double[] xs = places.stream().mapToDouble(p -> p[0]).toArray();
                double[] ys = places.stream().mapToDouble(p -> p[1]).toArray();
                marks.add(new Mark.Path(xs, ys, Ink.RIDE, 3.4, false));
            }
        }
    }
}
