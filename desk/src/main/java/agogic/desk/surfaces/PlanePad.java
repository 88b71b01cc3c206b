package agogic.desk.surfaces;

import agogic.core.macro.Macro;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.session.Session;
import agogic.core.surface.Control;
import agogic.core.surface.ControlSender;
import agogic.core.surface.Surface;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.live.LiveDesk;
import agogic.desk.model.Editing;
import agogic.desk.model.Frames;
import agogic.desk.model.Mending;
import agogic.desk.model.Notices;
import agogic.desk.model.Selection;
import agogic.desk.model.Standing;
import agogic.desk.parts.MarkView;
import agogic.desk.parts.Parts;
import agogic.standins.surfaces.SimulatedDevices;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/**
 * Two macros as a plane: one across, one up. Where a drawn control leads to a macro, dragging the pad moves that control,
 * so that it can be ridden; else it moves the macro itself.
 */
public final class PlanePad extends VBox {
    private static final double STEP = 1.0 / 127;

    private final Editing editing;
    private final Notices notices;
    private final Frames frames;
    private final Standing standing;
    private final Mending mending;
    private final LiveDesk live;
    private final ComboBox<String> across = new ComboBox<>();
    private final ComboBox<String> up = new ComboBox<>();
    private final Label hint = new Label();
    private final MarkView pad;
    private boolean held;
    private double pressedX;
    private double pressedY;
    private int signature;

    PlanePad(
            Editing editing,
            Notices notices,
            Selection selection,
            Frames frames,
            Standing standing,
            Mending mending,
            LiveDesk live) {
        super(8);
        this.editing = editing;
        this.notices = notices;
        this.frames = frames;
        this.standing = standing;
        this.mending = mending;
        this.live = live;
        getStyleClass().add("panel");
        Label title = new Label("Plane");
        title.getStyleClass().add("title");
        HBox line = new HBox(
                8, Parts.quiet("Across"), chooser(across, "plane-across"), Parts.quiet("Up"), chooser(up, "plane-up"));
        line.setAlignment(Pos.CENTER_LEFT);
        pad = new MarkView(selection) {
            @Override
            public void marks(List<Mark> marks, double width, double height) {
                picture(marks, width, height);
            }
        };
        pad.setId("plane");
        pad.getStyleClass().add("plot");
        pad.setFocusTraversable(true);
        pad.setAccessibleRole(AccessibleRole.SLIDER);
        pad.addEventHandler(MouseEvent.MOUSE_PRESSED, e -> {
            pad.requestFocus();
            pressedX = e.getX();
            pressedY = e.getY();
            // First where it goes, then that it is held: else the touch begins with the old value.
            held = true;
            drag(e);
            hold(true);
        });
        pad.addEventHandler(MouseEvent.MOUSE_DRAGGED, this::drag);
        pad.addEventHandler(MouseEvent.MOUSE_RELEASED, e -> {
            hold(false);
            standing.letGo();
        });
        pad.addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        VBox.setVgrow(pad, Priority.ALWAYS);
        pad.setMinHeight(120);
        hint.getStyleClass().addAll("quiet", "small");
        hint.setWrapText(true);
        getChildren().addAll(title, line, pad, hint);
        show();
    }

    private ComboBox<String> chooser(ComboBox<String> box, String id) {
        box.setId(id);
        box.setAccessibleText(id.endsWith("up") ? "The macro that goes up" : "The macro that goes across");
        box.setMaxWidth(Double.MAX_VALUE);
        box.setPrefWidth(140);
        HBox.setHgrow(box, Priority.ALWAYS);
        box.setConverter(Parts.words(one -> macro(one).map(Macro::name).orElse("")));
        box.setOnAction(e -> {
            signature = 0;
            frame();
        });
        return box;
    }

    private Optional<Macro> macro(String id) {
        return editing.session().macros().stream()
                .filter(m -> m.id().equals(id))
                .findFirst();
    }

    /** Shows the macros that there are now. */
    public void show() {
        List<String> ids = editing.session().macros().stream().map(Macro::id).toList();
        for (ComboBox<String> box : List.of(across, up)) {
            String was = box.getValue();
            if (!box.getItems().equals(ids)) {
                box.getItems().setAll(ids);
            }
            int first = box == across ? 0 : Math.min(1, ids.size() - 1);
            box.setValue(ids.contains(was) ? was : ids.isEmpty() ? null : ids.get(first));
        }
        hint.setText(
                ids.size() < 2
                        ? "A plane takes two macros: one across, one up. K makes a macro."
                        : "Drag (with Shift along one axis), or use the arrow keys (with Shift finer). Where a drawn control leads to a macro, the pad moves that control: "
                                + "it can be ridden.");
        signature = 0;
        frame();
    }

    private double value(ComboBox<String> box) {
        return macro(box.getValue())
                .map(m -> frames.playing().value(m.target()).orElse(Double.NaN))
                .orElse(Double.NaN);
    }

    /** With every frame of the window. */
    void frame() {
        double x = value(across);
        double y = value(up);
        int now = java.util.Objects.hash(x, y, getWidth(), across.getValue(), up.getValue(), 1);
        if (now != signature) {
            signature = now;
            pad.setAccessibleText("Plane, across " + reads(across) + ", up " + reads(up));
            pad.draw();
        }
    }

