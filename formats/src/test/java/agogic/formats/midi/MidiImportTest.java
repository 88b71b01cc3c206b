package agogic.formats.midi;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.edit.pass.RecipeForAll;
import agogic.core.score.Note;
import agogic.core.session.Session;
import agogic.formats.bring.Beginning;
import agogic.formats.bring.ImportLine;
import agogic.formats.file.FormatException;
import agogic.formats.session.SessionFile;
import java.io.ByteArrayInputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.Track;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A MIDI file brought in and written out again is the same music; read and written by the JDK, who knows nothing of ours. */
class MidiImportTest {
    @TempDir
    private Path folder;

    /** What a file says, whatever its tracks: read here by plain rules from the JDK's events. */
    private static final class Music {
        private final List<String> notes = new ArrayList<>();
        private final TreeMap<Double, String> tempos = new TreeMap<>();
        private final TreeMap<Double, String> metres = new TreeMap<>();
        /** Of each controller what it says at which beat. */
        private final Map<String, TreeMap<Double, Integer>> moves = new TreeMap<>();

        Music(byte[] bytes) throws Exception {
            Sequence read = MidiSystem.getSequence(new ByteArrayInputStream(bytes));
            double ticks = read.getResolution();
            for (Track track : read.getTracks()) {
                Map<Integer, Integer> fine = new TreeMap<>();
                Map<Integer, String> selected = new TreeMap<>();
                Map<Integer, String> sounding = new TreeMap<>();
                for (int i = 0; i < track.size(); i++) {
                    byte[] m = track.get(i).getMessage().getMessage();
                    double beat = track.get(i).getTick() / ticks;
                    int status = m[0] & 0xFF;
                    int channel = status & 15;
                    if (status == 0xFF) {
                        if (m[1] == 0x51) {
                            int micros = (m[3] & 0xFF) << 16 | (m[4] & 0xFF) << 8 | m[5] & 0xFF;
                            tempos.put(beat, Integer.toString(micros));
                        } else if (m[1] == 0x58) {
                            metres.put(beat, m[3] + "/" + m[4]);
                        }
                        continue;
                    }
                    switch (status & 0xF0) {
                        case 0x90 -> sounding.put(channel << 8 | m[1], beat + " to ");
                        case 0x80 -> notes.add(
                                channel + " key " + m[1] + " from " + sounding.remove(channel << 8 | m[1]) + beat);
                        case 0xA0 -> say(channel + " key pressure " + m[1], beat, m[2]);
                        case 0xD0 -> say(channel + " pressure", beat, m[1]);
                        case 0xE0 -> say(channel + " bend", beat, m[2] << 7 | m[1]);
                        default -> controller(channel, beat, m[1], m[2], fine, selected);
                    }
                }
            }
            notes.sort(null);
        }

        private void controller(
                int channel,
                double beat,
                int number,
                int value,
                Map<Integer, Integer> fine,
                Map<Integer, String> selected) {
            if (number == 1) {
                fine.put(channel, value << 7);
                say(channel + " pair 1", beat, value << 7);
            } else if (number == 33) {
                fine.merge(channel, value, (old, now) -> old & ~127 | now);
                say(channel + " pair 1", beat, fine.get(channel));
            } else if (number == 99 || number == 101) {
                selected.put(channel, (number == 99 ? "NRPN " : "RPN ") + value + " ");
            } else if (number == 98 || number == 100) {
                selected.merge(channel, "" + value, (old, now) -> old.replaceAll(" \\d*$", " ") + now);
            } else if (number == 6) {
                say(channel + " " + selected.get(channel), beat, value << 7);
            } else if (number == 38) {
                String which = channel + " " + selected.get(channel);
                say(which, beat, moves.get(which).floorEntry(beat).getValue() & ~127 | value);
            } else {
                say(channel + " CC " + number, beat, value);
            }
        }

        private void say(String which, double beat, int value) {
            moves.computeIfAbsent(which, key -> new TreeMap<>()).put(beat, value);
        }
    }

    private static Session piece(byte[] bytes) throws FormatException {
        return MidiImport.of(MidiFile.of(bytes, "Some song.mid")).piece(Set.of(), Beginning.BARE);
    }

    @Test
    void inAndOutAgainIsTheSameMusic() throws Exception {
        for (int seed = 1; seed <= 30; seed++) {
            WrittenFile written = new WrittenFile(seed, seed % 2, Sequence.PPQ, true);
            Session session = piece(written.bytes);
            Path saved = folder.resolve("piece-" + seed + ".agogic");
            SessionFile.save(saved, session);
            assertThat(SessionFile.open(saved)).isEqualTo(session);
            Music before = new Music(written.bytes);
            Music after = new Music(MidiExport.make(SessionFile.open(saved), Fineness.SEVEN, Optional.empty())
                    .file());
            assertThat(after.notes).isEqualTo(before.notes);
            assertThat(after.tempos).isEqualTo(before.tempos);
            assertThat(after.metres).isEqualTo(before.metres);
            assertThat(after.moves.keySet()).isEqualTo(before.moves.keySet());
            before.moves.forEach((which, said) -> said.forEach((beat, value) -> assertThat(
                            after.moves.get(which).floorEntry(beat + 1e-9).getValue())
                    .as("seed %s, %s at %s", written.sequence.getResolution(), which, beat)
                    .isEqualTo(value)));
        }
    }

