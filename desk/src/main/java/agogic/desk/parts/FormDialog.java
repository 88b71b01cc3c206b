package agogic.desk.parts;

import java.util.List;
import javafx.application.Platform;
import javafx.event.ActionEvent;
import javafx.scene.control.ButtonBar;
import javafx.scene.control.ButtonType;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Control;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Region;
import javafx.stage.Window;

/** Asks for some texts that make one thing. What cannot be understood is said in the dialog, which stays until it can. */
public abstract class FormDialog<T> extends Dialog<T> {
    private static final double BEHIND = 300;
    private static final double WIDE = 640;
    /** A header of more letters is wrapped. */
    private static final int LONG = 90;

    /** Of so many lines each is closer to the next, in pixels. */
    private static final int MANY = 9;

    private static final double CLOSE = 3;

    private final GridPane grid = new GridPane();
    private Control first;
    private T made;
    private Label trouble;

    /** A form over a window. */
    protected FormDialog(String title, String header, Window owner) {
        initOwner(owner);
        Theme.dress(this, owner);
        setTitle(title);
        setHeaderText(header);
        if (header.length() > LONG) {
            getDialogPane().setPrefWidth(WIDE);
        }
        grid.setHgap(12);
        grid.setVgap(8);
        grid.setStyle("-fx-padding: 16;");
        getDialogPane().setContent(grid);
    }

    /** A line of the form, with what stands behind its field, or nothing. */
    protected final TextField row(String id, String words, String text, String behind) {
        TextField field = new TextField(text);
        field.setId(id);
        field.setPrefColumnCount(16);
        field.setAccessibleText(words + (behind.isEmpty() ? "" : ", " + behind));
        line(words, field, behind);
        return field;
    }

    /** A line of the form where one of some words is chosen. */
    protected final ComboBox<String> choice(String id, String words, List<String> all, String chosen, String behind) {
        ComboBox<String> box = new ComboBox<>();
        box.getItems().setAll(all);
        box.setValue(chosen);
        box.setId(id);
        box.setMaxWidth(Double.MAX_VALUE);
        box.setAccessibleText(words + (behind.isEmpty() ? "" : ", " + behind));
        line(words, box, behind);
        return box;
    }

    private void line(String words, Control field, String behind) {
        Label label = new Label(words);
        label.setLabelFor(field);
        label.setMinWidth(Region.USE_PREF_SIZE);
        Label after = new Label(behind);
        after.getStyleClass().add("quiet");
        after.setWrapText(true);
        after.setMaxWidth(BEHIND);
        if (grid.getRowCount() >= MANY) {
            grid.setVgap(CLOSE);
        }
        grid.addRow(grid.getRowCount(), label, field, after);
        first = first == null ? field : first;
        if (field instanceof TextField text) {
            text.textProperty().addListener(o -> looked());
        } else if (field instanceof ComboBox<?> box) {
            box.valueProperty().addListener(o -> looked());
        }
    }

    /** What would come of what is typed so far, for people; nothing if that is not to be said, or cannot be yet. */
    protected String told() {
        return "";
    }

    private void looked() {
        if (trouble != null) {
            try {
                say(told(), "quiet");
            } catch (IllegalArgumentException unfinished) {
                say("", "quiet");
            }
        }
    }

    /** What would come of it is said quietly, what cannot be in the colour of what stops. */
    private void say(String words, String style) {
        trouble.getStyleClass().removeAll("quiet", "ride-text");
        trouble.getStyleClass().add(style);
        trouble.setText(words);
    }

    /** What is typed in a field where a number belongs, without its unit and as a machine writes it. */
    protected static String plain(TextField field) {
        return field.getText()
                .strip()
                .replace(',', '.')
                .replace('−', '-')
                .replaceAll("(%|LUFS|dB/s|dB|ms|s)$", "")
                .strip();
    }

    /**
     * The number that is typed in a field, with its unit or without.
     *
     * @param what it should be, for people
     */
    protected static double typed(TextField field, String what) {
        try {
            return Double.parseDouble(plain(field));
        } catch (NumberFormatException e) {
            throw new IllegalArgumentException("“" + field.getText() + "” is no " + what + ". Expected a number.");
        }
    }

    /** The button that does it, below all lines; {@code id} begins its name and that of what is said. */
    protected final void done(String id, String words) {
        trouble = new Label();
        trouble.setId(id + "-trouble");
        trouble.setWrapText(true);
        trouble.setMaxWidth(380);
        trouble.setMinHeight(36);
        grid.add(trouble, 0, grid.getRowCount(), 3, 1);
        ButtonType does = new ButtonType(words, ButtonBar.ButtonData.OK_DONE);
        getDialogPane().getButtonTypes().addAll(does, ButtonType.CANCEL);
        getDialogPane().lookupButton(does).setId(id + "-done");
        getDialogPane().lookupButton(does).addEventFilter(ActionEvent.ACTION, e -> {
            try {
                made = made();
            } catch (IllegalArgumentException refused) {
                say(refused.getMessage(), "ride-text");
                e.consume();
            }
        });
        setResultConverter(button -> button == does ? made : null);
        looked();
        setOnShown(e -> Platform.runLater(() -> {
            first.requestFocus();
            if (first instanceof TextField text) {
                text.selectAll();
            }
        }));
        Theme.enterConfirms(this);
    }

    /**
     * What the texts make.
     *
     * @throws IllegalArgumentException in words for people if they make nothing
     */
    protected abstract T made();
}
