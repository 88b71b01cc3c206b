package agogic.core.route;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Combinators;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** Laws of the way from a control to a value, as computation asks for them: shape, then {@code from + (to − from)·x'}. */
class SpanTest {
    @Provide
    Arbitrary<Span> spans() {
        Arbitrary<Double> place = Arbitraries.doubles().between(0, 1);
        Arbitrary<Double> bend = Arbitraries.doubles().between(-1, 1);
        Arbitrary<Span> smooth = Combinators.combine(
                        place, place, Arbitraries.of(Span.Curve.STRAIGHT, Span.Curve.BENT, Span.Curve.S), bend)
                .as((from, to, curve, amount) -> new Span(from, to, curve, curve == Span.Curve.BENT ? amount : 0));
        Arbitrary<Span> stepped = Combinators.combine(
                        place, place, Arbitraries.integers().between(2, 128))
                .as((from, to, steps) -> new Span(from, to, Span.Curve.STEPS, steps));
        return Arbitraries.oneOf(smooth, stepped);
    }

    @Property
    void beginsAtFromEndsAtToAndNeverLeavesThem(
            @ForAll("spans") Span span, @ForAll @DoubleRange(min = 0, max = 1) double x) {
        assertThat(span.apply(0)).isEqualTo(span.from());
        assertThat(span.apply(1)).isEqualTo(span.to());
        double low = Math.min(span.from(), span.to());
        double high = Math.max(span.from(), span.to());
        assertThat(span.apply(x)).isBetween(low - 1e-12, high + 1e-12);
        assertThat(span.holds(span.apply(x))).isTrue();
    }

    @Property
    void goesOneWayOnly(
            @ForAll("spans") Span span,
            @ForAll @DoubleRange(min = 0, max = 1) double a,
            @ForAll @DoubleRange(min = 0, max = 1) double b) {
        double first = span.apply(Math.min(a, b));
        double second = span.apply(Math.max(a, b));
        if (span.from() <= span.to()) {
            assertThat(second).isGreaterThanOrEqualTo(first - 1e-12);
        } else {
            assertThat(second).isLessThanOrEqualTo(first + 1e-12);
        }
    }

    @Property
    void whereTheHandMustStandIsWhereTheValueComesFrom(
            @ForAll("spans") Span span, @ForAll @DoubleRange(min = 0, max = 1) double x) {
        double value = span.apply(x);
        assertThat(span.apply(span.positionOf(value))).isCloseTo(value, within(1e-6));
        // What lies beyond an end is met at that end.
        assertThat(span.positionOf(2)).isEqualTo(span.closed() ? 0 : beyond(span, span.to() > span.from()));
        assertThat(span.positionOf(-1)).isEqualTo(span.closed() ? 0 : beyond(span, span.to() < span.from()));
    }

    private static double beyond(Span span, boolean atTo) {
        return span.positionOf(atTo ? span.to() : span.from());
    }

    @Property
    void turnedRoundItGoesTheSameWayBack(@ForAll("spans") Span span, @ForAll @DoubleRange(min = 0, max = 1) double x) {
        Span round = new Span(span.to(), span.from(), span.curve(), span.amount());
        assertThat(span.apply(x) + round.apply(x)).isCloseTo(span.from() + span.to(), within(1e-12));
    }

    @Property
    void steppedItHasAsManyPlacesAsItSays(@ForAll @IntRange(min = 2, max = 128) int steps) {
        Span span = new Span(0.1, 0.9, Span.Curve.STEPS, steps);
        long places = java.util.stream.IntStream.rangeClosed(0, 20_000)
                .mapToDouble(i -> span.apply(i / 20_000.0))
                .distinct()
                .count();
        assertThat(places).isEqualTo(steps);
    }

    /** {@code (e^{ku} − 1)/(e^k − 1)} with {@code k = 8b}: half of the way at b = 0.5, worked out by hand. */
    @Test
    void aBendIsTheExponentialOfTheFormula() {
        Span span = new Span(0, 1, Span.Curve.BENT, 0.5);
        assertThat(span.apply(0.5)).isCloseTo((Math.exp(2) - 1) / (Math.exp(4) - 1), within(1e-12));
        assertThat(new Span(0, 1, Span.Curve.BENT, 0).apply(0.37)).isEqualTo(0.37);
        assertThat(new Span(0, 1, Span.Curve.S, 0).apply(0.25)).isCloseTo(0.15625, within(1e-15));
    }

    @Test
    void aClosedSpanMovesNothing() {
        Span span = Span.straight(0.4, 0.4);
        assertThat(span.closed()).isTrue();
        assertThat(span.apply(0.9)).isEqualTo(0.4);
        assertThat(span.positionOf(0.8)).isZero();
    }

    @Test
    void whatIsNoSpanIsRefusedInWords() {
        assertThatThrownBy(() -> Span.straight(-0.1, 1)).hasMessageContaining("from 0..1 to 0..1");
        assertThatThrownBy(() -> Span.straight(0, Double.NaN)).hasMessageContaining("from 0..1 to 0..1");
        assertThatThrownBy(() -> new Span(0, 1, Span.Curve.BENT, 1.5)).hasMessageContaining("bends by -1..1");
        assertThatThrownBy(() -> new Span(0, 1, Span.Curve.STEPS, 1)).hasMessageContaining("2 to 128 steps");
        assertThatThrownBy(() -> new Span(0, 1, Span.Curve.STEPS, 2.5)).hasMessageContaining("2 to 128 steps");
    }
}
