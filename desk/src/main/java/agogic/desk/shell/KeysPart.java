package agogic.desk.shell;

import agogic.desk.acts.Act;
import agogic.desk.acts.ActParts;
import agogic.desk.acts.Acts;
import agogic.desk.acts.OwnKeys;
import agogic.desk.acts.Stroke;
import agogic.desk.model.Beside;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.View;
import agogic.desk.parts.PathChooser;
import agogic.desk.parts.Theme;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ContentDisplay;
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

/** Each act with its key, which can be another: found by words, changed by pressing it. */
final class KeysPart extends VBox {
    private static final double KEY = 170;
    private static final String ENDING = ".agogic-keys";

    private final Notices notices;
    private final Acts acts;
    private final OwnKeys own;
    private final Window owner;
    private final PathChooser chooser;
    private final TextField search = new TextField();
    private final ListView<Act> list = new ListView<>();
    private final Button press = new Button("Another key…");
    private final Label told = new Label();
    private boolean waits;

    KeysPart(Notices notices, Acts acts, Window owner) {
        super(8);
        this.notices = notices;
        this.acts = acts;
        this.owner = owner;
        own = new OwnKeys(acts);
        chooser = PathChooser.ofSystem(owner);
        search.setId("settings-keys-search");
        search.getStyleClass().addAll("field", "search");
        search.setPromptText("Words, or a key: loop, Ctrl+D");
        search.setAccessibleText("Words of an act, or a key, that is looked for");
        search.textProperty().addListener((o, a, b) -> fill());
        list.setId("settings-keys");
        list.getStyleClass().add("words");
        list.setAccessibleText("Acts and their keys");
        list.setCellFactory(view -> new KeyCell());
        VBox.setVgrow(list, Priority.ALWAYS);
        list.setMinHeight(120);
        list.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (!waits && e.getCode() == KeyCode.ENTER) {
                ask();
                e.consume();
            }
        });
        press.setId("settings-key");
        Button none = new Button("None");
        none.setId("settings-key-none");
        none.setOnAction(e -> set(""));
        Button usual = new Button("Usual key");
        usual.setId("settings-key-usual");
        usual.setOnAction(e -> chosen(act -> set(OwnKeys.usual(act))));
        Button all = new Button("All usual");
        all.setId("settings-keys-usual");
        all.setOnAction(e -> {
            int count = own.allUsual();
            changed(count == 0 ? "All keys are the usual ones." : count + " have their usual keys again.");
        });
        Button save = new Button("Save keys…");
        save.setId("settings-keys-save");
        save.setOnAction(
                e -> chooser.toWrite("Save keys", "Keys", ENDING, "my keys").ifPresent(this::write));
        Button take = new Button("Take keys of a file…");
        take.setId("settings-keys-take");
        take.setOnAction(e -> chooser.toRead("Take keys", "Keys", ENDING).ifPresent(this::read));
        HBox one = new HBox(8, press, none, usual);
        HBox many = new HBox(8, all, save, take);
        for (Button button : List.of(press, none, usual, all, save, take)) {
            button.getStyleClass().addAll("pill", "small");
            button.setMinWidth(Region.USE_PREF_SIZE);
        }
        press.setOnAction(e -> ask());
        told.setId("settings-keys-told");
        told.setWrapText(true);
        told.setMinHeight(36);
        told.getStyleClass().add("small");
        addEventFilter(KeyEvent.KEY_PRESSED, this::pressed);
        getChildren().setAll(search, list, one, many, told);
        setPrefHeight(440);
        fill();
        list.getSelectionModel().selectFirst();
    }

    private void fill() {
        Act now = list.getSelectionModel().getSelectedItem();
        List<String> words =
                List.of(search.getText().toLowerCase(Locale.ROOT).strip().split("\\s+"));
        list.getItems()
                .setAll(acts.all().stream()
                        .filter(act -> !act.keys().isEmpty() || act.key().isEmpty() || OwnKeys.own(act))
                        .filter(act -> {
                            String line = (act.words() + " " + act.about() + " " + act.key()).toLowerCase(Locale.ROOT);
                            return words.stream().allMatch(line::contains);
                        })
                        .toList());
        if (now != null && list.getItems().contains(now)) {
            list.getSelectionModel().select(now);
        } else {
            list.getSelectionModel().selectFirst();
        }
    }

    private void chosen(Consumer<Act> take) {
        Act act = list.getSelectionModel().getSelectedItem();
        if (act == null) {
            tell("Choose an act first.", true);
        } else {
            take.accept(act);
        }
    }

    private void ask() {
        chosen(act -> {
            waits = true;
            getScene().getRoot().getProperties().put(Theme.KEEPS_ESC, true);
            press.setText("Press it now …");
            tell("Press the new key for “" + act.words() + "”; Esc leaves it as it is.", false);
            list.requestFocus();
        });
    }

    private void pressed(KeyEvent e) {
        if (!waits) {
            return;
        }
        if (e.getCode() == KeyCode.ESCAPE) {
            e.consume();
            rest();
            tell("It stays as it is.", false);
            return;
        }
        if (e.getCode().isModifierKey()) {
            return;
        }
        e.consume();
        rest();
        Stroke.pressed(e)
                .ifPresentOrElse(stroke -> set(stroke.spoken()), () -> tell("That key has no name here.", true));
    }

    private void rest() {
        waits = false;
        getScene().getRoot().getProperties().remove(Theme.KEEPS_ESC);
        press.setText("Another key…");
    }

    private void set(String spoken) {
        chosen(act -> {
            try {
                own.set(act, spoken);
                changed(
                        act.keys().isEmpty()
                                ? "“" + act.words() + "” has no key now."
                                : act.key() + " does “" + act.words() + "” from now on.");
            } catch (IllegalArgumentException e) {
                tell(e.getMessage(), true);
            }
        });
    }

    private void write(Path path) {
        Beside.run(
                "agogic-keys",
                () -> own.write(path),
                count -> tell(path.getFileName() + ": the keys of " + count + " acts.", false),
                why -> tell(why, true));
    }

    private void read(Path path) {
        try {
            List<String> refused = own.read(path);
            changed(refused.isEmpty() ? "The keys of " + path.getFileName() + " count." : String.join(" ", refused));
        } catch (IOException e) {
            tell(e.getMessage(), true);
        }
    }

    private void changed(String words) {
        ActParts.dress(owner.getScene().getRoot(), acts);
        fill();
        list.refresh();
        tell(words, false);
        notices.say(Notice.plain("Keys", words));
    }

    private void tell(String words, boolean stops) {
        told.getStyleClass().removeAll("quiet", "ride-text");
        told.getStyleClass().add(stops ? "ride-text" : "quiet");
        told.setText(words);
    }

    private static final class KeyCell extends ListCell<Act> {
        private final Label words = new Label();
        private final Label where = new Label();
        private final Label key = new Label();
        private final HBox row;

        KeyCell() {
            words.setMinWidth(0);
            where.getStyleClass().addAll("quiet", "small");
            where.setMinWidth(0);
            key.setMinWidth(KEY);
            key.setMaxWidth(KEY);
            key.getStyleClass().addAll("figures", "hand-text", "small");
            HBox left = new HBox(8, words, where);
            left.setMinWidth(0);
            left.setAlignment(Pos.BASELINE_LEFT);
            HBox.setHgrow(left, Priority.ALWAYS);
            row = new HBox(8, left, key);
            row.setAlignment(Pos.BASELINE_LEFT);
            setContentDisplay(ContentDisplay.GRAPHIC_ONLY);
            setPrefWidth(0);
        }

        @Override
        protected void updateItem(Act act, boolean empty) {
            super.updateItem(act, empty);
            if (empty || act == null) {
                setGraphic(null);
                setAccessibleText("");
                return;
            }
            words.setText(act.words());
            where.setText(
                    act.special()
                            ? String.join(
                                    ", ", act.views().stream().map(View::title).toList())
                            : "");
            key.setText((OwnKeys.own(act) ? "● " : "") + (act.key().isEmpty() ? "—" : act.key()));
            setAccessibleText(act.words() + ", " + (act.key().isEmpty() ? "no key" : act.key())
                    + (OwnKeys.own(act)
                            ? ", chosen, usually " + (OwnKeys.usual(act).isEmpty() ? "none" : OwnKeys.usual(act))
                            : ""));
            setGraphic(row);
        }
    }
}
