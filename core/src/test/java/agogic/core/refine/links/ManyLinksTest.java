package agogic.core.refine.links;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.curve.Curve;
import agogic.core.envelope.Envelope;
import agogic.core.refine.CurveRefining;
import agogic.core.refine.RandomCurve;
import agogic.core.refine.Refined;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** Of very many links the ways are found in one go: inside all the same, and never more than straight ones. */
class ManyLinksTest {
    /** A hand that goes on and on: from turn to turn, each way as a person goes. */
    private static Curve wandering(Random random, int turns) {
        int each = 24;
        double[] t = new double[turns * each + 1];
        double[] v = new double[t.length];
        double from = 0.5;
        double time = 0;
        v[0] = from;
        for (int k = 0; k < turns; k++) {
            double to = random.nextDouble();
            double length = 0.3 + random.nextDouble();
            for (int i = 1; i <= each; i++) {
                double u = (double) i / each;
                t[k * each + i] = time + length * u;
                v[k * each + i] = from + (to - from) * u * u * u * (10 + u * (6 * u - 15));
            }
            time += length;
            from = to;
        }
        return new Curve(t, v);
    }

    private static void inside(Curve curve, Envelope envelope, double tolerance, boolean within) {
        double[] t = curve.times();
        double[] v = curve.values();
        for (int i = 0; i + 1 < t.length; i++) {
            for (int k = 0; k <= 8; k++) {
                double time = t[i] + (t[i + 1] - t[i]) * k / 8;
                double value = envelope.valueAt(time);
                double middle = v[i] + (v[i + 1] - v[i]) * k / 8;
                assertThat(Math.abs(value - middle)).as("at %s", time).isLessThanOrEqualTo(tolerance + 1e-9);
                assertThat(!within || value >= 0 && value <= 1).isTrue();
            }
        }
    }

    /** Also where the number of links is just so many that they are drawn all together, or just more. */
    @Property(tries = 60)
    void insideAndNeverMoreThanStraight(@ForAll long seed, @ForAll @IntRange(min = 10, max = 420) int turns) {
        Random random = new Random(seed);
        Curve curve = random.nextBoolean() ? wandering(random, turns) : RandomCurve.of(random, turns, 1);
        double tolerance = new double[] {0.003, 0.01, 0.03}[random.nextInt(3)];
        Refined straight = CurveRefining.refine(curve, curve.size(), tolerance, false);
        Refined shaped = CurveRefining.refine(curve, curve.size(), tolerance, true);
        assertThat(straight.points()).isEqualTo(straight.fewest());
        assertThat(shaped.points()).isLessThanOrEqualTo(shaped.fewest());
        inside(curve, straight.envelope(), tolerance, false);
        inside(curve, shaped.envelope(), tolerance, true);
    }

    /** What one S leads over stays one way, however long it goes on: three points of five straight ones or fewer. */
    @Test
    void aLongHandIsNearlyAsFewAsItsReaches() {
        for (int turns : new int[] {20, 40, 160, 640}) {
            Curve curve = wandering(new Random(turns), turns);
            Refined shaped = CurveRefining.refine(curve, curve.size(), 0.01, true);
            assertThat(shaped.points()).as("%s turns", turns).isLessThanOrEqualTo(3 * shaped.fewest() / 5);
        }
    }
}
