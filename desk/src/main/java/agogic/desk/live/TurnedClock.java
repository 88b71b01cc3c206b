package agogic.desk.live;

import java.util.concurrent.atomic.AtomicLong;
import java.util.function.LongSupplier;

/**
 * A clock that stands still until somebody turns it: what plays by it is where it is, however long a busy machine takes for
 * what is done in between.
 */
public final class TurnedClock implements LongSupplier {
    private final AtomicLong now = new AtomicLong(1_000_000_000L);
    private volatile Runnable turned = () -> {};

    @Override
    public long getAsLong() {
        return now.get();
    }

    /** Goes on by {@code nanos}, and whoever plays by it looks at it at once. */
    public void turn(long nanos) {
        now.addAndGet(nanos);
        turned.run();
    }

    void onTurn(Runnable told) {
        turned = told;
    }
}
