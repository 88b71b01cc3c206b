package agogic.core.pattern;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.time.Lock;
import agogic.core.time.Metre;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.TempoPoint;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Tag;
import org.junit.jupiter.api.Test;

/** What the points of a pattern say is what the pattern says. */
class BakingTest {
    private static final Timeline EVEN = new Timeline(TempoMap.steady(84), MetreMap.steady(4, 4));

    private static Pattern random(Random random) {
        Pattern.Form form = Pattern.Form.values()[random.nextInt(6)];
        Rate rate = new Rate(
                random.nextInt(3) == 0 ? 1 : 0.2 + random.nextDouble() * 4, Rate.Per.values()[random.nextInt(3)]);
        double low = random.nextInt(4) == 0 ? 0 : random.nextDouble();
        double high = random.nextInt(4) == 0 ? 1 : random.nextDouble();
        Pattern made;
        if (form == Pattern.Form.STEPS) {
            List<Double> values = new ArrayList<>();
            for (int i = 0; i <= random.nextInt(9); i++) {
                values.add(random.nextDouble());
            }
            made = Pattern.steps("P", rate, values);
        } else if (form == Pattern.Form.OWN) {
            Shape[] shapes = {
                Shape.STRAIGHT, Shape.HOLD, Shape.bent(0.7), Shape.s(0.3), Shape.wave(Shape.Kind.SINE, 0.01, 3, 0)
            };
            made = Pattern.own(
                    "P",
                    rate,
                    Envelope.of(
                            new Point(0, random.nextDouble(), shapes[random.nextInt(4)]),
                            new Point(
                                    random.nextDouble() * 0.5,
                                    0.2 + 0.6 * random.nextDouble(),
                                    shapes[random.nextInt(5)]),
                            new Point(
                                    0.5 + random.nextDouble() * 0.5,
                                    0.2 + 0.6 * random.nextDouble(),
                                    shapes[random.nextInt(4)])));
        } else {
            made = Pattern.wave("P", form, rate, low, high).duty(0.05 + 0.9 * random.nextDouble());
        }
        boolean swings = random.nextBoolean();
        Pattern with = made.with(
                made.depth(),
                made.centre(),
                random.nextInt(3) == 0 ? 0 : random.nextDouble(),
                swings ? 0.2 + 0.6 * random.nextDouble() : 0.5,
                0);
        return random.nextInt(4) == 0 ? with.drawnTo(2 + random.nextInt(8)) : with;
    }

    private static Timeline timeline(Random random, boolean ramps) {
        TempoMap tempo = TempoMap.of(List.of(
                new TempoPoint(0, 60 + random.nextInt(100), ramps),
                new TempoPoint(7, 60 + random.nextInt(100), ramps && random.nextBoolean()),
                new TempoPoint(19, 60 + random.nextInt(100), false)));
        MetreMap metre = new MetreMap(List.of(new Metre(1, 4, 4), new Metre(3, 3 + random.nextInt(4), 4)));
        return new Timeline(tempo, metre);
    }

    private static void compare(Random random, Timeline timeline, double near) {
        Pattern pattern = random(random);
        Lock lock = Lock.values()[random.nextInt(2)];
        double from = random.nextInt(3) == 0 ? 0 : random.nextDouble() * 9;
        double to = from + 0.5 + random.nextDouble() * 14;
        double turn = random.nextInt(3) * 0.25;
        Envelope baked = Baking.bake(pattern, timeline, lock, from, to, turn, null);
        assertThat(baked.time(0)).isEqualTo(from);
        assertThat(baked.time(baked.size() - 1)).isEqualTo(to);
        for (int i = 0; i < 300; i++) {
            double time = from + (to - from) * random.nextDouble();
            double cycles = turn + Baking.cycles(pattern.rate(), timeline, lock, from, time);
            double said = pattern.value(cycles);
            boolean jumps = Math.abs(pattern.value(cycles - 1e-7) - pattern.value(cycles + 1e-7)) > 1e-4;
            if (!jumps) {
                assertThat(baked.valueAt(time))
                        .as("%s at %s of %s to %s in %s", pattern, time, from, to, lock)
                        .isCloseTo(said, within(near));
            }
        }
    }

    @Property(tries = 400, seed = "31")
    void whereTimeGoesEvenlyItIsExact(@ForAll long seed) {
        Random random = new Random(seed);
        compare(random, timeline(random, false), 1e-9);
    }

    /** The same at length: {@code ./agogic test --long}. */
    @Tag("long")
    @Property(tries = 1000)
    void whereTheTempoChangesItStaysWithinTheToleranceAtLength(@ForAll long seed) {
        whereTheTempoChangesItStaysWithinTheTolerance(seed);
    }

    @Property(tries = 40, seed = "32")
    void whereTheTempoChangesItStaysWithinTheTolerance(@ForAll long seed) {
        Random random = new Random(seed);
        compare(random, timeline(random, true), Baking.TOLERANCE);
    }

