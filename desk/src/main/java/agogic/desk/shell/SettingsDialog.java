package agogic.desk.shell;

import agogic.desk.acts.Acts;
import agogic.desk.aloud.Aloud;
import agogic.desk.live.LiveDesk;
import agogic.desk.live.MidiPorts;
import agogic.desk.log.MadeOf;
import agogic.desk.model.Listening;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.Selection;
import agogic.desk.parts.Parts;
import agogic.desk.parts.TextSize;
import agogic.desk.parts.Theme;
import agogic.desk.settings.Choices;
import agogic.desk.settings.Settings;
import java.io.File;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Consumer;
import java.util.function.Function;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonType;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.DirectoryChooser;
import javafx.stage.Window;

/** What is set once for all pieces. Each setting counts at once, or says from when. */
final class SettingsDialog {
    private static final double WIDE = 720;
    private static final double TALL = 460;
    private static final double LIST = 132;
    private static final double NAME = 150;

    private final Notices notices;
    private final Selection selection;
    private final Listening listening;
    private final LiveDesk live;
    private final Acts acts;
    private final Aloud aloud;
    private final Window owner;
    private final StackPane shown = new StackPane();
    private final ListView<String> parts = new ListView<>();

    private SettingsDialog(
            Notices notices,
            Selection selection,
            Listening listening,
            LiveDesk live,
            Acts acts,
            Aloud aloud,
            Window owner) {
        this.notices = notices;
        this.selection = selection;
        this.listening = listening;
        this.live = live;
        this.acts = acts;
        this.aloud = aloud;
        this.owner = owner;
    }

    /** The dialog over a window. */
    static Dialog<ButtonType> of(
            Notices notices,
            Selection selection,
            Listening listening,
            LiveDesk live,
            Acts acts,
            Aloud aloud,
            Window owner) {
        return new SettingsDialog(notices, selection, listening, live, acts, aloud, owner).dialog();
    }

    private Dialog<ButtonType> dialog() {
        Dialog<ButtonType> dialog = new Dialog<>();
        dialog.initOwner(owner);
        Theme.dress(dialog, owner);
        dialog.setTitle("Settings");
        parts.setId("settings-parts");
        parts.getStyleClass().add("words");
        parts.setAccessibleText("Parts of the settings");
        parts.getItems().setAll("Look", "Sound", "First rides", "Files", "Keys", "Read aloud", "About");
        parts.setPrefWidth(LIST);
        parts.setMinWidth(LIST);
        parts.getSelectionModel().selectedItemProperty().addListener((o, a, part) -> show(part));
        parts.getSelectionModel().selectFirst();
        HBox.setHgrow(shown, Priority.ALWAYS);
        HBox all = new HBox(16, parts, shown);
        all.setPadding(new Insets(4, 12, 0, 12));
        all.setPrefSize(WIDE, TALL);
        dialog.getDialogPane().setContent(all);
        dialog.getDialogPane().getButtonTypes().add(ButtonType.CLOSE);
        dialog.setOnShown(e -> parts.requestFocus());
        return dialog;
    }

    private void show(String part) {
        VBox box = new VBox(12);
        box.setId("settings-part");
        switch (part) {
            case "Look" -> look(box);
            case "Sound" -> sound(box);
            case "First rides" -> rides(box);
            case "Files" -> files(box);
            case "Keys" -> {
                KeysPart keys = new KeysPart(notices, acts, owner);
                VBox.setVgrow(keys, Priority.ALWAYS);
                box.getChildren().add(keys);
            }
            case "Read aloud" -> aloud(box);
            default -> about(box);
        }
        if (part.equals("Keys")) {
            shown.getChildren().setAll(box);
            return;
        }
        box.setPadding(new Insets(2, 10, 2, 2));
        ScrollPane scroll = new ScrollPane(box);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("face");
        shown.getChildren().setAll(scroll);
    }

