package agogic.core.refine.draw;

import agogic.core.envelope.Shape;
import agogic.core.refine.solve.Normal;
import agogic.core.refine.tube.Tube;
import agogic.core.refine.ways.Path;
import agogic.core.refine.ways.ShapeAt;
import agogic.core.refine.ways.Ways;
import java.util.Arrays;

/**
 * All corners of a path of shaped ways at once, and the amounts of these with them. Walls are looked at at the points of the
 * tube, at even places between them, and where a way ran alongside a wall when it began: between those a way that got nearer
 * may be outside by a little, so what comes of it has to be looked at.
 */
final class InteriorShaped extends InteriorPoint {
    private static final double TOUCHED = 1.5 * Tube.ROUNDING;

    /** Between points of the tube that lie farther apart, as a part of the way, walls are looked at too. */
    private static final double APART = 1.0 / 16;

    /** An S that hardly differs from the usual one may become more or less, in turn. */
    private static final double USUAL = 1e-3;

    private static final int HALVINGS = 12;

    private final Ways ways;
    private final ShapeAt steps = new ShapeAt();
    private Normal[] squares = {};
    private Normal[] all = {};
    private Shape.Kind[] kinds = {};
    /** Within which bounds the amount of each way may change. */
    private double[] least = {};

    private double[] most = {};
    private boolean less;

    /** Of each way, from where on in these are the places between points of the tube where walls are looked at. */
    private int[] placesFrom = {};

    private double[] places = {};

    /** Of each way, from where on in these are the places that were looked at last. */
    private int[] from = {};

    private Seen[] seen = {};
    private int looked;

    InteriorShaped(Tube tube, Ways ways) {
        super(tube, ways.middle, TOUCHED);
        this.ways = ways;
    }

    /** A place of a way at which walls are looked at. */
    private static final class Seen {
        double u;
        double part;
        double more;
        /** How what is above and below changes with the time of the place. */
        double timeAbove;

        double timeBelow;
        double above;
        double below;
    }

    @Override
    int prepare(Path path) {
        int links = corners - 1;
        if (squares.length < links) {
            squares = new Normal[links];
            all = new Normal[links];
            Arrays.setAll(squares, i -> new Normal());
            Arrays.setAll(all, i -> new Normal());
            kinds = new Shape.Kind[links];
            least = new double[links];
            most = new double[links];
            placesFrom = new int[links + 1];
            from = new int[links + 1];
        }
        less = !less;
        int count = 0;
        for (int i = 0; i < links; i++) {
            Shape way = path.shapes[i];
            kinds[i] = way.kind() == Shape.Kind.S ? Shape.Kind.S : Shape.Kind.BENT;
            bounds(i, way.amount());
            placesFrom[i] = count;
            count = between(path, i, count);
        }
        placesFrom[links] = count;
        int most = points + count;
        if (seen.length < most) {
            int before = seen.length;
            seen = Arrays.copyOf(seen, most);
            for (int i = before; i < most; i++) {
                seen[i] = new Seen();
            }
        }
        return most;
    }

    /** An S is more or less than the usual one; a bent way may become bent to the other side. */
    private void bounds(int i, double amount) {
        boolean s = kinds[i] == Shape.Kind.S;
        boolean up = Math.abs(amount) < USUAL ? !less : amount > 0;
        least[i] = s && up ? 0 : -1;
        most[i] = s && !up ? 0 : 1;
        amounts[i] = Math.max(least[i], Math.min(most[i], amount));
    }

    /** By how much an amount may become more. */
    private double more(int i, double amount) {
        return most[i] - amount + TOUCHED;
    }

    /** By how much it may become less. */
    private double less(int i, double amount) {
        return amount - least[i] + TOUCHED;
    }

    private void place(int at, double u) {
        if (at == places.length) {
            places = Arrays.copyOf(places, Math.max(64, 2 * at));
        }
        places[at] = u;
    }

    /** Places between points of the tube: even ones, and where the way runs alongside a wall. */
    private int between(Path path, int i, int first) {
        int count = first;
        double t0 = path.t[i];
        double length = path.t[i + 1] - t0;
        int p = tube.before(t0);
        double a = 0;
        while (a < 1) {
            double b = p + 1 < tube.size() ? Math.min(1, (tube.times[p + 1] - t0) / length) : 1;
            int parts = (int) Math.ceil((b - a) / APART - 1e-9);
            for (int k = 0; k < parts; k++) {
                double low = a + (b - a) * k / parts;
                double high = a + (b - a) * (k + 1) / parts;
                if (k > 0) {
                    place(count++, low);
                }
                double alongUpper = along(path, i, low, high, slope(tube.upper, p) * length, 1);
                if (alongUpper > low) {
                    place(count++, alongUpper);
                }
                double alongLower = along(path, i, low, high, slope(tube.lower, p) * length, -1);
                if (alongLower > low && alongLower != alongUpper) {
                    place(count++, alongLower);
                }
            }
            a = b;
            p++;
        }
        return count;
    }

