package agogic.desk.catalog;

import agogic.core.route.Target;
import agogic.desk.acts.Here;
import agogic.desk.acts.Subject;
import agogic.desk.draw.Ink;
import agogic.desk.draw.Mark;
import agogic.desk.model.Selection;
import agogic.desk.parts.MarkView;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.control.ScrollBar;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;

/**
 * Very many rows of one height, of which only those seen are drawn: a hundred thousand cost no more than twenty. One row
 * has the cursor, several can be chosen; the row of the cursor is what a screen reader reads.
 */
public abstract class ParameterRows extends MarkView {
    static final double ROW = 34;

    private final ScrollBar bar;
    private final Consumer<List<Target>> chosen;
    private final Function<Target, String> spoken;
    private final BitSet selected = new BitSet();
    private List<Target> items = List.of();
    private int cursor = -1;
    private int anchor = -1;
    private int under = -1;
    private boolean pointed;
    private double top;

    ParameterRows(Selection selection, ScrollBar bar, Consumer<List<Target>> chosen, Function<Target, String> spoken) {
        super(selection);
        this.bar = bar;
        this.chosen = chosen;
        this.spoken = spoken;
        setFocusTraversable(true);
        setAccessibleRole(AccessibleRole.LIST_ITEM);
        bar.setFocusTraversable(false);
        bar.valueProperty().addListener((o, a, b) -> {
            top = b.doubleValue();
            draw();
        });
        heightProperty().addListener((o, a, b) -> measure());
        addEventHandler(MouseEvent.MOUSE_PRESSED, this::pressed);
        addEventHandler(MouseEvent.MOUSE_MOVED, e -> under(at(e.getY())));
        addEventHandler(MouseEvent.MOUSE_EXITED, e -> under(-1));
        addEventHandler(ScrollEvent.SCROLL, e -> {
            scrollTo(top - e.getDeltaY());
            e.consume();
        });
        addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        Here.on(this, place -> {
            int row = place == null ? cursor : at(place.getY());
            if (row >= 0 && row < items.size() && !selected.get(row)) {
                go(row, false, false);
            }
            return row >= 0 && row < items.size() ? Subject.PARAMETER : null;
        });
    }

    /** Draws one row whose upper left corner is at ({@code x}, {@code y}). */
    abstract void row(List<Mark> marks, Target target, double x, double y);

    /** What a press twice on a row does. */
    abstract void opened(Target target);

    /** What is shown, row by row. */
    public List<Target> items() {
        return items;
    }

    private void under(int row) {
        if (row != under) {
            under = row;
            draw();
        }
    }

    /** Whether a key acts on what is under the pointer, which is marked then. */
    void pointed(boolean pointer) {
        pointed = pointer;
        draw();
    }

    /** Reads and draws the rows anew: what they show may have changed. */
    void again() {
        tell();
        draw();
    }

    /** The row under the pointer, null if there is none. */
    Target under() {
        return under >= 0 && under < items.size() ? items.get(under) : null;
    }

    /** The row of the cursor, −1 if there is none. */
    public int cursor() {
        return cursor;
    }

    /** How many rows are drawn, a part of one counting as one. */
    public int drawn() {
        return Math.min(items.size(), (int) Math.ceil(getHeight() / ROW) + 1);
    }

    /** Shows these rows; {@code first}, if it is among them, has the cursor. */
    public void show(List<Target> newItems, Target first) {
        items = newItems;
        selected.clear();
        cursor = first == null ? -1 : items.indexOf(first);
        anchor = cursor;
        if (cursor >= 0) {
            selected.set(cursor);
        }
        measure();
        scrollTo(cursor < 0 ? 0 : top);
        reveal();
        tell();
    }

    /** Puts the cursor on a row and chooses it alone; nobody is told. */
    void follow(Target target) {
        int place = items.indexOf(target);
        selected.clear();
        cursor = place;
        anchor = place;
        if (place >= 0) {
            selected.set(place);
            reveal();
        }
        tell();
        draw();
    }

    /** Chooses a row as a press on it does. */
    void choose(int place) {
        go(place, false, false);
    }

    private void measure() {
        double room = Math.max(0, items.size() * ROW - getHeight());
        bar.setMax(room);
        bar.setVisibleAmount(items.isEmpty() ? room : room * Math.min(1, getHeight() / (items.size() * ROW)));
        bar.setUnitIncrement(ROW);
        bar.setBlockIncrement(Math.max(ROW, getHeight() - ROW));
        bar.setVisible(room > 0);
        scrollTo(top);
    }

