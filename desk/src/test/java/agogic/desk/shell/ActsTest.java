package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.envelope.Shape;
import agogic.core.route.Route;
import agogic.core.session.Session;
import agogic.desk.acts.Act;
import agogic.desk.acts.Acts;
import agogic.desk.model.View;
import agogic.desk.parts.Tip;
import agogic.desk.routes.RouteRow;
import agogic.standins.comet.SlowComet;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import javafx.scene.Node;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.MenuButton;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import org.junit.jupiter.api.Test;
import org.testfx.util.NodeQueryUtils;

/** One table: menus, tips, the list of keys, finding an act and the keys come from it. */
class ActsTest extends WindowTest {
    @Override
    Session session() {
        return SlowComet.score();
    }

    private Act act(String id) {
        return window().acts().act(id);
    }

    private Route selected() {
        return desk().selection().selectedRoute().orElseThrow();
    }

    @Test
    void oneKeyOfAViewDoesOneThing() {
        Act one = Act.of("one", "One", "One", "Ctrl+K", () -> {});
        Act other = Act.of("other", "Other", "Other", "K|Ctrl+K", () -> {});
        assertThatThrownBy(() -> new Acts(List.of(one, other)))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("One")
                .hasMessageContaining("Ctrl+K");
        // What belongs to a view goes before what counts everywhere.
        assertThat(new Acts(List.of(one, other.in(View.REFINE))).in(View.REFINE))
                .extracting(Act::id)
                .containsExactly("other", "one");
        assertThat(new Acts(List.of(one, other.in(View.REFINE))).in(View.ROUTES))
                .extracting(Act::id)
                .containsExactly("one");
    }

    @Test
    void tipsMenusAndFindingSayWhatTheTableSays() {
        says("play", "ride", "loop", "start");
        push(KeyCode.DIGIT2);
        says("expose", "open-lane", "learn-control", "take-back");
        push(KeyCode.DIGIT3);
        says("hand-connect", "hand-page", "macro-new", "macro-rename", "macro-delete", "sheet");
        push(KeyCode.DIGIT4);
        says("add-typed", "delete-point", "recipe-close", "recipe-usual", "recipe-broad", "recipe-all");
        push(KeyCode.DIGIT1);
        MenuButton menu = node("#menu");
        assertThat(menu.getItems()).filteredOn(i -> i.getId() != null).allSatisfy(i -> assertThat(
                        i.getProperties().get("words"))
                .isEqualTo(act(i.getId().substring(3)).state().get()));
        // Found by words in any order, done by Enter.
        push(KeyCode.PERIOD);
        clickOn("#act-search").write("theme light");
        push(KeyCode.ENTER);
        until(() -> desk().selection().lightProperty().get());
    }

    /** The buttons of these acts have the tips of the table, and, where they show words, its words. */
    private void says(String... ids) {
        for (String id : ids) {
            until(() -> !buttons(id).isEmpty());
            assertThat(buttons(id)).as(id).allSatisfy(button -> {
                assertThat(Tip.of(button)).isEqualTo(act(id).tip());
                assertThat(button.getAccessibleHelp()).isEqualTo(act(id).tip());
                if (button.getStyleClass().contains("small")) {
                    assertThat(button.getText()).isEqualTo(act(id).brief());
                }
            });
        }
    }

    private List<ButtonBase> buttons(String id) {
        return lookup("#" + id).queryAll().stream()
                .filter(ButtonBase.class::isInstance)
                .map(ButtonBase.class::cast)
                .toList();
    }

    @Test
    void aViewIsMadeWhenItIsFirstShown() {
        assertThat(lookup("#parameters").tryQuery()).isEmpty();
        assertThat(lookup("#hand-title").tryQuery()).isEmpty();
        assertThat(lookup("#points").tryQuery()).isEmpty();
        push(KeyCode.DIGIT3);
        until(() -> lookup("#hand-title").tryQuery().isPresent());
        assertThat(node("#hand-title").isVisible())
                .as("nobody asked for a macro")
                .isTrue();
        assertThat(this.<ToggleButton>node("#surfaces-control").isSelected()).isTrue();
        assertThat(lookup("#parameters").tryQuery()).isEmpty();
    }

    /** The second row from above: in its middle there is no point. Rows are reused for whatever they show. */
    private Node second() {
        AtomicReference<Node> found = new AtomicReference<>();
        until(() -> {
            // Rows come and go: they are looked at by the thread that moves them.
            interact(() -> found.set(lookup((Node n) -> n instanceof RouteRow)
                    .match(n -> n.getScene() != null)
                    .match(NodeQueryUtils.isVisible())
                    .queryAll()
                    .stream()
                    .sorted(Comparator.comparingDouble(
                            n -> n.localToScene(n.getBoundsInLocal()).getMinY()))
                    .filter(n -> n.localToScene(n.getBoundsInLocal()).getMinY() > 0)
                    .skip(1)
                    .findFirst()
                    .orElse(null)));
            return found.get() != null;
        });
        return found.get();
    }

