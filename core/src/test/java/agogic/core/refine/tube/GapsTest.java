package agogic.core.refine.tube;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;

class GapsTest {
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
