package agogic.desk.shell;

import agogic.desk.parts.Theme;
import javafx.application.Platform;
import javafx.geometry.Rectangle2D;
import javafx.scene.Parent;
import javafx.scene.Scene;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.Region;
import javafx.stage.Screen;
import javafx.stage.Stage;

/** How large the window is, and what happens where a screen has no room for it. */
final class WindowSize {
    private static final double LEAST_WIDTH = 1024;
    private static final double LEAST_HEIGHT = 640;
    /** What the frame of a window may take of the screen. */
    private static final double FRAME = 40;

    private boolean asked;

    /** Fills the window: as it is, or scrolling where that has no room. */
    void fill(Stage stage, Region root, boolean inLight) {
        Parent shown = fits() ? root : scrolled(root, inLight);
        if (stage.getScene() == null) {
            stage.setScene(new Scene(shown, 1280, 800));
        } else {
            stage.getScene().setRoot(shown);
        }
    }

    /** True if the screen has room for the least size; large text leaves less. */
    private static boolean fits() {
        Rectangle2D screen = Screen.getPrimary().getVisualBounds();
        return screen.getWidth() >= LEAST_WIDTH && screen.getHeight() >= LEAST_HEIGHT - FRAME;
    }

    /** What has no room scrolls: everything can be reached. */
    private static Parent scrolled(Region root, boolean inLight) {
        root.setMinSize(LEAST_WIDTH, LEAST_HEIGHT - FRAME);
        ScrollPane pane = new ScrollPane(root);
        pane.setId("window-scroll");
        pane.setFitToWidth(true);
        pane.setFitToHeight(true);
        pane.setFocusTraversable(false);
        pane.getStyleClass().add("face");
        Theme.dress(pane, inLight);
        // The keys are those of what is in it.
        pane.focusedProperty().addListener((o, was, is) -> {
            if (is) {
                root.requestFocus();
            }
        });
        pane.skinProperty().addListener(o -> Platform.runLater(root::requestFocus));
        return pane;
    }

    /** Some window managers open a window as small as it may be: the size that is wanted is asked for. */
    void ask(Stage stage) {
        if (stage.isShowing() || asked) {
            return;
        }
        asked = true;
        Rectangle2D screen = Screen.getPrimary().getVisualBounds();
        double width = Math.min(1280, screen.getWidth());
        double height = Math.min(800, screen.getHeight());
        stage.setWidth(width);
        stage.setHeight(height);
        stage.setMinWidth(Math.min(LEAST_WIDTH, screen.getWidth()));
        stage.setMinHeight(Math.min(LEAST_HEIGHT, screen.getHeight()));
        Theme.asked(stage);
    }
}
