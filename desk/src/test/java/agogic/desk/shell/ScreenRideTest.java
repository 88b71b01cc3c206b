package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.device.Exposure;
import agogic.core.lane.Lane;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.surface.ControlSender;
import agogic.desk.model.View;
import agogic.standins.comet.SlowComet;
import agogic.standins.surfaces.SimulatedDevices;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** R, and whatever is moved is written: a knob on the face of a device, a fader beside it, the plane. */
public class ScreenRideTest extends WindowTest {
    private static final Target CUTOFF = new Target("filter", "cutoff");

    @TempDir
    Path folder;

    @Override
    Session session() {
        return SlowComet.session();
    }

    @Override
    int faster() {
        return 4;
    }

    private Exposure exposure(Target target) {
        return desk().editing().session().device(target.device()).exposure(target.parameter());
    }

    @Test
    void aKnobOnAFaceAndAFaderAreWrittenInOnePass() {
        interact(() -> {
            desk().selection().viewProperty().set(View.CATALOG);
            window().catalog().model().deviceProperty().set("drone");
        });
        push(KeyCode.F);
        Parameter hidden = desk().editing().session().device("drone").parameters().stream()
                .filter(p -> exposure(new Target("drone", p.id())) == Exposure.HIDDEN && !p.stepped())
                .findFirst()
                .orElseThrow();
        Target knob = new Target("drone", hidden.id());
        see("#face-" + hidden.id());
        Session before = desk().editing().session();
        Route fader = before.routes().stream()
                .filter(r -> r.target().equals(CUTOFF))
                .findFirst()
                .orElseThrow();
        var control = before.control(fader.hand().orElseThrow());
        var device =
                SimulatedDevices.at(before.surface(fader.hand().get().surface()).port());
        moveTo("#face-" + hidden.id());
        push(KeyCode.R);
        until(() -> desk().riding().playing());
        press(MouseButton.PRIMARY);
        until(() -> desk().frames().state().position() > 0.1);
        until(() -> desk().riding().passOpen() && !desk().frames().state().countingIn());
        // Three bars up and down, a pixel at a time, as a hand goes; then it lies still.
        for (int i = 0; i < 72; i++) {
            double beat = i / 6.0;
            until(() -> desk().riding().positionBeat() > beat);
            moveBy(0, i < 48 ? -1 : 1);
            device.send(ControlSender.move(control, 0, 0.3 + i * 0.005));
        }
        until(() -> desk().editing().session().routes().stream()
                .anyMatch(r -> r.target().equals(knob)));
        // Another view meanwhile: Space is still the window's.
        push(KeyCode.DIGIT1);
        until(() -> desk().riding().positionBeat() > 16.2);
        release(MouseButton.PRIMARY);
        sleep(300);
        push(KeyCode.SPACE);
        until(() -> !desk().editing().session().lane(knob).stretches().isEmpty());
        Lane lane = desk().editing().session().lane(knob);
        assertThat(lane.stretches()).hasSize(1);
        assertThat(lane.stretches().get(0).from()).as("on the bar").isZero();
        assertThat(lane.envelope().time(0)).isZero();
        assertThat(lane.envelope().size())
                .as("fewer than moves, however late they come")
                .isLessThan(60);
        assertThat(exposure(knob)).isEqualTo(Exposure.EXPOSED);
        assertThat(desk().editing().session().rides()).hasSize(before.rides().size() + 2);
        assertThat(desk().editing().session().lane(CUTOFF)).isNotEqualTo(before.lane(CUTOFF));
        assertThat(desk().editing().session().routes()).noneMatch(r -> r.mode().writes());
        until(() -> text("#trace-head").equals("Written"));
        assertThat(desk().riding().everythingProperty().get()).isFalse();
        // All of it is one step.
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session() == before);
    }

    @Test
    void thePlaneIsAHand() {
        push(KeyCode.DIGIT3);
        until(() -> desk().selection().viewProperty().get() == View.SURFACES);
        Session before = desk().editing().session();
        Session bare = before.withRoutes(before.routes().stream()
                .filter(r -> !r.target().device().equals(Macro.DEVICE))
                .toList());
        interact(() -> desk().editing().edit("Bare macros", s -> bare));
        clickOn("#surfaces-plane");
        Node pad = node("#plane");
        until(pad::isVisible);
        moveTo(pad);
        push(KeyCode.R);
        until(() -> desk().riding().playing());
        press(MouseButton.PRIMARY);
        until(() -> desk().frames().state().position() > 0.1);
        for (int i = 0; i < 12; i++) {
            double beat = desk().riding().positionBeat();
            until(() -> desk().riding().positionBeat() > beat + 0.3);
            moveBy(3, -2);
        }
        release(MouseButton.PRIMARY);
        sleep(300);
        push(KeyCode.SPACE);
        until(() -> desk().editing().session().rides().size() == before.rides().size() + 2);
        assertThat(desk().editing().session().macros().stream().filter(m -> !desk().editing()
                        .session()
                        .lane(m.target())
                        .stretches()
                        .isEmpty()))
                .hasSize(2);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session() == bare);
    }

    /** As if it had been killed in the middle of a pass: what was ridden is there at the next start, and once. */
    @Test
    void aPassThatWasUnderWayIsOffered() throws IOException {
        Path file = folder.resolve("Pass.agogic");
        interact(() -> window().files().save(file));
        until(() -> file.equals(desk().editing().fileProperty().get()));
        Session plain = desk().editing().session();
        interact(() -> desk().riding().ride());
        until(() -> desk().riding().passOpen()
                && desk().frames().state().playing()
                && !desk().frames().state().countingIn());
        for (int i = 0; i < 20; i++) {
            double value = 0.3 + i * 0.02;
            interact(() -> desk().standing().moveOnFace(CUTOFF, value, 0.001, false));
        }
        until(() -> moves(folder) > 19);
        interact(() -> window().show(plain, file, false));
        until(() -> text("#trace-head").equals("Kept"));
        assertThat(text("#trace-sentence"))
                .contains("a ride more: ")
                .contains("Cutoff")
                .contains(" moves");
        // Its journal is no reason not to ride; the offer waits meanwhile.
        push(KeyCode.A);
        until(() -> desk().editing().session().rides().size() == plain.rides().size() + 1);
        assertThat(text("#trace-sentence")).contains("with one ride more");
        assertThat(desk().editing().session().lane(CUTOFF)).isNotEqualTo(plain.lane(CUTOFF));
        until(() -> moves(folder) == 0);
        Session taken = desk().editing().session();
        interact(() -> window().show(plain, file, false));
        until(() -> text("#trace-head").equals("Kept"));
        push(KeyCode.A);
        until(() -> desk().editing().session().equals(taken));
    }

    /** How many lines of moves the journals in a folder have. */
    private static long moves(Path folder) {
        try (Stream<Path> all = Files.list(folder)) {
            long moves = 0;
            for (Path path : all.filter(p -> p.toString().endsWith(".pass")).toList()) {
                moves += Files.readString(path)
                        .lines()
                        .filter(l -> l.contains(" MOVED "))
                        .count();
            }
            return moves;
        } catch (IOException e) {
            return -1;
        }
    }
}
