package agogic.desk.parts;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
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

/** Shows many things that one act would do, before it is done: each can be left out. Answers the ids of those that are. */
public final class ChoiceDialog extends Dialog<Set<String>> {
    private static final double WIDTH = 940;

    /**
     * A line.
     *
     * @param id unique within the dialog
     * @param what what it is
     * @param count how much of it, in a few figures
     * @param becomes what the act makes of it, or why it cannot
     * @param takes false if the act cannot be done to it
     */
    public record Choice(String id, String what, String count, String becomes, boolean takes) {}

    private final Set<String> off = new HashSet<>();
    private final ListView<Choice> list = new ListView<>();
    private final Label sum = new Label();
    private final VBox box = new VBox(10);
    private final Function<Set<String>, String> summing;
    /** True if what is left out tells what would become of it, too. */
    private boolean offers;

    /**
     * A dialog over a window.
     *
     * @param id begins the names of its parts
     * @param does the words of the button that does it
     * @param summing what is said of the whole, when these are left out
     */
    public ChoiceDialog(
            String id,
            String title,
            String header,
            List<Choice> choices,
            String does,
            Function<Set<String>, String> summing,
            Window owner) {
        this.summing = summing;
        initOwner(owner);
        Theme.dress(this, owner);
        setTitle(title);
        setHeaderText(header);
        list.setId(id + "-lines");
        list.getStyleClass().add("words");
        list.getItems().setAll(choices);
        list.setCellFactory(view -> new LineCell());
        list.setPrefSize(860, Math.min(420, 34 + 30.0 * choices.size()));
        list.setAccessibleText(title + "; Space takes a line or leaves it out");
        list.getSelectionModel().selectFirst();
        list.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ESCAPE) {
                setResult(null);
                close();
                e.consume();
            }
            if (e.getCode() == KeyCode.SPACE) {
                turn(list.getSelectionModel().getSelectedItem());
                e.consume();
            }
        });
        Button all = button("Take all", id + "-all", Set.of());
        Set<String> every = new HashSet<>();
        choices.stream().filter(Choice::takes).forEach(line -> every.add(line.id()));
        Button none = button("Leave all out", id + "-none", every);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox head = new HBox(8, sum, gap, all, none);
        head.setAlignment(Pos.CENTER_LEFT);
        sum.setId(id + "-sum");
        box.getChildren().addAll(head, list);
        box.setStyle("-fx-padding: 12 16 12 16;");
        VBox.setVgrow(list, Priority.ALWAYS);
        getDialogPane().setContent(box);
        getDialogPane().setPrefWidth(WIDTH);
        getDialogPane().setMinWidth(WIDTH);
        ButtonType act = new ButtonType(does, ButtonBar.ButtonData.OK_DONE);
        getDialogPane().getButtonTypes().addAll(act, ButtonType.CANCEL);
        getDialogPane().lookupButton(act).setId(id + "-done");
        setResultConverter(button -> button == act ? Set.copyOf(off) : null);
        setOnShown(e -> Platform.runLater(list::requestFocus));
        Theme.enterConfirms(this);
        told();
    }

    /** With some lines of small print below. */
    public ChoiceDialog remarking(String id, List<String> remarks) {
        if (!remarks.isEmpty()) {
            Label small = new Label(String.join("\n", remarks.subList(0, Math.min(4, remarks.size()))));
            small.getStyleClass().addAll("quiet", "small");
            small.setWrapText(true);
            small.setId(id);
            box.getChildren().add(small);
        }
        return this;
    }

    /** Telling what would become of each line, also while it is left out. */
    public ChoiceDialog offering() {
        offers = true;
        told();
        return this;
    }

    /** With these left out to begin with. */
    public ChoiceDialog without(Set<String> ids) {
        off.addAll(ids);
        told();
        return this;
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
    private void turn(Choice line) {
        if (line != null && line.takes()) {
            if (!off.remove(line.id())) {
                off.add(line.id());
            }
            told();
        }
    }

    private void told() {
        sum.setText(summing.apply(off));
        list.refresh();
    }

    /** One line: a box with what is found, how much of it, and what it becomes. */
    private final class LineCell extends ListCell<Choice> {
        private final Label taken = new Label();
        private final Label what = new Label();
        private final Label count = new Label();
        private final Label becomes = new Label();
        private final HBox row = new HBox(10, taken, what, count, becomes);

        LineCell() {
            taken.setMinWidth(22);
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
        protected void updateItem(Choice line, boolean empty) {
            super.updateItem(line, empty);
            setText(null);
            setGraphic(empty || line == null ? null : row);
            if (empty || line == null) {
                setAccessibleText("");
                return;
            }
            boolean takes = line.takes() && !off.contains(line.id());
            taken.setText(takes ? "✓" : line.takes() ? "○" : "–");
            what.setText(line.what());
            count.setText(line.count());
            String left = offers ? line.becomes() : "left out";
            String fate = takes ? line.becomes() : line.takes() ? left : "not taken: " + line.becomes();
            becomes.setText(fate);
            for (Label label : List.of(taken, what, count, becomes)) {
                label.getStyleClass().remove("quiet");
                if (!takes) {
                    label.getStyleClass().add("quiet");
                }
            }
            setAccessibleText(
                    (takes ? "taken: " : offers ? "left out: " : "") + line.what() + ", " + line.count() + ", " + fate);
        }
    }
}
