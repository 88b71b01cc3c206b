package agogic.core.refine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.curve.Curve;
import agogic.core.envelope.Envelope;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;

/** All corners of a straight path drawn at once: inside, nearer, ends where they were held; and the system it solves. */
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
        Curve curve = FewestLinksTest.random(random, n, 0.05 + random.nextDouble());
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
        boolean nearer = new InteriorPoint(tube, ways.middle)
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

    /** A level beyond an end that slides counts too, and the end keeps its value. */
    @Property(tries = 100)
    void anEndThatSlidesStaysOnItsLevel(@ForAll long seed, @ForAll @IntRange(min = 12, max = 80) int n) {
        Random random = new Random(seed);
        Curve moving = FewestLinksTest.random(random, n, 0.3);
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
        new InteriorPoint(tube, ways.middle).draw(path, InteriorPoint.End.TIME, InteriorPoint.End.VALUE, 1);
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
