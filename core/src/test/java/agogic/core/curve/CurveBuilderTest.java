package agogic.core.curve;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;

class CurveBuilderTest {
    /** Whatever is added, also twice at one time and on one line: it goes through all that counts, straight between. */
    @Property(tries = 500)
    void itGoesThroughAllThatCounts(@ForAll long seed) {
        Random random = new Random(seed);
        CurveBuilder builder = new CurveBuilder();
        TreeMap<Double, Double> all = new TreeMap<>();
        double time = 0;
        double value = 0.5;
        for (int i = 2 + random.nextInt(60); i > 0; i--) {
            time += random.nextInt(3);
            value = random.nextBoolean() ? value : random.nextInt(4) / 4.0;
            builder.add(time, value);
            all.put(time, value);
        }
        Curve curve = builder.build();
        for (Map.Entry<Double, Double> one : all.entrySet()) {
            assertThat(curve.valueAt(one.getKey())).isCloseTo(one.getValue(), within(1e-12));
            Map.Entry<Double, Double> next = all.higherEntry(one.getKey());
            if (next != null) {
                double middle = (one.getKey() + next.getKey()) / 2;
                double between = (one.getValue() + next.getValue()) / 2;
                assertThat(curve.valueAt(middle)).isCloseTo(between, within(1e-12));
            }
        }
    }
}
