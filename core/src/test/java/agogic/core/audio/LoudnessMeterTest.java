package agogic.core.audio;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Against ITU-R BS.1770-4 (the tables of its filters) and the signals that EBU Tech 3341 and 3342 describe, made here from
 * their descriptions, from memory of the published tables.
 */
class LoudnessMeterTest {
    /** A sine of 1 kHz on both sides through levels (dB of full scale, peak) for so many seconds each. */
    private static LoudnessCurve heard(double rate, double... levelsAndSeconds) {
        LoudnessMeter meter = new LoudnessMeter(rate, false);
        double[] block = new double[64];
        double phase = 0;
        for (int k = 0; k < levelsAndSeconds.length; k += 2) {
            double amplitude = Math.pow(10, levelsAndSeconds[k] / 20);
            long frames = Math.round(levelsAndSeconds[k + 1] * rate);
            for (long done = 0; done < frames; done += block.length) {
                int count = (int) Math.min(block.length, frames - done);
                for (int i = 0; i < count; i++) {
                    block[i] = amplitude * Math.sin(phase);
                    phase += 2 * Math.PI * 1000 / rate;
                }
                meter.add(block, block, count);
            }
        }
        return meter.curve();
    }

    @Test
    void at48KilohertzTheFiltersAreThoseOfTheTables() {
        double[] shelf = {1.53512485958697, -2.69169618940638, 1.19839281085285, -1.69065929318241, 0.73248077421585};
        double[] pass = {1, -2, 1, -1.99004745483398, 0.99007225036621};
        assertThat(KWeighting.shelf(48_000)).containsExactly(shelf, within(1e-9));
        assertThat(KWeighting.pass(48_000)).containsExactly(pass, within(1e-9));
    }

    @ParameterizedTest
    @ValueSource(doubles = {44_100, 48_000, 96_000})
    void theFirstSignalsOfTech3341(double rate) {
        LoudnessCurve first = heard(rate, -23, 20);
        assertThat(first.integrated()).isCloseTo(-23, within(0.1));
        assertThat(first.momentary(150)).isCloseTo(-23, within(0.1));
        assertThat(first.shortTerm(150)).isCloseTo(-23, within(0.1));
        assertThat(first.greatestMomentary()).isCloseTo(-23, within(0.1));
        assertThat(heard(rate, -33, 20).integrated()).isCloseTo(-33, within(0.1));
        if (rate != 48_000) {
            // The gates know nothing of rates.
            return;
        }
        assertThat(heard(rate, -36, 10, -23, 60, -36, 10).integrated()).isCloseTo(-23, within(0.1));
        assertThat(heard(rate, -72, 10, -36, 10, -23, 60, -36, 10, -72, 10).integrated())
                .isCloseTo(-23, within(0.1));
        assertThat(heard(rate, -26, 20, -20, 20.1, -26, 20).integrated()).isCloseTo(-23, within(0.1));
    }

    /** Signal 6 of Tech 3341: five channels, those behind counting more; a sixth for low frequencies does not count. */
    @ParameterizedTest
    @ValueSource(ints = {5, 6})
    void fiveChannelsOfTech3341(int count) {
        double[] levels =
                count == 5 ? new double[] {-28, -28, -24, -30, -30} : new double[] {-28, -28, -24, -6, -30, -30};
        LoudnessMeter meter = LoudnessMeter.of(48_000, count);
        float[][] channels = new float[count][4_800];
        for (int c = 0; c < count; c++) {
            for (int i = 0; i < channels[c].length; i++) {
                channels[c][i] = (float) (Math.pow(10, levels[c] / 20) * Math.sin(2 * Math.PI * i / 48));
            }
        }
        for (int tenth = 0; tenth < 200; tenth++) {
            meter.add(channels, 4_800);
        }
        assertThat(meter.curve().integrated()).isCloseTo(-23, within(0.1));
        assertThat(meter.truePeak()).isCloseTo(count == 5 ? -24 : -6, within(0.1));
    }

