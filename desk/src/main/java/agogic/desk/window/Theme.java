package agogic.desk.window;

import atlantafx.base.theme.PrimerDark;
import atlantafx.base.theme.PrimerLight;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import javafx.application.Application;
import javafx.scene.Parent;
import javafx.scene.control.Dialog;
import javafx.scene.control.DialogPane;
import javafx.scene.text.Font;
import javafx.stage.Window;

/** Fonts and styles. */
final class Theme {
    private static final List<String> FONTS = List.of(
            "next-latin-400", "next-latin-500", "next-latin-600", "next-latin-700", "mono-latin-400", "mono-latin-600");

    private static boolean loaded;

    private Theme() {}

    static void load() {
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
    static void dress(Dialog<?> dialog, Window owner) {
        if (owner != null && owner.getScene() != null) {
            Parent over = owner.getScene().getRoot();
            DialogPane pane = dialog.getDialogPane();
            pane.getStylesheets().setAll(over.getStylesheets());
            pane.getStyleClass().addAll("root", over.getStyleClass().contains("light") ? "light" : "dark");
        }
    }

    static void dress(Parent root, boolean light) {
        Application.setUserAgentStylesheet(
                light ? new PrimerLight().getUserAgentStylesheet() : new PrimerDark().getUserAgentStylesheet());
        String css = Theme.class.getResource("/agogic/desk/desk.css").toExternalForm();
        root.getStylesheets().setAll(css);
        root.getStyleClass().removeAll("dark", "light");
        root.getStyleClass().addAll(root.getStyleClass().contains("root") ? List.of() : List.of("root"));
        root.getStyleClass().add(light ? "light" : "dark");
    }
}
