package agogic.core.hand;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** Reaches whose path is known: 10u³ − 15u⁴ + 6u⁵, Flash and Hogan 1985, equation 3. */
class ReachTimesTest {
    private static double hand(double u) {
        return u * u * u * (10 + u * (6 * u - 15));
    }

    /** When a reach from one place to another crosses each border between codes, found by halving. */
    private static List<double[]> crossed(double from, double to, double begins, double length) {
        List<double[]> all = new ArrayList<>();
        for (int code = (int) Math.round(from); code < Math.round(to); code++) {
            double part = (code + 0.5 - from) / (to - from);
            double low = 0;
            double high = 1;
            for (int i = 0; i < 60; i++) {
                double mid = (low + high) / 2;
                low = hand(mid) < part ? mid : low;
                high = hand(mid) < part ? high : mid;
            }
            all.add(new double[] {code + 0.5 - Math.round(from), begins + length * low});
        }
        return all;
    }

    /** It says when a reach began and was over, whatever place in its cells it began and ended at. */
    @Property(tries = 300)
    void itFindsBothEnds(
            @ForAll @IntRange(min = 8, max = 110) int codes,
            @ForAll @DoubleRange(min = -0.4, max = 0.4) double from,
            @ForAll @DoubleRange(min = -0.4, max = 0.4) double to,
            @ForAll @DoubleRange(min = 0.3, max = 6) double length,
            @ForAll @DoubleRange(min = 0, max = 20) double begins) {
        List<double[]> borders = crossed(10 + from, 10 + codes + to, begins, length);
        double[] times = borders.stream().mapToDouble(b -> b[1]).toArray();
        double[] steps = borders.stream().mapToDouble(b -> b[0]).toArray();
        ReachTimes found = ReachTimes.of(times, steps, times.length, codes);
        double room = length * (0.02 + 1.2 / codes);
        assertThat(found.begun).isBetween(begins - 0.02 * length, begins + room);
        assertThat(found.over).isBetween(begins + length - room, begins + length * 1.02);
    }

    /** The same from what a control sent, downwards, with a tremble over one border. */
    /** A step that no control has, as a damaged or strange file may say, costs no memory. */
    @Test
    void aStepThatIsNoneSaysNothing() {
        double[] at = {0, 1, 2};
        double[] code = {0, 0.5, 1};
        for (double step : new double[] {1e-9, 1e-300, Double.MIN_VALUE}) {
            assertThat(ReachTimes.of(at, new double[3], code, 1, 2, step)).isSameAs(ReachTimes.UNKNOWN);
        }
    }

    @Test
    void itReadsTheCodesOfAControl() {
        List<double[]> borders = crossed(20.2, 80.1, 1, 2);
        int n = borders.size() + 3;
        double[] at = new double[n];
        double[] code = new double[n];
        code[0] = 107 / 127.0;
        int k = 1;
        for (double[] border : borders) {
            at[k] = border[1];
            code[k] = (107 - Math.round(border[0] + 0.5)) / 127.0;
            k++;
            if (border[0] == 30.5) {
                at[k] = border[1] + 0.001;
                code[k] = code[k - 2];
                at[k + 1] = border[1] + 0.002;
                code[k + 1] = code[k - 1];
                k += 2;
            }
        }
        ReachTimes found = ReachTimes.of(at, at, code, 1, n - 1, 1 / 127.0);
        assertThat(found.begun).isBetween(0.96, 1.1);
        assertThat(found.over).isBetween(2.9, 3.04);
    }

    @Test
    void twoBordersSayNothing() {
        ReachTimes none = ReachTimes.of(new double[] {0, 1}, new double[] {0.5, 1.5}, 2, 2);
        assertThat(none.begun).isNaN();
        assertThat(none.over).isNaN();
    }
}
