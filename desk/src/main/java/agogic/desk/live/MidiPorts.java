package agogic.desk.live;

import agogic.core.midi.MessageQueue;
import agogic.core.play.Engine;
import agogic.core.session.Session;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.List;
import java.util.function.LongSupplier;
import javax.sound.midi.MidiDevice;
import javax.sound.midi.MidiMessage;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.MidiUnavailableException;
import javax.sound.midi.Receiver;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Transmitter;

/** The MIDI inputs of the machine, simulated ones among them, connected to the ports of the engine by their names. */
public final class MidiPorts implements AutoCloseable {
    private final List<MidiDevice> opened = new ArrayList<>();
    private final List<Port> ports = new ArrayList<>();

    /** What became of the port of a surface: open, or why not. */
    public record Port(String surface, String name, boolean open, String state) {}

    MidiPorts(Session session, Engine engine, LongSupplier clock) {
        for (int s = 0; s < session.surfaces().size(); s++) {
            Surface surface = session.surfaces().get(s);
            ports.add(connect(surface, engine.port(s), clock));
        }
    }

    /** The names of all MIDI inputs there are. */
    public static List<String> inputs() {
        List<String> names = new ArrayList<>();
        for (MidiDevice.Info info : MidiSystem.getMidiDeviceInfo()) {
            try {
                if (MidiSystem.getMidiDevice(info).getMaxTransmitters() != 0) {
                    names.add(info.getName());
                }
            } catch (MidiUnavailableException | IllegalArgumentException e) {
                // A port that went away while we asked is no input.
                continue;
            }
        }
        return names;
    }

    private Port connect(Surface surface, MessageQueue queue, LongSupplier clock) {
        for (MidiDevice.Info info : MidiSystem.getMidiDeviceInfo()) {
            if (!info.getName().equals(surface.port())) {
                continue;
            }
            try {
                MidiDevice device = MidiSystem.getMidiDevice(info);
                if (device.getMaxTransmitters() == 0) {
                    continue;
                }
                device.open();
                Transmitter transmitter = device.getTransmitter();
                transmitter.setReceiver(new Entry(queue, clock));
                opened.add(device);
                return new Port(surface.name(), surface.port(), true, "alive");
            } catch (MidiUnavailableException e) {
                return new Port(surface.name(), surface.port(), false, "taken by another program");
            }
        }
        return new Port(surface.name(), surface.port(), false, "not plugged in");
    }

    public List<Port> ports() {
        return ports;
    }

    @Override
    public void close() {
        opened.forEach(MidiDevice::close);
    }

    /** Puts what a port receives into the engine's queue; allocates nothing. */
    private static final class Entry implements Receiver {
        private final MessageQueue queue;
        private final LongSupplier clock;

        Entry(MessageQueue queue, LongSupplier clock) {
            this.queue = queue;
            this.clock = clock;
        }

        @Override
        public void send(MidiMessage message, long timeStamp) {
            if (message instanceof ShortMessage one && one.getStatus() < 0xF0) {
                queue.message(one.getStatus(), one.getData1(), one.getData2(), clock.getAsLong());
            }
        }

        @Override
        public void close() {
            // Nothing is held.
        }
    }
}
