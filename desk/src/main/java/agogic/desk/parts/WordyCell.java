package agogic.desk.parts;

import javafx.scene.AccessibleRole;
import javafx.scene.control.ContentDisplay;
import javafx.scene.control.ListCell;
import javafx.scene.layout.Region;

/** A row that is as high as its words need, broken at the width of the list. */
public abstract class WordyCell<T> extends ListCell<T> {
    /** A cell that says what it is to those who listen. */
    public WordyCell(AccessibleRole role) {
        setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
        setAccessibleRole(role);
        setPrefWidth(0);
    }

    /** What is shown for {@code item}, and how it is read aloud. */
    public abstract Region show(T item);

    /** What an item is called for those who listen. */
    public abstract String spoken(T item);

    @Override
    protected double computePrefHeight(double width) {
        return getGraphic() instanceof Region box
                ? box.prefHeight(getListView().getWidth() - 36) + 20
                : super.computePrefHeight(width);
    }

    @Override
    protected void updateItem(T item, boolean empty) {
        super.updateItem(item, empty);
        boolean nothing = empty || item == null;
        setGraphic(nothing ? null : show(item));
        setAccessibleText(nothing ? null : spoken(item));
    }
}
