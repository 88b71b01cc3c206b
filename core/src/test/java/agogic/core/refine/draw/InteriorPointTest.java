package agogic.core.refine.draw;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.curve.Curve;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Shape;
import agogic.core.refine.RandomCurve;
import agogic.core.refine.links.FewestLinks;
import agogic.core.refine.solve.BlockTridiagonal;
import agogic.core.refine.solve.Normal;
import agogic.core.refine.tube.Tube;
import agogic.core.refine.ways.Path;
import agogic.core.refine.ways.ShapeAt;
import agogic.core.refine.ways.Ways;
import java.util.Arrays;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;

/** All corners of a path drawn at once: inside, nearer, ends where they were held; and the systems it solves. */
class InteriorPointTest {
    private static double off(Path path, Ways ways) {
        double off = 0;
        for (int i = 0; i + 1 < path.size(); i++) {
            off += ways.straight(path.t[i], path.v[i], path.t[i + 1], path.v[i + 1]);
        }
        return off;
    }

    @Property(tries = 300)
    void staysInsideAndGetsNoFarther(
            @ForAll long seed,
            @ForAll @IntRange(min = 3, max = 200) int n,
            @ForAll @DoubleRange(min = 0.01, max = 0.3) double tolerance) {
        Random random = new Random(seed);
        Curve curve = RandomCurve.of(random, n, 0.05 + random.nextDouble());
        Tube tube = random.nextBoolean() ? Tube.beside(curve, tolerance) : Tube.inside(curve, tolerance);
        boolean held = random.nextInt(3) == 0;
        if (held) {
            tube = tube.through(0, curve.values()[0]);
        }
        Ways ways = new Ways(tube, false, 0);
        Path path = Path.straight(FewestLinks.within(tube), ways);
        double before = off(path, ways);
        double first = path.v[0];
        int links = path.size();
        boolean nearer = new InteriorStraight(tube, ways.middle)
                .draw(
                        path,
                        held ? InteriorPoint.End.NOTHING : InteriorPoint.End.VALUE,
                        InteriorPoint.End.VALUE,
                        random.nextDouble());
        assertThat(path.size()).isEqualTo(links);
        double after = off(path, ways);
        if (nearer) {
            assertThat(after).isLessThan(before);
        } else {
            assertThat(after).isEqualTo(before);
        }
        assertThat(path.v[0] == first || !held).isTrue();
        assertThat(path.t[0]).isEqualTo(curve.times()[0]);
        assertThat(path.t[links - 1]).isEqualTo(curve.times()[n - 1]);
        Envelope envelope = Envelope.of(path.points());
        for (int k = 0; k <= 2000; k++) {
            double time = path.t[0] + (path.t[links - 1] - path.t[0]) * k / 2000;
            assertThat(envelope.valueAt(time))
                    .isBetween(tube.lowerAt(time) - Tube.ROUNDING, tube.upperAt(time) + Tube.ROUNDING);
        }
    }

    /** Shaped ways, too: nearer, each of the kind it was or straight, and inside where it looks. */
    @Property(tries = 200)
    void shapedWaysGetNoFarther(
            @ForAll long seed,
            @ForAll @IntRange(min = 3, max = 120) int n,
            @ForAll @DoubleRange(min = 0.01, max = 0.3) double tolerance) {
        Random random = new Random(seed);
        Curve curve = RandomCurve.of(random, n, 0.05 + random.nextDouble());
        Tube tube = Tube.inside(curve, tolerance);
        Ways ways = new Ways(tube, true, 0);
        Path path = Path.along(FewestLinks.closest(tube, 4), ways);
        assertThat(path.measure(ways)).isTrue();
        double before = path.off();
        Path drawn = path.copy();
        boolean nearer = new InteriorShaped(tube, ways)
                .draw(drawn, InteriorPoint.End.VALUE, InteriorPoint.End.VALUE, random.nextDouble());
        for (int i = 0; i + 1 < path.size(); i++) {
            Shape.Kind kind = drawn.shapes[i].kind();
            assertThat(kind == Shape.Kind.S).isEqualTo(path.shapes[i].kind() == Shape.Kind.S);
            assertThat(drawn.t[i + 1]).isGreaterThan(drawn.t[i]);
            assertThat(drawn.v[i]).isBetween(tube.lowerAt(drawn.t[i]) - 1e-9, tube.upperAt(drawn.t[i]) + 1e-9);
            for (int p = tube.before(drawn.t[i]) + 1; p < tube.size() && tube.times[p] < drawn.t[i + 1]; p++) {
                double u = (tube.times[p] - drawn.t[i]) / (drawn.t[i + 1] - drawn.t[i]);
                // A way that hardly bends is made straight, which moves it by so little.
                assertThat(drawn.shapes[i].value(drawn.v[i], drawn.v[i + 1], u))
                        .isBetween(tube.lower[p] - 1e-3, tube.upper[p] + 1e-3);
            }
        }
        if (nearer && drawn.measure(ways)) {
            assertThat(drawn.off()).isLessThan(before + 1e-6);
        }
        assertThat(nearer || drawn.off() == before).isTrue();
    }