    @Test
    void inSecondsItLastsAsLong() throws Exception {
        for (int d = 1; d < WrittenFile.DIVISIONS.length; d++) {
            WrittenFile written = new WrittenFile(d, 1, WrittenFile.DIVISIONS[d], true);
            Session session = piece(written.bytes);
            float frames = WrittenFile.DIVISIONS[d];
            // The JDK says 29.97; it is 30,000 frames in 1,001 seconds.
            double exact = frames == Sequence.SMPTE_30DROP ? 30_000 / 1_001.0 : frames;
            double perSecond = exact * written.sequence.getResolution();
            double last = 0;
            for (agogic.core.session.Track track : session.tracks()) {
                for (Note note : track.clips().isEmpty()
                        ? List.<Note>of()
                        : track.clips().get(0).notes()) {
                    last = Math.max(last, session.timeline().secondsAt(note.beat() + note.length()));
                }
            }
            long lastTick = 0;
            for (Track track : written.sequence.getTracks()) {
                for (int i = 0; i < track.size(); i++) {
                    boolean off = (track.get(i).getMessage().getStatus() & 0xF0) == 0x80;
                    lastTick = off ? Math.max(lastTick, track.get(i).getTick()) : lastTick;
                }
            }
            assertThat(last).isCloseTo(lastTick / perSecond, within(1e-6));
        }
    }

    @Test
    void theReportNamesWhatIsThereAndWhatIsLeft() throws Exception {
        WrittenFile written = new WrittenFile(3, 1, Sequence.PPQ, false);
        MidiImport look = MidiImport.of(MidiFile.of(written.bytes, "Some song.mid"));
        assertThat(look.title()).isEqualTo("Some song");
        assertThat(look.lines()).anySatisfy(line -> {
            assertThat(line.what()).endsWith(" · Program");
            assertThat(line.takes()).isTrue();
        });
        assertThat(look.lines()).anySatisfy(line -> assertThat(line.becomes()).contains("CC 1+33 · ch 1"));
        String moves = look.lines().stream()
                .map(ImportLine::id)
                .filter(id -> id.startsWith("moves"))
                .findFirst()
                .orElseThrow();
        Session whole = look.piece(Set.of(), Beginning.BARE);
        Session less = look.piece(Set.of(moves, "tempo", "sections"), Beginning.BARE);
        assertThat(less.lanes()).hasSize(whole.lanes().size() - 1);
        assertThat(less.sections()).isEmpty();
        assertThat(less.timeline().tempo().points()).hasSize(1);
    }

    /** One recipe for all: what was held from code to code becomes an envelope within its tolerance. */
    @Test
    void cleanedItHasFewerPointsAndTheRideStays() throws Exception {
        byte[] bytes = sweep();
        Session session = piece(bytes);
        assertThat(session.lanes()).hasSize(1);
        var lane = session.lanes().get(0);
        var recipe = lane.stretches().get(0).recipe();
        RecipeForAll.Outcome clean =
                new RecipeForAll(session, session.parameter(lane.target()), recipe).apply(one -> true);
        assertThat(clean.before()).isEqualTo(128);
        assertThat(clean.after()).isLessThan(8);
        assertThat(clean.session().rides()).isEqualTo(session.rides());
    }

    private static byte[] sweep() throws Exception {
        Sequence sequence = new Sequence(Sequence.PPQ, 480);
        Track track = sequence.createTrack();
        for (int code = 0; code < 128; code++) {
            track.add(new javax.sound.midi.MidiEvent(new javax.sound.midi.ShortMessage(0xB0, 74, code), 40L * code));
        }
        java.io.ByteArrayOutputStream out = new java.io.ByteArrayOutputStream();
        MidiSystem.write(sequence, 0, out);
        return out.toByteArray();
    }

    /** Bytes changed by chance: a piece, or one message that names the file. */
    @Test
    void mutantsAreAPieceOrAMessage() throws Exception {
        byte[] whole = new WrittenFile(5, 1, Sequence.PPQ, false).bytes;
        Random random = new Random(9);
        // More with -Dagogic.mutants=100000.
        int mutants = Integer.getInteger("agogic.mutants", Boolean.getBoolean("agogic.long") ? 100_000 : 2_500);
        int pieces = 0;
        for (int k = 0; k < mutants; k++) {
            byte[] bytes = java.util.Arrays.copyOf(
                    whole, random.nextInt(4) == 0 ? random.nextInt(whole.length) : whole.length);
            for (int i = random.nextInt(4); i >= 0 && bytes.length > 0; i--) {
                bytes[random.nextInt(bytes.length)] = (byte) random.nextInt(256);
            }
            try {
                assertThat(piece(bytes)).isNotNull();
                pieces++;
            } catch (FormatException e) {
                assertThat(e.getMessage()).startsWith("Some song.mid").doesNotContain("\n");
            }
        }
        assertThat(pieces).isBetween(1, mutants - 1);
    }
}
