package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.edit.pass.Finishing;
import agogic.core.edit.pass.PassWriter;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.PointPlace;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.lane.Stretch;
import agogic.core.parameter.Parameter;
import agogic.core.record.Pass;
import agogic.core.refine.Recipe;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Destination;
import agogic.core.session.Loop;
import agogic.core.session.Points;
import agogic.core.session.Session;
import agogic.desk.model.View;
import agogic.desk.parts.PathChooser;
import agogic.formats.session.SessionFile;
import agogic.standins.comet.SlowComet;
import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Points, modes, keys and files, by hand and by keyboard, in the real window. */
public class EditingTest extends WindowTest {
    private static final Target CUTOFF = new Target("filter", "cutoff");

    @TempDir
    private Path folder;

    @Override
    Session session() {
        return SlowComet.session();
    }

    @Override
    int faster() {
        return 4;
    }

    private Lane cutoff() {
        return desk().editing().session().lane(CUTOFF);
    }

    @Test
    void theShapeOfAWayHasMoreOrLessOfItByKeys() {
        refine(CUTOFF);
        Node plot = node("#plot");
        interact(plot::requestFocus);
        until(plot::isFocused);
        Envelope before = cutoff().envelope();
        int point = 0;
        while (!before.shape(point).drawable()) {
            point++;
        }
        for (int i = 0; i <= point; i++) {
            push(KeyCode.RIGHT);
        }
        String place = "point " + (point + 1) + " ";
        until(() -> plot.getAccessibleText().startsWith(place));
        double amount = before.shape(point).amount();
        int at = point;
        push(KeyCode.ALT, KeyCode.DOWN);
        until(() -> cutoff().envelope().shape(at).amount() < amount - 0.04);
        push(KeyCode.ALT, KeyCode.UP);
        push(KeyCode.ALT, KeyCode.UP);
        until(() -> cutoff().envelope().shape(at).amount() > amount + 0.04);
        assertThat(plot.getAccessibleText()).contains(before.shape(point).kind().spoken() + " ");
        assertThat(desk().editing().undoable()).contains("Shape of point " + (point + 1));
    }

    /** As a pass does that ends meanwhile, and an envelope that is made: other points come, some before it. */
    private void othersCome() {
        interact(() -> desk().editing().edit("Others", s -> {
            Session one = Points.add(s, CUTOFF, 0.125, 0.9);
            return Points.add(one, CUTOFF, 0.25, 0.1);
        }));
    }

    private void allBut(int gone, Envelope before) {
        for (int i = 0; i < before.size(); i++) {
            int now = PointPlace.of(before.point(i), i, cutoff().envelope());
            assertThat(now >= 0).as("point %s", i + 1).isEqualTo(i != gone);
        }
    }

    /** The picture of the lane, gone to its sixth point by keys. */
    private Node atPointSix() {
        refine(CUTOFF);
        Node plot = node("#plot");
        interact(plot::requestFocus);
        until(plot::isFocused);
        for (int i = 0; i < 6; i++) {
            push(KeyCode.RIGHT);
        }
        until(() -> plot.getAccessibleText().startsWith("point 6 "));
        return plot;
    }

