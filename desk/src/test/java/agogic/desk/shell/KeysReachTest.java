package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.session.Session;
import agogic.desk.acts.Act;
import agogic.desk.acts.Stroke;
import agogic.desk.model.View;
import agogic.desk.parts.Parts;
import agogic.standins.comet.SlowComet;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.CancellationException;
import javafx.event.Event;
import javafx.event.EventType;
import javafx.scene.Node;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.ComboBoxBase;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.junit.jupiter.api.Test;

/** A key does its act wherever the focus is, but in a field where it is a letter. */
public class KeysReachTest extends WindowTest {
    private static final boolean AT_LENGTH = Boolean.getBoolean("agogic.long");

    @Override
    Session session() {
        return SlowComet.session();
    }

    /** Of buttons of a kind, and of controls that differ by their number only, one; all of them every night. */
    private static Collection<Node> unlike(List<Node> nodes) {
        Map<String, Node> unlike = new LinkedHashMap<>();
        for (Node node : nodes) {
            String id = node instanceof ButtonBase
                    ? ""
                    : String.valueOf(node.getId()).replaceAll("\\d", "");
            String kind = node.getClass() + " " + id;
            unlike.putIfAbsent(AT_LENGTH ? kind + unlike.size() : kind, node);
        }
        return unlike.values();
    }

    private static KeyEvent event(EventType<KeyEvent> type, Stroke stroke, KeyCode code) {
        return new KeyEvent(type, "", "", code, stroke.shift(), stroke.control(), stroke.alt(), false);
    }

    /** What has the focus may mean something of its own by a key. */
    private static boolean own(Node node, Stroke stroke) {
        boolean plain = !stroke.control() && !stroke.alt() && !stroke.shift();
        String key = stroke.spoken();
        boolean walks = plain && (key.equals("Home") || key.equals("End"));
        boolean chooses = node instanceof ComboBoxBase<?>;
        return walks
                || plain && key.equals("Space") && (node instanceof ButtonBase || chooses || Parts.ownSpace(node))
                || chooses && (key.equals("Alt+↑") || key.equals("Alt+↓"))
                // The same as the act, of the point that is looked at.
                || key.equals("Delete") && Set.of("plot", "points").contains(String.valueOf(node.getId()));
    }

    /** Of each act's keys those that come to nothing or to something else where the focus is, by what has it. */
    @Test
    void everyKeyGetsToItsAct() {
        Map<String, Set<String>> lost = new TreeMap<>();
        List<String> reached = new ArrayList<>();
        interact(() -> {
            // No act is done: what counts everywhere ends before it begins, what belongs to a view is refused.
            window().acts().before(() -> {
                throw new CancellationException();
            });
            window().acts().under(() -> "a test");
            window().acts().doneIn(desk().selection().viewProperty()::get, reached::add);
        });
        for (boolean other : new boolean[] {false, true}) {
            for (View view : View.values()) {
                interact(() -> show(view, other));
                List<Node> nodes = new ArrayList<>();
                interact(() -> nodes.addAll(Reach.focusable(window().root())));
                nodes.removeIf(TextInputControl.class::isInstance);
                assertThat(nodes).hasSizeGreaterThan(10);
                unlike(nodes).forEach(node -> now(() -> keys(view, node, reached, lost)));
            }
        }
        assertThat(lost).isEmpty();
    }

    /** A view as it is first, or with what else it can show. */
    private void show(View view, boolean other) {
        desk().selection().viewProperty().set(view);
        desk().selection().setsProperty().set(other);
        for (String tab : other ? List.of("#tab-face", "#side-fit", "#surfaces-macros") : List.<String>of()) {
            lookup(tab).tryQuery().filter(Node::isVisible).ifPresent(node -> ((ButtonBase) node).fire());
        }
    }

    private void keys(View view, Node node, List<String> reached, Map<String, Set<String>> lost) {
        for (Act act : window().acts().in(view)) {
            for (Stroke stroke : act.keys()) {
                node.requestFocus();
                if (!node.isFocused()) {
                    // It has gone: what the bar at the foot said last is said no more.
                    return;
                }
                reached.clear();
                KeyCode code = stroke.codes().stream().sorted().findFirst().orElseThrow();
                try {
                    Event.fireEvent(node, event(KeyEvent.KEY_PRESSED, stroke, code));
                } catch (CancellationException e) {
                    reached.add(act.words());
                }
                Event.fireEvent(window().root(), event(KeyEvent.KEY_RELEASED, stroke, code));
                if (reached.isEmpty() && !own(node, stroke)) {
                    String where = view + " " + node.getClass().getSimpleName() + " " + node.getId();
                    lost.computeIfAbsent(where, k -> new TreeSet<>()).add(stroke.spoken() + " " + act.id());
                }
            }
        }
    }
}
