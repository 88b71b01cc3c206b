package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.device.Exposure;
import agogic.core.lane.Lane;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.files.FilesOut;
import agogic.desk.model.View;
import agogic.formats.session.SessionFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javafx.application.Platform;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javax.sound.midi.MetaMessage;
import javax.sound.midi.MidiEvent;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Track;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A person comes with a file of their own: start page, report, play, expose, ride, save, open, export; nothing of the demo. */
class StartTest extends WindowTest {
    private static final Target TONE = new Target("track-1-sound", "tone");

    @TempDir
    private Path folder;

    @Override
    Session session() {
        return null;
    }

    @Override
    int faster() {
        return 3;
    }

    /** Twelve bars of notes at 90 bpm and a volume that goes down code by code; written by the JDK. */
    private Path song() throws Exception {
        Sequence sequence = new Sequence(Sequence.PPQ, 480);
        Track conductor = sequence.createTrack();
        byte[] tempo = {0x0A, 0x2C, 0x2B};
        conductor.add(new MidiEvent(new MetaMessage(0x51, tempo, 3), 0));
        Track track = sequence.createTrack();
        track.add(new MidiEvent(new MetaMessage(3, "Reed".getBytes(java.nio.charset.StandardCharsets.UTF_8), 4), 0));
        track.add(new MidiEvent(new ShortMessage(0xC0, 12, 0), 0));
        for (int beat = 0; beat < 48; beat++) {
            track.add(new MidiEvent(new ShortMessage(0x90, 50 + beat % 12, 90), 480L * beat));
            track.add(new MidiEvent(new ShortMessage(0x80, 50 + beat % 12, 0), 480L * beat + 400));
        }
        for (int code = 120; code > 20; code--) {
            track.add(new MidiEvent(new ShortMessage(0xB0, 7, code), 100L * (120 - code)));
        }
        Path file = folder.resolve("Evening.mid");
        MidiSystem.write(sequence, 1, file.toFile());
        return file;
    }

    private static String spoken(ListView<?> list, int row) {
        return list.lookupAll(".list-cell").stream()
                .map(ListCell.class::cast)
                .filter(cell -> cell.getIndex() == row && !cell.isEmpty())
                .map(ListCell::getAccessibleText)
                .findFirst()
                .orElse("");
    }

    @Test
    void severalFilesBecomeOnePieceOrAPieceEach() throws Exception {
        see("#start-page");
        Path song = song();
        Path other = Files.copy(song, song.resolveSibling("second.mid"));
        Platform.runLater(() -> window().begin().open(List.of(song, other)));
        clickOn("#which-0");
        ListView<?> list = node("#import-lines");
        until(list::isFocused);
        push(KeyCode.ENTER);
        until(() -> desk() != null && text("#trace-sentence").contains("96 notes"));
        assertThat(desk().editing().session().tracks()).hasSize(2);
        interact(() -> desk().editing().savedTo(song.resolveSibling("x.agogic")));
        Platform.runLater(() -> window().files().entrance().open(List.of(song, other)));
        clickOn("#which-1");
        until(() -> text("#trace-sentence").contains("2 pieces were saved beside the files"));
        assertThat(desk().editing().session().tracks()).hasSize(1);
        assertThat(desk().editing().fileProperty().get()).isEqualTo(song.resolveSibling("Evening.agogic"));
        assertThat(SessionFile.open(song.resolveSibling("second.agogic")).tracks())
                .hasSize(1);
    }

    /** A session comes alone: of files of both kinds the first is opened and the others are named. */
    @Test
    void ofMixedFilesTheFirstIsOpenedAndTheOthersAreNamed() throws Exception {
        see("#start-page");
        Path song = song();
        Path other = song.resolveSibling("second.agogic");
        Platform.runLater(() -> window().begin().open(List.of(song, other)));
        ListView<?> list = node("#import-lines");
        until(list::isFocused);
        push(KeyCode.ENTER);
        until(() -> desk() != null && text("#trace-sentence").contains("Not opened: second.agogic."));
        assertThat(text("#trace-sentence")).contains("48 notes");
    }

