package agogic.core.parameter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.midi.MidiScale;
import agogic.core.route.Target;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class ParameterTest {
    private static final Parameter CUTOFF =
            Parameter.continuous("c", "Cutoff", "", Unit.HERTZ, Taper.LOGARITHMIC, 40, 16_000, 1_000);
    private static final Parameter LEVEL = Parameter.continuous("l", "Level", "", Unit.DECIBEL, Taper.FADER, -60, 4, 0);
    private static final Parameter DECAY =
            Parameter.continuous("d", "Decay", "", Unit.SECONDS, Taper.LOGARITHMIC, 0.02, 20, 3.2);
    private static final Parameter MIX = Parameter.continuous("m", "Mix", "", Unit.PERCENT, Taper.LINEAR, 0, 100, 50);
    private static final Parameter SHAPE =
            Parameter.continuous("s", "Shape", "", Unit.PLAIN, new Taper.Power(2.5), -1, 1, 0);
    private static final Parameter VOICING = Parameter.stepped("v", "Voicing", "", 0, "Bowed", "Struck", "Air", "Bell");

    @Provide
    static Arbitrary<Parameter> continuous() {
        return Arbitraries.of(CUTOFF, LEVEL, DECAY, MIX, SHAPE);
    }

    @Property
    void everyTaperHasAnExactInverse(
            @ForAll("continuous") Parameter parameter, @ForAll @DoubleRange(min = 0, max = 1) double x) {
        assertThat(parameter.normalisedOf(parameter.valueAt(x))).isCloseTo(x, within(1e-9));
    }

    @Property
    void whatIsPrintedIsReadBackAsTheSame(
            @ForAll("continuous") Parameter parameter, @ForAll @DoubleRange(min = 0, max = 1) double x) {
        String printed = parameter.print(x);
        assertThat(parameter.print(parameter.parse(printed))).isEqualTo(printed);
    }

    /** GM2 and DLS: volume and expression are 40·log10(v/127) dB. */
    @Test
    void aFaderIsThatOfGm2() {
        Taper gm2 = new Taper.Fader(1);
        assertThat(gm2.value(64 / 127.0, 0, 0)).isCloseTo(-11.9, within(0.02));
        assertThat(gm2.value(1, 0, 0)).isZero();
        assertThat(LEVEL.valueAt(0)).isEqualTo(Double.NEGATIVE_INFINITY);
    }

    /** Common practice: unity lies near 80 % of a fader's way, the top some 4 dB above. */
    @Test
    void theHealthyLevelIsNotTheTop() {
        assertThat(LEVEL.normalisedOf(0)).isCloseTo(0.8, within(1e-12));
        assertThat(LEVEL.print(1)).isEqualTo("+3.9 dB");
        assertThat(LEVEL.print(0)).isEqualTo("−∞ dB");
        assertThat(LEVEL.parse("-inf")).isZero();
    }

    /** Common practice: a four-position switch owns 25 % of the way each, a three-position one a third. */
    @Test
    void aSwitchStepsAtEqualParts() {
        assertThat(VOICING.valueAt(0.2499)).isEqualTo(0);
        assertThat(VOICING.valueAt(0.25)).isEqualTo(1);
        assertThat(VOICING.valueAt(0.5)).isEqualTo(2);
        assertThat(VOICING.valueAt(0.75)).isEqualTo(3);
        assertThat(VOICING.valueAt(1)).isEqualTo(3);
        assertThat(VOICING.settled(0.3)).isEqualTo(0.375);
        assertThat(VOICING.parse("air")).isEqualTo(0.625);
        assertThat(VOICING.printRange()).isEqualTo("Bowed · Struck · Air · Bell");
    }

    @Property
    void everyPositionIsItsOwnMiddle(@ForAll @IntRange(min = 2, max = 200) int n, @ForAll @IntRange(max = 199) int i) {
        int index = i % n;
        assertThat(Steps.index(Steps.middle(index, n), n)).isEqualTo(index);
    }

    @Test
    void valuesAreReadAsPeopleTypeThem() {
        assertThat(CUTOFF.valueAt(CUTOFF.parse("1.2k"))).isCloseTo(1200, within(1e-6));
        assertThat(CUTOFF.valueAt(CUTOFF.parse("70 Hz"))).isCloseTo(70, within(1e-9));
        assertThat(LEVEL.valueAt(LEVEL.parse("−6 dB"))).isCloseTo(-6, within(1e-9));
        assertThat(DECAY.valueAt(DECAY.parse("250ms"))).isCloseTo(0.25, within(1e-9));
        assertThat(MIX.parse("50 %")).isEqualTo(0.5);
        assertThat(MIX.parse("12,5")).isEqualTo(0.125);
        assertThat(CUTOFF.print(CUTOFF.normalisedOf(1240))).isEqualTo("1.24 kHz");
        assertThat(DECAY.print(DECAY.normalisedOf(3.2))).isEqualTo("3.2 s");
    }

    @Test
    void whatCannotBeReadSaysWhatWasExpected() {
        assertThatIllegalArgumentException()
                .isThrownBy(() -> CUTOFF.parse("bright"))
                .withMessageContaining("1.2k");
        assertThatIllegalArgumentException()
                .isThrownBy(() -> CUTOFF.parse("20 kHz"))
                .withMessageContaining("16 kHz");
        assertThatIllegalArgumentException().isThrownBy(() -> CUTOFF.parse("3 dB"));
        assertThatIllegalArgumentException()
                .isThrownBy(() -> VOICING.parse("Loud"))
                .withMessageContaining("Bowed");
    }

    @Property
    void theToleranceIsKeptInTheUnit(
            @ForAll("continuous") Parameter parameter,
            @ForAll @DoubleRange(min = 0.1, max = 0.9) double x,
            @ForAll @DoubleRange(min = 0.01, max = 0.05) double part) {
        double tolerance = parameter.unit().usualTolerance() * part * 20;
        double up = parameter.upperBound(x, tolerance);
        double down = parameter.lowerBound(x, tolerance);
        assertThat(down).isLessThanOrEqualTo(x);
        assertThat(up).isGreaterThanOrEqualTo(x);
        assertThat(parameter.distance(x, up)).isLessThanOrEqualTo(tolerance * (1 + 1e-9));
        assertThat(parameter.distance(x, down)).isLessThanOrEqualTo(tolerance * (1 + 1e-9));
        if (up < 1) {
            assertThat(parameter.distance(x, up)).isCloseTo(tolerance, within(1e-6 * (1 + tolerance)));
        }
    }

    @Test
    void aDifferenceHasAUnitOfItsOwn() {
        double octave = CUTOFF.distance(CUTOFF.normalisedOf(1000), CUTOFF.normalisedOf(2000));
        assertThat(octave).isCloseTo(1200, within(1e-9));
        assertThat(CUTOFF.printDifference(38)).isEqualTo("38 cents");
        assertThat(LEVEL.printDifference(0.3)).isEqualTo("0.3 dB");
        assertThat(LEVEL.printDifference(3.8e-14)).isEqualTo("0 dB");
        assertThat(LEVEL.printDifference(0.00012)).isEqualTo("0.00012 dB");
    }

    /** Frequencies of 0 and below have no interval: differences are told in Hz, and nothing is ever not a number. */
    @Test
    void frequenciesBelowZeroDifferInHertz() {
        for (double[] range : new double[][] {{-1000, 1000}, {0, 500}, {500, 0}, {-20, -10}}) {
            Parameter shift =
                    Parameter.continuous("s", "Shift", "", Unit.HERTZ, Taper.LINEAR, range[0], range[1], range[0]);
            assertThat(shift.usualTolerance()).isPositive().isFinite();
            assertThat(agogic.core.refine.Recipe.usual(shift).tolerance()).isFinite();
            assertThat(shift.distance(0, 1)).isCloseTo(Math.abs(range[1] - range[0]), within(1e-9));
            for (double x = 0; x <= 1; x += 0.125) {
                assertThat(shift.lowerBound(x, shift.usualTolerance())).isBetween(0.0, x);
                assertThat(shift.upperBound(x, shift.usualTolerance())).isBetween(x, 1.0);
            }
            assertThat(shift.printDifference(20)).isEqualTo("20 Hz");
            assertThat(shift.parseDifference("-30 Hz")).isEqualTo(-30);
        }
        assertThat(CUTOFF.printDifference(20)).isEqualTo("20 cents");
    }

    @Test
    void whatCannotBeToldIsRefused() {
        assertThatThrownBy(() -> Parameter.continuous("s", "Wide", "", Unit.PLAIN, Taper.LINEAR, -1e308, 1e308, 0))
                .hasMessageContaining("1,000,000,000,000");
        assertThat(ValueText.print(Unit.PLAIN, Double.NaN)).isEqualTo("?");
        assertThat(ValueText.printDifference(Unit.DECIBEL, Double.POSITIVE_INFINITY))
                .isEqualTo("∞ dB");
    }

    /** Codes of a controller are shown as they are sent: 64 is the centre, both ends are reached (MIDI 2.0 Bit Scaling). */
    @Test
    void codesAreShownAsCodes() {
        Parameter seven = Parameter.continuous("c", "CC 7", "MIDI", Unit.PLAIN, Taper.CODES, 0, 127, 100);
        Parameter fourteen = Parameter.continuous("c", "Bend", "MIDI", Unit.PLAIN, Taper.CODES, 0, 16_383, 8192);
        for (int code = 0; code < 128; code++) {
            double x = MidiScale.normalised7(code);
            assertThat(seven.print(x)).isEqualTo(Integer.toString(code));
            assertThat(seven.parse(Integer.toString(code))).isCloseTo(x, within(1e-4));
        }
        for (int code = 0; code < 16_384; code += 13) {
            assertThat(fourteen.print(MidiScale.normalised14(code))).isEqualTo(Integer.toString(code));
        }
        assertThat(seven.usualTolerance()).as("a code or so").isBetween(1.0, 2.0);
    }

    @Test
    void aFullCircleGoesRound() {
        Parameter azimuth = Parameter.continuous("a", "Azimuth", "", Unit.DEGREES, Taper.LINEAR, -180, 180, 0);
        assertThat(azimuth.wraps()).isTrue();
        assertThat(Parameter.continuous("e", "Elevation", "", Unit.DEGREES, Taper.LINEAR, 0, 90, 0)
                        .wraps())
                .isFalse();
        Macro macro = Macro.named("m", "Turn").scaled(1);
        Member member = new Member.ByOffset(new Target("d", "a"));
        assertThat(macro.value(member, 0.9, 0.8, azimuth)).isCloseTo(0.2, within(1e-12));
        assertThat(macro.value(member, 0.1, 0.1, azimuth)).isCloseTo(0.7, within(1e-12));
        assertThat(macro.value(member, 0.6, 0.9, azimuth)).isEqualTo(1);
    }

    /** What is told of a difference can be typed. */
    @Property(tries = 300)
    void differencesAreReadAsTheyAreWritten(
            @ForAll Unit unit, @ForAll @DoubleRange(min = -5_000, max = 5_000) double amount) {
        for (double one : new double[] {amount, amount / 1_000, Math.rint(amount / 100)}) {
            String told = ValueText.printDifference(unit, one);
            assertThat(ValueText.printDifference(unit, ValueText.parseDifference(unit, told)))
                    .isEqualTo(told);
        }
    }
}
