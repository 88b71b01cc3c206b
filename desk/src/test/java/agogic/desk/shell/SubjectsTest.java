package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.session.Session;
import agogic.desk.acts.Act;
import agogic.desk.acts.ActParts;
import agogic.desk.acts.Subject;
import agogic.desk.model.View;
import agogic.standins.comet.SlowComet;
import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import javafx.geometry.BoundingBox;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.input.KeyCode;
import javafx.stage.Window;
import org.junit.jupiter.api.Test;

/** Every act is found at the thing that it is about, in a menu that can be read at a glance. */
class SubjectsTest extends WindowTest {
    @Override
    Session session() {
        return SlowComet.session();
    }

    @Test
    void everyActIsForAThingAndEveryMenuIsShort() {
        List<String> known = window().acts().all().stream().map(Act::id).toList();
        for (Subject subject : Subject.values()) {
            assertThat(known).as(subject.words()).containsAll(subject.acts());
        }
        assertThat(window().acts().all())
                .filteredOn(act -> !act.id().startsWith("snapshot-start")
                        && (act.key().isEmpty() || !act.keys().isEmpty()))
                .allSatisfy(act -> assertThat(Subject.of(act.id())).as(act.id()).isNotEmpty());
        for (View view : View.values()) {
            interact(() -> desk().selection().viewProperty().set(view));
            for (Subject subject : Subject.values()) {
                AtomicReference<List<MenuItem>> menu = new AtomicReference<>();
                interact(() -> menu.set(ActParts.menu(window().acts(), view, subject)));
                assertThat(lines(menu.get())).as(subject + " in " + view).hasSizeLessThanOrEqualTo(Subject.MOST);
                menu.get().stream()
                        .filter(Menu.class::isInstance)
                        .map(Menu.class::cast)
                        .forEach(more -> assertThat(lines(more.getItems()))
                                .as(String.valueOf(more.getProperties().get("words")))
                                .hasSizeBetween(2, Subject.MOST));
            }
        }
    }

    @Test
    void noActHasTheKeyOfASuggestionNorAnyKeyTwiceInAView() {
        for (View view : View.values()) {
            for (Act act : window().acts().all()) {
                for (String key : List.of("A", "Shift+A", "Alt+A")) {
                    boolean has = act.keys().stream().anyMatch(k -> k.spoken().equals(key));
                    assertThat(has && act.views().contains(view) && !act.id().startsWith("answer-"))
                            .as(act.id() + " has " + key)
                            .isFalse();
                }
            }
        }
    }

    private static List<MenuItem> lines(List<MenuItem> items) {
        return items.stream().filter(i -> !(i instanceof SeparatorMenuItem)).toList();
    }

    private ContextMenu menu() {
        return Window.getWindows().stream()
                .filter(w -> w instanceof ContextMenu && "here-menu".equals(((ContextMenu) w).getId()))
                .map(ContextMenu.class::cast)
                .findFirst()
                .orElse(null);
    }

    /** Opens the menu at a place of the screen, looks at it and closes it. */
    private void opens(double x, double y, Subject subject) {
        moveTo(x - 3, y - 2);
        moveTo(x, y);
        press(javafx.scene.input.MouseButton.SECONDARY).release(javafx.scene.input.MouseButton.SECONDARY);
        until(() -> menu() != null);
        ContextMenu menu = menu();
        assertThat(menu.getProperties().get("subject")).isEqualTo(subject);
        assertThat(lines(menu.getItems())).isNotEmpty();
        Bounds screen = new BoundingBox(0, 0, 1280, 800);
        assertThat(screen.contains(new BoundingBox(
                        menu.getX() + 12, menu.getY() + 12, menu.getWidth() - 24, menu.getHeight() - 24)))
                .as(subject + " on the screen")
                .isTrue();
        push(KeyCode.ESCAPE);
        until(() -> menu() == null);
        until(() -> desk().selection().place().isEmpty()
                || Double.isNaN(desk().selection().pointedBeat()));
    }

