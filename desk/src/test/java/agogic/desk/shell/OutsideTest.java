package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.sync.Sync;
import agogic.desk.model.Notice;
import agogic.standins.comet.SlowComet;
import agogic.standins.surfaces.SimulatedDevice;
import agogic.standins.surfaces.SimulatedDevices;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** A device in a rack and a clock that something else gives, by keys in the real window. */
public class OutsideTest extends WindowTest {
    private static final Target CUTOFF = new Target("filter", "cutoff");
    private static final String RACK = "Rack out";
    private static final String MASTER = "Other clock";

    private final List<byte[]> out = new CopyOnWriteArrayList<>();
    private volatile boolean beats;
    /** When the next pulse is due; the greatest number before the first. */
    private long next = Long.MAX_VALUE;

    @Override
    Session session() {
        SimulatedDevices.plug(RACK).record(out::add);
        SimulatedDevices.plug(MASTER);
        Session comet = SlowComet.session();
        Device filter = comet.device("filter");
        Outside way = new Outside("cutoff", Outside.Way.CC_PAIR, 1, 16);
        return comet.withDevice(filter.without("cutoff").sending(List.of(way)));
    }

    @AfterEach
    void unplug() {
        beats = false;
        SimulatedDevices.unplug(RACK);
        SimulatedDevices.unplug(MASTER);
    }

    private void choose(String id, String value) {
        ComboBox<String> box = node(id);
        interact(box::requestFocus);
        until(box::isFocused);
        int most = box.getItems().size();
        push(KeyCode.HOME);
        for (int i = 0; i < most && !box.getValue().equals(value); i++) {
            push(KeyCode.DOWN);
        }
        for (int i = 0; i < most && !box.getValue().equals(value); i++) {
            push(KeyCode.UP);
        }
        assertThat(box.getValue()).isEqualTo(value);
    }

    private ListCell<?> rowOf(String device) {
        return lookup("#devices .list-cell").queryAllAs(ListCell.class).stream()
                .filter(c -> String.valueOf(c.getAccessibleText()).startsWith(device))
                .findFirst()
                .orElseThrow();
    }

    private boolean sent(int status, int data1) {
        return out.stream().anyMatch(b -> (b[0] & 0xFF) == status && (data1 < 0 || b[1] == data1));
    }

    @Test
    void aDevicePlaysThroughAPortAndItsLossIsTold() {
        interact(() -> desk().selection().show(CUTOFF));
        push(KeyCode.DIGIT2);
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.O);
        choose("#port-name", RACK);
        choose("#port-channel", "5");
        interact(() -> node("#port-done").requestFocus());
        push(KeyCode.ENTER);
        until(() -> desk().editing().session().device("filter").port().equals(RACK));
        assertThat(desk().editing().session().device("filter").channel()).contains(5);
        until(() -> desk().live().ports().output(RACK).open());
        until(() -> rowOf("Two-Pole Filter").getAccessibleText().endsWith(", plays through " + RACK + " on channel 5"));
        until(() -> rowOf("Two-Pole Filter").getHeight() > 50);
        interact(() -> desk().riding().locate(64));
        push(KeyCode.SPACE);
        // Notes of its track and the cutoff, coarse and fine, on channel 5.
        until(() -> sent(0x94, -1) && sent(0xB4, 16) && sent(0xB4, 48));
        push(KeyCode.SPACE);
        until(() -> !desk().riding().playing());
        until(() -> out.stream().filter(b -> (b[0] & 0xFF) == 0x94).count()
                == out.stream().filter(b -> (b[0] & 0xFF) == 0x84).count());
        push(KeyCode.CONTROL, KeyCode.PERIOD);
        until(() -> sent(0xB4, 123));
        assertThat(text("#trace-sentence")).isEqualTo("All notes were ended on 1 port.");

        SimulatedDevices.unplug(RACK);
        until(() -> text("#trace-head").equals("Port closed"));
        assertThat(text("#trace-sentence")).contains("the port “" + RACK + "” is unplugged");
        until(() -> rowOf("Two-Pole Filter").getAccessibleText().endsWith(", which is not there"));
        SimulatedDevices.plug(RACK).record(out::add);
        until(() -> text("#trace-head").equals("Plugged in"));
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session().device("filter").port().isEmpty());
    }

    /** Pulses of 84 beats a minute, in the time of the window. */
    @Override
    void turned(long nanos) {
        next = !beats ? Long.MAX_VALUE : next == Long.MAX_VALUE ? nanos : next;
        for (; next <= nanos; next += 60_000_000_000L / 84 / 24) {
            SimulatedDevices.at(MASTER).send(0xF8, 0, 0);
        }
    }

    @Test
    void anOutsideClockStartsARideAndStopsIt() {
        push(KeyCode.CONTROL, KeyCode.K);
        choose("#clock-role", Sync.Role.FOLLOW.spoken());
        choose("#clock-port", MASTER);
        interact(() -> node("#clock-done").requestFocus());
        push(KeyCode.ENTER);
        until(() -> desk().editing().session().sync().follows());
        until(() -> desk().live().ports().clockPort().isPresent()
                && desk().live().ports().clockPort().get().open());
        until(() -> text("#leads").equals("waits for clock"));
        push(KeyCode.SPACE);
        until(() -> text("#trace-sentence").contains("start it there"));
        assertThat(desk().riding().playing()).isFalse();

        Route route = desk().editing().session().routes().stream()
                .filter(r -> r.target().equals(CUTOFF))
                .findFirst()
                .orElseThrow();
        interact(() -> desk().selection().selectedProperty().set(route.id()));
        push(KeyCode.R);
        until(() -> text("#trace-head").equals("Armed"));
        SimulatedDevice master = SimulatedDevices.at(MASTER);
        int rides = desk().editing().session().rides().size();
        master.send(0xF2, 0, 2);
        until(() -> Math.abs(desk().riding().positionBeat() - 64) < 1e-6);
        master.send(0xFB, 0, 0);
        beats = true;
        until(() -> desk().riding().playing() && text("#leads").equals("follows clock"));
        until(() -> desk().riding().positionBeat() > 65);
        // A last move that a busy machine delivers late is told after what became of the ride.
        List<String> said = new CopyOnWriteArrayList<>();
        interact(() ->
                lookup("#trace-head").queryAs(Label.class).textProperty().addListener((o, was, is) -> said.add(is)));
        ride(route);
        master.send(0xFC, 0, 0);
        until(() -> !desk().riding().playing());
        until(() -> desk().editing().session().rides().size() == rides + 1);
        beats = false;
        until(() -> said.contains("Written"));
        Label leads = node("#leads");
        until(() -> leads.getText().equals("waits for clock"));
        assertThat(leads.getAccessibleText()).contains("MIDI clock", MASTER);

        // It begins again and is lost: told, and it stops.
        master.send(0xFB, 0, 0);
        beats = true;
        until(() -> desk().riding().playing());
        beats = false;
        until(() -> !desk().riding().playing());
        until(() -> text("#trace-head").equals("Clock lost"));
        assertThat(desk().notices().lastProperty().get().kind()).isEqualTo(Notice.Kind.STOP);
    }

    /** The hand of a route goes up by half its travel in a second. */
    private void ride(Route route) {
        var hand = route.hand().orElseThrow();
        var surface = desk().editing().session().surface(hand.surface());
        for (int i = 0; i <= 50; i++) {
            SimulatedDevices.at(surface.port())
                    .send(agogic.core.surface.ControlSender.move(
                            desk().editing().session().control(hand), 0, i / 100.0));
            sleep(20);
        }
    }
}
