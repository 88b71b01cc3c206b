package agogic.desk.parts;

import java.util.function.Function;
import javafx.event.EventDispatcher;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.util.StringConverter;

/** Small parts that several panels are made of. */
public final class Parts {
    private static final String OWN_SPACE = "own space";

    private Parts() {}

    /** In a list Space does this to the row that has the focus: it plays nothing. */
    public static void onSpace(Node list, Runnable act) {
        list.getProperties().put(OWN_SPACE, true);
        list.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.SPACE && !e.isShortcutDown() && !e.isShiftDown() && !e.isAltDown()) {
                act.run();
                e.consume();
            }
        });
    }

    /** True if Space does something of its own there. */
    public static boolean ownSpace(Node node) {
        return node.getProperties().containsKey(OWN_SPACE);
    }

    /** A button that does something; its tip says what, and its key. */
    public static Button act(String id, String words, String tip, Runnable run) {
        Button button = new Button(words);
        button.setId(id);
        button.getStyleClass().addAll("pill", "act", "small");
        if (!tip.isEmpty()) {
            Tip.on(button, tip);
        }
        button.setOnAction(e -> run.run());
        return button;
    }

    /** A word beside something else, never shortened. */
    public static Label quiet(String words) {
        Label label = new Label(words);
        label.getStyleClass().add("quiet");
        label.setMinWidth(Region.USE_PREF_SIZE);
        return label;
    }

    /** Small quiet words that are wrapped and never cut. */
    public static Label small(String words) {
        Label label = new Label(words);
        label.setWrapText(true);
        label.setMinHeight(Region.USE_PREF_SIZE);
        label.getStyleClass().addAll("quiet", "small");
        return label;
    }

    /** A name on the left and something on the right. */
    public static HBox line(String name, Node right) {
        Label label = new Label(name);
        label.setMinWidth(Region.USE_PREF_SIZE);
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox line = new HBox(8, label, gap, right);
        line.setAlignment(Pos.CENTER_LEFT);
        if (right instanceof Region region && !(right instanceof Label)) {
            region.setPrefWidth(150);
        }
        return line;
    }

    /** A number as short as it can be: {@code 4}, {@code 0.5}. */
    public static String number(double value) {
        return value == Math.rint(value) && Math.abs(value) < 1e15
                ? Long.toString((long) value)
                : Double.toString(value);
    }

    /** A line of a menu with these words, of which no letter is a key. */
    public static MenuItem item(String words, Runnable run) {
        MenuItem item = new MenuItem(words);
        item.setMnemonicParsing(false);
        item.setOnAction(e -> run.run());
        return item;
    }

    /** How things read in a box in which they can be chosen. */
    public static <T> StringConverter<T> words(Function<T, String> of) {
        return new StringConverter<>() {
            @Override
            public String toString(T one) {
                return one == null ? "" : of.apply(one);
            }

            @Override
            public T fromString(String text) {
                return null;
            }
        };
    }

    /** A panel at the side of a view: so wide, and {@code less} wide in a window that is narrower than {@code roomy}. */
    public static void beside(Region panel, Region view, double roomy, double wide, double less) {
        Runnable fit = () -> {
            double width = view.getWidth() > 0 && view.getWidth() < roomy ? less : wide;
            panel.setMinWidth(width);
            panel.setPrefWidth(width);
            panel.setMaxWidth(width);
        };
        view.widthProperty().addListener((o, a, b) -> fit.run());
        fit.run();
    }

    /** A panel that fills the height there is, and scrolls where it needs more. */
    public static ScrollPane scrolling(Region panel) {
        ScrollPane pane = new ScrollPane(panel);
        pane.setFitToWidth(true);
        pane.setFitToHeight(true);
        pane.setMinHeight(0);
        pane.setFocusTraversable(false);
        pane.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        // Keys belong to what is in it and to the window: of itself it would scroll by Space, which plays.
        EventDispatcher usual = pane.getEventDispatcher();
        pane.setEventDispatcher((event, rest) ->
                event instanceof KeyEvent ? rest.dispatchEvent(event) : usual.dispatchEvent(event, rest));
        pane.getStyleClass().add("edge-to-edge");
        return pane;
    }
}
