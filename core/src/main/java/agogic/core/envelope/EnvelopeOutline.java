package agogic.core.envelope;

/**
 * The lowest and highest value of an envelope in each of many equal columns of time, for drawing: a peak between two
 * pixels is never lost, and a million points cost no more than the columns they fall into.
 */
public final class EnvelopeOutline {
    private static final int BLOCK = 256;

    private final Envelope envelope;
    private final double[] blockLow;
    private final double[] blockHigh;

    /** The outline of an envelope; it takes as long as the envelope has points. */
    public EnvelopeOutline(Envelope envelope) {
        this.envelope = envelope;
        int blocks = envelope.size() / BLOCK;
        blockLow = new double[blocks];
        blockHigh = new double[blocks];
        for (int b = 0; b < blocks; b++) {
            double low = Double.POSITIVE_INFINITY;
            double high = Double.NEGATIVE_INFINITY;
            for (int i = b * BLOCK; i < (b + 1) * BLOCK; i++) {
                low = Math.min(low, at(i));
                high = Math.max(high, at(i));
            }
            blockLow[b] = low;
            blockHigh[b] = high;
        }
    }

    /** Where the way from a point begins: a wave begins beside its point. */
    private double at(int i) {
        return envelope.shape(i).kind().wave() ? envelope.valueFrom(i, envelope.time(i)) : envelope.value(i);
    }

    /** Fills {@code low} and {@code high} (equal lengths) with the extremes of the columns of {@code from..to}. */
    public void fill(double from, double to, double[] low, double[] high) {
        if (envelope.isEmpty()) {
            return;
        }
        int columns = low.length;
        EnvelopeCursor cursor = envelope.cursor();
        double before = cursor.valueAt(from);
        int next = envelope.lastAtOrBefore(from) + 1;
        for (int c = 0; c < columns; c++) {
            double end = from + (to - from) * (c + 1) / columns;
            double mid = cursor.valueAt(from + (to - from) * (c + 0.5) / columns);
            double after = cursor.valueAt(end);
            double least = Math.min(before, Math.min(mid, after));
            double most = Math.max(before, Math.max(mid, after));
            int stop = envelope.lastAtOrBefore(end) + 1;
            while (next < stop) {
                if (next % BLOCK == 0 && next + BLOCK <= stop) {
                    least = Math.min(least, blockLow[next / BLOCK]);
                    most = Math.max(most, blockHigh[next / BLOCK]);
                    next += BLOCK;
                } else {
                    least = Math.min(least, at(next));
                    most = Math.max(most, at(next));
                    next++;
                }
            }
            low[c] = least;
            high[c] = most;
            before = after;
        }
    }
}
