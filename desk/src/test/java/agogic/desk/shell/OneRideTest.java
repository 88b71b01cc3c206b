package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.lane.Lane;
import agogic.core.play.LiveState;
import agogic.core.play.Verdict;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import agogic.core.time.TempoMap;
import agogic.core.time.TempoPoint;
import agogic.core.time.Timeline;
import agogic.desk.model.RefineModel;
import agogic.desk.model.SeenLayer;
import agogic.desk.model.View;
import agogic.desk.parts.PathChooser;
import agogic.desk.routes.RouteMarks;
import agogic.formats.session.SessionFile;
import agogic.standins.comet.SlowComet;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.application.Platform;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Sequence;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A person's whole task in the real window: from the first move of a fader to a MIDI file. */
public class OneRideTest extends WindowTest {
    private static final Target CUTOFF = new Target("filter", "cutoff");

    @TempDir
    private Path folder;

    @Override
    Session session() {
        return SlowComet.score();
    }

    @Override
    int faster() {
        return 3;
    }

    private Lane cutoff() {
        return desk().editing().session().lane(CUTOFF);
    }

    private double value() {
        return desk().frames().state().value(desk().live().engine().index().of(CUTOFF));
    }

    @Test
    void theWholeStory() throws Exception {
        // A fader is moved: the wire lights up, the value follows in its unit.
        double before = value();
        moveTo("#control-fader-1").moveBy(0, 20);
        press(MouseButton.PRIMARY).moveBy(0, -45);
        until(() -> desk().frames().state().moves(0) > 0);
        LiveState state = desk().frames().state();
        assertThat(state.verdict(0)).isEqualTo(Verdict.HEARD_IN_READ);
        assertThat(RouteMarks.reached(state.verdict(0))).isEqualTo(3);
        release(MouseButton.PRIMARY);
        until(() -> value() != before);
        until(() -> text("#trace-sentence").contains("Hz"));
        assertThat(text("#trace-sentence"))
                .contains("Fader 1")
                .contains("Cutoff")
                .contains("Read");

        // Riding: count-in, moves, stop.
        Session unridden = desk().editing().session();
        // The hand lies on the fader already: on a busy machine it would come after the count-in.
        press(MouseButton.PRIMARY);
        push(KeyCode.R);
        until(() -> desk().riding().playing());
        assertThat(desk().riding().modeOf(desk().selection().selectedRoute().orElseThrow()))
                .isEqualTo(WriteMode.TOUCH);
        until(() -> desk().frames().state().position() > 0.1);
        // Eight bars: up, a rest of some bars, down again. Shift makes the mouse fine: single codes, as a hand sends
        // them.
        press(KeyCode.SHIFT);
        for (int i = 0; i < 25; i++) {
            moveBy(0, -2);
            sleep(20);
        }
        until(() -> desk().frames().state().writing(0));
        until(() -> desk().riding().positionBeat() > 20);
        for (int i = 0; i < 15; i++) {
            moveBy(0, 2);
            sleep(20);
        }
        release(KeyCode.SHIFT);
        until(() -> desk().riding().positionBeat() > 31.7);
        release(MouseButton.PRIMARY);
        sleep(400);
        push(KeyCode.SPACE);
        until(() -> text("#trace-head").equals("Written"));
        Lane ridden = cutoff();
        RefineModel model = RefineModel.of(
                new SeenLayer(desk().editing().session(), CUTOFF, 0),
                ridden.stretches().get(0));
        assertThat(ridden.stretches().get(0).from()).as("on the bar line").isZero();
        assertThat(ridden.stretches().get(0).to()).as("eight bars").isGreaterThan(31);
        assertThat(model.refined().points()).isBetween(2, 29);
        assertThat(desk().riding().modeOf(desk().selection().selectedRoute().orElseThrow()))
                .as("back to Read")
                .isEqualTo(WriteMode.READ);

        // Undo and redo: one step for the whole pass.
        Session rode = desk().editing().session();
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> cutoff().stretches().isEmpty());
        assertThat(cutoff()).isEqualTo(unridden.lane(CUTOFF));
        push(new javafx.scene.input.KeyCodeCombination(
                KeyCode.Z,
                javafx.scene.input.KeyCombination.CONTROL_DOWN,
                javafx.scene.input.KeyCombination.SHIFT_DOWN));
        until(() -> desk().editing().session() == rode);

        // Another tolerance, another number of points.
        push(KeyCode.L);
        until(() -> desk().selection().viewProperty().get() == View.REFINE);
        String points = text("#points-out");
        see("#tolerance");
        interact(() -> lookup("#tolerance").query().requestFocus());
        for (int i = 0; i < 4; i++) {
            push(KeyCode.LEFT);
        }
        until(() -> !text("#points-out").equals(points));
        assertThat(Integer.parseInt(text("#points-out"))).isGreaterThan(Integer.parseInt(points));

