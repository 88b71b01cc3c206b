package agogic.standins.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The effects for mixing, each against the formula that it was made from, evaluated in another form than the code has. */
class MixingEffectsTest {
    /** A device with its values, fed blocks. */
    private static final class Chain {
        private final Sound sound;
        private final Device device;
        private final Knobs knobs;

        Chain(Device device) {
            this.device = device;
            sound = StandIns.sound(device).orElseThrow();
            knobs = new Knobs(device);
            for (int i = 0; i < device.parameters().size(); i++) {
                knobs.set(i, device.parameters().get(i).resting());
            }
        }

        Chain set(String id, double value) {
            List<Parameter> all = device.parameters();
            for (int i = 0; i < all.size(); i++) {
                if (all.get(i).id().equals(id)) {
                    knobs.set(i, all.get(i).normalisedOf(value));
                }
            }
            return this;
        }

        /** What comes of these samples on both sides; left, then right. */
        double[][] of(double[] in) {
            return of(in, in);
        }

        double[][] of(double[] inLeft, double[] inRight) {
            double[][] out = new double[2][inLeft.length];
            double[] left = new double[Block.FRAMES];
            double[] right = new double[Block.FRAMES];
            for (int at = 0; at + Block.FRAMES <= inLeft.length; at += Block.FRAMES) {
                System.arraycopy(inLeft, at, left, 0, Block.FRAMES);
                System.arraycopy(inRight, at, right, 0, Block.FRAMES);
                sound.process(left, right, knobs);
                System.arraycopy(left, 0, out[0], at, Block.FRAMES);
                System.arraycopy(right, 0, out[1], at, Block.FRAMES);
            }
            return out;
        }
    }

    private static double[] steady(double value, double seconds) {
        double[] samples = new double[(int) (seconds * Block.RATE / Block.FRAMES) * Block.FRAMES];
        java.util.Arrays.fill(samples, value);
        return samples;
    }

    private static double decibel(double amplitude) {
        return 20 * Math.log10(Math.abs(amplitude));
    }

    /** The size of an impulse response's spectrum at a frequency, in dB. */
    private static double magnitude(double[] response, double hertz) {
        double re = 0;
        double im = 0;
        for (int i = 0; i < response.length; i++) {
            re += response[i] * Math.cos(2 * Math.PI * hertz * i / Block.RATE);
            im -= response[i] * Math.sin(2 * Math.PI * hertz * i / Block.RATE);
        }
        return decibel(Math.hypot(re, im));
    }

    /** |n2·s² + n1·s + n0| / |d2·s² + d1·s + d0| in dB, where s = j·x. */
    private static double analogue(double x, double n2, double n1, double n0, double d2, double d1, double d0) {
        return decibel(Math.hypot(n0 - n2 * x * x, n1 * x) / Math.hypot(d0 - d2 * x * x, d1 * x));
    }

    /** The prototypes of the Audio EQ Cookbook, over the warped frequency of the bilinear transform. */
    @ParameterizedTest
    @CsvSource({
        "1, 110, 9, 0.71",
        "1, 300, -12, 1.4",
        "2, 420, 12, 2",
        "3, 2600, -9, 0.5",
        "4, 8000, 6, 0.71",
        "4, 3000, -15, 1"
    })
    void theBandsAreThoseOfTheCookbook(int band, double centre, double gain, double q) {
        String key = "b" + band + "-";
        double[] impulse = new double[1 << 15];
        impulse[0] = 1;
        double[] response = new Chain(StandIns.all().get("Four Bands").apply("eq"))
                .set(key + "frequency", centre)
                .set(key + "gain", gain)
                .set(key + "q", q)
                .of(impulse)[0];
        double a = Math.pow(10, gain / 40);
        double root = Math.sqrt(a) / q;
        for (int n = 0; n < 50; n++) {
            double hertz = 30 * Math.pow(20_000.0 / 30, n / 49.0);
            double x = Math.tan(Math.PI * hertz / Block.RATE) / Math.tan(Math.PI * centre / Block.RATE);
            double expected =
                    switch (band) {
                        case 1 -> decibel(a) + analogue(x, 1, root, a, a, root, 1);
                        case 4 -> decibel(a) + analogue(x, a, root, 1, 1, root, a);
                        default -> analogue(x, 1, a / q, 1, 1, 1 / (a * q), 1);
                    };
            assertThat(magnitude(response, hertz)).as("%s Hz", hertz).isCloseTo(expected, within(0.1));
        }
    }

