package agogic.core.envelope;

/**
 * Reads an envelope forward in amortised constant time, without allocating. A step back costs a binary search. Not for
 * several threads at once.
 */
public final class EnvelopeCursor {
    private final Envelope envelope;
    private int at = -1;

    EnvelopeCursor(Envelope envelope) {
        this.envelope = envelope;
    }

    /** Value at {@code time}, as {@link Envelope#valueAt}. */
    public double valueAt(double time) {
        int n = envelope.size();
        if (n == 0) {
            return Double.NaN;
        }
        if (at >= 0 && envelope.time(at) > time) {
            at = envelope.lastAtOrBefore(time);
        }
        int steps = 0;
        while (at + 1 < n && envelope.time(at + 1) <= time) {
            at++;
            if (++steps > 16) {
                at = envelope.lastAtOrBefore(time);
                break;
            }
        }
        return envelope.valueFrom(at, time);
    }
}
