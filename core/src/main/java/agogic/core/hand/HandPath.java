package agogic.core.hand;

import agogic.core.ride.Ride;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Where a hand can have been, from the codes that its control sent. A code says only that the hand is in its cell, half a
 * step to each side; when it changes to its neighbour the hand is at the border between both. Where a change of several
 * codes comes, it was anywhere between them since the message before, or, after a stillness, just before. Places of the
 * control over seconds.
 *
 * <p>Between the borders the hand is taken to have gone straight; where it turned inside a cell, a little way in. On a
 * rest it lay at its code. A control that looks at even intervals tells of a border half an interval late, in the middle:
 * the likely place goes so much before, the least and the greatest do not.
 */
public final class HandPath {
    /** Longer than this without a message: the hand stood still, unless it always sends as slowly. Seconds. */
    public static final double STILL = 0.040;

    /** A change of more of the travel than this, and of more codes, after a stillness is a jump that was meant. */
    private static final double JUMP = 0.02;

    private static final double JUMP_CODES = 3.5;

    /** After a stillness a change of several codes begins so long before its message. Seconds. */
    static final double JUST_BEFORE = 0.005;

    /**
     * One piece without a jump: the least, likely and greatest place over rising times. The likely place is beyond the others where
     * a control tells late, which is half the interval at which it looks, if that shows.
     */
    public record Piece(double[] times, double[] low, double[] middle, double[] high, List<Stay> rests) {}

    private final Codes codes;
    private final double[] at;
    private final double[] code;
    private final double[] quiet;
    private final double step;
    private final double shortest;
    /** True of what is pressed and let go: it is nowhere between. */
    private final boolean presses;

    private final List<Piece> pieces = new ArrayList<>();
    private double[] times = new double[64];
    private double[] low = new double[64];
    private double[] middle = new double[64];
    private double[] high = new double[64];
    private int size;

    private HandPath(Codes codes, double shortest, boolean presses) {
        this.presses = presses;
        this.codes = codes;
        at = codes.at;
        code = codes.code;
        quiet = codes.quiet;
        step = codes.step;
        this.shortest = shortest;
    }

    /**
     * The pieces of a hand between {@code from} and {@code to}.
     *
     * @param step the smallest step of the control, 0 if it has none or it is not known, the whole travel if it is pressed
     * @param shortest a rest is at least so long, in seconds
     */
    public static List<Piece> of(
            double[] seconds, double[] places, double step, double shortest, double from, double to) {
        boolean presses = step >= Ride.PRESSED;
        HandPath path = new HandPath(new Codes(seconds, places, presses ? 0 : step, from, to), shortest, presses);
        path.build();
        return path.pieces;
    }

    private boolean jump(int k) {
        if (presses) {
            return true;
        }
        double way = Math.abs(code[k] - code[k - 1]);
        return at[k] - quiet[k] > codes.still && way > Math.max(JUMP, JUMP_CODES * step);
    }

    private void build() {
        int first = 0;
        for (int k = 1; k <= at.length; k++) {
            if (k == at.length || jump(k)) {
                piece(first, k - 1);
                first = k;
            }
        }
    }

