package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.model.View;
import agogic.desk.start.NewPiece;
import agogic.formats.file.SafeFile;
import agogic.formats.table.LaneTables;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.ListView;
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
        down(2);
        push(KeyCode.E);
        until(() -> row("Audio").contains("up to date"));
        assertThat(text("#trace-sentence")).contains("whole.wav", "silent");
        assertThat(AudioSystem.getAudioFileFormat(wav.toFile()).getFrameLength())
                .isEqualTo(Math.round(desk().session().seconds() * 48_000));
        Path svg = folder.resolve("lanes.svg");
        askBy(svg);
        down(3);
        push(KeyCode.ENTER);
        until(() -> row("Picture").contains("up to date"));
        assertThat(Files.readString(svg)).startsWith("<?xml");
        interact(() -> desk().edit("Name", s -> s.named("Other")));
        until(() -> row("Picture").contains("changed since") && row("Audio").contains("changed since"));
        // All of it, but ended on the way: nothing is there, and it can be done again.
        Path all = folder.resolve("all");
        askBy(all);
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.E);
        until(() -> node("#export-cancel").isVisible());
        push(KeyCode.ALT, KeyCode.C);
        until(() -> text("#trace-head").equals("Cancelled"));
        assertThat(all).doesNotExist();
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.E);
        until(() -> row("Everything in a folder").contains("up to date"));
        assertThat(all.resolve("README.txt")).content().contains("Other", "What is here");
        assertThat(((ListView<?>) node("#export-lines")).getItems()).hasSize(8);
    }

    /** A table that a spreadsheet changed: what it changes is said, asked, done, and taken back by one undo. */
    @Test
    void aTableComesBackByKeys() throws Exception {
        Target tone = new Target("track-1-sound", "tone");
        interact(() -> {
            desk().edit("Row", s -> s.with(Route.of("row", null, Span.FULL, tone)));
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
        assertThat(desk().session().rides()).hasSize(1);
        // The same again says what is there; broken, it says where.
        Session taken = desk().session();
        Path points = folder.resolve("points.csv");
        SafeFile.text(points, LaneTables.points(taken, taken.lane(tone), 0));
        askBy(points);
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.T);
        until(() -> text("#trace-head").equals("No change"));
        Files.writeString(points, "seconds,value\n0,loud\n");
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.T);
        until(() -> text("#trace-sentence").contains("points.csv, line 2: column “value”"));
        assertThat(desk().session()).isSameAs(taken);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().session().rides().isEmpty());
        assertThat(desk().session().lane(tone).envelope().isEmpty()).isTrue();
    }
}
