package agogic.core.refine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.curve.Curve;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Shape;
import agogic.core.refine.tube.Middle;
import agogic.core.refine.tube.Tube;
import java.util.Arrays;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/**
 * Of all with as few points the envelope is the nearest: what a corner's random neighbours are off is summed here by small
 * parts of each piece of the curve, and whether they lie inside is looked at from place to place.
 */
class NearestTest {
    private static final double[] TOLERANCES = {0.005, 0.01, 0.03, 0.08, 0.2};

    /** With fewer the sum is off by as much as is looked for. */
    private static final int PARTS = 60;

    private static double at(Curve curve, double time) {
        double[] t = curve.times();
        int found = Arrays.binarySearch(t, time);
        int i = Math.max(0, Math.min(t.length - 2, found < 0 ? -found - 2 : found));
        return curve.values()[i] + (curve.values()[i + 1] - curve.values()[i]) * (time - t[i]) / (t[i + 1] - t[i]);
    }

    private static double off(Curve curve, double t0, double v0, double t1, double v1, Shape shape) {
        double sum = 0;
        double[] t = curve.times();
        for (int i = 0; i + 1 < t.length; i++) {
            double a = Math.max(t0, t[i]);
            double b = Math.min(t1, t[i + 1]);
            for (int k = 0; k < PARTS && b > a; k++) {
                double time = a + (b - a) * (k + 0.5) / PARTS;
                double far = shape.value(v0, v1, (time - t0) / (t1 - t0)) - at(curve, time);
                sum += far * far * (b - a) / PARTS;
            }
        }
        return sum;
    }

    /** Whether it is inside at the knots of the curve, of what is not straight at places between, and within 0..1 if it must be. */
    private static boolean inside(
            Curve curve, double tol, boolean within, double t0, double v0, double t1, double v1, Shape shape) {
        boolean straight = shape.kind() == Shape.Kind.STRAIGHT;
        if (within && (Math.min(v0, v1) < 0 || Math.max(v0, v1) > 1)) {
            return false;
        }
        double[] t = curve.times();
        for (int i = 0; i + 1 < t.length; i++) {
            double a = Math.max(t0, t[i]);
            double b = Math.min(t1, t[i + 1]);
            int parts = straight ? 1 : 24;
            for (int k = 0; k <= parts && b > a; k++) {
                double time = a + (b - a) * k / parts;
                double value = shape.value(v0, v1, Math.max(0, Math.min(1, (time - t0) / (t1 - t0))));
                if (Math.abs(value - at(curve, time)) > tol + 1e-12) {
                    return false;
                }
            }
        }
        return true;
    }

    private static Shape varied(Shape shape, Random random, double size) {
        double amount = Math.max(-1, Math.min(1, shape.amount() + 3 * size * random.nextGaussian()));
        return random.nextBoolean() || shape.kind() == Shape.Kind.STRAIGHT
                ? shape
                : shape.kind() == Shape.Kind.S ? Shape.s(amount) : Shape.bent(amount);
    }

    /** Each corner by itself, two beside each other, and all at once. */
    @Test
    void randomNeighboursOfCornersAreNotNearer() {
        assertThat(nearer(Boolean.getBoolean("agogic.long") ? 400 : 60, false)).isZero();
    }

    /** As above, with the amounts of the ways. */
    @Test
    void randomNeighboursOfShapedWaysAreNotNearer() {
        assertThat(nearer(Boolean.getBoolean("agogic.long") ? 400 : 40, true)).isZero();
    }

    private static int nearer(int seeds, boolean shaped) {
        int nearer = 0;
        for (int seed = 1; seed <= seeds; seed++) {
            nearer += nearest(seed, shaped) < 0.99 ? 1 : 0;
        }
        return nearer;
    }

