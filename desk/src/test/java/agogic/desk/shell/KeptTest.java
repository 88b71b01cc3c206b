package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.session.Session;
import agogic.desk.start.Kept;
import agogic.desk.start.Presence;
import agogic.formats.session.SessionFile;
import agogic.standins.comet.SlowComet;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
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
            return Files.exists(path)
                    && SessionFile.open(path).equals(desk().editing().session());
        } catch (IOException e) {
            return false;
        }
    }

    /** What is kept of a piece, wherever: by the window that shows it, or by one that is gone. */
    private static List<Path> kept(Path where, String name) {
        try (Stream<Path> all = Files.list(where)) {
            return all.filter(p -> p.getFileName().toString().matches(name + " \\(kept [0-9a-f]{12}\\)\\.agogic"))
                    .toList();
        } catch (IOException e) {
            return List.of();
        }
    }

    private boolean keepsWhatIsShown(Path where, String name) {
        return kept(where, name).stream().anyMatch(this::keptAt);
    }

    @Test
    void changesAreKeptBesideTheFileUntilTheyAreSaved() throws IOException {
        saved("Evening");
        byte[] before = Files.readAllBytes(file);
        turnLoop();
        until(() -> keepsWhatIsShown(folder, "Evening"));
        assertThat(Files.readAllBytes(file)).as("never over it").isEqualTo(before);
        push(KeyCode.CONTROL, KeyCode.S);
        until(() -> !desk().editing().unsaved() && kept(folder, "Evening").isEmpty());
    }

    @Test
    void aLaterStateIsOfferedUntilItIsTakenHoweverOftenItEnds() throws IOException {
        saved("Night");
        Session plain = desk().editing().session();
        turnLoop();
        Session later = desk().editing().session();
        until(() -> keepsWhatIsShown(folder, "Night"));
        // As if the program had ended here, and is started again, twice.
        interact(() -> window().show(plain, file, false));
        until(() -> text("#trace-head").equals("Kept"));
        interact(() -> window().show(plain, file, false));
        until(() -> text("#trace-head").equals("Kept"));
        assertThat(text("#trace-sentence")).contains("a later state, saved automatically at ");
        // Something else is said; it waits, and its key says it again.
        interact(() -> desk().notices().refuse("Something else."));
        see("#trace-kept");
        push(KeyCode.ALT, KeyCode.K);
        until(() -> text("#trace-head").equals("Kept"));
        push(KeyCode.A);
        until(() -> desk().editing().session().equals(later));
        until(() -> kept(folder, "Night").size() == 1 && keepsWhatIsShown(folder, "Night"));
        // Again, before it was saved: it is there once.
        interact(() -> window().show(plain, file, false));
        until(() -> text("#trace-head").equals("Kept"));
        push(KeyCode.A);
        until(() -> desk().editing().session().equals(later));
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session() == plain);
    }

    @Test
    void whatIsNotWantedIsOfferedNoMore() throws IOException {
        saved("Noon");
        Session plain = desk().editing().session();
        turnLoop();
        until(() -> keepsWhatIsShown(folder, "Noon"));
        interact(() -> window().show(plain, file, false));
        until(() -> text("#trace-head").equals("Kept"));
        push(KeyCode.SHIFT, KeyCode.A);
        until(() -> kept(folder, "Noon").isEmpty());
        assertThat(desk().editing().session()).isSameAs(plain);
        assertThat(desk().offers().countProperty().get()).isZero();
    }

    @Test
    void whatWasNeverSavedIsOfferedOnTheStartPage() throws IOException {
        Path own = folder.resolve("own");
        interact(() -> desk().editing().neverSaved());
        until(() -> keepsWhatIsShown(own, "Slow Comet"));
        Session was = desk().editing().session();
        Path left = kept(own, "Slow Comet").stream()
                .filter(this::keptAt)
                .findFirst()
                .orElseThrow();
        assertThat(Kept.left()).as("its window is still there").noneMatch(l -> l.kept()
                .equals(left));
        interact(() -> window().start(false));
        until(() -> lookup("#start-kept-1").tryQuery().isPresent());
        assertThat(node("#start-kept-1").getAccessibleText())
                .contains("Slow Comet, in no file yet, saved automatically at ");
        push(KeyCode.K);
        until(() -> desk() != null && desk().editing().session().equals(was));
        assertThat(desk().editing().unsaved()).isTrue();
        until(() -> !Files.exists(left) && keepsWhatIsShown(own, "Slow Comet"));
    }

    /** A piece from elsewhere is silent towards the machine's outputs until the person says so, once for its file. */
    @Test
    void aPieceFromElsewhereAsksBeforeItSends() throws IOException {
        Path strange = folder.resolve("Strange.agogic");
        SessionFile.save(strange, SlowComet.score());
        interact(() -> window().files().entrance().open(strange));
        until(() -> text("#trace-head").equals("May it send?"));
        assertThat(text("#trace-sentence")).contains("Breath & Ribbon");
        assertThat(desk().live().ports().sends()).isFalse();
        interact(() -> desk().notices().refuse("Something else."));
        push(KeyCode.ALT, KeyCode.K);
        until(() -> text("#trace-head").equals("May it send?"));
        push(KeyCode.A);
        until(() -> desk().live().ports().sends());
        interact(() -> window().files().entrance().open(strange));
        until(() -> strange.equals(desk().editing().fileProperty().get())
                && desk().offers().countProperty().get() == 0);
        assertThat(desk().live().ports().sends()).isTrue();
    }

    /** Another program saves there while the piece is open: nothing is written over unasked. */
    @Test
    void whatAnotherProgramSavedIsNotWrittenOverUnasked() throws IOException {
        saved("Dusk");
        turnLoop();
        Session theirs = SlowComet.score();
        SessionFile.save(file, theirs);
        push(KeyCode.CONTROL, KeyCode.S);
        until(() -> text("#trace-head").equals("Not saved"));
        assertThat(text("#trace-sentence")).contains("changed by another program");
        assertThat(SessionFile.open(file)).isEqualTo(theirs);
        push(KeyCode.ALT, KeyCode.A);
        until(() -> text("#trace-head").equals("Differs"));
        assertThat(desk().editing().session().versions()).hasSize(1);
        push(KeyCode.A);
        Path second = folder.resolve("Dusk 2.agogic");
        until(() -> second.equals(desk().editing().fileProperty().get()));
        assertThat(SessionFile.open(second)).isEqualTo(desk().editing().session());
        assertThat(SessionFile.open(file)).isEqualTo(theirs);
        // The same once more, written over on purpose.
        turnLoop();
        SessionFile.save(second, theirs);
        push(KeyCode.CONTROL, KeyCode.S);
        until(() -> text("#trace-head").equals("Not saved"));
        push(KeyCode.SHIFT, KeyCode.A);
        until(() -> !desk().editing().unsaved());
        assertThat(SessionFile.open(second)).isEqualTo(desk().editing().session());
    }

    /** Another window has the file: this one looks at it, and saves elsewhere. */
    @Test
    void aFileThatIsOpenInAnotherWindowIsOnlyLookedAt() throws IOException {
        saved("Dawn");
        Session plain = desk().editing().session();
        byte[] before = Files.readAllBytes(file);
        interact(() -> window().files().close());
        Presence other = Presence.begin();
        assertThat(other.claim(file)).isTrue();
        interact(() -> window().show(plain, file, false));
        until(() -> text("#trace-head").equals("Open elsewhere"));
        turnLoop();
        interact(() -> window().files().save(file));
        until(() -> text("#trace-head").equals("Not saved"));
        assertThat(Files.readAllBytes(file)).isEqualTo(before);
        other.end();
        interact(() -> window().files().save(file));
        until(() -> !desk().editing().unsaved());
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
        assertThat(desk().editing().session().loop().on()).isTrue();
    }
}
