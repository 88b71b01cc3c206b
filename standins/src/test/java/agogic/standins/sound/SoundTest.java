package agogic.standins.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.device.Device;
import agogic.core.route.Target;
import agogic.core.session.Resting;
import agogic.core.session.Session;
import agogic.standins.comet.SlowComet;
import java.util.List;
import org.junit.jupiter.api.Test;

class SoundTest {
    private static double power(float[] samples) {
        double sum = 0;
        for (float sample : samples) {
            sum += sample * sample;
        }
        return sum / samples.length;
    }

    /** Power of the second differences of one side: what is high counts with the fourth power of its frequency. */
    private static double highs(float[] samples) {
        double sum = 0;
        for (int i = 4; i < samples.length; i++) {
            double d = samples[i] - 2 * samples[i - 2] + samples[i - 4];
            sum += d * d;
        }
        return sum / samples.length;
    }

    @Test
    void theSameSessionSoundsTheSameToTheLastBit() {
        float[] first = Rendering.render(SlowComet.score(), 40, 42);
        assertThat(Rendering.render(SlowComet.score(), 40, 42)).isEqualTo(first);
        assertThat(power(first)).as("it sounds").isGreaterThan(1e-5);
        for (float sample : first) {
            assertThat(Math.abs(sample)).isLessThanOrEqualTo(1);
        }
    }

    @Test
    void theCutoffIsHeard() {
        Target cutoff = new Target("filter", "cutoff");
        // The glass alone: the drone, the comets and the voice do not go through this filter.
        Session bare = glassAlone();
        float[] dark = Rendering.render(Resting.at(bare, cutoff, 0.2), 46, 48);
        float[] bright = Rendering.render(Resting.at(bare, cutoff, 0.9), 46, 48);
        assertThat(highs(bright)).isGreaterThan(10 * highs(dark));
    }

    private static Session glassAlone() {
        Session session = SlowComet.score();
        return session.withLanes(List.of())
                .withTracks(session.tracks().stream()
                        .filter(t -> t.devices().contains("filter") || t.clips().isEmpty())
                        .toList());
    }

    /** W3C Audio EQ Cookbook, low-pass: |H| from its coefficients, at several frequencies. */
    @Test
    void theFilterAnswersAsTheCookbookSays() {
        Device device = StandIns.twoPoleFilter("f");
        double cutoff = 1_000;
        double resonance = 40;
        double q = TwoPoleFilter.quality(resonance);
        for (double frequency : new double[] {200, 700, 1_000, 1_500, 4_000}) {
            Knobs knobs = new Knobs(device);
            for (int i = 0; i < device.parameters().size(); i++) {
                knobs.set(i, device.parameters().get(i).resting());
            }
            knobs.set(0, device.parameters().get(0).normalisedOf(cutoff));
            knobs.set(1, resonance / 100);
            TwoPoleFilter filter = new TwoPoleFilter();
            double in = 0;
            double out = 0;
            double[] left = new double[Block.FRAMES];
            double[] right = new double[Block.FRAMES];
            for (int b = 0; b < 1_500; b++) {
                for (int i = 0; i < Block.FRAMES; i++) {
                    left[i] = Math.sin(2 * Math.PI * frequency * (b * Block.FRAMES + i) / Block.RATE);
                    in += b >= 750 ? left[i] * left[i] : 0;
                }
                filter.process(left, right, knobs);
                for (int i = 0; b >= 750 && i < Block.FRAMES; i++) {
                    out += left[i] * left[i];
                }
            }
            assertThat(Math.sqrt(out / in)).isCloseTo(cookbook(cutoff, q, frequency), within(0.01));
        }
    }

    private static double cookbook(double cutoff, double q, double frequency) {
        double w0 = 2 * Math.PI * cutoff / Block.RATE;
        double alpha = Math.sin(w0) / (2 * q);
        double c = Math.cos(w0);
        double[] b = {(1 - c) / 2, 1 - c, (1 - c) / 2};
        double[] a = {1 + alpha, -2 * c, 1 - alpha};
        double w = 2 * Math.PI * frequency / Block.RATE;
        return magnitude(b, w) / magnitude(a, w);
    }

    private static double magnitude(double[] k, double w) {
        double re = k[0] + k[1] * Math.cos(w) + k[2] * Math.cos(2 * w);
        double im = k[1] * Math.sin(w) + k[2] * Math.sin(2 * w);
        return Math.hypot(re, im);
    }

    @Test
    void thePartialBankHasMoreParametersThanSockets() {
        Device bank = StandIns.partialBank("b");
        assertThat(bank.parameters()).hasSize(712);
        assertThat(bank.sockets()).isEqualTo(128);
        assertThat(bank.parameters().stream().filter(p -> p.reserved())).hasSize(1);
    }
}
