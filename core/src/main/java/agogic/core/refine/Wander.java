package agogic.core.refine;

import agogic.core.envelope.Shape;
import java.util.Random;

/**
 * Tries a corner that several walls hold at once at places beside it, with other amounts of both its ways at the same time:
 * where it got nearer the steps grow, else they shrink (Rechenberg 1973). The tries are the same each time.
 */
final class Wander {
    private static final int TRIES = 64;
    private static final double FIRST = 0.02;
    private static final double GROWS = 1.6;
    private static final double SHRINKS = 0.86;
    private static final double NEARER = 1 - 1e-4;
    private static final double[] NORMAL = normal();

    private final Tube tube;
    private final Ways ways;
    private int next;

    Wander(Tube tube, Ways ways) {
        this.tube = tube;
        this.ways = ways;
    }

    private static double[] normal() {
        Random random = new Random(7);
        double[] all = new double[4 * 251];
        for (int i = 0; i < all.length; i++) {
            all[i] = random.nextGaussian();
        }
        return all;
    }

    private double step() {
        next = next + 1 == NORMAL.length ? 0 : next + 1;
        return NORMAL[next];
    }

    /** Puts corner {@code i} of {@code path} where it is nearer, if it finds such a place; true if it did. */
    boolean about(Path path, int i) {
        double[] t = path.t;
        double[] v = path.v;
        boolean first = i == 0;
        boolean last = i == t.length - 1;
        double room = first || last ? 0 : Math.min(t[i] - t[i - 1], t[i + 1] - t[i]);
        double width = tube.upperAt(t[i]) - tube.lowerAt(t[i]);
        double size = FIRST;
        boolean moved = false;
        for (int k = 0; k < TRIES; k++) {
            double time = t[i] + size * room * step();
            double value = v[i] + size * width * step();
            // Each other time an amount stays: what walls hold from both sides may move by the corner alone.
            double before = (k & 1) == 0 ? 0 : 3 * size * step();
            double after = (k & 2) == 0 ? 0 : 3 * size * step();
            double off = (first ? 0 : path.errors[i - 1]) + (last ? 0 : path.errors[i]);
            double limit = off * NEARER;
            boolean better = value <= tube.upperAt(time) && value >= tube.lowerAt(time);
            double errorBefore = 0;
            Shape wayBefore = null;
            if (better && !first) {
                better = time > t[i - 1]
                        && ways.exactly(t[i - 1], v[i - 1], time, value, other(path.shapes[i - 1], before), limit);
                errorBefore = ways.error;
                wayBefore = ways.shape;
            }
            if (better && !last) {
                better = time < t[i + 1]
                        && ways.exactly(
                                time, value, t[i + 1], v[i + 1], other(path.shapes[i], after), limit - errorBefore);
            }
            size *= better ? GROWS : SHRINKS;
            if (!better) {
                continue;
            }
            moved = true;
            t[i] = time;
            v[i] = value;
            if (!first) {
                path.errors[i - 1] = errorBefore;
                path.shapes[i - 1] = wayBefore;
            }
            if (!last) {
                path.way(i, ways);
            }
        }
        return moved;
    }

    /** The same kind of way with another amount. */
    private static Shape other(Shape shape, double by) {
        if (shape.kind() == Shape.Kind.STRAIGHT || by == 0) {
            return shape;
        }
        double amount = Math.max(-1, Math.min(1, shape.amount() + by));
        return shape.kind() == Shape.Kind.S ? Shape.s(amount) : Shape.bent(amount);
    }
}
