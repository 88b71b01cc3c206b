package agogic.formats.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowable;

import agogic.formats.file.FormatException;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** The quick reader of moves says what the thorough one says, or nothing. */
class PlainMovesTest {
    private static final List<String> ODD = List.of(
            "", " ", "x", "-0.5", "1.5", "NaN", "1e-3", "1E-3", "\"0.5\"", "0,5", ".5", "5.", "--1", "1E", "0x1p0",
            "1d");

    /** The same table as the thorough reader alone takes it: a blank in the first line is not plain. */
    private static String thorough(String text) {
        return text.replaceFirst("seconds,", "seconds ,");
    }

    private static RideTable.Moves read(String text) throws IOException {
        return RideTable.read("r.csv", text.getBytes(StandardCharsets.UTF_8), 1_000);
    }

    @Property(tries = 600)
    void bothSayTheSame(@ForAll long seed) throws IOException {
        Random random = new Random(seed);
        boolean third = random.nextBoolean();
        String end = random.nextBoolean() ? "\r\n" : "\n";
        StringBuilder text = new StringBuilder(third ? "seconds,value,counted" : "seconds,value").append(end);
        double at = random.nextInt(3) - 1;
        for (int i = random.nextInt(8); i >= 0; i--) {
            at += random.nextInt(4) == 0 ? 0 : random.nextDouble() / (1 + random.nextInt(1_000));
            text.append(at);
            for (int c = third ? 2 : 1; c > 0; c--) {
                double value = random.nextInt(5) == 0 ? random.nextInt(2) : random.nextDouble();
                text.append(',').append(random.nextInt(40) == 0 ? ODD.get(random.nextInt(ODD.size())) : value);
            }
            text.append(random.nextInt(30) == 0 ? "" : end);
        }
        RideTable.Moves[] both = new RideTable.Moves[2];
        Throwable quick = catchThrowable(() -> both[0] = read(text.toString()));
        Throwable slow = catchThrowable(() -> both[1] = read(thorough(text.toString())));
        if (slow == null) {
            assertThat(quick).isNull();
            assertThat(both[0].seconds()).containsExactly(both[1].seconds());
            assertThat(both[0].values()).containsExactly(both[1].values());
            assertThat(both[0].counted()).containsExactly(both[1].counted());
        } else {
            assertThat(quick).isInstanceOf(FormatException.class).hasMessage(slow.getMessage());
        }
    }

    @Test
    void whatIsTooMuchOrOutOfOrderIsToldWithItsLine() {
        assertThatThrownBy(() -> RideTable.read("r.csv", "seconds,value\n0,1\n1,1\n".getBytes(), 1))
                .hasMessageContaining("line 3");
        assertThatThrownBy(() -> read("seconds,value\n1,0\n0,0\n")).hasMessageContaining("line 3");
        assertThatThrownBy(() -> read("seconds,value\r\n")).hasMessageContaining("no moves");
        assertThatThrownBy(() -> read("")).isInstanceOf(FormatException.class);
    }
}
