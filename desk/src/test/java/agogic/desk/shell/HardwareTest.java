package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.route.Route;
import agogic.core.session.Session;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.desk.model.View;
import agogic.formats.session.MapFile;
import agogic.standins.comet.SlowComet;
import agogic.standins.surfaces.SimulatedDevice;
import agogic.standins.surfaces.SimulatedDevices;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javafx.scene.control.ComboBox;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A controller that nobody described: plugged in, walked, saved, used, pulled out and back. */
public class HardwareTest extends WindowTest {
    private static final String PORT = "Bench Box";

    @TempDir
    private Path folder;

    @Override
    Session session() {
        return SlowComet.score();
    }

    @AfterEach
    void unplug() {
        SimulatedDevices.unplug(PORT);
    }

    private static void sweep(SimulatedDevice device, int channel, int number) {
        for (int v = 30; v < 60; v++) {
            device.send(new byte[] {(byte) (0xB0 | channel - 1), (byte) number, (byte) v});
        }
    }

    @Test
    void aNewSurfaceIsMadeByMovingItsControlsOnce() throws IOException {
        Session before = desk().editing().session();
        SimulatedDevice box = SimulatedDevices.plug(PORT);
        push(KeyCode.DIGIT3);
        interact(() -> window().surfaces().acts().files().addSurface(PORT));
        until(() -> desk().learner().on());
        until(() -> desk().live()
                .ports()
                .of(desk().editing().session().surface("bench-box"))
                .open());
        sweep(box, 5, 70);
        until(() -> text("#trace-sentence").contains("Heard: a new control, CC 70 · ch 5, a knob or fader, 7-bit"));
        until(() -> text("#trace-sentence").contains("1 found, the last: Knob 1."));
        // It was taken for a knob; the person knows that it is a pedal the wrong way round.
        ComboBox<agogic.core.learn.Recognised> reading = node("#reading");
        interact(() -> reading.setValue(reading.getItems().stream()
                .filter(r -> r.kind() == Control.Kind.PEDAL && r.turned())
                .findFirst()
                .orElseThrow()));
        sweep(box, 5, 71);
        until(() -> text("#trace-sentence").contains("2 found"));
        push(KeyCode.ENTER);
        until(() -> !desk().learner().on());
        List<Control> controls = desk().editing().session().surface("bench-box").controls();
        assertThat(controls).hasSize(2);
        assertThat(controls.get(0).turned()).isTrue();
        assertThat(controls.get(0).kind()).isEqualTo(Control.Kind.PEDAL);
        assertThat(controls.get(1).address()).isEqualTo(new Address.Cc(5, 71));

        // Its description is a file.
        Path file = folder.resolve("box.json");
        askBy(file);
        interact(() -> window().surfaces()
                .acts()
                .files()
                .saveDescription(desk().editing().session().surface("bench-box")));
        until(() -> text("#trace-sentence").equals("Bench Box with 2 controls is in box.json."));
        assertThat(MapFile.read(file).surface())
                .isEqualTo(desk().editing().session().surface("bench-box"));

        // Pulled out: it is said, and where the wire stops. Back again: it is heard.
        SimulatedDevices.unplug(PORT);
        until(() -> text("#trace-head").equals("Port closed"));
        assertThat(text("#trace-sentence"))
                .isEqualTo(
                        "Bench Box cannot be heard — the wire stops before the hand: its port “Bench Box” is unplugged.");
        SimulatedDevice again = SimulatedDevices.plug(PORT);
        push(KeyCode.A);
        until(() -> text("#trace-head").equals("Plugged in"));
        sweep(again, 5, 71);
        until(() -> text("#trace-sentence").contains("nothing is connected to it"));

        // Adding and walking it were one step.
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session() == before);
    }

    @Test
    void aWalkThatIsLeftLeavesNoSurfaceBehind() {
        Session before = desk().editing().session();
        SimulatedDevices.plug(PORT);
        interact(() -> window().surfaces().acts().files().addSurface(PORT));
        until(() -> desk().editing().session().surfaces().size() == 3);
        push(KeyCode.ESCAPE);
        until(() -> desk().editing().session() == before);
        assertThat(desk().learner().on()).isFalse();
    }

    @Test
    void aMapIsUsedInAnotherSessionAfterSayingWhatItComesTo() {
        Path file = folder.resolve("map.json");
        askBy(file);
        push(KeyCode.DIGIT3);
        interact(() -> window().surfaces()
                .acts()
                .files()
                .saveMap(desk().editing().session().surface("north-eight")));
        until(() -> Files.exists(file) && text("#trace-head").equals("Saved"));
        int ties = (int) desk().editing().session().routes().stream()
                .filter(r ->
                        r.hand().filter(h -> h.surface().equals("north-eight")).isPresent())
                .count();
        // The other session has no filter, no hands yet and no macros.
        interact(() -> desk().editing().edit("Another piece", s -> {
            Session bare = s.withLanes(List.of())
                    .withRoutes(List.of())
                    .withMacros(List.of())
                    .withSurfaces(List.of());
            Session without = bare.withTracks(bare.tracks().stream()
                    .map(t -> new agogic.core.session.Track(
                            t.id(),
                            t.name(),
                            t.bus(),
                            t.channel(),
                            t.devices().stream()
                                    .filter(d -> !d.equals("filter"))
                                    .toList(),
                            t.clips()))
                    .toList());
            return new Session(
                    without.name(),
                    without.subtitle(),
                    without.timeline(),
                    without.length(),
                    without.sections(),
                    without.loop(),
                    without.tracks(),
                    without.devices().stream()
                            .filter(d -> !d.id().equals("filter"))
                            .toList(),
                    List.of(),
                    List.of(),
                    List.of(),
                    List.of(),
                    List.of());
        }));
        Session bare = desk().editing().session();
        javafx.application.Platform.runLater(
                () -> window().surfaces().acts().files().useMap());
        until(() -> lookup("#map-report").tryQuery().isPresent());
        List<?> lines = lookup("#map-report").queryListView().getItems();
        assertThat(lines).hasSize(ties + 9);
        assertThat(lines.toString())
                .contains("Fader 1, page Glass → Two-Pole Filter · Cutoff: no such device: no device here is called "
                        + "Two-Pole Filter.");
        clickOn("Use it");
        until(() -> desk().editing().session() != bare);
        assertThat(text("#trace-sentence")).isEqualTo((ties + 8) + " of " + (ties + 9) + " routes could be matched.");
        assertThat(desk().editing().session().routes()).hasSize(ties - 1);
        assertThat(desk().editing().session().macros()).hasSize(2);
        assertThat(desk().editing().session().routes())
                .extracting(Route::takeover)
                .contains(agogic.core.route.Takeover.WHEN_THEY_MEET);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session() == bare);
    }

    @Test
    void theTraceBarMendsAChannelAndMakesAControl() {
        SimulatedDevice north = SimulatedDevices.at("North Eight");
        int routes = desk().editing().session().routes().size();
        // Fader 1 speaks on channel 6 today.
        north.send(new byte[] {(byte) 0xB5, 20, 64});
        until(() -> text("#trace-sentence").contains("Fader 1 sends this message, but on channel 1"));
        push(KeyCode.A);
        until(() -> text("#trace-head").equals("Any channel"));
        north.send(new byte[] {(byte) 0xB5, 20, 80});
        until(() -> text("#trace-sentence").startsWith("Fader 1 moved to 63 %"));

        // A wheel that nobody described: it is made a control by moving it on.
        north.send(new byte[] {(byte) 0xB0, 1, 10});
        until(() -> text("#trace-sentence").contains("no control"));
        push(KeyCode.A);
        until(() -> desk().learner().on());
        sweep(north, 1, 1);
        until(() -> text("#trace-sentence").contains("1 found, the last: Wheel 1"));
        push(KeyCode.A);
        until(() -> !desk().learner().on());
        assertThat(desk().editing()
                        .session()
                        .surface("north-eight")
                        .find("wheel-1")
                        .address())
                .isEqualTo(new Address.Cc(1, 1));
        assertThat(desk().editing().session().routes()).hasSize(routes);
    }

    /** A macro has a lane of its own, ridden or drawn; when the macro goes, Refine does not stumble over it. */
    @Test
    void aMacrosLaneIsOpenedAndGoesWithIt() {
        interact(() -> desk().selection().showMacro("afterglow"));
        push(KeyCode.L);
        until(() -> desk().selection().viewProperty().get() == View.REFINE);
        assertThat(desk().selection().selectedRoute().orElseThrow().target().parameter())
                .isEqualTo("afterglow");
        interact(() -> desk().editing().edit("Delete", s -> agogic.core.edit.macro.Macros.delete(s, "afterglow")));
        until(() -> desk().editing().session().macros().size() == 1);
        push(KeyCode.DIGIT1);
        push(KeyCode.DIGIT4);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session().macros().size() == 2);
    }
}
