package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.session.Session;
import agogic.desk.model.View;
import agogic.desk.settings.Settings;
import agogic.standins.comet.SlowComet;
import java.nio.file.Path;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The first start: three steps that a person does, or leaves; neither comes back. */
class FirstStepsTest extends WindowTest {
    @TempDir
    Path folder;

    @Override
    Session session() {
        return null;
    }

    @AfterEach
    void nowhere() {
        Settings.use(null);
    }

    private void demo() {
        interact(() -> {
            window().teach();
            window().show(SlowComet.session(), null, false);
        });
        until(() -> node("#routes").isVisible());
    }

    private boolean there() {
        return lookup("#first-steps").tryQuery().filter(n -> n.isVisible()).isPresent();
    }

    @Test
    void movedRiddenAndLookedAt() {
        Settings.use(folder.resolve("settings.json"));
        demo();
        until(this::there);
        assertThat(text("#first-words")).startsWith("Move a fader");
        moveTo("#control-fader-3").moveBy(0, 20);
        press(MouseButton.PRIMARY).moveBy(0, -20);
        until(() -> text("#first-words").startsWith("Press R"));
        release(MouseButton.PRIMARY);
        push(KeyCode.R);
        until(() -> desk().riding().positionBeat() > 0.3);
        interact(() -> node("#control-fader-3").requestFocus());
        for (int i = 0; i < 10; i++) {
            push(KeyCode.SHIFT, KeyCode.UP);
            sleep(10);
        }
        until(() -> desk().riding().positionBeat() > 6);
        push(KeyCode.R);
        until(() -> text("#first-words").startsWith("Press A"));
        push(KeyCode.A);
        until(() -> desk().selection().viewProperty().get() == View.REFINE);
        until(() -> !there());
        assertThat(text("#trace-sentence")).contains("F1");
        // Neither in this window nor at the next start do they come again.
        demo();
        assertThat(there()).isFalse();
        Settings.here().flush();
        Settings.use(folder.resolve("settings.json"));
        demo();
        assertThat(there()).isFalse();
    }

    @Test
    void leftAtOnceAndNeverOverAnotherPiece() {
        Settings.use(folder.resolve("settings.json"));
        interact(() -> {
            window().teach();
            window().show(SlowComet.session().named("My own"), null, false);
        });
        until(() -> node("#routes").isVisible());
        assertThat(there()).isFalse();
        demo();
        until(this::there);
        clickOn("#first-leave");
        until(() -> !there());
        demo();
        assertThat(there()).isFalse();
    }
}
