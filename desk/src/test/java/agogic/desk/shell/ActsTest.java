package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.route.Route;
import agogic.core.session.Session;
import agogic.desk.acts.Act;
import agogic.desk.acts.Acts;
import agogic.desk.model.View;
import agogic.standins.comet.SlowComet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.MenuButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import org.junit.jupiter.api.Test;

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
        for (String id : List.of("play", "ride", "loop", "start", "expose", "open-lane", "hand-connect", "macro-new")) {
            Set<String> tips = lookup("#" + id).queryAll().stream()
                    .filter(ButtonBase.class::isInstance)
                    .map(n -> ((ButtonBase) n).getTooltip().getText())
                    .collect(Collectors.toSet());
            assertThat(tips).as(id).containsExactly(act(id).tip());
        }
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
        until(() ->
                desk().session().loop().from() == 32 && desk().session().loop().on());
        interact(() -> desk().riding().locate(48));
        until(() -> desk().riding().positionBeat() > 47.9);
        push(new KeyCodeCombination(KeyCode.I, KeyCombination.SHIFT_DOWN));
        until(() -> desk().session().loop().to() == 48);
        assertThat(desk().session().loop().from()).isEqualTo(32);
        // The other end goes along where it would lie on the wrong side.
        interact(() -> desk().riding().locate(16));
        until(() -> desk().riding().positionBeat() < 16.1);
        push(new KeyCodeCombination(KeyCode.I, KeyCombination.SHIFT_DOWN));
        until(() ->
                desk().session().loop().to() == 16 && desk().session().loop().from() == 0);
        push(KeyCode.O);
        until(() -> !desk().session().loop().on());
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
        int before = desk().session().lane(selected().target()).envelope().size();
        interact(() -> desk().riding().locate(8));
        until(() -> desk().riding().positionBeat() > 7.9);
        push(KeyCode.N);
        until(() -> desk().session().lane(selected().target()).envelope().size() == before + 1);
        int point = desk().session().lane(selected().target()).envelope().lastAtOrBefore(8.001);
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
        return desk().session().lane(selected().target()).envelope().time(point);
    }
}
