package agogic.desk.parts;

import agogic.desk.settings.Settings;
import java.util.List;
import javafx.scene.AccessibleAttribute;
import javafx.scene.Node;
import javafx.scene.control.ToggleButton;

/** The heading of a part of a panel: pressed, the part below it is folded away or comes back; so it stays from then on. */
public final class Fold extends ToggleButton {
    private static final String FOLDS = "open.";

    private final String part;
    private String words;

    /**
     * @param part what is folded, in a word or two, as it is kept and told
     * @param folded what is seen only while the part is open; each is left to others while it is not managed by them
     */
    public Fold(String id, String part, List<? extends Node> folded) {
        this.part = part;
        words = part;
        setId(id);
        getStyleClass().addAll("fold-head");
        setSelected(Settings.here().flag(FOLDS + id, true));
        setMaxWidth(Double.MAX_VALUE);
        for (Node node : folded) {
            node.visibleProperty().bind(selectedProperty());
            node.managedProperty().bind(selectedProperty());
        }
        selectedProperty().addListener((o, was, is) -> {
            Settings.here().put(FOLDS + id, is);
            tell();
        });
        tell();
    }

    /** What the heading reads. */
    public void heads(String heading) {
        if (!heading.equals(words)) {
            words = heading;
            tell();
        }
    }

    /** What the heading reads, without its sign. */
    public String heading() {
        return words;
    }

    private void tell() {
        setText((isSelected() ? "▾ " : "▸ ") + words);
        setAccessibleText(words + ", " + (isSelected() ? "open" : "folded"));
        notifyAccessibleAttributeChanged(AccessibleAttribute.TEXT);
        Tip.on(this, (isSelected() ? "Folds away: " : "Shows again: ") + part);
    }
}
