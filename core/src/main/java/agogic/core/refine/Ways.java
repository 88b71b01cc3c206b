package agogic.core.refine;

import static agogic.core.refine.ShapeTable.BENDS;
import static agogic.core.refine.ShapeTable.BENT;
import static agogic.core.refine.ShapeTable.GAUSS;
import static agogic.core.refine.ShapeTable.HAND;
import static agogic.core.refine.ShapeTable.PARTS;
import static agogic.core.refine.ShapeTable.PLACES;
import static agogic.core.refine.ShapeTable.SAMPLES;
import static agogic.core.refine.ShapeTable.USUAL;

import agogic.core.envelope.Shape;

/**
 * Ways between two places in a tube: whether one lies inside everywhere, how far it is from the middle, and which shape is
 * the nearest one inside.
 */
final class Ways {
    private static final double HARDLY = 0.998;

    /** So often a bend is settled, and so far from straight it stays. */
    private static final int SETTLES = 3;

    static final double LEAST = 1e-3;

    /** So many walls a shape is led along. */
    private static final int WALLS = 4;

    /** Between what a way was and what it should be, so much of the way is tried. */
    private static final double[] KEPT = {0.75, 0.5, 0.25, 0};

    private static final double[] SPARE = {0.5, 1, 0, -0.5};

    private final Tube tube;
    /** Made when a way is looked at that is not straight. */
    private Walls walls;

    private final boolean shaped;
    final Middle middle;

    private final double[] c = new double[SAMPLES];
    /** How far a bend that is not in the table is at the places. */
    private final double[] own = new double[SAMPLES];

    private final ShapeAt steps = new ShapeAt();
    private double weight;
    private double left;

    /** What the way was before, if it is one that is tried somewhere else: where its amount may stay. */
    Shape hint;

    /** The nearest way that was found last, and its distance: the square, times time. */
    Shape shape;

    double error;

    Ways(Tube tube, boolean shaped, double steady) {
        this.tube = tube;
        this.shaped = shaped;
        middle = new Middle(tube, steady);
    }

    private Walls walls() {
        if (walls == null) {
            walls = new Walls(tube);
        }
        return walls;
    }

    /** What a straight way is off: the square over time, exactly. */
    double straight(double t0, double v0, double t1, double v1) {
        return Math.max(0, middle.off(t0, v0, t1, v1));
    }

    /** Adds what a way wants of the corner at its end, or at its beginning. */
    void pull(Pull all, double t0, double v0, double t1, double v1, Shape way, boolean end) {
        double slope = (v1 - v0) / (t1 - t0);
        if (way.kind() == Shape.Kind.STRAIGHT) {
            Middle.Part part = middle.between(t0, t1);
            double off = end ? part.atEnd(v0, v1) : part.atBegin(v0, v1);
            double one = part.length / 3;
            all.add(-slope * off, off, slope * slope * one, -slope * one, one);
            return;
        }
        sample(t0, t1);
        double whole = v1 - v0;
        double offTime = 0;
        double offValue = 0;
        double timeTime = 0;
        double timeValue = 0;
        double valueValue = 0;
        double offAmount = 0;
        double timeAmount = 0;
        double valueAmount = 0;
        double amounts = 0;
        for (int i = 0; i < SAMPLES; i++) {
            double u = PLACES[i];
            steps.at(way.kind(), way.amount(), u);
            double off = v0 + whole * steps.part - c[i];
            double value = end ? steps.part : 1 - steps.part;
            double time = -slope * steps.rise * (end ? u : 1 - u);
            double amount = whole * steps.more;
            offTime += off * time;
            offValue += off * value;
            timeTime += time * time;
            timeValue += time * value;
            valueValue += value * value;
            offAmount += off * amount;
            timeAmount += time * amount;
            valueAmount += value * amount;
            amounts += amount * amount;
        }
        // What the amount will take up is not asked of the corner.
        if (amounts > 0 && Math.abs(way.amount()) < 1) {
            offTime -= timeAmount * offAmount / amounts;
            offValue -= valueAmount * offAmount / amounts;
            timeTime -= timeAmount * timeAmount / amounts;
            timeValue -= timeAmount * valueAmount / amounts;
            valueValue -= valueAmount * valueAmount / amounts;
        }
        all.add(offTime * weight, offValue * weight, timeTime * weight, timeValue * weight, valueValue * weight);
    }

    /**
     * What a way is off, and half of how that changes with its ends and its amount: see {@link Normal}.
     *
     * @param normal what is added to
     */
    double squares(Normal normal, double t0, double v0, double t1, double v1, Shape.Kind kind, double amount) {
        sample(t0, t1);
        double whole = v1 - v0;
        double slope = whole / (t1 - t0);
        double sum = 0;
        for (int i = 0; i < SAMPLES; i++) {
            double u = PLACES[i];
            steps.at(kind, amount, u);
            double off = v0 + whole * steps.part - c[i];
            sum += off * off;
            double time = -slope * steps.rise;
            normal.add(2 * weight, 2 * weight * off, u, time, steps.part, whole * steps.more);
        }
        return sum * weight + left;
    }

