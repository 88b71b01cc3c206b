package agogic.core.envelope;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;

class EnvelopeTest {
    private static Envelope random(long seed) {
        Random random = new Random(seed);
        List<Point> points = new ArrayList<>();
        double time = 0;
        int n = 2 + random.nextInt(12);
        for (int i = 0; i < n; i++) {
            time += random.nextInt(5) == 0 ? 0 : random.nextDouble() * 3;
            points.add(new Point(time, random.nextDouble(), shape(random)));
        }
        return Envelope.of(points);
    }

    private static Shape shape(Random random) {
        Shape.Kind kind = Shape.Kind.values()[random.nextInt(Shape.Kind.values().length)];
        return switch (kind) {
            case HOLD -> Shape.HOLD;
            case STRAIGHT -> Shape.STRAIGHT;
            case S -> Shape.S;
            case BENT -> Shape.bent(random.nextDouble() * 2 - 1);
            default -> Shape.wave(kind, random.nextDouble() - 0.5, 0.5 + 5 * random.nextDouble(), 0.3);
        };
    }

    @Test
    void everyShapeIsWhatItsFormulaSays() {
        assertThat(Shape.HOLD.value(0.2, 0.8, 0.99)).isEqualTo(0.2);
        assertThat(Shape.STRAIGHT.value(0.2, 0.8, 0.5)).isCloseTo(0.5, within(1e-15));
        double k = 8 * 0.5;
        assertThat(Shape.bent(0.5).value(0, 1, 0.25))
                .isCloseTo((Math.exp(k * 0.25) - 1) / (Math.exp(k) - 1), within(1e-14));
        assertThat(Shape.bent(0.5).value(0, 1, 0.5)).as("above 0 starts slowly").isLessThan(0.5);
        assertThat(Shape.S.value(0, 1, 0.25)).isCloseTo(0.0625 * 2.5, within(1e-15));
        assertThat(Shape.wave(Shape.Kind.SINE, 0.1, 2, 0).value(0.5, 0.5, 0.125))
                .isCloseTo(0.6, within(1e-12));
        assertThat(Shape.wave(Shape.Kind.TRIANGLE, 0.1, 1, 0).value(0.5, 0.5, 0.75))
                .isCloseTo(0.4, within(1e-12));
        assertThat(Shape.wave(Shape.Kind.SAW, 0.1, 1, 0).value(0.5, 0.5, 0.5)).isCloseTo(0.5, within(1e-12));
        assertThat(Shape.wave(Shape.Kind.PULSE, 0.1, 1, 0.25).value(0.5, 0.5, 0.3))
                .isCloseTo(0.4, within(1e-12));
    }

    /** W3C Web Audio 1.0, exponentialRampToValueAtTime: V0·(V1/V0)^u. A straight way on a logarithmic taper is that. */
    @Property
    void straightOnALogarithmicTaperIsTheExponentialRampOfWebAudio(@ForAll @DoubleRange(min = 0, max = 1) double u) {
        var cutoff = agogic.core.parameter.Parameter.continuous(
                "c",
                "C",
                "",
                agogic.core.parameter.Unit.HERTZ,
                agogic.core.parameter.Taper.LOGARITHMIC,
                40,
                16_000,
                100);
        Envelope ramp = Envelope.of(new Point(0, cutoff.normalisedOf(100)), new Point(1, cutoff.normalisedOf(3200)));
        assertThat(cutoff.valueAt(ramp.valueAt(u))).isCloseTo(100 * Math.pow(32, u), within(1e-8));
    }

    /** W3C Web Audio 1.0, linearRampToValueAtTime: V0 + (V1 − V0)·(t − T0)/(T1 − T0). */
    @Property
    void straightOnALinearTaperIsTheLinearRampOfWebAudio(@ForAll @DoubleRange(min = 2, max = 6) double t) {
        Envelope ramp = Envelope.of(new Point(2, 0.3), new Point(6, 0.9));
        assertThat(ramp.valueAt(t)).isCloseTo(0.3 + 0.6 * (t - 2) / 4, within(1e-12));
    }

    /** W3C Web Audio 1.0, setTargetAtTime: V1 + (V0 − V1)·e^(−t/τ); a bent way is a part of such a curve. */
    @Property
    void aBentWayIsAPartOfAnExponentialApproach(@ForAll @DoubleRange(min = 0, max = 1) double u) {
        double k = 8 * 0.4;
        double tau = 1 / k;
        double v0 = 0.9;
        // Chosen so that at u = 1 the approach has come from 0.9 to 0.2.
        double aim = (0.2 - v0 * Math.exp(-k)) / (1 - Math.exp(-k));
        assertThat(Shape.bent(-0.4).value(v0, 0.2, u)).isCloseTo(aim + (v0 - aim) * Math.exp(-u / tau), within(1e-12));
    }

