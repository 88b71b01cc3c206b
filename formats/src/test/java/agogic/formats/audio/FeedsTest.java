package agogic.formats.audio;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.audio.AudioFile;
import agogic.core.edit.clip.AudioEdits;
import agogic.core.edit.clip.Clips;
import agogic.core.edit.points.Versions;
import agogic.core.session.Session;
import agogic.formats.bring.AudioBrought;
import agogic.formats.bring.Beginning;
import agogic.formats.bring.Together;
import agogic.formats.session.SessionFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The samples of a piece's files: carried out, heard live, and found again after the piece was saved and moved. */
class FeedsTest {
    @TempDir
    Path folder;

    @BeforeEach
    void shelf() {
        System.setProperty(Shelf.PROPERTY, folder.resolve("shelf").toString());
    }

    private static AudioScan scan(Path path) throws IOException {
        return AudioScan.of(path, part -> {});
    }

    private Session piece() throws IOException {
        Path one = Sounds.jdk(folder.resolve("one.wav"), Sounds.noise(2, 200_000, 1), 48_000, 24, false);
        Path two = Sounds.jdk(folder.resolve("two.aif"), Sounds.noise(1, 150_000, 2), 44_100, 16, true);
        return new Together(List.of(new AudioBrought(scan(one)), new AudioBrought(scan(two))))
                .piece(Set.of(), Beginning.BARE);
    }

    @Test
    void severalFilesBecomeATrackEach() throws IOException {
        Session piece = piece();
        assertThat(piece.tracks()).extracting(t -> t.name()).containsExactly("one", "two");
        assertThat(piece.tracks()).extracting(t -> t.channel()).doesNotHaveDuplicates();
        assertThat(piece.tracks().get(0).clips().get(0).seconds(piece.timeline()))
                .isCloseTo(200_000 / 48_000.0, within(1e-9));
        assertThat(piece.length()).isEqualTo(12);
        assertThat(piece.audio()).hasSize(2);
    }

    @Test
    void whatIsCarriedOutIsTheFileAndLiveItIsTheSame() throws IOException {
        Session piece = piece();
        double[][] source = Sounds.noise(2, 200_000, 1);
        List<AudioFile> missing = new ArrayList<>();
        Random random = new Random(3);
        try (WholeFeed whole = new WholeFeed(piece.audio(), missing);
                LiveFeed live = new LiveFeed()) {
            assertThat(missing).isEmpty();
            float[][] a = new float[2][64];
            float[][] b = new float[2][64];
            for (int n = 0; n < 200; n++) {
                double second = random.nextDouble() * 4.5 - 0.2;
                long frame = Math.round(second * AudioFile.HEARD);
                while (live.ahead(piece, Math.max(0, second))) {
                    // Until all is there.
                }
                for (AudioFile file : piece.audio()) {
                    assertThat(whole.read(file.id(), frame, 64, a[0], a[1])).isTrue();
                    if (live.read(file.id(), frame, 64, b[0], b[1])) {
                        assertThat(b[0]).isEqualTo(a[0]);
                        assertThat(b[1]).isEqualTo(a[1]);
                    } else {
                        assertThat(frame).as("only before the piece, or behind").isNegative();
                    }
                }
                whole.read("audio-1", frame, 64, a[0], a[1]);
                for (int i = 0; i < 64; i++) {
                    double expected = frame + i < 0 || frame + i >= 200_000 ? 0 : source[0][(int) frame + i];
                    assertThat((double) a[0][i]).isCloseTo(expected, within(1e-6));
                }
            }
        }
    }

    @Test
    void whatIsNotReadYetIsSaidAndAFileThatIsGoneIsSilent() throws IOException {
        Session piece = piece();
        try (LiveFeed live = new LiveFeed()) {
            live.ahead(piece, 0);
            float[][] a = new float[2][64];
            assertThat(live.read("audio-1", 190_000, 64, a[0], a[1])).isFalse();
        }
        Files.delete(folder.resolve("one.wav"));
        List<AudioFile> missing = new ArrayList<>();
        try (WholeFeed whole = new WholeFeed(piece.audio(), missing);
                LiveFeed live = new LiveFeed()) {
            live.ahead(piece, 0);
            float[][] a = new float[2][64];
            a[0][5] = 1;
            assertThat(live.read("audio-1", 0, 64, a[0], a[1])).isTrue();
            assertThat(a[0]).containsOnly(0);
            assertThat(missing).extracting(AudioFile::id).containsExactly("audio-1");
        }
    }

    @Test
    void aPieceAndItsAudioCanMoveTogether() throws IOException {
        Path home = Files.createDirectories(folder.resolve("home"));
        Session made = piece();
        Files.move(folder.resolve("one.wav"), home.resolve("one.wav"));
        Session piece =
                AudioEdits.found(made, "audio-1", home.resolve("one.wav").toString());
        String clip = piece.tracks().get(0).clips().get(0).id();
        piece = AudioEdits.fades(AudioEdits.gain(piece, clip, -3.5), clip, 0.5, 0.25);
        piece = Clips.loop(piece, piece.tracks().get(1).clips().get(0).id(), 2);
        piece = Versions.keepAs(piece, piece, "Before");
        Path file = home.resolve("piece.agogic");
        SessionFile.save(file, piece);
        assertThat(SessionFile.open(file)).isEqualTo(piece);
        Path moved = folder.resolve("moved");
        Files.move(home, moved);
        Session there = SessionFile.open(moved.resolve("piece.agogic"));
        assertThat(there.audio("audio-1").path())
                .isEqualTo(moved.resolve("one.wav").toString());
        assertThat(Located.of(there.audio("audio-1")).state()).isEqualTo(Located.State.THERE);
        assertThat(there.audio("audio-2").path())
                .as("it lay beside the folder, and still does")
                .isEqualTo(folder.resolve("two.aif").toString());
        assertThat(there.versions().get(0).whole().orElseThrow().audio()).isEqualTo(there.audio());
    }

