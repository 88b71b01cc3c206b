package agogic.core.hand;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/** Where a hand lay still, by how long it was in its cells, and by what the reaches beside them say. */
final class Stillness {
    /** A visit in the next cell that is shorter than this is a tremble. Seconds. */
    private static final double TREMBLE = 0.08;

    /** A cell in which the hand was longer than this many times as in those beside it was no part of a reach. */
    private static final double PACE = 1.5;

    /** What is longer than this many of the shortest rests is one where the hand was faster on one side already. */
    private static final double SURE = 3;

    /** Two rests beside each other are both rests if each is longer than this many of the shortest. */
    private static final double BOTH = 2;

    /**
     * A hand that trembled for longer than this many of the shortest rests was on no slow way on both sides, and where it was as
     * long in one cell it lay there.
     */
    private static final double LONG = 4;

    /** Of two rests beside each other this part is the reach between them. */
    private static final double SMALL_REACH = 0.1;

    /** From cell to cell it takes no longer on each side: both rests are level. Seconds. */
    private static final double STEP = 0.02;

    /** How long a rest was is told rather too long: it was none if it seems to be shorter than this many of the shortest. */
    private static final double BRIEF = 1.2;

    /** The same where there is a cell on one side only. */
    private static final double PACE_AT_END = 1.6;

    /** So many cells on each side of a crest are looked at, and so many there have to be. */
    private static final int CREST = 5;

    private static final int CREST_LEAST = 3;

    /** The way out of a crest takes as long as the way in, up to this part. */
    private static final double MIRRORED = 0.12;

    /** And as when messages come. Seconds. */
    private static final double JITTER = 0.01;

    /** The squares of the times grow evenly, up to this part of the last. */
    private static final double EVENLY = 0.04;

    /** How high a crest may lie over the border of its cell, in steps: one, and a little for when messages come. */
    private static final double CRESTED = 1.2;

    /** So near to a crest a way grows slower or faster from cell to cell. */
    private static final int FLANK = 2;

    private final Codes codes;
    private final double[] at;
    private final double[] code;
    private final double step;
    private final double shortest;
    /** True if the hand lasted in one cell of the rest that was found last. */
    private boolean lasted;

    Stillness(Codes codes, double shortest) {
        this.codes = codes;
        at = codes.at;
        code = codes.code;
        step = codes.step;
        this.shortest = shortest;
    }

    private double end(int k) {
        return codes.end(k);
    }

    private boolean single(int k) {
        return codes.single(k);
    }

    private boolean beside(double one, double other) {
        return codes.beside(one, other);
    }

    /** The rests in the cells {@code first} to {@code last}, between which nothing jumps. */
    List<Stay> rests(int first, int last) {
        List<Stay> rests = new ArrayList<>();
        int k = first;
        while (k <= last) {
            int run = trembling(k, last);
            boolean trembles = run > k;
            // What stood for a moment when it began is where the hand lay already.
            int begun = !trembles && k == first && k < last && single(k + 1) && at[k + 1] - at[k] < TREMBLE ? k + 1 : k;
            run = Math.max(run, begun);
            double begins = at[k];
            double ends = end(run);
            if (ends - begins >= shortest && still(k, run, first, last, trembles)) {
                double place = longest(k, run);
                double other = run > k ? code[k] == place ? code[k + 1] : code[k] : place;
                double late = run < last && !single(run + 1) ? codes.since(run + 1) : ends;
                boolean lasting = IntStream.rangeClosed(k, run).anyMatch(this::lasts);
                put(rests, new Stay(begins, ends, place, (place + other) / 2, begins, late), lasting);
            }
            k = run + 1;
        }
        return reached(rests, first, last);
    }

    private boolean still(int k, int run, int first, int last, boolean trembles) {
        double length = end(run) - at[k];
        // The very top of a wave may lie in the next cell for a moment.
        return trembles
                ? pauses(k, run, first, last, length) && !(run == k + 2 && crests(k + 1, first, last))
                : lies(run, first, last, length);
    }