    /** The nearest shape broke a wall: of its kind the one that keeps to it there, and to the next one. */
    private boolean along(Shape.Kind kind, double nearest, double t0, double v0, double t1, double v1, double limit) {
        double low = -1;
        double high = 1;
        double amount = nearest;
        for (int k = 0; k < WALLS; k++) {
            double u = (walls.brokenAt - t0) / (t1 - t0);
            double part = (walls.wall - v0) / (v1 - v0);
            double needed = u > 0 && u < 1 ? steps.amount(kind, amount, u, part) : Double.NaN;
            low = needed > amount ? needed : low;
            high = needed < amount ? needed : high;
            if (!(needed >= low && needed <= high)) {
                return false;
            }
            amount = needed;
            boolean s = kind == Shape.Kind.S;
            double far = s ? error(amount, v0, v1 - v0) : bent(amount, v0, v1 - v0);
            if (!(far < limit)) {
                return false;
            }
            if (keep(s ? Shape.s(amount) : Shape.bent(amount), far, t0, v0, t1, v1)) {
                return true;
            }
        }
        return false;
    }

    /** Finds the nearest way inside the tube; false if there is none. */
    boolean find(double t0, double v0, double t1, double v1) {
        return find(t0, v0, t1, v1, Double.POSITIVE_INFINITY);
    }

    /** As {@link #find(double, double, double, double)}, in haste: only the nearest of each kind are tried. */
    boolean findSoon(double t0, double v0, double t1, double v1) {
        return find(t0, v0, t1, v1, Double.POSITIVE_INFINITY, false);
    }

    /** Finds the nearest way inside the tube that is nearer than {@code limit}; false if there is none. */
    boolean find(double t0, double v0, double t1, double v1, double limit) {
        return find(t0, v0, t1, v1, limit, true);
    }

    private boolean find(double t0, double v0, double t1, double v1, double limit, boolean spare) {
        double whole = v1 - v0;
        if (!shaped || whole == 0) {
            double off = t1 > t0 ? straight(t0, v0, t1, v1) : limit;
            return off < limit && keep(Shape.STRAIGHT, off, t0, v0, t1, v1);
        }
        if (!walls().pass(t0, v0, t1, v1)) {
            return false;
        }
        sample(t0, t1);
        double straight = error(PLACES, v0, whole);
        double s = nearestS(v0, whole);
        double errorS = found;
        double bent = nearestBent(v0, whole);
        double errorBent = found;
        // What is hardly nearer than straight is straight.
        straight = straight * HARDLY <= Math.min(errorS, errorBent) ? Math.min(errorS, errorBent) : straight;
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
                if (limit < Double.POSITIVE_INFINITY && along(Shape.Kind.S, s, t0, v0, t1, v1, limit)) {
                    return true;
                }
            } else {
                bent = limit < Double.POSITIVE_INFINITY ? settled(bent, errorBent, v0, whole) : bent;
                errorBent = limit < Double.POSITIVE_INFINITY ? found : errorBent;
                if (keep(Shape.bent(bent), errorBent, t0, v0, t1, v1)) {
                    return true;
                }
                errorBent = Double.POSITIVE_INFINITY;
                if (limit < Double.POSITIVE_INFINITY && along(Shape.Kind.BENT, bent, t0, v0, t1, v1, limit)) {
                    return true;
                }
            }
            any = least < Double.POSITIVE_INFINITY;
        }
        if (limit < Double.POSITIVE_INFINITY && hint != null && hint.amount() != 0) {
            boolean isS = hint.kind() == Shape.Kind.S;
            double nearest = isS ? s : bent;
            for (double part : KEPT) {
                double amount = hint.amount() + part * (nearest - hint.amount());
                double far =
                        isS ? error(amount, v0, whole) : Math.abs(amount) < LEAST ? limit : bent(amount, v0, whole);
                if (far < limit && keep(isS ? Shape.s(amount) : Shape.bent(amount), far, t0, v0, t1, v1)) {
                    return true;
                }
            }
        }
        if (limit == Double.POSITIVE_INFINITY && spare) {
            for (double amount : SPARE) {
                double far = error(amount, v0, whole);
                if (keep(Shape.s(amount), far, t0, v0, t1, v1)) {
                    return true;
                }
            }
        }
        return false;
    }

    /** Whether this very way lies inside the tube and is nearer than {@code limit}: it is the one that was found then. */
    boolean exactly(double t0, double v0, double t1, double v1, Shape way, double limit) {
        double far;
        if (way.kind() == Shape.Kind.STRAIGHT) {
            far = straight(t0, v0, t1, v1);
        } else if (way.kind() == Shape.Kind.BENT && Math.abs(way.amount()) < LEAST) {
            return false;
        } else {
            sample(t0, t1);
            far = way.kind() == Shape.Kind.S ? error(way.amount(), v0, v1 - v0) : bent(way.amount(), v0, v1 - v0);
        }
        return far < limit && keep(way, far, t0, v0, t1, v1);
    }

    private double found;

    private boolean keep(Shape one, double far, double t0, double v0, double t1, double v1) {
        if (!(shaped ? walls().hold(t0, v0, t1, v1, one) : tube.holdsStraight(t0, v0, t1, v1))) {
            return false;
        }
        shape = one;
        error = far;
        return true;
    }

    /** The middle between two times as the places see it, and what is left of it between them. */
    private void sample(double t0, double t1) {
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

    private double error(double[] parts, double v0, double whole) {
        double sum = 0;
        for (int i = 0; i < SAMPLES; i++) {
            double off = v0 + whole * parts[i] - c[i];
            sum += off * off;
        }
        return sum * weight + left;
    }

    private double error(double amount, double v0, double whole) {
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

    private double bent(double amount, double v0, double whole) {
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
            if (tried > BENDS[at - 1] && tried < BENDS[at + 1] && Math.abs(tried) > LEAST) {
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
    private double settled(double near, double far, double v0, double whole) {
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
            if (Math.abs(tried) < LEAST) {
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
