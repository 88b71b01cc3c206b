package agogic.core.refine;

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
 * rest it lay at its code.
 */
final class HandPath {
    /** A change of more of the travel than this, and of more codes, after a stillness is a jump that was meant. */
    private static final double JUMP = 0.02;

    private static final double JUMP_CODES = 3.5;

    /** After a stillness a change of several codes begins so long before its message. Seconds. */
    private static final double JUST_BEFORE = 0.005;

    /** A visit in the next cell that is shorter than this is a tremble. Seconds. */
    private static final double TREMBLE = 0.08;

    /** A cell in which the hand was longer than this many times as in those beside it was no part of a reach. */
    private static final double PACE = 1.5;

    /** At the end of a reach a hand stays in one cell up to 1.7 times as long as in the one before (minimum jerk). */
    private static final double LINGERS = 2.0;

    /** Of such a cell this part is still the way in, or the way out already. */
    private static final double ENTERING = 0.2;

    /** The same where there is a cell on one side only. */
    private static final double PACE_AT_END = 1.6;

    /**
     * A rest: the same cell, or two between which the hand trembled. Times in seconds; {@code place} of the control.
     *
     * @param early where the hand was already slow, in the cell before
     * @param late until when it still was, in the cell after
     */
    record Rest(double from, double to, double place, double border, double early, double late) {}

    /** One piece without a jump: the least, likely and greatest place over rising times. */
    record Piece(double[] times, double[] low, double[] middle, double[] high, List<Rest> rests) {}

    private final double step;
    private final double shortest;
    private final double[] at;
    private final double[] code;
    /** When the last message before each change came. */
    private final double[] quiet;

    private final double to;

    private final List<Piece> pieces = new ArrayList<>();
    private double[] times = new double[64];
    private double[] low = new double[64];
    private double[] middle = new double[64];
    private double[] high = new double[64];
    private int size;