    private void scrollTo(double to) {
        top = Math.max(0, Math.min(bar.getMax(), to));
        bar.setValue(top);
        draw();
    }

    private void reveal() {
        if (cursor >= 0 && getHeight() > 0) {
            double y = cursor * ROW;
            if (y < top) {
                scrollTo(y);
            } else if (y + ROW > top + getHeight()) {
                scrollTo(y + ROW - getHeight());
            }
        }
    }

    private int at(double y) {
        int row = (int) Math.floor((top + y) / ROW);
        return row >= 0 && row < items.size() ? row : -1;
    }

    private void pressed(MouseEvent e) {
        if (e.getButton() != MouseButton.PRIMARY) {
            return;
        }
        requestFocus();
        int row = at(e.getY());
        if (row >= 0) {
            go(row, e.isShiftDown(), e.isShortcutDown());
            if (e.getClickCount() == 2) {
                opened(items.get(row));
            }
        }
        e.consume();
    }

    private void key(KeyEvent e) {
        if (e.getCode() == KeyCode.A && e.isShortcutDown() && !e.isShiftDown() && !items.isEmpty()) {
            all();
            e.consume();
            return;
        }
        int page = Math.max(1, (int) (getHeight() / ROW) - 1);
        int to =
                switch (e.getCode()) {
                    case UP -> cursor - 1;
                    case DOWN -> cursor + 1;
                    case PAGE_UP -> cursor - page;
                    case PAGE_DOWN -> cursor + page;
                    case HOME -> 0;
                    case END -> items.size() - 1;
                    default -> Integer.MIN_VALUE;
                };
        if (to != Integer.MIN_VALUE && !e.isAltDown() && !e.isShortcutDown()) {
            go(Math.max(0, Math.min(items.size() - 1, to)), e.isShiftDown(), false);
            e.consume();
        }
    }

    /** The cursor goes to a row; with {@code extend} all from the anchor on are chosen, with {@code toggle} one more or less. */
    private void go(int row, boolean extend, boolean toggle) {
        if (row < 0 || row >= items.size()) {
            return;
        }
        cursor = row;
        if (toggle) {
            selected.flip(row);
            anchor = row;
        } else {
            selected.clear();
            anchor = extend && anchor >= 0 ? anchor : row;
            selected.set(Math.min(anchor, row), Math.max(anchor, row) + 1);
        }
        List<Target> all = new ArrayList<>();
        selected.stream().forEach(i -> all.add(items.get(i)));
        reveal();
        tell();
        draw();
        if (!all.isEmpty()) {
            chosen.accept(all);
        }
    }

    /** Chooses all rows. */
    private void all() {
        cursor = Math.max(0, cursor);
        anchor = 0;
        selected.set(0, items.size());
        tell();
        draw();
        chosen.accept(List.copyOf(items));
    }

    private void tell() {
        setAccessibleText(
                cursor >= 0 && cursor < items.size()
                        ? spoken.apply(items.get(cursor)) + ", row " + (cursor + 1) + " of " + items.size()
                        : items.size() + " parameters");
        notifyAccessibleAttributeChanged(AccessibleAttribute.TEXT);
    }

    @Override
    public void marks(List<Mark> marks, double width, double height) {
        int first = (int) Math.floor(top / ROW);
        for (int i = first; i < items.size() && i * ROW < top + height; i++) {
            double y = Math.rint(i * ROW - top);
            boolean on = selected.get(i);
            boolean focus = i == cursor && isFocused();
            marks.add(new Mark.Box(
                    1,
                    y + 1,
                    width - 2,
                    ROW - 3,
                    6,
                    on ? Ink.RAISED : Ink.PANEL,
                    focus ? Ink.TEXT : pointed && i == under ? Ink.SOUND : on ? Ink.EDGE : Ink.NONE,
                    focus ? 2 : pointed && i == under ? 1.6 : 1));
            row(marks, items.get(i), 12, y);
        }
        if (isFocused() && cursor < 0) {
            // No row has the focus: the list as a whole.
            marks.add(new Mark.Box(1, 1, width - 2, height - 2, 6, Ink.NONE, Ink.TEXT, 2));
        }
        if (items.isEmpty()) {
            marks.add(new Mark.Words(
                    width / 2, 60, "No parameter has all of these words.", Ink.QUIET, 13, false, false, 0));
            marks.add(new Mark.Words(width / 2, 80, "Try fewer, or a chip above.", Ink.QUIET, 13, false, false, 0));
        }
    }
}
