package agogic.core.refine;

import agogic.core.envelope.Shape;

/**
 * Ways between two places in a tube: whether one lies inside everywhere, how far it is from the middle, and which shape is
 * the nearest one inside.
 */
final class Ways {
    /** A way is compared with the middle at so many even places. */
    private static final int SAMPLES = 20;

    private static final double[] BENDS = {
        -0.95, -0.8, -0.65, -0.5, -0.38, -0.28, -0.2, -0.12, -0.06, 0.06, 0.12, 0.2, 0.28, 0.38, 0.5, 0.65, 0.8, 0.95
    };
    private static final double[] SPARE = {0.5, 1, 0, -0.5};

    /** How far each of the bent ways, and the two parts of an S, are at the places. */
    private static final double[][] BENT = new double[BENDS.length][SAMPLES];

    private static final double[] USUAL = new double[SAMPLES];
    private static final double[] HAND = new double[SAMPLES];
    private static final double[] PLACES = new double[SAMPLES];

    static {
        for (int i = 0; i < SAMPLES; i++) {
            double p = (i + 0.5) / SAMPLES;
            PLACES[i] = p;
            USUAL[i] = Shape.S.value(0, 1, p);
            HAND[i] = Shape.s(1).value(0, 1, p);
            for (int b = 0; b < BENDS.length; b++) {
                BENT[b][i] = Shape.bent(BENDS[b]).value(0, 1, p);
            }
        }
    }

    private final Walls walls;
    private final boolean shaped;
    /** The middle at even spaces of time. */
    private final double begin;

    private final double space;
    private final double[] grid;

    /** Of the middle, of it times time and of its square: the sums from the beginning, in spaces. */
    private final double[] sums;

    private final double[] moments;
    private final double[] squares;

    private final double[] c = new double[SAMPLES];
    /** How far a bend that is not in the table is at the places. */
    private final double[] own = new double[SAMPLES];

    private double weight;

    /** The nearest way that was found last, and its distance: the square, times time. */
    Shape shape;

    double error;

    Ways(Tube tube, boolean shaped, double steady) {
        walls = new Walls(tube);
        this.shaped = shaped;
        int n = tube.size();
        begin = tube.times[0];
        double length = tube.times[n - 1] - begin;
        int count = Math.max(32, Math.min(4096, 4 * n));
        space = length / count;
        double[] even = new double[count + 1];
        int at = 0;
        for (int i = 0; i <= count; i++) {
            double time = i == count ? tube.times[n - 1] : begin + i * space;
            while (at + 2 < n && tube.times[at + 1] <= time) {
                at++;
            }
            double part = Math.max(0, Math.min(1, (time - tube.times[at]) / (tube.times[at + 1] - tube.times[at])));
            even[i] = tube.centre[at] + (tube.centre[at + 1] - tube.centre[at]) * part;
        }
        int half = (int) Math.min(12, steady / space / 2);
        grid = half >= 2 && even.length > 4 * half ? SavitzkyGolay.smooth(even, half) : even;
        sums = new double[count + 1];
        moments = new double[count + 1];
        squares = new double[count + 1];
        for (int k = 0; k < count; k++) {
            sums[k + 1] = sums[k] + sum(k, 1);
            moments[k + 1] = moments[k] + moment(k, 1);
            squares[k + 1] = squares[k] + square(k, 1);
        }
    }

    /** Of the first part of the space after k: the middle goes straight there. */
    private double sum(int k, double part) {
        return part * (grid[k] + (grid[k + 1] - grid[k]) * part / 2);
    }

    private double moment(int k, double part) {
        return k * sum(k, part) + part * part * (grid[k] / 2 + (grid[k + 1] - grid[k]) * part / 3);
    }

    private double square(int k, double part) {
        double rise = (grid[k + 1] - grid[k]) * part;
        return part * (grid[k] * (grid[k] + rise) + rise * rise / 3);
    }

    /** What a straight way is off: the square over time, exactly. */
    private double straight(double t0, double v0, double t1, double v1) {
        double a = (t0 - begin) / space;
        double b = (t1 - begin) / space;
        int last = grid.length - 2;
        int i = Math.max(0, Math.min(last, (int) a));
        int j = Math.max(0, Math.min(last, (int) b));
        double sum = sums[j] + sum(j, b - j) - sums[i] - sum(i, a - i);
        double moment = moments[j] + moment(j, b - j) - moments[i] - moment(i, a - i) - a * sum;
        double square = squares[j] + square(j, b - j) - squares[i] - square(i, a - i);
        double length = b - a;
        double own = length * (v0 * v0 + v0 * v1 + v1 * v1) / 3;
        return Math.max(0, own - 2 * (v0 * sum + (v1 - v0) / length * moment) + square) * space;
    }

    /** Finds the nearest way inside the tube; false if there is none. */
    boolean find(double t0, double v0, double t1, double v1) {
        return find(t0, v0, t1, v1, Double.POSITIVE_INFINITY);
    }

