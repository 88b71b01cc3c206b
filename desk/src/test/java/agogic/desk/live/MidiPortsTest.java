package agogic.desk.live;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.route.Hand;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.ControlSender;
import agogic.core.surface.Surface;
import agogic.standins.comet.SlowComet;
import agogic.standins.surfaces.SimulatedDevice;
import agogic.standins.surfaces.SimulatedDevices;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** Devices that come and go, behind the interface of real ones. */
class MidiPortsTest {
    private static final String PORT = "Loose cable";

    private LiveDesk live;

    @AfterEach
    void close() {
        SimulatedDevices.unplug(PORT);
        if (live != null) {
            live.close();
        }
    }

    private static Session session() {
        Session comet = SlowComet.score();
        Control motor = new Control("motor", "Motor", Control.Kind.FADER, new Address.CcPair(3, 7), -1).showing(true);
        return comet.with(new Surface("loose", "Loose", PORT, List.of(motor)))
                .with(comet.routes().get(3).by(java.util.Optional.of(new Hand("loose", "motor"))));
    }

    private MidiPorts.Port port() {
        return live.ports().of(session().surface("loose"));
    }

    private static void until(BooleanSupplier holds) throws InterruptedException {
        for (int i = 0; i < 2_000 && !holds.getAsBoolean(); i++) {
            TimeUnit.MILLISECONDS.sleep(10);
        }
        assertThat(holds.getAsBoolean()).isTrue();
    }

    private double motor() {
        return live.engine().live().control(2, 0);
    }

    private void move(SimulatedDevice device, double to) {
        device.send(ControlSender.move(session().surface("loose").controls().get(0), 0, to));
    }

    @Test
    void unpluggedAndBackAgainItIsHeardAgain() throws InterruptedException {
        live = new LiveDesk(session(), System::nanoTime, false);
        assertThat(port().open()).isFalse();
        assertThat(port().state()).isEqualTo("not plugged in");

        SimulatedDevice first = SimulatedDevices.plug(PORT);
        assertThat(MidiPorts.inputs()).contains(PORT, "North Eight");
        until(() -> port().open());
        move(first, 0.25);
        until(() -> Math.abs(motor() - 0.25) < 1e-3);

        SimulatedDevices.unplug(PORT);
        until(() -> !port().open());
        assertThat(port().state()).isEqualTo("unplugged");
        move(first, 1);

        SimulatedDevice again = SimulatedDevices.plug(PORT);
        until(() -> port().open());
        assertThat(motor()).as("what a pulled cable says is not heard").isLessThan(0.3);
        move(again, 0.75);
        until(() -> Math.abs(motor() - 0.75) < 1e-3);
    }

    @Test
    void aSurfaceThatIsAddedLaterIsConnectedWithoutARestart() throws InterruptedException {
        SimulatedDevice device = SimulatedDevices.plug(PORT);
        live = new LiveDesk(SlowComet.score(), System::nanoTime, false);
        live.load(session());
        until(() -> port().open());
        move(device, 0.5);
        until(() -> Math.abs(motor() - 0.5) < 1e-3);
    }

    /** The fader with a motor goes where its parameter plays: the place in its span, as a 14-bit pair. */
    @Test
    void valuesGoBackToControlsThatShowThem() throws InterruptedException {
        SimulatedDevice device = SimulatedDevices.plug(PORT);
        Session session = session();
        live = new LiveDesk(session, System::nanoTime, false);
        until(() -> port().open());
        live.engine().locate(session.timeline().secondsAt(100));
        Target level = session.routes().get(3).target();
        until(() -> live.engine().live().position() > 1);
        double place = session.routes()
                .get(3)
                .span()
                .positionOf(live.engine().live().value(live.engine().index().of(level)));
        byte[] told = ControlSender.show(session.surface("loose").controls().get(0), place);
        until(() -> {
            List<byte[]> shown = device.shown();
            int n = shown.size();
            return n >= 2
                    && shown.get(n - 2)[1] == 7
                    && shown.get(n - 2)[2] == told[2]
                    && shown.get(n - 1)[1] == 39
                    && shown.get(n - 1)[2] == told[5];
        });
    }
}
