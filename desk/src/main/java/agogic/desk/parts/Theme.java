package agogic.desk.parts;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import javafx.animation.PauseTransition;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonBar;
import javafx.scene.control.ButtonType;
import javafx.scene.control.Dialog;
import javafx.scene.control.DialogEvent;
import javafx.scene.control.DialogPane;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Region;
import javafx.scene.text.Font;
import javafx.stage.Screen;
import javafx.stage.Window;
import javafx.stage.WindowEvent;
import javafx.util.Duration;

/** Fonts and styles. */
public final class Theme {
    private static final List<String> FONTS = List.of("next-latin-400", "next-latin-600", "mono-latin-400");

    /** What the frame of a window and the header and buttons of a dialog take, each, in pixels. */
    private static final double FRAME = 90;

    /** A property of a dialog's pane while something in it waits for Esc. */
    public static final String KEEPS_ESC = "agogic-keeps-esc";

    private static boolean loaded;

    private Theme() {}

    /** Loads the fonts; once is enough. */
    public static void load() {
        if (loaded) {
            return;
        }
        loaded = true;
        for (String name : FONTS) {
            String file = "/agogic/desk/fonts/atkinson-hyperlegible-" + name + "-normal.woff";
            try (InputStream in = Theme.class.getResourceAsStream(file)) {
                Font.loadFont(in, 13);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }
    }

    /** A dialog in the look of the window over which it stands. */
    public static void dress(Dialog<?> dialog, Window owner) {
        if (owner != null && owner.getScene() != null) {
            Parent over = owner.getScene().getRoot();
            DialogPane pane = dialog.getDialogPane();
            pane.getStylesheets().setAll(over.getStylesheets());
            pane.getStyleClass().addAll("root", over.getStyleClass().contains("light") ? "light" : "dark");
            deafToTheKeyThatOpened(pane);
            escLeaves(pane);
        }
        dialog.addEventHandler(DialogEvent.DIALOG_SHOWING, e -> {
            Guided.link(dialog.getDialogPane(), owner);
            scrolls(dialog.getDialogPane());
        });
        dialog.showingProperty().addListener((o, was, is) -> wholeWords(dialog.getDialogPane()));
        // A window manager may give a dialog any size, at first as well: it is never smaller than what is in it.
        dialog.setResizable(true);
        Window[] asked = new Window[1];
        dialog.getDialogPane().sceneProperty().addListener((o, was, scene) -> {
            if (scene != null && scene.getWindow() != null && asked[0] == null) {
                asked[0] = scene.getWindow();
                asked(asked[0]);
            }
        });
        if (dialog.getDialogPane().getScene() != null
                && dialog.getDialogPane().getScene().getWindow() != null) {
            asked[0] = dialog.getDialogPane().getScene().getWindow();
            asked(asked[0]);
        }
        dialog.getDialogPane().setMinSize(Region.USE_PREF_SIZE, Region.USE_PREF_SIZE);
    }

    /** What is higher than the screen scrolls; its buttons stay seen. */
    private static void scrolls(DialogPane pane) {
        double most = Screen.getPrimary().getVisualBounds().getHeight() - FRAME;
        double widest = Screen.getPrimary().getVisualBounds().getWidth() - 20;
        pane.applyCss();
        if (pane.prefWidth(-1) > widest) {
            pane.setMinWidth(0);
            pane.setPrefWidth(widest);
        }
        Node content = pane.getContent();
        if (content == null || content instanceof ScrollPane || pane.prefHeight(pane.prefWidth(-1)) <= most) {
            return;
        }
        ScrollPane scroll = new ScrollPane(content);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("face");
        scroll.setMinHeight(0);
        scroll.setPrefHeight(most - FRAME);
        pane.setContent(scroll);
        pane.setMinHeight(0);
        pane.setMaxHeight(most);
    }

    /**
     * Some window managers open a window as small as it may be, whatever was asked for, and the window does not learn of it:
     * once it is there it is asked for again.
     */
    public static void asked(Window window) {
        window.addEventHandler(WindowEvent.WINDOW_SHOWN, shown -> {
            double width = window.getWidth();
            double height = window.getHeight();
            PauseTransition there = new PauseTransition(Duration.millis(250));
            there.setOnFinished(e -> {
                if (window.isShowing() && width > 1) {
                    // Both: one alone is not passed on everywhere.
                    window.setWidth(width - 1);
                    window.setHeight(height - 1);
                    Platform.runLater(() -> {
                        window.setWidth(width);
                        window.setHeight(height);
                    });
                }
            });
            there.play();
        });
    }

    /** Words on buttons are never cut for the sake of equal sizes. */
    private static void wholeWords(DialogPane pane) {
        for (ButtonType type : pane.getButtonTypes()) {
            if (pane.lookupButton(type) instanceof Region button) {
                ButtonBar.setButtonUniformSize(button, false);
                // Their width was measured before the window's letters were known.
                button.setPrefWidth(Region.USE_COMPUTED_SIZE);
                button.setMinWidth(Region.USE_PREF_SIZE);
            }
        }
    }

    /** Enter does what the first button says wherever the focus is, but on another button. */
    public static void enterConfirms(Dialog<?> dialog) {
        DialogPane pane = dialog.getDialogPane();
        pane.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            boolean elsewhere = e.getTarget() instanceof Button;
            if (e.getCode() != KeyCode.ENTER || elsewhere) {
                return;
            }
            for (ButtonType type : pane.getButtonTypes()) {
                if (type.getButtonData() == ButtonBar.ButtonData.OK_DONE
                        && pane.lookupButton(type) instanceof Button ok) {
                    ok.fire();
                    e.consume();
                    return;
                }
            }
        });
    }

    /** A list and what scrolls would keep Esc for themselves: it leaves a dialog wherever the focus is. */
    private static void escLeaves(DialogPane pane) {
        pane.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() != KeyCode.ESCAPE || pane.getProperties().containsKey(KEEPS_ESC)) {
                return;
            }
            for (ButtonType type : pane.getButtonTypes()) {
                if (type.getButtonData().isCancelButton() && pane.lookupButton(type) instanceof Button leave) {
                    leave.fire();
                    e.consume();
                    return;
                }
            }
        });
    }

    /** The letter of the key that opened a dialog is no text: nothing is typed before a key or the mouse is pressed here. */
    private static void deafToTheKeyThatOpened(DialogPane pane) {
        boolean[] awake = new boolean[1];
        pane.addEventFilter(KeyEvent.KEY_PRESSED, e -> awake[0] = true);
        pane.addEventFilter(MouseEvent.MOUSE_PRESSED, e -> awake[0] = true);
        pane.addEventFilter(KeyEvent.KEY_TYPED, e -> {
            if (!awake[0]) {
                e.consume();
            }
        });
    }

    /**
     * Before there is any control: else the toolkit reads a theme of its own first, for nothing.
     *
     * @param light true for the light theme
     */
    public static void begin(boolean light) {
        String theme = Theme.class
                .getResource("/agogic/desk/theme-" + (light ? "light" : "dark") + ".bss")
                .toExternalForm();
        // It is read and taken apart anew each time it is set, also if it is there already.
        if (!theme.equals(Application.getUserAgentStylesheet())) {
            Application.setUserAgentStylesheet(theme);
        }
    }

    /**
     * What fills a window, in dark or light colours. The styles are those of this part and not of its window: menus and tips
     * get the styles of a window, too, and have none of its colours before they are seen.
     */
    public static void dress(Parent root, boolean light) {
        begin(light);
        root.getStylesheets()
                .setAll(Theme.class.getResource("/agogic/desk/desk.css").toExternalForm());
        root.getStyleClass().removeAll("dark", "light");
        root.getStyleClass().addAll(root.getStyleClass().contains("root") ? List.of() : List.of("root"));
        root.getStyleClass().add(light ? "light" : "dark");
    }
}