    /** What is chosen stays chosen where other points come, and is no other one where it goes. */
    @Test
    void aChosenPointIsTheSameWhateverComes() {
        Node plot = atPointSix();
        Envelope before = cutoff().envelope();
        othersCome();
        until(() -> plot.getAccessibleText().startsWith("point 8 "));
        push(KeyCode.UP);
        until(() -> cutoff().envelope().value(7) > before.value(5));
        allBut(5, before);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> cutoff().envelope().value(7) == before.value(5));
        interact(() -> desk().editing().edit("Without it", s -> Points.delete(s, CUTOFF, 0, 7)));
        until(() -> !plot.getAccessibleText().startsWith("point"));
        Envelope without = cutoff().envelope();
        push(KeyCode.DELETE);
        until(() -> text("#trace-head").equals("Not done"));
        assertThat(cutoff().envelope()).isEqualTo(without);
    }

    /** What is typed and not entered stays, whatever else is edited; entered, it is done to the point it was typed for. */
    @Test
    void whatIsTypedStaysWhateverComes() {
        refine(CUTOFF);
        interact(() -> node("#plot").requestFocus());
        push(KeyCode.RIGHT).push(KeyCode.RIGHT);
        until(() -> node("#plot").getAccessibleText().startsWith("point 2 "));
        Envelope before = cutoff().envelope();
        clickOn("#point-at").push(KeyCode.CONTROL, KeyCode.A).write("9.3").push(KeyCode.TAB);
        push(KeyCode.CONTROL, KeyCode.A).write("2 k");
        othersCome();
        interact(() -> desk().editing().edit("Elsewhere", s -> s.withLoop(new Loop(0, 16, true))));
        write("Hz").push(KeyCode.ENTER);
        until(() -> text("#trace-head").equals("Set"));
        int now = cutoff().envelope().lastAtOrBefore(34);
        assertThat(cutoff().envelope().time(now)).isCloseTo(34, within(1e-6));
        assertThat(desk().editing()
                        .session()
                        .parameter(CUTOFF)
                        .print(cutoff().envelope().value(now)))
                .isEqualTo("2 kHz");
        allBut(1, before);
        assertThat(lookup("#point-at").queryTextInputControl().getText()).isEqualTo("9.3.00");
    }

    /** A slider of a recipe in hand stays that of its ride, though another ride comes into the lane meanwhile. */
    @Test
    void aRecipeInHandIsThatOfItsRide() {
        refine(CUTOFF);
        Stretch first = cutoff().stretches().get(0);
        see("#tolerance");
        Bounds at = node("#tolerance .thumb")
                .localToScreen(node("#tolerance .thumb").getBoundsInLocal());
        moveTo(at.getCenterX(), at.getCenterY()).press(MouseButton.PRIMARY);
        moveTo(at.getCenterX() - 6, at.getCenterY()).moveTo(at.getCenterX() - 8, at.getCenterY());
        until(() -> cutoff().stretches().get(0).recipe().tolerance()
                < first.recipe().tolerance());
        double[] seconds = {1, 1.5, 2, 2.5, 3};
        double[] places = {0.1, 0.2, 0.5, 0.3, 0.1};
        Pass pass = new Pass(
                Route.of("drawn", Hand.onScreen(CUTOFF), Span.FULL, CUTOFF).in(WriteMode.WRITE),
                0,
                false,
                1,
                3,
                seconds,
                places,
                places,
                List.of(new Pass.Touch(1, 3)),
                0.5,
                Pass.End.STOPPED);
        interact(() -> desk().editing().edit("A pass", s -> PassWriter.write(s, List.of(pass))));
        until(() -> !Finishing.due(desk().editing().session()));
        Recipe there = ride(first).recipe();
        Recipe come = other(first).recipe();
        moveTo(at.getCenterX() - 12, at.getCenterY()).moveTo(at.getCenterX() - 15, at.getCenterY());
        until(() -> ride(first).recipe().tolerance() < there.tolerance());
        release(MouseButton.PRIMARY);
        assertThat(other(first).recipe()).isEqualTo(come);
    }

    private Stretch ride(Stretch of) {
        return cutoff().stretches().stream()
                .filter(s -> s.ride().equals(of.ride()))
                .findFirst()
                .orElseThrow();
    }

    private Stretch other(Stretch than) {
        return cutoff().stretches().stream()
                .filter(s -> !s.ride().equals(than.ride()))
                .findFirst()
                .orElseThrow();
    }

    /** The same in the middle of a drag, in Refine and in the row of the route. */
    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void aPointIsDraggedOnWhateverComes(boolean refine) {
        if (refine) {
            refine(CUTOFF);
        }
        Node shown = refine
                ? node("#plot")
                : lookup("#routes .list-cell").queryAll().stream()
                        .filter(cell -> cell.getAccessibleText() != null
                                && cell.getAccessibleText().contains("Cutoff"))
                        .findFirst()
                        .orElseThrow();
        Bounds at = shown.localToScreen(shown.getBoundsInLocal());
        double x = at.getMinX() + 0.6 * at.getWidth();
        double y = at.getMinY() + 0.35 * at.getHeight();
        int size = cutoff().envelope().size();
        moveTo(x, y).doubleClickOn(MouseButton.PRIMARY);
        until(() -> cutoff().envelope().size() == size + 1);
        Envelope before = cutoff().envelope();
        moveTo(x, y).press(MouseButton.PRIMARY);
        moveTo(x + 1, y + 4).moveTo(x + 1, y + 6);
        until(() -> !cutoff().envelope().equals(before));
        int dragged = 0;
        while (PointPlace.of(before.point(dragged), dragged, cutoff().envelope()) >= 0) {
            dragged++;
        }
        othersCome();
        Envelope between = cutoff().envelope();
        moveTo(x + 1, y + 9).moveTo(x + 1, y + 12);
        until(() -> !cutoff().envelope().equals(between));
        allBut(dragged, before);
        assertThat(cutoff().envelope().size()).isEqualTo(before.size() + 2);
        assertThat(cutoff().envelope().value(dragged + 2)).isLessThan(before.value(dragged));
        // Deleted under the hand it is gone: the next one is not dragged on.
        int gone = dragged + 2;
        interact(() -> desk().editing().edit("Delete", s -> Points.delete(s, CUTOFF, 0, gone)));
        Envelope without = cutoff().envelope();
        moveTo(x + 1, y + 16).moveTo(x + 1, y + 20);
        release(MouseButton.PRIMARY);
        assertThat(cutoff().envelope()).isEqualTo(without);
    }

    @Test
    void aPointIsWalkedToMovedBentAndDeletedByTheKeyboard() {
        Node plot = atPointSix();
        Envelope before = cutoff().envelope();
        assertThat(plot.getAccessibleText()).startsWith("point 6 of " + before.size() + ", bar ");
        double stood = before.value(5);
        push(KeyCode.UP);
        push(KeyCode.UP);
        until(() -> cutoff().envelope().value(5) > stood);
        assertThat(cutoff().envelope().value(5)).isCloseTo(stood + 0.02, within(1e-9));
        assertThat(cutoff().envelope().pinned(5)).as("set by hand it is pinned").isTrue();
        push(KeyCode.SHIFT, KeyCode.DOWN);
        until(() -> cutoff().envelope().value(5) < stood + 0.0195);
        // A way of another shape, typed and chosen.
        see("#point-shape");
        interact(() -> lookup("#point-shape").<ComboBox<Shape.Kind>>query().setValue(Shape.Kind.HOLD));
        until(() -> cutoff().envelope().shape(5).kind() == Shape.Kind.HOLD);
        see("#point-shape");
        interact(() -> lookup("#point-shape").<ComboBox<Shape.Kind>>query().setValue(Shape.Kind.BENT));
        until(() -> cutoff().envelope().shape(5).kind() == Shape.Kind.BENT);
        clickOn("#point-amount").push(KeyCode.CONTROL, KeyCode.A).write("-0.7").push(KeyCode.ENTER);
        until(() -> cutoff().envelope().shape(5).amount() == -0.7);
        push(KeyCode.CONTROL, KeyCode.A).write("much").push(KeyCode.ENTER);
        until(() -> text("#trace-head").equals("Not done"));
        assertThat(cutoff().envelope().shape(5).amount()).isEqualTo(-0.7);
        interact(plot::requestFocus);
        until(plot::isFocused);
        push(KeyCode.DELETE);
        until(() -> cutoff().envelope().size() == before.size() - 1);
        // All of it comes back, a step an act: the nudges of one point, hold, bent, its amount, the deleting.
        for (int i = 0; i < 4; i++) {
            push(KeyCode.CONTROL, KeyCode.Z);
            assertThat(cutoff().envelope()).as("after %s steps back", i + 1).isNotEqualTo(before);
        }
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> cutoff().envelope().equals(before));
    }

    @Test
    void aPointIsAddedByADoubleClickAndDragged() {
        refine(CUTOFF);
        int size = cutoff().envelope().size();
        Node plot = node("#plot");
        moveTo(plot).moveBy(60, -60);
        doubleClickOn(MouseButton.PRIMARY);
        until(() -> cutoff().envelope().size() == size + 1);
        Envelope added = cutoff().envelope();
        press(MouseButton.PRIMARY).moveBy(0, 40).release(MouseButton.PRIMARY);
        until(() -> !cutoff().envelope().equals(added));
        assertThat(cutoff().envelope().size()).isEqualTo(size + 1);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> cutoff().envelope().equals(added));
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> cutoff().envelope().size() == size);
    }

    @Test
    void theTraceBarMendsWhatItSays() {
        // Fader 1's envelope plays in Read: the hand stops there. A puts it in Touch.
        push(KeyCode.SPACE);
        until(() -> desk().riding().playing());
        moveTo("#control-fader-1").moveBy(0, 20);
        press(MouseButton.PRIMARY).moveBy(0, -40).release(MouseButton.PRIMARY);
        until(() -> text("#trace-sentence").contains("stops at the envelope"));
        push(KeyCode.A);
        until(() -> desk().editing().session().routes().get(0).mode() == WriteMode.TOUCH);
        push(KeyCode.SPACE);
        until(() -> text("#trace-head").equals("Not written"));
        // A control without a wire: A asks, for another moves the selected route's parameter already; A again adds it.
        moveTo("#control-fader-6").moveBy(0, 20);
        press(MouseButton.PRIMARY).moveBy(0, -30).release(MouseButton.PRIMARY);
        until(() -> text("#trace-head").equals("No route"));
        var first = desk().editing().session().routes().get(0).hand().orElseThrow();
        push(KeyCode.A);
        until(() -> text("#trace-head").equals("Add or replace"));
        push(KeyCode.A);
        until(() -> text("#trace-head").equals("Connected"));
        assertThat(desk().editing().session().routes().get(0).hand()).contains(first);
        assertThat(desk().editing().session().routes())
                .filteredOn(
                        r -> r.hand().filter(h -> h.control().equals("fader-6")).isPresent())
                .extracting(r -> r.target())
                .containsExactly(desk().editing().session().routes().get(0).target());
    }

    @Test
    void modesPinsAndRehearsalByKeys() {
        String id = desk().selection().selectedProperty().get();
        push(KeyCode.W);
        until(() -> desk().editing().session().route(id).mode() == WriteMode.TOUCH);
        push(KeyCode.W);
        until(() -> desk().editing().session().route(id).mode() == WriteMode.LATCH);
        push(KeyCode.P);
        until(() -> desk().editing().session().route(id).pinned());
        push(KeyCode.H);
        until(() -> desk().editing().session().route(id).rehearse());
        push(KeyCode.O);
        until(() -> desk().editing().session().loop().on());
        push(KeyCode.T);
        until(() -> desk().selection().lightProperty().get());
        push(KeyCode.D);
        until(() -> !desk().selection().drawerProperty().get());
        push(KeyCode.G);
        write("9.1").push(KeyCode.ENTER);
        until(() -> Math.abs(desk().riding().positionBeat() - 32) < 1e-6);
        push(KeyCode.G);
        write("nowhere").push(KeyCode.ENTER);
        until(() -> text("#trace-sentence").contains("is no position. Expected"));
        push(KeyCode.ESCAPE);
        for (int i = 0; i < 6; i++) {
            push(KeyCode.CONTROL, KeyCode.Z);
        }
        // What was edited is undone; what the hand is armed for is no edit, and stands.
        until(() -> !desk().editing().session().route(id).pinned());
        assertThat(desk().editing().session().loop().on()).isFalse();
        assertThat(desk().editing().undoable()).isEmpty();
        assertThat(desk().editing().session().route(id).mode()).isEqualTo(WriteMode.LATCH);
    }

    @Test
    void howFarAControlMovesIsTypedInTheUnitAndTurnedRound() {
        Target decay = new Target("hall", "decay");
        String id = desk().editing().session().routes().stream()
                .filter(r -> r.target().equals(decay))
                .findFirst()
                .orElseThrow()
                .id();
        Span before = desk().editing().session().route(id).span();
        interact(() -> desk().selection().selectedProperty().set(id));
        push(KeyCode.S);
        until(() -> lookup("#span-from").tryQuery().isPresent());
        clickOn("#span-from").push(KeyCode.CONTROL, KeyCode.A).write("loud");
        until(() -> !text("#span-wrong").isEmpty());
        clickOn("OK");
        assertThat(lookup("#span-from").tryQuery())
                .as("still open: it was not understood")
                .isPresent();
        clickOn("#span-from").push(KeyCode.CONTROL, KeyCode.A).write("1.5 s");
        clickOn("#span-to").push(KeyCode.CONTROL, KeyCode.A).write("600 ms");
        clickOn("OK");
        until(() -> !desk().editing().session().route(id).span().equals(before));
        Span span = desk().editing().session().route(id).span();
        assertThat(desk().editing().session().parameter(decay).valueAt(span.from()))
                .isCloseTo(1.5, within(1e-6));
        assertThat(desk().editing().session().parameter(decay).valueAt(span.to()))
                .isCloseTo(0.6, within(1e-6));
        assertThat(text("#trace-sentence")).contains("from 1.5 s to 600 ms");
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session().route(id).span().equals(before));
    }

    @Test
    void aDrawnFaderIsMovedByTheKeyboardWithTouchAndRelease() {
        Node fader = node("#control-fader-4");
        interact(fader::requestFocus);
        push(KeyCode.PAGE_UP);
        push(KeyCode.PAGE_UP);
        until(() -> desk().frames().state().control(0, controlNumber("fader-4")) > 0.1);
        push(KeyCode.HOME);
        until(() -> desk().frames().state().control(0, controlNumber("fader-4")) == 0);
        push(KeyCode.END);
        until(() -> desk().frames().state().control(0, controlNumber("fader-4")) == 1);
        assertThat(fader.getAccessibleText()).startsWith("Fader 4, moves ");
    }

    /** A control moved while nothing plays is what its parameter stands at; an undo takes that back first, however soon it comes. */
    @Test
    void anUndoTakesBackTheMoveThatCameLast() {
        Target level = new Target("voice", "level");
        double stood = desk().editing().session().parameter(level).resting();
        interact(() -> desk().riding().toggleLoop());
        boolean looped = desk().editing().session().loop().on();
        double moved = movedToTheEnd(level);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> text("#trace-head").equals("Undone"));
        assertThat(text("#trace-sentence")).contains("Level to");
        until(() -> desk().standing().stands(level) == stood);
        assertThat(desk().editing().session().loop().on()).isEqualTo(looped);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session().loop().on() != looped);
        interact(() -> desk().editing().redo());
        interact(() -> desk().editing().redo());
        assertThat(desk().editing().session().parameter(level).resting()).isEqualTo(moved);
    }

    /** What was moved just before an act is a step of its own before it, whatever route that takes away. */
    @Test
    void aMoveJustBeforeAnActIsTheStepBeforeIt() {
        Target level = new Target("voice", "level");
        String route = routeOf(level);
        double moved = movedToTheEnd(level);
        interact(() -> {
            desk().selection().selectedProperty().set(route);
            window().acts().perform(window().acts().act("route-disconnect"));
        });
        until(() -> text("#trace-head").equals("Disconnected"));
        assertThat(desk().editing().session().parameter(level).resting()).isEqualTo(moved);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session().placeOfRoute(route) >= 0);
        assertThat(desk().editing().session().parameter(level).resting()).isEqualTo(moved);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().standing().stands(level) != moved);
        assertThat(text("#trace-sentence")).contains("Level to");
    }

    /** Moves the fader of a target to its end; where the target stands then. */
    private double movedToTheEnd(Target target) {
        double stood = desk().standing().stands(target);
        interact(node("#control-fader-7")::requestFocus);
        push(KeyCode.END);
        until(() -> desk().standing().stands(target) != stood);
        return desk().standing().stands(target);
    }

    /** What is saved just after a control was moved has that move, and nothing is left to be saved. */
    @Test
    void aSaveHasTheMoveThatCameLast(@TempDir Path folder) throws IOException {
        Target level = new Target("voice", "level");
        Path file = folder.resolve("moved.agogic");
        askBy(file);
        double moved = movedToTheEnd(level);
        push(KeyCode.CONTROL, KeyCode.S);
        until(() -> text("#trace-head").equals("Saved"));
        assertThat(SessionFile.open(file).parameter(level).resting()).isEqualTo(moved);
        long idle = desk().live().nanos() + 1_000_000_000L;
        until(() -> desk().live().nanos() > idle);
        assertThat(desk().editing().unsaved()).isFalse();
    }

    /** What is handed over just after a control was moved has that move. */
    @Test
    void aHandOverHasTheMoveThatCameLast(@TempDir Path folder) throws IOException {
        Target level = new Target("voice", "level");
        List<Destination> all = desk().editing().session().destinations().stream()
                .filter(d -> d.parts().contains(Destination.Part.SESSION))
                .limit(1)
                .map(d -> d.with(Set.of(Destination.Part.SESSION)))
                .toList();
        interact(() -> desk().editing().edit("Only the piece", s -> s.withDestinations(all)));
        Path there = folder.resolve("there");
        askBy(there);
        double moved = movedToTheEnd(level);
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.E);
        until(() -> text("#trace-head").equals("Exported"));
        try (DirectoryStream<Path> pieces = Files.newDirectoryStream(there, "*.agogic")) {
            Session piece = SessionFile.open(pieces.iterator().next());
            assertThat(piece.parameter(level).resting()).isEqualTo(moved);
        }
    }

    /** A control was moved over an envelope, in Read, and lies still: when that goes, it is one step, and can be done again. */
    @Test
    void whatWasMovedOverAnEnvelopeIsNoStepWhenThatGoes() {
        Target level = new Target("voice", "level");
        double rests = desk().editing().session().parameter(level).resting();
        interact(() -> desk().editing()
                .edit("Draw", s -> s.with(Lane.drawn(level, Envelope.of(new Point(0, 0.2), new Point(16, 0.7))))));
        until(() -> desk().standing().stands(level) == 0.2);
        interact(node("#control-fader-7")::requestFocus);
        push(KeyCode.END);
        until(() -> desk().standing().stands(level) > 0.3);
        long idle = desk().live().nanos() + 1_000_000_000L;
        until(() -> desk().live().nanos() > idle);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> text("#trace-head").equals("Undone"));
        until(() -> desk().standing().stands(level) == rests);
        for (int frame = 0; frame < 5; frame++) {
            interact(() -> desk().frame());
        }
        assertThat(desk().editing().redoable()).contains("Draw");
        interact(() -> desk().editing().redo());
        until(() -> desk().standing().stands(level) == 0.2);
    }

    private int controlNumber(String id) {
        List<String> ids = desk().editing().session().surfaces().get(0).controls().stream()
                .map(c -> c.id())
                .toList();
        return ids.indexOf(id);
    }

    /** What was rehearsed waits in the bar through everything that is said, saving too, until it is written. */
    @Test
    void aRehearsalWaitsThroughASave() {
        Target feedback = new Target("echo", "feedback");
        String route = routeOf(feedback);
        interact(() -> {
            desk().selection().selectedProperty().set(route);
            desk().riding().rehearse(desk().editing().session().route(route), true);
            desk().riding().locate(0);
        });
        moveTo("#control-fader-3").moveBy(0, 20);
        push(KeyCode.SPACE);
        until(() -> desk().riding().playing() && desk().frames().state().position() > 0.05);
        press(MouseButton.PRIMARY);
        for (int i = 0; i < 20; i++) {
            moveBy(0, i / 10 % 2 == 0 ? -3 : 3);
            sleep(20);
        }
        release(MouseButton.PRIMARY);
        push(KeyCode.SPACE);
        until(() -> text("#trace-head").equals("Rehearsed"));
        Session before = desk().editing().session();
        interact(() -> window().files().save(folder.resolve("rehearsed.agogic")));
        until(() -> text("#trace-head").equals("Saved"));
        see("#rehearsal-write");
        assertThat(desk().editing().session()).as("nothing is written yet").isSameAs(before);
        push(KeyCode.ALT, KeyCode.R);
        until(() -> text("#trace-head").equals("Written"));
        assertThat(desk().editing().session().rides().size())
                .isEqualTo(before.rides().size() + 1);
        assertThat(lookup("#rehearsal-write").tryQuery()).isEmpty();
    }

    @Test
    void aLoopGivesOneRideACycleAndTheirAverage() {
        Target feedback = new Target("echo", "feedback");
        String route = routeOf(feedback);
        interact(() -> {
            desk().editing().edit("Loop", s -> s.withLoop(new Loop(0, 8, true)));
            desk().selection().selectedProperty().set(route);
            desk().riding().mode(desk().editing().session().route(route), WriteMode.TOUCH);
            desk().riding().locate(0);
        });
        moveTo("#control-fader-3").moveBy(0, 20);
        push(KeyCode.R);
        until(() -> desk().riding().playing() && desk().frames().state().position() > 0.05);
        press(MouseButton.PRIMARY);
        for (int i = 0;
                i < 150 && desk().editing().session().lane(feedback).stretches().size() < 2;
                i++) {
            moveBy(0, i / 10 % 2 == 0 ? -3 : 3);
            sleep(20);
        }
        release(MouseButton.PRIMARY);
        push(KeyCode.SPACE);
        until(() -> !desk().riding().playing());
        until(() -> desk().editing().session().lane(feedback).stretches().size() >= 2);
        push(KeyCode.L);
        until(() -> desk().selection().viewProperty().get() == View.REFINE);
        until(() -> lookup("#take-average").query().isVisible());
        int stretches = desk().editing().session().lane(feedback).stretches().size();
        clickOn("#take-average");
        until(() -> desk().editing().session().lane(feedback).stretches().size() == stretches + 1);
        assertThat(text("#trace-head")).isNotEqualTo("Not done");
    }

    @Test
    void aFileThatIsNoSessionChangesNothingAndSaysWhy() throws IOException {
        Path odd = folder.resolve("odd.agogic");
        Files.writeString(odd, "this is no session");
        Session before = desk().editing().session();
        interact(() -> window().files().entrance().open(odd));
        until(() -> text("#trace-head").equals("Not opened"));
        assertThat(text("#trace-sentence")).contains("no whole Agogic session");
        assertThat(desk().editing().session()).isSameAs(before);
        interact(() -> window().files().save(folder.resolve("no/where.agogic")));
        until(() -> text("#trace-head").equals("Not saved"));
        assertThat(desk().editing().fileProperty().get()).isNull();
    }

    @Test
    void aDeviceFromAChartIsAddedAndNamedByTouching() throws IOException {
        Path chart = folder.resolve("box.csv");
        Files.writeString(
                chart, "name,kind,number,from,to,default,unit,taper,steps\r\nTone,cc,74,,,,,,\r\n,cc,17,,,,,,\r\n");
        interact(() -> window().files().askBy(new PathChooser() {
            @Override
            public Optional<Path> toRead(String title, String kind, String ending) {
                return Optional.of(chart);
            }

            @Override
            public Optional<Path> toWrite(String title, String kind, String ending, String name) {
                return Optional.empty();
            }
        }));
        push(KeyCode.CONTROL, KeyCode.I);
        until(() -> lookup("OK").tryQuery().isPresent());
        clickOn("OK");
        until(() -> desk().editing().session().devices().stream()
                .anyMatch(d -> d.name().equals("Box")));
        until(() -> desk().selection().viewProperty().get() == View.CATALOG);
        push(KeyCode.F);
        Node unnamed = node("#face-cc-17");
        clickOn(unnamed);
        push(KeyCode.N);
        until(() -> lookup("#short-name").query().isFocused());
        push(KeyCode.CONTROL, KeyCode.A).write("Sparkle").push(KeyCode.ENTER);
        until(() -> desk().editing()
                .session()
                .parameter(new Target("box", "cc-17"))
                .name()
                .equals("Sparkle"));
        interact(unnamed::requestFocus);
        push(KeyCode.ESCAPE);
        see("#face-cc-17");
        interact(() -> lookup("#face-cc-17").query().requestFocus());
        push(KeyCode.E);
        until(() -> desk().editing().session().device("box").outsideOf("cc-17").isPresent());
    }

    /** Rebalancing: all of a ride lower, without touching a point; what follows is shown before. */
    @Test
    void allOfItLowerIsOneActAndUndoneToTheBit() {
        Session before = desk().editing().session();
        Envelope old = cutoff().envelope();
        push(KeyCode.S);
        until(() -> lookup("#span-all").tryQuery().isPresent());
        assertThat(text("#span-counts")).isEqualTo("No point moves.");
        clickOn("#span-all").write("-200 cents").push(KeyCode.ENTER);
        until(() -> text("#span-counts").equals(old.size() + " points move."));
        clickOn("#span-follow-ridden");
        until(() -> !text("#span-counts").equals(old.size() + " points move."));
        clickOn("#span-follow-whole");
        clickOn("#span-all").write("-200 cents").push(KeyCode.ENTER);
        clickOn("#span-follow-keep");
        until(() -> text("#span-counts").equals("No point moves."));
        push(KeyCode.ESCAPE);
        until(() -> lookup("#span-all").tryQuery().isEmpty());
        assertThat(desk().editing().session()).isSameAs(before);

        push(KeyCode.S);
        until(() -> lookup("#span-all").tryQuery().isPresent());
        clickOn("#span-all").write("-200 cents").push(KeyCode.ENTER);
        until(() -> text("#span-counts").equals(old.size() + " points move."));
        clickOn("OK");
        until(() -> desk().editing().session() != before);
        Parameter parameter = desk().editing().session().parameter(CUTOFF);
        for (int i = 0; i < old.size(); i++) {
            assertThat(parameter.distance(cutoff().envelope().value(i), old.value(i)))
                    .isCloseTo(200, within(1e-6));
        }
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session() == before);
    }
}
