package agogic.core.hand;

import java.util.Arrays;

/** What a control sent: its codes in order, each with when it came. Places of the control over seconds. */
final class Codes {
    final double step;
    final double[] at;
    final double[] code;
    /** When the last message before each change came. */
    final double[] quiet;

    private final double to;

    Codes(double[] seconds, double[] places, double step, double from, double to) {
        this.step = step;
        this.to = to;
        double[] changed = new double[seconds.length + 1];
        double[] values = new double[seconds.length + 1];
        double[] silent = new double[seconds.length + 1];
        int n = 0;
        double last = from;
        double before = from;
        for (int i = 0; i < seconds.length && seconds[i] < to; i++) {
            double time = Math.max(from, seconds[i]);
            // Where it stood, said at the same moment as where it is, is no message before that.
            before = time > last ? last : before;
            if (n == 0 || time <= changed[n - 1]) {
                // What stood when it began, and of several at one time the last.
                n = Math.max(1, n);
                changed[n - 1] = n == 1 ? from : changed[n - 1];
                values[n - 1] = places[i];
            } else if (places[i] != values[n - 1]) {
                changed[n] = time;
                values[n] = places[i];
                silent[n++] = before;
            }
            last = time;
        }
        if (n == 0) {
            changed[0] = from;
            values[0] = places[places.length - 1];
            n = 1;
        }
        at = Arrays.copyOf(changed, n);
        code = Arrays.copyOf(values, n);
        quiet = Arrays.copyOf(silent, n);
    }

    /** When cell {@code k} was left. */
    double end(int k) {
        return k + 1 < at.length ? at[k + 1] : to;
    }

    /** True if cell {@code k} is a neighbour of the one before. */
    boolean single(int k) {
        return step > 0 && beside(code[k], code[k - 1]);
    }

    /** True if two codes are one step apart. */
    boolean beside(double one, double other) {
        return Math.abs(one - other) <= 1.5 * step;
    }

    /** The last cell of the reach that enters cell {@code from} first: where it turns, {@code until} if it does not. */
    int turnAfter(int from, int until) {
        int far = from - 1;
        for (int k = from; k <= until; k++) {
            double way = code[far] - code[from - 1];
            double more = code[k] - code[far];
            if (Math.abs(way) < 1.5 * step ? Math.abs(code[k] - code[from - 1]) >= Math.abs(way) : way * more >= 0) {
                far = k;
            } else if (Math.abs(more) > 1.5 * step) {
                return far;
            }
        }
        return far;
    }
}
