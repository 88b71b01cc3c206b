package agogic.desk.start;

import agogic.desk.model.Beside;
import agogic.formats.file.Input;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javafx.event.EventHandler;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.DragEvent;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.scene.shape.Circle;
import javafx.scene.shape.Line;
import javafx.scene.shape.Rectangle;

/** Where a person begins: a new piece, one brought in, one opened, the last ones, the demo. Files may be dropped on it. */
public final class StartPage extends VBox {
    /** The keys of pieces that were never saved and that a process left behind. */
    private static final String KEPT_KEYS = "KLM";

    private final Label said = new Label();
    private final List<Button> ways = new ArrayList<>();

    /**
     * The page.
     *
     * @param aloud turns speaking on or off
     */
    public StartPage(Entrance entrance, Runnable aloud) {
        setId("start-page");
        getStyleClass().add("start-page");
        setAlignment(Pos.CENTER);
        Label title = new Label("Agogic");
        title.getStyleClass().add("start-title");
        Label line = new Label("The desk between the hand and the sound");
        line.getStyleClass().addAll("quiet", "start-line");
        VBox begin = column("Begin");
        begin.getChildren()
                .addAll(
                        way("start-new", "N", "New piece", "Name, tempo, metre and bars", entrance::newPiece),
                        way(
                                "start-bring",
                                "B",
                                "Bring in MIDI, a score or audio",
                                "Its notes, its tempo and all that moves in it",
                                entrance::bringIn),
                        way("start-open", "O", "Open", "A session that was saved", entrance::open),
                        way("start-demo", "D", "Slow Comet", "The demo: 48 bars, ready to ride", entrance::demo),
                        way("start-aloud", "S", "Speak aloud", "Reads out the focus, answers and values", aloud));
        VBox last = column("The last ones");
        List<Leftover> left = Kept.left();
        for (int i = 0; i < Math.min(KEPT_KEYS.length(), left.size()); i++) {
            Leftover one = left.get(i);
            String key = KEPT_KEYS.substring(i, i + 1);
            String about = "in no file yet, saved automatically at " + one.clock();
            Label more = new Label(about);
            Button way = way("start-kept-" + (i + 1), key, one.name(), more, () -> entrance.openKept(one));
            last.getChildren().add(way);
            follows(way, one.name(), more, key, () -> {
                String words = one.look(null).words();
                return words.isEmpty() ? "" : ". " + words;
            });
        }
        List<Path> recent = entrance.recent();
        for (int i = 0; i < recent.size(); i++) {
            Path path = recent.get(i);
            String key = Integer.toString(i + 1);
            String name = Input.name(path).replaceAll("\\.agogic$", "");
            Label more = new Label(folder(path));
            Button way = way("start-recent-" + key, key, name, more, () -> entrance.open(path));
            last.getChildren().add(way);
            follows(way, name, more, key, () -> later(path));
        }
        if (recent.isEmpty() && left.isEmpty()) {
            Label none = new Label("What you save is here next time.");
            none.getStyleClass().add("quiet");
            last.getChildren().add(none);
        }
        HBox columns = new HBox(64, begin, last);
        columns.setAlignment(Pos.TOP_CENTER);
        said.setId("start-said");
        said.getStyleClass().addAll("start-said");
        said.setWrapText(true);
        said.setMaxWidth(760);
        said.setAccessibleRole(AccessibleRole.TEXT);
        Label drop = new Label("Or drop a session, a MIDI file or a score anywhere here.");
        drop.getStyleClass().add("quiet");
        Region gap = new Region();
        gap.setMinHeight(18);
        VBox.setMargin(drop, new Insets(14, 0, 0, 0));
        getChildren().addAll(title, line, wire(), gap, columns, drop, said);
        addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        acceptFiles(this, entrance);
    }

    /** What the program is about: round where the hand is, square where the sound is, and a line between. */
    private static HBox wire() {
        Circle hand = new Circle(7);
        hand.getStyleClass().add("start-hand");
        Line between = new Line(0, 0, 220, 0);
        between.getStyleClass().add("start-between");
        Rectangle sound = new Rectangle(13, 13);
        sound.getStyleClass().add("start-sound");
        HBox wire = new HBox(0, hand, between, sound);
        wire.setAlignment(Pos.CENTER);
        wire.setMinHeight(34);
        wire.setAccessibleText("");
        return wire;
    }

