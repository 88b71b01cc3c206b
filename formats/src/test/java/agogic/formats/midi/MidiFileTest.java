package agogic.formats.midi;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.formats.file.FormatException;
import java.io.ByteArrayInputStream;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.Track;
import org.junit.jupiter.api.Test;

/** MIDI files beside the JDK's reader, and from the tables of the Standard MIDI Files 1.0 specification (from memory). */
class MidiFileTest {
    /** The example of the specification: four notes on three channels, 96 ticks a quarter note, format 0. */
    private static final String EXAMPLE = "4D546864 00000006 0000 0001 0060 4D54726B 0000003B"
            + "00 FF5804 04021808 00 FF5103 07A120 00 C005 00 C12E 00 C246 00 923060 00 3C60 60 914340 60 904C20"
            + "8140 823040 00 3C40 00 814340 00 804C40 00 FF2F00";

    private static MidiFile hex(String text) throws FormatException {
        return MidiFile.of(HexFormat.of().parseHex(text.replace(" ", "")), "x.mid");
    }

    private static List<String> ours(MidiFile file, int track) {
        List<String> all = new ArrayList<>();
        file.tell(track, new MidiFile.Events() {
            @Override
            public void channel(long tick, int status, int first, int second) {
                all.add(tick + " " + status + " " + first + " " + second);
            }

            @Override
            public void meta(long tick, int type, int from, int length) {
                StringBuilder text = new StringBuilder(tick + " meta " + type);
                for (int i = 0; i < length; i++) {
                    text.append(' ').append(file.at(from + i));
                }
                all.add(text.toString());
            }
        });
        return all;
    }

    private static List<String> theirs(Track track) {
        List<String> all = new ArrayList<>();
        for (int i = 0; i < track.size(); i++) {
            byte[] bytes = track.get(i).getMessage().getMessage();
            int status = bytes[0] & 0xFF;
            StringBuilder text = new StringBuilder(track.get(i).getTick() + " ");
            if (status == 0xFF) {
                text.append("meta ").append(bytes[1]);
                for (byte one : ((javax.sound.midi.MetaMessage) track.get(i).getMessage()).getData()) {
                    text.append(' ').append(one & 0xFF);
                }
            } else {
                text.append(status).append(' ').append(bytes[1]).append(' ').append(bytes.length > 2 ? bytes[2] : 0);
            }
            all.add(text.toString());
        }
        return all;
    }

    @Test
    void eventByEventAsTheJdkReadsIt() throws Exception {
        for (int seed = 1; seed <= 40; seed++) {
            float division = WrittenFile.DIVISIONS[seed % 5];
            WrittenFile written = new WrittenFile(seed, seed % 2, division, false);
            MidiFile file = MidiFile.of(written.bytes, "x.mid");
            Sequence read = MidiSystem.getSequence(new ByteArrayInputStream(written.bytes));
            assertThat(file.tracks()).isEqualTo(read.getTracks().length);
            assertThat(file.inSeconds()).isEqualTo(division != Sequence.PPQ);
            assertThat(file.ticks())
                    .isCloseTo(
                            division == Sequence.PPQ ? read.getResolution() : division * read.getResolution(),
                            // 29.97 frames are 30,000 in 1,001 seconds.
                            within(division == Sequence.SMPTE_30DROP ? 0.002 : 0));
            for (int t = 0; t < file.tracks(); t++) {
                assertThat(ours(file, t)).isEqualTo(theirs(read.getTracks()[t]));
            }
            assertThat(file.remarks()).isEmpty();
        }
    }

    @Test
    void theExampleOfTheSpecification() throws FormatException {
        MidiFile file = hex(EXAMPLE);
        assertThat(ours(file, 0))
                .containsExactly(
                        "0 meta 88 4 2 24 8",
                        "0 meta 81 7 161 32",
                        "0 192 5 0",
                        "0 193 46 0",
                        "0 194 70 0",
                        "0 146 48 96",
                        "0 146 60 96",
                        "96 145 67 64",
                        "192 144 76 32",
                        "384 130 48 64",
                        "384 130 60 64",
                        "384 129 67 64",
                        "384 128 76 64",
                        "384 meta 47");
    }

    @Test
    void harmlessFaultsAreRemarked() throws FormatException {
        String head = "4D546864 00000006 0001 ";
        assertThat(hex(head + "0003 0060 4D54726B 00000004 00 FF2F00").remarks())
                .containsExactly("It says that it has 3 tracks; it has 1.");
        assertThat(hex(head + "0001 0060 4D54726B 00000004 00 903C40").remarks())
                .containsExactly("1 track does not say where the end is.");
        assertThat(hex(head + "0001 0060 4D54726B 00000006 00 FF2F00 0000").remarks())
                .containsExactly("1 track has bytes after the end: left aside.");
        assertThat(hex(head + "0001 0060 58585858 00000001 07 4D54726B 00000004 00 FF2F00 0102")
                        .remarks())
                .containsExactly(
                        "A part of a kind that is not known: left aside.", "2 bytes after its end: left aside.");
    }

    @Test
    void othersAreRefusedWithTrackAndByte() {
        String head = "4D546864 00000006 0001 0001 0060 4D54726B ";
        assertThatThrownBy(() -> hex(head + "00000003 00 3C40"))
                .hasMessageContaining("track 1, byte 23")
                .hasMessageContaining("without the status");
        assertThatThrownBy(() -> hex(head + "00000009 00 903C40")).hasMessageContaining("cut off");
        assertThatThrownBy(() -> hex(head + "00000004 00 903C90")).hasMessageContaining("a status byte");
        assertThatThrownBy(() -> hex(head + "00000002 00 F8")).hasMessageContaining("F8");
        assertThatThrownBy(() -> hex(head + "00000006 8181818181 00")).hasMessageContaining("a time that does not end");
        assertThatThrownBy(() -> hex("4D546864 00000006 0002 0001 0060 4D54726B 00000004 00 FF2F00"))
                .hasMessageContaining("format 2");
        assertThatThrownBy(() -> hex("4D546864 00000006 0001 0001 0000 4D54726B 00000004 00 FF2F00"))
                .hasMessageContaining("ticks");
        assertThatThrownBy(() -> hex("00")).hasMessageContaining("MThd");
    }
}
