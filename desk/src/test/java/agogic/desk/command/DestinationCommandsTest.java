package agogic.desk.command;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.expose.Exposing;
import agogic.core.route.Target;
import agogic.core.session.Points;
import agogic.core.session.Session;
import agogic.desk.start.NewPiece;
import agogic.formats.session.SessionFile;
import agogic.standins.comet.SlowComet;
import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javax.sound.midi.InvalidMidiDataException;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Track;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;

/** Where a piece goes, by commands; what went there is read by others: MIDI by the JDK, PDF by its library. */
class DestinationCommandsTest extends CommandTest {
    private static final Target TONE = new Target("track-1-sound", "tone");

    private Session piece() throws IOException {
        Session empty = NewPiece.empty("Brief", 120, 4, 4, 2);
        Session drawn = Points.add(Points.add(empty, TONE, 0, 0.2), TONE, 6, 0.8);
        Session piece = Exposing.expose(drawn, List.of(TONE)).session();
        SessionFile.save(in("a"), piece);
        return piece;
    }

    private String state(String session, String name) throws IOException {
        done("destination", in(session), name, "--json");
        return json().get("destinations").get(0).get("state").asText();
    }

    @Test
    void aDestinationIsMadeCarriedOutAndKnownToBeOlder() throws IOException {
        piece();
        done("destination", in("a"));
        assertThat(out.toString().lines())
                .hasSize(3)
                .first()
                .asString()
                .contains("To the mix: MIDI file, MIDI 2.0 clip");
        done("destination", in("a"), "To friends", "--parts", "midi,tables", "--fine", "7", "--out", in("b"), "--json");
        JsonNode made = json().get("destinations").get(3);
        assertThat(made.get("name").asText()).isEqualTo("To friends");
        assertThat(made.get("how").get("midi").get("fine").asText()).isEqualTo("7");
        cannot("--folder says where", "export", in("b"), "--destination", "to FRIENDS");
        Path place = folder.resolve("friends");
        done("export", in("b"), "--destination", "to friends", "--folder", place, "--out", in("c"));
        try (Stream<Path> files = Files.list(place)) {
            assertThat(files.map(f -> f.getFileName().toString()))
                    .containsExactlyInAnyOrder("Brief.mid", "tables", "README.txt", "SHA256SUMS");
        }
        assertThat(state("b", "to friends")).isEqualTo("not exported yet");
        assertThat(state("c", "to friends")).isEqualTo("up to date");
        done("check", in("c"));
        assertThat(out.toString()).doesNotContain("older");
        // An edit makes it older; carried out once more it knows where, and writes only what is otherwise.
        Session changed = SessionFile.open(in("c"));
        SessionFile.save(in("d"), Points.add(changed, TONE, 3, 0.9));
        assertThat(state("d", "to friends")).isEqualTo("changed since");
        done("check", in("d"));
        assertThat(out.toString()).contains("“To friends” is older than the piece");
        done("export", in("d"), "--destination", "to friends", "--out", in("e"), "--json");
        assertThat(json().get("changed").toString()).contains("Brief.mid", "Tone.csv");
        assertThat(state("e", "to friends")).isEqualTo("up to date");
        done("export", in("e"), "--destination", "to friends", "--json");
        assertThat(json().get("changed")).isEmpty();
        // Another choice is another thing, though the piece is the same.
        done("destination", in("e"), "to friends", "--bits", "16", "--out", in("f"));
        assertThat(SessionFile.open(in("f")).destinations().get(3).carried()).isEmpty();
        done("destination", in("e"), "to friends", "--delete", "--out", in("g"));
        assertThat(SessionFile.open(in("g")).destinations()).hasSize(3);
    }

    @Test
    void whatCannotBeIsSaid() throws IOException {
        piece();
        cannot(
                "“piano” is nothing that can be exported",
                "destination",
                in("a"),
                "x",
                "--parts",
                "piano",
                "--out",
                in("b"));
        cannot("“Archive”", "destination", in("a"), "nowhere");
        cannot("--cable is yes or no", "destination", in("a"), "archive", "--cable", "perhaps", "--out", in("b"));
        cannot("one of [44100", "destination", in("a"), "archive", "--rate", "8000", "--out", in("b"));
        cannot("“Archive”", "export", in("a"), "--destination", "nowhere", "--folder", folder.resolve("n"));
        cannot("--destination says which", "export", in("a"), "--midi", folder.resolve("o.mid"), "--out", in("b"));
        cannot("all, lanes or notes", "export", in("a"), "--midi", folder.resolve("o.mid"), "--content", "some");
        assertThat(in("b")).doesNotExist();
        assertThat(folder.resolve("o.mid")).doesNotExist();
    }

