package agogic.core.refine.links;

import agogic.core.refine.tube.Tube;
import java.util.ArrayList;
import java.util.List;

/**
 * Whether a path of k links exists in a tube, by trying all corner times on a fine grid. For every grid time and number
 * of links it keeps the exact range of values that can be reached; a link is possible if a line passes all ranges between.
 */
final class ExhaustiveLinks {
    private final Tube tube;
    private final double[] times;
    private final double[] low;
    private final double[] high;

    ExhaustiveLinks(Tube tube, int between) {
        this.tube = tube;
        List<Double> grid = new ArrayList<>();
        for (int i = 0; i + 1 < tube.size(); i++) {
            for (int k = 0; k < between; k++) {
                grid.add(tube.time(i) + (tube.time(i + 1) - tube.time(i)) * k / between);
            }
        }
        grid.add(tube.time(tube.size() - 1));
        times = grid.stream().mapToDouble(d -> d).toArray();
        low = new double[times.length];
        high = new double[times.length];
        for (int i = 0; i < times.length; i++) {
            low[i] = tube.lowerAt(times[i]);
            high[i] = tube.upperAt(times[i]);
        }
    }

    boolean reachesWith(int links) {
        int n = times.length;
        if (links <= 0) {
            return n == 1;
        }
        double[] from = {low[0]};
        double[][] reach = new double[n][];
        reach[0] = new double[] {from[0], high[0]};
        for (int k = 1; k <= links; k++) {
            double[][] next = new double[n][];
            for (int s = 0; s < n; s++) {
                for (int e = s + 1; reach[s] != null && e < n; e++) {
                    double[] range = seen(s, reach[s], e);
                    if (range != null) {
                        next[e] = next[e] == null
                                ? range
                                : new double[] {Math.min(next[e][0], range[0]), Math.max(next[e][1], range[1])};
                    }
                }
            }
            reach = next;
        }
        return reach[n - 1] != null;
    }

    /** The values at grid time e on lines from the range at s through all ranges between; null if there is none. */
    private double[] seen(int s, double[] start, int e) {
        double least = Double.POSITIVE_INFINITY;
        double most = Double.NEGATIVE_INFINITY;
        List<double[]> ranges = new ArrayList<>();
        ranges.add(new double[] {times[s], start[0], start[1]});
        for (int i = 0; i < tube.size(); i++) {
            if (tube.time(i) > times[s] && tube.time(i) < times[e]) {
                ranges.add(new double[] {tube.time(i), tube.lower(i), tube.upper(i)});
            }
        }
        ranges.add(new double[] {times[e], low[e], high[e]});
        // An extreme line rests on two ends of ranges.
        for (double[] a : ranges) {
            for (double[] b : ranges) {
                for (int ends = 0; b[0] > a[0] && ends < 4; ends++) {
                    double va = a[1 + (ends & 1)];
                    double slope = (b[1 + (ends >> 1)] - va) / (b[0] - a[0]);
                    if (passes(ranges, a[0], va, slope)) {
                        double end = va + slope * (times[e] - a[0]);
                        least = Math.min(least, end);
                        most = Math.max(most, end);
                    }
                }
            }
        }
        return least <= most ? new double[] {least, most} : null;
    }

    private static boolean passes(List<double[]> ranges, double t, double v, double slope) {
        for (double[] range : ranges) {
            double at = v + slope * (range[0] - t);
            if (at < range[1] - 1e-12 || at > range[2] + 1e-12) {
                return false;
            }
        }
        return true;
    }
}
