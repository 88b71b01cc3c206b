package agogic.formats.file;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.math.MathContext;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Random;
import java.util.regex.Pattern;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** Numbers read where they lie, beside those of the platform; what JSON (RFC 8259, section 6) does not call a number is none. */
class DecimalsTest {
    private static final Pattern JSON = Pattern.compile("-?(0|[1-9]\\d*)(\\.\\d+)?([eE][+-]?\\d+)?");

    private static void readsAs(String text) {
        Decimals numbers = new Decimals((" " + text + ",").getBytes(StandardCharsets.US_ASCII));
        double read = numbers.read(1);
        assertThat(Double.doubleToRawLongBits(read))
                .as(text)
                .isEqualTo(Double.doubleToRawLongBits(Double.parseDouble(text)));
        assertThat(numbers.end()).as(text).isEqualTo(1 + text.length());
        assertThat(numbers.whole()).as(text).isEqualTo(text.matches("-?\\d+"));
    }

    /** Of any size, the shortest text of a number, and any decimals. */
    @Property(tries = 300)
    void theNearestNumber(@ForAll long seed) {
        Random random = new Random(seed);
        for (int i = 0; i < 200; i++) {
            readsAs(Double.toString(random.nextDouble() * Math.pow(10, random.nextInt(12) - 6)));
            double any = Double.longBitsToDouble(random.nextLong());
            readsAs(Double.toString(Double.isFinite(any) ? any : 0));
            readsAs(new BigDecimal(random.nextLong() >> random.nextInt(63))
                    .movePointLeft(random.nextInt(22))
                    .toPlainString());
        }
    }

    /** What lies in the middle of two numbers, or a digit beside it, where only few digits are needed to say so. */
    @Property(tries = 300)
    void theNearestNumberBesideTheMiddleOfTwo(@ForAll long seed) {
        Random random = new Random(seed);
        for (int i = 0; i < 50; i++) {
            int bits = random.nextInt(60);
            BigDecimal middle = new BigDecimal(random.nextLong() >>> 1 + random.nextInt(10) | 1)
                    .divide(BigDecimal.valueOf(1L << bits));
            for (int digits = 15; digits < 21; digits++) {
                BigDecimal near = middle.round(new MathContext(digits));
                readsAs(near.toPlainString());
                readsAs(near.add(near.ulp()).toPlainString());
                readsAs(near.subtract(near.ulp()).negate().toPlainString());
            }
        }
        readsAs("9007199254740993");
        readsAs("-0.0");
        readsAs("-0");
        readsAs("123456789012345678");
        readsAs("0.999999999999999999");
    }

    @Test
    void whatIsNoNumberIsNone() {
        for (String text : List.of(
                "", "-", "x", ".5", "5.", "007", "-01", "+1", "--1", "1e", "1e+", "NaN", "0x1", "1.e3", "Infinity")) {
            Decimals numbers = new Decimals(text.getBytes(StandardCharsets.US_ASCII));
            assertThat(JSON.matcher(text).matches()).isFalse();
            double read = numbers.read(0);
            assertThat(Double.isNaN(read) || numbers.end() < text.length())
                    .as(text)
                    .isTrue();
        }
        assertThat(new Decimals(new byte[0]).read(7)).isNaN();
    }
}
