package agogic.core.time;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class TimelineTest {
    private final Timeline comet = new Timeline(TempoMap.steady(84), MetreMap.steady(4, 4));

    @Test
    void aStepTakesSixtyBeatsOverBpm() {
        TempoMap map = TempoMap.of(List.of(new TempoPoint(0, 120, false), new TempoPoint(8, 60, false)));
        assertThat(map.secondsAt(8)).isEqualTo(4);
        assertThat(map.secondsAt(10)).isEqualTo(6);
        assertThat(map.beatAt(5)).isEqualTo(9);
    }

    @Test
    void aRampTakesTheLogarithmOfTheTempi() {
        // t = 60/k·ln(b1/b0) with k = (120 − 60)/16
        TempoMap map = TempoMap.of(List.of(new TempoPoint(0, 60, true), new TempoPoint(16, 120, false)));
        assertThat(map.secondsAt(16)).isCloseTo(16 * Math.log(2), within(1e-12));
        assertThat(map.bpmAt(8)).isEqualTo(90);
    }

    @Property
    void beatsToSecondsAndBackIsExactOverTwoHours(
            @ForAll @DoubleRange(min = -20, max = 12_000) double beat,
            @ForAll @DoubleRange(min = 30, max = 250) double a,
            @ForAll @DoubleRange(min = 30, max = 250) double b,
            @ForAll @DoubleRange(min = 30, max = 250) double c) {
        TempoMap map = TempoMap.of(
                List.of(new TempoPoint(0, a, true), new TempoPoint(777.5, b, true), new TempoPoint(4000, c, false)));
        double seconds = map.secondsAt(beat);
        assertThat(map.secondsAt(map.beatAt(seconds))).isCloseTo(seconds, within(1e-9));
    }

    /** What was given in bars and hundredths is that beat again, to the last bit, under ramps too. */
    @Property(tries = 2000)
    void aPositionInBarsIsThatBeat(
            @ForAll @IntRange(max = 12_000) int beat,
            @ForAll @IntRange(max = 99) int hundredths,
            @ForAll @DoubleRange(min = 30, max = 250) double a,
            @ForAll @DoubleRange(min = 30, max = 250) double b,
            @ForAll @DoubleRange(min = 30, max = 250) double c) {
        TempoMap map = TempoMap.of(List.of(
                new TempoPoint(0, a, true),
                new TempoPoint(31.3, b, true),
                new TempoPoint(777.5, c, true),
                new TempoPoint(4000, a, false)));
        assertThat(map.beatAt(map.secondsAt(beat))).isEqualTo(beat);
        double between = (beat * 100 + hundredths) / 100.0;
        assertThat(map.beatAt(map.secondsAt(between))).isEqualTo(between);
        double third = beat + 1 / 3.0;
        assertThat(map.beatAt(map.secondsAt(third))).isCloseTo(third, within(1e-12 * Math.max(1, third)));
    }

    @Test
    void aNearlyFlatRampIsNearlyAStep() {
        double hair = 1e-11;
        TempoMap map = TempoMap.of(List.of(new TempoPoint(0, 100, true), new TempoPoint(1000, 100 + hair, false)));
        assertThat(map.secondsAt(1000)).isCloseTo(600, within(1e-8));
    }

    @Test
    void positionsReadAsBarBeatHundredths() {
        assertThat(comet.printBars(64)).isEqualTo("17.1.00");
        assertThat(comet.printPlace(64)).isEqualTo("17.1.00");
        assertThat(comet.printPlace(-2.43)).isEqualTo("–2.5");
        assertThat(comet.printPlace(-2.4)).isEqualTo("–2.4");
        assertThat(comet.printBars(66.02)).isEqualTo("17.3.02");
        assertThat(comet.printBars(63.9999)).isEqualTo("17.1.00");
        assertThat(comet.speakBars(77)).isEqualTo("bar 20 beat 2");
    }

    @Test
    void metreChangesMoveTheBarLines() {
        MetreMap map = new MetreMap(List.of(new Metre(1, 4, 4), new Metre(3, 7, 8), new Metre(5, 3, 4)));
        assertThat(map.beatOfBar(3)).isEqualTo(8);
        assertThat(map.beatOfBar(5)).isEqualTo(15);
        assertThat(map.beatOfBar(6)).isEqualTo(18);
        assertThat(map.barAt(14.9)).isEqualTo(4);
        assertThat(map.print(12.5)).isEqualTo("4.3.00");
        assertThat(map.nearestBarLine(11)).isEqualTo(11.5);
    }

    @Test
    void positionsAreReadAsPeopleTypeThem() {
        assertThat(comet.parse("17")).hasValue(64);
        assertThat(comet.parse("17.3.02").getAsDouble()).isCloseTo(66.02, within(1e-9));
        assertThat(comet.parse(" bar 17 3 ")).hasValue(66);
        assertThat(comet.parse("0:46.607").getAsDouble()).isCloseTo(comet.beatAt(46.607), within(1e-9));
        assertThat(comet.parse("900 ms").getAsDouble()).isCloseTo(1.26, within(1e-9));
        assertThat(comet.parse("17.5")).as("there are four beats").isEmpty();
        assertThat(comet.parse("soon")).isEmpty();
        assertThat(comet.parse("99999999999")).isEmpty();
    }

    @Property
    void whatIsPrintedIsReadBack(@ForAll @DoubleRange(min = 0, max = 4000) double beat) {
        String printed = comet.printBars(beat);
        assertThat(comet.printBars(comet.parse(printed).getAsDouble())).isEqualTo(printed);
    }

    @Test
    void aTempoMapWithoutAStartIsRefused() {
        assertThatIllegalArgumentException()
                .isThrownBy(() -> TempoMap.of(List.of(new TempoPoint(1, 120, false))))
                .withMessageContaining("beat 0");
        assertThatIllegalArgumentException().isThrownBy(() -> new TempoPoint(0, 0, false));
    }

    @Test
    void loopsAndTemposThatWouldNeverEndAreRefused() {
        assertThatThrownBy(() -> new agogic.core.session.Loop(1, 1 + 1e-10, true))
                .hasMessageContaining("64th note");
        assertThatThrownBy(() -> new agogic.core.session.Loop(0, Double.POSITIVE_INFINITY, true))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> TempoMap.of(List.of(new TempoPoint(0, 100, true), new TempoPoint(1e-320, 90, false))))
                .hasMessageContaining("millionth of a beat");
        assertThatThrownBy(() -> new TempoPoint(1e9, 90, false)).isInstanceOf(IllegalArgumentException.class);
        TempoMap steep = TempoMap.of(List.of(new TempoPoint(0, 1, true), new TempoPoint(1e-6, 1000, false)));
        assertThat(steep.secondsAt(10)).isFinite();
        assertThat(steep.beatAt(steep.secondsAt(10))).isCloseTo(10, org.assertj.core.api.Assertions.within(1e-6));
    }
}
