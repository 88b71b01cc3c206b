package agogic.desk.measure;

import agogic.desk.command.Commands;
import java.time.Duration;
import java.util.Locale;
import javafx.animation.AnimationTimer;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.scene.layout.Pane;
import javafx.stage.Stage;
import javafx.stage.Window;

/**
 * What a window costs until its first picture is seen: of this program, or, with the word {@code empty}, of an empty window
 * of the same size. Says the seconds of processor time of all threads, and those that went by, and ends.
 */
public final class FirstPicture {
    private FirstPicture() {}

    /** Tells how long the first picture of a window took, in milliseconds from the start of the process. */
    public static void main(String[] words) {
        long begin = ProcessHandle.current()
                .info()
                .startInstant()
                .map(start -> start.toEpochMilli())
                .orElse(System.currentTimeMillis());
        Thread watch = new Thread(() -> watch(begin), "first picture");
        watch.setDaemon(true);
        watch.start();
        if (words.length > 0 && words[0].equals("empty")) {
            Platform.startup(() -> {
                Stage stage = new Stage();
                stage.setScene(new Scene(new Pane(), 1280, 800));
                stage.show();
            });
        } else {
            System.exit(Commands.run(words));
        }
    }

    /** Waits until there is a toolkit, then counts pictures of the first window: with the second the first is seen. */
    private static void watch(long begin) {
        boolean waiting = true;
        while (waiting) {
            try {
                Thread.sleep(20);
                Platform.runLater(() -> new AnimationTimer() {
                    private int pictures;

                    @Override
                    public void handle(long now) {
                        pictures += Window.getWindows().stream().anyMatch(Window::isShowing) ? 1 : 0;
                        if (pictures == 3) {
                            end(begin);
                        }
                    }
                }.start());
                waiting = false;
            } catch (IllegalStateException e) {
                // The toolkit is not there yet.
                waiting = true;
            } catch (InterruptedException e) {
                return;
            }
        }
    }

    private static void end(long begin) {
        Duration worked = ProcessHandle.current().info().totalCpuDuration().orElse(Duration.ZERO);
        System.out.printf(
                Locale.ROOT,
                "%.2f s of processor time, %.2f s on the clock%n",
                worked.toMillis() / 1000.0,
                (System.currentTimeMillis() - begin) / 1000.0);
        System.out.flush();
        System.exit(0);
    }
}
