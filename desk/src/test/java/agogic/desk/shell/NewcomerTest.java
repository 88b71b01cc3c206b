package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.device.Exposure;
import agogic.core.route.Hand;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.catalog.FaceControl;
import agogic.desk.catalog.ParameterRows;
import agogic.desk.model.View;
import agogic.standins.comet.SlowComet;
import java.util.ArrayList;
import java.util.List;
import javafx.geometry.Bounds;
import javafx.scene.control.TextField;
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

    /** Looks for something in the Catalog by the mouse; the click into the field and the words are one step, as by keys. */
    private void look(String words) {
        click("#view-catalog");
        clickOn("#search");
        interact(() -> this.<TextField>node("#search").clear());
        words(words);
        found();
    }

    private void row(int number) {
        Bounds list = rows().localToScreen(rows().getBoundsInLocal());
        moveTo(list.getMinX() + 60, list.getMinY() + 17 + number * 34);
        press(MouseButton.PRIMARY).release(MouseButton.PRIMARY);
    }

    @Test
    void aParameterIsFoundExposedAndConnectedByMouse() {
        look("hidden level");
        Target first = rows().items().get(0);
        steps++;
        row(0);
        click("#learn-control");
        learned(first);
    }

    private Exposure exposure(String device, FaceControl control) {
        return desk().editing()
                .session()
                .device(device)
                .exposure(control.getId().substring("face-".length()));
    }

    /** What is hidden on the face is exposed, or wanted where no socket is free, by one click on its mark; moved, it offers the same. */
    @Test
    void onTheFaceAClickOnTheMarkExposes() {
        push(KeyCode.DIGIT2);
        interact(() -> window().catalog().open(true));
        String device = desk().editing().session().devices().stream()
                .filter(d -> d.parameters().stream()
                                .filter(p -> d.exposure(p.id()) == Exposure.HIDDEN)
                                .count()
                        > 3)
                .findFirst()
                .orElseThrow()
                .id();
        interact(() -> window().catalog().model().deviceProperty().set(device));
        List<FaceControl> hidden = new ArrayList<>();
        until(() -> {
            hidden.clear();
            lookup(n -> n instanceof FaceControl).<FaceControl>queryAll().stream()
                    .filter(c -> exposure(device, c) == Exposure.HIDDEN)
                    .filter(c -> {
                        Bounds at = c.localToScene(c.getBoundsInLocal());
                        return at.getMinY() > 150 && at.getMaxY() < 745;
                    })
                    .forEach(hidden::add);
            return hidden.size() > 1;
        });
        String one = hidden.get(0).getId().substring("face-".length());
        Bounds at = hidden.get(0).localToScreen(hidden.get(0).getBoundsInLocal());
        // One of many alike has its mark below, a wide one at its upper right.
        if (at.getWidth() < 80) {
            moveTo(at.getMinX() + at.getWidth() / 2, at.getMaxY() - 21);
        } else {
            moveTo(at.getMinX() + at.getWidth() / 2 + 32, at.getMinY() + 9);
        }
        double stood = desk().standing().stands(new Target(device, one));
        press(MouseButton.PRIMARY).release(MouseButton.PRIMARY);
        until(() -> desk().editing().session().device(device).exposure(one) != Exposure.HIDDEN);
        assertThat(desk().standing().stands(new Target(device, one))).isEqualTo(stood);
        String other = hidden.get(1).getId().substring("face-".length());
        interact(() -> hidden.get(1).requestFocus());
        push(KeyCode.UP);
        until(() -> text("#trace-sentence").contains("It is hidden"));
        push(KeyCode.A);
        until(() -> desk().editing().session().device(device).exposure(other) == Exposure.WANTED);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session().device(device).exposure(other) == Exposure.HIDDEN);
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
        learned(first);
    }

    /** A control is moved, and moves the target from then on. */
    private void learned(Target first) {
        until(() -> desk().learner().on());
        drag("#control-fader-8", -72);
        // It is kept by itself once the hand has been still.
        until(() -> !desk().learner().on());
        until(() -> desk().editing().session().routes().stream()
                .anyMatch(r -> r.target().equals(first)));
        assertThat(desk().editing().session().device(first.device()).exposure(first.parameter()))
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
        int before = desk().editing().session().macros().size();
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
        until(() -> desk().editing().session().macros().size() == before + 1);
        assertThat(desk().editing().session().macros().get(before).members()).hasSize(4);
        assertThat(steps).as("goal 5").isLessThanOrEqualTo(5);
        steps = 0;
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session().macros().size() == before);
        look("comet distance");
        Bounds list = rows().localToScreen(rows().getBoundsInLocal());
        steps += 2;
        row(0);
        moveTo(list.getMinX() + 60, list.getMinY() + 17 + 3 * 34);
        press(KeyCode.SHIFT);
        press(MouseButton.PRIMARY).release(MouseButton.PRIMARY);
        release(KeyCode.SHIFT);
        until(() -> window().catalog().model().chosenProperty().get().size() == 4);
        click("#macro-of");
        until(() -> desk().editing().session().macros().size() == before + 1);
        assertThat(desk().editing().session().macros().get(before).members()).hasSize(4);
        assertThat(steps).as("goal 5").isLessThanOrEqualTo(5);
    }

    @Test
    void whyAMoveWasNotWrittenIsSaidAndMendedByMouseAndByKeys() {
        drag("#control-fader-3", -36);
        until(() -> text("#trace-sentence").contains("not written"));
        click("#act-0");
        until(() -> writes("fader-3"));
        assertThat(text("#trace-sentence")).contains("Touch");
        assertThat(steps).as("goal 2").isLessThanOrEqualTo(2);
        steps = 0;
        interact(() -> node("#control-fader-7").requestFocus());
        key(KeyCode.UP);
        until(() -> text("#trace-sentence").startsWith("Fader 7 moved to"));
        key(KeyCode.A);
        until(() -> writes("fader-7"));
        assertThat(steps).as("goal 2").isLessThanOrEqualTo(2);
    }

    private boolean writes(String control) {
        Hand hand = new Hand("north-eight", control);
        return desk().editing().session().routes().stream()
                .anyMatch(r -> r.hand().filter(hand::sameControl).isPresent()
                        && r.mode().writes());
    }

    /** What a parameter stands at after a move is a step that can be undone, but the reason stays said. */
    @Test
    void theReasonStaysSaidWhenTheHandHasLeft() {
        drag("#control-fader-7", -36);
        until(() -> text("#trace-sentence").startsWith("Fader 7 moved to"));
        Session before = desk().editing().session();
        until(() -> desk().editing().session() != before);
        assertThat(desk().editing().undoable()).get().asString().startsWith("Level to");
        assertThat(text("#trace-sentence")).startsWith("Fader 7 moved to").contains("not written");
    }
}
