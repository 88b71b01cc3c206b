package agogic.core.refine.tube;

import agogic.core.envelope.Shape;

/**
 * Says whether a way lies within the walls of a tube everywhere in time. Blocks of points are looked at first: a way that
 * goes one way lies inside over a whole block if its values at the ends of the block lie below the lowest upper and above
 * the highest lower wall there.
 */
public final class Walls {
    private static final int DEPTH = 10;
    /** Below this amount the difference of exponentials says too little. */
    private static final double FLAT = 1e-3;

    private final Tube tube;
    /** The lowest upper and the highest lower wall of blocks of 1, 2, 4 and so on gaps between points. */
    private final double[][] ceiling;

    private final double[][] floor;

    private Shape way;
    private double t0;
    private double v0;
    private double v1;
    private double length;
    private double curve;
    /** Of a bent way, as the formula has it: the exponent, and the way by what it grows to; else 0. */
    private double bend;

    private double perBend;
    /** Where the way that was asked for last broke a wall, and what the wall is there. */
    public double brokenAt;

    public double wall;

    /** The walls of a tube; it takes as long as the tube has places. */
    public Walls(Tube tube) {
        this.tube = tube;
        int gaps = tube.size() - 1;
        int levels = gaps < 1 ? 0 : 32 - Integer.numberOfLeadingZeros(gaps);
        ceiling = new double[levels][];
        floor = new double[levels][];
        for (int level = 0; level < levels; level++) {
            int count = (gaps - 1 >> level) + 1;
            ceiling[level] = new double[count];
            floor[level] = new double[count];
            double[] above = level == 0 ? tube.upper : ceiling[level - 1];
            double[] below = level == 0 ? tube.lower : floor[level - 1];
            for (int b = 0; b < count; b++) {
                int one = level == 0 ? b : 2 * b;
                int other = Math.min(one + 1, above.length - 1);
                ceiling[level][b] = Math.min(above[one], above[other]);
                floor[level][b] = Math.max(below[one], below[other]);
            }
        }
    }

    /** False if no way that goes one way only lies within the walls between these places. */
    public boolean pass(double from, double begins, double to, double ends) {
        double low = Math.min(begins, ends) - Tube.ROUNDING;
        double high = Math.max(begins, ends) + Tube.ROUNDING;
        int end = tube.before(to);
        int g = tube.before(from) + 1;
        if (g <= end && (tube.lower[end] > high || tube.upper[end] < low)) {
            return false;
        }
        while (g < end) {
            int level = level(g, end);
            if (floor[level][g >> level] > high || ceiling[level][g >> level] < low) {
                return false;
            }
            g += 1 << level;
        }
        return true;
    }

    /** Of the greatest block that begins at point {@code g} and is over by point {@code end}. */
    private int level(int g, int end) {
        int level = Math.min(g == 0 ? 31 : Integer.numberOfTrailingZeros(g), ceiling.length - 1);
        while (g + (1 << level) > end) {
            level--;
        }
        return level;
    }

    /** True if the way from (t0, v0) to (t1, v1), straight, bent or an S, lies within the walls. */
    public boolean hold(double from, double begins, double to, double ends, Shape shape) {
        if (!(to > from)) {
            return false;
        }
        way = begins == ends ? Shape.STRAIGHT : shape;
        t0 = from;
        v0 = begins;
        v1 = ends;
        length = to - from;
        bend = way.kind() == Shape.Kind.BENT && Math.abs(way.amount()) > FLAT ? 8 * way.amount() : 0;
        perBend = (ends - begins) / (Math.exp(bend) - 1);
        curve = curvature(way) * Math.abs(ends - begins) / 8;
        int begin = tube.before(from);
        int finish = tube.before(to);
        int first = begin + 1;
        int past = finish >= 0 && tube.times[finish] == to ? finish : finish + 1;
        // A few places first: where a way is outside, it mostly is there.
        int jump = Math.max(1, (past - first) / 8);
        for (int i = first + jump / 2; jump > 1 && i < past; i += jump) {
            if (breaks(i, at(tube.times[i]))) {
                return false;
            }
        }
        double low = tube.at(tube.lower, begin, from);
        double high = tube.at(tube.upper, begin, from);
        double last = tube.at(tube.lower, finish, to);
        double most = tube.at(tube.upper, finish, to);
        if (outside(from, begins, low, high) || outside(to, ends, last, most)) {
            return false;
        }
        if (first >= past) {
            return gap(from, begins, low, high, to, ends, last, most);
        }
        int end = past - 1;
        double entry = at(tube.times[first]);
        double exit = at(tube.times[end]);
        return !breaks(first, entry)
                && !breaks(end, exit)
                && gap(from, begins, low, high, tube.times[first], entry, tube.lower[first], tube.upper[first])
                && gap(tube.times[end], exit, tube.lower[end], tube.upper[end], to, ends, last, most)
                && blocks(first, entry, end);
    }

