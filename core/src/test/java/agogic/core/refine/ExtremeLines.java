package agogic.core.refine;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * The fewest links of a path in a tube by trying them all, for tubes of a few points. Any path can be turned, link by
 * link, until each link rests on two corners of the walls (the argument of Imai and Iri 1986), so it is enough to try
 * the lines through all pairs of corners; of those, all sequences. No border and no hull is used here.
 */
final class ExtremeLines {
    private static final double ROUNDING = 1e-9;

    private final Tube tube;

    /** Pieces of lines that lie in the tube: slope and value at time 0, from when to when. */
    private record Piece(double slope, double zero, double from, double to) {
        double at(double t) {
            return zero + slope * t;
        }
    }

    private final List<Piece> pieces = new ArrayList<>();

    ExtremeLines(Tube tube) {
        this.tube = tube;
        List<double[]> corners = new ArrayList<>();
        for (int i = 0; i < tube.size(); i++) {
            corners.add(new double[] {tube.time(i), tube.lower(i)});
            corners.add(new double[] {tube.time(i), tube.upper(i)});
        }
        for (double[] a : corners) {
            for (double[] b : corners) {
                if (a[0] < b[0]) {
                    double slope = (b[1] - a[1]) / (b[0] - a[0]);
                    cut(slope, a[1] - slope * a[0]);
                }
            }
        }
    }

    /** Adds the parts of a line that lie in the tube. */
    private void cut(double slope, double zero) {
        List<Double> times = new ArrayList<>();
        for (int i = 0; i < tube.size(); i++) {
            times.add(tube.time(i));
            if (i > 0) {
                crossing(times, i, tube.lower(i - 1), tube.lower(i), slope, zero);
                crossing(times, i, tube.upper(i - 1), tube.upper(i), slope, zero);
            }
        }
        times.sort(Double::compare);
        double from = Double.NaN;
        for (int i = 0; i + 1 < times.size(); i++) {
            boolean inside = inside(times.get(i), slope, zero)
                    && inside(times.get(i + 1), slope, zero)
                    && inside((times.get(i) + times.get(i + 1)) / 2, slope, zero);
            if (inside && Double.isNaN(from)) {
                from = times.get(i);
            }
            boolean ends = !inside || i + 2 == times.size();
            if (ends && !Double.isNaN(from)) {
                pieces.add(new Piece(slope, zero, from, inside ? times.get(i + 1) : times.get(i)));
                from = Double.NaN;
            }
        }
    }

    private void crossing(List<Double> times, int i, double w0, double w1, double slope, double zero) {
        double t0 = tube.time(i - 1);
        double t1 = tube.time(i);
        double gap0 = zero + slope * t0 - w0;
        double gap1 = zero + slope * t1 - w1;
        if (gap0 * gap1 < 0) {
            times.add(t0 + (t1 - t0) * gap0 / (gap0 - gap1));
        }
    }

    private boolean inside(double t, double slope, double zero) {
        double value = zero + slope * t;
        return value >= tube.lowerAt(t) - ROUNDING && value <= tube.upperAt(t) + ROUNDING;
    }

    /** The fewest links from the first time of the tube to the last. */
    int fewest() {
        double start = tube.time(0);
        double end = tube.time(tube.size() - 1);
        double[] reached = new double[pieces.size()];
        for (int p = 0; p < reached.length; p++) {
            reached[p] = pieces.get(p).from() <= start ? start : Double.POSITIVE_INFINITY;
        }
        for (int links = 1; ; links++) {
            for (int p = 0; p < reached.length; p++) {
                if (reached[p] < Double.POSITIVE_INFINITY && pieces.get(p).to() >= end - ROUNDING) {
                    return links;
                }
            }
            double[] next = new double[reached.length];
            Arrays.fill(next, Double.POSITIVE_INFINITY);
            for (int p = 0; p < reached.length; p++) {
                for (int q = 0; q < reached.length && reached[p] < Double.POSITIVE_INFINITY; q++) {
                    next[q] = Math.min(next[q], meeting(pieces.get(p), pieces.get(q), reached[p]));
                }
            }
            reached = next;
        }
    }

    /** When a path on {@code a} since {@code since} can turn into {@code b} at the earliest; infinite if never. */
    private static double meeting(Piece a, Piece b, double since) {
        double t = (b.zero() - a.zero()) / (a.slope() - b.slope());
        boolean meets =
                t >= since - ROUNDING && t <= a.to() + ROUNDING && t >= b.from() - ROUNDING && t <= b.to() + ROUNDING;
        return meets ? t : Double.POSITIVE_INFINITY;
    }
}
