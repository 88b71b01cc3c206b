package agogic.core.refine.tube;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.envelope.Shape;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Tag;
import net.jqwik.api.constraints.IntRange;

/** A way lies inside if and only if a fine comb over all of it finds it inside. */
class WallsTest {
    /** The same at length: {@code ./agogic test --long}. */
    @Tag("long")
    @Property(tries = 3000)
    void asAFineCombFindsAtLength(@ForAll long seed, @ForAll @IntRange(min = 2, max = 70) int n) {
        asAFineCombFinds(seed, n);
    }

    @Property(tries = 100)
    void asAFineCombFinds(@ForAll long seed, @ForAll @IntRange(min = 2, max = 70) int n) {
        Random random = new Random(seed);
        double[] t = new double[n];
        double[] low = new double[n];
        double[] middle = new double[n];
        double[] high = new double[n];
        for (int i = 0; i < n; i++) {
            t[i] = i == 0 ? 0 : t[i - 1] + 0.05 + random.nextDouble();
            middle[i] = 0.5 + 0.1 * (random.nextDouble() - 0.5);
            low[i] = middle[i] - 0.3 * random.nextDouble();
            high[i] = middle[i] + 0.3 * random.nextDouble();
        }
        Tube tube = new Tube(t, low, middle, high);
        Walls walls = new Walls(tube);
        for (int k = 0; k < 40; k++) {
            double from = t[n - 1] * random.nextDouble();
            double to = from + (t[n - 1] - from) * random.nextDouble();
            double begins = 0.4 + 0.2 * random.nextDouble();
            double ends = 0.4 + 0.2 * random.nextDouble();
            double amount = 2 * random.nextDouble() - 1;
            Shape shape = k % 3 == 0 ? Shape.STRAIGHT : k % 3 == 1 ? Shape.s(amount) : Shape.bent(amount);
            double room = Double.POSITIVE_INFINITY;
            for (int i = 0; i <= 2000 + n; i++) {
                // The comb, and every place where a wall has a corner.
                double time = i <= 2000 ? from + (to - from) * i / 2000 : Math.max(from, Math.min(to, t[i - 2001]));
                double value = shape.value(begins, ends, (time - from) / (to - from));
                room = Math.min(room, Math.min(tube.upperAt(time) - value, value - tube.lowerAt(time)));
            }
            boolean held = walls.hold(from, begins, to, ends, shape);
            if (to > from && Math.abs(room) > 1e-3) {
                assertThat(held).as("%s, room %s", shape, room).isEqualTo(room > 0);
            }
        }
    }
}