    /** Finds the nearest way inside the tube that is nearer than {@code limit}; false if there is none. */
    boolean find(double t0, double v0, double t1, double v1, double limit) {
        double whole = v1 - v0;
        if (!shaped || whole == 0) {
            double off = t1 > t0 ? straight(t0, v0, t1, v1) : limit;
            return off < limit && keep(Shape.STRAIGHT, off, t0, v0, t1, v1);
        }
        sample(t0, t1);
        double straight = error(PLACES, v0, whole);
        double s = nearestS(v0, whole);
        double errorS = found;
        double bent = nearestBent(v0, whole);
        double errorBent = found;
        boolean any = true;
        for (int tries = 0; any && tries < 3; tries++) {
            double least = Math.min(straight, Math.min(errorS, errorBent));
            if (!(least < limit)) {
                break;
            }
            if (least == straight) {
                if (keep(Shape.STRAIGHT, straight, t0, v0, t1, v1)) {
                    return true;
                }
                straight = Double.POSITIVE_INFINITY;
            } else if (least == errorS) {
                if (keep(Shape.s(s), errorS, t0, v0, t1, v1)) {
                    return true;
                }
                errorS = Double.POSITIVE_INFINITY;
            } else {
                if (keep(Shape.bent(bent), errorBent, t0, v0, t1, v1)) {
                    return true;
                }
                errorBent = Double.POSITIVE_INFINITY;
            }
            any = least < Double.POSITIVE_INFINITY;
        }
        if (limit == Double.POSITIVE_INFINITY) {
            for (double amount : SPARE) {
                double far = error(amount, v0, whole);
                if (keep(Shape.s(amount), far, t0, v0, t1, v1)) {
                    return true;
                }
            }
        }
        return false;
    }

    private double found;

    private boolean keep(Shape one, double far, double t0, double v0, double t1, double v1) {
        if (!walls.hold(t0, v0, t1, v1, one)) {
            return false;
        }
        shape = one;
        error = far;
        return true;
    }

    /** The middle at even places between two times. */
    private void sample(double t0, double t1) {
        double first = (t0 - begin) / space;
        double step = (t1 - t0) / space / SAMPLES;
        int last = grid.length - 2;
        for (int i = 0; i < SAMPLES; i++) {
            double x = first + (i + 0.5) * step;
            int at = Math.max(0, Math.min(last, (int) x));
            c[i] = grid[at] + (grid[at + 1] - grid[at]) * (x - at);
        }
        weight = (t1 - t0) / SAMPLES;
    }

    private double error(double[] parts, double v0, double whole) {
        double sum = 0;
        for (int i = 0; i < SAMPLES; i++) {
            double off = v0 + whole * parts[i] - c[i];
            sum += off * off;
        }
        return sum * weight;
    }

    private double error(double amount, double v0, double whole) {
        double sum = 0;
        for (int i = 0; i < SAMPLES; i++) {
            double part =
                    amount > 0 ? USUAL[i] + amount * (HAND[i] - USUAL[i]) : USUAL[i] + amount * (USUAL[i] - PLACES[i]);
            double off = v0 + whole * part - c[i];
            sum += off * off;
        }
        return sum * weight;
    }

    /** On each side of the usual S the way is linear in the amount: the least squares are solved. */
    private double nearestS(double v0, double whole) {
        double up = 0;
        double upper = 0;
        double down = 0;
        double lower = 0;
        for (int i = 0; i < SAMPLES; i++) {
            double off = c[i] - v0 - whole * USUAL[i];
            double one = whole * (HAND[i] - USUAL[i]);
            double other = whole * (USUAL[i] - PLACES[i]);
            up += off * one;
            upper += one * one;
            down += off * other;
            lower += other * other;
        }
        double more = upper > 0 ? Math.max(0, Math.min(1, up / upper)) : 0;
        double less = lower > 0 ? Math.max(-1, Math.min(0, down / lower)) : 0;
        // What each gains over the usual S.
        double gainMore = more * (2 * up - more * upper);
        double gainLess = less * (2 * down - less * lower);
        double amount = gainMore >= gainLess ? more : less;
        found = error(amount, v0, whole);
        return amount;
    }

    /** The nearest of the bends in the table, and then between it and its neighbours. */
    private double nearestBent(double v0, double whole) {
        // The error falls and rises again: the bottom is found by halving.
        int low = 0;
        int high = BENDS.length - 1;
        while (high - low > 1) {
            int mid = (low + high) >>> 1;
            if (error(BENT[mid], v0, whole) < error(BENT[mid + 1], v0, whole)) {
                high = mid;
            } else {
                low = mid + 1;
            }
        }
        int at = high == low || error(BENT[low], v0, whole) < error(BENT[high], v0, whole) ? low : high;
        double best = error(BENT[at], v0, whole);
        double amount = BENDS[at];
        if (at > 0 && at + 1 < BENDS.length) {
            double left = error(BENT[at - 1], v0, whole);
            double right = error(BENT[at + 1], v0, whole);
            double a = BENDS[at - 1] - amount;
            double b = BENDS[at + 1] - amount;
            double bottom =
                    (a * a * (right - best) - b * b * (left - best)) / (2 * (a * (right - best) - b * (left - best)));
            double tried = amount + bottom;
            if (tried > BENDS[at - 1] && tried < BENDS[at + 1] && Math.abs(tried) > 0.02) {
                double k = 8 * tried;
                double end = Math.exp(k) - 1;
                for (int i = 0; i < SAMPLES; i++) {
                    own[i] = (Math.exp(k * PLACES[i]) - 1) / end;
                }
                double near = error(own, v0, whole);
                if (near < best) {
                    best = near;
                    amount = tried;
                }
            }
        }
        found = best;
        return amount;
    }
}
