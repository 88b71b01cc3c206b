package agogic.desk.refine;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.PointPlace;
import agogic.core.session.Points;
import agogic.core.session.Session;
import agogic.desk.acts.Here;
import agogic.desk.acts.Subject;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.draw.Painter;
import agogic.desk.draw.Palette;
import agogic.desk.model.Editing;
import agogic.desk.model.HeardLoud;
import agogic.desk.model.Riding;
import agogic.desk.model.Selection;
import agogic.desk.model.TimeWindow;
import agogic.desk.parts.EnvelopeMarks;
import java.util.ArrayList;
import java.util.List;
import javafx.geometry.Point2D;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.canvas.Canvas;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Region;
import javafx.scene.shape.Line;
import javafx.scene.shape.Rectangle;

/** The picture: focusable, its points moved with the arrow keys or the mouse. */
final class Plot extends Region {
    /** How near to a point one has to press, in pixels. */
    private static final double NEAR = 10;

    private final Shown shown;
    private final PointEdits edits;
    private final Runnable typing;
    private final Editing editing;
    private final Selection selection;
    private final Riding riding;
    private final HeardLoud loudness;
    private final TimeWindow time;
    private final Canvas canvas = new Canvas();
    private final Line playhead = new Line();
    private int dragged = -1;
    /** The point that is dragged, as it is now. */
    private Point held;

    private boolean drawing;
    /** The piece when a point was pressed, and where that was. */
    private Session pressedOn;

    private String was = "";
    /** Where the hand was last while it drags several points. */
    private double at;

    private double value;
    /** The part of the picture whose points are chosen by drawing a box round them, while it is drawn. */
    private double[] boxed;

    private final Freehand freehand;

    Plot(Shown shown, Runnable typing) {
        this.shown = shown;
        edits = new PointEdits(shown);
        this.typing = typing;
        editing = shown.editing();
        selection = shown.selection();
        riding = shown.riding();
        loudness = shown.loudness();
        freehand = new Freehand(shown);
        time = shown.bars().time();
        // Which bars are seen is said, too.
        time.fromProperty().addListener((o, a, b) -> tell());
        time.toProperty().addListener((o, a, b) -> tell());
        loudness.seenProperty().addListener((o, a, b) -> draw());
        getStyleClass().add("plot");
        setId("plot");
        setFocusTraversable(true);
        setAccessibleRole(AccessibleRole.TEXT);
        playhead.setMouseTransparent(true);
        getChildren().addAll(canvas, playhead);
        setClip(new Rectangle(10, 10) {
            {
                widthProperty().bind(Plot.this.widthProperty());
                heightProperty().bind(Plot.this.heightProperty());
            }
        });
        addEventHandler(MouseEvent.MOUSE_PRESSED, this::pressed);
        addEventHandler(MouseEvent.MOUSE_DRAGGED, this::moved);
        addEventHandler(MouseEvent.MOUSE_RELEASED, e -> {
            if (dragged >= 0
                    && editing.session() != pressedOn
                    && !shown.picked().many()) {
                edits.moved(dragged, was);
            }
            dragged = -1;
            drawing = false;
            if (boxed != null) {
                box();
            }
            freehand.end();
            editing.settle();
        });
        addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        addEventHandler(ScrollEvent.SCROLL, this::scroll);
        Here.on(this, this::subject);
    }

    /** What is at a place, or has the focus: a point is chosen, a segment by the point it begins at. */
    private Subject subject(Point2D place) {
        if (shown.lane() == null) {
            return null;
        }
        if (place == null) {
            return shown.any() ? Subject.POINT : Subject.LANE;
        }
        RefineMarks marks = marks();
        selection.pointBeat(Math.max(0, shown.beat(marks.laneTimeAt(place.getX()))));
        int near = near(marks, place.getX(), place.getY());
        if (near >= 0) {
            if (!shown.picked().has(near)) {
                shown.choose(near);
            }
            return Subject.POINT;
        }
        Envelope envelope = shown.lane().envelope();
        double time2 = marks.laneTimeAt(place.getX());
        int before = envelope.lastAtOrBefore(time2);
        boolean on = before >= 0
                && before + 1 < envelope.size()
                && Math.abs(marks.y(envelope.valueAt(time2)) - place.getY()) < NEAR;
        if (on) {
            shown.choose(before);
            return Subject.SEGMENT;
        }
        return Subject.LANE;
    }

