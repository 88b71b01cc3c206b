package agogic.desk.window;

import agogic.core.session.Session;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.BooleanSupplier;
import javafx.scene.control.Label;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.testfx.framework.junit5.ApplicationTest;
import org.testfx.util.WaitForAsyncUtils;

/** The real window with a session in it, on a clock that may run faster than the wall's. */
abstract class WindowTest extends ApplicationTest {
    private DeskWindow window;

    /** What the window opens with. */
    abstract Session session();

    /** How much faster the transport runs. */
    int faster() {
        return 1;
    }

    @Override
    public void start(Stage stage) {
        long begin = System.nanoTime();
        window = new DeskWindow(stage, () -> begin + (System.nanoTime() - begin) * faster(), false);
        window.show(session(), null, false);
        stage.show();
        stage.toFront();
    }

    @AfterEach
    void close() {
        interact(() -> window.close());
    }

    DeskWindow window() {
        return window;
    }

    Desk desk() {
        return window.desk();
    }

    static void until(BooleanSupplier holds) {
        try {
            WaitForAsyncUtils.waitFor(30, TimeUnit.SECONDS, holds::getAsBoolean);
        } catch (TimeoutException e) {
            throw new AssertionError("It did not come to pass in half a minute.", e);
        }
        WaitForAsyncUtils.waitForFxEvents();
    }

    String text(String id) {
        return lookup(id).queryAs(Label.class).getText();
    }

    /** Whenever the window asks for a file, it gets this one. */
    void askBy(Path path) {
        interact(() -> window.files().askBy(new PathChooser() {
            @Override
            public Optional<Path> toRead(String title, String kind, String ending) {
                return Optional.of(path);
            }

            @Override
            public Optional<Path> toWrite(String title, String kind, String ending, String name) {
                return Optional.of(path);
            }
        }));
    }
}