    /** MMA RP-036: 20·log10(cos(π/2·p)) left and sin right, p from 0 to 1; here 3.01 dB more. */
    @Test
    void panIsThatOfTheRecommendedPractice() {
        for (int p = 1; p < 10; p++) {
            double[][] out = new Chain(StandIns.levelPan("strip"))
                    .set("pan", -100 + 20 * p)
                    .of(steady(0.5, 0.02));
            double turn = Math.PI / 2 * p / 10;
            assertThat(decibel(out[0][800] / 0.5)).isCloseTo(decibel(Math.cos(turn)) + 3.0103, within(0.01));
            assertThat(decibel(out[1][800] / 0.5)).isCloseTo(decibel(Math.sin(turn)) + 3.0103, within(0.01));
        }
        double[][] plain = new Chain(StandIns.levelPan("strip")).of(steady(0.37, 0.01), steady(-0.21, 0.01));
        assertThat(plain[0][100]).as("untouched").isEqualTo(0.37);
        assertThat(plain[1][100]).isEqualTo(-0.21);
        double[][] mono =
                new Chain(StandIns.levelPan("strip")).set("width", 0).of(steady(0.4, 0.01), steady(0.2, 0.01));
        assertThat(mono[0][100]).isCloseTo(0.3, within(1e-12));
        double[][] quiet =
                new Chain(StandIns.levelPan("strip")).set("level", -12).of(steady(0.4, 0.01));
        assertThat(decibel(quiet[0][100] / 0.4)).isCloseTo(-12, within(0.01));
    }

    @ParameterizedTest
    @CsvSource({"-20, 4, 0", "-20, 4, 12", "-30, 2, 6", "-12, 20, 24", "-40, 1, 6"})
    void theStaticCurveOfTheCompressor(double threshold, double ratio, double knee) {
        for (double level = -60; level <= 0; level += 1.5) {
            double in = Math.pow(10, level / 20);
            double[] out = new Chain(StandIns.all().get("Compressor").apply("comp"))
                    .set("threshold", threshold)
                    .set("ratio", ratio)
                    .set("knee", knee)
                    .set("attack", 0.001)
                    .of(steady(in, 0.1))[0];
            double over = level - threshold;
            double below = Math.max(0, Math.min(knee, over + knee / 2));
            // The knee as an integral: the slope falls in a straight line from 1 to 1/R over its width.
            double slope = 1 / ratio - 1;
            double expected =
                    level + (knee > 0 ? slope * below * below / (2 * knee) : 0) + slope * Math.max(0, over - knee / 2);
            assertThat(decibel(out[4_000])).as("%s dB", level).isCloseTo(expected, within(0.1));
        }
    }

    @ParameterizedTest
    @CsvSource({"0.005, 0.2", "0.02, 0.05", "0.1, 1"})
    void theTimesOfTheCompressorAreTimeConstants(double attack, double release) {
        double[] in = steady(1, 1);
        double[] soft = steady(0.01, 2);
        double[] both = new double[in.length + soft.length];
        System.arraycopy(in, 0, both, 0, in.length);
        System.arraycopy(soft, 0, both, in.length, soft.length);
        double[] out = new Chain(StandIns.all().get("Compressor").apply("comp"))
                .set("threshold", -20)
                .set("ratio", 4)
                .set("knee", 0)
                .set("attack", attack)
                .set("release", release)
                .of(both)[0];
        double most = 15;
        assertThat(crossed(out, both, 0, most * (1 - Math.exp(-1)), true)).isCloseTo(attack, within(0.02 * attack));
        assertThat(crossed(out, both, in.length, most * Math.exp(-1), false))
                .isCloseTo(release, within(0.02 * release));
    }

