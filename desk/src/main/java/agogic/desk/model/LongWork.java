package agogic.desk.model;

import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.CancellationException;
import java.util.function.Consumer;
import java.util.function.DoubleConsumer;
import javafx.application.Platform;

/** Work beside the window that may take long: the bar shows how far it is, and can cancel it. */
final class LongWork implements DoubleConsumer {
    private static final long SHOWN_NANOS = 1_000_000_000;
    private static final double WHOLE = 100;

    private final Notices notices;
    private final String head;
    private final String what;
    private final long begun = System.nanoTime();
    private volatile boolean cancelled;
    private long shown = begun;
    private Notice said;

    /** Work that is told how far it is, 0 to 1. */
    interface Part<T> {
        T run(DoubleConsumer progress) throws IOException;
    }

    private LongWork(Notices notices, String head, String what) {
        this.notices = notices;
        this.head = head;
        this.what = what;
    }

    /**
     * Does it in a thread of this name; {@code done} and {@code failed} are told in the window's thread.
     *
     * @param what is said of it while it goes on: “Voice.wav: how loud, how long”
     */
    static <T> void run(
            String thread,
            Notices notices,
            String head,
            String what,
            Part<T> work,
            Consumer<T> done,
            Consumer<String> failed) {
        LongWork one = new LongWork(notices, head, what);
        one.said = one.cancellable(what + " …");
        notices.say(one.said);
        Beside.run(thread, () -> work.run(one), done, why -> {
            if (one.cancelled) {
                notices.say(Notice.plain("Cancelled", "Nothing was changed."));
            } else {
                failed.accept(why);
            }
        });
    }

    /** It is so far: from another thread. */
    @Override
    public void accept(double part) {
        if (cancelled) {
            throw new CancellationException("It was cancelled.");
        }
        long now = System.nanoTime();
        if (now - shown > SHOWN_NANOS) {
            shown = now;
            Platform.runLater(() -> show(part));
        }
    }

    /** If something else was said meanwhile, that stays. */
    private void show(double part) {
        if (notices.lastProperty().get() == said) {
            said = cancellable(String.format(Locale.ROOT, "%s: %.0f %%", what, WHOLE * part));
            notices.say(said);
        }
    }

    private Notice cancellable(String sentence) {
        return new Notice(Notice.Kind.PLAIN, head, sentence, List.of(new Notice.Act("Cancel", () -> cancelled = true)));
    }
}
