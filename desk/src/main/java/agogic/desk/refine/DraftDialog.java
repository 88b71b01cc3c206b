package agogic.desk.refine;

import agogic.core.parameter.Parameter;
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

/** Asks between which two values the dynamics of a score go. Answers them normalised. */
final class DraftDialog extends Dialog<double[]> {
    private final Parameter parameter;
    private final TextField soft;
    private final TextField loud;
    private final Label trouble = new Label();
    private double[] values;

    DraftDialog(Parameter parameter, int marks, Window owner) {
        this.parameter = parameter;
        soft = field("draft-soft", 0.2);
        loud = field("draft-loud", 0.8);
        initOwner(owner);
        Theme.dress(this, owner);
        setTitle("Draft from dynamics");
        setHeaderText(parameter.name() + " from " + marks + " marks and hairpins");
        GridPane grid = new GridPane();
        grid.setHgap(12);
        grid.setVgap(8);
        grid.setStyle("-fx-padding: 16;");
        grid.addRow(0, new Label("Softest, ppp"), soft);
        grid.addRow(1, new Label("Loudest, fff"), loud);
        soft.setAccessibleText("Value at the softest mark");
        loud.setAccessibleText("Value at the loudest mark");
        trouble.setId("draft-trouble");
        trouble.getStyleClass().add("ride-text");
        trouble.setWrapText(true);
        trouble.setMaxWidth(340);
        trouble.setMinHeight(34);
        grid.add(trouble, 0, 2, 2, 1);
        getDialogPane().setContent(grid);
        ButtonType draft = new ButtonType("Draft", ButtonBar.ButtonData.OK_DONE);
        getDialogPane().getButtonTypes().addAll(draft, ButtonType.CANCEL);
        getDialogPane().lookupButton(draft).addEventFilter(ActionEvent.ACTION, e -> {
            try {
                values = new double[] {normalised(soft), normalised(loud)};
            } catch (IllegalArgumentException refused) {
                trouble.setText(refused.getMessage());
                e.consume();
            }
        });
        setResultConverter(button -> button == draft ? values : null);
        setOnShown(e -> Platform.runLater(() -> {
            soft.requestFocus();
            soft.selectAll();
        }));
        Theme.enterConfirms(this);
    }

    private TextField field(String id, double place) {
        TextField field = new TextField(parameter.print(place));
        field.setId(id);
        field.setPrefColumnCount(14);
        return field;
    }

    private double normalised(TextField field) {
        return parameter.parse(field.getText());
    }
}
