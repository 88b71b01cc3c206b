package agogic.desk.catalog;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.acts.Here;
import agogic.desk.acts.Subject;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.model.Editing;
import agogic.desk.model.Selection;
import agogic.desk.model.Standing;
import agogic.desk.parts.MarkView;
import agogic.desk.parts.SocketMark;
import agogic.desk.parts.Tip;
import java.util.List;
import java.util.function.Consumer;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;

/** A parameter on the face of its device: a square that fills, live. Moving it moves the sound. */
public final class FaceControl extends MarkView {
    private final Editing editing;
    private final Standing standing;
    private static final double FINE = 0.01;
    /** So many pixels are its whole travel. */
    private static final double TRAVEL = 140;

    private static final double COARSE = 0.08;
    /** The square of a wide one. */
    private static final double SIZE = 44;

    private final Target target;
    private final boolean narrow;
    private final String title;
    private double value;
    private double grabY;
    private double grabValue;
    private boolean held;
    private SocketMark mark = SocketMark.HIDDEN;
    private Parameter parameter;

    /**
     * {@code narrow} for one of many alike that stand side by side; {@code title} is what is written under it; a click on
     * its mark {@code exposes} it.
     */
    FaceControl(
            Editing editing,
            Selection selection,
            Standing standing,
            Target target,
            String title,
            boolean narrow,
            Consumer<Target> focused,
            Consumer<Target> exposes) {
        super(selection);
        this.editing = editing;
        this.standing = standing;
        this.target = target;
        this.title = title;
        this.narrow = narrow;
        setId("face-" + target.parameter());
        setFocusTraversable(true);
        setAccessibleRole(AccessibleRole.SLIDER);
        setPrefSize(narrow ? 15 : 88, narrow ? 116 : 96);
        setMinSize(narrow ? 15 : 88, narrow ? 116 : 96);
        focusedProperty().addListener((o, was, is) -> {
            if (is) {
                focused.accept(target);
            }
        });
        hoverProperty().addListener((o, was, is) -> draw());
        Here.on(this, place -> {
            focused.accept(target);
            return Subject.PARAMETER;
        });
        addEventHandler(MouseEvent.MOUSE_PRESSED, e -> {
            if (e.getButton() != MouseButton.PRIMARY) {
                return;
            }
            requestFocus();
            selection.touch(target);
            if (onMark(e.getX(), e.getY())) {
                focused.accept(target);
                exposes.accept(target);
                e.consume();
                return;
            }
            held = true;
            grabY = e.getY();
            grabValue = value;
            standing.touchOnFace(target);
            e.consume();
        });
        addEventHandler(MouseEvent.MOUSE_DRAGGED, e -> {
            if (held) {
                double pixel = (e.isShiftDown() ? 0.15 : 1) / TRAVEL;
                go(grabValue + (grabY - e.getY()) * pixel, pixel, false);
                e.consume();
            }
        });
        addEventHandler(MouseEvent.MOUSE_RELEASED, e -> {
            held = false;
            standing.letGo();
            draw();
        });
        addEventHandler(ScrollEvent.SCROLL, e -> {
            double step = step(e.isShiftDown() ? FINE / 4 : FINE);
            go(value + Math.signum(e.getDeltaY()) * step, step, true);
            e.consume();
        });
        addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        show();
    }

    Target target() {
        return target;
    }

    /** Shows how the parameter stands in the session now. */
    public void show() {
        Session session = editing.session();
        Device device = session.device(target.device());
        parameter = device.find(target.parameter());
        mark = SocketMark.of(device, target.parameter());
        Tip.on(
                this,
                parameter.name() + " · " + SocketMark.spoken(session, device, parameter)
                        + ". Drag or use the arrow keys. E, or a click on its mark, exposes; L gives it a lane, N names it.");
        follow(true);
    }

    /** Takes the value as it is heard now. */
    void follow(boolean anyway) {
        double now = standing.stands(target);
        if (anyway || now != value) {
            value = now;
            Session session = editing.session();
            setAccessibleText(parameter.name() + ", " + parameter.print(value) + ", "
                    + SocketMark.spoken(session, session.device(target.device()), parameter));
            notifyAccessibleAttributeChanged(AccessibleAttribute.VALUE);
            draw();
        }
    }

