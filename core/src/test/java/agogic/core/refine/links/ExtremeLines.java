package agogic.core.refine.links;

import agogic.core.refine.tube.Tube;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * The fewest links of a path in a tube by trying them all, for tubes of a few points. Any path can be turned, link by
 * link, until each link rests on two corners of the walls, or on one corner and the place where the link before it would
 * leave the tube (the argument of Imai and Iri 1986; Suri 1986 on windows). So it is enough to try the lines through all
 * such pairs; of those, all sequences. No border and no hull is used here.
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

    /** A link that a path can be on, from this time on. */
    private record Reached(Piece piece, double since) {}

    private final List<double[]> corners = new ArrayList<>();
    private final List<Piece> pieces = new ArrayList<>();

    ExtremeLines(Tube tube) {
        this.tube = tube;
        for (int i = 0; i < tube.size(); i++) {
            corners.add(new double[] {tube.time(i), tube.lower(i)});
            corners.add(new double[] {tube.time(i), tube.upper(i)});
        }
        for (double[] a : corners) {
            for (double[] b : corners) {
                if (a[0] < b[0]) {
                    double slope = (b[1] - a[1]) / (b[0] - a[0]);
                    pieces.addAll(cut(slope, a[1] - slope * a[0]));
                }
            }
        }
    }

    /** The parts of a line that lie in the tube. */
    private List<Piece> cut(double slope, double zero) {
        List<Piece> parts = new ArrayList<>();
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
                parts.add(new Piece(slope, zero, from, inside ? times.get(i + 1) : times.get(i)));
                from = Double.NaN;
            }
        }
        return parts;
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
        List<Reached> level = new ArrayList<>();
        for (Piece piece : pieces) {
            if (piece.from() <= start) {
                level.add(new Reached(piece, start));
            }
        }
        for (int links = 1; ; links++) {
            if (level.stream().anyMatch(r -> r.piece().to() >= end - ROUNDING)) {
                return links;
            }
            level = turned(level);
        }
    }

    private List<Reached> turned(List<Reached> level) {
        List<Reached> next = new ArrayList<>();
        double[] earliest = new double[pieces.size()];
        Arrays.fill(earliest, Double.POSITIVE_INFINITY);
        for (Reached one : level) {
            for (int q = 0; q < earliest.length; q++) {
                earliest[q] = Math.min(earliest[q], meeting(one.piece(), pieces.get(q), one.since()));
            }
            double t = one.piece().to();
            double v = one.piece().at(t);
            for (double[] corner : corners) {
                if (corner[0] > t) {
                    double slope = (corner[1] - v) / (corner[0] - t);
                    for (Piece part : cut(slope, v - slope * t)) {
                        if (part.from() <= t + ROUNDING && part.to() > t + ROUNDING) {
                            next.add(new Reached(part, t));
                        }
                    }
                }
            }
        }
        for (int q = 0; q < earliest.length; q++) {
            if (earliest[q] < Double.POSITIVE_INFINITY) {
                next.add(new Reached(pieces.get(q), earliest[q]));
            }
        }
        return next;
    }

    /** When a path on {@code a} since {@code since} can turn into {@code b} at the earliest; infinite if never. */
    private static double meeting(Piece a, Piece b, double since) {
        double t = (b.zero() - a.zero()) / (a.slope() - b.slope());
        boolean meets =
                t >= since - ROUNDING && t <= a.to() + ROUNDING && t >= b.from() - ROUNDING && t <= b.to() + ROUNDING;
        return meets ? t : Double.POSITIVE_INFINITY;
    }
}