    private String reads(ComboBox<String> box) {
        return macro(box.getValue())
                .map(m -> m.name() + " " + m.parameter().print(value(box)))
                .orElse("nothing");
    }

    private void picture(List<Mark> marks, double w, double h) {
        marks.add(new Mark.Box(1, 1, w - 2, h - 2, 10, Ink.WELL, Ink.SPAN, 1.4));
        for (int i = 1; i < 4; i++) {
            marks.add(new Mark.Line(i * w / 4, 8, i * w / 4, h - 8, Ink.RAISED, 1, 0));
            marks.add(new Mark.Line(8, i * h / 4, w - 8, i * h / 4, Ink.RAISED, 1, 0));
        }
        marks.add(new Mark.Words(
                w / 2, h - 10, macro(across.getValue()).map(Macro::name).orElse(""), Ink.QUIET, 12, false, false, 0));
        marks.add(new Mark.Words(
                12, 20, macro(up.getValue()).map(Macro::name).orElse(""), Ink.QUIET, 12, false, false, -1));
        double x = value(across);
        double y = value(up);
        if (!Double.isNaN(x) && !Double.isNaN(y)) {
            double cx = 12 + x * (w - 24);
            double cy = h - 12 - y * (h - 24);
            marks.add(new Mark.Line(cx, 8, cx, h - 8, Ink.HAND_SOFT, 1.4, 0));
            marks.add(new Mark.Line(8, cy, w - 8, cy, Ink.HAND_SOFT, 1.4, 0));
            marks.add(new Mark.Disc(cx, cy, 11, held ? Ink.HAND : Ink.PANEL, Ink.HAND, 2.4, 0));
            marks.add(new Mark.Words(
                    Math.min(cx + 16, w - 100),
                    Math.max(cy - 14, 20),
                    Math.round(x * 100) + " · " + Math.round(y * 100) + " %",
                    Ink.TEXT,
                    12,
                    true,
                    false,
                    -1));
        }
    }

    private void drag(MouseEvent e) {
        double w = pad.getWidth();
        double h = pad.getHeight();
        // Shift holds the axis along which the pointer went less.
        boolean flat = Math.abs(e.getX() - pressedX) >= Math.abs(e.getY() - pressedY);
        boolean locked = e.isShiftDown() && e.getEventType() == MouseEvent.MOUSE_DRAGGED;
        if (!locked || flat) {
            go(across, (e.getX() - 12) / (w - 24));
        }
        if ((!locked || !flat) && !across.getValue().equals(up.getValue())) {
            go(up, (h - 12 - e.getY()) / (h - 24));
        }
    }

    private void key(KeyEvent e) {
        double step = e.isShiftDown() ? STEP / 4 : STEP;
        if (e.isShortcutDown() || e.isAltDown()) {
            return;
        }
        switch (e.getCode()) {
            case LEFT -> go(across, value(across) - step);
            case RIGHT -> go(across, value(across) + step);
            case UP -> go(up, value(up) + step);
            case DOWN -> go(up, value(up) - step);
            default -> {
                return;
            }
        }
        e.consume();
    }

    /** The control of a drawn surface that leads to a macro, if one does. */
    private Optional<Route> drawn(Macro macro) {
        Session session = editing.session();
        return session.routes().stream()
                .filter(r -> r.target().equals(macro.target()) && r.hand().isPresent())
                .filter(r -> SimulatedDevices.at(
                                session.surface(r.hand().get().surface()).port())
                        != null)
                .filter(r -> {
                    Hand hand = r.hand().get();
                    return frames.playing().active(hand.surface(), hand.page());
                })
                .findFirst();
    }

    private void hold(boolean down) {
        held = down;
        for (ComboBox<String> box : List.of(across, up)) {
            macro(box.getValue()).flatMap(this::drawn).ifPresent(route -> {
                Hand hand = route.hand().orElseThrow();
                DrawnSurface.send(
                        notices,
                        mending,
                        live,
                        editing.session().surface(hand.surface()),
                        ControlSender.touch(editing.session().control(hand), down));
            });
        }
        signature = 0;
    }

    private void go(ComboBox<String> box, double to) {
        Macro macro = macro(box.getValue()).orElse(null);
        if (macro == null || Double.isNaN(to)) {
            return;
        }
        double value = Math.max(0, Math.min(1, to));
        Optional<Route> route = drawn(macro);
        if (route.isEmpty()) {
            double pixels = box == across ? pad.getWidth() : pad.getHeight();
            standing.moveOnFace(macro.target(), value, held ? 1 / (pixels - 24) : STEP, !held);
            return;
        }
        Hand hand = route.get().hand().orElseThrow();
        Surface surface = editing.session().surface(hand.surface());
        Control control = surface.find(hand.control());
        double before = frames.playing().control(hand);
        DrawnSurface.send(
                notices,
                mending,
                live,
                surface,
                ControlSender.move(
                        control,
                        Double.isNaN(before) ? 0 : before,
                        route.get().span().positionOf(value)));
    }
}
