package agogic.standins.surfaces;

import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import javax.sound.midi.InvalidMidiDataException;
import javax.sound.midi.MidiDevice;
import javax.sound.midi.MidiMessage;
import javax.sound.midi.Receiver;
import javax.sound.midi.ShortMessage;
import javax.sound.midi.Transmitter;

/**
 * A MIDI device of {@code javax.sound.midi}, input and output, behind which a drawn surface stands instead of a cable.
 * What is sent to it, its controls would show.
 */
public final class SimulatedDevice implements MidiDevice {
    private static final int MOST_SHOWN = 100;

    private final Description description;
    private final List<Out> transmitters = new CopyOnWriteArrayList<>();
    private final List<byte[]> shown = new CopyOnWriteArrayList<>();
    private final AtomicInteger count = new AtomicInteger();
    private volatile boolean open;
    private volatile boolean broken;
    private volatile Consumer<byte[]> recorder = bytes -> {};

    private static final class Description extends Info {
        Description(String name) {
            super(name, "Agogic", "drawn on the screen, sends real messages", "1");
        }
    }

    SimulatedDevice(String name) {
        description = new Description(name);
    }

    /** Sends whole messages, one after another in {@code bytes} (no running status), to all who listen. */
    public void send(byte[] bytes) {
        for (int i = 0; i < bytes.length; ) {
            int status = bytes[i] & 0xFF;
            int length = agogic.core.midi.MidiParser.lengthOf(status);
            send(status, bytes[i + 1] & 0x7F, length > 1 ? bytes[i + 2] & 0x7F : 0);
            i += 1 + length;
        }
    }

    /**
     * Sends one short message, of a channel or of the system (such as the pulses of a clock), to all who listen: one
     * at a time, as a wire does.
     *
     * @throws IllegalArgumentException if that is no short message
     */
    public synchronized void send(int status, int data1, int data2) {
        if (!open) {
            return;
        }
        long micros = getMicrosecondPosition();
        try {
            ShortMessage message = new ShortMessage(status, data1, data2);
            for (Out transmitter : transmitters) {
                transmitter.send(message, micros);
            }
        } catch (InvalidMidiDataException e) {
            throw new IllegalArgumentException("This is no short message: " + status, e);
        }
    }

    /** From now on this is handed all that is sent to the device, by the thread that sends it. */
    public void record(Consumer<byte[]> listener) {
        recorder = listener;
    }

    @Override
    public Info getDeviceInfo() {
        return description;
    }

    /** From now on it does what no driver should when it is opened, or no longer. */
    public void breaks(boolean on) {
        broken = on;
    }

    @Override
    public void open() {
        if (broken) {
            throw new NoClassDefFoundError("a driver that is not all there");
        }
        open = true;
    }

    @Override
    public void close() {
        open = false;
        transmitters.forEach(Out::close);
    }

    @Override
    public boolean isOpen() {
        return open;
    }

    @Override
    public long getMicrosecondPosition() {
        return System.nanoTime() / 1000;
    }

    @Override
    public int getMaxReceivers() {
        return -1;
    }

    @Override
    public int getMaxTransmitters() {
        return -1;
    }

    @Override
    public Receiver getReceiver() {
        return new In();
    }

    @Override
    public List<Receiver> getReceivers() {
        return List.of();
    }

    /** How many messages were sent to it so far. */
    public int shownCount() {
        return count.get();
    }

    /** The messages that were sent to it, the last hundred. */
    public List<byte[]> shown() {
        return List.copyOf(shown);
    }

    @Override
    public Transmitter getTransmitter() {
        Out out = new Out();
        transmitters.add(out);
        return out;
    }

    @Override
    public List<Transmitter> getTransmitters() {
        return List.copyOf(transmitters);
    }

    private final class In implements Receiver {
        @Override
        public void send(MidiMessage message, long timeStamp) {
            if (open) {
                byte[] bytes = message.getMessage();
                recorder.accept(bytes);
                shown.add(bytes);
                while (shown.size() > MOST_SHOWN) {
                    shown.remove(0);
                }
                count.incrementAndGet();
            }
        }

        @Override
        public void close() {
            // Nothing is held.
        }
    }

    private final class Out implements Transmitter {
        private volatile Receiver receiver;

        void send(ShortMessage message, long micros) {
            Receiver to = receiver;
            if (to != null) {
                to.send(message, micros);
            }
        }

        @Override
        public void setReceiver(Receiver to) {
            receiver = to;
        }

        @Override
        public Receiver getReceiver() {
            return receiver;
        }

        @Override
        public void close() {
            transmitters.remove(this);
        }
    }
}
