package agogic.desk.catalog;

import agogic.core.device.Device;
import agogic.core.device.Socket;
import agogic.core.route.Target;
import agogic.core.session.Moved;
import agogic.core.session.Session;
import agogic.desk.acts.Here;
import agogic.desk.acts.Subject;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.model.Selection;
import agogic.desk.parts.MarkView;
import agogic.desk.parts.SocketMark;
import agogic.desk.parts.Tip;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;

/** All sockets of a device as squares: what a host can see. Arrow keys walk, a press chooses, a drag renumbers. */
public final class SocketGrid extends MarkView {
    private static final int COLUMNS = 16;
    private static final double GAP = 4;
    private static final double LARGEST = 30;

    private final Consumer<Target> chosen;
    private final BiConsumer<Integer, Integer> renumbered;
    private Session session;
    private Device device;
    private Target target;
    private final Set<String> used = new HashSet<>();
    private int cursor = 1;
    private int dragged;
    private int over;

    SocketGrid(Selection selection, Consumer<Target> chosen, BiConsumer<Integer, Integer> renumbered) {
        super(selection);
        this.chosen = chosen;
        this.renumbered = renumbered;
        setId("sockets");
        setFocusTraversable(true);
        setAccessibleRole(AccessibleRole.TEXT);
        Here.on(this, place -> {
            int number = place == null ? cursor : at(place.getX(), place.getY());
            go(number);
            return number > 0 && device != null && socket(number) != null ? Subject.SOCKET : Subject.DEVICE;
        });
        addEventHandler(MouseEvent.MOUSE_PRESSED, e -> {
            if (e.getButton() != MouseButton.PRIMARY) {
                return;
            }
            requestFocus();
            dragged = at(e);
            go(dragged);
        });
        addEventHandler(MouseEvent.MOUSE_DRAGGED, e -> {
            over = at(e);
            draw();
        });
        addEventHandler(MouseEvent.MOUSE_RELEASED, e -> {
            int to = at(e);
            if (dragged > 0 && to > 0 && to != dragged && socket(dragged) != null) {
                renumbered.accept(dragged, to);
                go(to);
            }
            dragged = 0;
            over = 0;
            draw();
        });
        addEventHandler(MouseEvent.MOUSE_MOVED, e -> {
            int number = at(e);
            Tip.on(this, number == 0 ? "" : spoken(number));
        });
        addEventHandler(KeyEvent.KEY_PRESSED, this::key);
    }

    /** Shows the sockets of a device as they are in a session, and where a chosen parameter sits. */
    public void show(Session newSession, Device newDevice, Target newTarget) {
        boolean other = device == null || !device.id().equals(newDevice.id());
        session = newSession;
        device = newDevice;
        used.clear();
        Moved.all(session).stream().filter(t -> t.device().equals(device.id())).forEach(t -> used.add(t.parameter()));
        target = newTarget;
        int socket = target == null || !target.device().equals(device.id()) ? 0 : device.socketOf(target.parameter());
        cursor = socket > 0 ? socket : other ? 1 : Math.min(cursor, Math.max(1, device.sockets()));
        int rows = Math.max(1, (device.sockets() + COLUMNS - 1) / COLUMNS);
        setPrefHeight(rows * (cell() + GAP));
        setMinHeight(rows * (cell() + GAP));
        setAccessibleText(device.sockets() == 0 ? device.name() + " offers no sockets" : spoken(cursor));
        notifyAccessibleAttributeChanged(AccessibleAttribute.TEXT);
        draw();
    }

    /** Shows that there is no device. */
    void none() {
        device = null;
        target = null;
        setAccessibleText("No device");
        setPrefHeight(cell());
        setMinHeight(cell());
        draw();
    }

    private double cell() {
        double width = getWidth() > 0 ? getWidth() : 396;
        double fair = (width + GAP) / COLUMNS - GAP;
        int rows = device == null ? 1 : (device.sockets() + COLUMNS - 1) / COLUMNS;
        return Math.min(Math.min(LARGEST, fair), rows > 16 ? 8 : rows > 8 ? 13 : 21);
    }

