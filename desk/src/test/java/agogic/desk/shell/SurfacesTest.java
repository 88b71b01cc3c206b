package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.assign.Overlap;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.surfaces.MacroWords;
import agogic.standins.comet.SlowComet;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.TableView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;

/** Hands tied to sounds in the real window, as its user does it. */
public class SurfacesTest extends WindowTest {
    @Override
    Session session() {
        Session comet = SlowComet.score();
        return comet.withLanes(List.of()).withRoutes(List.of()).withMacros(List.of());
    }

    private List<String> wires() {
        return desk().editing().session().routes().stream()
                .map(r -> r.hand().map(Hand::control).orElse("none") + " > " + r.target())
                .toList();
    }

    private void drag(String control, double by) {
        moveTo("#hand-" + control);
        press(MouseButton.PRIMARY).moveBy(0, by / 2).moveBy(0, by / 2).release(MouseButton.PRIMARY);
    }

    /** Chooses the first eight parameters of a device in the Catalog, with the keyboard. */
    private void chooseEight() {
        push(KeyCode.DIGIT2);
        push(KeyCode.CONTROL, KeyCode.F);
        write("pulse clock");
        until(() -> text("#found").startsWith("45 of "));
        push(KeyCode.ENTER);
        for (int i = 0; i < 7; i++) {
            push(KeyCode.SHIFT, KeyCode.DOWN);
        }
        until(() -> window().catalog().model().chosenProperty().get().size() == 8);
    }

    /** Waits until a dialog is there and its field has the focus. */
    private void open(String field) {
        until(() -> lookup(field).tryQuery().filter(Node::isFocused).isPresent());
    }

    private double value(Target target) {
        return desk().frames().state().value(desk().live().engine().index().of(target));
    }