    @Test
    void shortTermAndMomentaryOfTech3341AreConstantOverTheirWindows() {
        double[] shorter = new double[20];
        for (int i = 0; i < 20; i += 4) {
            shorter[i] = -20;
            shorter[i + 1] = 1.34;
            shorter[i + 2] = -30;
            shorter[i + 3] = 1.66;
        }
        LoudnessCurve meter = heard(48_000, shorter);
        for (int step = 30; step < meter.steps(); step++) {
            assertThat(meter.shortTerm(step)).isCloseTo(-23, within(0.1));
        }
        double[] quick = new double[100];
        for (int i = 0; i < 100; i += 4) {
            quick[i] = -20;
            quick[i + 1] = 0.18;
            quick[i + 2] = -30;
            quick[i + 3] = 0.22;
        }
        LoudnessCurve momentary = heard(48_000, quick);
        for (int step = 10; step < momentary.steps(); step++) {
            assertThat(momentary.momentary(step)).isCloseTo(-23, within(0.1));
        }
    }

    /** Signals 10 and 13: a tone as long as the window, after silences that fall between steps; 11 and 14: ever louder ones. */
    @Test
    void theGreatestOfTech3341IsFoundWhereverItBegins() {
        for (int n = 0; n < 20; n++) {
            LoudnessCurve slow = heard(48_000, -200, n * 0.15, -23, 3, -200, 1);
            assertThat(slow.greatestShortTerm()).as("signal 10, %s", n).isCloseTo(-23, within(0.1));
            LoudnessCurve quick = heard(48_000, -200, n * 0.02, -23, 0.4, -200, 1);
            assertThat(quick.greatestMomentary()).as("signal 13, %s", n).isCloseTo(-23, within(0.1));
        }
        for (int n = 0; n < 20; n += 6) {
            LoudnessCurve slow = heard(48_000, -200, n * 0.15, -38 + n, 3, -200, 3 - n * 0.15);
            assertThat(slow.greatestShortTerm()).as("signal 11, %s", n).isCloseTo(-38 + n, within(0.1));
            LoudnessCurve quick = heard(48_000, -200, n * 0.02, -38 + n, 0.4, -200, 0.4 - n * 0.02);
            assertThat(quick.greatestMomentary()).as("signal 14, %s", n).isCloseTo(-38 + n, within(0.1));
        }
    }

    @Test
    void theRangesOfTech3342() {
        assertThat(heard(48_000, -20, 20, -30, 20).range()).isCloseTo(10, within(1.0));
        assertThat(heard(48_000, -20, 20, -15, 20).range()).isCloseTo(5, within(1.0));
        assertThat(heard(48_000, -40, 20, -20, 20).range()).isCloseTo(20, within(1.0));
        assertThat(heard(48_000, -50, 20, -35, 20, -20, 20, -35, 20, -50, 20).range())
                .isCloseTo(15, within(1.0));
    }

    /** Signals 15 to 19 of Tech 3341: sines whose samples miss their peaks. */
    @ParameterizedTest
    @CsvSource({"4, 0, 0.5, -6", "4, 45, 0.5, -6", "6, 60, 0.5, -6", "8, 67.5, 0.5, -6", "4, 45, 1.41, 3"})
    void truePeaksOfTech3341(double divisor, double degrees, double amplitude, double expected) {
        LoudnessMeter meter = new LoudnessMeter(48_000);
        double[] samples = new double[48_000];
        for (int i = 0; i < samples.length; i++) {
            // It fades in and out: a hard edge has peaks of its own.
            double fade = Math.min(1, Math.min(i, samples.length - 1 - i) / 4_000.0);
            samples[i] = fade * amplitude * Math.sin(2 * Math.PI * i / divisor + Math.toRadians(degrees));
        }
        meter.add(samples, samples, samples.length);
        assertThat(meter.truePeak()).isBetween(expected - 0.4, expected + 0.2);
    }

    @Test
    void silenceAndTooLittleAreSilent() {
        LoudnessMeter meter = new LoudnessMeter(48_000);
        assertThat(meter.curve().integrated()).isEqualTo(LoudnessMeter.SILENT);
        meter.add(new double[480_000], new double[480_000], 480_000);
        assertThat(meter.curve().integrated()).isEqualTo(LoudnessMeter.SILENT);
        assertThat(meter.curve().range()).isZero();
        assertThat(meter.truePeak()).isEqualTo(LoudnessMeter.SILENT);
    }
}
