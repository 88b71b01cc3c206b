package agogic.core.refine.ways;

import static agogic.core.refine.ways.ShapeTable.PLACES;
import static agogic.core.refine.ways.ShapeTable.SAMPLES;

import agogic.core.envelope.Shape;
import agogic.core.refine.solve.Normal;
import agogic.core.refine.tube.Middle;
import agogic.core.refine.tube.Tube;
import agogic.core.refine.tube.Walls;

/**
 * Ways between two places in a tube: whether one lies inside everywhere, how far it is from the middle, and which shape is
 * the nearest one inside.
 */
public final class Ways {
    private static final double HARDLY = 0.998;

    /** So far from straight a bend stays. */
    public static final double LEAST = 1e-3;

    /** So many walls a shape is led along. */
    private static final int WALLS = 4;

    /** Between what a way was and what it should be, so much of the way is tried. */
    private static final double[] KEPT = {0.75, 0.5, 0.25, 0};

    private static final double[] SPARE = {0.5, 1, 0, -0.5};

    private final Tube tube;
    /** Made when a way is looked at that is not straight. */
    private Walls walls;

    private final boolean shaped;
    public final Middle middle;

    private final ShapeAt steps = new ShapeAt();
    private final NearestShape fit;

    /** What the way was before, if it is one that is tried somewhere else: where its amount may stay. */
    public Shape hint;

    /** The nearest way that was found last, and its distance: the square, times time. */
    public Shape shape;

    public double error;

    /** The ways within a tube, bent ones too if {@code shaped}; {@code steady} as in {@link Middle}. */
    public Ways(Tube tube, boolean shaped, double steady) {
        this.tube = tube;
        this.shaped = shaped;
        middle = new Middle(tube, steady);
        fit = new NearestShape(middle);
    }

    private Walls walls() {
        if (walls == null) {
            walls = new Walls(tube);
        }
        return walls;
    }

    /** What a straight way is off: the square over time, exactly. */
    public double straight(double t0, double v0, double t1, double v1) {
        return Math.max(0, middle.off(t0, v0, t1, v1));
    }

    /** Adds what a way wants of the corner at its end, or at its beginning. */
    public void pull(Pull all, double t0, double v0, double t1, double v1, Shape way, boolean end) {
        double slope = (v1 - v0) / (t1 - t0);
        if (way.kind() == Shape.Kind.STRAIGHT) {
            Middle.Part part = middle.between(t0, t1);
            double off = end ? part.atEnd(v0, v1) : part.atBegin(v0, v1);
            double one = part.length / 3;
            all.add(-slope * off, off, slope * slope * one, -slope * one, one);
            return;
        }
        fit.sample(t0, t1);
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
            double off = v0 + whole * steps.part - fit.c[i];
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
        all.add(
                offTime * fit.weight,
                offValue * fit.weight,
                timeTime * fit.weight,
                timeValue * fit.weight,
                valueValue * fit.weight);
    }

    /**
     * What a way is off, and half of how that changes with its ends and its amount: see {@link Normal}.
     *
     * @param normal what is added to
     */
    public double squares(Normal normal, double t0, double v0, double t1, double v1, Shape.Kind kind, double amount) {
        fit.sample(t0, t1);
        double whole = v1 - v0;
        double slope = whole / (t1 - t0);
        double sum = 0;
        for (int i = 0; i < SAMPLES; i++) {
            double u = PLACES[i];
            steps.at(kind, amount, u);
            double off = v0 + whole * steps.part - fit.c[i];
            sum += off * off;
            double time = -slope * steps.rise;
            normal.add(2 * fit.weight, 2 * fit.weight * off, u, time, steps.part, whole * steps.more);
        }
        return sum * fit.weight + fit.left;
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
            double far = s ? fit.error(amount, v0, v1 - v0) : fit.bent(amount, v0, v1 - v0);
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
    public boolean find(double t0, double v0, double t1, double v1) {
        return find(t0, v0, t1, v1, Double.POSITIVE_INFINITY);
    }

    /** As {@link #find(double, double, double, double)}, in haste: only the nearest of each kind are tried. */
    boolean findSoon(double t0, double v0, double t1, double v1) {
        return find(t0, v0, t1, v1, Double.POSITIVE_INFINITY, false);
    }

    /** Finds the nearest way inside the tube that is nearer than {@code limit}; false if there is none. */
    public boolean find(double t0, double v0, double t1, double v1, double limit) {
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
        fit.sample(t0, t1);
        double straight = fit.error(PLACES, v0, whole);
        double s = fit.nearestS(v0, whole);
        double errorS = fit.found;
        double bent = fit.nearestBend(v0, whole);
        double errorBent = fit.found;
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
                bent = limit < Double.POSITIVE_INFINITY ? fit.settled(bent, errorBent, v0, whole) : bent;
                errorBent = limit < Double.POSITIVE_INFINITY ? fit.found : errorBent;
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
                double far = isS
                        ? fit.error(amount, v0, whole)
                        : Math.abs(amount) < LEAST ? limit : fit.bent(amount, v0, whole);
                if (far < limit && keep(isS ? Shape.s(amount) : Shape.bent(amount), far, t0, v0, t1, v1)) {
                    return true;
                }
            }
        }
        if (limit == Double.POSITIVE_INFINITY && spare) {
            for (double amount : SPARE) {
                double far = fit.error(amount, v0, whole);
                if (keep(Shape.s(amount), far, t0, v0, t1, v1)) {
                    return true;
                }
            }
        }
        return false;
    }

    /** Whether this very way lies inside the tube and is nearer than {@code limit}: it is the one that was found then. */
    public boolean exactly(double t0, double v0, double t1, double v1, Shape way, double limit) {
        double far;
        if (way.kind() == Shape.Kind.STRAIGHT) {
            far = straight(t0, v0, t1, v1);
        } else if (way.kind() == Shape.Kind.BENT && Math.abs(way.amount()) < LEAST) {
            return false;
        } else {
            fit.sample(t0, t1);
            far = way.kind() == Shape.Kind.S
                    ? fit.error(way.amount(), v0, v1 - v0)
                    : fit.bent(way.amount(), v0, v1 - v0);
        }
        return far < limit && keep(way, far, t0, v0, t1, v1);
    }

    private boolean keep(Shape one, double far, double t0, double v0, double t1, double v1) {
        if (!(shaped ? walls().hold(t0, v0, t1, v1, one) : tube.holdsStraight(t0, v0, t1, v1))) {
            return false;
        }
        shape = one;
        error = far;
        return true;
    }
}
