package agogic.formats.score;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.lane.Lane;
import agogic.core.score.Clip;
import agogic.core.score.Note;
import agogic.core.session.Session;
import agogic.formats.bring.Beginning;
import agogic.formats.file.FormatException;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Scores whose measures are not played in the order in which they are written, and what a score says besides notes. */
class ScoreFormsTest {
    private static final String HEAD = "<score-partwise><part-list><score-part id=\"P\"><part-name>One</part-name>";

    private static ScoreImport look(String xml) throws FormatException {
        return ScoreImport.of(new ByteArrayInputStream(xml.getBytes(StandardCharsets.UTF_8)), "made.musicxml");
    }

    private static ScoreImport part(String described, String measures) throws FormatException {
        return look(
                HEAD + described + "</score-part></part-list><part id=\"P\">" + measures + "</part></score-partwise>");
    }

    private static Session piece(ScoreImport look) {
        return look.piece(Set.of(), Beginning.BARE);
    }

    private static Clip clip(ScoreImport look) {
        return piece(look).tracks().get(0).clips().get(0);
    }

    /** What is not taken, and how many. */
    private static List<String> left(ScoreImport look) {
        return look.lines().stream()
                .filter(line -> !line.takes())
                .map(line -> line.what() + ", " + line.count())
                .toList();
    }

    private static String direction(String type) {
        return "<direction><direction-type>" + type + "</direction-type></direction>";
    }

    private static String note(int semitone, String more) {
        return "<note><pitch><step>C</step><alter>" + semitone
                + "</alter><octave>4</octave></pitch><duration>4</duration>" + more + "</note>";
    }

    /** One measure, of which a letter tells what stands there beside its note. */
    private static String measure(int number, String signs) {
        StringBuilder before = new StringBuilder();
        StringBuilder after = new StringBuilder();
        for (char sign : signs.toCharArray()) {
            switch (sign) {
                case '[' -> before.append("<barline><repeat direction=\"forward\"/></barline>");
                case ']' -> after.append("<barline><repeat direction=\"backward\"/></barline>");
                case '1', '2' -> {
                    before.append("<barline><ending number=\"" + sign + "\" type=\"start\"/></barline>");
                    after.insert(0, "<barline><ending number=\"" + sign + "\" type=\"stop\"/></barline>");
                }
                case 'S' -> before.append(direction("<segno/>"));
                case 'K' -> before.append(direction("<coda/>"));
                case 'T' -> after.append(direction("<words>To Coda</words>"));
                case 'F' -> after.append(direction("<words>Fine</words>"));
                case 'D' -> after.append(direction("<words>D.C. al Fine</words>"));
                case 'C' -> after.append(direction("<words>D.C. al Coda</words>"));
                case 'd' -> after.append("<sound dacapo=\"yes\"/>");
                case 'G' -> after.append(direction("<words>D.S. al Fine</words>"));
                case 'A' -> after.append(direction("<words>D.S. al Coda</words>"));
                case 's' -> after.append("<sound dalsegno=\"segno\"/>");
                case 'f' -> after.append("<sound fine=\"yes\"/>");
                case 't' -> after.append("<sound tocoda=\"coda\"/>");
                default -> throw new IllegalArgumentException(signs);
            }
        }
        String begin = number == 0 ? "<attributes><divisions>1</divisions></attributes>" : "";
        return "<measure>" + begin + before + note(number, "") + after + "</measure>";
    }

