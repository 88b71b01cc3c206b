package agogic.core.envelope;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** Cutting, joining and moving points in arrays is what it is point by point. */
class SpliceTest {
    private static Envelope random(Random random, int most, double until) {
        List<Point> points = new ArrayList<>();
        double time = random.nextDouble();
        int n = 1 + random.nextInt(most);
        for (int i = 0; i < n && time < until; i++) {
            Shape shape =
                    switch (random.nextInt(5)) {
                        case 0 -> Shape.HOLD;
                        case 1 -> Shape.bent(random.nextDouble() * 2 - 1);
                        case 2 -> Shape.s(random.nextDouble() * 2 - 1);
                        case 3 -> Shape.wave(Shape.Kind.SINE, 0.1, 1 + random.nextInt(4), 0);
                        default -> Shape.STRAIGHT;
                    };
            double value = random.nextInt(3) == 0 ? random.nextInt(3) / 2.0 : 0.2 + 0.6 * random.nextDouble();
            points.add(new Point(time, value, shape, random.nextBoolean(), random.nextInt(4) == 0 ? 1 : 0));
            time += random.nextInt(4) == 0 ? 0 : random.nextInt(3) == 0 ? 1 : random.nextDouble() * 2;
        }
        return Envelope.of(points);
    }

    /** A moment that is a point's, or between two, or beyond. */
    private static double moment(Random random, Envelope envelope) {
        return random.nextInt(3) == 0 ? envelope.time(random.nextInt(envelope.size())) : -1 + random.nextDouble() * 24;
    }

    @Property(tries = 500, seed = "61")
    void bothPartsOfACutSayWhatTheWholeSays(@ForAll long seed) {
        Random random = new Random(seed);
        Envelope whole = random(random, 14, 20);
        double at = moment(random, whole);
        Envelope before = whole.until(at);
        Envelope after = whole.from(at);
        assertThat(before.time(before.size() - 1)).isEqualTo(at);
        assertThat(after.time(0)).isEqualTo(at);
        for (int i = 0; i < 60; i++) {
            double time = -1 + 24 * random.nextDouble();
            if (time < at - 1e-9) {
                assertThat(before.valueAt(time))
                        .as("%s at %s", whole, time)
                        .isCloseTo(whole.valueAt(time), within(1e-9));
            } else if (time > at + 1e-9) {
                assertThat(after.valueAt(time))
                        .as("%s at %s", whole, time)
                        .isCloseTo(whole.valueAt(time), within(1e-9));
            }
        }
        // Whatever was tied and is left is tied: a point of the cut itself may be new.
        long ties = whole.points().stream()
                .filter(p -> p.tie() != 0 && p.time() != at)
                .count();
        long left = before.points().stream()
                        .filter(p -> p.tie() != 0 && p.time() != at)
                        .count()
                + after.points().stream()
                        .filter(p -> p.tie() != 0 && p.time() != at)
                        .count();
        assertThat(left).isEqualTo(ties);
    }

    @Property(tries = 500, seed = "62")
    void aSplicePutsOneIntoTheOther(@ForAll long seed) {
        Random random = new Random(seed);
        Envelope whole = random(random, 14, 20);
        double from = moment(random, whole);
        double to = from + (random.nextInt(4) == 0 ? 1 : 3 * random.nextDouble()) + 1e-6;
        Envelope inner = random(random, 6, 6);
        double first = inner.time(0);
        double length = Math.max(1e-9, inner.time(inner.size() - 1) - first);
        Envelope fitted = inner.mapped((to - from) / length, from - first * (to - from) / length);
        if (fitted.time(0) < from || fitted.time(fitted.size() - 1) > to) {
            // What does not lie in there is refused.
            assertThatThrownBy(() -> whole.splice(from, to, fitted, 0.5)).hasMessageContaining("comes before");
            return;
        }
        Envelope spliced = whole.splice(from, to, fitted, 0.5);
        double last = fitted.time(fitted.size() - 1);
        for (int i = 0; i < 60; i++) {
            double time = -1 + 24 * random.nextDouble();
            boolean inside = time > from + 1e-6 && time < Math.min(to, last) - 1e-6;
            boolean outside = time < from - 1e-9 || time > to + 1e-9;
            if (inside || outside) {
                double said = inside ? fitted.valueAt(time) : whole.valueAt(time);
                assertThat(spliced.valueAt(time))
                        .as("at %s of %s to %s", time, from, to)
                        .isCloseTo(said, within(1e-9));
            }
        }
        for (int i = 1; i < spliced.size(); i++) {
            assertThat(spliced.time(i)).isGreaterThanOrEqualTo(spliced.time(i - 1));
        }
        assertThat(Envelope.of(spliced.points())).isEqualTo(spliced).hasSameHashCodeAs(spliced);
    }

    @Property(tries = 300, seed = "63")
    void pointsThatMoveAreThoseThatWereChosen(@ForAll long seed) {
        Random random = new Random(seed);
        Envelope whole = random(random, 14, 20);
        BitSet chosen = new BitSet();
        for (int i = 0; i < whole.size(); i++) {
            chosen.set(i, random.nextBoolean());
        }
        double later = random.nextDouble() * 4 - 2;
        Envelope moved = whole.moved(chosen, later, v -> 1 - v);
        List<Point> expected = new ArrayList<>();
        for (int i = 0; i < whole.size(); i++) {
            Point one = whole.point(i);
            expected.add(
                    chosen.get(i) ? one.at(one.time() + later, 1 - one.value()).pinned(true) : one);
        }
        expected.sort(Comparator.comparingDouble(Point::time));
        assertThat(moved.points()).isEqualTo(expected);
        assertThat(whole.moved(new BitSet(), later, v -> 0)).isEqualTo(whole);
    }

    @Test
    void whatIsScaledStaysInsideOrIsNotDoneSo() {
        Envelope line = Envelope.of(new Point(0, 0.2, Shape.s(0.4)), new Point(1, 0.8, Shape.HOLD), new Point(3, 1));
        Envelope half = line.scaled(0.5, 0.25);
        assertThat(half.points()).extracting(Point::value).containsExactly(0.35, 0.65, 0.75);
        assertThat(half.shape(0)).isEqualTo(Shape.s(0.4));
        assertThat(line.scaled(2, 0)).isNull();
        Envelope wave = Envelope.of(new Point(0, 0.5, Shape.wave(Shape.Kind.SINE, 0.2, 3, 0)), new Point(1, 0.5));
        assertThat(wave.scaled(0.5, 0)).isNull();
        assertThat(line.straight()).isNull();
        assertThat(Envelope.of(new Point(0, 0.1), new Point(2, 0.4)).straight().valueAt(1))
                .isEqualTo(0.25);
    }
}
