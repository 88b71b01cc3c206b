package agogic.desk.aloud;

import java.util.Arrays;
import java.util.Objects;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.DialogPane;
import javafx.scene.control.IndexedCell;
import javafx.scene.control.Label;
import javafx.scene.control.Labeled;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuButton;
import javafx.scene.control.RadioButton;
import javafx.scene.control.Slider;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.ToggleButton;
import javafx.util.StringConverter;

/** What is said of a part of a window: what it is called, what it is, how it stands. */
public final class Spoken {
    private Spoken() {}

    /** A node in words; empty if it has none. */
    public static String of(Node node) {
        String name = name(node);
        if (node instanceof ListView<?> list) {
            return joined(name, selected(node), list.getItems().isEmpty() ? "empty list" : "list");
        }
        if (node instanceof TableView<?> table) {
            return joined(name, selected(node), table.getItems().isEmpty() ? "empty table" : "table");
        }
        if (node instanceof ComboBox<?> box) {
            return joined(name, value(box), "choice");
        }
        if (node instanceof TextInputControl field) {
            String text = field.getText() == null || field.getText().isEmpty() ? "empty" : field.getText();
            return joined(name, text, "field");
        }
        if (node instanceof CheckBox box) {
            return joined(name, box.isSelected() ? "on" : "off", "check box");
        }
        if (node instanceof RadioButton choice) {
            return joined(name, choice.isSelected() ? "chosen" : "not chosen", "choice");
        }
        if (node instanceof ToggleButton button) {
            return joined(name, button.isSelected() ? "on" : "off");
        }
        if (node instanceof Slider slider) {
            double part = (slider.getValue() - slider.getMin()) / (slider.getMax() - slider.getMin());
            return joined(name, Math.round(100 * part) + " percent", "slider");
        }
        if (node instanceof MenuButton) {
            return joined(name, "menu");
        }
        return node instanceof Button ? joined(name, "button") : name;
    }

    /** A dialog in words: what it asks and what it says. */
    public static String of(DialogPane pane) {
        return joined(pane.getHeaderText(), pane.getContentText());
    }

    /** The line of an open menu that has the focus; empty if none has. */
    public static String menu(Parent root) {
        return root.lookupAll(".menu-item").stream()
                .filter(Node::isFocused)
                .map(Spoken::labels)
                .collect(Collectors.joining(", "));
    }

    private static String name(Node node) {
        if (node.getAccessibleText() != null) {
            return node.getAccessibleText();
        }
        if (node instanceof Labeled labeled
                && labeled.getText() != null
                && !labeled.getText().isEmpty()) {
            return labeled.getText();
        }
        return node instanceof TextField field && field.getPromptText() != null ? field.getPromptText() : "";
    }

    private static String labels(Node node) {
        return node.lookupAll(".label").stream()
                .filter(Label.class::isInstance)
                .map(l -> ((Label) l).getText())
                .filter(t -> t != null && !t.isBlank())
                .distinct()
                .collect(Collectors.joining(", "));
    }

    /** The row of a list or a table that is chosen. */
    private static String selected(Node list) {
        return list.lookupAll(".cell").stream()
                .filter(n -> n instanceof IndexedCell<?> cell && cell.isSelected() && !cell.isEmpty())
                .map(n -> n.getAccessibleText() != null ? n.getAccessibleText() : ((Labeled) n).getText())
                .filter(t -> t != null && !t.isBlank())
                .findFirst()
                .orElse("");
    }

    private static <T> String value(ComboBox<T> box) {
        StringConverter<T> words = box.getConverter();
        return words == null ? Objects.toString(box.getValue(), "") : words.toString(box.getValue());
    }

    private static String joined(String... parts) {
        return Arrays.stream(parts)
                .filter(p -> p != null && !p.isBlank())
                .map(String::strip)
                .collect(Collectors.joining(", "));
    }
}