    /**
     * What the reaches say of the rests between them: when they begin and end, and which were too brief to be any. Where a
     * hand turned without a rest, a brief one is added.
     */
    private List<Stay> reached(List<Stay> rests, int first, int last) {
        if (step == 0) {
            return rests;
        }
        List<Stay> all = new ArrayList<>();
        ReachTimes before = ReachTimes.UNKNOWN;
        int next = first + 1;
        for (int r = 0; r <= rests.size(); r++) {
            Stay rest = r < rests.size() ? rests.get(r) : null;
            int until = rest == null ? last : Arrays.binarySearch(at, rest.from());
            // The reaches up to here, each as far as it goes before it turns.
            while (next <= until) {
                int turn = codes.turnAfter(next, until);
                boolean whole = turn < until || rest != null;
                ReachTimes reach = whole ? ReachTimes.of(at, codes.quiet, code, next, turn, step) : ReachTimes.UNKNOWN;
                if (!all.isEmpty()) {
                    follows(all, reach);
                }
                before = reach;
                if (turn < until) {
                    double over = reach.levelFrom();
                    boolean known = over > at[turn - 1] && over < end(turn);
                    Stay met = Stay.turn(at[turn], end(turn), code[turn]);
                    all.add(met.after(reach.over, known ? over : at[turn]));
                }
                next = turn + 1;
            }
            if (rest != null) {
                double over = before.levelFrom();
                double early = over > 0 && over < rest.to() ? over : rest.early();
                all.add(rest.after(before.over, early));
                next = Arrays.binarySearch(at, rest.to());
                next = next < 0 ? last + 1 : next;
                before = ReachTimes.UNKNOWN;
            }
        }
        return all;
    }

    /** The reach after the last of these rests says until when that was one. */
    private void follows(List<Stay> all, ReachTimes reach) {
        Stay rest = all.get(all.size() - 1);
        double begun = reach.levelUntil();
        boolean known = begun > rest.early() && begun > rest.from();
        boolean brief = reach.begun - rest.over() < BRIEF * shortest;
        all.set(all.size() - 1, rest.before(known ? begun : rest.late(), brief));
    }

    /**
     * A rest beside another: with a small reach between them if they lie apart, or were both long and alike; else of a long and a short one
     * the short one is where a reach begins or ends, and two alike are one, at the border between them.
     */
    private void put(List<Stay> rests, Stay rest, boolean lasting) {
        Stay before = rests.isEmpty() ? null : rests.get(rests.size() - 1);
        if (before == null || before.to() < rest.from()) {
            rests.add(rest);
            lasted = lasting;
            return;
        }
        double one = before.to() - before.from();
        double other = rest.to() - rest.from();
        boolean follows = before.to() == rest.from();
        boolean apart = !beside(before.place(), rest.place());
        boolean both = lasted && lasting && Math.max(one, other) <= 2 * Math.min(one, other);
        if (follows && (apart ? Math.min(one, other) > BOTH * shortest : both)) {
            // Two rests with a reach of so few codes between them that it is seen in none alone.
            rests.set(rests.size() - 1, before.before(before.to() - reach(apart, one), false));
            rests.add(rest.after(Double.NaN, rest.from() + reach(apart, other)));
            lasted = lasting;
            return;
        }
        if (2 * other < one) {
            return;
        }
        lasted |= lasting;
        rests.remove(rests.size() - 1);
        rests.add(
                2 * one < other || !beside(before.place(), rest.place())
                        ? rest
                        : new Stay(
                                before.from(),
                                rest.to(),
                                (before.place() + rest.place()) / 2,
                                (before.place() + rest.place()) / 2,
                                before.early(),
                                rest.late()));
    }

    /** How much of a rest of this length is the reach to another: from a cell to the next one it is no more than a moment. */
    private static double reach(boolean apart, double length) {
        return apart ? SMALL_REACH * length : Math.min(STEP, SMALL_REACH * length);
    }

