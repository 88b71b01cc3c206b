package agogic.formats.score;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.score.Clip;
import agogic.core.score.Loudness;
import agogic.core.session.Session;
import agogic.formats.bring.Beginning;
import agogic.formats.file.FormatException;
import agogic.formats.session.SessionFile;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Assertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Scores written by hand as the element pages of MusicXML 4.0 have them (from memory). */
class ScoreImportTest {
    private static final String HEAD = "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n"
            + "<!DOCTYPE score-partwise PUBLIC \"-//Recordare//DTD MusicXML 4.0 Partwise//EN\""
            + " \"http://www.musicxml.org/dtds/partwise.dtd\">\n<score-partwise version=\"4.0\">"
            + "<work><work-title>Two lamps</work-title></work>"
            + "<part-list><score-part id=\"P1\"><part-name>Reed</part-name></score-part></part-list><part id=\"P1\">";
    private static final String FIRST = "<attributes><divisions>2</divisions><time><beats>3</beats>"
            + "<beat-type>4</beat-type></time></attributes>";

    @TempDir
    private Path folder;

    private static ScoreImport score(String measures) throws FormatException {
        return ScoreImport.of(
                new ByteArrayInputStream(
                        (HEAD + measures + "</part></score-partwise>").getBytes(StandardCharsets.UTF_8)),
                "lamps.musicxml");
    }

    private static Clip clip(ScoreImport score) {
        return score.piece(Set.of(), Beginning.BARE).tracks().get(0).clips().get(0);
    }

    private static String note(String step, int octave, int duration, String more) {
        return "<note><pitch><step>" + step + "</step><octave>" + octave + "</octave></pitch><duration>" + duration
                + "</duration>" + more + "</note>";
    }

    private static String measure(String inside) {
        return "<measure>" + inside + "</measure>";
    }

    private static List<String> heard(Clip clip) {
        return clip.notes().stream()
                .map(n -> n.pitch() + " at " + n.beat() + " for " + n.length())
                .toList();
    }

    @Test
    void notesChordsVoicesAndTies() throws IOException {
        ScoreImport score = score(measure(FIRST
                        + note("C", 4, 2, "<voice>1</voice>")
                        + "<note><chord/><pitch><step>E</step><alter>-1</alter><octave>4</octave></pitch>"
                        + "<duration>2</duration></note>"
                        + note("G", 4, 4, "<tie type=\"start\"/><voice>1</voice>")
                        + "<backup><duration>6</duration></backup>"
                        + note("C", 3, 6, "<voice>2</voice>"))
                + measure(note("G", 4, 2, "<tie type=\"stop\"/><tie type=\"start\"/><voice>1</voice>")
                        + note("G", 4, 2, "<tie type=\"stop\"/><voice>1</voice>")
                        + "<note><rest/><duration>2</duration></note>"));
        assertThat(heard(clip(score)))
                .containsExactlyInAnyOrder(
                        "60 at 0.0 for 1.0", "63 at 0.0 for 1.0", "67 at 1.0 for 4.0", "48 at 0.0 for 3.0");
        assertThat(score.bars()).isEqualTo(2);
        assertThat(score.title()).isEqualTo("Two lamps");
        Session piece = score.piece(Set.of(), Beginning.BARE);
        assertThat(piece.timeline().metre().metreOfBar(1).beatsInBar()).isEqualTo(3);
        Path saved = folder.resolve("lamps.agogic");
        SessionFile.save(saved, piece);
        assertThat(SessionFile.open(saved)).isEqualTo(piece);
    }

    private static String bar(String direction) {
        return "<barline><repeat direction=\"" + direction + "\"/></barline>";
    }

    private static String ending(String number, String type) {
        return "<barline><ending number=\"" + number + "\" type=\"" + type + "\"/></barline>";
    }

    /** Letters of measures as they are played. */
    private static String played(String... measures) throws FormatException {
        StringBuilder all = new StringBuilder();
        for (int i = 0; i < measures.length; i++) {
            String begin = i == 0 ? "<attributes><divisions>1</divisions></attributes>" : "";
            String inside = "<note><pitch><step>C</step><octave>4</octave></pitch><duration>4</duration></note>";
            // The pitch tells which measure it is.
            inside = inside.replace("<octave>4", "<alter>" + i + "</alter><octave>4");
            all.append(measure(begin + measures[i].replace("#", inside)));
        }
        StringBuilder letters = new StringBuilder();
        clip(score(all.toString())).notes().forEach(n -> letters.append((char) ('a' + n.pitch() - 60)));
        return letters.toString();
    }

    @Test
    void repeatsAreUnfolded() throws FormatException {
        assertThat(played("#", "#" + bar("backward"), "#")).isEqualTo("ababc");
        assertThat(played("#", bar("forward") + "#", "#" + bar("backward"), "#"))
                .isEqualTo("abcbcd");
        assertThat(played("#", "#" + bar("backward").replace("/>", " times=\"3\"/>"), "#"))
                .isEqualTo("abababc");
        assertThat(played(
                        bar("forward") + "#",
                        ending("1", "start") + "#" + ending("1", "stop") + bar("backward"),
                        ending("2", "start") + "#" + ending("2", "discontinue"),
                        "#"))
                .isEqualTo("abacd");
        assertThat(played(
                        bar("forward") + "#",
                        ending("1, 2", "start") + "#" + ending("1, 2", "stop") + bar("backward"),
                        ending("3", "start") + "#" + ending("3", "stop"),
                        bar("forward") + "#",
                        "#" + bar("backward")))
                .isEqualTo("ababacdede");
        assertThat(played("#" + bar("backward"), "#" + bar("backward"), "#")).isEqualTo("aabbc");
    }