    /** Seconds from {@code from} until what is taken away is more (or less) than {@code reduction} dB. */
    private static double crossed(double[] out, double[] in, int from, double reduction, boolean more) {
        for (int i = from; i < out.length; i++) {
            double taken = decibel(in[i]) - decibel(out[i]);
            if (more ? taken >= reduction : taken <= reduction) {
                return (double) (i - from + 1) / Block.RATE;
            }
        }
        return Double.NaN;
    }

    @Test
    void theGateTakesItsRangeAwayBelowTheThreshold() {
        double[] loud = steady(0.2, 0.5);
        double[] soft = steady(0.001, 1.5);
        double[] both = new double[loud.length + soft.length];
        System.arraycopy(loud, 0, both, 0, loud.length);
        System.arraycopy(soft, 0, both, loud.length, soft.length);
        double[] out = new Chain(StandIns.all().get("Noise Gate").apply("gate"))
                .set("threshold", -40)
                .set("range", 30)
                .set("attack", 0.002)
                .set("hold", 0.1)
                .set("release", 0.05)
                .of(both)[0];
        assertThat(decibel(out[20_000] / 0.2)).isCloseTo(0, within(0.01));
        assertThat(decibel(out[both.length - 100] / 0.001)).isCloseTo(-30, within(0.01));
        assertThat(crossed(out, both, 0, 30 * Math.exp(-1), false)).isCloseTo(0.002, within(0.0001));
        assertThat(crossed(out, both, loud.length, 30 * (1 - Math.exp(-1)), true))
                .isCloseTo(0.15, within(0.003));
    }

    @ParameterizedTest
    @CsvSource({"3, 120, 0.25", "5, 120, 0.375", "6, 90, 0.6666666667", "1, 100, 0.2", "8, 200, 0.6"})
    void theEchoComesANoteValueLater(int note, double bpm, double seconds) {
        double[] impulse = new double[Block.RATE * 2];
        impulse[0] = 1;
        Chain chain = new Chain(StandIns.all().get("Note Echo").apply("echo"))
                .set("note", note)
                .set("mix", 100)
                .set("feedback", 50);
        chain.knobs.tempo(bpm);
        double[] out = chain.of(impulse)[0];
        double moment = 0;
        double weight = 0;
        double second = 0;
        for (int i = 0; i < out.length; i++) {
            boolean first = i < seconds * 1.5 * Block.RATE;
            moment += first ? i * out[i] : 0;
            weight += first ? out[i] : 0;
            second += !first && i < seconds * 2.5 * Block.RATE ? out[i] : 0;
        }
        assertThat(moment / weight / Block.RATE).isCloseTo(seconds, within(1e-5));
        assertThat(weight).isCloseTo(1, within(1e-6));
        assertThat(second).as("half as loud the second time").isCloseTo(0.5, within(1e-3));
    }

    @Test
    void audioThatComesIntoTheVoiceStripGoesThroughIt() {
        double[] in = steady(0.25, 0.5);
        for (int i = 0; i < in.length; i++) {
            in[i] = 0.25 * Math.sin(2 * Math.PI * 620 * i / Block.RATE);
        }
        double plain =
                loudest(new Chain(StandIns.voiceStrip("voice")).set("level", 0).of(in)[0]);
        double more = loudest(new Chain(StandIns.voiceStrip("voice"))
                .set("level", 0)
                .set("b2-gain", 6)
                .of(in)[0]);
        double shut = loudest(new Chain(StandIns.voiceStrip("voice"))
                .set("level", 0)
                .set("gate", 0)
                .of(in)[0]);
        assertThat(decibel(plain / 0.25)).isCloseTo(0, within(0.05));
        assertThat(decibel(more / plain)).isCloseTo(6, within(0.05));
        assertThat(shut).isLessThan(0.001);
    }

    private static double loudest(double[] samples) {
        double most = 0;
        for (int i = samples.length / 2; i < samples.length - Block.FRAMES; i++) {
            most = Math.max(most, Math.abs(samples[i]));
        }
        return most;
    }
}
