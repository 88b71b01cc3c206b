package agogic.desk.parts;

import javafx.scene.Node;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseEvent;

/**
 * What is shown beside something while the mouse rests on it, and told by a screen reader as its help. Such a tip is a window
 * of its own: it is made when the mouse comes for the first time.
 */
public final class Tip {
    private String words;
    private Tooltip tip;

    private Tip() {}

    /** Gives a node this tip in the place of any it had; empty for none. */
    public static void on(Node node, String words) {
        Tip tip = (Tip) node.getProperties().get(Tip.class);
        if (tip == null) {
            tip = new Tip();
            node.getProperties().put(Tip.class, tip);
            Tip made = tip;
            node.addEventHandler(MouseEvent.MOUSE_ENTERED, e -> made.prepare(node));
        }
        tip.words = words;
        node.setAccessibleHelp(words);
        if (tip.tip != null) {
            tip.tip.setText(words);
        }
        if (tip.tip != null || node.isHover()) {
            tip.prepare(node);
        }
    }

    /** The words of the tip of a node, empty if it has none. */
    public static String of(Node node) {
        return node.getProperties().get(Tip.class) instanceof Tip tip ? tip.words : "";
    }

    private void prepare(Node node) {
        if (words.isEmpty() && tip != null) {
            Tooltip.uninstall(node, tip);
            tip = null;
        } else if (!words.isEmpty() && tip == null) {
            tip = new Tooltip(words);
            Tooltip.install(node, tip);
        }
    }
}