    /** The last cell of a run of two neighbours between which the hand trembled, beginning with cell k; k if it did not. */
    private int trembling(int k, int last) {
        if (k == last || !single(k + 1)) {
            return k;
        }
        boolean one = lasts(k);
        boolean other = lasts(k + 1);
        if (one && other) {
            return k;
        }
        int run = k + 1;
        while (run < last && single(run + 1) && code[run + 1] == code[run - 1]) {
            boolean odd = (run + 1 - k) % 2 != 0;
            boolean lasts = lasts(run + 1);
            if (lasts && (odd ? one : other)) {
                break;
            }
            one |= lasts && !odd;
            other |= lasts && odd;
            run++;
        }
        boolean brief = run - k == 2 && at[run] - at[run - 1] < TREMBLE;
        return run - k >= 3 || brief ? run : k;
    }

    /** True if the hand was in a cell for so long that it lay there, whatever cells are beside it. */
    private boolean lasts(int k) {
        return end(k) - at[k] > LONG * shortest;
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
        // Where it was as long as this, what comes slowly before or after it may be a rest, too.
        double pace = length > LONG * shortest ? Math.min(paceBefore, paceAfter) : Math.max(paceBefore, paceAfter);
        return length > 2 * PACE * pace;
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

    /**
     * True if cell k is the crest of a wave: the hand went out of the cells beside it as it had come in, in times whose squares
     * grow evenly from cell to cell, as those of a fall do (a parabola, which every smooth wave is at its crest). A hand that rests
     * between two reaches is long in one cell and then soon in many.
     */
    private boolean crests(int k, int first, int last) {
        double[] squares = new double[CREST + 1];
        int n = 0;
        double middle = (at[k] + end(k)) / 2;
        while (n <= CREST && k - n > first && k + n < last && single(k - n) && single(k + n + 1)) {
            double half = (end(k + n) - at[k - n]) / 2;
            boolean mirrored = code[k - n] == code[k + n]
                    && Math.abs((end(k + n) + at[k - n]) / 2 - middle) < MIRRORED * half + JITTER + codes.late
                    && (n == 0 || half * half > squares[n - 1]);
            if (!mirrored) {
                break;
            }
            squares[n++] = half * half;
        }
        if (n <= CREST_LEAST) {
            return false;
        }
        double each = (squares[n - 1] - squares[0]) / (n - 1);
        for (int i = 1; i < n - 1; i++) {
            if (Math.abs(squares[i] - squares[0] - i * each) > EVENLY * squares[n - 1] + blurred(squares[i])) {
                return false;
            }
        }
        // The crest lies in its cell: it is no higher than a step over the border.
        return squares[0] < CRESTED * each + blurred(squares[0]);
    }

    /** How far the square of a time is off, mostly, where both its ends are told late. */
    private double blurred(double square) {
        return Math.sqrt(square) * codes.late;
    }

    private boolean besideCrest(int k, int first, int last) {
        for (int beside = Math.max(first + 1, k - FLANK); beside <= Math.min(last - 1, k + FLANK); beside++) {
            if (beside != k && crests(beside, first, last)) {
                return true;
            }
        }
        return false;
    }

    /** False if the hand only passed through on a slow reach: the same way, at a similar pace, on both sides. */
    private boolean lies(int k, int first, int last, double length) {
        boolean before = k > first && single(k);
        boolean after = k < last && single(k + 1);
        if (before && after && Math.signum(code[k] - code[k - 1]) != Math.signum(code[k + 1] - code[k])) {
            return !crests(k, first, last);
        }
        double paceBefore = before ? at[k] - at[k - 1] : 0;
        double paceAfter = after ? end(k + 1) - at[k + 1] : 0;
        // Of the very first and the very last cell only a part was seen: it may say that this was no rest, not that it
        // was.
        boolean cutBefore = k == 0 || before && k == 1 && length > PACE_AT_END * paceBefore;
        int end = at.length - 1;
        boolean cutAfter = k == end || after && k + 1 == end && length > PACE_AT_END * paceAfter;
        if (cutBefore || cutAfter) {
            double known = Math.max(cutBefore ? 0 : paceBefore, cutAfter ? 0 : paceAfter);
            return length > PACE_AT_END * known;
        }
        // Only what is long for a rest lies on a way that is faster on one side and as slow on the other.
        double pace = length > SURE * shortest ? Math.min(paceBefore, paceAfter) : Math.max(paceBefore, paceAfter);
        return length > PACE * pace && !besideCrest(k, first, last);
    }
}
