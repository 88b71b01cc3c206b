package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.session.Session;
import agogic.desk.model.View;
import agogic.desk.start.NewPiece;
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
        down(1);
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
        assertThat(((ListView<?>) node("#export-lines")).getItems()).hasSize(7);
    }
}
