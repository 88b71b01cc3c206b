package agogic.core.session;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import agogic.core.Pieces;
import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.expose.Adding;
import agogic.core.route.Route;
import agogic.core.route.WriteMode;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

class HistoryTest {
    private static final Session START = Pieces.of(Pieces.device(Pieces.percents(2), 4, "p1"));

    private static Session standing(int hundredths) {
        return Resting.at(START, target("p1"), hundredths / 100.0);
    }

    /** Against two plain stacks: whatever is done, undone and done again in whatever order. */
    @Property(tries = 300)
    void itIsTwoStacks(@ForAll @Size(max = 60) List<@IntRange(min = -2, max = 99) Integer> acts) {
        History history = History.of(START);
        Deque<Session> past = new ArrayDeque<>();
        Deque<Session> future = new ArrayDeque<>();
        Session now = START;
        for (int act : acts) {
            if (act == -1) {
                history = history.undo();
                if (!past.isEmpty()) {
                    future.push(now);
                    now = past.pop();
                }
            } else if (act == -2) {
                history = history.redo();
                if (!future.isEmpty()) {
                    past.push(now);
                    now = future.pop();
                }
            } else {
                Session next = standing(act);
                if (next != now) {
                    past.push(now);
                    future.clear();
                    now = next;
                }
                history = history.after("Move " + act, now);
            }
            assertThat(history.session()).isEqualTo(now);
            assertThat(history.undoable().isPresent()).isEqualTo(!past.isEmpty());
            assertThat(history.redoable().isPresent()).isEqualTo(!future.isEmpty());
        }
    }

    @Test
    void aSliderOnItsWayIsOneStep() {
        Gesture slide = new Gesture("Slide", List.of("fader"));
        History history = History.of(START).after(slide, standing(10));
        for (int i = 11; i < 40; i++) {
            history = history.after(slide, standing(i));
        }
        assertThat(history.undoable()).contains("Slide");
        assertThat(history.undo().session()).isSameAs(START);
        assertThat(history.undo().redo().session()).isEqualTo(standing(39));
    }

    @Test
    void itRemembersFiveHundredActs() {
        History history = History.of(START);
        for (int i = 0; i < 700; i++) {
            history = history.after("Move", standing(i % 2 == 0 ? 1 : 2));
        }
        int undone = 0;
        while (history.undoable().isPresent()) {
            history = history.undo();
            undone++;
        }
        assertThat(undone).isEqualTo(500);
    }

    @Test
    void editsAreFunctionsAndLeaveTheSessionBeforeAsItWas() {
        Session drawn = Pieces.drawn(START, "p1", 0, 0.5, 4, 0.7);
        Session routed = Pieces.routed(drawn, 2, "p1");
        assertThat(START.lanes()).isEmpty();
        assertThat(drawn.routes()).isEmpty();
        assertThat(routed.withRoutes(List.of())).isEqualTo(drawn);
        assertThat(drawn.withLanes(List.of())).isEqualTo(START);
        assertThat(Resting.at(START, target("p1"), 0.5))
                .as("it stands there already")
                .isSameAs(START);
    }

    @Test
    void aDeviceIsAddedUnderANameOfItsOwnOnTheChannelOfItsTrack() {
        Device box = new Device(
                "box",
                "Box",
                "",
                Pieces.percents(1),
                0,
                List.of(),
                List.of(),
                List.of(),
                List.of(new Outside("p1", Outside.Way.NRPN, 9, 77)),
                0);
        Session twice = Adding.of(Adding.of(START, box, "t"), box, "t");
        List<String> names = new ArrayList<>();
        twice.devices().forEach(d -> names.add(d.name()));
        assertThat(names).containsExactly("Device", "Box", "Box 2");
        assertThat(twice.device("box-2").chartOf("p1").orElseThrow().channel()).isEqualTo(1);
        assertThat(twice.tracks().get(0).devices()).containsExactly("d", "box", "box-2");
        assertThatIllegalArgumentException()
                .isThrownBy(() -> Adding.of(START, box, "nowhere"))
                .withMessageContaining("no track nowhere");
    }

    /** Whatever is done, undone and done again: nothing is armed that was not armed just before. */
    @Property(tries = 200)
    void noUndoAndNoRedoArms(@ForAll @Size(max = 40) List<@IntRange(min = -2, max = 12) Integer> acts) {
        Session start = Pieces.routed(Pieces.routed(START, 1, "p1"), 2, "p2");
        History history = History.of(start);
        for (int act : acts) {
            Session before = history.session();
            if (act < 0) {
                history = act == -1 ? history.undo() : history.redo();
                for (Route route : history.session().routes()) {
                    boolean armed = before.placeOfRoute(route.id()) >= 0
                            && before.route(route.id()).mode().writes();
                    assertThat(route.mode().writes()).isEqualTo(armed);
                }
            } else if (act < 8) {
                WriteMode mode = WriteMode.values()[act % 4];
                String id = act < 4 ? "route-p1" : "route-p2";
                int steps = history.undoable().isPresent() ? 1 : 0;
                history = before.placeOfRoute(id) < 0
                        ? history
                        : history.replaced(before.with(before.route(id).in(mode)));
                assertThat(history.undoable().isPresent() ? 1 : 0).isEqualTo(steps);
            } else if (act == 8) {
                history = history.after(
                        "Remove",
                        before.withRoutes(before.routes().stream()
                                .filter(r -> !r.id().equals("route-p2"))
                                .toList()));
            } else {
                history = history.after("Move", Resting.at(before, target("p1"), act / 20.0));
            }
        }
    }
}