    /** Where between two places a way is nearest to a wall of this rise: above it if {@code side} is 1. */
    private double along(Path path, int i, double low, double high, double rise, int side) {
        double whole = path.v[i + 1] - path.v[i];
        double a = low;
        double b = high;
        if (!(side * (whole * rise(i, a) - rise) > 0 && side * (whole * rise(i, b) - rise) < 0)) {
            return low;
        }
        for (int k = 0; k < HALVINGS; k++) {
            double mid = (a + b) / 2;
            boolean nears = side * (whole * rise(i, mid) - rise) > 0;
            a = nears ? mid : a;
            b = nears ? b : mid;
        }
        return (a + b) / 2;
    }

    private double rise(int i, double u) {
        steps.at(kinds[i], amounts[i], u);
        return steps.rise;
    }

    @Override
    double way(int i, double t0, double v0, double t1, double v1, double amount) {
        Shape.Kind kind = kinds[i];
        if (i == 0) {
            looked = 0;
        }
        from[i] = looked;
        logs += Math.log(length[i]);
        double more = more(i, amount);
        double less = less(i, amount);
        if (!(more > 0 && less > 0)) {
            return Double.POSITIVE_INFINITY;
        }
        logs += Math.log(more * less);
        double whole = v1 - v0;
        double[] times = tube.times;
        double per = 1 / length[i];
        double product = 1;
        int p = after[i];
        int next = placesFrom[i];
        int past = placesFrom[i + 1];
        while (true) {
            boolean point = p < times.length && times[p] < t1;
            double u = point ? (times[p] - t0) * per : 2;
            boolean place = next < past && places[next] < u;
            if (!point && !place) {
                break;
            }
            u = place ? places[next] : u;
            steps.at(kind, amount, u);
            double value = v0 + whole * steps.part;
            Seen one = seen[looked];
            one.u = u;
            one.part = steps.part;
            one.more = whole * steps.more;
            double upper;
            double lower;
            if (place) {
                double time = t0 + u * length[i];
                int before = Math.max(0, Math.min(times.length - 2, p - 1));
                one.timeAbove = -slope(tube.upper, before);
                one.timeBelow = -slope(tube.lower, before);
                upper = tube.upper[before] - one.timeAbove * (time - times[before]);
                lower = tube.lower[before] - one.timeBelow * (time - times[before]);
                next++;
            } else {
                one.timeAbove = -slope[i] * steps.rise;
                one.timeBelow = one.timeAbove;
                upper = tube.upper[p];
                lower = tube.lower[p];
                p++;
            }
            one.above = upper - value + TOUCHED;
            one.below = value - lower + TOUCHED;
            if (!(one.above > 0 && one.below > 0)) {
                return Double.POSITIVE_INFINITY;
            }
            looked++;
            product *= one.above * one.below * narrow * narrow;
            if (!(product > 1e-250)) {
                logs += Math.log(product);
                product = 1;
            }
        }
        logs += Math.log(product);
        after[i + 1] = p;
        from[i + 1] = looked;
        squares[i].clear();
        return ways.squares(squares[i], t0, v0, t1, v1, kind, amount);
    }

    @Override
    void assemble(int i, double damping) {
        Normal normal = all[i];
        normal.set(squares[i]);
        for (int k = from[i]; k < from[i + 1]; k++) {
            Seen one = seen[k];
            double up = weight(one.above);
            double down = weight(one.below);
            double pushUp = barrier / one.above;
            double pushDown = -barrier / one.below;
            if (one.timeAbove == one.timeBelow) {
                normal.add(up + down, pushUp + pushDown, one.u, one.timeAbove, one.part, one.more);
            } else {
                normal.add(up, pushUp, one.u, one.timeAbove, one.part, one.more);
                normal.add(down, pushDown, one.u, one.timeBelow, one.part, one.more);
            }
        }
        double up = more(i, amounts[i]);
        double down = less(i, amounts[i]);
        normal.addAmount(barrier / (up * up) + barrier / (down * down), barrier / up - barrier / down);
        normal.into(system, i, damping);
    }

    @Override
    void follow(double damping) {
        for (int i = 0; i + 1 < corners; i++) {
            amountSteps[i] = all[i].amountStep(system.x, i, damping);
        }
    }

    @Override
    double longest(int i, double limit) {
        double part = limit;
        double[] step = system.x;
        part = within(part, amountSteps[i], more(i, amounts[i]));
        part = within(part, -amountSteps[i], less(i, amounts[i]));
        for (int k = from[i]; k < from[i + 1]; k++) {
            Seen one = seen[k];
            double value = step[2 * i + 1] * (1 - one.part) + step[2 * i + 3] * one.part + one.more * amountSteps[i];
            double time = step[2 * i] * (1 - one.u) + step[2 * i + 2] * one.u;
            part = within(part, value + one.timeAbove * time, one.above);
            part = within(part, -value - one.timeBelow * time, one.below);
        }
        return part;
    }

    @Override
    void keep(Path path) {
        for (int i = 0; i + 1 < corners; i++) {
            double amount = Math.max(least[i], Math.min(most[i], amounts[i]));
            boolean s = kinds[i] == Shape.Kind.S;
            boolean hardly = !s && Math.abs(amount) < Ways.LEAST;
            amount = !hardly ? amount : Math.abs(amount) < Ways.LEAST / 2 ? 0 : Math.copySign(Ways.LEAST, amount);
            path.shapes[i] = s ? Shape.s(amount) : Shape.bent(amount);
        }
    }
}
