package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.session.Session;
import agogic.desk.model.View;
import agogic.desk.start.NewPiece;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;

/** A new piece says in three rows what to do; the first route takes their place. */
class FirstRowsTest extends WindowTest {
    @Override
    Session session() {
        return NewPiece.empty("First", 120, 4, 4, 16);
    }

    @Test
    void threeRowsLeadToTheFirstRoute() {
        clickOn("#first-expose");
        until(() -> desk().selection().viewProperty().get() == View.CATALOG);
        push(KeyCode.DIGIT1);
        clickOn("#first-learn");
        until(() -> desk().learner().on());
        moveTo("#control-fader-2").moveBy(0, 20);
        press(MouseButton.PRIMARY);
        for (int i = 0; i < 12; i++) {
            moveBy(0, -5);
        }
        release(MouseButton.PRIMARY);
        until(() -> !desk().learner().on());
        until(() -> desk().editing().session().routes().size() == 1);
        push(KeyCode.DIGIT1);
        until(() -> lookup("#first-rows").tryQuery().isEmpty());
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session().routes().isEmpty());
        see("#first-rows");
        // A filter that finds nothing says so, and only where there is something to find.
        assertThat(lookup("#no-routes").tryQuery()).isEmpty();
    }
}
