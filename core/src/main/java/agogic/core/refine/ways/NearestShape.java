package agogic.core.refine.ways;

import static agogic.core.refine.ways.ShapeTable.BENDS;
import static agogic.core.refine.ways.ShapeTable.BENT;
import static agogic.core.refine.ways.ShapeTable.GAUSS;
import static agogic.core.refine.ways.ShapeTable.HAND;
import static agogic.core.refine.ways.ShapeTable.PARTS;
import static agogic.core.refine.ways.ShapeTable.PLACES;
import static agogic.core.refine.ways.ShapeTable.SAMPLES;
import static agogic.core.refine.ways.ShapeTable.USUAL;

import agogic.core.envelope.Shape;
import agogic.core.refine.tube.Middle;

/**
 * Of each kind of shape the one that is the nearest to the middle between two places: least squares over time, by places of
 * Gauss, in a time that does not grow with the moves between. Walls are not looked at.
 */
final class NearestShape {
    /** So often a bend is settled. */
    private static final int SETTLES = 3;

    private final Middle middle;
    private final ShapeAt steps = new ShapeAt();
    /** The middle at the places. */
    final double[] c = new double[SAMPLES];
    /** How far a bend that is not in the table is at the places. */
    private final double[] own = new double[SAMPLES];

    /** What each place weighs, in time. */
    double weight;
    /** What the middle does between the places, squared over time. */
    double left;
    /** How far the shape that was found last is: the square over time. */
    double found;

    NearestShape(Middle middle) {
        this.middle = middle;
    }

    /** The middle between two times as the places see it, and what is left of it between them. */
    void sample(double t0, double t1) {
        double first = t0 - middle.begin();
        double step = (t1 - t0) / PARTS;
        middle.upTo(first);
        double sumBefore = middle.sum;
        double momentBefore = middle.moment;
        double whole = -middle.square;
        double seen = 0;
        for (int i = 0; i < PARTS; i++) {
            middle.onTo(first + (i + 1) * step);
            double area = middle.sum - sumBefore;
            double mean = area / step;
            double tilt =
                    2 * (middle.moment - momentBefore - (first + (i + 0.5) * step) * area) / (step * step * GAUSS);
            c[2 * i] = mean - tilt;
            c[2 * i + 1] = mean + tilt;
            seen += mean * mean + tilt * tilt;
            sumBefore = middle.sum;
            momentBefore = middle.moment;
        }
        weight = step / 2;
        left = Math.max(0, whole + middle.square - seen * step);
    }

    double error(double[] parts, double v0, double whole) {
        double sum = 0;
        for (int i = 0; i < SAMPLES; i++) {
            double off = v0 + whole * parts[i] - c[i];
            sum += off * off;
        }
        return sum * weight + left;
    }

    double error(double amount, double v0, double whole) {
        double sum = 0;
        for (int i = 0; i < SAMPLES; i++) {
            double part =
                    amount > 0 ? USUAL[i] + amount * (HAND[i] - USUAL[i]) : USUAL[i] + amount * (USUAL[i] - PLACES[i]);
            double off = v0 + whole * part - c[i];
            sum += off * off;
        }
        return sum * weight + left;
    }

    /** On each side of the usual S the way is linear in the amount: the least squares are solved. */
    double nearestS(double v0, double whole) {
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

    double bent(double amount, double v0, double whole) {
        double k = 8 * amount;
        double end = Math.exp(k) - 1;
        // From part to part it grows by the same.
        double first = Math.exp(k * PLACES[0]) / end;
        double second = Math.exp(k * PLACES[1]) / end;
        double grows = Math.exp(k / PARTS);
        for (int i = 0; i < SAMPLES; i += 2) {
            own[i] = first - 1 / end;
            own[i + 1] = second - 1 / end;
            first *= grows;
            second *= grows;
        }
        return error(own, v0, whole);
    }

    /** The nearest of the bends in the table, and then between it and its neighbours. */
    double nearestBend(double v0, double whole) {
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
            if (tried > BENDS[at - 1] && tried < BENDS[at + 1] && Math.abs(tried) > Ways.LEAST) {
                double near = bent(tried, v0, whole);
                if (near < best) {
                    best = near;
                    amount = tried;
                }
            }
        }
        found = best;
        return amount;
    }

    /** The least squares of a bend that is not far from them (Gauss and Newton); how far that way is, in {@link #found}. */
    double settled(double near, double far, double v0, double whole) {
        double amount = near;
        found = far;
        for (int k = 0; k < SETTLES; k++) {
            double off = 0;
            double more = 0;
            for (int i = 0; i < SAMPLES; i++) {
                steps.at(Shape.Kind.BENT, amount, PLACES[i]);
                off += (v0 + whole * steps.part - c[i]) * steps.more;
                more += steps.more * steps.more;
            }
            double tried = Math.max(-1, Math.min(1, amount - off / (whole * more)));
            if (Math.abs(tried) < Ways.LEAST) {
                break;
            }
            double nearer = bent(tried, v0, whole);
            if (!(nearer < found)) {
                break;
            }
            found = nearer;
            amount = tried;
        }
        return amount;
    }
}