    /** All gaps from point {@code first} to point {@code end}, in the greatest blocks that lie between. */
    private boolean blocks(int first, double entry, int end) {
        int g = first;
        double value = entry;
        while (g < end) {
            int level = level(g, end);
            int next = g + (1 << level);
            double then = at(tube.times[next]);
            if (breaks(next, then) || !block(level, g >> level, value, then)) {
                return false;
            }
            g = next;
            value = then;
        }
        return true;
    }

    private boolean block(int level, int b, double enters, double leaves) {
        if (Math.max(enters, leaves) <= ceiling[level][b] && Math.min(enters, leaves) >= floor[level][b]) {
            return true;
        }
        if (level == 0) {
            return gap(
                    tube.times[b],
                    enters,
                    tube.lower[b],
                    tube.upper[b],
                    tube.times[b + 1],
                    leaves,
                    tube.lower[b + 1],
                    tube.upper[b + 1]);
        }
        int mid = 2 * b + 1 << level - 1;
        double value = at(tube.times[mid]);
        return !breaks(mid, value)
                && block(level - 1, 2 * b, enters, value)
                && block(level - 1, 2 * b + 1, value, leaves);
    }

    private double at(double time) {
        double u = (time - t0) / length;
        if (bend == 0) {
            return way.value(v0, v1, u);
        }
        return u >= 1 ? v1 : v0 + (Math.exp(bend * u) - 1) * perBend;
    }

    private boolean breaks(int i, double value) {
        return outside(tube.times[i], value, tube.lower[i], tube.upper[i]);
    }

    private boolean outside(double time, double value, double low, double high) {
        boolean above = value > high + Tube.ROUNDING;
        if (above || value < low - Tube.ROUNDING) {
            brokenAt = time;
            wall = above ? high : low;
            return true;
        }
        return false;
    }

    private static double curvature(Shape one) {
        if (one.kind() != Shape.Kind.BENT) {
            return one.kind() == Shape.Kind.S ? 6 : 0;
        }
        double k = Math.abs(8 * one.amount());
        return k < 1e-9 ? 0 : k * k / -Math.expm1(-k);
    }

    /** Between two times with straight walls, at which it lies inside: there is room for its bulge, or it is looked at. */
    private boolean gap(
            double a, double va, double lowA, double highA, double b, double vb, double lowB, double highB) {
        double part = (b - a) / length;
        double bulge = curve * part * part;
        double room = Math.min(Math.min(highA - va, highB - vb), Math.min(va - lowA, vb - lowB));
        return room >= bulge || bulge <= Tube.ROUNDING || between(a, lowA, highA, b, lowB, highB, DEPTH);
    }

    /** Halved until there is room. */
    private boolean between(double a, double lowA, double highA, double b, double lowB, double highB, int depth) {
        double mid = (a + b) / 2;
        double value = at(mid);
        double low = (lowA + lowB) / 2;
        double high = (highA + highB) / 2;
        if (outside(mid, value, low, high)) {
            return false;
        }
        double part = (b - a) / length / 2;
        if (depth == 0 || Math.min(high - value, value - low) > 4 * curve * part * part) {
            return true;
        }
        return between(a, lowA, highA, mid, low, high, depth - 1) && between(mid, low, high, b, lowB, highB, depth - 1);
    }
}