    private int at(MouseEvent e) {
        return at(e.getX(), e.getY());
    }

    private int at(double x, double y) {
        double step = cell() + GAP;
        int column = (int) Math.floor(x / step);
        int row = (int) Math.floor(y / step);
        int number = row * COLUMNS + column + 1;
        return column < 0 || column >= COLUMNS || row < 0 || device == null || number > device.sockets() ? 0 : number;
    }

    private Socket socket(int number) {
        for (Socket socket : device.used()) {
            if (socket.number() == number) {
                return socket;
            }
        }
        return null;
    }

    /** What a screen reader says of a socket. */
    public String spoken(int number) {
        Socket socket = socket(number);
        String head = "socket " + number + " of " + device.sockets() + ", ";
        if (socket == null) {
            return head + "free";
        }
        StringBuilder names = new StringBuilder();
        for (int i = 0; i < socket.seats().size() && i < 3; i++) {
            names.append(i == 0 ? "" : ", ")
                    .append(device.find(socket.seats().get(i).parameter()).name());
        }
        int more = socket.seats().size() - 3;
        String turns = "";
        if (socket.shared()) {
            turns = ", handed over in bars "
                    + String.join(
                            ", ",
                            socket.turns().stream()
                                    .skip(1)
                                    .limit(6)
                                    .map(t -> String.valueOf(
                                            session.timeline().metre().barAt(t.beat() + 1e-6)))
                                    .distinct()
                                    .toList());
        }
        return head + SocketMark.of(device, socket, used).word() + ": " + names
                + (more > 0 ? " and " + more + " more" : "") + turns;
    }

    private void key(KeyEvent e) {
        if (device == null || device.sockets() == 0 || e.isAltDown() || e.isShortcutDown() && e.isShiftDown()) {
            return;
        }
        int to =
                switch (e.getCode()) {
                    case RIGHT -> cursor + 1;
                    case LEFT -> cursor - 1;
                    case DOWN -> cursor + COLUMNS;
                    case UP -> cursor - COLUMNS;
                    case HOME -> e.isShortcutDown() ? cursor : 1;
                    case END -> device.sockets();
                    default -> cursor;
                };
        if (to != cursor && to >= 1 && to <= device.sockets()) {
            if (e.isShortcutDown() && socket(cursor) != null) {
                int from = cursor;
                renumbered.accept(from, to);
                go(to);
            } else {
                go(to);
            }
        }
        boolean walks =
                switch (e.getCode()) {
                    case RIGHT, LEFT, UP, DOWN, HOME, END -> true;
                    default -> false;
                };
        if (walks) {
            e.consume();
        }
    }

    private void go(int number) {
        if (device == null || number < 1 || number > device.sockets()) {
            return;
        }
        cursor = number;
        setAccessibleText(spoken(number));
        notifyAccessibleAttributeChanged(AccessibleAttribute.TEXT);
        Socket socket = socket(number);
        if (socket != null) {
            chosen.accept(new Target(device.id(), socket.seats().get(0).parameter()));
        }
        draw();
    }

    @Override
    public void marks(List<Mark> marks, double width, double height) {
        if (device == null) {
            return;
        }
        double size = cell();
        double step = size + GAP;
        SocketMark[] all = new SocketMark[device.sockets() + 1];
        for (Socket socket : device.used()) {
            all[socket.number()] = SocketMark.of(device, socket, used);
        }
        for (int number = 1; number <= device.sockets(); number++) {
            double x = (number - 1) % COLUMNS * step;
            int row = (number - 1) / COLUMNS;
            double y = row * step;
            (all[number] == null ? SocketMark.FREE : all[number]).draw(marks, x, y + 1, size);
            boolean here = number == cursor && isFocused();
            boolean sits = target != null
                    && target.device().equals(device.id())
                    && device.socketOf(target.parameter()) == number;
            if (here || sits || number == over && dragged > 0) {
                marks.add(new Mark.Box(
                        x - 2,
                        y - 1,
                        size + 4,
                        size + 4,
                        size / 4,
                        Ink.NONE,
                        Ink.TEXT,
                        here || number == over ? 2 : 1.2));
            }
        }
    }
}
