package agogic.desk.live;

import agogic.core.midi.MessageQueue;
import agogic.core.play.Engine;
import agogic.core.surface.Surface;
import java.util.function.LongSupplier;
import java.util.function.Predicate;
import javax.sound.midi.MidiDevice;
import javax.sound.midi.MidiMessage;
import javax.sound.midi.MidiUnavailableException;
import javax.sound.midi.Receiver;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Transmitter;

/** The two ways between one surface of the session and the device at its port. Used by one thread. */
final class Connection {
    private String id = "";
    private String port = "";
    private MidiDevice in;
    private MidiDevice out;
    private Transmitter transmitter;
    private Receiver receiver;
    private ValuesBack back;
    private boolean was;

    /** True if this connection goes to a device. */
    boolean uses(MidiDevice device) {
        return device == in || device == out;
    }

    /**
     * Connects what can be, closes what went away, and says how it is.
     *
     * @param speaks true if values may be sent back
     * @param shared true for a device that another connection goes to as well: it stays open
     */
    PortState look(
            Surface surface,
            MidiDevice.Info[] there,
            boolean speaks,
            MessageQueue queue,
            LongSupplier clock,
            Runnable wake,
            Predicate<MidiDevice> shared) {
        boolean gone = in != null && (!in.isOpen() || !DevicesThere.has(there, port));
        if (gone || !surface.port().equals(port) || !surface.id().equals(id)) {
            was = surface.port().equals(port) && surface.id().equals(id) && (was || in != null);
            close(gone ? d -> false : shared);
            port = surface.port();
            id = surface.id();
        }
        if (in != null) {
            return state(surface, true, "connected");
        }
        for (MidiDevice.Info info : there) {
            MidiDevice device = info.getName().equals(port) ? DevicesThere.device(info) : null;
            if (device == null) {
                continue;
            }
            try {
                if (in == null && device.getMaxTransmitters() != 0) {
                    device.open();
                    transmitter = device.getTransmitter();
                    transmitter.setReceiver(new Entry(queue, clock, wake));
                    in = device;
                }
                if (speaks && back == null && device.getMaxReceivers() != 0) {
                    device.open();
                    receiver = device.getReceiver();
                    back = new ValuesBack(id, receiver);
                    out = device;
                }
            } catch (MidiUnavailableException e) {
                return state(surface, in != null, in == null ? "used by another program" : "connected");
            }
        }
        return state(surface, in != null, in != null ? "connected" : was ? "unplugged" : "not plugged in");
    }

    private static PortState state(Surface surface, boolean open, String state) {
        return new PortState(surface.id(), surface.port(), open, state);
    }

    /** Sends what changed to the controls that show it. */
    public void show(Engine engine, long nanos) {
        if (back != null) {
            back.send(engine, nanos);
        }
    }

    /** Lets go of the devices; one that is {@code shared} with another connection stays open. */
    void close(Predicate<MidiDevice> shared) {
        if (transmitter != null) {
            transmitter.close();
        }
        if (receiver != null) {
            receiver.close();
        }
        for (MidiDevice device : new MidiDevice[] {in, out}) {
            if (device != null && device.isOpen() && !shared.test(device)) {
                device.close();
            }
        }
        forget();
    }

    /** What it was connected to is as if it had never been. */
    void forget() {
        in = null;
        out = null;
        transmitter = null;
        receiver = null;
        back = null;
    }

    /** Puts what a port receives into the engine's queue; allocates nothing. */
    private static final class Entry implements Receiver {
        private final MessageQueue queue;
        private final LongSupplier clock;
        private final Runnable wake;

        Entry(MessageQueue queue, LongSupplier clock, Runnable wake) {
            this.queue = queue;
            this.clock = clock;
            this.wake = wake;
        }

        @Override
        public void send(MidiMessage message, long timeStamp) {
            if (message instanceof ShortMessage one && one.getStatus() < 0xF0) {
                queue.message(one.getStatus(), one.getData1(), one.getData2(), clock.getAsLong());
                wake.run();
            }
        }

        @Override
        public void close() {
            // Nothing is held.
        }
    }
}
