package agogic.core.edit.points;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.route.Target;
import agogic.core.session.Points;
import agogic.core.session.Session;
import agogic.core.time.Lock;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** Many points at once: chosen in words, moved, taken away, taken along. */
class ChosenTest {
    private static final Target AZIMUTH = new Target("one", "azimuth");
    private static final Target OTHER = new Target("two", "azimuth");
    private static final Target MODE = new Target("two", "mode");

    private static Session piece(Random random, Lock lock) {
        List<Point> points = new ArrayList<>();
        for (double time = 0; time < 30; time += 0.5 + random.nextDouble()) {
            points.add(new Point(time, 0.2 + 0.6 * random.nextDouble(), Shape.s(random.nextDouble())));
        }
        return CopyingTest.piece(lock, Envelope.of(points), random.nextBoolean());
    }

    private static Envelope points(Session session, Target target) {
        return session.lane(target).envelope();
    }

    @Property(tries = 200, seed = "71")
    void thereAndBackIsAsItWas(@ForAll long seed) {
        Random random = new Random(seed);
        Session session = piece(random, Lock.values()[random.nextInt(2)]);
        int first = 1 + random.nextInt(8);
        BitSet chosen = new BitSet();
        chosen.set(first, first + 1 + random.nextInt(8));
        double later = random.nextDouble() * 0.4;
        double higher = random.nextDouble() * 0.3 - 0.15;
        Session there = Chosen.move(session, AZIMUTH, 0, chosen, later, higher);
        Session back = Chosen.move(there, AZIMUTH, 0, chosen, -later, -higher);
        for (int i = 0; i < points(session, AZIMUTH).size(); i++) {
            assertThat(points(back, AZIMUTH).time(i))
                    .isCloseTo(points(session, AZIMUTH).time(i), within(1e-9));
            assertThat(points(back, AZIMUTH).value(i))
                    .isCloseTo(points(session, AZIMUTH).value(i), within(1e-9));
            boolean moved = chosen.get(i);
            assertThat(points(there, AZIMUTH).value(i)
                            - points(session, AZIMUTH).value(i))
                    .isCloseTo(moved ? higher : 0, within(1e-9));
            assertThat(points(back, AZIMUTH).pinned(i)).isEqualTo(moved);
        }
        // At the walls they stop, at the beginning too; nothing is lost.
        Session low = Chosen.move(session, AZIMUTH, 0, chosen, -100, -3);
        assertThat(points(low, AZIMUTH).size())
                .isEqualTo(points(session, AZIMUTH).size());
        assertThat(points(low, AZIMUTH).time(0)).isZero();
        assertThat(points(low, AZIMUTH).points()).allMatch(p -> p.value() >= 0 && p.value() <= 1);
    }

    @Test
    void theyAreChosenInWords() {
        Session session = CopyingTest.piece(
                Lock.BEATS,
                Envelope.of(
                        new Point(0, 0.5),
                        new Point(4, 0.25),
                        new Point(8, 0.5),
                        new Point(12, 0.75),
                        new Point(16, 0.5)),
                false);
        assertThat(Chosen.in(session, AZIMUTH, 0, "2 4").toString()).isEqualTo("{1, 2, 3}");
        assertThat(Chosen.in(session, AZIMUTH, 0, "all").cardinality()).isEqualTo(5);
        assertThat(Chosen.in(session, AZIMUTH, 0, "loop").toString()).isEqualTo("{0, 1, 2}");
        assertThat(Chosen.in(session, AZIMUTH, 0, "0° all").toString()).isEqualTo("{0, 2, 4}");
        assertThat(Chosen.in(session, AZIMUTH, 0, "-90° 1 9").toString()).isEqualTo("{1}");
        assertThat(Chosen.in(session, OTHER, 0, "all").isEmpty()).isTrue();
        assertThatThrownBy(() -> Chosen.in(session, AZIMUTH, 0, "here")).hasMessageContaining("two positions");
        assertThatThrownBy(() -> Chosen.in(session, AZIMUTH, 0, "purple all"))
                .isInstanceOf(IllegalArgumentException.class);
        BitSet ends = new BitSet();
        ends.set(0);
        ends.set(4);
        assertThat(points(Chosen.delete(session, AZIMUTH, 0, ends), AZIMUTH).size())
                .isEqualTo(3);
        BitSet gone = new BitSet();
        gone.set(9);
        assertThatThrownBy(() -> Chosen.move(session, AZIMUTH, 0, gone, 1, 0))
                .hasMessageContaining("Choose them again");
    }

    /** A mate that was not chosen goes along in value, not in time. */
    @Test
    void matesGoAlongInValue() {
        Session session = CopyingTest.piece(
                Lock.BEATS,
                Envelope.of(new Point(0, 0.5), new Point(4, 0.2), new Point(8, 0.9), new Point(12, 0.4)),
                false);
        Session tied = Points.tie(session, AZIMUTH, 0, List.of(1, 3));
        BitSet chosen = new BitSet();
        chosen.set(1, 3);
        Session moved = Chosen.move(tied, AZIMUTH, 0, chosen, 1, 0.05);
        assertThat(points(moved, AZIMUTH).points()).extracting(Point::time).containsExactly(0.0, 5.0, 9.0, 12.0);
        assertThat(points(moved, AZIMUTH).value(3))
                .isEqualTo(points(moved, AZIMUTH).value(1))
                .isCloseTo(0.25, within(1e-12));
        assertThat(points(moved, AZIMUTH).tie(3))
                .isEqualTo(points(moved, AZIMUTH).tie(1))
                .isPositive();
        assertThat(points(moved, AZIMUTH).value(2)).isCloseTo(0.95, within(1e-12));
    }

    @Property(tries = 100, seed = "72")
    void whatIsPastedIsWhatWasTaken(@ForAll long seed) {
        Random random = new Random(seed);
        Session session = piece(random, Lock.values()[random.nextInt(2)]);
        BitSet chosen = Chosen.in(session, AZIMUTH, 0, "2 5");
        List<Point> taken = Chosen.taken(session, AZIMUTH, 0, chosen);
        double by = 20 - taken.get(0).time();
        List<Point> there =
                taken.stream().map(p -> p.at(p.time() + by, p.value())).toList();
        Session pasted = Chosen.paste(session, OTHER, 0, there);
        Envelope points = points(pasted, OTHER);
        assertThat(points.size()).isEqualTo(taken.size());
        for (int i = 0; i < taken.size(); i++) {
            assertThat(points.time(i)).isCloseTo(there.get(i).time(), within(1e-9));
            assertThat(points.value(i)).isEqualTo(taken.get(i).value());
            assertThat(points.shape(i)).isEqualTo(taken.get(i).shape());
        }
        Session twice = Chosen.paste(pasted, OTHER, 0, there);
        assertThat(twice.lane(OTHER)).isEqualTo(pasted.lane(OTHER));
        // A switch takes them as holds, at its positions.
        Session mode = Chosen.paste(session, MODE, 0, there);
        assertThat(points(mode, MODE).points()).allMatch(p -> p.shape().kind() == Shape.Kind.HOLD);
        assertThatThrownBy(() -> Chosen.paste(session, OTHER, 0, List.of(new Point(-1, 0.5))))
                .hasMessageContaining("before the beginning");
        assertThat(session.lane(OTHER)).isEqualTo(Lane.empty(OTHER));
    }
}
