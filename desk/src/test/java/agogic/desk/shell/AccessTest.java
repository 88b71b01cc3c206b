package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.session.Session;
import agogic.desk.model.View;
import agogic.standins.comet.SlowComet;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;

/**
 * What a person who does not see the window has of it: each thing that takes the focus has a name and a role (WCAG 2.2,
 * 4.1.2), and Tab goes round everywhere and never stays (2.1.2), in every view and in the dialogs that come by keys.
 */
class AccessTest extends WindowTest {
    private final Set<String> wrong = new TreeSet<>();

    @Override
    Session session() {
        return SlowComet.session();
    }

    private void named(String where, Parent root) {
        Reach reach = new Reach();
        interact(() -> reach.walk(where, root));
        wrong.addAll(reach.wrong());
        assertThat(reach.focusable()).as(where).isPositive();
    }

    /** Presses Tab until the focus is where it was once before: all that was between. */
    private List<Node> round(int most) {
        Map<Node, Integer> seen = new IdentityHashMap<>();
        List<Node> all = new ArrayList<>();
        for (int i = 0; i < most; i++) {
            push(KeyCode.TAB);
            Node owner = focus();
            if (owner != null && seen.putIfAbsent(owner, i) != null) {
                return all;
            }
            if (owner != null) {
                all.add(owner);
            }
        }
        throw new AssertionError("Tab did not come round after " + most + " presses.");
    }

    private Node focus() {
        return javafx.stage.Window.getWindows().stream()
                .filter(w -> w.isFocused() && w.getScene() != null)
                .map(w -> w.getScene().getFocusOwner())
                .filter(java.util.Objects::nonNull)
                .findFirst()
                .orElse(null);
    }

    @Test
    void everythingThatTakesTheFocusHasANameAndARole() {
        for (View view : View.values()) {
            interact(() -> desk().selection().viewProperty().set(view));
            until(() -> true);
            named(view.title(), window().root());
        }
        interact(() -> window().turnRidingView());
        named("Riding", window().root());
        interact(() -> window().turnRidingView());
        assertThat(wrong).isEmpty();
    }

    @Test
    void tabGoesRoundInEveryView() {
        for (View view : View.values()) {
            interact(() -> desk().selection().viewProperty().set(view));
            until(() -> true);
            List<Node> all = round(400);
            assertThat(all).as(view.title()).hasSizeGreaterThan(10);
        }
    }

    @Test
    void dialogsHaveNamesAndAreLeftByTabAndEsc() {
        Map<String, KeyCode[]> dialogs = Map.of(
                "Settings", new KeyCode[] {KeyCode.CONTROL, KeyCode.COMMA},
                "Guide", new KeyCode[] {KeyCode.F1},
                "Keys", new KeyCode[] {KeyCode.SHIFT, KeyCode.F1},
                "Find an act", new KeyCode[] {KeyCode.PERIOD});
        dialogs.forEach((name, keys) -> {
            push(keys);
            until(() -> lookup(".dialog-pane").tryQuery().isPresent());
            Parent pane = lookup(".dialog-pane").queryParent();
            named(name, pane);
            until(() -> focus() != null && within(focus(), pane));
            List<Node> all = round(60);
            assertThat(all).as(name).isNotEmpty().allMatch(n -> within(n, pane));
            assertThat(pane.lookupAll(".button")).as(name).anyMatch(Button.class::isInstance);
            push(KeyCode.ESCAPE);
            until(() -> lookup(".dialog-pane").tryQuery().isEmpty());
        });
        assertThat(wrong).isEmpty();
    }

    @Test
    void escClosesAnOpenListBeforeItsDialog() {
        push(KeyCode.CONTROL, KeyCode.COMMA);
        until(() -> lookup("#settings-theme").tryQuery().isPresent());
        ComboBox<?> box = (ComboBox<?>) node("#settings-theme");
        interact(() -> {
            box.requestFocus();
            box.show();
        });
        until(box::isShowing);
        push(KeyCode.ESCAPE);
        until(() -> !box.isShowing());
        assertThat(lookup("#settings-parts").tryQuery()).isPresent();
        push(KeyCode.ESCAPE);
        until(() -> lookup("#settings-parts").tryQuery().isEmpty());
    }

    private static boolean within(Node node, Parent pane) {
        for (Node n = node; n != null; n = n.getParent()) {
            if (n == pane) {
                return true;
            }
        }
        return false;
    }
}
