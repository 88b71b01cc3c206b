package agogic.desk.model;

import agogic.desk.log.Log;
import agogic.formats.file.Told;
import java.io.IOException;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.application.Platform;

/** Work that takes time, done beside the window; what comes of it is told in the window's thread. */
public final class Beside {
    private static final ExecutorService IN_TURN = Executors.newSingleThreadExecutor(work -> {
        Thread thread = new Thread(work, "agogic-file");
        thread.setDaemon(true);
        return thread;
    });

    private static final long SETTLED_NANOS = 150_000_000;

    private final AtomicInteger asked = new AtomicInteger();
    private final AtomicReference<Thread> settling = new AtomicReference<>();

    /** Something that takes time. */
    @FunctionalInterface
    public interface Work<T> {
        T run() throws IOException;
    }

    /** Does {@code work}; whatever stops it is given to {@code failed} in words. */
    public static <T> void run(String name, Work<T> work, Consumer<T> done, Consumer<String> failed) {
        begun(name, work, done, failed);
    }

    private static <T> Thread begun(String name, Work<T> work, Consumer<T> done, Consumer<String> failed) {
        Thread thread = new Thread(() -> attempt(work, done, failed), name);
        thread.setDaemon(true);
        thread.start();
        return thread;
    }

    /** As {@link #run}, but after all that was given to this before: one at a time. */
    public static <T> void inTurn(Work<T> work, Consumer<T> done, Consumer<String> failed) {
        IN_TURN.execute(() -> attempt(work, done, failed));
    }

    /**
     * Does {@code work} after all that was given to {@link #inTurn}, and waits for it.
     *
     * @throws IOException what it throws, or that it failed in another way
     */
    public static <T> T now(Work<T> work) throws IOException {
        try {
            return IN_TURN.submit(work::run).get();
        } catch (ExecutionException e) {
            throw e.getCause() instanceof IOException io ? io : new IOException(Told.of(e.getCause()), e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException("It was interrupted before it was done.", e);
        }
    }

    private static <T> void attempt(Work<T> work, Consumer<T> done, Consumer<String> failed) {
        try {
            T result = work.run();
            Platform.runLater(() -> done.accept(result));
        } catch (IOException | RuntimeException | Error e) {
            // Whatever it is: it is told, and nothing is left standing as if it went on.
            if (!(e instanceof CancellationException)) {
                Log.unexpected("Work beside the window", e);
            }
            Platform.runLater(() -> failed.accept(Told.of(e)));
        }
    }

    /** Does {@code work}; if more is asked of this before it is done, what comes of it is left aside. */
    public <T> void latest(String name, Supplier<T> work, Consumer<T> done, Consumer<String> failed) {
        begunLatest(name, work, done, failed);
    }

    private <T> Thread begunLatest(String name, Supplier<T> work, Consumer<T> done, Consumer<String> failed) {
        int ticket = asked.incrementAndGet();
        return begun(
                name,
                work::get,
                result -> {
                    if (ticket == asked.get()) {
                        done.accept(result);
                    }
                },
                why -> {
                    if (ticket == asked.get()) {
                        failed.accept(why);
                    }
                });
    }

    /**
     * As {@link #latest}, but begun only a moment later, and not at all if more is asked until then; what is under way is
     * interrupted. For what follows every edit and takes long, and reads no file that others read.
     */
    public <T> void settled(String name, Supplier<T> work, Consumer<T> done, Consumer<String> failed) {
        int ticket = asked.get() + 1;
        Thread begun = begunLatest(
                name,
                () -> {
                    LockSupport.parkNanos(SETTLED_NANOS);
                    if (ticket != asked.get()) {
                        throw new CancellationException("More was asked meanwhile.");
                    }
                    return work.get();
                },
                done,
                failed);
        Thread before = settling.getAndSet(begun);
        if (before != null) {
            before.interrupt();
        }
    }

    /** What is under way is left aside. */
    public void forget() {
        asked.incrementAndGet();
    }
}
