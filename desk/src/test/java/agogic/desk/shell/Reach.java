package agogic.desk.shell;

import agogic.desk.aloud.Spoken;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import javafx.scene.AccessibleRole;
import javafx.scene.Cursor;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.ComboBoxBase;
import javafx.scene.control.ScrollBar;
import javafx.scene.control.Slider;
import javafx.scene.control.TextInputControl;

/** Walks over all that is in a window, a view or a dialog: whether who does not see it, or has no pointer, gets at it. */
final class Reach {
    private static final Set<AccessibleRole> NO_ROLES = Set.of(AccessibleRole.NODE, AccessibleRole.PARENT);

    private final Set<String> wrong = new TreeSet<>();
    private int focusable;

    /** Looks through everything below {@code root}; on the thread of the window. */
    Reach walk(String where, Parent root) {
        for (Node node : root.lookupAll("*")) {
            if (!shown(node)) {
                continue;
            }
            String what = where + ": " + node.getClass().getSimpleName() + " " + node.getId() + " "
                    + node.getStyleClass() + " “" + Spoken.of(node) + "”";
            if (node.isFocusTraversable()) {
                focusable++;
                named(node, what);
            } else if (pressed(node) && !reached(node)) {
                wrong.add(what + " looks as if it could be pressed, and no key gets there");
            }
        }
        return this;
    }

    private void named(Node node, String what) {
        if (Spoken.of(node).isBlank()) {
            wrong.add(what + " has no name");
        }
        if (node.getAccessibleRole() == null || NO_ROLES.contains(node.getAccessibleRole())) {
            wrong.add(what + " has the role " + node.getAccessibleRole());
        }
        boolean sign = node instanceof ButtonBase button
                && button.getText() != null
                && button.getText().strip().length() == 1
                && Spoken.of(node).strip().length() < 3;
        if (sign) {
            wrong.add(what + " is called by its sign only");
        }
    }

    /** All that takes the focus below {@code root}, and is seen. */
    static List<Node> focusable(Parent root) {
        return root.lookupAll("*").stream()
                .filter(node -> node != root && node.isFocusTraversable() && shown(node))
                .toList();
    }

    private static boolean shown(Node node) {
        boolean shown = !node.isDisabled();
        for (Node n = node; n != null && shown; n = n.getParent()) {
            shown = n.isVisible();
        }
        return shown;
    }

    /** True for what is made to be pressed, or shows the hand, or listens for a press. */
    private static boolean pressed(Node node) {
        // A bar that scrolls follows what has the focus, and the keys that scroll.
        boolean scrolls = node instanceof ScrollBar
                || node.getParent() instanceof ScrollBar
                || node.getStyleClass().contains("viewport");
        return !scrolls && isMadeForIt(node);
    }

    private static boolean isMadeForIt(Node node) {
        return node instanceof ButtonBase
                || node instanceof ComboBoxBase<?>
                || node instanceof TextInputControl
                || node instanceof Slider
                || node.getCursor() == Cursor.HAND
                || node.getOnMouseClicked() != null
                || node.getOnMousePressed() != null;
    }

    /** True if it is a part of something that takes the focus, or something within it does. */
    private static boolean reached(Node node) {
        for (Node n = node.getParent(); n != null; n = n.getParent()) {
            if (n.isFocusTraversable()) {
                return true;
            }
        }
        return node instanceof Parent parent
                && parent.lookupAll("*").stream().anyMatch(n -> n != node && n.isFocusTraversable() && shown(n));
    }

    /** How many things that take the focus there were. */
    int focusable() {
        return focusable;
    }

    /** What is wrong, in words; empty if nothing is. */
    Set<String> wrong() {
        return wrong;
    }
}
