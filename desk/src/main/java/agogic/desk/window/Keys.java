package agogic.desk.window;

import java.util.List;
import javafx.scene.control.ButtonType;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.Region;
import javafx.stage.Window;

/** The list of keys. */
final class Keys {
    /** A key and what it does. */
    record Key(String key, String does) {}

    static final List<Key> ALL = List.of(
            new Key("Space", "Play or stop"),
            new Key("R", "Ride: count in one bar, then write what the hand does; again: stop"),
            new Key("Home", "Go to the start"),
            new Key("G", "Type a position to go to"),
            new Key("O", "Loop on or off"),
            new Key("1  2  3  4", "Routes, Catalog, Surfaces, Refine"),
            new Key("L", "Open the lane of what is selected or chosen; it gets one if it has none"),
            new Key("W", "Next write mode of the selected route: Read, Touch, Latch, Write"),
            new Key("S", "Span of the selected route: how far its control moves, which way round"),
            new Key("P", "Pin the mode: it stays after a pass"),
            new Key("H", "Rehearse on the selected route: heard, not written until you say so"),
            new Key("A  Shift+A  Alt+A", "Do the first, second, third that the trace bar offers"),
            new Key(
                    "M",
                    "Learn: the control moved next moves what is chosen; several one after another. Esc leaves all as it was"),
            new Key("D", "Show or hide the surface"),
            new Key("+  −  0", "Zoom in, zoom out, show everything"),
            new Key("Ctrl+←  Ctrl+→", "Scroll in time"),
            new Key("Ctrl+F", "Search parameters; in Routes filter the rows. Esc shows all again"),
            new Key("E  Enter", "In the Catalog: expose what is under the pointer, focused or chosen"),
            new Key("N", "In the Catalog: give it a short name"),
            new Key("F", "In the Catalog: the list, or the face of the device"),
            new Key("X", "In the Catalog: make the device fit its sockets"),
            new Key("K", "In the Catalog: a macro of what is chosen; in Surfaces: a new macro"),
            new Key("Delete", "In the Catalog: take back, after saying all that goes; in Surfaces: disconnect"),
            new Key("C", "In Surfaces: choose what the control is to move"),
            new Key("Q  N  F", "In Surfaces: its next page, its name, the next panel"),
            new Key("B  Y  U", "In Surfaces: members of the macro, span or distance, the full way"),
            new Key("Ctrl+PgUp/PgDn", "In Surfaces: last, next page of the surface"),
            new Key("Ctrl+arrows", "On a socket: give it another number"),
            new Key("V", "Next row height"),
            new Key("↑ ↓", "In a list: next or last row. On a control: move it. On a point: its value"),
            new Key("← →", "In the picture of Refine: last or next point"),
            new Key("Delete", "Delete the chosen point"),
            new Key("Ctrl+Z  Ctrl+Shift+Z", "Undo, redo"),
            new Key("Ctrl+O  Ctrl+S  Ctrl+Shift+S", "Open, save, save as"),
            new Key("Ctrl+I", "Add a device from an LV2 bundle or a chart"),
            new Key("Ctrl+E  Ctrl+P", "Export MIDI; print the sheet"),
            new Key("T", "Dark or light"),
            new Key("?", "This list"));

    private Keys() {}

    static Dialog<ButtonType> dialog(Window owner) {
        Dialog<ButtonType> dialog = new Dialog<>();
        dialog.initOwner(owner);
        Theme.dress(dialog, owner);
        dialog.setTitle("Keys");
        dialog.setHeaderText("Keys");
        GridPane grid = new GridPane();
        grid.setHgap(16);
        grid.setVgap(5);
        grid.setStyle("-fx-padding: 8 16 8 16;");
        for (double width : new double[] {132, 400, 132, 400}) {
            ColumnConstraints column = new ColumnConstraints(width);
            column.setMinWidth(width);
            grid.getColumnConstraints().add(column);
        }
        int half = (ALL.size() + 1) / 2;
        for (int i = 0; i < ALL.size(); i++) {
            Label name = new Label(ALL.get(i).key());
            name.getStyleClass().addAll("figures", "hand-text", "small");
            name.setWrapText(true);
            Label does = new Label(ALL.get(i).does());
            does.getStyleClass().add("small");
            does.setWrapText(true);
            grid.add(name, i < half ? 0 : 2, i % half);
            grid.add(does, i < half ? 1 : 3, i % half);
        }
        dialog.getDialogPane().setMaxWidth(Region.USE_COMPUTED_SIZE);
        dialog.getDialogPane().setPrefWidth(1150);
        dialog.getDialogPane().setContent(grid);
        dialog.getDialogPane().getButtonTypes().add(ButtonType.CLOSE);
        return dialog;
    }
}
