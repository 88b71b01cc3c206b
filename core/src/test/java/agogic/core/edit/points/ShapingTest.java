package agogic.core.edit.points;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.curve.Curve;
import agogic.core.edit.layer.Difference;
import agogic.core.edit.layer.Layered;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.lane.LayerStack;
import agogic.core.parameter.Parameter;
import agogic.core.refine.CurveRefining;
import agogic.core.refine.links.FewestLinks;
import agogic.core.refine.tube.Tube;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.time.Lock;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** Edits of a range: what they say is so inside, and outside nothing changes. */
class ShapingTest {
    private static final Target TARGET = Layered.TARGET;

    /** A random piece; only what lies on its timeline, so that what is shaped is what is heard. */
    private static Session piece(long seed, int kind) {
        Session session = Layered.piece(seed, kind);
        Lane lane = session.lane(TARGET);
        return session.with(lane.of(lane.layers().subList(0, 1)));
    }

    private static double heard(Session session, double beat) {
        LayerStack stack = session.stack(session.lane(TARGET));
        return stack.plays()
                ? stack.valueAtBeat(beat)
                : session.parameter(TARGET).resting();
    }

    private static Session shaped(Session session, String words) {
        return ShapeWords.apply(session, TARGET, 0, words);
    }

    private static void sameOutside(Session before, Session after, double from, double to) {
        for (double beat = 0.013; beat < 64; beat += 0.37) {
            if (beat < from - 1e-6 || beat > to + 1e-6) {
                assertThat(heard(after, beat)).as("at %s", beat).isCloseTo(heard(before, beat), within(1e-9));
            }
        }
    }

    @Property(tries = 150, seed = "18")
    void outsideOfTheRangeNothingChanges(@ForAll long seed, @ForAll @IntRange(max = 3) int kind) {
        Session session = piece(seed, kind);
        Parameter parameter = session.parameter(TARGET);
        String value = parameter.print(0.4);
        String difference = parameter.printDifference(parameter.travel() / 9);
        for (String words : new String[] {
            "sweep " + parameter.print(0.2) + " to " + parameter.print(0.9) + " 5 9 slow start",
            "level " + value + " 5 9",
            "raise " + difference + " 5 9",
            "lower " + difference + " 5 9",
            "scale 50 % about " + value + " 5 9",
            "tilt 0 to 20 % 5 9",
            "mirror time 5 9",
            "mirror value 5 9",
            "steps 5 5 9",
            "thin " + difference + " 5 9"
        }) {
            Session after = shaped(session, words);
            sameOutside(session, after, 16, 32);
        }
    }

    @Property(tries = 200, seed = "19")
    void twiceRoundIsAsItWas(@ForAll long seed, @ForAll @IntRange(max = 3) int kind) {
        Session session = piece(seed, kind);
        Session once = shaped(session, "mirror time 5 9");
        assertThat(heard(once, 20)).isCloseTo(heard(session, 28), within(mirrorSlack(session, 28)));
        Session twice = shaped(once, "mirror time 5 9");
        assertThat(Difference.of(session, twice, TARGET).none()).isTrue();
        Session over = shaped(shaped(session, "mirror value 5 9"), "mirror value 5 9");
        assertThat(Difference.of(session, over, TARGET).none()).isTrue();
    }

    /** Where a lane in seconds is turned round under a ramp, beats do not lie over each other; nor at a jump. */
    private static double mirrorSlack(Session session, double beat) {
        boolean seconds = session.lane(TARGET).lock() == Lock.SECONDS;
        boolean jumps = Math.abs(heard(session, beat + 1e-9) - heard(session, beat - 1e-9)) > 1e-6;
        return seconds || jumps ? 1 : 1e-9;
    }

    @Property(tries = 150, seed = "20")
    void raisedByWhatIsSaidUpToTheWall(@ForAll long seed, @ForAll @IntRange(max = 3) int kind) {
        Session session = piece(seed, kind);
        Parameter parameter = session.parameter(TARGET);
        double difference = parameter.travel() / 20;
        Session after = shaped(session, "raise " + parameter.printDifference(difference) + " 5 9");
        double told = parameter.parseDifference(parameter.printDifference(difference));
        Random random = new Random(seed);
        for (int i = 0; i < 50; i++) {
            double beat = 16.01 + random.nextDouble() * 15.9;
            double before = heard(session, beat);
            double now = heard(after, beat);
            if (now < 1 - 1e-9 && before > 0.02) {
                assertThat(parameter.distance(before, now))
                        .as("at %s from %s", beat, before)
                        .isCloseTo(told, within(Math.max(1e-6, parameter.travel() * 3e-3)));
            }
        }
    }

    @Property(tries = 100, seed = "21")
    void aCopyIsTheSameAtItsNewPlace(@ForAll long seed) {
        Session session = piece(seed, 0);
        Session copied = shaped(session, "copy 5 7 to 11");
        sameOutside(session, copied, 40, 48);
        boolean beats = session.lane(TARGET).lock() == Lock.BEATS;
        for (double beat = 16.01; beats && beat < 24; beat += 0.07) {
            assertThat(heard(copied, beat + 24)).isCloseTo(heard(session, beat), within(1e-7));
        }
        Session again = shaped(session, "repeat 5 7 to 12");
        for (double beat = 16.01; beats && beat < 20; beat += 0.07) {
            assertThat(heard(again, beat + 8)).isCloseTo(heard(session, beat), within(1e-7));
            assertThat(heard(again, beat + 24)).isCloseTo(heard(session, beat), within(1e-7));
        }
    }

