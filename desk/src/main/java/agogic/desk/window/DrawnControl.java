package agogic.desk.window;

import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.draw.Painter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.canvas.Canvas;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Region;

/** A control drawn on the screen that a mouse and a keyboard can move, with touch and release, as a hand would. */
final class DrawnControl extends Region {
    /** What a person does to it. */
    interface Moves {
        void touched(Control control, boolean down);

        void moved(Control control, double before, double value);
    }

    private static final double FINE = 1.0 / 127;
    private static final double COARSE = 8.0 / 127;

    private final Control control;
    private final Moves moves;
    private final Desk desk;
    private final Canvas canvas = new Canvas();
    private double value = Double.NaN;
    private String does = "";
    private String reads = "";
    private double waitsAt = Double.NaN;
    private double grabY;
    private double grabValue;
    private boolean held;
    private boolean heldByKey;
    private long drawn;

    DrawnControl(Control control, Desk desk, Moves moves) {
        this.control = control;
        this.moves = moves;
        this.desk = desk;
        getStyleClass().add("control");
        setId("control-" + control.id());
        setFocusTraversable(true);
        setAccessibleRole(control.kind() == Control.Kind.BUTTON ? AccessibleRole.TOGGLE_BUTTON : AccessibleRole.SLIDER);
        getChildren().add(canvas);
        addEventHandler(MouseEvent.MOUSE_PRESSED, this::press);
        addEventHandler(MouseEvent.MOUSE_DRAGGED, this::drag);
        addEventHandler(MouseEvent.MOUSE_RELEASED, e -> release());
        addEventHandler(ScrollEvent.SCROLL, this::scroll);
        addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        addEventHandler(KeyEvent.KEY_RELEASED, e -> {
            if (heldByKey) {
                heldByKey = false;
                moves.touched(control, false);
            }
        });
        focusedProperty().addListener((o, was, is) -> {
            if (!is && heldByKey) {
                heldByKey = false;
                moves.touched(control, false);
            }
        });
    }

    Control control() {
        return control;
    }

    /** Shows where the control stands, what it does and what that reads now, and where a pickup waits (NaN: nowhere). */
    void show(double newValue, String newDoes, String newReads, double newWaitsAt) {
        value = held || heldByKey ? value : newValue;
        does = newDoes;
        reads = newReads;
        waitsAt = newWaitsAt;
        long signature = Objects.hash(
                value,
                does,
                reads,
                waitsAt,
                getWidth(),
                getHeight(),
                held,
                desk.lightProperty().get());
        if (signature != drawn) {
            drawn = signature;
            setAccessibleText(
                    control.name() + (does.isEmpty() ? ", does nothing yet" : ", moves " + does + ", " + reads));
            notifyAccessibleAttributeChanged(AccessibleAttribute.VALUE);
            draw();
        }
    }

    @Override
    public Object queryAccessibleAttribute(AccessibleAttribute attribute, Object... parameters) {
        return switch (attribute) {
            case VALUE -> place();
            case MIN_VALUE -> 0.0;
            case MAX_VALUE -> 1.0;
            case SELECTED -> place() >= 0.5;
            default -> super.queryAccessibleAttribute(attribute, parameters);
        };
    }

    private double place() {
        return Double.isNaN(value) ? 0 : value;
    }

    private boolean tall() {
        return control.kind() == Control.Kind.FADER
                || control.kind() == Control.Kind.RIBBON
                || control.kind() == Control.Kind.BREATH
                || control.kind() == Control.Kind.PEDAL;
    }

    private double travel() {
        return tall() ? Math.max(30, getHeight() - 62) : 150;
    }

    private void press(MouseEvent e) {
        requestFocus();
        if (control.kind() == Control.Kind.BUTTON) {
            go(place() >= 0.5 ? 0 : 1);
            return;
        }
        held = true;
        grabY = e.getY();
        grabValue = place();
        moves.touched(control, true);
        e.consume();
    }

    private void drag(MouseEvent e) {
        if (held) {
            double fine = e.isShiftDown() ? 0.15 : 1;
            go(grabValue + (grabY - e.getY()) / travel() * fine);
            e.consume();
        }
    }

    private void release() {
        if (held) {
            held = false;
            moves.touched(control, false);
        }
    }

    private void scroll(ScrollEvent e) {
        go(place() + Math.signum(e.getDeltaY()) * (e.isShiftDown() ? FINE : 2 * FINE));
        e.consume();
    }