    /** Half of how squares change, against a step to both sides: with one way alone its ends bring and take a part of the time. */
    @Property(tries = 200)
    void squaresChangeAsTheyAreSaidTo(@ForAll long seed, @ForAll @DoubleRange(min = -1, max = 1) double amount) {
        Random random = new Random(seed);
        double[] t = {0, 1.3, 3};
        // Of a straight middle the parts of a way see everything.
        Curve curve = new Curve(t, new double[] {0.2, 0.2 + 0.13, 0.5});
        Tube tube = Tube.around(curve, 0.4);
        Ways ways = new Ways(tube, true, 0);
        Shape.Kind kind = random.nextBoolean() ? Shape.Kind.S : Shape.Kind.BENT;
        double[] at = {
            0.1 + 0.2 * random.nextDouble(),
            random.nextDouble(),
            1 + 0.2 * random.nextDouble(),
            random.nextDouble(),
            amount
        };
        Normal normal = new Normal();
        squares(ways, normal, at, kind);
        double step = 1e-5;
        for (int k : new int[] {1, 3, 4}) {
            if (k == 4 && Math.abs(Math.abs(amount) - 0.5) > 0.49) {
                continue;
            }
            double[] more = at.clone();
            double[] less = at.clone();
            more[k] += step;
            less[k] -= step;
            double change = squares(ways, new Normal(), more, kind) - squares(ways, new Normal(), less, kind);
            assertThat(normal.pull(k)).isCloseTo(change / (2 * step), within(1e-6));
        }
        // What leaves the way at its ends is what it is off there.
        double first = Math.pow(at[1] - 0.2 - at[0] * 0.1, 2);
        double last = Math.pow(at[3] - 0.2 - at[2] * 0.1, 2);
        for (int k : new int[] {0, 2}) {
            double[] more = at.clone();
            double[] less = at.clone();
            more[k] += step;
            less[k] -= step;
            double change = squares(ways, new Normal(), more, kind) - squares(ways, new Normal(), less, kind);
            double ends = k == 0 ? -first : last;
            assertThat(normal.pull(k)).isCloseTo(change / (2 * step) - ends, within(0.01 * (1 + Math.abs(ends))));
        }
    }

    private static double squares(Ways ways, Normal normal, double[] at, Shape.Kind kind) {
        return ways.squares(normal, at[0], at[1], at[2], at[3], kind, at[4]);
    }

    /** An amount that is taken out and found again solves the whole system. */
    @Property(tries = 200)
    void theAmountThatIsTakenOutIsFoundAgain(@ForAll long seed) {
        Random random = new Random(seed);
        Normal normal = new Normal();
        double[][] full = new double[5][5];
        double[] right = new double[5];
        for (int k = 0; k < 12; k++) {
            double weight = random.nextDouble();
            double push = random.nextGaussian();
            double u = random.nextDouble();
            double time = random.nextGaussian();
            double part = random.nextDouble();
            double more = random.nextGaussian();
            normal.add(weight, push, u, time, part, more);
            double[] change = {time * (1 - u), 1 - part, time * u, part, more};
            for (int i = 0; i < 5; i++) {
                right[i] -= push * change[i];
                for (int j = 0; j < 5; j++) {
                    full[i][j] += weight * change[i] * change[j];
                }
            }
        }
        BlockTridiagonal system = new BlockTridiagonal();
        system.clear(2);
        normal.into(system, 0, 0);
        assertThat(system.solve()).isTrue();
        double[] x = Arrays.copyOf(system.x, 5);
        x[4] = normal.amountStep(system.x, 0, 0);
        for (int i = 0; i < 5; i++) {
            double sum = 0;
            for (int j = 0; j < 5; j++) {
                sum += full[i][j] * x[j];
            }
            assertThat(sum).isCloseTo(right[i], within(1e-6));
        }
    }

