package agogic.desk.parts;

import agogic.core.macro.Macro;
import agogic.core.route.Target;
import agogic.core.search.ParameterSearch;
import agogic.core.search.Query;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.desk.model.Beside;
import agogic.desk.model.Editing;
import agogic.desk.model.Notices;
import agogic.desk.model.Selection;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.BiFunction;
import javafx.application.Platform;
import javafx.geometry.Insets;
import javafx.scene.control.ButtonType;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.RadioButton;
import javafx.scene.control.SelectionMode;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleGroup;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import javafx.stage.Window;

/** Asks for parameters and macros, found by typing, and for one of two ways to use them; says what it would mean. */
public final class TargetChooser extends Dialog<TargetChooser.Choice> {
    private static final int MOST = 400;

    private final Session session;
    private final BiFunction<List<Target>, Boolean, Meaning> means;
    private final TextField search = new TextField();
    private final ListView<Target> list = new ListView<>();
    private final Label meaning = new Label();
    private final RadioButton first = new RadioButton();
    private final RadioButton second = new RadioButton();
    private final List<Target> without;
    private ParameterSearch parameters;

    /** What was chosen, and whether in the second way. */
    public record Choice(List<Target> targets, boolean second) {}

    /** What a choice would mean; whether it can be done. */
    public record Meaning(String words, boolean possible) {}

    /** Words of the dialog: its title, the two ways. */
    public record Words(String title, String header, String first, String second) {}

    private TargetChooser(
            Editing editing,
            Notices notices,
            Selection selection,
            Window owner,
            Words words,
            List<Target> without,
            BiFunction<List<Target>, Boolean, Meaning> means) {
        session = editing.session();
        this.without = without;
        this.means = means;
        initOwner(owner);
        Theme.dress(this, owner);
        setTitle(words.title());
        setHeaderText(words.header());
        search.setId("choose-search");
        search.getStyleClass().addAll("field", "search");
        search.setPromptText("Type words of a name, a unit, a device");
        search.setAccessibleText("Search: words of a parameter, a macro, a device, in any order");
        list.setId("choose-list");
        list.getStyleClass().addAll("points", "words");
        list.getSelectionModel().setSelectionMode(SelectionMode.MULTIPLE);
        list.setCellFactory(l -> new ListCell<>() {
            @Override
            protected void updateItem(Target target, boolean empty) {
                super.updateItem(target, empty);
                setText(empty || target == null ? "" : line(session, target));
            }
        });
        list.setPrefSize(520, 260);
        ToggleGroup group = new ToggleGroup();
        first.setText(words.first());
        second.setText(words.second());
        first.setId("choose-first");
        second.setId("choose-second");
        first.setToggleGroup(group);
        second.setToggleGroup(group);
        first.setSelected(true);
        meaning.setId("choose-meaning");
        meaning.setWrapText(true);
        meaning.setPrefSize(520, 76);
        meaning.setMinHeight(76);
        meaning.getStyleClass().add("quiet");
        VBox box = new VBox(8, search, list, new HBox(18, first, second), meaning);
        box.setPadding(new Insets(12));
        getDialogPane().setContent(box);
        getDialogPane().getButtonTypes().addAll(ButtonType.OK, ButtonType.CANCEL);
        search.textProperty().addListener((o, a, b) -> fill(selection));
        search.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.DOWN) {
                list.requestFocus();
                e.consume();
            }
        });
        list.getSelectionModel().getSelectedItems().addListener((javafx.collections.ListChangeListener<Target>)
                c -> tell());
        group.selectedToggleProperty().addListener((o, a, b) -> tell());
        getDialogPane().addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ESCAPE) {
                // A list takes Esc for itself.
                setResult(null);
                close();
                e.consume();
            }
        });
        setResultConverter(button ->
                button == ButtonType.OK && !chosen().isEmpty() ? new Choice(chosen(), second.isSelected()) : null);
        // After the dialog gave the focus to its button.
        setOnShown(e -> Platform.runLater(search::requestFocus));
        Theme.enterConfirms(this);
        // A large session takes a moment to be searched: what is in use already is there at once.
        Beside.run(
                "agogic-search",
                () -> ParameterSearch.of(session, null),
                search -> {
                    parameters = search;
                    if (getDialogPane().getScene() != null) {
                        fill(selection);
                    }
                },
                notices::refuse);
        fill(selection);
    }

    /** Asks; nothing if the person would rather not. Things in {@code without} are not offered. */
    public static Optional<Choice> ask(
            Editing editing,
            Notices notices,
            Selection selection,
            Window owner,
            Words words,
            List<Target> without,
            BiFunction<List<Target>, Boolean, Meaning> means) {
        return new TargetChooser(editing, notices, selection, owner, words, without, means).showAndWait();
    }

    /** A line for people: {@code Two-Pole Filter · Cutoff, 40 Hz – 16 kHz}. */
    static String line(Session session, Target target) {
        return TargetName.of(session, target) + "   "
                + session.parameter(target).printRange();
    }

    private List<Target> chosen() {
        return new ArrayList<>(list.getSelectionModel().getSelectedItems());
    }

    private void fill(Selection selection) {
        String typed = search.getText().strip();
        List<Target> found = new ArrayList<>();
        for (Macro macro : session.macros()) {
            if ((macro.name() + " macro").toLowerCase(Locale.ROOT).contains(typed.toLowerCase(Locale.ROOT))) {
                found.add(macro.target());
            }
        }
        if (typed.isEmpty()) {
            found.addAll(selection.touched());
            session.routes().stream().map(r -> r.target()).forEach(found::add);
        }
        int[] places = parameters == null ? new int[0] : parameters.find(Query.of(typed));
        for (int i = 0; i < places.length && i < MOST; i++) {
            found.add(parameters.target(places[i]));
        }
        list.getItems()
                .setAll(found.stream()
                        .distinct()
                        .filter(t -> !without.contains(t))
                        .limit(MOST)
                        .toList());
        if (!list.getItems().isEmpty()) {
            list.getSelectionModel().clearAndSelect(0);
        }
        tell();
    }

    private void tell() {
        List<Target> chosen = chosen();
        boolean possible = !chosen.isEmpty();
        if (chosen.isEmpty()) {
            meaning.setText(parameters == null ? "Searching…" : "Nothing has all of these words.");
        } else {
            Meaning what = means.apply(chosen, second.isSelected());
            meaning.setText(what.words());
            Tip.on(meaning, what.words());
            possible = what.possible();
        }
        meaning.getStyleClass().removeAll("ride-text", "quiet");
        meaning.getStyleClass().add(possible ? "quiet" : "ride-text");
        getDialogPane().lookupButton(ButtonType.OK).setDisable(!possible);
    }
}
