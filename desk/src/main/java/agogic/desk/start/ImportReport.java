package agogic.desk.start;

import agogic.desk.parts.Theme;
import agogic.formats.bring.Brought;
import agogic.formats.bring.ImportLine;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonBar;
import javafx.scene.control.ButtonType;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.stage.Window;

/** What a file has and what each thing becomes, before it is brought in: each line can be left out. Answers the ids of those that are. */
final class ImportReport extends Dialog<Set<String>> {
    private static final double WIDTH = 940;

    private final Set<String> off = new HashSet<>();
    private final ListView<ImportLine> list = new ListView<>();
    private final Label sum = new Label();

    ImportReport(Brought found, Window owner) {
        initOwner(owner);
        Theme.dress(this, owner);
        setTitle("Bring in");
        setHeaderText(found.title() + " · " + found.bars() + (found.bars() == 1 ? " bar" : " bars"));
        list.setId("import-lines");
        list.getStyleClass().add("words");
        list.getItems().setAll(found.lines());
        list.setCellFactory(view -> new LineCell());
        list.setPrefSize(860, Math.min(420, 34 + 30.0 * found.lines().size()));
        list.setAccessibleText("What the file has; Space takes a line or leaves it out");
        list.getSelectionModel().selectFirst();
        list.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.SPACE) {
                turn(list.getSelectionModel().getSelectedItem());
                e.consume();
            }
        });
        Button all = button("Take all", "import-all", Set.of());
        Set<String> every = new HashSet<>();
        found.lines().stream().filter(ImportLine::takes).forEach(line -> every.add(line.id()));
        Button none = button("Leave all out", "import-none", every);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox head = new HBox(8, sum, gap, all, none);
        head.setAlignment(Pos.CENTER_LEFT);
        sum.setId("import-sum");
        VBox box = new VBox(10, head, list);
        box.setStyle("-fx-padding: 12 16 12 16;");
        if (!found.remarks().isEmpty()) {
            Label remarks = new Label(String.join(
                    "\n", found.remarks().subList(0, Math.min(4, found.remarks().size()))));
            remarks.getStyleClass().addAll("quiet", "small");
            remarks.setWrapText(true);
            remarks.setId("import-remarks");
            box.getChildren().add(remarks);
        }
        VBox.setVgrow(list, Priority.ALWAYS);
        getDialogPane().setContent(box);
        getDialogPane().setPrefWidth(WIDTH);
        getDialogPane().setMinWidth(WIDTH);
        ButtonType bring = new ButtonType("Bring in", ButtonBar.ButtonData.OK_DONE);
        getDialogPane().getButtonTypes().addAll(bring, ButtonType.CANCEL);
        getDialogPane().lookupButton(bring).setId("import-bring");
        setResultConverter(button -> button == bring ? Set.copyOf(off) : null);
        setOnShown(e -> Platform.runLater(list::requestFocus));
        Theme.enterConfirms(this);
        told();
    }

    private Button button(String words, String id, Set<String> leaves) {
        Button button = new Button(words);
        button.getStyleClass().add("pill");
        button.setId(id);
        button.setOnAction(e -> {
            off.clear();
            off.addAll(leaves);
            told();
        });
        return button;
    }

    /** Leaves a line out, or takes it again. */
    private void turn(ImportLine line) {
        if (line != null && line.takes()) {
            if (!off.remove(line.id())) {
                off.add(line.id());
            }
            told();
        }
    }

    private void told() {
        long possible = list.getItems().stream().filter(ImportLine::takes).count();
        long left = list.getItems().size() - possible;
        sum.setText((possible - off.size()) + " of " + possible + " things are taken"
                + (left > 0 ? "; " + left + (left == 1 ? " kind is" : " kinds are") + " not, and why is said" : ""));
        list.refresh();
    }

    /** One line: a box with what is found, how much of it, and what it becomes. */
    private final class LineCell extends ListCell<ImportLine> {
        private final Label box = new Label();
        private final Label what = new Label();
        private final Label count = new Label();
        private final Label becomes = new Label();
        private final HBox row = new HBox(10, box, what, count, becomes);

        LineCell() {
            box.setMinWidth(22);
            what.setMinWidth(300);
            what.setMaxWidth(300);
            count.setMinWidth(64);
            count.setAlignment(Pos.CENTER_RIGHT);
            count.getStyleClass().add("figures");
            row.setAlignment(Pos.CENTER_LEFT);
            becomes.setMinWidth(0);
            setPrefWidth(0);
            setOnMouseClicked(e -> turn(getItem()));
        }

        @Override
        protected void updateItem(ImportLine line, boolean empty) {
            super.updateItem(line, empty);
            setText(null);
            setGraphic(empty || line == null ? null : row);
            if (empty || line == null) {
                setAccessibleText("");
                return;
            }
            boolean takes = line.takes() && !off.contains(line.id());
            box.setText(takes ? "✓" : line.takes() ? "○" : "–");
            what.setText(line.what());
            count.setText(Integer.toString(line.count()));
            String fate = takes ? line.becomes() : line.takes() ? "left out" : "not taken: " + line.becomes();
            becomes.setText(fate);
            for (Label label : List.of(box, what, count, becomes)) {
                label.getStyleClass().remove("quiet");
                if (!takes) {
                    label.getStyleClass().add("quiet");
                }
            }
            setAccessibleText((takes ? "taken: " : "") + line.what() + ", " + line.count() + ", " + fate);
        }
    }
}