    /** The point that is near a place; −1 for none. */
    private int near(RefineMarks marks, double x, double y) {
        int near = -1;
        double nearest = NEAR;
        for (int i = 0; i < shown.lane().envelope().size(); i++) {
            double distance = Math.hypot(
                    marks.x(shown.lane().envelope().time(i)) - x,
                    marks.y(shown.lane().envelope().value(i)) - y);
            if (distance < nearest) {
                nearest = distance;
                near = i;
            }
        }
        return near;
    }

    private RefineMarks marks() {
        return new RefineMarks(shown.seen(), shown.model(), time, shown.outline(), getWidth() - 4, getHeight() - 4)
                .over(loudness.of(shown.target()).orElse(null));
    }

    @Override
    protected void layoutChildren() {
        canvas.setWidth(getWidth());
        canvas.setHeight(getHeight());
        draw();
    }

    void draw() {
        if (getWidth() > 0 && shown.lane() != null && !isDisabled()) {
            RefineMarks marks = marks();
            List<Mark> all = new ArrayList<>(marks.all(
                    shown.chosen(),
                    shown.picked()::has,
                    edits.drawable() == null ? null : edits.handle(),
                    shown.preview(),
                    shown.ghost()));
            all.addAll(freehand.marks(marks));
            if (boxed != null) {
                double x = Math.min(boxed[0], boxed[2]);
                double y = Math.min(boxed[1], boxed[3]);
                double wide = Math.abs(boxed[2] - boxed[0]);
                all.add(new Mark.Box(x, y, wide, Math.abs(boxed[3] - boxed[1]), 0, Ink.NONE, Ink.TEXT, 1));
            }
            Painter.paint(
                    canvas.getGraphicsContext2D(),
                    getWidth(),
                    getHeight(),
                    all,
                    Palette.of(selection.lightProperty().get()));
        }
    }

    /** Says in words what it shows: the chosen point, or the whole. */
    void tell() {
        if (shown.lane() == null) {
            return;
        }
        setAccessibleText(
                shown.picked().many()
                        ? shown.picked().spoken()
                        : shown.any() ? ShownWords.point(shown, shown.chosen()) : ShownWords.picture(shown));
        notifyAccessibleAttributeChanged(AccessibleAttribute.TEXT);
        draw();
    }

    void frame() {
        if (shown.lane() == null || getWidth() <= 0 || isDisabled()) {
            return;
        }
        EnvelopeMarks.Field field = marks().field();
        double x = time.x(riding.positionBeat(), field.left(), field.width());
        playhead.setVisible(x >= field.left() && x <= field.left() + field.width());
        playhead.setStroke(Palette.of(selection.lightProperty().get()).of(Ink.TEXT));
        playhead.setStrokeWidth(1.4);
        playhead.setStartX(Math.rint(x) + 0.5);
        playhead.setEndX(Math.rint(x) + 0.5);
        playhead.setStartY(field.top());
        playhead.setEndY(field.top() + field.height());
    }

    private void pressed(MouseEvent e) {
        if (e.getButton() != MouseButton.PRIMARY) {
            return;
        }
        requestFocus();
        RefineMarks marks = marks();
        EnvelopeMarks.Field field = marks.field();
        int near = near(marks, e.getX(), e.getY());
        double nearest = near < 0
                ? NEAR
                : Math.hypot(
                        marks.x(shown.lane().envelope().time(near)) - e.getX(),
                        marks.y(shown.lane().envelope().value(near)) - e.getY());
        double[] handle = edits.drawable() == null ? null : edits.handle();
        drawing = handle != null && Math.hypot(marks.x(handle[0]) - e.getX(), marks.y(handle[1]) - e.getY()) < nearest;
        if (drawing) {
            dragged = -1;
        } else if (near >= 0 && e.isShiftDown()) {
            shown.picked().turn(near);
        } else if (near >= 0) {
            dragged = near;
            held = shown.lane().envelope().point(near);
            pressedOn = editing.session();
            was = ShownWords.place(shown, near);
            if (!shown.picked().many() || !shown.picked().has(near)) {
                shown.choose(near);
            } else {
                shown.looksAt(near);
            }
            at = marks.laneTimeAt(e.getX());
            value = marks.valueAt(e.getY());
        } else if (e.isShiftDown() && e.getY() >= field.top()) {
            boxed = new double[] {e.getX(), e.getY(), e.getX(), e.getY()};
        } else if (e.isShortcutDown() && e.getY() >= field.top()) {
            freehand.begin();
            freehand.moved(marks.laneTimeAt(e.getX()), marks.valueAt(e.getY()));
        } else if (e.getClickCount() == 2 && e.getY() >= field.top() && e.getY() <= field.top() + field.height()) {
            double time2 = marks.laneTimeAt(e.getX());
            double to = marks.valueAt(e.getY());
            edits.add(time2, to);
        } else if (e.getY() < field.top()) {
            riding.locate(time.beat(e.getX(), field.left(), field.width()));
        }
    }