    /** A line: what it is, what it is set to, and below what that means. */
    private static void line(VBox box, String name, Node set, String about) {
        Label label = new Label(name);
        label.setMinWidth(NAME);
        label.setLabelFor(set);
        HBox line = new HBox(10, label, set);
        line.setAlignment(set instanceof VBox ? Pos.TOP_LEFT : Pos.CENTER_LEFT);
        VBox both = new VBox(3, line);
        if (!about.isEmpty()) {
            Label words = Parts.small(about);
            words.setPadding(new Insets(0, 0, 0, NAME + 10));
            both.getChildren().add(words);
        }
        box.getChildren().add(both);
    }

    private static <T> ComboBox<String> choice(
            String id, String name, List<T> all, T now, Function<T, String> words, Consumer<T> take) {
        ComboBox<String> box = new ComboBox<>();
        box.setId(id);
        box.setAccessibleText(name);
        all.forEach(one -> box.getItems().add(words.apply(one)));
        box.getSelectionModel().select(words.apply(now));
        box.getSelectionModel().selectedIndexProperty().addListener((o, a, b) -> {
            if (b.intValue() >= 0) {
                take.accept(all.get(b.intValue()));
            }
        });
        return box;
    }

    private static CheckBox check(String id, String words, boolean now, Consumer<Boolean> take) {
        CheckBox box = new CheckBox(words);
        box.setId(id);
        box.setWrapText(true);
        box.setMinHeight(Region.USE_PREF_SIZE);
        box.setSelected(now);
        box.selectedProperty().addListener((o, a, is) -> take.accept(is));
        return box;
    }

    private static Button button(String id, String words, Runnable press) {
        Button button = new Button(words);
        button.setId(id);
        button.getStyleClass().addAll("pill", "small");
        button.setOnAction(e -> press.run());
        return button;
    }

    private void look(VBox box) {
        line(
                box,
                "Theme",
                choice(
                        "settings-theme",
                        "Theme",
                        List.of(false, true),
                        selection.lightProperty().get(),
                        light -> light ? "Light" : "Dark",
                        light -> {
                            selection.lightProperty().set(light);
                            Choices.light(light);
                        }),
                "");
        line(
                box,
                "Size of text",
                choice(
                        "settings-text",
                        "Size of text",
                        TextSize.ALL,
                        TextSize.kept(),
                        percent -> percent + " %",
                        TextSize::keep),
                "Everything gets larger with it, from the next start on.");
        line(
                box,
                "Motion",
                check("settings-motion", "Less motion", Choices.lessMotion(), is -> {
                    Choices.lessMotion(is);
                    live.lessMotion(is);
                }),
                "While it plays, the playhead and the lit wires are drawn twice a second; your own moves as ever.");
    }

    private void sound(VBox box) {
        line(
                box,
                "Output",
                button("settings-output", "Audio output…", () -> acts.perform(acts.act("audio-output"))),
                "Now: " + live.soundsThrough() + ".");
        line(
                box,
                "Latency",
                button("settings-latency", "Latency…", () -> acts.perform(acts.act("latency"))),
                "How late sound is heard: first rides are put so much earlier.");
        CheckBox keyboards = check(
                "settings-keyboards",
                "Keyboards play the track that is worked on",
                listening.keyboards(),
                is -> listening.toggleKeyboards());
        line(box, "Keyboards", keyboards, "");
        Set<String> ports = new TreeSet<>(MidiPorts.inputs());
        ports.addAll(MidiPorts.outputs());
        ports.addAll(MidiPorts.unused());
        VBox used = new VBox(6);
        for (String port : ports) {
            CheckBox one = check(
                    "settings-port-" + used.getChildren().size(),
                    port,
                    !MidiPorts.unused().contains(port),
                    is -> {
                        MidiPorts.use(port, is);
                        live.ports().again();
                    });
            one.setAccessibleText("Use the MIDI port " + port);
            used.getChildren().add(one);
        }
        if (ports.isEmpty()) {
            used.getChildren().add(Parts.small("No MIDI port is there."));
        }
        line(box, "MIDI ports", used, ports.isEmpty() ? "" : "One that is not used is as if it were not plugged in.");
    }