    /** A way that hardly bends, by its series, is the same as by the exponential on the other side of the bound. */
    @Property(tries = 200)
    void aSeriesGoesOnWhereTheExponentialEnds(@ForAll @DoubleRange(min = 0, max = 1) double u) {
        for (double k : new double[] {0.999e-3, -0.999e-3}) {
            ShapeAt near = new ShapeAt();
            near.at(Shape.Kind.BENT, k / 8, u);
            double all = Math.expm1(k);
            assertThat(near.part).isCloseTo(Math.expm1(k * u) / all, within(1e-10));
            assertThat(near.rise).isCloseTo(k * Math.exp(k * u) / all, within(1e-9));
            ShapeAt far = new ShapeAt();
            far.at(Shape.Kind.BENT, k / 8 * 1.01, u);
            assertThat(near.more).isCloseTo(far.more, within(1e-4));
        }
    }

    /** A level beyond an end that slides counts too, and the end keeps its value. */
    @Property(tries = 100)
    void anEndThatSlidesStaysOnItsLevel(@ForAll long seed, @ForAll @IntRange(min = 12, max = 80) int n) {
        Random random = new Random(seed);
        Curve moving = RandomCurve.of(random, n, 0.3);
        double[] v = moving.values().clone();
        for (int i = 1; i < n / 4; i++) {
            v[i] = v[0];
        }
        Curve curve = new Curve(moving.times(), v);
        Tube tube = Tube.beside(curve, 0.02).through(0, v[0]);
        Ways ways = new Ways(tube, false, 0);
        Path path = Path.straight(FewestLinks.within(tube), ways);
        double begin = path.t[0];
        double before = off(path, ways);
        new InteriorStraight(tube, ways.middle).draw(path, InteriorPoint.End.TIME, InteriorPoint.End.VALUE, 1);
        assertThat(path.v[0]).isEqualTo(v[0]);
        assertThat(path.t[0]).isBetween(begin, curve.times()[n - 1]);
        double level = path.t[0] > begin ? ways.straight(begin, v[0], path.t[0], v[0]) : 0;
        assertThat(level + off(path, ways)).isLessThanOrEqualTo(before);
        assertThat(path.t[0] == begin || tube.holdsStraight(begin, v[0], path.t[0], v[0]))
                .isTrue();
    }

    /** Against the same system written out in full: what it solves, put in again, is the right side. */
    @Property(tries = 300)
    void solvesTheSystemThatIsWrittenOut(@ForAll long seed, @ForAll @IntRange(min = 1, max = 30) int corners) {
        Random random = new Random(seed);
        BlockTridiagonal system = new BlockTridiagonal();
        system.clear(corners);
        int n = 2 * corners;
        double[][] full = new double[n][n];
        double[] right = new double[n];
        for (int i = 0; i < corners; i++) {
            double weight = 0.5 + random.nextDouble();
            for (double rise : new double[] {random.nextGaussian(), 3 + random.nextGaussian()}) {
                system.add(i, weight, rise);
                add(full, i, i, weight, rise);
            }
            double pull = random.nextGaussian();
            double rise = random.nextGaussian();
            system.pull(i, pull, rise);
            right[2 * i] -= rise * pull;
            right[2 * i + 1] += pull;
            if (i > 0) {
                double joins = 0.2 * random.nextDouble();
                double slope = random.nextGaussian() / 3;
                system.addNext(i - 1, joins, slope);
                add(full, i - 1, i, joins, slope);
                add(full, i, i - 1, joins, slope);
                system.add(i - 1, joins, slope);
                add(full, i - 1, i - 1, joins, slope);
                system.add(i, joins, slope);
                add(full, i, i, joins, slope);
                system.addLength(i - 1, joins);
                full[2 * i - 2][2 * i - 2] += joins;
                full[2 * i][2 * i] += joins;
                full[2 * i - 2][2 * i] -= joins;
                full[2 * i][2 * i - 2] -= joins;
            }
        }
        int held = random.nextInt(n);
        system.hold(held / 2, held % 2);
        for (int k = 0; k < n; k++) {
            full[held][k] = 0;
            full[k][held] = 0;
        }
        full[held][held] = 1;
        right[held] = 0;
        assertThat(system.solve()).isTrue();
        double product = 0;
        for (int row = 0; row < n; row++) {
            product += right[row] * system.x[row];
        }
        assertThat(system.product).isCloseTo(product, within(1e-8 * (1 + product)));
        for (int row = 0; row < n; row++) {
            double sum = 0;
            for (int k = 0; k < n; k++) {
                sum += full[row][k] * system.x[k];
            }
            assertThat(sum).isCloseTo(right[row], within(1e-8));
        }
        assertThat(system.x[held]).isZero();
    }

    private static void add(double[][] full, int a, int b, double weight, double rise) {
        full[2 * a][2 * b] += weight * rise * rise;
        full[2 * a][2 * b + 1] -= weight * rise;
        full[2 * a + 1][2 * b] -= weight * rise;
        full[2 * a + 1][2 * b + 1] += weight;
    }
}
