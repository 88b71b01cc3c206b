package agogic.core.refine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.curve.Curve;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Shape;
import java.util.Arrays;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
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

    /** Whether it is inside at the knots of the curve and, of what is not straight, at places between and within 0..1. */
    private static boolean inside(Curve curve, double tol, double t0, double v0, double t1, double v1, Shape shape) {
        boolean straight = shape.kind() == Shape.Kind.STRAIGHT;
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

    /** Of 10,000 other curves three have a neighbour that is nearer. */
    @Test
    void randomNeighboursOfCornersAreNotNearer() {
        assertThat(nearer(60, false)).isZero();
    }

    /** As above, with the amounts of the ways. Of 12,000 other curves three have a neighbour that is nearer. */
    @Test
    void randomNeighboursOfShapedWaysAreNotNearer() {
        assertThat(nearer(60, true)).isZero();
    }

    private static int nearer(int seeds, boolean shaped) {
        int nearer = 0;
        for (int seed = 1; seed <= seeds; seed++) {
            nearer += nearest(seed, shaped) < 0.99 ? 1 : 0;
        }
        return nearer;
    }

    /** The nearest of many random neighbours beside the path, as a part of what that is off. */
    private static double nearest(long seed, boolean shaped) {
        Random random = new Random(seed);
        int n = 5 + random.nextInt(56);
        Curve curve = FewestLinksTest.random(random, n, 0.1 + 0.9 * random.nextDouble());
        double tolerance = TOLERANCES[random.nextInt(TOLERANCES.length)];
        Envelope path = Refining.refine(curve, n, tolerance, shaped).envelope();
        double whole = 0;
        double[] far = new double[path.size() - 1];
        for (int i = 0; i < far.length; i++) {
            far[i] = off(curve, path.time(i), path.value(i), path.time(i + 1), path.value(i + 1), path.shape(i));
            whole += far[i];
        }
        double best = 1;
        for (int k = 0; k < 400; k++) {
            int i = random.nextInt(path.size());
            double size = Math.pow(10, -1 - 2.5 * random.nextDouble());
            boolean end = i == 0 || i == path.size() - 1;
            double before = end ? 0 : path.time(i) - path.time(i - 1);
            double after = end ? 0 : path.time(i + 1) - path.time(i);
            double time = path.time(i) + random.nextGaussian() * size * Math.min(before, after);
            double value = path.value(i) + random.nextGaussian() * size * 3 * tolerance;
            double sum = whole;
            boolean possible = end || time > path.time(i - 1) && time < path.time(i + 1);
            possible &= !shaped || value >= 0 && value <= 1;
            if (possible && i > 0) {
                Shape way = varied(path.shape(i - 1), random, size);
                possible = inside(curve, tolerance, path.time(i - 1), path.value(i - 1), time, value, way);
                sum += off(curve, path.time(i - 1), path.value(i - 1), time, value, way) - far[i - 1];
            }
            if (possible && i < far.length) {
                Shape way = varied(path.shape(i), random, size);
                possible = inside(curve, tolerance, time, value, path.time(i + 1), path.value(i + 1), way);
                sum += off(curve, time, value, path.time(i + 1), path.value(i + 1), way) - far[i];
            }
            // What is off by rounding only is off by nothing.
            best = possible && whole > 1e-9 ? Math.min(best, sum / whole) : best;
        }
        return best;
    }

    @Property(tries = 200)
    void theIntegralsOfTheMiddleAreThoseOfManySmallParts(@ForAll long seed) {
        Random random = new Random(seed);
        Curve curve = FewestLinksTest.random(random, 2 + random.nextInt(40), 1);
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

    @Property(tries = 300)
    void theGapOfATimeIsTheOneThatHalvingFinds(@ForAll long seed, @ForAll @IntRange(min = 1, max = 50) int n) {
        Random random = new Random(seed);
        double[] times = new double[n];
        for (int i = 0; i < n; i++) {
            times[i] = (i == 0 ? 3 : times[i - 1]) + Math.pow(10, -6 * random.nextDouble());
        }
        Gaps gaps = new Gaps(times);
        for (int k = 0; k < 100; k++) {
            double time = k % 3 == 0 ? times[random.nextInt(n)] : 2 + random.nextDouble() * (times[n - 1] - 1);
            int found = Arrays.binarySearch(times, time);
            assertThat(gaps.before(time)).isEqualTo(found < 0 ? -found - 2 : found);
        }
    }
}