    @Override
    public Object queryAccessibleAttribute(AccessibleAttribute attribute, Object... arguments) {
        return switch (attribute) {
            case VALUE -> value;
            case MIN_VALUE -> 0.0;
            case MAX_VALUE -> 1.0;
            default -> super.queryAccessibleAttribute(attribute, arguments);
        };
    }

    /** The mark that says how it stands, and what is close to it. */
    private boolean onMark(double x, double y) {
        return narrow ? Math.abs(y - (getHeight() - 21.5)) <= 12 : x >= getWidth() / 2 + SIZE / 2 && y <= 26;
    }

    private double step(double fine) {
        return parameter.stepped() ? 1.0 / parameter.positions().size() : fine;
    }

    private void key(KeyEvent e) {
        if (e.isShortcutDown() || e.isAltDown()) {
            return;
        }
        double to =
                switch (e.getCode()) {
                    case UP -> value + step(e.isShiftDown() ? FINE / 4 : FINE);
                    case DOWN -> value - step(e.isShiftDown() ? FINE / 4 : FINE);
                    case PAGE_UP -> value + step(COARSE);
                    case PAGE_DOWN -> value - step(COARSE);
                    case HOME -> 0;
                    case END -> 1;
                    default -> Double.NaN;
                };
        if (!Double.isNaN(to)) {
            go(to, Math.min(FINE, Math.abs(to - value)), true);
            e.consume();
        }
    }

    private void go(double to, double step, boolean let) {
        double in = parameter.settled(Math.max(0, Math.min(1, to)));
        if (in != value) {
            if (!parameter.reserved()) {
                value = in;
            }
            standing.moveOnFace(target, in, step, let);
            draw();
        }
    }

    @Override
    public void marks(List<Mark> marks, double width, double height) {
        Ink edge = isFocused() || isHover() ? Ink.TEXT : mark == SocketMark.RESERVED ? Ink.EDGE : Ink.SOUND;
        Ink fill = mark == SocketMark.RESERVED ? Ink.EDGE : mark == SocketMark.HIDDEN ? Ink.SOUND_SOFT : Ink.SOUND;
        double line = isFocused() || held ? 2.4 : 1.3;
        if (narrow) {
            double tall = height - 30;
            marks.add(new Mark.Box(2, 2, width - 4, tall, 4, Ink.WELL, edge, line));
            double full = Math.max(2, (tall - 4) * value);
            marks.add(new Mark.Box(4, 2 + tall - 2 - full, width - 8, full, 2, fill, Ink.NONE, 0));
            mark.draw(marks, width / 2 - 4.5, height - 26, 9);
            marks.add(new Mark.Words(width / 2, height - 4, title, Ink.QUIET, 9.5, true, false, 0));
            return;
        }
        double size = SIZE;
        double x = (width - size) / 2;
        marks.add(new Mark.Box(x, 3, size, size, 7, Ink.WELL, edge, line));
        int n = parameter.positions().size();
        if (n >= 2 && n <= 8) {
            double each = (size - 8) / n;
            int at = (int) Math.min(n - 1, Math.floor(value * n));
            for (int i = 0; i < n; i++) {
                double y = 3 + size - 4 - each * (i + 1);
                marks.add(new Mark.Box(x + 4, y + 1, size - 8, each - 2, 2, i == at ? fill : Ink.RAISED, Ink.NONE, 0));
            }
        } else {
            double full = Math.max(2, (size - 8) * value);
            marks.add(new Mark.Box(x + 4, 3 + size - 4 - full, size - 8, full, 3, fill, Ink.NONE, 0));
        }
        mark.draw(marks, x + size + 5, 4, 10);
        marks.add(new Mark.Words(width / 2, height - 30, clipped(title, 15), Ink.TEXT, 11.5, false, true, 0));
        marks.add(new Mark.Words(width / 2, height - 15, parameter.print(value), Ink.SOUND, 11, true, false, 0));
    }

    private static String clipped(String text, int letters) {
        return text.length() <= letters ? text : text.substring(0, letters - 1) + "…";
    }
}
