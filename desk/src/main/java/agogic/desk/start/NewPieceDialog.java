package agogic.desk.start;

import agogic.core.session.Session;
import agogic.desk.parts.Theme;
import javafx.application.Platform;
import javafx.event.ActionEvent;
import javafx.scene.control.ButtonBar;
import javafx.scene.control.ButtonType;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.stage.Window;

/** Asks for the name, the tempo, the metre and the length of a new piece. */
final class NewPieceDialog extends Dialog<Session> {
    private final TextField name = field("new-name", "Untitled");
    private final TextField tempo = field("new-tempo", "120");
    private final TextField metre = field("new-metre", "4/4");
    private final TextField bars = field("new-bars", "64");
    private final Label trouble = new Label();
    private final GridPane grid = new GridPane();
    private Session made;

    NewPieceDialog(Window owner) {
        initOwner(owner);
        Theme.dress(this, owner);
        setTitle("New piece");
        setHeaderText("A new piece");
        grid.setHgap(12);
        grid.setVgap(8);
        grid.setStyle("-fx-padding: 16;");
        row(0, "Name", name, "");
        row(1, "Tempo", tempo, "quarter notes a minute");
        row(2, "Metre", metre, "");
        row(3, "Length", bars, "bars");
        trouble.getStyleClass().add("ride-text");
        trouble.setId("new-trouble");
        trouble.setWrapText(true);
        trouble.setMaxWidth(380);
        trouble.setMinHeight(36);
        grid.add(trouble, 0, 4, 3, 1);
        getDialogPane().setContent(grid);
        ButtonType make = new ButtonType("Begin", ButtonBar.ButtonData.OK_DONE);
        getDialogPane().getButtonTypes().addAll(make, ButtonType.CANCEL);
        getDialogPane().lookupButton(make).setId("new-begin");
        getDialogPane().lookupButton(make).addEventFilter(ActionEvent.ACTION, e -> {
            try {
                made = session();
            } catch (IllegalArgumentException refused) {
                trouble.setText(refused.getMessage());
                e.consume();
            }
        });
        setResultConverter(button -> button == make ? made : null);
        setOnShown(e -> Platform.runLater(() -> {
            name.requestFocus();
            name.selectAll();
        }));
        Theme.enterConfirms(this);
    }

    private static TextField field(String id, String text) {
        TextField field = new TextField(text);
        field.setId(id);
        field.setPrefColumnCount(16);
        return field;
    }

    private void row(int at, String words, TextField field, String unit) {
        Label label = new Label(words);
        label.setLabelFor(field);
        field.setAccessibleText(words + (unit.isEmpty() ? "" : ", " + unit));
        Label after = new Label(unit);
        after.getStyleClass().add("quiet");
        grid.addRow(at, label, field, after);
    }

    private Session session() {
        String[] parts = metre.getText().strip().split("\\s*/\\s*");
        if (parts.length != 2) {
            throw new IllegalArgumentException("Expected a metre such as 4/4 or 7/8, found “" + metre.getText() + "”.");
        }
        return NewPiece.empty(
                name.getText(),
                number(tempo.getText(), "a tempo such as 96 or 87.5"),
                whole(parts[0], "a metre such as 4/4 or 7/8"),
                whole(parts[1], "a metre such as 4/4 or 7/8"),
                whole(bars.getText(), "a number of bars such as 64"));
    }

    private static double number(String text, String expected) {
        try {
            double number = Double.parseDouble(text.strip().replace(',', '.').replaceAll("(?i)\\s*bpm$", ""));
            if (Double.isFinite(number)) {
                return number;
            }
        } catch (NumberFormatException e) {
            // Said below, in words.
        }
        throw new IllegalArgumentException("Expected " + expected + ", found “" + text + "”.");
    }

    private static int whole(String text, String expected) {
        double number = number(text, expected);
        if (number != Math.rint(number) || Math.abs(number) > 1e6) {
            throw new IllegalArgumentException("Expected " + expected + ", found “" + text + "”.");
        }
        return (int) number;
    }
}
