package agogic.standins.surfaces;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.surface.Control;
import agogic.core.surface.ControlSender;
import agogic.core.surface.MoveSink;
import agogic.core.surface.Surface;
import agogic.core.surface.SurfaceDecoder;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import javax.sound.midi.MidiDevice;
import javax.sound.midi.MidiMessage;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.Receiver;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Transmitter;
import org.junit.jupiter.api.Test;

/** Simulated surfaces as the Java Sound interface shows them to anybody. */
class SimulatedDevicesTest {
    private static MidiDevice found(String name) throws Exception {
        for (MidiDevice.Info info : MidiSystem.getMidiDeviceInfo()) {
            if (info.getName().equals(name)) {
                return MidiSystem.getMidiDevice(info);
            }
        }
        return null;
    }

    private static final class Heard implements Receiver {
        private final List<String> messages = new ArrayList<>();

        @Override
        public void send(MidiMessage message, long timeStamp) {
            StringBuilder hex = new StringBuilder();
            for (byte one : message.getMessage()) {
                hex.append(String.format("%02X ", one));
            }
            messages.add(hex.toString().strip());
        }

        @Override
        public void close() {
            messages.add("closed");
        }
    }

    @Test
    void theyStandBesideTheMachinesOwnDevices() throws Exception {
        Set<String> names = Arrays.stream(MidiSystem.getMidiDeviceInfo())
                .map(MidiDevice.Info::getName)
                .collect(Collectors.toSet());
        assertThat(names).contains("North Eight", "Breath & Ribbon");
        MidiDevice device = found("North Eight");
        assertThat(device).isSameAs(SimulatedDevices.at("North Eight"));
        assertThat(device.getMaxTransmitters()).isEqualTo(-1);
        assertThat(device.getMaxReceivers()).isEqualTo(-1);
        assertThat(device.getReceivers()).isEmpty();
        assertThat(device.getMicrosecondPosition()).isPositive();
        assertThat(SimulatedDevices.at("no such port")).isNull();
    }

    @Test
    void whatIsSentIsHeardByAllWhoListenWhileItIsOpen() throws Exception {
        SimulatedDevice device = SimulatedDevices.plug("Two Listeners");
        Heard first = new Heard();
        Heard second = new Heard();
        device.send(new byte[] {(byte) 0xB0, 20, 1});
        device.open();
        Transmitter one = device.getTransmitter();
        one.setReceiver(first);
        Transmitter other = device.getTransmitter();
        other.setReceiver(second);
        assertThat(device.getTransmitters()).hasSize(2);
        device.send(new byte[] {(byte) 0xB0, 20, 64, (byte) 0xD0, 5, (byte) 0xE0, 0, 64});
        assertThat(first.messages).containsExactly("B0 14 40", "D0 05", "E0 00 40");
        other.close();
        device.send(new byte[] {(byte) 0x90, 60, 100});
        assertThat(first.messages).hasSize(4);
        assertThat(second.messages).hasSize(3);
        SimulatedDevices.unplug("Two Listeners");
        assertThat(device.isOpen()).isFalse();
        assertThat(found("Two Listeners")).isNull();
        device.send(new byte[] {(byte) 0x90, 60, 0});
        assertThat(first.messages).hasSize(4);
    }

    @Test
    void whatIsSentToItItsControlsWouldShow() throws Exception {
        SimulatedDevice device = SimulatedDevices.plug("Shows");
        Receiver receiver = device.getReceiver();
        receiver.send(new ShortMessage(0xB0, 1, 1), -1);
        assertThat(device.shownCount()).as("closed").isZero();
        device.open();
        for (int i = 0; i < 250; i++) {
            receiver.send(new ShortMessage(0xB0, 7, i & 0x7F), -1);
        }
        assertThat(device.shownCount()).isEqualTo(250);
        assertThat(device.shown()).hasSize(100);
        assertThat(device.shown().get(99)[2]).isEqualTo((byte) (249 & 0x7F));
        SimulatedDevices.unplug("Shows");
    }

    /** Each control of the demo's surfaces is understood by its own address, and by no other control. */
    @Test
    void everyControlOfTheDemoSpeaksForItself() {
        for (Surface surface : List.of(DemoSurfaces.northEight(), DemoSurfaces.breathAndRibbon())) {
            for (int c = 0; c < surface.controls().size(); c++) {
                Control control = surface.controls().get(c);
                List<Integer> moved = new ArrayList<>();
                SurfaceDecoder decoder = new SurfaceDecoder(surface, new MoveSink() {
                    @Override
                    public void moved(int which, double value, long nanos) {
                        moved.add(which);
                    }

                    @Override
                    public void touched(int which, boolean down, long nanos) {
                        moved.add(which);
                    }

                    @Override
                    public void unknown(int status, int data1, int data2, long nanos) {
                        moved.add(-1);
                    }
                });
                byte[] bytes = ControlSender.move(control, 0.2, 0.9);
                for (int i = 0; i < bytes.length; i += 3) {
                    decoder.message(bytes[i] & 0xFF, bytes[i + 1], bytes[i + 2], i);
                }
                assertThat(moved).as(control.name()).isNotEmpty().containsOnly(c);
            }
        }
    }
}