    private void box() {
        RefineMarks marks = marks();
        double[] one = boxed;
        boxed = null;
        shown.picked()
                .box(
                        marks.laneTimeAt(Math.min(one[0], one[2])),
                        marks.laneTimeAt(Math.max(one[0], one[2])),
                        marks.valueAt(Math.max(one[1], one[3])),
                        marks.valueAt(Math.min(one[1], one[3])));
        draw();
    }

    private void moved(MouseEvent e) {
        if (boxed != null) {
            boxed[2] = e.getX();
            boxed[3] = e.getY();
            draw();
            return;
        }
        if (freehand.on()) {
            freehand.moved(marks().laneTimeAt(e.getX()), marks().valueAt(e.getY()));
            draw();
            return;
        }
        if (dragged >= 0 && shown.picked().many()) {
            RefineMarks marks = marks();
            double time2 = marks.laneTimeAt(e.getX());
            double to = marks.valueAt(e.getY());
            shown.picked().move(time2 - at, to - value);
            at = time2;
            value = to;
            return;
        }
        if (drawing && edits.drawable() != null) {
            edits.drawThrough(marks().valueAt(e.getY()));
        }
        if (dragged >= 0) {
            // Something may have come meanwhile, or taken it away: it is this point that is dragged, wherever it lies
            // now.
            dragged = PointPlace.of(held, dragged, shown.lane().envelope());
        }
        if (dragged >= 0) {
            RefineMarks marks = marks();
            double time2 = marks.laneTimeAt(e.getX());
            double to = marks.valueAt(e.getY());
            int point = dragged;
            editing.editOn(
                    "Move point " + (point + 1),
                    List.of("point", shown.target(), shown.layer(), point),
                    s -> Points.move(s, shown.target(), shown.layer(), point, time2, to));
            held = shown.lane().envelope().point(point);
        }
    }

    private void key(KeyEvent e) {
        if (e.isShortcutDown() || e.isAltDown() || shown.lane().envelope().isEmpty()) {
            return;
        }
        boolean handled = true;
        int last = shown.lane().envelope().size() - 1;
        switch (e.getCode()) {
            case RIGHT -> walk(Math.min(last, shown.chosen() + 1), e.isShiftDown());
            case LEFT -> walk(Math.max(0, shown.chosen() - 1), e.isShiftDown());
            case UP -> edits.nudge(e.isShiftDown() ? 0.001 : 0.01);
            case DOWN -> edits.nudge(e.isShiftDown() ? -0.001 : -0.01);
            case DELETE, BACK_SPACE -> {
                // With Shift it is not the point that goes.
                handled = !e.isShiftDown();
                if (handled) {
                    edits.deleteChosen();
                }
            }
            case ENTER -> typing.run();
            default -> handled = false;
        }
        if (handled) {
            e.consume();
        }
    }

    private void walk(int point, boolean more) {
        if (more) {
            shown.picked().upTo(point);
        } else {
            shown.choose(point);
        }
    }

    private void scroll(ScrollEvent e) {
        EnvelopeMarks.Field field = marks().field();
        if (e.isShiftDown() || Math.abs(e.getDeltaX()) > Math.abs(e.getDeltaY())) {
            double moved = e.getDeltaX() != 0 ? e.getDeltaX() : e.getDeltaY();
            time.scroll(-moved / field.width() * (time.to() - time.from()));
        } else {
            time.zoom(Math.pow(0.998, e.getDeltaY()), time.beat(e.getX(), field.left(), field.width()));
        }
        draw();
        e.consume();
    }
}