    private HandPath(double[] seconds, double[] places, double step, double shortest, double from, double to) {
        this.step = step;
        this.shortest = shortest;
        this.to = to;
        double[] changed = new double[seconds.length + 1];
        double[] values = new double[seconds.length + 1];
        double[] silent = new double[seconds.length + 1];
        int n = 0;
        double last = from;
        for (int i = 0; i < seconds.length && seconds[i] < to; i++) {
            double time = Math.max(from, seconds[i]);
            if (n == 0 || time <= changed[n - 1]) {
                // What stood when it began, and of several at one time the last.
                n = Math.max(1, n);
                changed[n - 1] = n == 1 ? from : changed[n - 1];
                values[n - 1] = places[i];
            } else if (places[i] != values[n - 1]) {
                changed[n] = time;
                values[n] = places[i];
                silent[n++] = last;
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

    /**
     * The pieces of a hand between {@code from} and {@code to}.
     *
     * @param step the smallest step of the control, 0 if it has none or it is not known
     * @param shortest a rest is at least so long, in seconds
     */
    static List<Piece> of(double[] seconds, double[] places, double step, double shortest, double from, double to) {
        HandPath path = new HandPath(seconds, places, step, shortest, from, to);
        path.build();
        return path.pieces;
    }

    private double end(int k) {
        return k + 1 < at.length ? at[k + 1] : to;
    }

    private boolean single(int k) {
        return step > 0 && beside(code[k], code[k - 1]);
    }

    private boolean jump(int k) {
        double way = Math.abs(code[k] - code[k - 1]);
        return at[k] - quiet[k] > Reconstruction.STILL && way > Math.max(JUMP, JUMP_CODES * step);
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

    /** True if two codes are one step apart. */
    private boolean beside(double one, double other) {
        return Math.abs(one - other) <= 1.5 * step;
    }

    /** The cells {@code first} to {@code last}, between which nothing jumps. */
    private void piece(int first, int last) {
        size = 0;
        double half = step / 2;
        double stop = end(last);
        double hair = 1e-7 * Math.max(1, Math.abs(stop));
        add(at[first], code[first] - half, code[first], code[first] + half);
        for (int k = first + 1; k <= last; k++) {
            double was = code[k - 1];
            double is = code[k];
            double begins = at[k - 1];
            double tiny = Math.min(hair, (at[k] - begins) / 8);
            if (single(k)) {
                double border = (was + is) / 2;
                turn(k - 1, first, last);
                add(at[k] - tiny, was - half, Double.NaN, was + half);
                double least = Math.max(was, is) - half;
                double most = Math.min(was, is) + half;
                add(at[k], Math.min(least, border), border, Math.max(most, border));
                double after = Math.min(hair, (end(k) - at[k]) / 8);
                add(at[k] + after, is - half, Double.NaN, is + half);
            } else {
                boolean moving = at[k] - quiet[k] <= Reconstruction.STILL;
                double since = moving ? Math.max(begins, quiet[k]) : Math.max(begins, at[k] - JUST_BEFORE);
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
                rests(first, last)));
    }

    /** Where the hand came into a cell and left it by the same border, it went a little way in. */
    private void turn(int k, int first, int last) {
        if (k <= first || k >= last || !single(k) || !single(k + 1) || code[k - 1] != code[k + 1]) {
            return;
        }
        double inside = end(k) - at[k];
        double before = Math.max(1e-4, at[k] - at[k - 1]);
        double after = Math.max(1e-4, end(k + 1) - at[k + 1]);
        // A parabola through both borders, as fast there as in the cells beside it.
        double in = Math.min(0.6, inside / Math.min(before, after) / 4) * step;
        double border = (code[k] + code[k - 1]) / 2;
        add((at[k] + end(k)) / 2, code[k] - step / 2, border + Math.signum(code[k] - border) * in, code[k] + step / 2);
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

    /** Where nothing is said of the middle, it goes straight between what is said before and after. */
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
        for (int i = 0; i < size; i++) {
            middle[i] = Math.max(low[i], Math.min(high[i], middle[i]));
        }
    }

    private List<Rest> rests(int first, int last) {
        List<Rest> rests = new ArrayList<>();
        int k = first;
        while (k <= last) {
            int run = trembling(k, last);
            boolean trembles = run > k;
            // What stood for a moment when it began is where the hand lay already.
            int begun = !trembles && k == first && k < last && single(k + 1) && at[k + 1] - at[k] < TREMBLE ? k + 1 : k;
            run = Math.max(run, begun);
            double begins = at[k];
            double ends = end(run);
            boolean still =
                    trembles ? pauses(k, run, first, last, ends - begins) : lies(run, first, last, ends - begins);
            if (ends - begins >= shortest && still) {
                double place = longest(k, run);
                double other = run > k ? code[k] == place ? code[k + 1] : code[k] : place;
                double early = lingered(k, first, begins);
                double late = lingers(run, last, ends);
                put(rests, new Rest(begins, ends, place, (place + other) / 2, early, late));
            }
            k = run + 1;
        }
        return rests;
    }

    /** Where a hand was already slow in the cell before, beyond what a reach is at its end, it lay there. */
    private double lingered(int k, int first, double begins) {
        if (k < first + 2 || !single(k) || !single(k - 1)) {
            return begins;
        }
        double there = at[k] - at[k - 1];
        double before = at[k - 1] - at[k - 2];
        return there > LINGERS * before && there < 2 * shortest ? at[k - 1] + there * ENTERING : begins;
    }

    /** The same for the cell after it. */
    private double lingers(int run, int last, double ends) {
        if (run + 2 > last || !single(run + 1) || !single(run + 2)) {
            return ends;
        }
        double there = at[run + 2] - at[run + 1];
        double after = end(run + 2) - at[run + 2];
        return there > LINGERS * after && there < 2 * shortest ? at[run + 2] - there * ENTERING : ends;
    }

    /** A rest beside another: of a long and a short one the short one is where a reach begins or ends; two alike are one. */
    private void put(List<Rest> rests, Rest rest) {
        Rest before = rests.isEmpty() ? null : rests.get(rests.size() - 1);
        if (before == null || before.to() < rest.from()) {
            rests.add(rest);
            return;
        }
        double one = before.to() - before.from();
        double other = rest.to() - rest.from();
        if (2 * other < one) {
            return;
        }
        rests.remove(rests.size() - 1);
        rests.add(
                2 * one < other || !beside(before.place(), rest.place())
                        ? rest
                        : new Rest(
                                before.from(),
                                rest.to(),
                                one > other ? before.place() : rest.place(),
                                (before.place() + rest.place()) / 2,
                                before.early(),
                                rest.late()));
    }

    /** The last cell of a run of two neighbours between which the hand trembled, beginning with cell k; k if it did not. */
    private int trembling(int k, int last) {
        if (k == last || !single(k + 1)) {
            return k;
        }
        int run = k + 1;
        while (run < last && single(run + 1) && code[run + 1] == code[run - 1]) {
            run++;
        }
        boolean brief = run - k == 2 && at[run] - at[run - 1] < TREMBLE;
        return run - k >= 3 || brief ? run : k;
    }

    /** False if the hand trembled on its way: the same way before and after, and no longer than a few cells take. */
    private boolean pauses(int k, int run, int first, int last, double length) {
        boolean before = k > first && single(k);
        boolean after = run < last && single(run + 1);
        if (!before || !after || Math.signum(code[k] - code[k - 1]) != Math.signum(code[run + 1] - code[run])) {
            return true;
        }
        double paceBefore = k - 1 > first ? at[k] - at[k - 1] : 0;
        double paceAfter = run + 1 < last ? at[run + 2] - at[run + 1] : 0;
        return length > 2 * PACE * Math.max(paceBefore, paceAfter);
    }

    /** The code at which the hand was longest, of a run of two. */
    private double longest(int k, int run) {
        double one = 0;
        double other = 0;
        for (int i = k; i <= run; i++) {
            double length = end(i) - at[i];
            if (code[i] == code[k]) {
                one += length;
            } else {
                other += length;
            }
        }
        return other > one ? code[k + 1] : code[k];
    }

    /** False if the hand only passed through on a slow reach: the same way, at a similar pace, on both sides. */
    private boolean lies(int k, int first, int last, double length) {
        boolean before = k > first && single(k);
        boolean after = k < last && single(k + 1);
        if (before && after && Math.signum(code[k] - code[k - 1]) != Math.signum(code[k + 1] - code[k])) {
            return true;
        }
        double paceBefore = before ? at[k] - at[k - 1] : 0;
        double paceAfter = after ? end(k + 1) - at[k + 1] : 0;
        // Of the first and the last cell only a part was seen: it may say that this was no rest, not that it was.
        boolean cutBefore = !before || k - 1 == first && length > PACE_AT_END * paceBefore;
        boolean cutAfter = !after || k + 1 == last && length > PACE_AT_END * paceAfter;
        if (cutBefore || cutAfter) {
            double known = Math.max(cutBefore ? 0 : paceBefore, cutAfter ? 0 : paceAfter);
            return length > PACE_AT_END * known;
        }
        return length > PACE * Math.min(paceBefore, paceAfter);
    }
}
