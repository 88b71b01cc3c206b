package agogic.core.envelope;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;

/** The S between straight and the way of a hand. */
class ShapeTest {
    /** Minimum jerk, 10u³ − 15u⁴ + 6u⁵: Flash and Hogan 1985, equation 3. */
    @Property(tries = 200)
    void itIsWhatTheAmountSays(@ForAll @DoubleRange(min = 0, max = 1) double u) {
        double usual = 3 * u * u - 2 * u * u * u;
        double hand = 10 * Math.pow(u, 3) - 15 * Math.pow(u, 4) + 6 * Math.pow(u, 5);
        assertThat(Shape.S.value(0, 1, u)).isCloseTo(usual, within(1e-12));
        assertThat(Shape.s(1).value(0, 1, u)).isCloseTo(hand, within(1e-12));
        assertThat(Shape.s(-1).value(0, 1, u)).isCloseTo(u, within(1e-12));
        assertThat(Shape.s(0.3).value(2, -1, u)).isCloseTo(2 - 3 * (usual + 0.3 * (hand - usual)), within(1e-12));
        assertThat(Shape.s(-0.4).value(0, 1, u)).isCloseTo(0.6 * usual + 0.4 * u, within(1e-12));
    }

    /** Between any two places no way is steeper than it says, and nearly so steep where it is steepest. */
    @Property(tries = 200)
    void noWayIsSteeperThanItSays(@ForAll @DoubleRange(min = -1, max = 1) double amount, @ForAll boolean bent) {
        Shape shape = bent ? Shape.bent(amount) : Shape.s(amount);
        double steepest = 0;
        for (int i = 0; i < 4000; i++) {
            steepest = Math.max(steepest, 4000 * (shape.value(0, 1, (i + 1) / 4000.0) - shape.value(0, 1, i / 4000.0)));
        }
        assertThat(steepest).isBetween(0.99 * shape.steepest(), shape.steepest() + 1e-9);
        assertThat(Shape.S.part(0.2, 0.4).steepest()).isInfinite();
    }

    /** Whoever draws a way at its handle gets the way that goes through there. */
    @Property(tries = 200)
    void aWayThatIsDrawnGoesThroughTheHand(
            @ForAll @DoubleRange(min = -1, max = 1) double amount, @ForAll boolean bent) {
        Shape shape = bent ? Shape.bent(Math.abs(amount) < 0.01 ? 0.01 : amount) : Shape.s(amount);
        Shape drawn = (bent ? Shape.bent(0.3) : Shape.S).through(shape.value(0, 1, shape.handle()));
        assertThat(shape.drawable()).isTrue();
        assertThat(drawn.kind()).isEqualTo(shape.kind());
        assertThat(drawn.amount()).isCloseTo(shape.amount(), within(1e-9));
        assertThat(Shape.S.through(0.9).amount()).isEqualTo(-1);
        assertThat(Shape.S.part(0, 0.5).drawable()).isFalse();
    }

    /** Also where it is nearly straight: the function of the library that is exact near 0 is the reference. */
    @Property(tries = 200)
    void aBentWayIsWhatItsFormulaSays(
            @ForAll @DoubleRange(min = -1, max = 1) double amount, @ForAll @DoubleRange(min = 0, max = 1) double u) {
        double k = 8 * amount;
        double is = k == 0 ? u : Math.expm1(k * u) / Math.expm1(k);
        assertThat(Shape.bent(amount).value(0, 1, u)).isCloseTo(is, within(1e-13));
    }

    @Property(tries = 200)
    void itGoesOneWayAndCutItStaysWhatItWas(
            @ForAll @DoubleRange(min = -1, max = 1) double amount,
            @ForAll @DoubleRange(min = 0.01, max = 0.98) double cut) {
        Shape shape = Shape.s(amount);
        double last = 0;
        for (int i = 0; i <= 100; i++) {
            double now = shape.value(0, 1, i / 100.0);
            assertThat(now).isGreaterThanOrEqualTo(last - 1e-12);
            last = now;
        }
        double middle = shape.cutValue(0, 1, cut);
        for (int i = 0; i <= 20; i++) {
            double u = i / 20.0;
            assertThat(shape.part(0, cut).value(0, middle, u)).isCloseTo(shape.value(0, 1, cut * u), within(1e-9));
            assertThat(shape.part(cut, 1).value(middle, 1, u))
                    .isCloseTo(shape.value(0, 1, cut + (1 - cut) * u), within(1e-9));
        }
    }

    @Test
    void anAmountLiesBetweenMinusOneAndOne() {
        assertThatIllegalArgumentException().isThrownBy(() -> Shape.s(1.01)).withMessageContaining("between -1 and 1");
        assertThat(Shape.s(0)).isEqualTo(Shape.S);
        assertThat(Shape.s(0.5)).isNotEqualTo(Shape.S);
    }
}
