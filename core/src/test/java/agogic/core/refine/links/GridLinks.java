package agogic.core.refine.links;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * A path of straight links within a tolerance of samples joined by lines, with its corners on a grid: at the samples and
 * midway between them, at {@value #LEVELS} values each. Found by going through all links from what was reached so far, so
 * it has the fewest links of all paths on the grid, and no fewer than the fewest of all. Shares nothing with the algorithm.
 */
final class GridLinks {
    private static final int LEVELS = 9;

    private final double[] time;
    private final double[] middle;
    private final double tolerance;
    private final int[][] links;
    private final int[][] from;

    GridLinks(double[] t, double[] v, double tolerance) {
        int n = 2 * t.length - 1;
        this.tolerance = tolerance;
        time = new double[n];
        middle = new double[n];
        for (int i = 0; i < n; i++) {
            boolean sample = i % 2 == 0;
            time[i] = sample ? t[i / 2] : (t[i / 2] + t[i / 2 + 1]) / 2;
            middle[i] = sample ? v[i / 2] : (v[i / 2] + v[i / 2 + 1]) / 2;
        }
        links = new int[n][LEVELS];
        from = new int[n][LEVELS];
        for (int[] one : links) {
            Arrays.fill(one, Integer.MAX_VALUE);
        }
        Arrays.fill(links[0], 0);
        List<Integer> reached = new ArrayList<>();
        for (int level = 0; level < LEVELS; level++) {
            reached.add(level);
        }
        for (int round = 1; !reached.isEmpty(); round++) {
            List<Integer> next = new ArrayList<>();
            for (int node : reached) {
                reach(node, round, next);
            }
            reached = next;
        }
    }

    private double value(int place, int level) {
        return middle[place] + tolerance * (2.0 * level / (LEVELS - 1) - 1);
    }

    private void reach(int node, int round, List<Integer> next) {
        int a = node / LEVELS;
        double v = value(a, node % LEVELS);
        double least = Double.NEGATIVE_INFINITY;
        double most = Double.POSITIVE_INFINITY;
        for (int b = a + 1; b < time.length; b++) {
            double length = time[b] - time[a];
            for (int level = 0; level < LEVELS; level++) {
                double slope = (value(b, level) - v) / length;
                if (slope >= least && slope <= most && links[b][level] > round) {
                    links[b][level] = round;
                    from[b][level] = node;
                    next.add(b * LEVELS + level);
                }
            }
            if (b % 2 == 0) {
                least = Math.max(least, (middle[b] - tolerance - v) / length);
                most = Math.min(most, (middle[b] + tolerance - v) / length);
            }
            if (least > most) {
                return;
            }
        }
    }

    /** The fewest points on the grid. */
    int points() {
        return Arrays.stream(links[time.length - 1]).min().orElseThrow() + 1;
    }

    /** How far the path that was built is from the samples at the most: the check of the reference itself. */
    double farthest() {
        int last = time.length - 1;
        int level = 0;
        for (int i = 1; i < LEVELS; i++) {
            level = links[last][i] < links[last][level] ? i : level;
        }
        int node = last * LEVELS + level;
        double far = 0;
        while (node / LEVELS > 0) {
            int b = node / LEVELS;
            int before = from[b][node % LEVELS];
            int a = before / LEVELS;
            double v0 = value(a, before % LEVELS);
            double v1 = value(b, node % LEVELS);
            for (int i = a; i <= b; i++) {
                double on = v0 + (v1 - v0) * (time[i] - time[a]) / (time[b] - time[a]);
                far = Math.max(far, Math.abs(on - middle[i]));
            }
            node = before;
        }
        return far;
    }
}
