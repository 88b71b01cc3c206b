package agogic.desk.live;

import agogic.core.midi.Keys;
import agogic.core.midi.MessageQueue;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.function.LongSupplier;
import java.util.function.Predicate;
import javax.sound.midi.MidiDevice;
import javax.sound.midi.MidiMessage;
import javax.sound.midi.MidiUnavailableException;
import javax.sound.midi.Receiver;
import javax.sound.midi.Sequencer;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Transmitter;

/** MIDI inputs that are no surface of the piece: notes that come in there are played, nothing else is done with them. */
final class Keyboards {
    private static final int CAPACITY = 512;

    private final List<Keyboard> open = new ArrayList<>();
    private volatile MessageQueue[] queues = {};

    private record Keyboard(MidiDevice device, Transmitter transmitter, MessageQueue queue) {}

    /** One queue for each keyboard that is open. One thread takes them. */
    MessageQueue[] queues() {
        return queues;
    }

    /** True if one of them is open here. */
    boolean uses(MidiDevice device) {
        return open.stream().anyMatch(k -> k.device() == device);
    }

    /**
     * Opens those that are there and {@code taken} for nothing else, and lets go of the others.
     *
     * @param taken tells of names that are taken: what is sent to one of them may come back at an input of the same name
     * @param shared tells of devices that others use as well: those stay open
     * @param wanted false if nobody wants to hear any
     */
    void look(
            MidiDevice.Info[] there,
            boolean wanted,
            Predicate<String> taken,
            Predicate<MidiDevice> shared,
            LongSupplier clock) {
        int before = open.size();
        boolean changed = false;
        for (Iterator<Keyboard> all = open.iterator(); all.hasNext(); ) {
            Keyboard one = all.next();
            String name = one.device().getDeviceInfo().getName();
            boolean gone = !one.device().isOpen() || !DevicesThere.has(there, name);
            if (gone || !wanted || taken.test(name)) {
                all.remove();
                changed = true;
                close(one, gone ? d -> false : shared);
            }
        }
        for (MidiDevice.Info info : there) {
            MidiDevice device = wanted && !taken.test(info.getName()) ? DevicesThere.device(info) : null;
            boolean keyboard = device != null && !(device instanceof Sequencer) && device.getMaxTransmitters() != 0;
            if (keyboard && !uses(device)) {
                open(device, clock);
            }
        }
        if (changed || open.size() != before) {
            queues = open.stream().map(Keyboard::queue).toArray(MessageQueue[]::new);
        }
    }

    private void open(MidiDevice device, LongSupplier clock) {
        try {
            device.open();
            Transmitter transmitter = device.getTransmitter();
            MessageQueue queue = new MessageQueue(CAPACITY);
            transmitter.setReceiver(new Entry(queue, clock));
            open.add(new Keyboard(device, transmitter, queue));
        } catch (MidiUnavailableException | RuntimeException e) {
            // Somebody else plays it, or it is broken: it is no keyboard of ours.
        }
    }

    private static void close(Keyboard one, Predicate<MidiDevice> shared) {
        one.transmitter().close();
        if (one.device().isOpen() && !shared.test(one.device())) {
            one.device().close();
        }
    }

    /** Lets go of all; one that is {@code shared} stays open. */
    void close(Predicate<MidiDevice> shared) {
        open.forEach(k -> close(k, shared));
        open.clear();
        queues = new MessageQueue[0];
    }

    /** Takes what is played; allocates nothing. */
    private record Entry(MessageQueue queue, LongSupplier clock) implements Receiver {
        @Override
        public void send(MidiMessage message, long timeStamp) {
            if (message instanceof ShortMessage one && Keys.isKey(one.getStatus(), one.getData1())) {
                queue.message(one.getStatus(), one.getData1(), one.getData2(), clock.getAsLong());
            }
        }

        @Override
        public void close() {
            // Nothing is held.
        }
    }
}