    /** The cells {@code first} to {@code last}, between which nothing jumps. */
    private void piece(int first, int last) {
        size = 0;
        double half = step / 2;
        double stop = codes.end(last);
        double hair = 1e-7 * Math.max(1, Math.abs(stop));
        add(at[first], code[first] - half, code[first], code[first] + half);
        for (int k = first + 1; k <= last; k++) {
            double was = code[k - 1];
            double is = code[k];
            double begins = at[k - 1];
            double tiny = Math.min(hair, (at[k] - begins) / 8);
            if (codes.single(k)) {
                double border = (was + is) / 2;
                turn(k - 1, first, last);
                boolean before = crossed(k, border);
                add(at[k] - tiny, was - half, Double.NaN, was + half);
                double least = Math.max(was, is) - half;
                double most = Math.min(was, is) + half;
                add(at[k], Math.min(least, border), before ? Double.NaN : border, Math.max(most, border));
                double after = Math.min(hair, (codes.end(k) - at[k]) / 8);
                add(at[k] + after, is - half, Double.NaN, is + half);
            } else {
                double since = codes.since(k);
                if (step > 0) {
                    add(since, was - half, since > begins + tiny ? was : Double.NaN, was + half);
                    double least = Math.min(was, is) - half;
                    double most = Math.max(was, is) + half;
                    double open = Math.min(hair, (at[k] - since) / 8);
                    add(since + open, least, Double.NaN, most);
                    add(at[k] - open, least, Double.NaN, most);
                } else {
                    add(since, was, was, was);
                }
                add(at[k], is - half, is, is + half);
            }
        }
        if (stop > times[size - 1]) {
            add(stop, code[last] - half, code[last], code[last] + half);
        }
        between();
        pieces.add(new Piece(
                Arrays.copyOf(times, size),
                Arrays.copyOf(low, size),
                Arrays.copyOf(middle, size),
                Arrays.copyOf(high, size),
                new Stillness(codes, shortest).rests(first, last)));
    }

    /** Where a control tells late, the hand was at the border to cell {@code k} before it said so. */
    private boolean crossed(int k, double border) {
        double time = happened(at[k]);
        boolean before = time < at[k];
        if (before) {
            add(time, code[k - 1] - step / 2, border, code[k - 1] + step / 2);
        }
        return before;
    }

    /** When that was which a control tells at a moment; that moment itself, if something is known in between. */
    private double happened(double told) {
        double time = told - codes.late;
        return time > times[size - 1] ? time : told;
    }

    /** Where the hand came into a cell and left it by the same border, it went a little way in. */
    private void turn(int k, int first, int last) {
        if (k <= first || k >= last || !codes.single(k) || !codes.single(k + 1) || code[k - 1] != code[k + 1]) {
            return;
        }
        double inside = codes.end(k) - at[k];
        double before = Math.max(1e-4, at[k] - at[k - 1]);
        double after = Math.max(1e-4, codes.end(k + 1) - at[k + 1]);
        // A parabola through both borders, as fast there as in the cells beside it.
        double in = Math.min(0.6, inside / Math.min(before, after) / 4) * step;
        double border = (code[k] + code[k - 1]) / 2;
        add(
                happened((at[k] + codes.end(k)) / 2),
                code[k] - step / 2,
                border + Math.signum(code[k] - border) * in,
                code[k] + step / 2);
    }

    private void add(double time, double least, double likely, double most) {
        double floor = Math.max(0, Math.min(1, least));
        double ceiling = Math.max(0, Math.min(1, most));
        if (size > 0 && time <= times[size - 1]) {
            low[size - 1] = Math.max(low[size - 1], floor);
            high[size - 1] = Math.max(low[size - 1], Math.min(high[size - 1], ceiling));
            middle[size - 1] = Double.isNaN(likely) ? middle[size - 1] : likely;
            return;
        }
        if (size == times.length) {
            times = Arrays.copyOf(times, 2 * size);
            low = Arrays.copyOf(low, 2 * size);
            middle = Arrays.copyOf(middle, 2 * size);
            high = Arrays.copyOf(high, 2 * size);
        }
        times[size] = time;
        low[size] = floor;
        middle[size] = likely;
        high[size++] = ceiling;
    }

    /**
     * Where nothing is said of the middle, it goes straight between what is said before and after. Where a control tells late, it
     * is in the next cell before that is said.
     */
    private void between() {
        int known = 0;
        for (int i = 1; i < size; i++) {
            if (!Double.isNaN(middle[i])) {
                for (int j = known + 1; j < i; j++) {
                    double u = (times[j] - times[known]) / (times[i] - times[known]);
                    middle[j] = middle[known] + (middle[i] - middle[known]) * u;
                }
                known = i;
            }
        }
        for (int i = 0; i < size && codes.late == 0; i++) {
            middle[i] = Math.max(low[i], Math.min(high[i], middle[i]));
        }
    }
}