    @Test
    void eightFadersInOneGoThenOneToFourThingsRangesAndAConflict() {
        Session before = desk().editing().session();
        chooseEight();
        List<Target> chosen = window().catalog().model().chosenProperty().get();
        push(KeyCode.M);
        until(() -> desk().learner().on());
        push(KeyCode.DIGIT3);
        see("#hand-fader-1");
        List<String> told = new CopyOnWriteArrayList<>();
        List<Session> whenHeard = new CopyOnWriteArrayList<>();
        interact(() -> {
            node("#hand-fader-1").accessibleTextProperty().addListener((o, was, is) -> {
                told.add(is);
                if (is.endsWith(", heard")) {
                    whenHeard.add(desk().editing().session());
                }
            });
            lookup("#trace-sentence").queryLabeled().textProperty().addListener((o, was, is) -> told.add(is));
        });
        for (int f = 1; f <= 8; f++) {
            int taken = f;
            until(() -> text("#trace-sentence").contains("(" + taken + " of 8)"));
            drag("fader-" + f, f % 2 == 0 ? 24 : -24);
            if (f == 1) {
                until(() -> !whenHeard.isEmpty());
                assertThat(whenHeard.get(0)).as("nothing is taken yet").isSameAs(before);
                until(() -> told.stream().anyMatch(t -> t.contains("Heard: Fader 1, CC 20 · ch 1")));
            }
            until(() -> !desk().learner().on()
                    || desk().learner().learningProperty().get().steps().size() == taken);
        }
        until(() -> !desk().learner().on());
        assertThat(text("#trace-head")).isEqualTo("Learnt");
        assertThat(wires())
                .containsExactlyElementsOf(java.util.stream.IntStream.range(0, 8)
                        .mapToObj(i -> "fader-" + (i + 1) + " > " + chosen.get(i))
                        .collect(Collectors.toList()));
        assertThat(desk().editing().session().routes())
                .as("on the page that the surface was on")
                .allMatch(r -> r.hand().orElseThrow().page() == 1);
        assertThat(desk().editing().undoable()).contains("Learn 8 controls");

        // Fader 1 moves four things: three of the drone beside what it has.
        clickOn("#hand-fader-1");
        push(KeyCode.C);
        open("#choose-search");
        write("drone pair");
        until(() -> lookup("#choose-list").queryListView().getItems().size() == 7);
        push(KeyCode.DOWN);
        push(KeyCode.SHIFT, KeyCode.DOWN);
        push(KeyCode.SHIFT, KeyCode.DOWN);
        until(() -> lookup("#choose-list")
                        .queryListView()
                        .getSelectionModel()
                        .getSelectedItems()
                        .size()
                == 3);
        assertThat(text("#choose-meaning")).contains("Fader 1 moves").contains("Add: it moves both.");
        clickOn("OK");
        until(() -> desk().editing().session().routes().size() == 11);
        List<Target> four = desk().editing().session().routes().stream()
                .filter(r -> r.hand().orElseThrow().control().equals("fader-1"))
                .map(Route::target)
                .toList();
        assertThat(four).hasSize(4);

        // The second of them is turned round, with ends typed in its unit.
        Node fan = node("#fan");
        interact(fan::requestFocus);
        push(KeyCode.HOME);
        push(KeyCode.DOWN);
        until(() -> fan.getAccessibleText().contains(", 2 of 4"));
        Target round = window().surfaces().hand().fan().chosen().orElseThrow().target();
        var parameter = desk().editing().session().parameter(round);
        push(KeyCode.ENTER);
        until(() -> lookup("#span-from").tryQuery().isPresent());
        clickOn("#span-from").push(KeyCode.CONTROL, KeyCode.A).write(typed(parameter.print(0.75)));
        clickOn("#span-to").push(KeyCode.CONTROL, KeyCode.A).write(typed(parameter.print(0.25)));
        clickOn("OK");
        until(() -> fan.getAccessibleText().contains("reversed"));
        Route turned = desk().editing().session().routes().stream()
                .filter(r -> r.target().equals(round))
                .findFirst()
                .orElseThrow();
        assertThat(turned.span().from()).isGreaterThan(turned.span().to());

        // They move against each other.
        Target plain = four.get(0);
        double plainBefore = value(plain);
        double roundBefore = value(round);
        drag("fader-1", -40);
        until(() -> value(plain) > plainBefore && value(round) < roundBefore);

        // A conflict: Knob 3 takes over what Fader 2 moves.
        Target second = chosen.get(1);
        clickOn("#hand-fader-2");
        until(() -> text("#hand-title").startsWith("Fader 2 → "));
        Session quiet = settled();
        push(KeyCode.M);
        drag("knob-3", -30);
        until(() -> text("#trace-head").equals("In use"));
        assertThat(text("#trace-sentence"))
                .isEqualTo(quiet.parameter(second).name() + " is moved by Fader 2 already. Add: both move it. "
                        + "Replace: only Knob 3 does.");
        push(KeyCode.SHIFT, KeyCode.A);
        until(() -> !desk().learner().on());
        assertThat(wires()).contains("knob-3 > " + second).doesNotContain("fader-2 > " + second);
        assertThat(Overlap.of(desk().editing().session()))
                .noneMatch(o -> o.kind().conflict());
        Session solved = desk().editing().session();

        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session() == quiet);
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.Z);
        until(() -> desk().editing().session() == solved);
    }

    /** What moved a moment ago stands by now: the session does not change by itself any more. */
    private Session settled() {
        sleep(1_300);
        return desk().editing().session();
    }

    private static String typed(String value) {
        return value.replace("−", "-").replace("\u202f", " ").replace("\u00a0", " ");
    }

    @Test
    void escapeLeavesAllAsItWasAndWhatIsHeardMovesNothing() {
        chooseEight();
        Session before = desk().editing().session();
        push(KeyCode.M);
        until(() -> desk().learner().on());
        push(KeyCode.DIGIT3);
        drag("fader-1", -24);
        until(() -> desk().learner().learningProperty().get().steps().size() == 1);
        drag("fader-2", -24);
        push(KeyCode.ESCAPE);
        until(() -> !desk().learner().on());
        assertThat(desk().editing().session()).isSameAs(before);
        assertThat(text("#trace-sentence")).contains("all is as it was");
    }

    /** A macro from nothing to the full way, and pages, without the mouse. */
    @Test
    void keyboardAlone() {
        push(KeyCode.DIGIT3);
        push(KeyCode.K);
        until(() -> desk().editing().session().macros().size() == 1);
        push(KeyCode.N);
        open("#name-field");
        push(KeyCode.CONTROL, KeyCode.A).write("Drift").push(KeyCode.ENTER);
        until(() -> desk().editing().session().macros().get(0).name().equals("Drift"));
        push(KeyCode.B);
        open("#choose-search");
        write("azimuth");
        until(() -> lookup("#choose-list").queryListView().getItems().size() == 5);
        push(KeyCode.DOWN);
        for (int i = 0; i < 4; i++) {
            push(KeyCode.SHIFT, KeyCode.DOWN);
        }
        see("#choose-second");
        interact(() -> lookup("#choose-second").query().requestFocus());
        push(KeyCode.SPACE);
        until(() -> text("#choose-meaning").startsWith("The full range is free"));
        push(KeyCode.ENTER);
        until(() -> desk().editing().session().macros().get(0).members().size() == 5);
        Macro drift = desk().editing().session().macros().get(0);
        assertThat(drift.members()).allMatch(m -> m instanceof Member.ByOffset);

        // What a screen reader says of the macro and of its strands.
        assertThat(MacroWords.spoken(desk().editing().session(), drift))
                .isEqualTo("Macro Drift, 5 members. The full range is free: 100 % of the travel, distances kept.");
        Node fan = node("#macro-fan");
        interact(fan::requestFocus);
        push(KeyCode.END);
        until(() -> fan.getAccessibleText().endsWith(", 5 of 5"));
        assertThat(fan.getAccessibleText())
                .isEqualTo("Azimuth of Dome Panner 5, keeps its distance, 60°, moved by the macro Drift, 5 of 5");

        push(KeyCode.U);
        until(() -> text("#macro-reach").startsWith("The full range is free"));
        Session full = desk().editing().session();
        push(KeyCode.Y);
        until(() -> desk().editing().session().macros().get(0).members().get(4) instanceof Member.BySpan);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session() == full);

        // A control learnt for it by the arrow keys on the drawing.
        push(KeyCode.M);
        until(() -> desk().learner().on());
        Node knob = node("#hand-knob-7");
        interact(knob::requestFocus);
        for (int i = 0; i < 5; i++) {
            push(KeyCode.UP);
        }
        until(() -> !desk().learner().on());
        assertThat(wires()).containsExactly("knob-7 > macros/" + drift.id());
        until(() -> knob.getAccessibleText().startsWith("Knob 7, moves Drift, "));

        // The surface on its next page: the knob was learnt on the first.
        push(KeyCode.CONTROL, KeyCode.PAGE_DOWN);
        until(() -> knob.getAccessibleText().equals("Knob 7, does nothing yet"));
        push(KeyCode.UP);
        until(() -> text("#trace-sentence").contains("does nothing on page Comets"));
        push(KeyCode.A);
        until(() -> desk().frames().state().page(0) == 1);
        // From page 1 to page 2, then to all.
        see("#fan");
        interact(() -> lookup("#fan").query().requestFocus());
        push(KeyCode.Q);
        until(() ->
                desk().editing().session().routes().get(0).hand().orElseThrow().page() == 2);
        push(KeyCode.Q);
        until(() ->
                desk().editing().session().routes().get(0).hand().orElseThrow().page() == 0);
        // Disconnected again.
        push(KeyCode.DELETE);
        until(() -> wires().isEmpty());
        assertThat(text("#trace-head")).isEqualTo("Disconnected");
    }

    @Test
    void theTableIsFilteredSortedAndFollowed() {
        interact(() -> desk().editing().edit("Comet", s -> SlowComet.score()));
        push(KeyCode.DIGIT3);
        TableView<?> table = lookup("#assignments").queryTableView();
        int here = table.getItems().size();
        clickOn("#all-surfaces");
        until(() -> table.getItems().size() > here);
        push(KeyCode.CONTROL, KeyCode.F);
        write("elevation comets");
        until(() -> table.getItems().size() == 5);
        push(KeyCode.ESCAPE);
        until(() -> table.getItems().size() > here);
        interact(() -> {
            table.getSortOrder().clear();
            sortBy(table, 3);
        });
        until(() -> table.getItems().get(0).toString().contains("Dome Panner 1"));
        clickOn("#hand-fader-3");
        until(() -> table.getSelectionModel().getSelectedItem() != null
                && table.getSelectionModel().getSelectedItem().toString().contains("Fader 3"));
    }

    private static <T> void sortBy(TableView<T> table, int column) {
        table.getSortOrder().add(table.getColumns().get(column));
    }

    @Test
    void aPadMovesTwoMacrosThroughTheirControls() {
        interact(() -> desk().editing().edit("Comet", s -> SlowComet.score()));
        push(KeyCode.DIGIT3);
        clickOn("#surfaces-plane");
        Node plane = node("#plane");
        until(() -> plane.getAccessibleText().startsWith("Plane, across Comet drift "));
        Target across = new Target(Macro.DEVICE, "drift");
        Target up = new Target(Macro.DEVICE, "afterglow");
        moveTo(plane);
        press(MouseButton.PRIMARY).moveBy(60, -60).moveBy(10, -10).release(MouseButton.PRIMARY);
        until(() -> value(across) > 0.6 && value(up) > 0.6);
        int knob = desk().editing().session().surfaces().get(0).placeOf("knob-7");
        assertThat(desk().frames().state().control(0, knob))
                .as("its control went along")
                .isGreaterThan(0.6);
        double stood = value(across);
        push(KeyCode.LEFT);
        push(KeyCode.LEFT);
        until(() -> value(across) < stood);
    }

    @Test
    void endsOfASpanAreMovedByTheKeysAndDragged() {
        interact(() -> desk().editing().edit("Comet", s -> SlowComet.score()));
        push(KeyCode.DIGIT3);
        clickOn("#hand-fader-7");
        Node plot = node("#span-plot");
        until(() -> plot.isVisible() && plot.getAccessibleText().startsWith("Span of Level, −40 dB – 0 dB"));
        Route before = desk().editing().session().routes().stream()
                .filter(r -> r.target().equals(new Target("voice", "level")))
                .findFirst()
                .orElseThrow();
        interact(plot::requestFocus);
        AtomicInteger lost = new AtomicInteger();
        interact(() -> plot.visibleProperty().addListener((o, was, is) -> lost.incrementAndGet()));
        push(KeyCode.DOWN);
        push(KeyCode.DOWN);
        until(() -> desk().editing().session().route(before.id()).span().to()
                < before.span().to() - 0.015);
        push(KeyCode.SHIFT, KeyCode.UP);
        until(() -> desk().editing().session().route(before.id()).span().from()
                > before.span().from());
        assertThat(desk().editing().session().route(before.id()).span().to())
                .isCloseTo(before.span().to() - 0.02, org.assertj.core.api.Assertions.within(1e-9));
        assertThat(lost).as("hidden, if only for a moment, it loses the focus").hasValue(0);
        // Dragged below its lower end, the upper end turns it round.
        moveTo(plot).moveBy(60, -40);
        press(MouseButton.PRIMARY).moveBy(0, 60).moveBy(0, 60).release(MouseButton.PRIMARY);
        until(() -> desk().editing().session().route(before.id()).span().from()
                > desk().editing().session().route(before.id()).span().to());
        push(KeyCode.CONTROL, KeyCode.Z);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session().route(before.id()).equals(before));
    }
}
