package agogic.desk.window;

import java.io.IOException;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.application.Platform;

/** Work that takes time, done beside the window; what comes of it is told in the window's thread. */
final class Beside {
    private int asked;

    /** Something that takes time. */
    @FunctionalInterface
    interface Work<T> {
        T run() throws IOException;
    }

    /** Does {@code work}; a file that cannot be read or written, and a refusal, are given to {@code failed}. */
    static <T> void run(String name, Work<T> work, Consumer<T> done, Consumer<Exception> failed) {
        Thread thread = new Thread(
                () -> {
                    try {
                        T result = work.run();
                        Platform.runLater(() -> done.accept(result));
                    } catch (IOException | IllegalArgumentException e) {
                        Platform.runLater(() -> failed.accept(e));
                    }
                },
                name);
        thread.setDaemon(true);
        thread.start();
    }

    /** Does {@code work}; if more is asked of this before it is done, what comes of it is left aside. */
    <T> void latest(String name, Supplier<T> work, Consumer<T> done) {
        int ticket = ++asked;
        run(
                name,
                work::get,
                result -> {
                    if (ticket == asked) {
                        done.accept(result);
                    }
                },
                e -> {
                    throw new IllegalStateException(e);
                });
    }

    /** What is under way is left aside. */
    void forget() {
        asked++;
    }
}
