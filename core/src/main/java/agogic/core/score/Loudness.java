package agogic.core.score;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * How loud the marks of a clip ask it to be: each mark holds until the next; a hairpin goes from where it is to the mark at
 * its end, or by a step and a half where none stands there.
 */
public final class Loudness {
    /** Before the first mark, and the step of a hairpin that leads to none (common practice). */
    private static final double USUAL = 80;

    private static final double UNMARKED = 24;

    /** A mark belongs to the end of a hairpin if it is no farther after it, in quarter notes. */
    private static final double NEAR = 1;

    /** From {@code beat} on: {@code level}, and on the way to the next if {@code moves}. */
    public record Part(double beat, double level, boolean moves) {}

    private Loudness() {}

    /** The parts of a clip's loudness in order; empty if it has no marks and no hairpins. */
    public static List<Part> of(List<Dynamic> marks, List<Hairpin> hairpins) {
        List<Part> parts = new ArrayList<>();
        if (marks.isEmpty() && hairpins.isEmpty()) {
            return parts;
        }
        List<Dynamic> sorted = new ArrayList<>(marks);
        sorted.sort(Comparator.comparingDouble(Dynamic::beat));
        List<Hairpin> ways = new ArrayList<>(hairpins);
        ways.sort(Comparator.comparingDouble(Hairpin::from));
        double level = sorted.isEmpty() || sorted.get(0).beat() > 0
                ? USUAL
                : sorted.get(0).level();
        parts.add(new Part(0, level, false));
        int mark = 0;
        int way = 0;
        double at = 0;
        while (mark < sorted.size() || way < ways.size()) {
            boolean first = way == ways.size()
                    || mark < sorted.size()
                            && sorted.get(mark).beat() <= ways.get(way).from();
            if (first) {
                Dynamic one = sorted.get(mark++);
                if (one.beat() >= at) {
                    level = one.level();
                    put(parts, new Part(one.beat(), level, false));
                    at = one.beat();
                }
                continue;
            }
            Hairpin one = ways.get(way++);
            double from = Math.max(at, one.from());
            if (one.to() <= from) {
                continue;
            }
            put(parts, new Part(from, level, true));
            double target = level + (one.louder() ? UNMARKED : -UNMARKED);
            for (int i = mark; i < sorted.size() && sorted.get(i).beat() <= one.to() + NEAR; i++) {
                target = sorted.get(i).beat() > from ? sorted.get(i).level() : target;
            }
            // A mark in the middle of a hairpin is where that one ends.
            double to = one.to();
            while (mark < sorted.size() && sorted.get(mark).beat() < to) {
                if (sorted.get(mark).beat() > from) {
                    to = sorted.get(mark).beat();
                    target = sorted.get(mark).level();
                    break;
                }
                mark++;
            }
            level = Math.max(0, Math.min(127, target));
            put(parts, new Part(to, level, false));
            at = to;
        }
        return parts;
    }

    private static void put(List<Part> parts, Part part) {
        Part last = parts.get(parts.size() - 1);
        if (last.beat() == part.beat()) {
            parts.remove(parts.size() - 1);
        }
        parts.add(part);
    }

    /** The level at a beat, straight along hairpins; the usual one where nothing is marked. */
    public static double at(List<Part> parts, double beat) {
        int low = -1;
        int high = parts.size();
        while (high - low > 1) {
            int mid = (low + high) >>> 1;
            if (parts.get(mid).beat() <= beat) {
                low = mid;
            } else {
                high = mid;
            }
        }
        if (low < 0) {
            return USUAL;
        }
        Part part = parts.get(low);
        if (!part.moves() || high == parts.size()) {
            return part.level();
        }
        Part next = parts.get(high);
        double u = Math.min(1, (beat - part.beat()) / (next.beat() - part.beat()));
        return part.level() + (next.level() - part.level()) * u;
    }
}
