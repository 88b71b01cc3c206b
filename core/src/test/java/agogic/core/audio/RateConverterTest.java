package agogic.core.audio;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** From one rate to another, measured with sines: what is there is kept, and nothing is there that was not. */
class RateConverterTest {
    private static float[] sine(double hertz, double rate, long from, int count) {
        float[] samples = new float[count];
        for (int i = 0; i < count; i++) {
            samples[i] = (float) Math.sin(2 * Math.PI * hertz * (from + i) / rate);
        }
        return samples;
    }

    /** What comes of a sine: its level, and that of all that is not the same sine, in dB. */
    private static double[] through(int from, int to, double hertz) {
        RateConverter converter = new RateConverter(from, to);
        int count = 3_072;
        long frame = 20_000;
        float[] in = sine(hertz, from, converter.first(frame), converter.needed(frame, count));
        float[] out = new float[count];
        converter.convert(in, frame, count, out, 0);
        // Least squares for the sine and the cosine of the true phase: what is left is not the signal.
        double ss = 0;
        double cc = 0;
        double sc = 0;
        double xs = 0;
        double xc = 0;
        for (int i = 0; i < count; i++) {
            double w = 2 * Math.PI * hertz * (frame + i) / to;
            double s = Math.sin(w);
            double c = Math.cos(w);
            ss += s * s;
            cc += c * c;
            sc += s * c;
            xs += out[i] * s;
            xc += out[i] * c;
        }
        double det = ss * cc - sc * sc;
        double a = (xs * cc - xc * sc) / det;
        double b = (xc * ss - xs * sc) / det;
        double rest = 0;
        for (int i = 0; i < count; i++) {
            double w = 2 * Math.PI * hertz * (frame + i) / to;
            double left = out[i] - a * Math.sin(w) - b * Math.cos(w);
            rest += left * left;
        }
        return new double[] {
            20 * Math.log10(Math.hypot(a, b)), 10 * Math.log10(rest / count * 2 + 1e-30), Math.atan2(b, a)
        };
    }

    @ParameterizedTest
    @CsvSource({
        "44100, 48000",
        "96000, 48000",
        "88200, 48000",
        "192000, 48000",
        "48000, 44100",
        "48000, 96000",
        "44056, 48000"
    })
    void upTo20KilohertzItIsFlatAndNothingElseIsThere(int from, int to) {
        for (double hertz = 30; hertz < 20_000; hertz = hertz * 1.6 + 11) {
            double[] heard = through(from, to, hertz);
            assertThat(heard[0]).as("%s Hz", hertz).isCloseTo(0, within(0.1));
            assertThat(heard[1]).as("%s Hz", hertz).isLessThan(-96);
            // It delays nothing.
            assertThat(heard[2]).as("%s Hz", hertz).isCloseTo(0, within(1e-4));
        }
        assertThat(through(from, to, 20_000)[0]).isCloseTo(0, within(0.1));
    }

    @ParameterizedTest
    @CsvSource({"96000, 24100", "96000, 30000", "96000, 40000", "192000, 60000", "88200, 24100"})
    void whatTheLowerRateCannotHoldIsGone(int from, double hertz) {
        RateConverter converter = new RateConverter(from, 48_000);
        int count = 8_192;
        float[] in = sine(hertz, from, converter.first(0), converter.needed(0, count));
        float[] out = new float[count];
        converter.convert(in, 0, count, out, 0);
        double sum = 0;
        for (float sample : out) {
            sum += sample * sample;
        }
        assertThat(10 * Math.log10(sum / count * 2 + 1e-30)).isLessThan(-96);
    }

    @Test
    void anyPartIsTheSameToTheLastBit() {
        RateConverter converter = new RateConverter(44_100, 48_000);
        Random random = new Random(4);
        float[] source = new float[4_000];
        for (int i = 0; i < source.length; i++) {
            source[i] = random.nextFloat() - 0.5f;
        }
        float[] whole = new float[2_000];
        convert(converter, source, 500, whole);
        for (int n = 0; n < 50; n++) {
            int from = random.nextInt(1_500);
            float[] part = new float[1 + random.nextInt(400)];
            convert(converter, source, 500 + from, part);
            for (int i = 0; i < part.length; i++) {
                assertThat(part[i]).isEqualTo(whole[from + i]);
            }
        }
    }

    private static void convert(RateConverter converter, float[] source, long frame, float[] out) {
        int first = (int) converter.first(frame);
        float[] in = java.util.Arrays.copyOfRange(source, first, first + converter.needed(frame, out.length));
        converter.convert(in, frame, out.length, out, 0);
    }

    @Test
    void theSameRateIsTheSame() {
        RateConverter same = new RateConverter(48_000, 48_000);
        assertThat(same.same()).isTrue();
        float[] in = sine(440, 48_000, 0, 100);
        float[] out = new float[100];
        same.convert(in, 0, 100, out, 0);
        assertThat(out).isEqualTo(in);
        assertThat(new RateConverter(44_100, 48_000).length(44_100)).isEqualTo(48_000);
    }
}
