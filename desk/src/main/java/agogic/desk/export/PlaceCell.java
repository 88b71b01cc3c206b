package agogic.desk.export;

import agogic.core.session.Destination;
import agogic.desk.acts.Here;
import agogic.desk.acts.Subject;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.layout.VBox;

/** One destination, and its state. */
final class PlaceCell extends ListCell<Destination> {
    private final ExportModel model;
    private final Label name = new Label();
    private final Label state = new Label();
    private final VBox box = new VBox(1, name, state);

    PlaceCell(ExportModel model) {
        this.model = model;
        name.getStyleClass().add("strong");
        state.getStyleClass().add("small");
        box.setAlignment(Pos.CENTER_LEFT);
        setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
        setAccessibleRole(AccessibleRole.LIST_ITEM);
        setPrefWidth(0);
        Here.on(this, place -> {
            if (getItem() != null) {
                getListView().getSelectionModel().select(getItem());
            }
            return Subject.DESTINATION;
        });
    }

    @Override
    protected void updateItem(Destination one, boolean empty) {
        super.updateItem(one, empty);
        if (empty || one == null) {
            setGraphic(null);
            setAccessibleText(null);
            return;
        }
        boolean runs = one.name().equals(model.running().get());
        String since = runs ? "exporting …" : model.since(one);
        name.setText(one.name());
        state.setText(since);
        state.getStyleClass().removeAll("quiet", "ride-text", "span-text");
        state.getStyleClass().add(runs ? "ride-text" : since.equals("up to date") ? "span-text" : "quiet");
        setGraphic(box);
        setAccessibleText(
                one.name() + ", " + one.parts().size() + (one.parts().size() == 1 ? " part, " : " parts, ") + since);
    }
}