    /** W3C, Web Audio API, OscillatorNode: sine sin t; square 1 up to half, −1 after; sawtooth t/π on (−π, π]; triangle. */
    @Test
    void wavesAreThoseOfWebAudio() {
        Rate rate = new Rate(1, Rate.Per.BEATS);
        for (int i = 1; i < 200; i++) {
            double t = 2 * Math.PI * i / 200.0 + 1e-6;
            double c = t / (2 * Math.PI);
            assertThat(Pattern.wave("P", Pattern.Form.SINE, rate, 0, 1).value(c))
                    .isCloseTo(0.5 + 0.5 * Math.sin(t), within(1e-12));
            assertThat(Pattern.wave("P", Pattern.Form.PULSE, rate, 0, 1).value(c))
                    .isEqualTo(t < Math.PI ? 1 : 0);
            double saw = (t > Math.PI ? t - 2 * Math.PI : t) / Math.PI;
            assertThat(Pattern.wave("P", Pattern.Form.SAW, rate, 0, 1).value(c + 0.5))
                    .isCloseTo(0.5 + 0.5 * saw, within(1e-12));
            double triangle = t <= Math.PI / 2 ? 2 / Math.PI * t : 1 - 2 / Math.PI * (t - Math.PI / 2);
            double mirrored = t <= Math.PI
                    ? triangle
                    : -(t - Math.PI <= Math.PI / 2
                            ? 2 / Math.PI * (t - Math.PI)
                            : 1 - 2 / Math.PI * (t - Math.PI - Math.PI / 2));
            assertThat(Pattern.wave("P", Pattern.Form.TRIANGLE, rate, 0, 1).value(c))
                    .isCloseTo(0.5 + 0.5 * mirrored, within(1e-9));
        }
    }

    /** cos² + sin² = 1: two axes a quarter of a cycle apart go round a circle. */
    @Test
    void aRotationIsACircle() {
        Random random = new Random(5);
        Pattern round = Pattern.wave("P", Pattern.Form.SINE, new Rate(3, Rate.Per.BARS), 0.1, 0.9)
                .with(0.4, 0.5, 0, 0.5, 0.25);
        Envelope one = Baking.bake(round, EVEN, Lock.BEATS, 0, 48, 0, null);
        Envelope other = Baking.bake(round, EVEN, Lock.BEATS, 0, 48, round.rotation(), null);
        assertThat(one.size()).isEqualTo(2);
        for (int i = 0; i < 500; i++) {
            double cycles = random.nextDouble() * 100;
            double x = round.value(cycles) - 0.5;
            double y = round.value(cycles + round.rotation()) - 0.5;
            assertThat(x * x + y * y).isCloseTo(0.16, within(1e-9));
            double time = random.nextDouble() * 48;
            assertThat(Math.pow(one.valueAt(time) - 0.5, 2) + Math.pow(other.valueAt(time) - 0.5, 2))
                    .isCloseTo(0.16, within(1e-9));
        }
    }

    @Test
    void swungStepsAreATriplet() {
        Pattern pattern = Pattern.steps("P", new Rate(4, Rate.Per.BEATS), List.of(0.0, 1.0, 0.25, 0.75))
                .with(0.5, 0.5, 0, 2.0 / 3, 0);
        Envelope baked = Baking.bake(pattern, EVEN, Lock.BEATS, 0, 4, 0, null);
        assertThat(baked.points().stream().limit(4).map(p -> Math.round(p.time() * 1e6) / 1e6))
                .containsExactly(0.0, 1.333333, 2.0, 3.333333);
        assertThat(baked.points().stream().allMatch(p -> p.shape().kind() == Shape.Kind.HOLD || p.time() == 4))
                .isTrue();
    }

    @Test
    void whatGoesBeyondTheTravelIsRefused() {
        Pattern whole = Pattern.wave("P", Pattern.Form.SINE, new Rate(1, Rate.Per.BARS), 0, 1);
        assertThatThrownBy(() -> whole.with(0.5, 0.6, 0, 0.5, 0)).hasMessageContaining("goes beyond the travel");
        assertThatThrownBy(() -> Baking.bake(
                        whole.at(new Rate(0.001, Rate.Per.BEATS)), EVEN, Lock.BEATS, 0, 900, 0, v -> v < 0.5 ? 0 : 1))
                .hasMessageContaining("two million points");
        assertThat(whole.spoken()).isEqualTo("sine, 1 bar, 0 % to 100 %");
        assertThat(whole.at(new Rate(2, Rate.Per.BEATS))
                        .with(-0.5, 0.5, 0.25, 0.6, 0.25)
                        .drawnTo(5)
                        .spoken())
                .isEqualTo("sine, 2 beats, 100 % to 0 %, drawn to 5 steps, swing 60 %, each lane 25 % of a cycle later,"
                        + " begun at 25 % of a cycle");
    }
}
