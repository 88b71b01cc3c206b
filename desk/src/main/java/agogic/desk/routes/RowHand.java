package agogic.desk.routes;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.PointPlace;
import agogic.core.lane.Lane;
import agogic.core.route.Route;
import agogic.core.session.Points;
import agogic.core.session.Session;
import agogic.desk.acts.Subject;
import agogic.desk.model.Editing;
import agogic.desk.model.Frames;
import agogic.desk.model.LanePlace;
import agogic.desk.model.Notices;
import agogic.desk.model.Selection;
import agogic.desk.model.Standing;
import agogic.desk.model.TimeWindow;
import agogic.desk.parts.EnvelopeMarks;
import agogic.desk.parts.SpanDialog;
import java.util.List;
import java.util.function.Supplier;
import javafx.geometry.Point2D;
import javafx.scene.canvas.Canvas;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;

/** A hand on the envelope of a row: it moves and adds points, and points at places. */
final class RowHand {
    private static final double NEAR = 9;

    private final Editing editing;
    private final Notices notices;
    private final Selection selection;
    private final Frames frames;
    private final Standing standing;
    private final TimeWindow time;
    private final Canvas on;
    private final Supplier<Route> shown;
    private final Runnable pointed;
    private int dragged = -1;
    /** The point that is dragged, as it is now. */
    private Point held;

    private Session before;
    private String was = "";

    /** @param pointed called when the pointer is at another place */
    RowHand(
            Editing editing,
            Notices notices,
            Selection selection,
            Frames frames,
            Standing standing,
            TimeWindow time,
            Canvas on,
            Supplier<Route> shown,
            Runnable pointed) {
        this.pointed = pointed;
        this.editing = editing;
        this.notices = notices;
        this.selection = selection;
        this.frames = frames;
        this.standing = standing;
        this.time = time;
        this.on = on;
        this.shown = shown;
        on.addEventHandler(MouseEvent.MOUSE_PRESSED, this::pressed);
        on.addEventHandler(MouseEvent.MOUSE_DRAGGED, this::moved);
        on.addEventHandler(MouseEvent.MOUSE_RELEASED, e -> {
            if (dragged >= 0 && editing.session() != before) {
                editing.did("Moved", moved() + ".");
            }
            dragged = -1;
            editing.settle();
        });
        on.addEventHandler(MouseEvent.MOUSE_MOVED, e -> point(place(e.getX(), e.getY())));
        on.addEventHandler(MouseEvent.MOUSE_EXITED, e -> point(null));
    }

    private void point(LanePlace place) {
        selection.place(place);
        pointed.run();
    }

    /** Where the point that was dragged is now, and where it was. */
    private String moved() {
        Lane lane = editing.session().lane(route().target());
        int now = Math.min(dragged, lane.envelope().size() - 1);
        return editing.session().parameter(route().target()).name() + ", "
                + (now < 0 ? "a point" : LanePlace.spoken(editing.session(), route().target(), lane, now))
                + "; it was " + was;
    }

    /** The place in the lane that is there; null if nothing of the lane is. */
    private LanePlace place(double x, double y) {
        return inEnvelope(x) ? new LanePlace(route().target(), laneTime(x), field().value(y), near(x, y)) : null;
    }

    /** What of the row is at a place, or, null, has the focus: chosen, so that acts are about it. */
    Subject subject(Point2D at) {
        selection.selectedProperty().set(route().id());
        if (at == null) {
            return Subject.ROUTE;
        }
        if (inEnvelope(at.getX())) {
            LanePlace place = place(at.getX(), at.getY());
            selection.place(place);
            selection.pointBeat(Math.max(0, time.beat(at.getX(), field().left(), field().width())));
            return place.point() >= 0 ? Subject.POINT : Subject.PLACE;
        }
        if (at.getX() < RouteMarks.SPAN_X - 8) {
            return route().hand().isPresent() ? Subject.CONTROL : Subject.ROUTE;
        }
        return at.getX() < field().left()
                ? Subject.SPAN
                : at.getX() > on.getWidth() - RouteMarks.SOUND_WIDTH ? Subject.PARAMETER : Subject.ROUTE;
    }

    private Route route() {
        return shown.get();
    }

    private EnvelopeMarks.Field field() {
        return RouteMarks.field(on.getWidth(), on.getHeight());
    }

    private boolean inEnvelope(double x) {
        EnvelopeMarks.Field field = field();
        return x >= field.left() && x <= field.left() + field.width();
    }

    private void pressed(MouseEvent e) {
        if (e.getButton() != MouseButton.PRIMARY) {
            return;
        }
        if (e.getX() >= RouteMarks.SPAN_X && e.getX() <= RouteMarks.SPAN_X + RouteMarks.SPAN_SIZE) {
            selection.selectedProperty().set(route().id());
            SpanDialog.ask(
                    editing,
                    notices,
                    selection,
                    frames,
                    standing,
                    on.getScene().getWindow(),
                    editing.session().route(route().id()));
            return;
        }
        selection.selectedProperty().set(route().id());
        if (!inEnvelope(e.getX())) {
            return;
        }
        int near = near(e.getX(), e.getY());
        if (near >= 0) {
            dragged = near;
            held = editing.session().lane(route().target()).envelope().point(near);
            before = editing.session();
            Lane lane = before.lane(route().target());
            was = LanePlace.at(before, route().target(), lane, near);
        } else if (e.getClickCount() == 2
                && editing.session().lane(route().target()).layered()) {
            selection.openLane(route().target());
        } else if (e.getClickCount() == 2) {
            double time = laneTime(e.getX());
            double to = field().value(e.getY());
            editing.edit("Add a point", s -> Points.add(s, route().target(), time, to));
        }
    }

    private void moved(MouseEvent e) {
        if (dragged < 0) {
            return;
        }
        // A pass or an envelope may have come meanwhile: it is the point that is dragged, wherever it lies now.
        dragged = PointPlace.of(
                held, dragged, editing.session().lane(route().target()).envelope());
        if (dragged < 0) {
            return;
        }
        int point = dragged;
        double time = laneTime(e.getX());
        double to = field().value(e.getY());
        editing.editOn(
                "Move point " + (point + 1),
                List.of("point", route().target(), point),
                s -> Points.move(s, route().target(), point, time, to));
        held = editing.session().lane(route().target()).envelope().point(point);
    }

    private double laneTime(double x) {
        EnvelopeMarks.Field field = field();
        double beat = Math.max(0, time.beat(x, field.left(), field.width()));
        Lane lane = editing.session().lane(route().target());
        return editing.timeline().laneTimeOfBeat(lane.lock(), beat);
    }

    /** Where a time of the lane lies in the piece: of a lane in seconds too. */
    private double beat(Lane lane, double laneTime) {
        return editing.timeline().beatOfLane(lane.lock(), laneTime);
    }

    private int near(double x, double y) {
        EnvelopeMarks.Field field = field();
        Lane lane = editing.session().lane(route().target());
        // Of several layers together no point is drawn: they are in Refine.
        Envelope envelope = lane.layered() ? Envelope.EMPTY : lane.envelope();
        int best = -1;
        double nearest = NEAR;
        for (int i = 0; i < envelope.size(); i++) {
            double px = time.x(beat(lane, envelope.time(i)), field.left(), field.width());
            double distance = Math.hypot(px - x, field.y(envelope.value(i)) - y);
            if (distance < nearest) {
                nearest = distance;
                best = i;
            }
        }
        return best;
    }
}