    /** What is said of a way goes on with what files have to say: they are looked at beside the window. */
    private static void follows(Button way, String name, Label more, String key, Beside.Work<String> found) {
        Beside.run(
                "agogic-file",
                found,
                words -> {
                    more.setText(more.getText() + words);
                    way.setAccessibleText(said(name, more.getText(), key));
                },
                why -> more.setText("cannot be read: " + why));
    }

    /** Of a piece that has a later state than its file. */
    private static String later(Path path) {
        List<Leftover> left = Kept.of(path);
        return left.isEmpty()
                ? ""
                : ", with a later state, kept at " + left.get(0).clock();
    }

    private static String folder(Path path) {
        Path folder = path.toAbsolutePath().getParent();
        Path name = folder == null ? null : folder.getFileName();
        return name == null ? "" : "in " + name;
    }

    /** What the sign of a key and the edges leave of a column, in pixels. */
    private static final double TEXT_WIDTH = 290;

    private static VBox column(String words) {
        Label head = new Label(words);
        head.getStyleClass().addAll("quiet", "strong");
        VBox column = new VBox(8, head);
        column.setPrefWidth(360);
        return column;
    }

    private static String said(String words, String about, String key) {
        return words + ", " + about + ", key " + key;
    }

    private Button way(String id, String key, String words, String about, Runnable act) {
        return way(id, key, words, new Label(about), act);
    }

    private Button way(String id, String key, String words, Label more, Runnable act) {
        Label letter = new Label(key);
        letter.getStyleClass().addAll("figures", "start-key");
        Label name = new Label(words);
        name.getStyleClass().add("title");
        more.getStyleClass().addAll("quiet", "small");
        more.setWrapText(true);
        // Of itself a text that wraps asks for the height of one word a line.
        more.setMinWidth(TEXT_WIDTH);
        VBox text = new VBox(1, name, more);
        HBox.setHgrow(text, Priority.ALWAYS);
        HBox face = new HBox(14, letter, text);
        face.setAlignment(Pos.CENTER_LEFT);
        Button button = new Button();
        button.setGraphic(face);
        button.setMaxWidth(Double.MAX_VALUE);
        button.setAlignment(Pos.CENTER_LEFT);
        button.getStyleClass().add("start-way");
        button.setId(id);
        button.setUserData(key);
        button.setAccessibleText(said(words, more.getText(), key));
        button.setOnAction(e -> {
            said.setText("");
            act.run();
        });
        ways.add(button);
        return button;
    }

    private void key(KeyEvent e) {
        if (e.isControlDown() || e.isAltDown() || e.isMetaDown()) {
            return;
        }
        for (Button way : ways) {
            if (way.getUserData().equals(e.getCode().getName())
                    || way.getUserData().equals(e.getText())) {
                way.requestFocus();
                way.fire();
                e.consume();
                return;
            }
        }
        int step = e.getCode() == KeyCode.DOWN ? 1 : e.getCode() == KeyCode.UP ? -1 : 0;
        if (step != 0) {
            int at = 0;
            for (int i = 0; i < ways.size(); i++) {
                at = ways.get(i).isFocused() ? i : at;
            }
            ways.get(Math.floorMod(at + step, ways.size())).requestFocus();
            e.consume();
        }
    }

    /** Says what was not done and why. */
    public void say(String head, String why) {
        said.setText(head + ": " + why);
    }

    /** The first way gets the keyboard. */
    public void begin() {
        ways.get(0).requestFocus();
    }

    /** Files dropped on a part of the window do what opening them would. */
    public static void acceptFiles(javafx.scene.Node on, Entrance entrance) {
        EventHandler<DragEvent> over = e -> {
            if (e.getDragboard().hasFiles()) {
                e.acceptTransferModes(TransferMode.COPY);
                e.consume();
            }
        };
        on.setOnDragOver(over);
        on.setOnDragDropped(e -> {
            boolean some = e.getDragboard().hasFiles();
            e.setDropCompleted(some);
            e.consume();
            if (some) {
                List<Path> all = e.getDragboard().getFiles().stream()
                        .map(java.io.File::toPath)
                        .toList();
                javafx.application.Platform.runLater(() -> entrance.open(all));
            }
        });
    }
}