    @Test
    void dynamicsHairpinsAndTempo() throws FormatException {
        String soft = "<direction><direction-type><dynamics><p/></dynamics></direction-type></direction>";
        String loud = "<direction><direction-type><dynamics><f/></dynamics></direction-type>"
                + "<sound dynamics=\"100\"/></direction>";
        String wedge = "<direction><direction-type><wedge type=\"%s\" number=\"1\"/></direction-type></direction>";
        String tempo = "<direction><direction-type><metronome><beat-unit>half</beat-unit><per-minute>40</per-minute>"
                + "</metronome></direction-type></direction>";
        ScoreImport score = score(measure(FIRST
                        + tempo
                        + soft
                        + note("C", 4, 2, "")
                        + String.format(wedge, "crescendo")
                        + note("D", 4, 4, ""))
                + measure(String.format(wedge, "stop") + loud + note("E", 4, 6, "")));
        Clip clip = clip(score);
        assertThat(clip.dynamics())
                .extracting(d -> d.beat() + " " + d.level() + " " + d.mark())
                .containsExactly("0.0 48.0 p", "3.0 90.0 f");
        assertThat(clip.hairpins()).hasSize(1);
        assertThat(clip.hairpins().get(0).from()).isEqualTo(1);
        assertThat(clip.hairpins().get(0).to()).isEqualTo(3);
        List<Loudness.Part> loudness = Loudness.of(clip.dynamics(), clip.hairpins());
        assertThat(Loudness.at(loudness, 0.5)).isEqualTo(48);
        assertThat(Loudness.at(loudness, 2)).isEqualTo(69);
        assertThat(Loudness.at(loudness, 5)).isEqualTo(90);
        // A note is as loud as the marks ask where it begins.
        assertThat(clip.notes()).extracting(n -> n.velocity()).containsExactly(48, 48, 90);
        assertThat(score.piece(Set.of(), Beginning.BARE).timeline().tempo().bpmAt(0))
                .isEqualTo(80);
    }

    @Test
    void aCompressedScoreIsTheSame() throws IOException {
        String text = HEAD + measure(FIRST + note("A", 4, 6, "")) + "</part></score-partwise>";
        Path packed = folder.resolve("lamps.mxl");
        try (OutputStream out = Files.newOutputStream(packed);
                ZipOutputStream zip = new ZipOutputStream(out)) {
            zip.putNextEntry(new ZipEntry("META-INF/container.xml"));
            zip.write(("<container><rootfiles><rootfile full-path=\"in/side.xml\"/></rootfiles></container>")
                    .getBytes(StandardCharsets.UTF_8));
            zip.putNextEntry(new ZipEntry("in/side.xml"));
            zip.write(text.getBytes(StandardCharsets.UTF_8));
        }
        assertThat(heard(clip(ScoreImport.read(packed)))).containsExactly("69 at 0.0 for 3.0");
        Files.writeString(packed, "no zip");
        assertThatThrownBy(() -> ScoreImport.read(packed)).hasMessageContaining("no whole compressed score");
    }

    private static void refused(String xml, String words) {
        assertThatThrownBy(() -> Assertions.assertTimeoutPreemptively(
                        Duration.ofSeconds(20),
                        () -> ScoreImport.of(
                                new ByteArrayInputStream(xml.getBytes(StandardCharsets.UTF_8)), "bad.musicxml")))
                .isInstanceOf(FormatException.class)
                .hasMessageStartingWith("bad.musicxml")
                .hasMessageContaining(words);
    }

    @Test
    void whatIsHostileIsRefusedSoon() {
        refused(
                "<!DOCTYPE x [<!ENTITY a \"aaaaaaaaaa\"><!ENTITY b \"&a;&a;&a;&a;&a;&a;\">"
                        + "<!ENTITY c SYSTEM \"file:///etc/hostname\">]><score-partwise><work><work-title>&c;&b;"
                        + "</work-title></work></score-partwise>",
                "line");
        refused("<score-partwise>" + "<x>".repeat(100_000), "nested deeper");
        refused("<score-partwise><work><work-title>" + "x".repeat(2_000_000), "longer than");
        refused("<html/>", "expected “score-partwise”");
        refused(
                "<score-partwise><part id=\"a\"><measure><note><duration>soon</duration></note></measure></part>",
                "expected a number");
        refused("", "no whole XML");
    }

    @Test
    void mutantsAreAPieceOrAMessage() {
        byte[] whole = (HEAD + measure(FIRST + note("C", 4, 2, "") + bar("backward")) + measure(note("G", 4, 6, ""))
                        + "</part></score-partwise>")
                .getBytes(StandardCharsets.UTF_8);
        Random random = new Random(4);
        for (int k = 0; k < 4_000; k++) {
            byte[] bytes = whole.clone();
            for (int i = random.nextInt(3); i >= 0; i--) {
                bytes[random.nextInt(bytes.length)] = (byte) (32 + random.nextInt(95));
            }
            try {
                assertThat(clip(ScoreImport.of(new ByteArrayInputStream(bytes), "bad.musicxml")))
                        .isNotNull();
            } catch (FormatException e) {
                assertThat(e.getMessage()).startsWith("bad.musicxml");
            }
        }
    }
}