    /** The order of each form was written down by hand. Measures are parted by spaces; a dot has nothing but its note. */
    @ParameterizedTest
    @CsvSource({
        "'. . .', abc",
        "'[ . ] .', abcabcd",
        "'. F . D', abcdab",
        "'. . . d', abcdabcd",
        "'. S F . G', abcdebc",
        "'. S T . A K .', abcdebcfg",
        "'. T . C K .', abcdabef",
        "'[ 1] 2 F D', abacdeacd",
        "'[ . ] . D', abcabcdeabcde",
        "'. S . s', abcdbcd",
        "'. S t . s K', abcdebcf",
        "'. [F ] . D', abcbcdeab",
        "'S K . A K', abcdabe",
    })
    void eachFormIsPlayedAsItIsMeant(String form, String played) throws FormatException {
        StringBuilder all = new StringBuilder();
        String[] measures = form.split(" ");
        for (int i = 0; i < measures.length; i++) {
            all.append(measure(i, measures[i].replace(".", "")));
        }
        StringBuilder letters = new StringBuilder();
        clip(part("", all.toString())).notes().forEach(n -> letters.append((char) ('a' + n.pitch() - 60)));
        assertThat(letters.toString()).as(form).isEqualTo(played);
    }

    private static double bpm(String perMinute) throws FormatException {
        String metronome = direction(
                "<metronome><beat-unit>quarter</beat-unit><per-minute>" + perMinute + "</per-minute></metronome>");
        return piece(part(
                        "",
                        "<measure><attributes><divisions>1</divisions></attributes>" + metronome + note(0, "")
                                + "</measure>"))
                .timeline()
                .tempo()
                .bpmAt(0);
    }

    @Test
    void aTempoIsReadAsPeopleWriteIt() throws FormatException {
        assertThat(bpm("88-92")).isCloseTo(90, within(1e-9));
        assertThat(bpm("c. 80")).isCloseTo(80, within(1e-9));
        assertThat(bpm("ca 72")).isCloseTo(72, within(1e-9));
        assertThat(bpm("66,5")).isCloseTo(66.5, within(1e-9));
        assertThat(bpm("100 – 104")).isCloseTo(102, within(1e-9));
        assertThat(bpm("fast")).isCloseTo(120, within(1e-9));
    }

    @Test
    void whatAPartIsPlayedByComesWithIt() throws FormatException {
        String described = "<midi-instrument id=\"I\"><midi-channel>3</midi-channel><midi-bank>129</midi-bank>"
                + "<midi-program>41</midi-program><volume>50</volume><pan>-90</pan></midi-instrument>";
        String pedal = direction("<pedal type=\"start\"/>");
        String up = direction("<pedal type=\"stop\"/>");
        Session piece = piece(part(
                described,
                "<measure><attributes><divisions>1</divisions></attributes>" + pedal + note(0, "") + up
                        + "</measure>"));
        assertThat(piece.tracks().get(0).channel()).isEqualTo(3);
        assertThat(piece.lanes())
                .extracting(lane -> piece.parameter(lane.target()).name() + " "
                        + piece.parameter(lane.target()).print(piece.stack(lane).valueAtBeat(2)))
                .containsExactlyInAnyOrder("Volume 64", "Pan 0", "Sustain pedal 127", "Program 41 · bank 1/0");
        Lane sustain = piece.lanes().stream()
                .filter(l -> l.target().parameter().equals("cc-64"))
                .findFirst()
                .orElseThrow();
        assertThat(piece.stack(sustain).valueAtBeat(4)).isZero();
    }

    @Test
    void drumsArePlayedOnTheirKeys() throws FormatException {
        String described = "<midi-instrument id=\"K\"><midi-unpitched>36</midi-unpitched></midi-instrument>"
                + "<midi-instrument id=\"S\"><midi-unpitched>39</midi-unpitched></midi-instrument>";
        String drum = "<note><unpitched><display-step>E</display-step></unpitched><duration>1</duration>";
        ScoreImport look = part(
                described,
                "<measure><attributes><divisions>1</divisions></attributes>" + drum + "<instrument id=\"K\"/></note>"
                        + drum + "<instrument id=\"S\"/></note>" + drum + "</note><note><cue/><pitch><step>C</step>"
                        + "<octave>4</octave></pitch><duration>1</duration></note></measure>");
        assertThat(clip(look).notes()).extracting(Note::pitch).containsExactly(35, 38);
        assertThat(left(look)).containsExactly("Cue notes, 1", "Notes without a pitch, 1");
        assertThat(look.lines().get(0).takes())
                .as("what is not taken comes first")
                .isFalse();
    }

