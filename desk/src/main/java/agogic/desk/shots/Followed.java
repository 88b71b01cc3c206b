package agogic.desk.shots;

import agogic.core.session.Session;
import agogic.desk.acts.Stroke;
import agogic.desk.guide.Guide;
import agogic.desk.shell.DeskWindow;
import agogic.formats.file.SafeFile;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import javafx.application.Platform;
import javafx.embed.swing.SwingFXUtils;
import javafx.event.Event;
import javafx.event.EventTarget;
import javafx.event.EventType;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.DialogPane;
import javafx.scene.control.Label;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.stage.Stage;
import javafx.stage.Window;
import javax.imageio.ImageIO;

/**
 * Follows a page of the guide in a real window, from a thread of its own, up to its picture, and takes it. Keys go to the
 * windows themselves, not to the screen: nothing else on it gets them.
 */
final class Followed {
    private static final int WIDTH = 960;
    private static final long PATIENCE_SECONDS = 30;
    private static final long PAUSE_MILLIS = 160;
    private static final int PUSHES = 12;

    private final Guide.Page page;
    private final Path folder;
    private Stage stage;
    private DeskWindow window;

    Followed(Guide.Page page, Path folder) {
        this.page = page;
        this.folder = folder;
    }

    /**
     * Takes the picture of the page; returns its name.
     *
     * @throws IOException if a step does not do what it says, in words with the page and the step
     */
    String take(Session session) throws IOException {
        on(() -> {
            stage = new Stage();
            window = new DeskWindow(stage, System::nanoTime, false);
            window.show(session, null, false);
            stage.show();
            return 0;
        });
        try {
            sleep(6 * PAUSE_MILLIS);
            for (Guide.Line line : page.lines()) {
                if (line.kind() == Guide.Kind.PICTURE) {
                    sleep(6 * PAUSE_MILLIS);
                    until(this::found, line.number(), "that what is looked for is found");
                    shoot(folder.resolve(line.file()));
                    return line.file();
                }
                if (line.kind() == Guide.Kind.STEP) {
                    for (Guide.Asked asked : line.asked()) {
                        does(asked, line.number());
                    }
                }
            }
            throw new IOException("The page “" + page.title() + "” has no picture.");
        } finally {
            close();
        }
    }

    private void does(Guide.Asked asked, int step) throws IOException {
        switch (asked.ask()) {
            case KEY -> press(Stroke.of(asked.words()));
            case TYPE -> {
                until(() -> focus() instanceof TextInputControl, step, "a field to type into");
                // A dialog hears letters from the first key on that is pressed in it.
                later(() -> key(KeyEvent.KEY_PRESSED, Stroke.of("Shift+A"), KeyCode.SHIFT));
                asked.words().chars().forEach(letter -> later(() -> type(Character.toString(letter))));
                // What is looked for is found beside the window.
                sleep(4 * PAUSE_MILLIS);
            }
            case MOVE -> move(asked.words());
            case SAID -> until(() -> said().contains(asked.words()), step, "“" + asked.words() + "”");
        }
        sleep(PAUSE_MILLIS);
    }

    private void until(BooleanSupplier comes, int step, String expected) throws IOException {
        long end = System.nanoTime() + TimeUnit.SECONDS.toNanos(PATIENCE_SECONDS);
        while (!on(comes::getAsBoolean)) {
            if (System.nanoTime() > end) {
                throw new IOException("“" + page.title() + "”, step " + step + ": expected " + expected
                        + "; the bar says “" + on(this::said) + "”.");
            }
            sleep(PAUSE_MILLIS);
        }
    }

    /** True if nothing that is seen still says that it is looked for. */
    private boolean found() {
        return scene().getRoot().lookupAll(".label").stream()
                .noneMatch(node -> node instanceof Label label
                        && label.isVisible()
                        && label.getText() != null
                        && label.getText().startsWith("looking"));
    }

    /** What the bar at the foot says. */
    private String said() {
        return text("#trace-head") + ": " + text("#trace-sentence");
    }

    private String text(String id) {
        return stage.getScene().lookup(id) instanceof Label label ? label.getText() : "";
    }