    /** Four presses, of keys or of the mouse: bring in, yes, clean all, yes. */
    @Test
    void aFileIsBroughtInAndCleanedInFourSteps() throws Exception {
        see("#start-page");
        askBy(song());
        clickOn("#start-bring");
        see("#import-lines");
        clickOn("#import-done");
        until(() -> desk() != null && text("#trace-head").equals("Opened"));
        assertThat(desk().editing().session().lanes().get(0).envelope().size()).isEqualTo(100);
        clickOn("Clean all");
        ListView<?> rides = node("#recipe-lines");
        until(rides::isFocused);
        clickOn("#recipe-done");
        until(() -> desk().editing().session().lanes().get(0).envelope().size() < 10);
        assertThat(text("#trace-head")).isEqualTo("Refined");
    }

    @Test
    void aMidiFileIsBroughtInAndRiddenSavedOpenedAndExported() throws Exception {
        see("#start-page");
        assertThat(node("#start-bring").getAccessibleText())
                .contains("Bring in MIDI, a score or audio")
                .contains("key B");
        askBy(song());
        push(KeyCode.B);
        ListView<?> list = node("#import-lines");
        until(() -> list.isFocused() && !spoken(list, 0).isEmpty());
        assertThat(text("#import-sum")).isEqualTo("4 of 4 things are taken");
        assertThat(spoken(list, 0)).isEqualTo("taken: Tempo, 1, 90 bpm");
        assertThat(spoken(list, 1)).isEqualTo("taken: Reed · notes, 48, a clip on the track Reed");
        assertThat(spoken(list, 3)).startsWith("taken: Reed · Program, 1, a switch with the programs of channel ");
        // A line is left out by a key, and taken again.
        push(KeyCode.SPACE);
        until(() -> text("#import-sum").startsWith("3 of 4"));
        until(() -> spoken(list, 0).equals("Tempo, 1, left out"));
        push(KeyCode.SPACE);
        until(() -> text("#import-sum").startsWith("4 of 4"));
        push(KeyCode.ENTER);
        until(() -> desk() != null && text("#trace-head").equals("Opened"));
        assertThat(text("#trace-sentence")).contains("48 notes and 1 ride of 100 moves");
        assertThat(desk().editing().unsaved()).isTrue();
        Session brought = desk().editing().session();
        assertThat(brought.tracks()).hasSize(1);
        assertThat(brought.timeline().tempo().bpmAt(0)).isBetween(89.99, 90.01);

        // It plays.
        push(KeyCode.SPACE);
        until(() -> desk().riding().positionBeat() > 1);
        push(KeyCode.SPACE);

        // What moved in the file is cleaned, in Refine, with one key.
        push(KeyCode.L);
        until(() -> desk().selection().viewProperty().get() == View.REFINE);
        Lane raw = desk().editing().session().lanes().get(0);
        assertThat(raw.envelope().size()).isEqualTo(100);
        push(KeyCode.SHIFT, KeyCode.U);
        ListView<?> rides = node("#recipe-lines");
        until(rides::isFocused);
        push(KeyCode.ENTER);
        until(() -> desk().editing().session().lanes().get(0).envelope().size() < 10);
        assertThat(desk().editing().session().rides()).isEqualTo(brought.rides());

        // A parameter of its own sound is exposed, gets a lane, a fader, and is ridden.
        push(KeyCode.DIGIT2);
        push(KeyCode.CONTROL, KeyCode.F);
        write("tone");
        push(KeyCode.ENTER);
        until(() -> text("#parameter-title").equals("Tone"));
        push(KeyCode.E);
        until(() -> desk().editing().session().device(TONE.device()).exposure("tone") == Exposure.EXPOSED);
        push(KeyCode.L);
        until(() -> desk().selection().viewProperty().get() == View.REFINE);
        push(KeyCode.DIGIT1);
        until(() -> desk().selection().viewProperty().get() == View.ROUTES);
        connectAndRide();
        until(() -> !desk().editing().session().lane(TONE).stretches().isEmpty());

        // Saved, opened again, and out as a MIDI file that somebody else can read.
        Session ridden = desk().editing().session();
        Path saved = folder.resolve("Evening.agogic");
        askBy(saved);
        push(KeyCode.CONTROL, KeyCode.S);
        until(() -> !desk().editing().unsaved());
        assertThat(SessionFile.open(saved)).isEqualTo(ridden);
        Path out = folder.resolve("out.mid");
        interact(() -> new FilesOut(desk().editing(), desk().notices(), window().files(), () -> window().root()
                        .getScene()
                        .getWindow())
                .exportMidi(
                        out,
                        agogic.formats.midi.MidiExport.How.of(
                                agogic.formats.midi.Fineness.SEVEN, java.util.Optional.empty())));
        until(() -> text("#trace-head").equals("Exported"));
        assertThat(MidiSystem.getSequence(out.toFile()).getTracks()).hasSize(2);

        // The start page has it first among the last ones.
        push(KeyCode.CONTROL, KeyCode.W);
        until(() -> window().desk() == null);
        assertThat(node("#start-recent-1").getAccessibleText()).startsWith("Evening");
        push(KeyCode.DIGIT1);
        until(() -> desk() != null && desk().editing().session().equals(ridden));
    }