    @Property(tries = 150, seed = "22")
    void thinnedItStaysWithinAndHasNoMorePoints(@ForAll long seed, @ForAll @IntRange(max = 1) int kind) {
        Session session = piece(seed, kind);
        Parameter parameter = session.parameter(TARGET);
        double tolerance = parameter.parseDifference(parameter.printDifference(parameter.travel() / 50));
        Session thin = shaped(session, "thin " + parameter.printDifference(tolerance) + " 5 9");
        assertThat(Difference.of(session, thin, TARGET).farthest())
                .isLessThanOrEqualTo(tolerance * 1.02 + parameter.travel() * 2e-3);
    }

    @Property(tries = 100, seed = "23")
    void movedThereAndBackIsAsItWasWhereNothingLay(@ForAll long seed) {
        Session session = piece(seed, 0);
        Envelope envelope = session.lane(TARGET).envelope();
        Session cleared = session.with(session.lane(TARGET)
                .with(Envelope.of(
                        envelope.points().stream().filter(p -> p.time() < 15.9).toList())));
        if (cleared.lane(TARGET).envelope().firstAtOrAfter(8)
                == cleared.lane(TARGET).envelope().size()) {
            return;
        }
        boolean beats = session.lane(TARGET).lock() == Lock.BEATS;
        if (beats) {
            Session there = shaped(cleared, "move 8 bars 3 5");
            Session back = shaped(there, "move -8 bars 11 13");
            assertThat(Difference.of(cleared, back, TARGET).none()).isTrue();
            assertThat(back.lane(TARGET).envelope().size())
                    .isEqualTo(cleared.lane(TARGET).envelope().size());
        }
    }

    @Test
    void wordsAreReadGenerously() {
        Session session = piece(5, 1);
        Session one = shaped(session, "sweep 120 Hz to 3 kHz, 5 to 9, slow start");
        assertThat(one).isEqualTo(shaped(session, "sweep 120 Hz to 3 kHz 5 9 slow start"));
        assertThat(one).isEqualTo(shaped(session, "Sweep  120 Hz to 3k from 5 to 9 slow start"));
        Parameter cutoff = session.parameter(TARGET);
        assertThat(cutoff.print(heard(one, 16.0000001))).isEqualTo("120 Hz");
        assertThat(cutoff.print(heard(one, 31.9999999))).isEqualTo("3 kHz");
        Envelope envelope = one.lane(TARGET).envelope();
        double time =
                one.timeline().laneTime(one.lane(TARGET).lock(), one.timeline().secondsAt(16));
        assertThat(envelope.shape(envelope.lastAtOrBefore(time + 1e-9))).isEqualTo(Shape.bent(0.5));
        assertThatThrownBy(() -> shaped(session, "sweep 120 Hz to 3 kHz")).hasMessageContaining("Where?");
        assertThatThrownBy(() -> shaped(session, "sweep 120 Hz 5 9")).hasMessageContaining("120 Hz to 3 kHz");
        assertThatThrownBy(() -> shaped(session, "paint 5 9")).hasMessageContaining("no act");
        assertThatThrownBy(() -> shaped(session, "level 900 kHz 5 9")).hasMessageContaining("goes from");
        assertThatThrownBy(() -> shaped(session, "level 900 Hz 9 5")).hasMessageContaining("not after");
        assertThat(heard(shaped(session, "level 900 Hz all"), 40)).isEqualTo(cutoff.parse("900 Hz"));
        assertThat(heard(shaped(session, "level 900 Hz loop"), 4)).isEqualTo(cutoff.parse("900 Hz"));
    }

    @Test
    void pointsAreDrawnToTheGridAndStraysErased() {
        Session session = piece(4, 0);
        Envelope drawn =
                Envelope.of(new Point(15.9, 0.2), new Point(17.1, 0.4), new Point(17.13, 0.41), new Point(19.8, 0.7));
        Session made = session.with(Lane.drawn(TARGET, drawn));
        Envelope grid = shaped(made, "grid 1/4 5 7").lane(TARGET).envelope();
        assertThat(grid.points().stream().map(p -> p.time())).containsExactly(15.9, 16.0, 17.0, 17.0, 20.0);
        Envelope erased = shaped(made, "erase 200 ms 2 dB 4 7").lane(TARGET).envelope();
        assertThat(erased.size()).isEqualTo(3);
        Envelope equal =
                new Shaping(made, TARGET, 0).equal(3, true).lane(TARGET).envelope();
        assertThat(equal.value(3)).isEqualTo(0.41);
    }

    /** A lane of very many points is thinned in two halves: still inside, still continuous, two points more at the most. */
    @Test
    void veryManyPointsAreThinnedWithinTheTolerance() {
        Random random = new Random(4);
        int n = 450_000;
        double[] times = new double[n];
        double[] values = new double[n];
        double value = 0.5;
        for (int i = 0; i < n; i++) {
            value = Math.max(0, Math.min(1, value + (random.nextDouble() - 0.5) * 0.004));
            times[i] = i * 1e-4;
            values[i] = value;
        }
        Curve curve = new Curve(times, values);
        Envelope thin = CurveRefining.fewest(List.of(curve), 0.01);
        int whole = FewestLinks.within(Tube.around(curve, 0.01)).size();
        assertThat(thin.size()).isLessThanOrEqualTo(whole + 2);
        for (int i = 0; i < n; i++) {
            assertThat(Math.abs(thin.valueAt(times[i]) - values[i])).isLessThanOrEqualTo(0.01 + 1e-9);
        }
        for (int i = 1; i < thin.size(); i++) {
            assertThat(thin.time(i)).as("nothing jumps").isGreaterThan(thin.time(i - 1));
        }
        assertThat(thin.time(0)).isZero();
        assertThat(thin.time(thin.size() - 1)).isEqualTo(times[n - 1]);
    }
}