    /** The nearest of many random neighbours of the path, as a part of what that is off. */
    private static double nearest(long seed, boolean shaped) {
        Random random = new Random(seed);
        int n = 5 + random.nextInt(56);
        Curve curve = RandomCurve.of(random, n, 0.1 + 0.9 * random.nextDouble());
        double tolerance = TOLERANCES[random.nextInt(TOLERANCES.length)];
        Envelope path = CurveRefining.refine(curve, n, tolerance, shaped).envelope();
        double whole = 0;
        double[] far = new double[path.size() - 1];
        for (int i = 0; i < far.length; i++) {
            far[i] = off(curve, path.time(i), path.value(i), path.time(i + 1), path.value(i + 1), path.shape(i));
            whole += far[i];
        }
        double best = 1;
        // What is off by rounding only is off by nothing.
        for (int k = 0; k < 600 && whole > 1e-9; k++) {
            int many = k % 3 == 2 ? path.size() : Math.min(path.size(), 1 + k % 3);
            int first = random.nextInt(path.size() - many + 1);
            Neighbour other = new Neighbour(path, first, first + many - 1, tolerance, random);
            double sum = whole;
            for (int i = Math.max(0, first - 1); i < Math.min(far.length, first + many); i++) {
                Shape way = other.shapes[i];
                sum += !other.rises(i)
                                || !inside(
                                        curve,
                                        tolerance,
                                        shaped,
                                        other.t[i],
                                        other.v[i],
                                        other.t[i + 1],
                                        other.v[i + 1],
                                        way)
                        ? Double.POSITIVE_INFINITY
                        : off(curve, other.t[i], other.v[i], other.t[i + 1], other.v[i + 1], way) - far[i];
                if (sum == Double.POSITIVE_INFINITY) {
                    break;
                }
            }
            best = Math.min(best, sum / whole);
        }
        return best;
    }

    /** A path of which some corners, and the ways between and beside them, are a little different. */
    private static final class Neighbour {
        final double[] t;
        final double[] v;
        final Shape[] shapes;

        Neighbour(Envelope path, int first, int last, double tolerance, Random random) {
            int n = path.size();
            t = new double[n];
            v = new double[n];
            shapes = new Shape[n];
            double size = Math.pow(10, -1 - 2.5 * random.nextDouble());
            for (int i = 0; i < n; i++) {
                boolean moves = i >= first && i <= last;
                boolean end = i == 0 || i == n - 1;
                double room = end ? 0 : Math.min(path.time(i) - path.time(i - 1), path.time(i + 1) - path.time(i));
                t[i] = path.time(i) + (moves ? random.nextGaussian() * size * room : 0);
                v[i] = path.value(i) + (moves ? random.nextGaussian() * size * 3 * tolerance : 0);
                boolean beside = i + 1 >= first && i <= last;
                shapes[i] = beside ? varied(path.shape(i), random, size) : path.shape(i);
            }
        }

        boolean rises(int i) {
            return t[i + 1] > t[i];
        }
    }

    @Property(tries = 200)
    void theIntegralsOfTheMiddleAreThoseOfManySmallParts(@ForAll long seed) {
        Random random = new Random(seed);
        Curve curve = RandomCurve.of(random, 2 + random.nextInt(40), 1);
        Middle middle = new Middle(Tube.around(curve, 0.1), 0);
        double[] t = curve.times();
        double begin = t[0];
        double time = random.nextDouble() * (t[t.length - 1] - begin);
        double sum = 0;
        double moment = 0;
        double square = 0;
        int parts = 40_000;
        for (int k = 0; k < parts; k++) {
            double x = time * (k + 0.5) / parts;
            double value = at(curve, begin + x);
            sum += value * time / parts;
            moment += value * x * time / parts;
            square += value * value * time / parts;
        }
        middle.upTo(time);
        assertThat(middle.sum).isCloseTo(sum, within(1e-4 * (1 + time)));
        assertThat(middle.moment).isCloseTo(moment, within(1e-4 * (1 + time * time)));
        assertThat(middle.square).isCloseTo(square, within(1e-4 * (1 + time)));
    }
}
