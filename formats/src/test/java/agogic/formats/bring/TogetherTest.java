package agogic.formats.bring;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.check.Check;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.Timeline;
import agogic.formats.midi.MidiFile;
import agogic.formats.midi.MidiImport;
import java.io.ByteArrayOutputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import javax.sound.midi.MetaMessage;
import javax.sound.midi.MidiEvent;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.ShortMessage;
import org.junit.jupiter.api.Test;

/** Several files as one piece: of each its own notes and moves at their beats, in the time of the first. Written by the JDK. */
class TogetherTest {
    private static MidiImport file(String name, Random random, int channel) throws Exception {
        Sequence sequence = new Sequence(Sequence.PPQ, 480);
        javax.sound.midi.Track track = sequence.createTrack();
        int micros = 400_000 + random.nextInt(600_000);
        byte[] tempo = {(byte) (micros >> 16), (byte) (micros >> 8), (byte) micros};
        track.add(new MidiEvent(new MetaMessage(0x51, tempo, 3), 0));
        int events = 5 + random.nextInt(20);
        for (int i = 0; i < events; i++) {
            int key = 30 + random.nextInt(60);
            long on = 480L * i;
            track.add(new MidiEvent(new ShortMessage(0x90, channel - 1, key, 1 + random.nextInt(127)), on));
            track.add(new MidiEvent(new ShortMessage(0x80, channel - 1, key, 64), on + 300));
            track.add(new MidiEvent(new ShortMessage(0xB0, channel - 1, 7, random.nextInt(128)), on + 120));
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        MidiSystem.write(sequence, 1, out);
        return MidiImport.of(MidiFile.of(out.toByteArray(), name + ".mid"));
    }

    private static String said(Session piece, Track track) {
        List<String> all = new ArrayList<>();
        track.clips().forEach(c -> c.notes().forEach(n -> all.add(n.toString())));
        piece.lanes().stream()
                .filter(l -> track.devices().contains(l.target().device()))
                .forEach(l -> {
                    all.add(l.target().parameter());
                    for (int i = 0; i < l.envelope().size(); i++) {
                        all.add(l.envelope().time(i) + " " + l.envelope().value(i));
                    }
                });
        return String.join("\n", all);
    }

    @Test
    void eachFileIsInItAsItIsAloneInTheTimeOfTheFirst() throws Exception {
        for (int seed = 1; seed <= 30; seed++) {
            Random random = new Random(seed);
            int count = 2 + random.nextInt(17);
            List<MidiImport> files = new ArrayList<>();
            for (int f = 0; f < count; f++) {
                files.add(file("file " + f, random, 1 + random.nextInt(3)));
            }
            Together together = new Together(files);
            Session piece = together.piece(Set.of(), Beginning.BARE);
            assertThat(piece.timeline())
                    .isEqualTo(files.get(0).piece(Set.of(), Beginning.BARE).timeline());
            assertThat(piece.tracks()).hasSize(count);
            Set<Integer> channels = new TreeSet<>();
            Set<String> names = new TreeSet<>();
            for (int f = 0; f < count; f++) {
                Session alone = files.get(f).piece(Set.of(), Beginning.BARE);
                Track track = piece.tracks().get(f);
                assertThat(said(piece, track))
                        .as("file %s of seed %s", f, seed)
                        .isEqualTo(said(alone, alone.tracks().get(0)));
                channels.add(track.channel());
                names.add(track.name());
                assertThat(piece.length()).isGreaterThanOrEqualTo(alone.length());
            }
            assertThat(names).as("names of seed %s", seed).hasSize(count);
            // Fifteen channels are free for what is no drum: then no address is there twice.
            assertThat(channels).as("channels of seed %s", seed).hasSize(Math.min(count, 15));
            if (count <= 15) {
                assertThat(Check.of(piece)).as("seed %s", seed).noneMatch(f -> f.toString()
                        .contains("address"));
            }
            assertThat(together.lines()).anyMatch(l -> !l.takes() && l.becomes().contains("first file"));
        }
    }

    /** A channel that a file has itself is none that another of its channels may become. */
    @Test
    void channelsOfOneFileStayApart() {
        for (int seed = 1; seed <= 200; seed++) {
            Random random = new Random(seed);
            PieceBuilder piece =
                    new PieceBuilder(Beginning.BARE, new Timeline(TempoMap.steady(120), MetreMap.steady(4, 4)));
            Set<Integer> all = new TreeSet<>();
            for (int f = 0; f < 3; f++) {
                if (f > 0) {
                    piece.anotherFile("file " + f);
                }
                for (int c = 0; c < 5; c++) {
                    // Five different ones of the first eight, in any order.
                    int said = 1 + (random.nextInt(8) + c * 3) % 8;
                    int channel = piece.channel(said);
                    assertThat(piece.channel(said)).as("seed %s", seed).isEqualTo(channel);
                    all.add(100 * f + 1_000 * channel + said);
                }
            }
            // Each channel of each file is one of its own here.
            assertThat(all.stream().map(one -> one / 1_000).distinct().count())
                    .as("seed %s", seed)
                    .isEqualTo(all.size());
        }
    }

    @Test
    void aLineOfOneFileIsLeftOutOfThatOneOnly() throws Exception {
        Random random = new Random(7);
        Together together = new Together(List.of(file("a", random, 1), file("b", random, 1)));
        String notes = together.lines().stream()
                .filter(l -> l.id().startsWith("2:notes"))
                .findFirst()
                .orElseThrow()
                .id();
        Session piece = together.piece(Set.of(notes), Beginning.BARE);
        assertThat(piece.tracks().get(0).clips()).hasSize(1);
        assertThat(piece.tracks().get(1).clips()).isEmpty();
        assertThat(piece.leftOut()).anyMatch(l -> l.what().startsWith("b: "));
    }
}
