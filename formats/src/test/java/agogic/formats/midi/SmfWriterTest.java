package agogic.formats.midi;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.io.ByteArrayOutputStream;
import java.util.HexFormat;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SmfWriterTest {
    /** Standard MIDI Files 1.0, "Variable-Length Quantity": the table of examples. */
    @ParameterizedTest
    @CsvSource({
        "00000000, 00",
        "00000040, 40",
        "0000007F, 7F",
        "00000080, 8100",
        "00002000, C000",
        "00003FFF, FF7F",
        "00004000, 818000",
        "00100000, C08000",
        "001FFFFF, FFFF7F",
        "00200000, 81808000",
        "08000000, C0808000",
        "0FFFFFFF, FFFFFF7F"
    })
    void quantitiesAreWrittenAsTheSpecificationShows(String number, String bytes) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        SmfWriter.writeQuantity(out, Long.parseLong(number, 16));
        assertThat(out.toByteArray()).isEqualTo(HexFormat.of().parseHex(bytes));
    }

    @Test
    void nothingLongerThanFourBytesIsWritten() {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        assertThatIllegalArgumentException().isThrownBy(() -> SmfWriter.writeQuantity(out, 0x10000000L));
        assertThatIllegalArgumentException().isThrownBy(() -> SmfWriter.writeQuantity(out, -1));
        assertThat(out.size()).isZero();
    }

    /**
     * Standard MIDI Files 1.0, the worked example: three channels, 4/4 at 120, written there with 96 ticks. Of its
     * format 1 file the tempo track and the second music track (program change, then E4 one and a half quarters long);
     * times are in our 960 ticks, and a note ends with a note-off of its own, so only those bytes differ.
     */
    @Test
    void theWorkedExampleIsWrittenByteForByte() {
        SmfWriter writer = new SmfWriter();
        writer.track(
                List.of(
                        new SmfWriter.Event(0, 0, SmfWriter.meta(0x58, new byte[] {4, 2, 24, 8})),
                        new SmfWriter.Event(0, 1, SmfWriter.meta(0x51, new byte[] {7, (byte) 0xA1, 0x20}))),
                4 * 960);
        writer.track(
                List.of(
                        new SmfWriter.Event(0, 0, SmfWriter.message(0xC1, 46)),
                        new SmfWriter.Event(960, 1, SmfWriter.message(0x91, 67, 64)),
                        new SmfWriter.Event(4 * 960, 2, SmfWriter.message(0x91, 67, 0))),
                4 * 960);
        String tempo = "4D54726B 00000014 00FF5804 04021808 00FF5103 07A120 9E00 FF2F00".replace(" ", "");
        String music = "4D54726B 00000010 00C12E 8740 914340 9640 4300 00FF2F00".replace(" ", "");
        String whole = "4D546864 00000006 0001 0002 03C0".replace(" ", "") + tempo + music;
        assertThat(HexFormat.of().withUpperCase().formatHex(writer.file())).isEqualTo(whole);
    }

    @Test
    void messagesOfOneStatusSayItOnce() {
        SmfWriter writer = new SmfWriter();
        writer.track(
                List.of(
                        new SmfWriter.Event(0, 2, SmfWriter.message(0xB0, 20, 1)),
                        new SmfWriter.Event(0, 2, SmfWriter.message(0xB0, 52, 2)),
                        new SmfWriter.Event(1, 2, SmfWriter.message(0xB1, 20, 3))),
                1);
        assertThat(HexFormat.of().formatHex(writer.file())).endsWith("00b01401" + "003402" + "01b11403" + "00ff2f00");
    }
}
