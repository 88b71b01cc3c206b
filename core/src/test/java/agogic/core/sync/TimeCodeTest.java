package agogic.core.sync;

import static org.assertj.core.api.Assertions.assertThat;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.LongRange;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Labels of frames. The figures of drop frames follow from SMPTE ST 12-1: 108 numbers an hour are left out. */
class TimeCodeTest {
    private static int[] told(TimeCode code, long frame) {
        int[] bits = new int[8];
        for (int q = 0; q < 8; q++) {
            int piece = code.piece(frame, q);
            assertThat(piece >> 4).isEqualTo(q);
            bits[q] = piece & 0x0F;
        }
        assertThat(TimeCode.ofCode(bits[7] >> 1)).isSameAs(code);
        return new int[] {
            bits[6] | (bits[7] & 1) << 4, bits[4] | bits[5] << 4, bits[2] | bits[3] << 4, bits[0] | bits[1] << 4
        };
    }

    @ParameterizedTest
    @CsvSource({
        "FPS_29_97_DROP, 1799, 0, 0, 59, 29",
        "FPS_29_97_DROP, 1800, 0, 1, 0, 2",
        "FPS_29_97_DROP, 3597, 0, 1, 59, 29",
        "FPS_29_97_DROP, 3598, 0, 2, 0, 2",
        "FPS_29_97_DROP, 17982, 0, 10, 0, 0",
        "FPS_29_97_DROP, 107892, 1, 0, 0, 0",
        "FPS_24, 86400, 1, 0, 0, 0",
        "FPS_25, 90049, 1, 0, 1, 24",
        "FPS_30, 59, 0, 0, 1, 29"
    })
    void framesHaveTheirKnownNumbers(TimeCode code, long frame, int hours, int minutes, int seconds, int frames) {
        assertThat(told(code, frame)).containsExactly(hours, minutes, seconds, frames);
    }

    @Property
    void aNumberLeadsBackToItsFrame(@ForAll TimeCode code, @ForAll @LongRange(min = 0, max = 2_000_000) long frame) {
        int[] told = told(code, frame);
        assertThat(code.frame(told[0], told[1], told[2], told[3])).isEqualTo(frame);
    }
}