    @Test
    void aTieIntoAnotherVoiceIsOneNote() throws FormatException {
        String first = note(0, "<tie type=\"start\"/><voice>1</voice>");
        String second = note(0, "<tie type=\"stop\"/><voice>2</voice>");
        assertThat(clip(part(
                                "",
                                "<measure><attributes><divisions>1</divisions></attributes>" + first
                                        + "</measure><measure>" + second + "</measure>"))
                        .notes())
                .containsExactly(new Note(0, 8, 60, 80));
    }

    /** Marks of one staff are for that one where the other has its own, and for both where it has none. */
    @Test
    void eachStaffHasItsMarks() throws FormatException {
        String loud =
                "<direction><direction-type><dynamics><ff/></dynamics></direction-type><staff>1</staff></direction>";
        String soft =
                "<direction><direction-type><dynamics><pp/></dynamics></direction-type><staff>2</staff></direction>";
        String begin = "<measure><attributes><divisions>1</divisions></attributes>";
        String notes = note(0, "<staff>1</staff>") + "<backup><duration>4</duration></backup>"
                + note(4, "<voice>2</voice><staff>2</staff>") + "</measure>";
        List<Note> both = clip(part("", begin + loud + soft + notes)).notes();
        assertThat(both.get(0).velocity()).isGreaterThan(both.get(1).velocity() + 40);
        // The same mark for both, then another for one: the other stays.
        String softer = soft.replace("<staff>2", "<staff>1");
        List<Note> same = clip(part("", begin + softer + soft + notes + "<measure>" + loud + notes))
                .notes();
        assertThat(same.get(2).velocity()).isGreaterThan(same.get(3).velocity() + 40);
        List<Note> one = clip(part("", begin + loud + notes)).notes();
        assertThat(one.get(0).velocity()).isEqualTo(one.get(1).velocity());
    }

    @Test
    void measureByMeasureIsTheSame() throws FormatException {
        String list = "<part-list><score-part id=\"A\"><part-name>A</part-name></score-part>"
                + "<score-part id=\"B\"><part-name>B</part-name></score-part></part-list>";
        String divided = "<attributes><divisions>2</divisions></attributes>";
        String[][] notes = {{divided + note(0, ""), note(1, "")}, {note(2, ""), divided + note(3, "")}};
        String timewise = "<score-timewise>" + list;
        for (int m = 0; m < 2; m++) {
            timewise += "<measure><part id=\"A\">" + notes[0][m] + "</part><part id=\"B\">" + notes[1][m]
                    + "</part></measure>";
        }
        String partwise = "<score-partwise>" + list;
        for (int p = 0; p < 2; p++) {
            partwise += "<part id=\"" + "AB".charAt(p) + "\"><measure>" + notes[p][0] + "</measure><measure>"
                    + notes[p][1] + "</measure></part>";
        }
        assertThat(piece(look(timewise + "</score-timewise>"))).isEqualTo(piece(look(partwise + "</score-partwise>")));
    }

    @Test
    void whatSaysUtf16AndIsNotIsReadAsItIs() throws FormatException {
        String xml = "<?xml version=\"1.0\" encoding=\"UTF-16\"?>" + HEAD.replace("One", "Flöte")
                + "</score-part></part-list><part id=\"P\"><measure><attributes><divisions>1</divisions></attributes>"
                + note(0, "") + "</measure></part></score-partwise>";
        assertThat(piece(look(xml)).tracks().get(0).name()).isEqualTo("Flöte");
    }

    @Test
    void wordsThatAskForAnotherTempoAreTold() throws FormatException {
        ScoreImport look = part(
                "",
                "<measure><attributes><divisions>1</divisions></attributes>" + direction("<words>rit.</words>")
                        + note(0, "") + "</measure><measure>" + direction("<words>poco rit.</words>") + note(0, "")
                        + "</measure><measure>" + direction("<words>Allegro</words>") + note(0, "") + "</measure>");
        assertThat(left(look)).containsExactly("Tempo words: allegro, 1", "Tempo words: rit, 2");
    }
}
