package agogic.core.envelope;

/**
 * Reads an envelope forward in amortised constant time, without allocating. A step back costs a binary search. Not for
 * several threads at once.
 */
public class EnvelopeCursor {
    private final Envelope envelope;
    private int at = -1;

    /** The way on which the last time lay, kept here: what is asked for again is not looked up again. */
    private double from = Double.NaN;

    private double to = Double.NaN;
    private double first;
    private double rise;
    private double length;

    /** A reader of an envelope. */
    protected EnvelopeCursor(Envelope envelope) {
        this.envelope = envelope;
    }

    /** Value at {@code time}, as {@link Envelope#valueAt}. */
    public final double valueAt(double time) {
        if (time >= from && time < to) {
            return first + rise * ((time - from) / length);
        }
        return searched(time);
    }

    private double searched(double time) {
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
        keep(n);
        return envelope.valueFrom(at, time);
    }

    /** Keeps a way that is level or straight; any other is asked for anew, so that it is the same to the last bit. */
    private void keep(int n) {
        from = Double.NaN;
        to = Double.NaN;
        boolean inside = at >= 0 && at + 1 < n;
        double end = inside ? envelope.time(at + 1) : Double.POSITIVE_INFINITY;
        // Before the first point its value holds, from as early as a number can be.
        double begin = at < 0 ? -Double.MAX_VALUE : envelope.time(at);
        if (!inside) {
            hold(begin, at < 0 ? envelope.time(0) : end, envelope.value(Math.max(0, at)));
            return;
        }
        Shape.Kind kind = envelope.shape(at).kind();
        if (kind == Shape.Kind.HOLD) {
            hold(begin, end, envelope.value(at));
        } else if (kind == Shape.Kind.STRAIGHT && end > begin) {
            from = begin;
            to = end;
            first = envelope.value(at);
            rise = envelope.value(at + 1) - first;
            length = end - begin;
        }
    }

    /** True if the way that was read last is level or straight between these two times. */
    public final boolean evenBetween(double begin, double end) {
        return begin >= from && end <= to;
    }

    /** True if {@code time} lies on a way that is level or straight; the four below then say which. */
    protected final boolean even(double time) {
        return !Double.isNaN(valueAt(time)) && time >= from && time < to;
    }

    /** Where that way begins. */
    protected final double wayFrom() {
        return from;
    }

    /** Where it ends. */
    protected final double wayTo() {
        return to;
    }

    /** The value at its beginning. */
    protected final double wayFirst() {
        return first;
    }

    /** How much it rises in one of time. */
    protected final double waySlope() {
        return rise / length;
    }

    private void hold(double begin, double end, double value) {
        from = begin;
        to = end;
        first = value;
        rise = 0;
        length = 1;
    }
}