        // Played back, the parameter follows.
        interact(() -> desk().riding().locate(0));
        until(() -> desk().frames().state().position() == 0);
        push(KeyCode.SPACE);
        until(() -> desk().frames().state().position() > 0.8);
        double at = desk().riding().positionBeat();
        assertThat(value()).isCloseTo(cutoff().envelope().valueAt(at), org.assertj.core.api.Assertions.within(0.1));
        push(KeyCode.SPACE);
        until(() -> !desk().riding().playing());

        // Saved, opened again, the same; exported, and read by the JDK: all by the keys and the dialogs.
        Path file = folder.resolve("ride.agogic");
        Path midi = folder.resolve("ride.mid");
        answer(file, midi);
        push(KeyCode.CONTROL, KeyCode.S);
        until(() -> !desk().editing().unsaved());
        Session saved = desk().editing().session();
        assertThat(SessionFile.open(file)).isEqualTo(saved);
        push(KeyCode.CONTROL, KeyCode.O);
        until(() -> file.equals(desk().editing().fileProperty().get())
                && desk().editing().session() != saved);
        assertThat(desk().editing().session()).isEqualTo(saved);
        answer(file, midi);
        push(KeyCode.CONTROL, KeyCode.E);
        clickOn("#fine-7");
        clickOn("#fine-14");
        clickOn("Choose the file…");
        until(() -> text("#trace-head").equals("Exported"));
        Sequence sequence = MidiSystem.getSequence(midi.toFile());
        assertThat(sequence.getTracks()).hasSize(1 + saved.tracks().size());
        assertThat(Platform.isFxApplicationThread()).isFalse();
    }

    /** The answers to the questions for files. */
    private void answer(Path session, Path midi) {
        interact(() -> window().files().askBy(new PathChooser() {
            @Override
            public Optional<Path> toRead(String title, String kind, String ending) {
                return Optional.of(session);
            }

            @Override
            public Optional<Path> toWrite(String title, String kind, String ending, String name) {
                return Optional.of(ending.equals(".mid") ? midi : session);
            }
        }));
    }

    @Test
    void rowsAreFilteredByWords() {
        push(KeyCode.CONTROL, KeyCode.F);
        write("drone detune");
        until(() -> lookup("#routes").queryListView().getItems().size() == 2);
        assertThat(desk().selection().selectedRoute().orElseThrow().target()).isNotNull();
        push(KeyCode.CONTROL, KeyCode.A).write("writing");
        until(() -> lookup("#routes").queryListView().getItems().isEmpty());
        push(KeyCode.ESCAPE);
        until(() -> lookup("#routes").queryListView().getItems().size() > 6);
    }

    @Test
    void theTempoOfThePositionIsChangedAndNoOther() {
        List<TempoPoint> two = List.of(new TempoPoint(0, 84, false), new TempoPoint(64, 96, false));
        interact(() -> {
            desk().editing()
                    .edit(
                            "Two tempi",
                            s -> s.withTimeline(
                                    new Timeline(TempoMap.of(two), s.timeline().metre())));
            desk().riding().locate(100);
        });
        until(() -> desk().riding().positionBeat() > 99);
        var before = desk().editing().timeline().tempo().points();
        clickOn("#tempo").push(KeyCode.CONTROL, KeyCode.A).write("90").push(KeyCode.ENTER);
        until(() -> desk().editing().timeline().tempo().points().stream().anyMatch(p -> p.bpm() == 90));
        var after = desk().editing().timeline().tempo().points();
        assertThat(after).containsExactly(two.get(0), new TempoPoint(64, 90, false));
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().timeline().tempo().points().equals(before));
    }

    @Test
    void pointsAreTypedInAndSpoken() {
        interact(() -> {
            desk().selection().selectedProperty().set("route-drone-detune");
            desk().selection().viewProperty().set(View.REFINE);
        });
        clickOn("#point-at").push(KeyCode.CONTROL, KeyCode.A).write("17.3");
        clickOn("#point-value").push(KeyCode.CONTROL, KeyCode.A).write("12 ct");
        clickOn("#add-typed");
        Target detune = new Target("drone", "detune");
        until(() -> desk().editing().session().lane(detune).envelope().size() == 1);
        assertThat(desk().editing().session().lane(detune).envelope().time(0)).isEqualTo(66);
        until(() -> text("#trace-sentence").contains("bar 17 beat 3, +12 ct"));
        assertThat(node("#plot").getAccessibleText())
                .isEqualTo("point 1 of 1, bar 17 beat 3, +12 ct, straight, pinned");
        clickOn("#point-value").push(KeyCode.CONTROL, KeyCode.A).write("loud").push(KeyCode.ENTER);
        until(() -> text("#trace-head").equals("Not done"));
        assertThat(desk().editing().session().lane(detune).envelope().size()).isEqualTo(1);
    }
}
