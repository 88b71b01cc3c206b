package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.edit.pass.Finishing;
import agogic.core.lane.Lane;
import agogic.core.ride.Ride;
import agogic.core.route.Route;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Loop;
import agogic.core.session.Resting;
import agogic.core.session.Session;
import agogic.core.surface.Control;
import agogic.core.surface.ControlSender;
import agogic.core.surface.Surface;
import agogic.desk.files.FilesOut;
import agogic.desk.model.Notice;
import agogic.desk.model.View;
import agogic.desk.routes.Ruler;
import agogic.formats.midi.Fineness;
import agogic.formats.midi.MidiExport;
import agogic.formats.session.SessionFile;
import agogic.standins.comet.SlowComet;
import agogic.standins.surfaces.SimulatedDevices;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.application.Platform;
import javafx.event.Event;
import javafx.scene.Node;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What a person did is there afterwards, and an act is one act: by keys and hands in the real window. */
public class NothingLostTest extends WindowTest {
    private static final Target CUTOFF = new Target("filter", "cutoff");
    private static final Target FEEDBACK = new Target("echo", "feedback");

    @TempDir
    private Path folder;

    @Override
    Session session() {
        return SlowComet.session();
    }

    private String route(String control) {
        return desk().editing().session().routes().stream()
                .filter(r -> r.hand()
                        .filter(h -> h.control().equals(control) && h.page() == 0)
                        .isPresent())
                .findFirst()
                .map(Route::id)
                .orElseGet(() -> desk().editing().session().routes().stream()
                        .filter(r -> r.hand()
                                .filter(h -> h.control().equals(control))
                                .isPresent())
                        .findFirst()
                        .orElseThrow()
                        .id());
    }

    private void move(String control, double place) {
        Surface north = desk().editing().session().surface("north-eight");
        SimulatedDevices.at(north.port()).send(ControlSender.move(north.find(control), 0, place));
    }

    /** Puts the route of fader 3 in a mode, plays, and rides it for a while; it is still playing and held. */
    private void ride(WriteMode mode) {
        String id = route("fader-3");
        interact(() -> {
            desk().selection().selectedProperty().set(id);
            desk().riding().mode(desk().editing().session().route(id), mode);
            desk().riding().play();
        });
        until(() -> desk().riding().playing());
        for (int i = 0; i < 30; i++) {
            move("fader-3", 0.2 + 0.02 * i);
            sleep(8);
        }
        until(() -> desk().frames()
                        .state()
                        .control(
                                0,
                                desk().editing()
                                        .session()
                                        .surface("north-eight")
                                        .placeOf("fader-3"))
                > 0.7);
    }

    private boolean ridden() {
        return desk().editing().session().rides().stream()
                .filter(r -> r.hand().control().equals("fader-3"))
                .anyMatch(r -> r.size() >= 20);
    }

    @Test
    void aModeChangedDuringAPassKeepsIt() {
        ride(WriteMode.TOUCH);
        push(KeyCode.W);
        until(this::ridden);
        assertThat(desk().riding().playing()).isTrue();
        push(KeyCode.SPACE);
        until(() -> !desk().riding().playing());
    }

    @Test
    void undoAndDisconnectingDuringAPassKeepIt() {
        String id = route("fader-3");
        interact(() -> desk().editing().edit("A pin", s -> s.with(s.route(id).pinned(true))));
        ride(WriteMode.LATCH);
        // What is undone is not under the hand: the pass goes on, and is kept when it ends.
        interact(() -> desk().editing().undo());
        interact(() -> desk().live().engine().stop());
        until(this::ridden);
        Ride first = desk().editing()
                .session()
                .rides()
                .get(desk().editing().session().rides().size() - 1);
        assertThat(first.size()).isGreaterThan(20);
        interact(() -> desk().live().engine().stop());
        until(() -> !desk().riding().playing());
    }

