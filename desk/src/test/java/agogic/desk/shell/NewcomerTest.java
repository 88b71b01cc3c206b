package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.device.Exposure;
import agogic.core.route.Hand;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.catalog.ParameterRows;
import agogic.desk.model.View;
import agogic.standins.comet.SlowComet;
import javafx.geometry.Bounds;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;

/** What a newcomer wants to do first, by keys alone and by the mouse alone, in steps that are counted: a press, a move, a word. */
class NewcomerTest extends WindowTest {
    private int steps;

    @Override
    Session session() {
        return SlowComet.session();
    }

    private void key(KeyCode... keys) {
        steps++;
        push(keys);
    }

    private void click(String query) {
        steps++;
        clickOn(query);
    }

    private void drag(String query, int by) {
        steps++;
        moveTo(query).moveBy(0, 20);
        press(MouseButton.PRIMARY);
        for (int i = 0; i < 12; i++) {
            moveBy(0, by / 12.0);
        }
        release(MouseButton.PRIMARY);
    }

    private void words(String words) {
        steps++;
        write(words);
    }

    private ParameterRows rows() {
        return (ParameterRows) node("#parameters");
    }

    private void found() {
        until(() -> rows().items().size() > 4 && rows().items().size() < 100);
    }

    @Test
    void aParameterIsFoundExposedAndConnectedByKeys() {
        key(KeyCode.DIGIT2);
        push(KeyCode.CONTROL, KeyCode.F);
        words("hidden level");
        found();
        Target first = rows().items().get(0);
        key(KeyCode.ENTER);
        until(rows()::isFocused);
        key(KeyCode.M);
        until(() -> desk().learner().on());
        drag("#control-fader-8", -72);
        // It is kept by itself once the hand has been still.
        until(() -> !desk().learner().on());
        until(() -> desk().session().routes().stream().anyMatch(r -> r.target().equals(first)));
        assertThat(desk().session().device(first.device()).exposure(first.parameter()))
                .isEqualTo(Exposure.EXPOSED);
        assertThat(steps).as("goal 5").isLessThanOrEqualTo(5);
    }

    @Test
    void eightBarsAreRiddenAndLookedAtByKeysAndByMouse() {
        interact(() -> desk().riding().locate(64));
        key(KeyCode.R);
        until(() -> desk().riding().positionBeat() > 64.2);
        interact(() -> node("#control-fader-3").requestFocus());
        steps++;
        for (int i = 0; i < 10; i++) {
            push(KeyCode.SHIFT, KeyCode.UP);
        }
        until(() -> desk().riding().positionBeat() > 70);
        key(KeyCode.R);
        until(() -> text("#trace-head").equals("Written"));
        key(KeyCode.A);
        until(() -> desk().selection().viewProperty().get() == View.REFINE);
        assertThat(steps).as("goal 4").isLessThanOrEqualTo(4);
        steps = 0;
        push(KeyCode.DIGIT1);
        interact(() -> desk().riding().locate(64));
        click("#ride");
        until(() -> desk().riding().positionBeat() > 64.2);
        drag("#control-fader-3", -36);
        until(() -> desk().riding().positionBeat() > 70);
        click("#ride");
        until(() -> text("#trace-head").equals("Written"));
        click("#act-0");
        until(() -> desk().selection().viewProperty().get() == View.REFINE);
        assertThat(steps).as("goal 4").isLessThanOrEqualTo(4);
    }

    @Test
    void aMacroOfFourIsMadeByKeysAndByMouse() {
        int before = desk().session().macros().size();
        key(KeyCode.DIGIT2);
        push(KeyCode.CONTROL, KeyCode.F);
        words("comet distance");
        until(() -> rows().items().size() >= 4 && rows().items().size() < 100);
        key(KeyCode.ENTER);
        until(rows()::isFocused);
        steps++;
        push(KeyCode.HOME);
        for (int i = 0; i < 3; i++) {
            push(KeyCode.SHIFT, KeyCode.DOWN);
        }
        key(KeyCode.K);
        until(() -> desk().session().macros().size() == before + 1);
        assertThat(desk().session().macros().get(before).members()).hasSize(4);
        assertThat(steps).as("goal 5").isLessThanOrEqualTo(5);
        steps = 0;
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().session().macros().size() == before);
        click("#view-catalog");
        click("#search");
        interact(() -> this.<javafx.scene.control.TextField>node("#search").clear());
        write("comet distance");
        until(() -> rows().items().size() >= 4 && rows().items().size() < 100);
        Bounds list = rows().localToScreen(rows().getBoundsInLocal());
        steps += 2;
        moveTo(list.getMinX() + 60, list.getMinY() + 17);
        press(MouseButton.PRIMARY).release(MouseButton.PRIMARY);
        moveTo(list.getMinX() + 60, list.getMinY() + 17 + 3 * 34);
        press(KeyCode.SHIFT);
        press(MouseButton.PRIMARY).release(MouseButton.PRIMARY);
        release(KeyCode.SHIFT);
        until(() -> window().catalog().model().chosenProperty().get().size() == 4);
        steps++;
        press(MouseButton.SECONDARY).release(MouseButton.SECONDARY);
        click("Make a macro of it");
        until(() -> desk().session().macros().size() == before + 1);
        assertThat(desk().session().macros().get(before).members()).hasSize(4);
        assertThat(steps).as("goal 5").isLessThanOrEqualTo(6);
    }

    @Test
    void whyAMoveWasNotWrittenIsSaidAndMended() {
        drag("#control-fader-3", -36);
        until(() -> text("#trace-sentence").contains("not written"));
        Hand hand = new Hand("north-eight", "fader-3");
        key(KeyCode.A);
        until(() -> desk().session().routes().stream()
                .anyMatch(r -> r.hand().filter(hand::sameControl).isPresent()
                        && r.mode().writes()));
        assertThat(text("#trace-sentence")).contains("Touch");
        assertThat(steps).as("goal 2").isLessThanOrEqualTo(2);
    }

    /** What a parameter stands at after a move is a step that can be undone, but the reason stays said. */
    @Test
    void theReasonStaysSaidWhenTheHandHasLeft() {
        drag("#control-fader-7", -36);
        until(() -> text("#trace-sentence").startsWith("Fader 7 moved to"));
        Session before = desk().session();
        until(() -> desk().session() != before);
        assertThat(desk().editing().undoable()).get().asString().startsWith("Level to");
        assertThat(text("#trace-sentence")).startsWith("Fader 7 moved to").contains("not written");
    }
}