    /** A score is brought in, and the dynamics in it become the first draft of a lane. */
    @Test
    void aScoreIsBroughtInAndItsDynamicsAreDrafted() throws IOException {
        String mark = "<direction><direction-type>%s</direction-type></direction>";
        String note = "<note><pitch><step>A</step><octave>4</octave></pitch><duration>4</duration></note>";
        Path file = folder.resolve("Lamps.musicxml");
        Files.writeString(
                file,
                "<score-partwise><part-list><score-part id=\"a\"><part-name>Reed</part-name></score-part></part-list>"
                        + "<part id=\"a\"><measure><attributes><divisions>1</divisions></attributes>"
                        + String.format(mark, "<dynamics><p/></dynamics>") + note + "</measure><measure>"
                        + String.format(mark, "<wedge type=\"crescendo\"/>") + note
                        + String.format(mark, "<wedge type=\"stop\"/>") + "</measure><measure>"
                        + String.format(mark, "<dynamics><f/></dynamics>") + note
                        + "</measure></part></score-partwise>");
        askBy(file);
        push(KeyCode.B);
        ListView<?> list = node("#import-lines");
        until(() -> list.isFocused() && spoken(list, 2).contains("dynamics"));
        assertThat(spoken(list, 2)).isEqualTo("taken: Reed · dynamics, 3, 2 marks and 1 hairpin of the clip");
        push(KeyCode.ENTER);
        until(() -> desk() != null && desk().editing().session().tracks().size() == 1);
        push(KeyCode.DIGIT2);
        push(KeyCode.CONTROL, KeyCode.F);
        write("tone");
        push(KeyCode.ENTER);
        until(() -> text("#parameter-title").equals("Tone"));
        push(KeyCode.L);
        until(() -> desk().selection().viewProperty().get() == View.REFINE);
        push(KeyCode.SHIFT, KeyCode.D);
        until(() -> node("#draft-soft").isFocused());
        write("200 Hz");
        push(KeyCode.TAB).push(KeyCode.CONTROL, KeyCode.A).write("8 kHz").push(KeyCode.ENTER);
        until(() -> desk().editing().session().lane(TONE).envelope().size() == 3);
        var tone = desk().editing().session().parameter(TONE);
        var envelope = desk().editing().session().lane(TONE).envelope();
        // Piano and forte on the way from 200 Hz at 16 to 8 kHz at 127.
        assertThat(tone.print(envelope.valueAt(1))).isEqualTo("579 Hz");
        assertThat(tone.print(envelope.valueAt(9))).isEqualTo("2.86 kHz");
        assertThat(envelope.valueAt(6)).isBetween(envelope.valueAt(1), envelope.valueAt(9));
        push(KeyCode.SHIFT, KeyCode.D);
        until(() -> text("#trace-sentence").contains("has points already"));

        // The draft is ridden over: the hand has it where it moves, the draft the rest.
        push(KeyCode.DIGIT1);
        until(() -> desk().selection().viewProperty().get() == View.ROUTES);
        connectAndRide();
        until(() -> desk().editing().session().rides().size() == 1);
        until(() -> desk().editing().session().lane(TONE).stretches().size() == 1);
        var ridden = desk().editing().session().lane(TONE);
        // On a busy machine the hand may lie there until it is stopped.
        double after = ridden.stretches().get(0).to() + 0.01;
        assertThat(ridden.envelope().valueAt(after))
                .as("what was not ridden is as the score says")
                .isCloseTo(envelope.valueAt(after), within(1e-9));
        double middle =
                (ridden.stretches().get(0).from() + ridden.stretches().get(0).to()) / 2;
        assertThat(ridden.envelope().valueAt(middle)).isNotCloseTo(envelope.valueAt(middle), within(1e-3));
    }

