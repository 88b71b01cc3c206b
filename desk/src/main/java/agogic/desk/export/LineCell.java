package agogic.desk.export;

import agogic.desk.acts.Here;
import agogic.desk.acts.Subject;
import agogic.desk.parts.Tip;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** One line of what can be carried out: what it contains, what is lost, and its state. */
final class LineCell extends ListCell<ExportLine> {
    private final ExportModel model;
    private final Label in = new Label();
    private final Label name = new Label();
    private final Label contains = new Label();
    private final Label lost = new Label();
    private final Label since = new Label();
    private final HBox row;

    LineCell(ExportModel model, Runnable carry) {
        this.model = model;
        name.getStyleClass().add("strong");
        contains.getStyleClass().addAll("quiet", "small");
        lost.getStyleClass().addAll("small", "hand-text");
        since.getStyleClass().add("small");
        since.setMinWidth(USE_PREF_SIZE);
        contains.setMinWidth(0);
        lost.setMinWidth(0);
        lost.managedProperty().bind(lost.textProperty().isNotEmpty());
        VBox left = new VBox(1, name, contains, lost);
        left.setAlignment(Pos.CENTER_LEFT);
        left.setMinWidth(0);
        HBox.setHgrow(left, Priority.ALWAYS);
        in.getStyleClass().addAll("strong", "sound-text");
        in.setMinWidth(18);
        row = new HBox(6, in, left, since);
        row.setAlignment(Pos.CENTER_LEFT);
        setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
        setAccessibleRole(AccessibleRole.LIST_ITEM);
        setPrefWidth(0);
        setPrefHeight(ExportView.ROW);
        setOnMouseClicked(e -> {
            if (e.getClickCount() == 2 && getItem() != null) {
                carry.run();
            }
        });
        Here.on(this, place -> {
            if (getItem() != null) {
                getListView().getSelectionModel().select(getItem());
            }
            return Subject.EXPORT;
        });
    }

    @Override
    protected void updateItem(ExportLine line, boolean empty) {
        super.updateItem(line, empty);
        if (empty || line == null) {
            setGraphic(null);
            setAccessibleText(null);
            return;
        }
        boolean goes = model.destination().parts().contains(line.part());
        boolean runs = line.title().equals(model.running().get());
        in.setText(goes ? "✓" : "");
        name.setText(line.title());
        contains.setText(model.words().contains(line));
        String loss = model.words().lost(line);
        lost.setText(loss.isEmpty() ? "" : "loses: " + loss);
        Tip.on(lost, lost.getText());
        Tip.on(contains, contains.getText());
        String state = runs ? "exporting …" : model.since(line);
        since.setText(state);
        since.getStyleClass().removeAll("quiet", "ride-text", "span-text");
        since.getStyleClass().add(runs ? "ride-text" : state.equals("up to date") ? "span-text" : "quiet");
        setGraphic(row);
        setAccessibleText(line.title() + ", " + (goes ? "goes there, " : "does not go there, ") + contains.getText()
                + (loss.isEmpty() ? ", nothing is lost" : ", loses " + loss) + ", " + state);
    }
}
