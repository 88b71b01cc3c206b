package agogic.formats.midi;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.check.Check;
import agogic.core.check.Finding;
import agogic.core.score.Remark;
import agogic.core.session.Session;
import agogic.formats.bring.Beginning;
import agogic.formats.bring.ImportLine;
import agogic.formats.session.SessionFile;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import javax.sound.midi.MetaMessage;
import javax.sound.midi.MidiEvent;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Track;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/**
 * Texts, lyrics, keys, ports and offsets come out of a piece as they came in. Written and read by the JDK's own classes;
 * the numbers of the kinds are those of Standard MIDI Files 1.0 and, for ports and names, of RP-019.
 */
class RemarksTest {
    private static final int TICKS = 960;

    private static void add(Track track, long tick, int type, byte... data) throws Exception {
        track.add(new MidiEvent(new MetaMessage(type, data, data.length), tick));
    }

    private static void note(Track track, long tick, int channel) throws Exception {
        track.add(new MidiEvent(new ShortMessage(0x90 | channel, 60, 90), tick));
        track.add(new MidiEvent(new ShortMessage(0x80 | channel, 60, 64), tick + 400));
    }

    private static byte[] written(Sequence sequence) throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        MidiSystem.write(sequence, 1, out);
        return out.toByteArray();
    }

    private static Session piece(byte[] file) throws Exception {
        return MidiImport.of(MidiFile.of(file, "made.mid")).piece(Set.of(), Beginning.BARE);
    }

    private static byte[] throughUs(byte[] file) throws Exception {
        Path kept = Files.createTempFile("remarks", SessionFile.ENDING);
        SessionFile.save(kept, piece(file));
        Session opened = SessionFile.open(kept);
        Files.delete(kept);
        return MidiExport.make(opened, Fineness.SEVEN, Optional.empty()).file();
    }

    /** What a file says of the kinds that are kept: track by track those that have notes, then all others together. */
    private static List<String> remarks(byte[] file) throws Exception {
        Sequence sequence = MidiSystem.getSequence(new ByteArrayInputStream(file));
        List<String> all = new ArrayList<>();
        int played = 0;
        for (Track track : sequence.getTracks()) {
            boolean notes = false;
            List<String> said = new ArrayList<>();
            for (int i = 0; i < track.size(); i++) {
                MidiEvent event = track.get(i);
                notes |= event.getMessage() instanceof ShortMessage;
                if (event.getMessage() instanceof MetaMessage meta) {
                    boolean kept = Arrays.stream(Remark.Kind.values()).anyMatch(k -> k.number() == meta.getType());
                    // On its way out a controller says what it is, in a text of its own.
                    boolean own =
                            meta.getType() == 1 && new String(meta.getData(), StandardCharsets.UTF_8).startsWith("CC ");
                    if (kept && !own && meta.getData().length > 0) {
                        said.add(event.getTick() + " " + meta.getType() + " " + Arrays.toString(meta.getData()));
                    }
                }
            }
            String where = notes ? "track " + played++ + ": " : "piece: ";
            said.forEach(line -> all.add(where + line));
        }
        all.sort(null);
        return all;
    }

    @Property(tries = 80)
    void whatIsRemarkedComesOutAsItCameIn(@ForAll long seed) throws Exception {
        Random random = new Random(seed);
        Sequence sequence = new Sequence(Sequence.PPQ, TICKS);
        int count = 1 + random.nextInt(4);
        for (int t = 0; t < count; t++) {
            Track track = sequence.createTrack();
            for (int n = 0; n < 8 && (t > 0 || count == 1); n++) {
                note(track, 480L * n, t);
            }
            for (int i = random.nextInt(12); i > 0; i--) {
                long tick = random.nextInt(4) == 0 ? 0 : random.nextInt(480 * 8);
                switch (random.nextInt(5)) {
                    case 0 -> add(track, tick, 0x59, (byte) (random.nextInt(15) - 7), (byte) random.nextInt(2));
                    case 1 -> add(
                            track, 0, 0x54, (byte) 0x61, (byte) 2, (byte) 3, (byte) 4, (byte) random.nextInt(100));
                    case 2 -> add(track, tick, 0x05, ("la-" + i + " é").getBytes(StandardCharsets.UTF_8));
                    default -> add(
                            track,
                            tick,
                            new int[] {1, 2, 4, 7, 8, 9}[random.nextInt(6)],
                            ("words " + random.nextInt(9)).getBytes(StandardCharsets.UTF_8));
                }
            }
        }
        byte[] file = written(sequence);
        assertThat(remarks(throughUs(file))).isEqualTo(remarks(file));
    }

    /** Sixteen channels a port: the same channel on two ports is two addresses, in the piece and on the way out. */
    @Test
    void portsAreKeptAndPartAddresses() throws Exception {
        Sequence sequence = new Sequence(Sequence.PPQ, TICKS);
        for (int t = 0; t < 2; t++) {
            Track track = sequence.createTrack();
            add(track, 0, 0x21, (byte) t);
            note(track, 0, 4);
            track.add(new MidiEvent(new ShortMessage(0xB4, 7, 30 + t), 0));
        }
        byte[] file = written(sequence);
        Session piece = piece(file);
        assertThat(Check.of(piece)).extracting(Finding::kind).doesNotContain(Finding.Kind.ONE_ADDRESS);
        assertThat(remarks(throughUs(file))).isEqualTo(remarks(file));
    }

    @Test
    void aKindCanBeLeftOutAndWhatNobodyKnowsIsTold() throws Exception {
        Sequence sequence = new Sequence(Sequence.PPQ, TICKS);
        Track track = sequence.createTrack();
        note(track, 0, 0);
        add(track, 0, 5, (byte) 'a');
        add(track, 10, 0x7F, (byte) 1, (byte) 2);
        add(track, 20, 0x59, (byte) 9, (byte) 0);
        MidiImport found = MidiImport.of(MidiFile.of(written(sequence), "made.mid"));
        assertThat(found.lines())
                .extracting(ImportLine::what)
                .contains("Lyrics", "Events of one program", "Keys, ports and offsets that cannot be");
        assertThat(found.piece(Set.of("lyrics"), Beginning.BARE).remarks()).isEmpty();
        assertThat(found.piece(Set.of(), Beginning.BARE).remarks())
                .containsExactly(new Remark("track-1", 0, Remark.Kind.LYRIC, "a"));
    }

    @Test
    void aTrackThatGoesTakesItsRemarksWithIt() throws Exception {
        Sequence sequence = new Sequence(Sequence.PPQ, TICKS);
        note(sequence.createTrack(), 0, 0);
        Track second = sequence.createTrack();
        note(second, 0, 1);
        add(second, 0, 5, (byte) 'b');
        Session piece = piece(written(sequence));
        assertThat(piece.remarks()).hasSize(1);
        assertThat(piece.withTracks(piece.tracks().subList(0, 1)).remarks()).isEmpty();
    }

    @Test
    void whatIsNoneOfItsKindIsRefused() {
        for (String words : List.of("8 major", "0 mixed", "", "x")) {
            assertThatThrownBy(() -> new Remark("", 0, Remark.Kind.KEY, words)).hasMessageContaining("key");
        }
        assertThatThrownBy(() -> new Remark("", 0, Remark.Kind.PORT, "128")).hasMessageContaining("port");
        assertThatThrownBy(() -> new Remark("", 0, Remark.Kind.OFFSET, "1 2 3 4 256"))
                .hasMessageContaining("offset");
        assertThatThrownBy(() -> new Remark("", -1, Remark.Kind.TEXT, "x")).hasMessageContaining("text");
    }

    /** Names as programs of many years wrote them; the bytes are those of the code pages. */
    @Test
    void namesAreReadInTheLettersTheyWereWrittenIn() throws Exception {
        for (String[] one : new String[][] {
            {"Flöte", "UTF-8"},
            {"Flöte", "windows-1252"},
            {"Général “solo” – 2ème", "windows-1252"},
            {"Élan", "ISO-8859-1"},
            {"ピアノ 1", "Shift_JIS"},
            {"びわ", "Shift_JIS"},
            {"尺八", "Shift_JIS"},
            {"尺八", "UTF-8"}
        }) {
            Sequence sequence = new Sequence(Sequence.PPQ, TICKS);
            Track track = sequence.createTrack();
            add(track, 0, 3, one[0].getBytes(one[1]));
            note(track, 0, 0);
            assertThat(piece(written(sequence)).tracks().get(0).name())
                    .as(one[1])
                    .isEqualTo(one[0]);
        }
    }
}