    /** The first fader is moved, connected by the answer of the trace bar, and ridden up and down after a count-in. */
    private void connectAndRide() {
        moveTo("#control-fader-1").moveBy(0, 20);
        press(MouseButton.PRIMARY).moveBy(0, -30).release(MouseButton.PRIMARY);
        until(() -> text("#trace-sentence").contains("Fader 1"));
        push(KeyCode.A);
        until(() -> desk().selection().selectedRoute().orElseThrow().hand().isPresent());
        push(KeyCode.R);
        until(() -> desk().riding().playing() && desk().frames().state().position() > 0.1);
        press(MouseButton.PRIMARY);
        for (int i = 0; i < 25; i++) {
            moveBy(0, i < 12 ? -2 : 2);
        }
        release(MouseButton.PRIMARY);
        until(() -> desk().riding().positionBeat() > 11);
        push(KeyCode.SPACE);
    }

    @Test
    void aNewPieceIsBegunByTyping() {
        push(KeyCode.N);
        until(() -> node("#new-name").isFocused());
        write("Slate roof");
        push(KeyCode.TAB).push(KeyCode.CONTROL, KeyCode.A).write("fast").push(KeyCode.ENTER);
        until(() -> text("#new-trouble").contains("Expected a tempo such as 96"));
        push(KeyCode.CONTROL, KeyCode.A).write("72");
        push(KeyCode.TAB).push(KeyCode.CONTROL, KeyCode.A).write("7/8").push(KeyCode.ENTER);
        until(() -> desk() != null);
        assertThat(desk().editing().session().name()).isEqualTo("Slate roof");
        assertThat(desk().editing().timeline().metre().metreOfBar(1).beatsInBar())
                .isEqualTo(7);
        assertThat(desk().editing().session().length()).isEqualTo(64 * 3.5);
        assertThat(desk().editing().unsaved()).isTrue();
    }

    /** Tracks and devices come and go by keys; what goes is told, and comes back by undo. */
    @Test
    void tracksAndDevicesComeAndGo() {
        push(KeyCode.N);
        until(() -> node("#new-name").isFocused());
        push(KeyCode.ENTER);
        until(() -> desk() != null);
        push(KeyCode.CONTROL, KeyCode.T);
        until(() -> node("#name-field").isFocused());
        write("Bells").push(KeyCode.ENTER);
        until(() -> desk().editing().session().tracks().size() == 2);
        until(() -> desk().selection().viewProperty().get() == View.CATALOG);
        assertThat(desk().editing().session().devices()).hasSize(2);
        push(KeyCode.SHIFT, KeyCode.N);
        until(() -> node("#name-field").isFocused());
        push(KeyCode.CONTROL, KeyCode.A).write("Chimes").push(KeyCode.ENTER);
        until(() -> desk().editing().session().tracks().get(1).name().equals("Chimes"));
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.UP);
        until(() -> desk().editing().session().tracks().get(0).name().equals("Chimes"));
        Session two = desk().editing().session();
        push(KeyCode.CONTROL, KeyCode.DELETE);
        until(() -> lookup(".dialog-pane").tryQuery().isPresent());
        push(KeyCode.ENTER);
        until(() -> desk().editing().session().tracks().size() == 1);
        assertThat(desk().editing().session().devices()).hasSize(1);
        assertThat(text("#trace-sentence")).contains("the track Chimes").contains("Plain Keys");
        push(KeyCode.CONTROL, KeyCode.DELETE);
        until(() -> text("#trace-sentence").contains("one track at least"));
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session().equals(two));
        // Undone to where its chosen device was not there yet.
        for (int i = 0; i < 3; i++) {
            push(KeyCode.CONTROL, KeyCode.Z);
        }
        until(() -> desk().editing().session().tracks().size() == 1);
        assertThat(text("#parameter-title")).isNotEmpty();
    }

    @Test
    void whatIsNoMidiFileIsToldAndNothingIsOpened() throws IOException {
        Path odd = folder.resolve("odd.mid");
        Files.writeString(odd, "MThd and nothing");
        askBy(odd);
        push(KeyCode.B);
        until(() -> text("#start-said").startsWith("Not brought in: odd.mid"));
        assertThat(window().desk()).isNull();
        push(KeyCode.D);
        until(() -> desk() != null && desk().editing().session().name().equals("Slow Comet"));
    }
}
