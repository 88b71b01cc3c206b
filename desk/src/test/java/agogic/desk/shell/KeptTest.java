package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.session.Session;
import agogic.desk.start.Kept;
import agogic.formats.session.SessionFile;
import agogic.standins.comet.SlowComet;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A piece is kept by itself, beside its file and never over it; what was kept is found again. */
public class KeptTest extends WindowTest {
    @TempDir
    static Path folder;

    private Path file;

    @Override
    Session session() {
        System.setProperty("agogic.kept", folder.resolve("own").toString());
        return SlowComet.session();
    }

    @Override
    int faster() {
        // Two minutes are a second and a half.
        return 80;
    }

    private void saved(String name) throws IOException {
        file = folder.resolve(name + ".agogic");
        interact(() -> window().files().save(file));
        until(() -> file.equals(desk().editing().fileProperty().get()));
    }

    private void turnLoop() {
        interact(() -> desk().riding().toggleLoop());
    }

    /** What is there is what is shown: another test may have left something. */
    private boolean keptAt(Path path) {
        try {
            return Files.exists(path) && SessionFile.open(path).equals(desk().session());
        } catch (IOException e) {
            return false;
        }
    }

    @Test
    void changesAreKeptBesideTheFileUntilTheyAreSaved() throws IOException {
        saved("Evening");
        byte[] before = Files.readAllBytes(file);
        turnLoop();
        Path kept = folder.resolve("Evening (kept).agogic");
        until(() -> Files.exists(kept));
        assertThat(SessionFile.open(kept)).isEqualTo(desk().session());
        assertThat(Files.readAllBytes(file)).as("never over it").isEqualTo(before);
        push(KeyCode.CONTROL, KeyCode.S);
        until(() -> !desk().editing().unsaved() && !Files.exists(kept));
    }

    @Test
    void aLaterStateIsOfferedAndTakenAsOneStep() throws IOException {
        saved("Night");
        Session plain = desk().session();
        turnLoop();
        Session later = desk().session();
        Path kept = folder.resolve("Night (kept).agogic");
        until(() -> Files.exists(kept));
        // As if the program had ended here, and is started again.
        byte[] whole = Files.readAllBytes(kept);
        interact(() -> window().show(plain, file, false));
        Files.write(kept, whole);
        Files.setLastModifiedTime(kept, FileTime.fromMillis(System.currentTimeMillis() + 5000));
        interact(() -> window().show(plain, file, false));
        until(() -> text("#trace-head").equals("Kept"));
        assertThat(text("#trace-sentence")).contains("a later state, kept by itself at ");
        push(KeyCode.A);
        until(() -> desk().session().equals(later));
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().session() == plain);
    }

    @Test
    void whatWasNeverSavedIsKeptUnderTheNumberOfItsProcess() throws IOException {
        interact(() -> desk().editing().neverSaved());
        Path own = Kept.of(desk().session(), null);
        until(() -> keptAt(own));
        // A process that is gone left one: the start page has it.
        Path left = own.resolveSibling("Slow Comet (kept 999999999).agogic");
        Files.copy(own, left);
        assertThat(Kept.left()).containsExactly(left);
        Session was = desk().session();
        interact(() -> window().start(false));
        until(() -> lookup("#start-kept-1").tryQuery().isPresent());
        assertThat(node("#start-kept-1").getAccessibleText()).contains("Slow Comet, never saved, kept by itself at ");
        push(KeyCode.K);
        until(() -> desk() != null && desk().session().equals(was));
        assertThat(desk().editing().unsaved()).isTrue();
        assertThat(Files.exists(left)).isFalse();
        assertThat(Files.exists(own)).as("it is this process's now").isTrue();
    }

    @Test
    void whereNothingCanBeKeptItIsSaidOnceAndWorkGoesOn() throws IOException {
        Files.createDirectories(folder);
        Path blocked = folder.resolve("blocked");
        Files.writeString(blocked, "a file where a folder should be");
        System.setProperty("agogic.kept", blocked.toString());
        interact(() -> desk().editing().neverSaved());
        until(() -> text("#trace-head").equals("Not kept"));
        turnLoop();
        assertThat(desk().session().loop().on()).isTrue();
    }
}
