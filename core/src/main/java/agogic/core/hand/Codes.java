package agogic.core.hand;

import java.util.Arrays;

/** What a control sent: its codes in order, each with when it came. Places of the control over seconds. */
final class Codes {
    final double step;
    final double[] at;
    final double[] code;
    /** When the last message before each change came. */
    final double[] quiet;
    /** Longer than this without a message: the hand stood still. Seconds. */
    final double still;

    /**
     * A control that looks at even intervals tells what has happened since it looked before: in the middle so long ago. 0 if it
     * is not known at which it looks. Seconds.
     */
    final double late;

    /** So many changes of several codes show at which intervals a control sends, and most of them have to be even. */
    private static final int EVEN = 8;

    private static final double SHORTER = 0.7;
    private static final double LONGER = 1.4;
    private static final double MOSTLY = 0.7;

    /** What comes less often than this is no movement, but places one after the other. Seconds. */
    private static final double SLOWEST = 0.125;

    /** So many messages show whether a control looks at even intervals. */
    private static final int LOOKS = 16;

    /** One message of so many may come sooner than a control looks. */
    private static final int SELDOM = 50;

    /** Whether something is even is told by what lasts fewer intervals than this. */
    private static final double TELLING = 8.5;

    private static final double EVENLY = 0.15;
    private static final double NEARLY_ALL = 0.9;

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
        still = still();
        // Only the borders of codes are told late.
        late = step > 0 ? late(seconds) : 0;
    }

    /**
     * Half the interval at which a control looks where its hand is; 0 if it does not look at even intervals. A ramp at one pace
     * sends evenly as well: that it is the control, not the hand, shows where intervals are skipped, the same is said again, or
     * several codes are passed.
     */
    private double late(double[] seconds) {
        double[] gaps = new double[seconds.length];
        int n = 0;
        for (int i = 1; i < seconds.length; i++) {
            if (seconds[i] > seconds[i - 1]) {
                gaps[n++] = seconds[i] - seconds[i - 1];
            }
        }
        double[] sorted = Arrays.copyOf(gaps, n);
        Arrays.sort(sorted);
        double every = n == 0 ? 0 : sorted[n / SELDOM];
        if (n < LOOKS || every > SLOWEST) {
            return 0;
        }
        int told = 0;
        int even = 0;
        for (double gap : sorted) {
            told += gap < TELLING * every ? 1 : 0;
            even += even(gap, every) ? 1 : 0;
        }
        int shown = 0;
        for (int k = 1; k < at.length; k++) {
            double gap = at[k] - quiet[k];
            boolean looks = gap > 1.5 * every || quiet[k] > at[k - 1] || !beside(code[k], code[k - 1]);
            shown += even(gap, every) && looks ? 1 : 0;
        }
        return shown >= EVEN && even >= told * NEARLY_ALL ? every / 2 : 0;
    }

    /** True if a time is a few intervals long, nearly. */
    private static boolean even(double time, double every) {
        double looks = time / every;
        return looks > 0.5 && looks < TELLING && Math.abs(looks - Math.rint(looks)) < EVENLY;
    }

    /** Who sends slowly, but at even intervals and the same way on, moves in between as well. */
    private double still() {
        double[] gaps = new double[at.length];
        int n = 0;
        int slow = 0;
        int turns = 0;
        for (int k = 1; k < at.length; k++) {
            double way = code[k] - code[k - 1];
            if (Math.abs(way) > 1.5 * step) {
                gaps[n] = at[k] - quiet[k];
                slow += 2 * gaps[n++] > HandPath.STILL ? 1 : 0;
                turns += k > 1 && way * (code[k - 1] - code[k - 2]) < 0 ? 1 : 0;
            }
        }
        if (n < EVEN || 2 * slow < n) {
            // What most of them are makes no difference.
            return HandPath.STILL;
        }
        double[] sorted = Arrays.copyOf(gaps, n);
        Arrays.sort(sorted);
        double usual = sorted[n / 2];
        int even = 0;
        for (double gap : sorted) {
            even += gap > usual * SHORTER && gap < usual * LONGER ? 1 : 0;
        }
        boolean regular = usual <= SLOWEST && even > n * MOSTLY && turns < n * (1 - MOSTLY);
        return regular ? Math.max(HandPath.STILL, 2 * usual) : HandPath.STILL;
    }

    /** When cell {@code k} was left. */
    double end(int k) {
        return k + 1 < at.length ? at[k + 1] : to;
    }

    /** When a change of several codes to cell {@code k} can have begun: since the last message, or, after a stillness, just before. */
    double since(int k) {
        return Math.max(at[k - 1], at[k] - quiet[k] <= still ? quiet[k] : at[k] - HandPath.JUST_BEFORE);
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