    @Test
    void audioKeptInsideIsThereWithoutItsFile() throws IOException {
        Session piece = piece();
        Session inside = AudioEdits.carry(piece, "audio-1", true);
        Path file = folder.resolve("inside.agogic");
        SessionFile.save(file, inside);
        Path named = folder.resolve("named.agogic");
        SessionFile.save(named, inside, false);
        assertThat(Files.size(file) - Files.size(named)).isGreaterThan(Files.size(folder.resolve("one.wav")));
        assertThat(SessionFile.open(named)).isEqualTo(inside);
        Files.delete(folder.resolve("one.wav"));
        Session there = SessionFile.open(file);
        assertThat(Located.of(there.audio("audio-1")).path()).isEqualTo(Shelf.place(there.audio("audio-1")));
        assertThat(Located.of(there.audio("audio-1")).state()).isEqualTo(Located.State.THERE);
        // What another program wrote over on the shelf is not taken for it, however often it was looked at; opened, it
        // is there again.
        Path shelf = Shelf.place(there.audio("audio-1"));
        byte[] kept = Files.readAllBytes(shelf);
        byte[] other = kept.clone();
        other[100]++;
        Files.write(shelf, other);
        assertThat(Located.of(there.audio("audio-1")).state()).isEqualTo(Located.State.GONE);
        assertThat(SessionFile.open(file)).isEqualTo(there);
        assertThat(Files.readAllBytes(shelf)).isEqualTo(kept);
        assertThat(Located.of(there.audio("audio-1")).state()).isEqualTo(Located.State.THERE);
        // Saved again, it is inside again; without a shelf it is taken out again.
        Path second = folder.resolve("second.agogic");
        SessionFile.save(second, there);
        Files.delete(Shelf.place(there.audio("audio-1")));
        assertThat(Located.of(there.audio("audio-1")).state()).isEqualTo(Located.State.GONE);
        Session again = SessionFile.open(second);
        float[][] heard = new float[2][64];
        try (WholeFeed feed = new WholeFeed(again.audio(), new ArrayList<>())) {
            feed.read("audio-1", 100, 64, heard[0], heard[1]);
        }
        assertThat((double) heard[0][7]).isCloseTo(Sounds.noise(2, 200_000, 1)[0][107], within(1e-6));
    }

    /** What only a version of the whole piece plays is kept inside with it; what both play is there once. */
    @Test
    void whatAVersionKeepsInsideIsThereWithoutItsFile() throws IOException {
        Session inside = AudioEdits.carry(piece(), "audio-1", true);
        Path alone = folder.resolve("alone.agogic");
        SessionFile.save(alone, inside);
        Session kept = Versions.keep(inside, "Before");
        Path file = folder.resolve("kept.agogic");
        SessionFile.save(file, kept);
        assertThat(Files.size(file) - Files.size(alone)).isLessThan(Files.size(folder.resolve("one.wav")) / 2);
        Session without = Clips.remove(kept, kept.tracks().get(0).clips().get(0).id());
        assertThat(without.audio()).hasSize(1);
        SessionFile.save(file, without);
        Files.delete(folder.resolve("one.wav"));
        Session opened = SessionFile.open(file);
        Session back = Versions.back(opened, opened.versions().get(0));
        assertThat(back.tracks()).isEqualTo(kept.tracks());
        assertThat(Located.of(back.audio("audio-1")).state()).isEqualTo(Located.State.THERE);
    }

    /** A file that was only carried any more, because its own was deleted meanwhile, is carried on, here and elsewhere. */
    @Test
    void whatIsOnlyInsideIsKeptWhenItIsSavedAgain() throws IOException {
        Session inside = AudioEdits.carry(piece(), "audio-1", true);
        AudioFile one = inside.audio("audio-1");
        Path file = folder.resolve("only.agogic");
        SessionFile.save(file, inside);
        Files.delete(folder.resolve("one.wav"));
        assertThat(Shelf.place(one)).doesNotExist();
        SessionFile.save(file, inside.named("Another"));
        Path elsewhere = folder.resolve("elsewhere.agogic");
        Files.deleteIfExists(Shelf.place(one));
        SessionFile.takeOut(file, inside);
        SessionFile.save(elsewhere, inside);
        for (Path saved : List.of(file, elsewhere)) {
            Files.deleteIfExists(Shelf.place(one));
            SessionFile.open(saved);
            assertThat(Located.of(one).state()).as("%s", saved).isEqualTo(Located.State.THERE);
        }
        // What is there has nothing of it: saved as far as it goes, and named.
        Files.delete(Shelf.place(one));
        Path bare = folder.resolve("bare.agogic");
        Files.writeString(bare, "no piece");
        SessionFile.save(bare, inside);
        assertThat(SessionFile.open(bare)).isEqualTo(inside);
        assertThat(Located.of(one).state()).isEqualTo(Located.State.GONE);
    }

    @Test
    void aPictureIsMadeOnce() throws IOException {
        Session piece = piece();
        AudioFile file = piece.audio("audio-2");
        Peaks made = Pictures.of(file);
        assertThat(made.frames()).isEqualTo(150_000);
        assertThat(Shelf.peaks(file)).exists();
        assertThat(Pictures.known(file)).containsSame(made);
    }
}