    @Test
    void aPlaceInAnEnvelopeHasTheMenuOfTheTable() {
        clickOn(second());
        var lane = desk().editing().session().lane(selected().target());
        int points = lane.envelope().size();
        rightClickOn(second());
        until(() -> lookup("Add a point here").tryQuery().isPresent());
        assertThat(lookup("Delete this point").tryQuery())
                .as("no point is under the pointer")
                .isEmpty();
        clickOn("Add a point here");
        until(() ->
                desk().editing().session().lane(selected().target()).envelope().size() == points + 1);
        until(() -> desk().selection().place().isEmpty());
        int added = -1;
        var after = desk().editing().session().lane(selected().target()).envelope();
        for (int i = 0; i < after.size(); i++) {
            added = i < lane.envelope().size()
                                    && after.point(i).equals(lane.envelope().point(i))
                            || added >= 0
                    ? added
                    : i;
        }
        int point = added;
        rightClickOn(second());
        until(() -> lookup("Segment").tryQuery().isPresent());
        clickOn("Segment");
        until(() -> lookup("Segment: hold").tryQuery().isPresent());
        clickOn("Segment: hold");
        until(() -> desk().editing()
                        .session()
                        .lane(selected().target())
                        .envelope()
                        .shape(point)
                        .kind()
                == Shape.Kind.HOLD);
        rightClickOn(second());
        until(() -> lookup("Delete this point").tryQuery().isPresent());
        clickOn("Delete this point");
        until(() ->
                desk().editing().session().lane(selected().target()).envelope().size() == points);
    }

    @Test
    void aWayIsChosenByAKey() {
        push(KeyCode.L);
        until(() -> desk().selection().viewProperty().get() == View.REFINE);
        clickOn("#plot");
        push(KeyCode.HOME);
        push(KeyCode.RIGHT);
        until(() -> node("#plot").getAccessibleText().startsWith("point "));
        int point = Integer.parseInt(node("#plot").getAccessibleText().split(" ")[1]) - 1;
        push(new KeyCodeCombination(KeyCode.DIGIT5, KeyCombination.ALT_DOWN));
        until(() -> desk().editing()
                        .session()
                        .lane(selected().target())
                        .envelope()
                        .shape(point)
                        .kind()
                == Shape.Kind.S);
        push(new KeyCodeCombination(KeyCode.DIGIT1, KeyCombination.ALT_DOWN));
        until(() -> desk().editing()
                        .session()
                        .lane(selected().target())
                        .envelope()
                        .shape(point)
                        .kind()
                == Shape.Kind.HOLD);
    }

    @Test
    void theMenuOfWhatIsHereIsOpenedByTheKeyboard() {
        push(new KeyCodeCombination(KeyCode.F10, KeyCombination.SHIFT_DOWN));
        until(() -> listWindows().stream().anyMatch(w -> w instanceof javafx.scene.control.ContextMenu));
        until(() -> lookup("Route off or on").tryQuery().isPresent());
        push(KeyCode.ESCAPE);
        until(() -> listWindows().stream().noneMatch(w -> w instanceof javafx.scene.control.ContextMenu));
    }

    @Test
    void aRouteIsSwitchedALoopIsSetAndPlayingBeginsAgainByKeys() {
        push(KeyCode.X);
        until(() -> !selected().on());
        push(KeyCode.X);
        until(() -> selected().on());
        interact(() -> desk().riding().locate(32));
        until(() -> desk().riding().positionBeat() > 31.9);
        push(KeyCode.I);
        until(() -> desk().editing().session().loop().from() == 32
                && desk().editing().session().loop().on());
        interact(() -> desk().riding().locate(48));
        until(() -> desk().riding().positionBeat() > 47.9);
        push(new KeyCodeCombination(KeyCode.I, KeyCombination.SHIFT_DOWN));
        until(() -> desk().editing().session().loop().to() == 48);
        assertThat(desk().editing().session().loop().from()).isEqualTo(32);
        // The other end goes along where it would lie on the wrong side.
        interact(() -> desk().riding().locate(16));
        until(() -> desk().riding().positionBeat() < 16.1);
        push(new KeyCodeCombination(KeyCode.I, KeyCombination.SHIFT_DOWN));
        until(() -> desk().editing().session().loop().to() == 16
                && desk().editing().session().loop().from() == 0);
        push(KeyCode.O);
        until(() -> !desk().editing().session().loop().on());
        push(KeyCode.SPACE);
        until(() -> desk().riding().positionBeat() > 16.3);
        push(KeyCode.SPACE);
        until(() -> !desk().riding().playing());
        push(new KeyCodeCombination(KeyCode.SPACE, KeyCombination.SHIFT_DOWN));
        until(() -> desk().riding().playing());
        assertThat(desk().riding().positionBeat()).isLessThan(17.5);
        push(KeyCode.SPACE);
    }

    @Test
    void pointsAreAddedAndMovedInTimeByKeys() {
        push(KeyCode.L);
        until(() -> desk().selection().viewProperty().get() == View.REFINE);
        int before =
                desk().editing().session().lane(selected().target()).envelope().size();
        interact(() -> desk().riding().locate(8));
        until(() -> desk().riding().positionBeat() > 7.9);
        push(KeyCode.N);
        until(() ->
                desk().editing().session().lane(selected().target()).envelope().size() == before + 1);
        int point =
                desk().editing().session().lane(selected().target()).envelope().lastAtOrBefore(8.001);
        push(new KeyCodeCombination(KeyCode.RIGHT, KeyCombination.ALT_DOWN));
        push(new KeyCodeCombination(KeyCode.RIGHT, KeyCombination.ALT_DOWN));
        until(() -> Math.abs(time(point) - 8.5) < 1e-6);
        push(new KeyCodeCombination(KeyCode.LEFT, KeyCombination.ALT_DOWN, KeyCombination.SHIFT_DOWN));
        until(() -> Math.abs(time(point) - 8.49) < 1e-6);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> Math.abs(time(point) - 8) < 1e-6);
        Node zoomed = node("#plot");
        assertThat(zoomed.isVisible()).isTrue();
    }

    private double time(int point) {
        return desk().editing().session().lane(selected().target()).envelope().time(point);
    }
}