    @Test
    void aPassThatIsUnderWayWhenTheWindowIsLeftIsKeptAndAskedAbout() {
        askBy(folder.resolve("kept.agogic"));
        interact(() -> window().files().save(folder.resolve("kept.agogic")));
        until(() -> !desk().editing().unsaved());
        ride(WriteMode.TOUCH);
        // It goes on while the question stands, and when it is answered by Cancel.
        asks();
        clickOn("Cancel");
        until(() -> lookup("Cancel").tryQuery().isEmpty());
        assertThat(desk().riding().passOpen()).isTrue();
        assertThat(ridden()).isFalse();
        // Saved, it is ended first, and is in the file.
        asks();
        clickOn("Save");
        until(() -> lookup("Cancel").tryQuery().isEmpty());
        until(() -> !desk().editing().unsaved());
        assertThat(ridden()).isTrue();
    }

    /** Stopped and left, saved or taken back before the window has painted again: the pass that ended is in the piece by then. */
    @Test
    void aPassThatEndedAMomentAgoIsInThePiece() throws IOException {
        Path kept = folder.resolve("ended.agogic");
        askBy(kept);
        interact(() -> {
            desk().riding().mode(desk().editing().session().route(route("fader-3")), WriteMode.TOUCH);
            window().files().save(kept);
        });
        until(() -> !desk().editing().unsaved());
        ride(WriteMode.TOUCH);
        assertThat(desk().editing().unsaved()).isFalse();
        Platform.runLater(() -> {
            stopsAtOnce();
            window().files().mayLeave();
        });
        until(() -> lookup("Cancel").tryQuery().isPresent());
        clickOn("Cancel");
        until(() -> lookup("Cancel").tryQuery().isEmpty());
        assertThat(ridden()).isTrue();
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> !ridden());
        ride(WriteMode.TOUCH);
        interact(() -> {
            stopsAtOnce();
            window().files().save(kept);
        });
        until(() -> !desk().editing().unsaved());
        // With its envelope, not only as it was ridden.
        Session saved = SessionFile.open(kept);
        assertThat(Finishing.due(saved)).isFalse();
        assertThat(saved.rides()).hasSameSizeAs(desk().editing().session().rides());
        assertThat(ridden()).isTrue();
    }

    /** What is exported before its envelope is made is exported with it. */
    @Test
    void aPassThatEndedAMomentAgoIsExportedWithItsEnvelope() throws IOException {
        Path midi = folder.resolve("ended.mid");
        MidiExport.How how = MidiExport.How.of(Fineness.SEVEN, Optional.empty());
        ride(WriteMode.TOUCH);
        interact(() -> {
            stopsAtOnce();
            new FilesOut(desk().editing(), desk().notices(), window().files(), this::stage).exportMidi(midi, how);
        });
        until(() -> text("#trace-head").equals("Exported"));
        assertThat(ridden()).isTrue();
        assertThat(Finishing.due(desk().editing().session())).isFalse();
        assertThat(Files.readAllBytes(midi))
                .isEqualTo(MidiExport.make(desk().editing().session(), how).file());
    }

    /** Who learns a control right after a ride goes on learning while its envelope is made, and when a turn of the loop ends. */
    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void learningGoesOnBesideWhatWasRidden(boolean turns) {
        if (turns) {
            interact(() -> desk().editing().edit("Loop", s -> s.withLoop(new Loop(0, 2, true))));
        }
        ride(WriteMode.LATCH);
        Session before = desk().editing().session();
        interact(() -> {
            if (!turns) {
                stopsAtOnce();
                desk().editing().takenIn();
            }
            desk().learner().begin(List.of(new Target("hall", "size")));
        });
        if (turns) {
            int turned = desk().live().engine().begun();
            until(() -> desk().frames().state().position() > 1);
            until(() -> desk().frames().state().position() < 1);
            assertThat(desk().live().engine().begun()).isEqualTo(turned);
            push(KeyCode.SPACE);
            until(() -> !desk().frames().state().playing());
        }
        assertThat(desk().learner().on()).isTrue();
        for (int v = 30; v < 60; v++) {
            SimulatedDevices.at("North Eight").send(new byte[] {(byte) 0xB0, 102, (byte) v});
        }
        until(() -> !desk().learner().on());
        // The turn that ended meanwhile is told after it.
        until(() -> text("#trace-head").equals(turns ? "Written" : "Learnt"));
        assertThat(desk().editing().session().routes())
                .hasSizeGreaterThan(before.routes().size());
        interact(() -> desk().live().engine().stop());
        until(this::ridden);
        until(() -> !Finishing.due(desk().editing().session()));
    }

    /** Within one turn of the window's thread: no frame comes between this and what follows. */
    private void stopsAtOnce() {
        desk().live().engine().stop();
        while (desk().live().engine().live().playing()) {
            Thread.onSpinWait();
        }
    }

    private void asks() {
        Thread asking = new Thread(() -> interact(() -> window().files().mayLeave()));
        asking.setDaemon(true);
        asking.start();
        until(() -> lookup("Save").tryQuery().isPresent());
        assertThat(desk().riding().playing()).isTrue();
    }

    /** Nothing was armed, or nothing connected, or it stood: what was done is written afterwards, by a key or an answer. */
    @Test
    void whatWasNotArmedIsTakenAfterwards() {
        Route route = desk().editing().session().route(route("fader-3"));
        int before = desk().editing().session().lane(route.target()).stretches().size();
        ride(WriteMode.READ);
        push(KeyCode.SPACE);
        until(() -> !desk().riding().playing());
        assertThat(ridden()).isFalse();
        push(KeyCode.CONTROL, KeyCode.R);
        ListView<?> list = node("#loose-lines");
        until(list::isFocused);
        assertThat(text("#loose-sum")).startsWith("1 of ").endsWith(" are written, in Touch");
        ListCell<?> newest = lookup("#loose-lines .list-cell").query();
        assertThat(newest.getAccessibleText())
                .startsWith("taken: Fader 3 of North Eight, 30 moves, → ")
                .endsWith(", just now");
        push(KeyCode.ENTER);
        until(this::ridden);
        until(() -> text("#trace-head").equals("Taken"));
        assertThat(desk().editing().session().lane(route.target()).stretches()).hasSizeGreaterThan(before);
        assertThat(desk().editing().session().route(route.id()).mode()).isEqualTo(WriteMode.READ);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> !ridden());

        // A control that moves nothing, while it stands: it goes to the selected parameter, at the playhead.
        String free = desk().editing().session().surface("north-eight").controls().stream()
                .map(Control::id)
                .filter(c -> desk().editing().session().routes().stream()
                        .noneMatch(
                                r -> r.hand().filter(h -> h.control().equals(c)).isPresent()))
                .filter(c -> c.startsWith("knob") || c.startsWith("fader"))
                .findFirst()
                .orElseThrow();
        interact(() -> desk().selection().selectedProperty().set(route.id()));
        for (int i = 0; i < 20; i++) {
            move(free, 0.3 + 0.02 * i);
            sleep(8);
        }
        until(() -> text("#trace-head").equals("No route"));
        push(KeyCode.SHIFT, KeyCode.A);
        until(() -> text("#trace-head").equals("Taken"));
        Ride taken = desk().editing()
                .session()
                .rides()
                .get(desk().editing().session().rides().size() - 1);
        assertThat(taken.hand().control()).isEqualTo(free);
        assertThat(taken.size()).isPositive();
        assertThat(desk().editing().session().routes())
                .anyMatch(r -> r.target().equals(route.target())
                        && r.hand().filter(h -> h.control().equals(free)).isPresent());
    }

    @Test
    void savingTwiceAtOnceLeavesTheLastStateWhole() throws Exception {
        Path file = folder.resolve("twice.agogic");
        for (int i = 0; i < 12; i++) {
            double value = 0.1 + i * 0.05;
            interact(() -> {
                desk().editing().edit("One", s -> Resting.at(s, FEEDBACK, value));
                window().files().save(file);
                desk().editing().edit("Two", s -> Resting.at(s, FEEDBACK, value + 0.02));
                window().files().save(file);
            });
            until(() -> !desk().editing().unsaved());
            assertThat(SessionFile.open(file)).isEqualTo(desk().editing().session());
        }
    }

    @Test
    void aHeldKeyDoesAnActOnceAndStillMoves() {
        push(KeyCode.DIGIT3);
        until(() -> desk().selection().viewProperty().get() == View.SURFACES);
        int before = desk().editing().session().macros().size();
        hold(KeyCode.K, 25);
        until(() -> desk().editing().session().macros().size() == before + 1);
        push(KeyCode.DIGIT1);
        until(() -> desk().selection().viewProperty().get() == View.ROUTES);
        double wide = desk().time().to() - desk().time().from();
        hold(KeyCode.PLUS, 3);
        assertThat(desk().time().to() - desk().time().from()).isLessThan(wide * 0.5);
        assertThat(desk().editing().session().macros()).hasSize(before + 1);
    }

    /** As a keyboard repeats: pressed again and again, let go once. */
    private void hold(KeyCode code, int times) {
        interact(() -> {
            Node root =
                    window().desk() == null ? null : node("#play").getScene().getRoot();
            for (int i = 0; i < times; i++) {
                Event.fireEvent(root, new KeyEvent(KeyEvent.KEY_PRESSED, "", "", code, false, false, false, false));
            }
            Event.fireEvent(root, new KeyEvent(KeyEvent.KEY_RELEASED, "", "", code, false, false, false, false));
        });
    }

    @Test
    void takingOverNowIsForThisTime() {
        String id = route("fader-3");
        interact(() -> desk().editing().edit("Pickup", s -> s.with(s.route(id).with(Takeover.WHEN_THEY_MEET))
                .with(Lane.empty(FEEDBACK))));
        move("fader-3", 0.02);
        move("fader-3", 0.9);
        until(() -> desk().frames().state().moves(index(id)) > 1);
        move("fader-3", 0.95);
        interact(() -> desk().riding().locate(0));
        until(() -> text("#trace-sentence").contains("Fader 3"));
        if (text("#trace-head").equals("Waiting")) {
            push(KeyCode.A);
        } else {
            interact(() -> desk().live().engine().takeOver(id));
        }
        until(() -> Math.abs(desk().frames()
                                .state()
                                .value(desk().live().engine().index().of(FEEDBACK))
                        - 0.95 * 65 / 95)
                < 0.02);
        assertThat(desk().editing().session().route(id).takeover()).isEqualTo(Takeover.WHEN_THEY_MEET);
    }

    private int index(String id) {
        List<Route> all = desk().editing().session().routes();
        return all.indexOf(desk().editing().session().route(id));
    }

    @Test
    void typingASecondPlaceAddsASecondPointAndASamePlaceChangesThePoint() {
        interact(() -> desk().selection().openLane(FEEDBACK));
        until(() -> desk().selection().viewProperty().get() == View.REFINE);
        int before = lane().envelope().size();
        clickOn("#point-at").push(KeyCode.CONTROL, KeyCode.A).write("20.1");
        clickOn("#point-value").push(KeyCode.CONTROL, KeyCode.A).write("30");
        clickOn("#add-typed");
        until(() -> lane().envelope().size() == before + 1);
        assertThat(node("#point-at").isFocused()).isTrue();
        push(KeyCode.CONTROL, KeyCode.A).write("44.1").push(KeyCode.TAB);
        push(KeyCode.CONTROL, KeyCode.A).write("50").push(KeyCode.ENTER);
        until(() -> lane().envelope().size() == before + 2);
        assertThat(value(76)).isCloseTo(30.0 / 95, org.assertj.core.api.Assertions.within(1e-6));
        assertThat(value(172)).isCloseTo(50.0 / 95, org.assertj.core.api.Assertions.within(1e-6));
        // At the same place again: no second point, no hidden jump.
        push(KeyCode.CONTROL, KeyCode.A).write("44.1").push(KeyCode.TAB);
        push(KeyCode.CONTROL, KeyCode.A).write("60").push(KeyCode.ENTER);
        until(() -> value(172) > 0.6);
        assertThat(lane().envelope().size()).isEqualTo(before + 2);
        until(() -> text("#trace-head").equals("Set"));
    }

    private Lane lane() {
        return desk().editing().session().lane(FEEDBACK);
    }

    private double value(double beat) {
        return lane().envelope().valueAt(beat);
    }

    @Test
    void movesOfPointsOfTwoLanesAreTwoSteps() {
        Node plot = open(CUTOFF);
        Lane cutoff = desk().editing().session().lane(CUTOFF);
        push(KeyCode.RIGHT).push(KeyCode.UP).push(KeyCode.UP);
        until(() -> !desk().editing().session().lane(CUTOFF).equals(cutoff));
        Session one = desk().editing().session();
        open(FEEDBACK);
        Lane feedback = desk().editing().session().lane(FEEDBACK);
        interact(plot::requestFocus);
        push(KeyCode.RIGHT).push(KeyCode.UP);
        until(() -> !desk().editing().session().lane(FEEDBACK).equals(feedback));
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session() == one);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session().lane(CUTOFF).equals(cutoff));
    }

    private Node open(Target target) {
        interact(() -> desk().selection().openLane(target));
        until(() -> desk().selection().viewProperty().get() == View.REFINE);
        Node plot = node("#plot");
        interact(plot::requestFocus);
        return plot;
    }

    @Test
    void plusAndMinusInRefineZoomWhatIsSeen() {
        Node plot = open(CUTOFF);
        double from = desk().time().from();
        double to = desk().time().to();
        String before = plot.getAccessibleText();
        push(KeyCode.PLUS);
        push(KeyCode.MINUS);
        push(KeyCode.DIGIT0);
        assertThat(desk().time().from()).isEqualTo(from);
        assertThat(desk().time().to()).isEqualTo(to);
        assertThat(before).contains("ride 1").contains("farthest from the hand");
    }

    @Test
    void whatGoesWrongBesideTheWindowIsToldAndPlayingGoesOn() {
        interact(() -> desk().live().troubles().tell("Playing", new IllegalStateException("no such thing")));
        until(() -> text("#trace-head").equals("Trouble"));
        assertThat(text("#trace-sentence")).contains("Playing").endsWith("It goes on.");
        // A target that was just removed is held: nothing dies of it.
        interact(() -> desk().live().engine().hand(new Target("gone", "gone"), 0.5, 0, false, 0));
        push(KeyCode.SPACE);
        until(() -> desk().frames().state().position() > 0.2);
        push(KeyCode.SPACE);
        until(() -> !desk().riding().playing());
    }

    @Test
    void slidersTheRulerAndTheTraceBarSayTheirValues() {
        open(CUTOFF);
        assertThat(node("#tolerance").getAccessibleText()).isEqualTo("Stay within, 50 cents");
        assertThat(Ruler.spoken(desk().editing().session(), desk().time()))
                .startsWith("Ruler: bars 1 to 48, Dusk at bar 1")
                .endsWith("loop off from bar 17 beat 1 to bar 25 beat 1");
        assertThat(TraceBar.spoken(new Notice(
                        Notice.Kind.STOP, "Not heard", "Why.", List.of(new Notice.Act("Mend it", () -> {})))))
                .isEqualTo("Not heard: Why. Answers: A, Mend it");
        assertThat(Optional.of(desk().editing().timeline().metre().metres().size()))
                .contains(1);
    }
}