    @Test
    void theEndValuesHoldAndAtAJumpTheLaterCounts() {
        Envelope e = Envelope.of(new Point(1, 0.2), new Point(2, 0.6), new Point(2, 0.9), new Point(3, 0.4));
        assertThat(e.valueAt(-5)).isEqualTo(0.2);
        assertThat(e.valueAt(9)).isEqualTo(0.4);
        assertThat(e.valueAt(2)).isEqualTo(0.9);
        assertThat(e.valueBefore(2)).isCloseTo(0.6, within(1e-15));
        assertThat(Envelope.EMPTY.valueAt(1)).isNaN();
    }

    @Test
    void pointsStandInTimeOrder() {
        assertThatIllegalArgumentException().isThrownBy(() -> Envelope.of(new Point(2, 0), new Point(1, 0)));
        Envelope e = Envelope.of(new Point(0, 0), new Point(1, 1), new Point(2, 0));
        assertThat(e.replacing(1, new Point(9, 0.5)).time(1))
                .as("kept before its neighbour")
                .isEqualTo(2);
        assertThat(e.with(new Point(0.5, 0.7)).size()).isEqualTo(4);
        assertThat(e.without(1).valueAt(1)).isZero();
    }

    @Property
    void aCursorReadsTheSameAsABinarySearch(@ForAll long seed) {
        Envelope e = random(seed);
        EnvelopeCursor cursor = e.cursor();
        Random random = new Random(~seed);
        double t = -1;
        for (int i = 0; i < 60; i++) {
            t = random.nextInt(8) == 0 ? random.nextDouble() * 30 : t + random.nextDouble();
            assertThat(cursor.valueAt(t)).isEqualTo(e.valueAt(t));
        }
    }

    @Property
    void nothingOutsideASplicedStretchChanges(
            @ForAll long seed,
            @ForAll @DoubleRange(min = -2, max = 30) double a,
            @ForAll @DoubleRange(min = 0.01, max = 9) double length) {
        Envelope e = random(seed);
        double b = a + length;
        Envelope inner = Envelope.of(new Point(a, 0.11), new Point(b, 0.77));
        Envelope spliced = e.splice(a, b, inner, 0.5);
        Random random = new Random(seed + 1);
        for (int i = 0; i < 200; i++) {
            double before = a - random.nextDouble() * 8;
            double after = b + random.nextDouble() * 8;
            if (before < a) {
                assertThat(spliced.valueAt(before)).isCloseTo(e.valueAt(before), within(1e-12));
            }
            assertThat(spliced.valueAt(after)).isCloseTo(e.valueAt(after), within(1e-12));
        }
        assertThat(spliced.valueBefore(a)).isCloseTo(e.valueBefore(a), within(1e-12));
        assertThat(spliced.valueAt(a)).isEqualTo(0.11);
        assertThat(spliced.valueBefore(b)).isCloseTo(0.77, within(1e-12));
        assertThat(spliced.valueAt(b)).isCloseTo(e.valueAt(b), within(1e-12));
    }

    @Test
    void anEmptyEnvelopeIsSplicedOntoTheRestingValue() {
        Envelope e = Envelope.EMPTY.splice(4, 8, Envelope.of(new Point(4, 0.9), new Point(8, 0.8)), 0.25);
        assertThat(e.valueAt(3.999)).isEqualTo(0.25);
        assertThat(e.valueAt(4)).isEqualTo(0.9);
        assertThat(e.valueAt(8)).isEqualTo(0.25);
        assertThat(e.valueAt(100)).isEqualTo(0.25);
    }

    @Property
    void theOutlineOfAColumnHoldsEveryPointInIt(@ForAll long seed) {
        Random random = new Random(seed);
        List<Point> points = new ArrayList<>();
        for (int i = 0; i < 3000; i++) {
            points.add(new Point(i * 0.01, random.nextDouble()));
        }
        Envelope e = Envelope.of(points);
        double[] low = new double[37];
        double[] high = new double[37];
        new EnvelopeOutline(e).fill(0, 30, low, high);
        for (int i = 0; i < 3000; i++) {
            int c = Math.min(36, (int) (e.time(i) / 30 * 37));
            assertThat(e.value(i))
                    .isBetween(Math.min(low[c], low[Math.max(0, c - 1)]), Math.max(high[c], high[Math.max(0, c - 1)]));
        }
    }
}
