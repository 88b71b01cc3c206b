package agogic.desk.routes;

import agogic.core.envelope.Envelope;
import agogic.core.lane.Lane;
import agogic.core.route.Route;
import agogic.core.session.Points;
import agogic.desk.model.Desk;
import agogic.desk.model.LanePlace;
import agogic.desk.parts.EnvelopeMarks;
import agogic.desk.parts.SpanDialog;
import java.util.List;
import java.util.function.Supplier;
import javafx.scene.canvas.Canvas;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;

/** A hand on the envelope of a row: it moves and adds points, and points at places. */
final class RowHand {
    private static final double NEAR = 9;

    private final Desk desk;
    private final Canvas on;
    private final Supplier<Route> shown;
    private int dragged = -1;

    RowHand(Desk desk, Canvas on, Supplier<Route> shown) {
        this.desk = desk;
        this.on = on;
        this.shown = shown;
        on.addEventHandler(MouseEvent.MOUSE_PRESSED, this::pressed);
        on.addEventHandler(MouseEvent.MOUSE_DRAGGED, this::moved);
        on.addEventHandler(MouseEvent.MOUSE_RELEASED, e -> {
            dragged = -1;
            desk.settle();
        });
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
        if (e.getX() >= RouteMarks.SPAN_X && e.getX() <= RouteMarks.SPAN_X + RouteMarks.SPAN_SIZE) {
            desk.selection().selectedProperty().set(route().id());
            SpanDialog.ask(desk, on.getScene().getWindow(), desk.session().route(route().id()));
            return;
        }
        desk.selection().selectedProperty().set(route().id());
        if (!inEnvelope(e.getX())) {
            return;
        }
        int near = near(e.getX(), e.getY());
        if (e.getButton() == MouseButton.SECONDARY) {
            desk.selection().place(new LanePlace(route().target(), laneTime(e.getX()), field().value(e.getY()), near));
            desk.riding().here(Math.max(0, desk.time().beat(e.getX(), field().left(), field().width())));
        } else if (near >= 0) {
            dragged = near;
        } else if (e.getClickCount() == 2
                && desk.session().lane(route().target()).layered()) {
            desk.selection().openLane(route().target());
        } else if (e.getClickCount() == 2) {
            double time = laneTime(e.getX());
            double to = field().value(e.getY());
            desk.edit("Add a point", s -> Points.add(s, route().target(), time, to));
        }
    }

    private void moved(MouseEvent e) {
        if (dragged < 0) {
            return;
        }
        int point = dragged;
        double time = laneTime(e.getX());
        double to = field().value(e.getY());
        desk.editOn(
                "Move point " + (point + 1),
                List.of("point", route().target(), point),
                s -> Points.move(s, route().target(), point, time, to));
    }

    private double laneTime(double x) {
        EnvelopeMarks.Field field = field();
        double beat = Math.max(0, desk.time().beat(x, field.left(), field.width()));
        Lane lane = desk.session().lane(route().target());
        return desk.timeline().laneTimeOfBeat(lane.lock(), beat);
    }

    /** Where a time of the lane lies in the piece: of a lane in seconds too. */
    private double beat(Lane lane, double laneTime) {
        return desk.timeline().beatOfLane(lane.lock(), laneTime);
    }

    private int near(double x, double y) {
        EnvelopeMarks.Field field = field();
        Lane lane = desk.session().lane(route().target());
        // Of several layers together no point is drawn: they are in Refine.
        Envelope envelope = lane.layered() ? Envelope.EMPTY : lane.envelope();
        int best = -1;
        double nearest = NEAR;
        for (int i = 0; i < envelope.size(); i++) {
            double px = desk.time().x(beat(lane, envelope.time(i)), field.left(), field.width());
            double distance = Math.hypot(px - x, field.y(envelope.value(i)) - y);
            if (distance < nearest) {
                nearest = distance;
                best = i;
            }
        }
        return best;
    }
}