    /** Notes that begin, and controllers, in a file. */
    private static int[] counted(Path file) throws IOException, InvalidMidiDataException {
        Sequence sequence = MidiSystem.getSequence(file.toFile());
        int[] counts = new int[2];
        for (Track track : sequence.getTracks()) {
            for (int i = 0; i < track.size(); i++) {
                if (track.get(i).getMessage() instanceof ShortMessage one) {
                    counts[0] += one.getCommand() == ShortMessage.NOTE_ON && one.getData2() > 0 ? 1 : 0;
                    counts[1] += one.getCommand() == ShortMessage.CONTROL_CHANGE ? 1 : 0;
                }
            }
        }
        return counts;
    }

    /** The files of tracks have the notes of the whole between them, those of devices none; lanes and notes go alone. */
    @Test
    void midiByTrackAndByDevice() throws Exception {
        Session score = SlowComet.score();
        // A hundred partials of one device would say nothing that a few devices do not.
        SessionFile.save(
                in("a"),
                score.withLanes(score.lanes().stream()
                        .filter(l -> !l.target().device().equals("partial-bank"))
                        .toList()));
        Path place = folder.resolve("parts");
        done(
                "destination",
                in("a"),
                "parts",
                "--parts",
                "midi,midi-tracks,midi-devices",
                "--fine",
                "7",
                "--cable",
                "no",
                "--out",
                in("b"));
        done("export", in("b"), "--destination", "parts", "--folder", place);
        int[] whole = counted(place.resolve("Slow Comet.mid"));
        assertThat(whole[0]).isGreaterThan(200);
        int notes = 0;
        try (Stream<Path> files = Files.list(place.resolve("midi by track"))) {
            for (Path file : files.toList()) {
                notes += counted(file)[0];
            }
        }
        assertThat(notes).isEqualTo(whole[0]);
        try (Stream<Path> files = Files.list(place.resolve("midi by device"))) {
            List<Path> all = files.toList();
            assertThat(all).hasSizeGreaterThan(3);
            for (Path file : all) {
                int[] one = counted(file);
                assertThat(one[0]).isZero();
                assertThat(one[1]).isPositive();
            }
        }
        Path only = folder.resolve("only.mid");
        done("export", in("a"), "--midi", only, "--content", "lanes", "--wire", "none", "--fine", "7");
        assertThat(counted(only)).containsExactly(0, whole[1]);
        done("export", in("a"), "--midi", only, "--content", "notes");
        assertThat(counted(only)).containsExactly(whole[0], 0);
    }

    /** A picture as PDF has its words as text, its fonts inside, and twice the same bytes; as PNG it is a picture of that. */
    @Test
    void picturesArePdfAndPng() throws IOException {
        piece();
        Path pdf = folder.resolve("p.pdf");
        done("export", in("a"), "--picture", pdf, "--light");
        byte[] bytes = Files.readAllBytes(pdf);
        try (PDDocument document = Loader.loadPDF(bytes)) {
            assertThat(document.getNumberOfPages()).isEqualTo(1);
            assertThat(new PDFTextStripper().getText(document)).contains("Brief", "Tone", "Plain Keys");
            for (var name : document.getPage(0).getResources().getFontNames()) {
                PDFont font = document.getPage(0).getResources().getFont(name);
                assertThat(font.isEmbedded()).isTrue();
            }
        }
        done("export", in("a"), "--picture", pdf, "--light");
        assertThat(pdf).hasBinaryContent(bytes);
        Path png = folder.resolve("p.PNG");
        done("export", in("a"), "--picture", png);
        var image = javax.imageio.ImageIO.read(png.toFile());
        assertThat(image.getWidth()).isGreaterThan(2_500);
        // The ground is dark, and something is drawn on it.
        assertThat(image.getRGB(5, 5) & 0xFF).isLessThan(0x40);
        int[] all = image.getRGB(0, 0, image.getWidth(), image.getHeight(), null, 0, image.getWidth());
        assertThat(IntStream.of(all).anyMatch(rgb -> (rgb & 0xFF) > 0xC0)).isTrue();
    }
}
