package agogic.desk.refine;

import agogic.core.edit.pass.PassWriter;
import agogic.core.lane.Layer;
import agogic.core.record.Pass;
import agogic.core.route.Hand;
import agogic.core.route.Into;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** A line drawn with the mouse: a ride of the mouse along the lane, which goes through the recipe as every ride does. */
final class Freehand {
    /** So near to each other are the moves of the ride that is made of it, in seconds of the piece. */
    private static final double STEP = 0.02;

    private final Shown shown;
    /** Value over lane time; null while nothing is drawn. */
    private TreeMap<Double, Double> line;

    private double last;

    Freehand(Shown shown) {
        this.shown = shown;
    }

    boolean on() {
        return line != null;
    }

    void begin() {
        if (shown.seen().layer().offset()) {
            shown.notices()
                    .refuse(
                            "An offset is ridden or typed, not drawn: draw on a layer that says the values themselves.");
            return;
        }
        line = new TreeMap<>();
        last = Double.NaN;
    }

    /** The hand is here; what it drew before between the last place and this one goes. */
    void moved(double laneTime, double value) {
        if (line == null) {
            return;
        }
        if (!Double.isNaN(last)) {
            line.subMap(Math.min(last, laneTime), false, Math.max(last, laneTime), false)
                    .clear();
        }
        last = laneTime;
        line.put(laneTime, Math.max(0, Math.min(1, value)));
    }

    /** What is drawn so far. */
    List<Mark> marks(RefineMarks marks) {
        if (line == null || line.size() < 2) {
            return List.of();
        }
        double[] xs = line.keySet().stream().mapToDouble(marks::x).toArray();
        double[] ys = line.values().stream().mapToDouble(marks::y).toArray();
        return List.of(new Mark.Path(xs, ys, Ink.RIDE, 2.2, false));
    }

    /** The hand let go: what it drew is written. */
    void end() {
        TreeMap<Double, Double> drawn = line;
        line = null;
        if (drawn == null || drawn.size() < 2) {
            return;
        }
        Session session = shown.editing().session();
        List<Double> seconds = new ArrayList<>();
        List<Double> places = new ArrayList<>();
        Map.Entry<Double, Double> before = null;
        for (Map.Entry<Double, Double> one : drawn.entrySet()) {
            double to = seconds(one.getKey());
            double from = before == null ? to : seconds(before.getKey());
            int parts = before == null ? 1 : (int) Math.max(1, Math.ceil((to - from) / STEP));
            for (int k = 1; k <= parts; k++) {
                double u = (double) k / parts;
                double was = before == null ? one.getValue() : before.getValue();
                seconds.add(from + (to - from) * u);
                places.add(was + (one.getValue() - was) * u);
            }
            before = one;
        }
        double[] at = seconds.stream().mapToDouble(d -> d).toArray();
        double[] moved = places.stream().mapToDouble(d -> d).toArray();
        double from = at[0];
        double to = at[at.length - 1];
        if (!(to > from)) {
            return;
        }
        Layer layer = shown.seen().layer();
        Route route = Route.of("drawn", Hand.onScreen(shown.target()), Span.FULL, shown.target())
                .in(WriteMode.WRITE)
                .into(new Into(layer.inClip(), false));
        double stood = shown.parameter().resting();
        Pass pass = new Pass(
                route,
                0,
                false,
                from,
                to,
                at,
                moved,
                moved,
                List.of(new Pass.Touch(from, to)),
                stood,
                Pass.End.STOPPED);
        PassWriter.Outcome outcome = PassWriter.outcome(session, List.of(pass));
        if (!outcome.loose().isEmpty()) {
            shown.notices().refuse(outcome.loose().get(0));
            return;
        }
        shown.choose(-1);
        if (!shown.editing().edit("Draw a line", s -> outcome.session())) {
            return;
        }
        int points =
                shown.model() == null ? 0 : shown.model().refined().envelope().size();
        shown.editing()
                .did("Drawn", at.length + " moves of the mouse are " + points + " points now, as the recipe says.");
    }

    private double seconds(double laneTime) {
        return shown.editing().timeline().secondsAt(shown.seen().beat(laneTime));
    }
}