    /** The scene that has the keys: of the window that came last. */
    private Scene scene() {
        Scene top = stage.getScene();
        for (Window one : Window.getWindows()) {
            if (one instanceof Stage && one.isShowing() && one.getScene().getRoot() instanceof DialogPane) {
                top = one.getScene();
            }
        }
        return top;
    }

    private Node focus() {
        return scene().getFocusOwner();
    }

    private void press(Stroke stroke) {
        KeyCode code = stroke.codes().stream().sorted().findFirst().orElseThrow();
        later(() -> key(KeyEvent.KEY_PRESSED, stroke, code));
        if (code.isLetterKey() || code.isDigitKey()) {
            // A keyboard tells the letter as well; beside Ctrl one that nobody sees.
            char letter = code.getChar().charAt(0);
            later(() -> type(Character.toString(stroke.control() ? (char) (letter & 0x1F) : letter)));
        }
        sleep(PAUSE_MILLIS / 4);
        later(() -> key(KeyEvent.KEY_RELEASED, stroke, code));
    }

    private void key(EventType<KeyEvent> type, Stroke stroke, KeyCode code) {
        Event.fireEvent(
                target(), new KeyEvent(type, "", "", code, stroke.shift(), stroke.control(), stroke.alt(), false));
    }

    private EventTarget target() {
        Node focus = focus();
        return focus == null ? scene() : focus;
    }

    private void type(String letter) {
        Event.fireEvent(
                target(),
                new KeyEvent(KeyEvent.KEY_TYPED, letter, letter, KeyCode.UNDEFINED, false, false, false, false));
    }

    private void move(String control) {
        later(() -> {
            for (String place : new String[] {"#control-", "#hand-"}) {
                Node drawn = stage.getScene().lookup(place + control);
                if (drawn != null && drawn.isVisible() && drawn.getParent().isVisible()) {
                    drawn.requestFocus();
                }
            }
        });
        // While a pass is counted in nothing is written: the hand comes after it.
        boolean rides = on(() -> window.desk().riding().playing());
        sleep(rides ? 4500 : PAUSE_MILLIS);
        Stroke up = Stroke.of("Shift+↑");
        for (int i = 0; i < PUSHES; i++) {
            press(up);
        }
        sleep(rides ? 2000 : PAUSE_MILLIS);
    }

    private void shoot(Path file) throws IOException {
        BufferedImage seen = on(() -> SwingFXUtils.fromFXImage(scene().snapshot(null), null));
        int width = Math.min(seen.getWidth(), seen.getWidth() * WIDTH / 1280);
        int height = seen.getHeight() * width / seen.getWidth();
        BufferedImage small = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Graphics2D draws = small.createGraphics();
        draws.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
        draws.setRenderingHint(RenderingHints.KEY_RENDERING, RenderingHints.VALUE_RENDER_QUALITY);
        draws.drawImage(seen, 0, 0, width, height, null);
        draws.dispose();
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        ImageIO.write(small, "png", bytes);
        SafeFile.write(file, bytes::writeTo);
    }

    private void close() {
        later(() -> Window.getWindows().stream()
                .filter(one -> one != stage)
                .toList()
                .forEach(Window::hide));
        sleep(PAUSE_MILLIS);
        on(() -> {
            window.close();
            stage.close();
            return 0;
        });
    }

    /** Without waiting: what a key opens may stand until it is closed. */
    private static void later(Runnable act) {
        Platform.runLater(act);
    }

    private static <T> T on(Supplier<T> asked) {
        CompletableFuture<T> answer = new CompletableFuture<>();
        Platform.runLater(() -> {
            try {
                answer.complete(asked.get());
            } catch (RuntimeException e) {
                answer.completeExceptionally(e);
            }
        });
        try {
            return answer.get(PATIENCE_SECONDS, TimeUnit.SECONDS);
        } catch (ExecutionException | TimeoutException e) {
            throw new IllegalStateException("The window does not answer.", e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("The window does not answer.", e);
        }
    }

    private static void sleep(long millis) {
        try {
            Thread.sleep(millis);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
