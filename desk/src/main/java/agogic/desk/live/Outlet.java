package agogic.desk.live;

import agogic.core.midi.MidiSink;
import agogic.core.midi.Wire;
import agogic.core.out.PortOut;
import java.util.function.Predicate;
import javax.sound.midi.InvalidMidiDataException;
import javax.sound.midi.MidiDevice;
import javax.sound.midi.MidiUnavailableException;
import javax.sound.midi.Receiver;
import javax.sound.midi.ShortMessage;

/** A MIDI output of the machine through which the piece plays. Opened by one thread, sent to by another. */
final class Outlet implements MidiSink {
    private final String name;
    private final PortOut port;
    /** One message for all, so that sending allocates nothing: devices take its bytes at once. */
    private final ShortMessage message = new ShortMessage();

    private MidiDevice device;
    private volatile Receiver receiver;
    private volatile String state = "being looked for";
    private boolean was;
    private volatile boolean silent;

    Outlet(String name) {
        this.name = name;
        port = new PortOut(name, Wire.CABLE, this);
    }

    String name() {
        return name;
    }

    PortOut port() {
        return port;
    }

    boolean uses(MidiDevice other) {
        return device == other;
    }

    PortState told() {
        return new PortState(name, name, receiver != null, state);
    }

    /** Opens its device if it is there, lets go of it if it is gone; true if it was opened now. */
    boolean look(MidiDevice.Info[] there) {
        if (device != null && (!device.isOpen() || receiver == null || !DevicesThere.has(there, name))) {
            close(d -> false);
            was = true;
        }
        if (device != null) {
            return false;
        }
        state = was ? "unplugged" : "not plugged in";
        for (MidiDevice.Info info : there) {
            MidiDevice found = info.getName().equals(name) ? DevicesThere.device(info) : null;
            if (found == null || found.getMaxReceivers() == 0) {
                continue;
            }
            try {
                found.open();
                receiver = found.getReceiver();
                device = found;
                state = "connected";
                return true;
            } catch (MidiUnavailableException e) {
                state = "used by another program";
            }
        }
        return false;
    }

    @Override
    public void message(int status, int data1, int data2, long nanos) {
        Receiver to = receiver;
        if (to == null) {
            return;
        }
        try {
            message.setMessage(status, data1, data2);
            to.send(message, -1);
        } catch (InvalidMidiDataException | IllegalStateException e) {
            // The device closed while we spoke; looking for ports again finds out.
            receiver = null;
        }
    }

    /** Nothing sounds there any more: it may be closed. */
    void silent() {
        silent = true;
    }

    boolean isSilent() {
        return silent;
    }

    /** Its device did what it must not: it is let go of, and tried again. */
    void failed() {
        receiver = null;
        device = null;
        state = "does not open: it is tried again";
    }

    /** Lets go of the device; one that is {@code shared} stays open. */
    void close(Predicate<MidiDevice> shared) {
        Receiver to = receiver;
        receiver = null;
        if (to != null) {
            to.close();
        }
        if (device != null && device.isOpen() && !shared.test(device)) {
            device.close();
        }
        device = null;
    }
}
