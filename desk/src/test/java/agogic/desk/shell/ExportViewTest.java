package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.expose.Exposing;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Destination;
import agogic.core.session.Points;
import agogic.core.session.Session;
import agogic.desk.aloud.Speaker;
import agogic.desk.model.View;
import agogic.desk.start.NewPiece;
import agogic.formats.file.SafeFile;
import agogic.formats.session.SessionFile;
import agogic.formats.table.LaneTables;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javax.sound.sampled.AudioSystem;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A piece is carried out by keys alone: line by line, all of it, again after an edit, and not at all when it is cancelled. */
class ExportViewTest extends WindowTest {
    @TempDir
    Path folder;

    @Override
    Session session() {
        return NewPiece.empty("Carried", 120, 4, 4, 8);
    }

    private String row(String title) {
        return lookup("#export-lines .list-cell").queryAll().stream()
                .map(Node::getAccessibleText)
                .filter(t -> t != null && t.startsWith(title + ","))
                .collect(Collectors.joining());
    }

    private void down(int lines) {
        for (int i = 0; i < lines; i++) {
            push(KeyCode.DOWN);
        }
    }

    @Test
    void byKeysLineByLineAndAllOfIt() throws Exception {
        push(KeyCode.DIGIT5);
        until(() -> desk().selection().viewProperty().get() == View.EXPORT);
        until(() -> row("MIDI file").contains("0 notes, 0 lanes"));
        assertThat(row("MIDI file")).contains("not exported yet").contains("nothing is lost");
        interact(() -> node("#export-lines").requestFocus());
        Path wav = folder.resolve("whole.wav");
        askBy(wav);
        down(4);
        push(KeyCode.E);
        until(() -> row("Audio").contains("up to date"));
        assertThat(text("#trace-sentence")).contains("whole.wav", "silent");
        assertThat(AudioSystem.getAudioFileFormat(wav.toFile()).getFrameLength())
                .isEqualTo(Math.round(desk().editing().session().seconds() * 48_000));
        Path pdf = folder.resolve("lanes.pdf");
        askBy(pdf);
        down(3);
        push(KeyCode.ENTER);
        until(() -> row("Picture").contains("up to date"));
        assertThat(new String(Files.readAllBytes(pdf), StandardCharsets.ISO_8859_1))
                .startsWith("%PDF");
        interact(() -> desk().editing().edit("Name", s -> s.named("Other")));
        until(() -> row("Picture").contains("changed since") && row("Audio").contains("changed since"));
        // All of it, but ended on the way: nothing is there, and it can be done again.
        push(KeyCode.SHIFT, KeyCode.D);
        push(KeyCode.SHIFT, KeyCode.D);
        until(() -> text("#trace-head").equals("Archive"));
        Path all = folder.resolve("all");
        askBy(all);
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.E);
        until(() -> node("#export-cancel").isVisible());
        push(KeyCode.ALT, KeyCode.C);
        until(() -> text("#trace-head").equals("Cancelled"));
        assertThat(all).doesNotExist();
        assertThat(place("Archive")).contains("not exported yet");
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.E);
        until(() -> place("Archive").contains("up to date"));
        assertThat(all.resolve("README.txt")).content().contains("Other", "What is here");
        assertThat(((ListView<?>) node("#export-lines")).getItems()).hasSize(10);
    }

    private String place(String name) {
        return lookup("#destinations .list-cell").queryAll().stream()
                .map(Node::getAccessibleText)
                .filter(t -> t != null && t.startsWith(name + ","))
                .collect(Collectors.joining());
    }

    private Set<Destination.Part> parts(String name) {
        return Destination.of(desk().editing().session().destinations(), name).parts();
    }

    /** A destination is made, filled and carried out; a lane is changed; carried out again only that is new; all by keys. */
    @Test
    void aDestinationIsMadeCarriedOutAndCarriedOutAgain() throws Exception {
        Target tone = new Target("track-1-sound", "tone");
        interact(() -> desk().editing().edit("Points", s -> Points.add(Points.add(s, tone, 0, 0.2), tone, 8, 0.7)));
        push(KeyCode.DIGIT5);
        until(() -> desk().selection().viewProperty().get() == View.EXPORT);
        interact(() -> node("#export-lines").requestFocus());
        push(KeyCode.SHIFT, KeyCode.ALT, KeyCode.N);
        until(() -> lookup("#name-field").tryQuery().isPresent());
        interact(() -> ((TextField) node("#name-field")).setText("To friends"));
        push(KeyCode.ENTER);
        until(() -> place("To friends").contains("4 parts"));
        assertThat(text("#trace-sentence")).contains("MIDI file, MIDI 2.0 clip, Audio, Stems");
        // The stems stay here; the tables go with it.
        down(5);
        push(KeyCode.X);
        until(() -> !parts("To friends").contains(Destination.Part.STEMS));
        assertThat(row("Stems")).contains("does not go there");
        down(1);
        push(KeyCode.X);
        until(() -> row("Tables").contains("goes there") && !row("Tables").contains("does not"));
        until(() -> node("#table-rows").isVisible());
        assertThat(((Label) node("#table-rows")).getText())
                .startsWith("seconds,beat,bar,value,unit,shape,amount\n0.0,0.0");
        Path place = folder.resolve("friends");
        askBy(place);
        List<String> aloud = new CopyOnWriteArrayList<>();
        interact(() -> window().speakBy(new Speaker() {
            @Override
            public void speak(String words, boolean now) {
                aloud.add(words);
            }

            @Override
            public void hush() {}

            @Override
            public String whyNot() {
                return "";
            }
        }));
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.A);
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.E);
        until(() -> place("To friends").contains("up to date"));
        until(() -> aloud.stream().anyMatch(w -> w.contains("Exported") && w.contains("friends: ")));
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.A);
        assertThat(place.resolve("stems")).doesNotExist();
        assertThat(row("Tables")).contains("up to date");
        push(KeyCode.UP);
        push(KeyCode.UP);
        until(() -> node("#audio-face")
                .getAccessibleText()
                .contains("Carried.wav, as it was exported last: nothing above"));
        FileTime wav = Files.getLastModifiedTime(place.resolve("Carried.wav"));
        // An edit that is not heard, for nothing plays: the audio stays the same file, the table is another.
        interact(() -> desk().editing().edit("Point", s -> Points.add(s, tone, 4, 0.9)));
        until(() -> place("To friends").contains("changed since"));
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.E);
        until(() -> place("To friends").contains("up to date"));
        assertThat(text("#trace-sentence")).contains("friends: ", "of them new or changed");
        assertThat(Files.getLastModifiedTime(place.resolve("Carried.wav")).toMillis())
                .isEqualTo(wav.toMillis());
        assertThat(place.resolve("tables")).isDirectoryContaining("glob:**Tone.csv");
        // The undo of the point makes it older again; what is chosen is undone step by step.
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> place("To friends").contains("changed since"));
        Session back = desk().editing().session();
        push(KeyCode.DELETE);
        until(() -> place("To friends").isEmpty());
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session().equals(back));
        // What was carried out is known after it was saved and opened.
        Path saved = folder.resolve("piece.agogic");
        SessionFile.save(saved, desk().editing().session());
        assertThat(SessionFile.open(saved)).isEqualTo(desk().editing().session());
    }

    /** What is lost has an act that loses less, and it says so before; one undo takes it back. */
    @Test
    void aLossIsMendedByItsButton() {
        Target tone = new Target("track-1-sound", "tone");
        interact(() -> desk().editing().edit("Points", s -> Points.add(Points.add(s, tone, 0, 0.2), tone, 8, 0.7)));
        interact(() -> desk().editing()
                .edit("Expose", s -> Exposing.expose(s, List.of(tone)).session()));
        push(KeyCode.DIGIT5);
        until(() -> desk().selection().viewProperty().get() == View.EXPORT);
        push(KeyCode.SHIFT, KeyCode.D);
        until(() -> !row("MIDI file").contains("nothing is lost")
                && !row("MIDI file").contains("looking"));
        push(KeyCode.SHIFT, KeyCode.ALT, KeyCode.E);
        until(() -> lookup("#export-mend").tryQuery().isPresent());
        assertThat(text("#trace-sentence")).contains("Controllers of 14 bits: then");
        assertThat(node("#export-mend").getAccessibleText()).startsWith("Controllers of 14 bits: then ");
        interact(() -> ((Button) node("#export-mend")).fire());
        until(() -> Destination.of(desk().editing().session().destinations(), "To the orchestra's player")
                .how()
                .midi()
                .fine()
                .equals("14"));
        assertThat(text("#trace-sentence")).contains("To the orchestra's player", "then");
        // As it was told before, so it is.
        String told = text("#trace-sentence").replaceAll(".*then (up to|nothing is) ([^ ]+ [^ .]+).*", "$2");
        until(() -> row("MIDI file").contains(told.startsWith("beside") ? "nothing is lost" : told));
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> Destination.of(desk().editing().session().destinations(), "To the orchestra's player")
                .how()
                .midi()
                .fine()
                .equals("7"));
    }

    /** A table that a spreadsheet changed: what it changes is said, asked, done, and taken back by one undo. */
    @Test
    void aTableComesBackByKeys() throws Exception {
        Target tone = new Target("track-1-sound", "tone");
        interact(() -> {
            desk().editing().edit("Row", s -> s.with(Route.of("row", null, Span.FULL, tone)));
            desk().selection().selectedProperty().set("row");
        });
        Path table = folder.resolve("tone.csv");
        Files.writeString(table, "seconds,value\n0,400\n1,4 kHz\n2,400\n");
        askBy(table);
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.T);
        until(() -> lookup(".dialog-pane").tryQuery().isPresent());
        push(KeyCode.ENTER);
        until(() -> text("#trace-head").equals("Taken"));
        assertThat(text("#trace-sentence")).contains("Tone", "ride");
        assertThat(desk().editing().session().rides()).hasSize(1);
        // The same again says what is there; broken, it says where.
        Session taken = desk().editing().session();
        Path points = folder.resolve("points.csv");
        SafeFile.text(points, LaneTables.points(taken, taken.lane(tone), 0));
        askBy(points);
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.T);
        until(() -> text("#trace-head").equals("No change"));
        Files.writeString(points, "seconds,value\n0,loud\n");
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.T);
        until(() -> text("#trace-sentence").contains("points.csv, line 2: column “value”"));
        assertThat(desk().editing().session()).isSameAs(taken);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session().rides().isEmpty());
        assertThat(desk().editing().session().lane(tone).envelope().isEmpty()).isTrue();
    }
}
