package agogic.desk.surfaces;

import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.trace.Trace;
import agogic.desk.acts.Here;
import agogic.desk.draw.Painter;
import agogic.desk.draw.Palette;
import agogic.desk.model.Selection;
import java.util.Objects;
import javafx.animation.PauseTransition;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.canvas.Canvas;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Region;
import javafx.util.Duration;

/** A control drawn on the screen that a mouse and a keyboard can move, with touch and release, as a hand would. */
public final class DrawnControl extends Region {
    /** What a person does to it. */
    interface Moves {
        void touched(Control control, boolean down);

        void moved(Control control, double before, double value);
    }

    private static final double FINE = 1.0 / 127;
    private static final String PAGE = "page ";
    /** What a button does that starts a snapshot. */
    static final String STARTS = "starts ";

    private static final double COARSE = 8.0 / 127;

    private final Control control;
    private final Moves moves;
    private final Selection selection;
    private final Canvas canvas = new Canvas();
    private final Region here = Here.mark(this);
    private double value = Double.NaN;
    private Look look = Look.idle(Double.NaN);
    private double lights = Double.NaN;
    private double grabY;
    private double grabValue;
    private boolean held;
    /** Key after key is one touch: it ends so long after the last one is let go, as of a control that cannot tell of touch. */
    private final PauseTransition afterKeys = new PauseTransition(Duration.millis(300));

    private boolean heldByKey;
    private long drawn;

    DrawnControl(String prefix, Control control, Selection selection, Moves moves) {
        this.control = control;
        this.moves = moves;
        this.selection = selection;
        getStyleClass().add("control");
        setId(prefix + control.id());
        setFocusTraversable(true);
        setAccessibleRole(control.kind().presses() ? AccessibleRole.TOGGLE_BUTTON : AccessibleRole.SLIDER);
        getChildren().addAll(canvas, here);
        here.relocate(2, 2);
        addEventHandler(MouseEvent.MOUSE_PRESSED, this::press);
        addEventHandler(MouseEvent.MOUSE_DRAGGED, this::drag);
        addEventHandler(MouseEvent.MOUSE_RELEASED, e -> {
            if (e.getButton() == MouseButton.PRIMARY) {
                release();
            }
        });
        addEventHandler(ScrollEvent.SCROLL, this::scroll);
        addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        addEventHandler(KeyEvent.KEY_RELEASED, e -> {
            if (heldByKey) {
                afterKeys.playFromStart();
            }
        });
        afterKeys.setOnFinished(e -> letGoOfKeys());
        focusedProperty().addListener((o, was, is) -> {
            if (!is) {
                letGoOfKeys();
            }
        });
    }

    private void letGoOfKeys() {
        afterKeys.stop();
        if (heldByKey) {
            heldByKey = false;
            moves.touched(control, false);
        }
    }

    Control control() {
        return control;
    }

    /**
     * How a control is to look.
     *
     * @param stands where it stands, 0..1; NaN if it was never moved
     * @param does what it moves, empty if nothing
     * @param reads what that reads now
     * @param waitsAt where a pickup waits, NaN if nothing waits
     * @param several how many things it moves on this page
     * @param trouble true if it is in conflict with something
     * @param state what a learn says of it, empty if nothing: {@code heard}, {@code taken}
     * @param chosen true if it is the one that is shown beside
     */
    record Look(
            double stands,
            String does,
            String reads,
            double waitsAt,
            int several,
            boolean trouble,
            String state,
            boolean chosen) {
        static Look idle(double stands) {
            return new Look(stands, "", "", Double.NaN, 0, false, "", false);
        }
    }

    /** What was sent back to be shown: a ring of lights, or where a motor would be; NaN if nothing was. */
    void lit(double place) {
        lights = place;
    }

    /** Shows it so. */
    public void show(Look newLook) {
        value = held || heldByKey ? value : newLook.stands();
        look = newLook;
        long signature = Objects.hash(
                value,
                look,
                lights,
                getWidth(),
                getHeight(),
                held,
                selection.lightProperty().get());
        if (signature != drawn) {
            drawn = signature;
            setAccessibleText(spoken());
            notifyAccessibleAttributeChanged(AccessibleAttribute.VALUE);
            draw();
        }
    }

    /** What a screen reader says of it. */
    private String spoken() {
        StringBuilder words = new StringBuilder(control.name());
        if (look.does().isEmpty()) {
            words.append(", does nothing yet");
        } else {
            words.append(pressed() ? ", turns to " : ", moves ")
                    .append(look.does())
                    .append(", ")
                    .append(look.reads());
        }
        if (!Double.isNaN(look.waitsAt())) {
            words.append(", has to meet the value at ").append(Trace.percent(look.waitsAt()));
        }
        if (look.trouble()) {
            words.append(", in conflict");
        }
        if (!look.state().isEmpty()) {
            words.append(", ").append(look.state());
        }
        return words.toString();
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
        return control.kind().travels();
    }

    private double travel() {
        return tall() ? Math.max(30, getHeight() - 62) : 150;
    }

    private void press(MouseEvent e) {
        if (e.getButton() != MouseButton.PRIMARY) {
            return;
        }
        requestFocus();
        if (control.kind().presses()) {
            // What turns a page springs back, as it does on the table; what switches something stays.
            go(pressed() || place() < 0.5 ? 1 : 0);
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

    /** True if it does something when it is pressed, and says what, instead of being on or off. */
    private boolean pressed() {
        return look.does().startsWith(PAGE) || look.does().startsWith(STARTS);
    }

    private void release() {
        if (control.kind().presses() && pressed()) {
            go(0);
        }
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
        boolean toggles = control.kind().presses() && e.getCode() == KeyCode.ENTER;
        if (toggles && pressed()) {
            go(1);
            go(0);
            e.consume();
            return;
        }
        if (toggles) {
            to = place() >= 0.5 ? 0 : 1;
        }
        if (!Double.isNaN(to)) {
            afterKeys.stop();
            if (!heldByKey && !control.kind().presses()) {
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

    private ControlMarks marks() {
        return new ControlMarks(control, look, value, lights, held, pressed());
    }

    private void draw() {
        if (getWidth() > 0) {
            Painter.paint(
                    canvas.getGraphicsContext2D(),
                    getWidth(),
                    getHeight(),
                    marks().of(getWidth(), getHeight()),
                    Palette.of(selection.lightProperty().get()));
        }
    }

    /** For people: what kind of thing it is and how it speaks. */
    static String tip(Control control) {
        Address address = control.address();
        return control.name() + ", " + control.kind().spoken() + " · " + address.spoken()
                + ". Drag, scroll or use the arrow keys; Shift is "
                + (control.kind() == Control.Kind.FADER ? "finer with the mouse." : "finer.");
    }
}