    private void rides(VBox box) {
        box.getChildren()
                .add(
                        Parts.small(
                                "How the first ride of a lane is drawn. Every ride can be drawn otherwise afterwards, in Refine."));
        line(
                box,
                "Tolerance",
                choice(
                        "settings-tolerance",
                        "Tolerance of first rides",
                        Choices.WIDER,
                        Choices.wider(),
                        times -> times == 1 ? "Usual" : times < 1 ? "Half" : times == 2 ? "Twice" : "Four times",
                        Choices::wider),
                "Wider gives fewer points, narrower is nearer to the hand.");
        line(
                box,
                "Steady",
                choice(
                        "settings-steady",
                        "Steadying of first rides",
                        Choices.STEADY,
                        Choices.steady(),
                        millis -> millis == 0 ? "Not" : millis + " ms",
                        Choices::steady),
                "Takes out the tremor of a hand that is shorter than this.");
    }

    private void files(VBox box) {
        Label where = Parts.small("");
        Runnable tell = () -> where.setText(Choices.folder()
                .map(folder -> "Files are asked for in " + folder + " first.")
                .orElse("Files are asked for where the system does."));
        tell.run();
        Button folder = button("settings-folder", "Folder…", () -> {
            DirectoryChooser chooser = new DirectoryChooser();
            chooser.setTitle("Where pieces lie");
            Choices.folder().ifPresent(now -> chooser.setInitialDirectory(now.toFile()));
            Optional.ofNullable(chooser.showDialog(owner)).map(File::toPath).ifPresent(path -> {
                Choices.folder(Optional.of(path));
                tell.run();
            });
        });
        Button system = button("settings-folder-usual", "As the system", () -> {
            Choices.folder(Optional.empty());
            tell.run();
        });
        line(box, "Where pieces lie", new HBox(8, folder, system), "");
        where.setPadding(new Insets(0, 0, 0, NAME + 10));
        box.getChildren().add(where);
        line(
                box,
                "Keep unsaved work",
                choice(
                        "settings-autosave",
                        "Keep what is not saved",
                        Choices.AUTOSAVE,
                        Choices.autosave(),
                        seconds -> seconds < 60 ? "every 30 s" : "every " + seconds / 60 + " min",
                        Choices::autosave),
                "What is ridden is kept while it is ridden, whatever is chosen here.");
    }

    private void aloud(VBox box) {
        CheckBox on = check("settings-aloud", "Speak", aloud.onProperty().get(), is -> {
            if (is != aloud.onProperty().get()) {
                notices.say(Notice.plain("Aloud", aloud.turn()));
            }
        });
        line(box, "Read aloud", on, "With the voice of the system.");
        VBox what = new VBox(
                6,
                check(
                        "settings-aloud-focus",
                        "What has the focus",
                        Choices.spoken("focus"),
                        is -> Choices.spoken("focus", is)),
                check(
                        "settings-aloud-values",
                        "Its value, when it becomes another",
                        Choices.spoken("values"),
                        is -> Choices.spoken("values", is)),
                check(
                        "settings-aloud-answers",
                        "Answers of the bar at the foot",
                        Choices.spoken("answers"),
                        is -> Choices.spoken("answers", is)));
        line(box, "What is read", what, "");
    }

    private void about(VBox box) {
        List<String> lines = new ArrayList<>();
        lines.add(MadeOf.program() + ", Apache License 2.0");
        lines.add(MadeOf.runsOn());
        Settings.here().file().ifPresent(file -> lines.add("These settings are kept in " + file));
        MadeOf.notices().ifPresent(file -> lines.add("The licences of all parts are in " + file));
        Label words = new Label(String.join("\n", lines));
        words.setId("settings-about");
        words.setWrapText(true);
        words.setMinHeight(Region.USE_PREF_SIZE);
        StringBuilder made = new StringBuilder("Made with ");
        MadeOf.libraries()
                .forEach((name, version) ->
                        made.append(name).append(' ').append(version).append(", "));
        box.getChildren().setAll(words, Parts.small(made.substring(0, made.length() - 2) + "."));
    }
}
