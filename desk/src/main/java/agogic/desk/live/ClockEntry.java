package agogic.desk.live;

import agogic.core.midi.MessageQueue;
import agogic.core.sync.Sync;
import java.util.function.LongSupplier;
import java.util.function.Predicate;
import javax.sound.midi.MidiDevice;
import javax.sound.midi.MidiMessage;
import javax.sound.midi.MidiUnavailableException;
import javax.sound.midi.Receiver;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Transmitter;

/** The MIDI input on which another clock speaks. Used by one thread. */
final class ClockEntry {
    private final MessageQueue queue;
    private final LongSupplier clock;
    private final Runnable wake;
    private MidiDevice device;
    private Transmitter transmitter;
    private String port = "";
    private boolean was;

    ClockEntry(MessageQueue queue, LongSupplier clock, Runnable wake) {
        this.queue = queue;
        this.clock = clock;
        this.wake = wake;
    }

    boolean uses(MidiDevice other) {
        return device == other;
    }

    /** Connects to the port of a clock that is followed, lets go of any other; how that stands, or null if none is followed. */
    PortState look(Sync sync, MidiDevice.Info[] there, Predicate<MidiDevice> shared) {
        String wanted = sync.follows() ? sync.port() : "";
        boolean gone = device != null && (!device.isOpen() || !DevicesThere.has(there, port));
        if (gone || !wanted.equals(port)) {
            was = gone && wanted.equals(port);
            close(gone ? d -> false : shared);
            port = wanted;
        }
        if (port.isEmpty()) {
            return null;
        }
        String state = device != null ? "connected" : was ? "unplugged" : "not plugged in";
        for (int i = 0; i < there.length && device == null; i++) {
            MidiDevice found = there[i].getName().equals(port) ? DevicesThere.device(there[i]) : null;
            if (found == null || found.getMaxTransmitters() == 0) {
                continue;
            }
            try {
                found.open();
                transmitter = found.getTransmitter();
                transmitter.setReceiver(new Entry());
                device = found;
                state = "connected";
            } catch (MidiUnavailableException e) {
                state = "used by another program";
            }
        }
        return new PortState(port, port, device != null, state);
    }

    void close(Predicate<MidiDevice> shared) {
        if (transmitter != null) {
            transmitter.close();
        }
        if (device != null && device.isOpen() && !shared.test(device)) {
            device.close();
        }
        device = null;
        transmitter = null;
    }

    /** Takes what is about time; allocates nothing. */
    private final class Entry implements Receiver {
        @Override
        public void send(MidiMessage message, long timeStamp) {
            if (message instanceof ShortMessage one && one.getStatus() > 0xF0) {
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
