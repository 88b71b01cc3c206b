package agogic.desk.shell;

import agogic.core.session.Session;
import agogic.desk.log.Log;
import agogic.desk.parts.TextSize;
import agogic.desk.parts.Theme;
import agogic.desk.settings.Choices;
import agogic.desk.settings.Settings;
import java.nio.file.Path;
import java.util.concurrent.CountDownLatch;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.stage.Stage;

/** Starts the window. */
public final class Launch {
    private Launch() {}

    /**
     * Opens the window and returns when it is closed.
     *
     * @param session what it shows; null for the start page
     * @param path the file of the session, null if it has none
     * @param first what is done before it is seen
     */
    public static void window(Session session, Path path, boolean light, Consumer<DeskWindow> first) {
        CountDownLatch closed = new CountDownLatch(1);
        Log.begin();
        boolean inLight = light || Choices.light();
        TextSize.begin();
        toolkit(() -> {
            Theme.begin(inLight);
            Stage stage = new Stage();
            DeskWindow window = new DeskWindow(stage, System::nanoTime, true);
            window.teach();
            if (session == null) {
                window.start(inLight);
            } else {
                window.show(session, path, inLight);
            }
            first.accept(window);
            stage.setOnHidden(e -> {
                window.close();
                closed.countDown();
            });
            stage.show();
        });
        await(closed);
        Settings.here().flush();
        Platform.exit();
    }

    /**
     * Begins what windows are made with, and calls on its thread.
     *
     * @throws IllegalArgumentException if there is no display, in words for people
     */
    public static void toolkit(Runnable first) {
        try {
            Platform.startup(first);
        } catch (UnsupportedOperationException e) {
            throw new IllegalArgumentException(
                    "There is no display here to open a window on (" + e.getMessage()
                            + "). Start it where a desktop runs, or name its display in DISPLAY.",
                    e);
        }
    }

    /** Waits until it is over. */
    public static void await(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
