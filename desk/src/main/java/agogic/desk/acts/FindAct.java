package agogic.desk.acts;

import agogic.desk.model.View;
import agogic.desk.parts.Theme;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import javafx.application.Platform;
import javafx.geometry.Pos;
import javafx.scene.control.ButtonType;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.stage.Window;

/** Finds an act by its words, and does it. */
public final class FindAct extends Dialog<Act> {
    private final TextField search = new TextField();
    private final ListView<Act> list = new ListView<>();
    private final List<Act> all;
    private final Function<Act, String> whyNot;

    private FindAct(List<Act> all, Function<Act, String> whyNot, Window owner) {
        this.all = all;
        this.whyNot = whyNot;
        initOwner(owner);
        Theme.dress(this, owner);
        Theme.enterConfirms(this);
        setTitle("Find an act");
        setHeaderText("Find an act");
        search.setId("act-search");
        search.getStyleClass().addAll("field", "search");
        search.setPromptText("Words of what you want to do");
        search.setAccessibleText("Words of what you want to do");
        search.textProperty().addListener((o, a, b) -> fill());
        search.addEventFilter(KeyEvent.KEY_PRESSED, this::walk);
        list.setId("act-list");
        list.setAccessibleText("Acts");
        list.setPrefSize(620, 380);
        list.setPlaceholder(new Label("No act has all of these words."));
        list.setCellFactory(cells -> new ActCell());
        list.setOnMouseClicked(e -> {
            if (e.getClickCount() == 2) {
                setResult(list.getSelectionModel().getSelectedItem());
            }
        });
        getDialogPane().setContent(new VBox(8, search, list));
        getDialogPane().getButtonTypes().addAll(ButtonType.OK, ButtonType.CANCEL);
        setResultConverter(
                type -> type == ButtonType.OK ? list.getSelectionModel().getSelectedItem() : null);
        setOnShown(e -> Platform.runLater(search::requestFocus));
        fill();
    }

    /**
     * Asks for one of all acts, those of the view first; one that cannot be done now is grey, with why. Empty if none was
     * chosen.
     */
    public static Optional<Act> ask(Acts acts, View view, Window owner) {
        List<Act> all = new ArrayList<>(acts.in(view));
        acts.all().stream().filter(a -> !all.contains(a)).forEach(all::add);
        all.removeIf(
                a -> "find-act".equals(a.id()) || a.keys().isEmpty() && !a.key().isEmpty());
        return new FindAct(all, act -> acts.whyNot(act, view), owner).showAndWait();
    }

    /** Those acts that have all of the words, whatever their order. */
    static List<Act> matching(List<Act> all, String text) {
        List<String> words = List.of(text.toLowerCase(Locale.ROOT).strip().split("\\s+"));
        return all.stream()
                .filter(a -> {
                    String own = (a.state().get() + " " + a.words() + " " + a.about()).toLowerCase(Locale.ROOT);
                    return words.stream().allMatch(own::contains);
                })
                .toList();
    }

    private void fill() {
        List<Act> found = new ArrayList<>(matching(all, search.getText()));
        String typed = search.getText().toLowerCase(Locale.ROOT).strip();
        // What can be done first, and of that what is called so.
        found.sort(Comparator.comparing((Act a) -> !whyNot.apply(a).isEmpty())
                .thenComparing(a -> !a.words().toLowerCase(Locale.ROOT).contains(typed)));
        list.getItems().setAll(found);
        list.getSelectionModel().selectFirst();
    }

    /** The arrows walk the list while the words are typed. */
    private void walk(KeyEvent e) {
        int at = list.getSelectionModel().getSelectedIndex();
        int to = e.getCode() == KeyCode.DOWN ? at + 1 : e.getCode() == KeyCode.UP ? at - 1 : -1;
        if (to >= 0 && to < list.getItems().size()) {
            list.getSelectionModel().select(to);
            list.scrollTo(Math.max(0, to - 4));
            e.consume();
        }
    }

    private final class ActCell extends ListCell<Act> {
        ActCell() {
            setPrefWidth(0);
        }

        @Override
        protected void updateItem(Act act, boolean empty) {
            super.updateItem(act, empty);
            if (empty || act == null) {
                setGraphic(null);
                setAccessibleText(null);
                return;
            }
            Label words = new Label(act.state().get());
            words.setMinWidth(200);
            Label about = new Label(act.about());
            about.getStyleClass().addAll("quiet", "small");
            about.setMinWidth(0);
            words.setMaxWidth(250);
            Region gap = new Region();
            HBox.setHgrow(gap, Priority.ALWAYS);
            Label key = new Label(act.firstKey());
            key.getStyleClass().addAll("figures", "hand-text", "small");
            key.setMinWidth(Region.USE_PREF_SIZE);
            String why = whyNot.apply(act);
            if (!why.isEmpty()) {
                words.getStyleClass().add("quiet");
                about.setText("not now: " + why);
            }
            HBox line = new HBox(10, words, about, gap, key);
            line.setAlignment(Pos.CENTER_LEFT);
            setGraphic(line);
            setAccessibleText(act.state().get() + ". " + (why.isEmpty() ? act.about() : "Not now: " + why)
                    + (act.key().isEmpty() ? "" : ". Key " + act.key()));
        }
    }
}