    private void key(KeyEvent e) {
        if (e.isShortcutDown() || e.isAltDown()) {
            return;
        }
        double to =
                switch (e.getCode()) {
                    case UP -> place() + (e.isShiftDown() ? COARSE : FINE);
                    case DOWN -> place() - (e.isShiftDown() ? COARSE : FINE);
                    case PAGE_UP -> place() + COARSE;
                    case PAGE_DOWN -> place() - COARSE;
                    case HOME -> 0;
                    case END -> 1;
                    default -> Double.NaN;
                };
        boolean toggles = control.kind() == Control.Kind.BUTTON && e.getCode() == KeyCode.ENTER;
        if (toggles) {
            to = place() >= 0.5 ? 0 : 1;
        }
        if (!Double.isNaN(to)) {
            if (!heldByKey && control.kind() != Control.Kind.BUTTON) {
                heldByKey = true;
                moves.touched(control, true);
            }
            go(to);
            e.consume();
        }
    }

    private void go(double to) {
        double in = Math.max(0, Math.min(1, to));
        double before = place();
        if (in != before || Double.isNaN(value)) {
            value = in;
            moves.moved(control, before, in);
        }
    }

    @Override
    protected void layoutChildren() {
        canvas.setWidth(getWidth());
        canvas.setHeight(getHeight());
        drawn = 0;
        draw();
    }

    private void draw() {
        if (getWidth() > 0) {
            Painter.paint(
                    canvas.getGraphicsContext2D(),
                    getWidth(),
                    getHeight(),
                    marks(getWidth(), getHeight()),
                    DeskWindow.palette(desk));
        }
    }

    private List<Mark> marks(double w, double h) {
        List<Mark> marks = new ArrayList<>();
        boolean idle = does.isEmpty();
        Ink ink = idle ? Ink.QUIET : Ink.HAND;
        double cx = w / 2;
        if (control.kind() == Control.Kind.BUTTON) {
            boolean on = place() >= 0.5;
            marks.add(new Mark.Box(cx - 20, h / 2 - 8, 40, 16, 8, on ? ink : Ink.RAISED, ink, 1.2));
            marks.add(new Mark.Words(
                    cx, h / 2 + 4, on ? "on" : "off", on ? Ink.GROUND : Ink.QUIET, 10.5, false, false, 0));
            return marks;
        }
        double bottom = h - 56;
        if (tall()) {
            double top = 12;
            double y = bottom - place() * (bottom - top);
            marks.add(new Mark.Box(cx - 4, top - 4, 8, bottom - top + 8, 8, Ink.WELL, Ink.EDGE, 1));
            marks.add(new Mark.Box(cx - 3, y, 6, bottom - y + 3, 6, idle ? Ink.EDGE : Ink.HAND_SOFT, Ink.NONE, 0));
            if (!Double.isNaN(waitsAt)) {
                double wy = bottom - waitsAt * (bottom - top);
                marks.add(new Mark.Line(cx - 20, wy, cx + 20, wy, Ink.SOUND, 2, 0));
            }
            boolean known = !Double.isNaN(value);
            marks.add(new Mark.Box(
                    cx - 18, y - 8, 36, 16, 6, known ? ink : Ink.PANEL, held ? Ink.TEXT : ink, known ? 1.5 : 2));
            marks.add(new Mark.Line(cx - 12, y, cx + 12, y, known ? Ink.GROUND : ink, 1.6, 0));
        } else {
            double r = Math.min(19, (h - 50) / 2 - 2);
            double cy = 6 + r;
            marks.add(
                    new Mark.Disc(cx, cy, r, held ? Ink.HAND_SOFT : Ink.RAISED, ink, 2.2, Double.isNaN(value) ? 4 : 0));
            double angle = Math.toRadians(135 + 270 * place());
            marks.add(new Mark.Line(
                    cx + 0.35 * r * Math.cos(angle),
                    cy + 0.35 * r * Math.sin(angle),
                    cx + 0.85 * r * Math.cos(angle),
                    cy + 0.85 * r * Math.sin(angle),
                    ink,
                    3,
                    0));
        }
        marks.add(new Mark.Words(cx, h - 33, control.name(), Ink.QUIET, 11, false, false, 0));
        marks.add(new Mark.Words(cx, h - 19, idle ? "free" : does, idle ? Ink.QUIET : Ink.TEXT, 11.5, false, !idle, 0));
        marks.add(new Mark.Words(cx, h - 6, idle ? "" : reads, Ink.SOUND, 11.5, true, false, 0));
        return marks;
    }

    /** For people: what kind of thing it is and how it speaks. */
    static String tip(Control control) {
        Address address = control.address();
        return control.name() + ", " + control.kind().name().toLowerCase(Locale.ROOT) + " · " + address.spoken()
                + ". Drag, scroll or use the arrow keys; Shift is "
                + (control.kind() == Control.Kind.FADER ? "finer with the mouse." : "finer.");
    }
}