    /** A second menu takes the place of the first, and none outlives the view that it is about. */
    @Test
    void oneMenuIsOpenAtATime() {
        Bounds list = at("#routes");
        double row = list.getMinY() + 40 + 37;
        for (double x : new double[] {480, 700}) {
            moveTo(list.getMinX() + x, row + 25);
            press(javafx.scene.input.MouseButton.SECONDARY).release(javafx.scene.input.MouseButton.SECONDARY);
            until(() -> menu() != null);
        }
        assertThat(Window.getWindows().stream().filter(ContextMenu.class::isInstance))
                .hasSize(1);
        interact(() -> desk().selection().viewProperty().set(View.CATALOG));
        until(() -> menu() == null);
        assertThat(desk().selection().place()).isEmpty();
    }

    /** Points chosen in one lane are not those of another, which may have fewer. */
    @Test
    void whatIsChosenStaysInItsLane() {
        push(KeyCode.L);
        until(() -> desk().selection().viewProperty().get() == View.REFINE);
        push(KeyCode.CONTROL, KeyCode.A);
        until(() -> text("#trace-sentence").contains(" points from "));
        String bare = desk().editing().session().routes().stream()
                .filter(r -> desk().editing().session().lane(r.target()).points() == 0)
                .findFirst()
                .orElseThrow()
                .id();
        interact(() -> desk().selection().selectedProperty().set(bare));
        push(KeyCode.PLUS);
        push(KeyCode.DIGIT0);
        until(() -> node("#plot").getAccessibleText().contains("no points"));
        assertThat(text("#trace-head")).isNotEqualTo("Trouble");
    }

    @Test
    void theMarkOfAThingOpensItsMenu() {
        Session before = desk().editing().session();
        int moves = desk().frames().state().events();
        for (String thing : List.of("#control-fader-2", ".routes-list .value")) {
            moveTo(thing).moveBy(2, 1);
            until(() -> mark() != null);
            clickOn(mark());
            until(() -> menu() != null);
            push(KeyCode.ESCAPE);
            until(() -> menu() == null);
        }
        assertThat(desk().editing().session()).isSameAs(before);
        assertThat(desk().frames().state().events()).as("no control was moved").isEqualTo(moves);
    }

    private Node mark() {
        return lookup(".here-mark").match(Node::isVisible).queryAll().stream()
                .findFirst()
                .orElse(null);
    }

    private Bounds at(String query) {
        Node node = node(query);
        return node.localToScreen(node.getBoundsInLocal());
    }

    private void opens(String query, Subject subject) {
        Bounds at = at(query);
        opens(at.getMinX() + Math.min(30, at.getWidth() / 2), at.getMinY() + Math.min(12, at.getHeight() / 2), subject);
    }

    @Test
    void whatIsPointedAtHasItsOwnMenu() {
        Session before = desk().editing().session();
        Bounds list = at("#routes");
        double row = list.getMinY() + 40 + 37;
        opens(list.getMinX() + 40, row, Subject.CONTROL);
        opens(list.getMinX() + 215, row, Subject.SPAN);
        opens(list.getMinX() + 480, row + 25, Subject.PLACE);
        opens(list.getMaxX() - 200, row, Subject.PARAMETER);
        opens(list.getMinX() + 80, list.getMinY() + 20, Subject.TRACK);
        opens(list.getMinX() + 345, list.getMinY() + 20, Subject.CLIP);
        opens(list.getMinX() + 400, list.getMinY() - 35, Subject.SECTION);
        opens(list.getMinX() + 400, list.getMinY() - 10, Subject.BAR);
        opens("#control-fader-1", Subject.CONTROL);
        opens("#play", Subject.PLAYING);
        opens("#trace-head", Subject.ANSWER);
        push(KeyCode.L);
        until(() -> desk().selection().viewProperty().get() == View.REFINE);
        opens("#layers", Subject.LAYER);
        Bounds plot = at("#plot");
        opens(plot.getMinX() + plot.getWidth() / 2, plot.getMinY() + 30, Subject.LANE);
        push(KeyCode.DIGIT2);
        opens("#parameters", Subject.PARAMETER);
        opens("#sockets", Subject.SOCKET);
        push(KeyCode.DIGIT3);
        opens("#hand-fader-2", Subject.CONTROL);
        opens("#page-1", Subject.PAGE);
        opens("#port-state", Subject.PORT);
        assertThat(desk().editing().session()).as("looking changes nothing").isSameAs(before);
    }
}
