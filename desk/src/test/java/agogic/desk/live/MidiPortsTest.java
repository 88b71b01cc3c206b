package agogic.desk.live;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.route.Hand;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.ControlSender;
import agogic.core.surface.Page;
import agogic.core.surface.Surface;
import agogic.standins.comet.SlowComet;
import agogic.standins.surfaces.SimulatedDevice;
import agogic.standins.surfaces.SimulatedDevices;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
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

    private PortState port() {
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

    /** What one port does wrong, an error even, is told of it; the others are connected, and it is tried again. */
    @Test
    void aPortThatBreaksStopsNoOther() throws InterruptedException {
        SimulatedDevice bad = SimulatedDevices.plug(PORT);
        bad.breaks(true);
        live = new LiveDesk(session(), System::nanoTime, false);
        until(() -> live.ports().of(session().surface("north-eight")).open());
        assertThat(port().open()).isFalse();
        assertThat(port().state()).isEqualTo("does not open: it is tried again");
        assertThat(live.troubles().next().orElseThrow()).contains(PORT);
        bad.breaks(false);
        until(() -> port().open());
        move(bad, 0.75);
        until(() -> Math.abs(motor() - 0.75) < 1e-3);
    }

    /** Nothing is sent before it may be: the surface is heard, but gets no values back. */
    @Test
    void nothingIsSentBeforeItMayBe() throws InterruptedException {
        SimulatedDevice device = SimulatedDevices.plug(PORT);
        live = new LiveDesk(session(), System::nanoTime, false);
        until(() -> port().open() && device.shownCount() > 0);
        live.ports().send(false);
        until(() -> {
            move(device, 0.5);
            return Math.abs(motor() - 0.5) < 1e-3;
        });
        int shown = device.shownCount();
        live.engine().hand(session().routes().get(3).target(), 0.9, 0.01, false, System.nanoTime());
        TimeUnit.MILLISECONDS.sleep(200);
        assertThat(device.shownCount()).isEqualTo(shown);
        live.ports().send(true);
        until(() -> device.shownCount() > shown);
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

    /** Lamps of the buttons that turn pages: the one of the page that counts is on. */
    @Test
    void thePageIsShownByTheLampsOfItsButtons() throws InterruptedException {
        SimulatedDevice device = SimulatedDevices.plug(PORT);
        List<Control> buttons = List.of(
                new Control("b1", "B1", Control.Kind.BUTTON, new Address.Cc(1, 110), -1).showing(true),
                new Control("b2", "B2", Control.Kind.BUTTON, new Address.Note(1, 60), -1).showing(true));
        Surface surface = new Surface("lamps", "Lamps", PORT, buttons)
                .paged(List.of(new Page("A", java.util.Optional.of("b1")), new Page("B", java.util.Optional.of("b2"))));
        live = new LiveDesk(SlowComet.score().with(surface), System::nanoTime, false);
        until(() -> device.shownCount() >= 2);
        assertThat(device.shown()).anyMatch(m -> m[1] == 110 && m[2] == 127);
        assertThat(device.shown()).anyMatch(m -> (m[0] & 0xF0) == 0x80 && m[1] == 60);
        int before = device.shownCount();
        device.send(new byte[] {(byte) 0x90, 60, 127});
        until(() -> device.shownCount() >= before + 2);
        until(() -> {
            List<byte[]> shown = device.shown();
            return shown.subList(before, shown.size()).stream().anyMatch(m -> m[1] == 110 && m[2] == 0)
                    && shown.subList(before, shown.size()).stream()
                            .anyMatch(m -> (m[0] & 0xF0) == 0x90 && m[1] == 60 && m[2] == 127);
        });
    }

    /** While a hand is on it, nothing is sent against it; when it rests, what is heard is shown. */
    @Test
    void nothingIsSentAgainstTheHand() throws InterruptedException {
        SimulatedDevice device = SimulatedDevices.plug(PORT);
        Session comet = session();
        // While the hand moves no time passes, however busy the machine is: the hand never rests.
        AtomicLong stopped = new AtomicLong();
        live = new LiveDesk(comet, () -> stopped.get() > 0 ? stopped.get() : System.nanoTime(), false);
        until(() -> port().open());
        until(() -> device.shownCount() > 0);
        TimeUnit.MILLISECONDS.sleep(200);
        stopped.set(System.nanoTime());
        int route = 3;
        move(device, 0.2);
        until(() -> live.engine().live().moves(route) > 0);
        int before = device.shownCount();
        for (int i = 1; i < 12; i++) {
            int moves = live.engine().live().moves(route);
            move(device, 0.2 + i * 0.05);
            until(() -> live.engine().live().moves(route) > moves);
            TimeUnit.MILLISECONDS.sleep(20);
        }
        assertThat(device.shownCount()).as("it moves by hand").isEqualTo(before);
        stopped.set(0);
        // The route is in Read and has an envelope: the value stays, and the motor goes back to it.
        until(() -> device.shownCount() > before);
    }

    /** Two surfaces at one port: where one of them goes elsewhere, the other is not cut off for a moment. */
    @Test
    void aPortThatTwoSurfacesShareStaysOpenForTheOther() throws InterruptedException {
        SimulatedDevice device = SimulatedDevices.plug(PORT);
        Control knob = new Control("knob", "Knob", Control.Kind.KNOB, new Address.Cc(9, 30), -1);
        Session shared = session().with(new Surface("second", "Second", PORT, List.of(knob)));
        live = new LiveDesk(shared, System::nanoTime, false);
        until(() -> live.ports().ports().stream().filter(PortState::open).count() == 4);
        live.load(shared.with(shared.surface("second").at("Somewhere else")));
        until(() ->
                live.ports().ports().size() == 4 && !live.ports().ports().get(3).open());
        for (int i = 0; i < 60; i++) {
            assertThat(port().open()).isTrue();
            assertThat(device.isOpen()).isTrue();
            TimeUnit.MILLISECONDS.sleep(20);
        }
        move(device, 0.25);
        until(() -> Math.abs(motor() - 0.25) < 1e-3);
        // The last one that used it closes it.
        live.load(SlowComet.score());
        until(() -> !device.isOpen());
    }

    /** What sounds on a port is ended when the device goes to another, and when the window is closed. */
    @Test
    void notesDoNotHangOnAPortThatIsLeft() throws InterruptedException {
        AtomicLong on = new AtomicLong();
        AtomicLong off = new AtomicLong();
        SimulatedDevices.plug(PORT).record(bytes -> {
            on.addAndGet((bytes[0] & 0xF0) == 0x90 ? 1 : 0);
            off.addAndGet((bytes[0] & 0xF0) == 0x80 ? 1 : 0);
        });
        Session plain = SlowComet.score();
        Session through = plain.withDevice(plain.device("filter").through(PORT));
        live = new LiveDesk(through, System::nanoTime, false);
        for (int again = 0; again < 2; again++) {
            live.load(through);
            until(() -> live.ports().output(PORT).open());
            long before = on.get();
            live.engine().play();
            until(() -> on.get() > before && on.get() > off.get());
            if (again == 0) {
                live.load(plain);
            } else {
                live.close();
            }
            until(() -> on.get() == off.get());
            live.engine().stop();
        }
    }
}
