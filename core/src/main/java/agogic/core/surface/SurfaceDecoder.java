package agogic.core.surface;

import agogic.core.midi.MidiScale;
import agogic.core.midi.MidiSink;
import java.util.Arrays;
import java.util.List;

/**
 * Turns the messages of one port into moves of one surface's controls, 0..1. Allocates nothing once it is made; used by
 * one thread.
 *
 * <p>A 14-bit pair is one value. The coarse byte alone resets the fine one (MIDI 1.0); but once a control has been
 * heard to send fine bytes, a coarse byte waits up to {@link #PAIR_NANOS} for its fine byte, so that no half-updated
 * value is told.
 */
public final class SurfaceDecoder implements MidiSink {
    /** How long a coarse byte waits for its fine byte: four messages' time on a MIDI cable. */
    public static final long PAIR_NANOS = 4_000_000;

    /** Steps that an encoder takes for the whole way. */
    private static final double ENCODER_STEPS = 128;

    private static final int NONE = -1;
    private static final int FINE = 1 << 16;
    private static final int RELATIVE = 1 << 17;
    private static final int PAIR = 1 << 18;

    private final MoveSink sink;
    private final int[] byController = new int[16 * 128];
    private final int[] byNote = new int[16 * 128];
    private final int[] byBend = new int[16];
    private final Address.Encoding[] encodings;
    private final int[] coarse;
    private final long[] coarseAt;
    private final boolean[] sendsFine;
    private final boolean[] waits;
    private final double[] stands;
    private int waiting;

    public SurfaceDecoder(Surface surface, MoveSink sink) {
        this.sink = sink;
        List<Control> controls = surface.controls();
        int n = controls.size();
        encodings = new Address.Encoding[n];
        coarse = new int[n];
        coarseAt = new long[n];
        sendsFine = new boolean[n];
        waits = new boolean[n];
        stands = new double[n];
        Arrays.fill(byController, NONE);
        Arrays.fill(byNote, NONE);
        Arrays.fill(byBend, NONE);
        for (int i = 0; i < n; i++) {
            enter(i, controls.get(i));
        }
    }

    private void enter(int i, Control control) {
        Address address = control.address();
        int row = (address.channel() - 1) * 128;
        if (address instanceof Address.Cc cc) {
            byController[row + cc.number()] = i;
        } else if (address instanceof Address.CcPair pair) {
            byController[row + pair.number()] = i | PAIR;
            byController[row + pair.number() + 32] = i | FINE;
        } else if (address instanceof Address.Relative relative) {
            byController[row + relative.number()] = i | RELATIVE;
            encodings[i] = relative.encoding();
            stands[i] = 0.5;
        } else {
            byBend[address.channel() - 1] = i;
        }
        if (control.touchNote() >= 0) {
            byNote[row + control.touchNote()] = i;
        }
    }

    @Override
    public void message(int status, int data1, int data2, long nanos) {
        int channel = status & 0x0F;
        int entry =
                switch (status & 0xF0) {
                    case 0xB0 -> byController[channel * 128 + data1];
                    case 0x80, 0x90 -> byNote[channel * 128 + data1];
                    case 0xE0 -> byBend[channel];
                    default -> NONE;
                };
        if (entry == NONE) {
            sink.unknown(status, data1, data2, nanos);
            return;
        }
        switch (status & 0xF0) {
            case 0xB0 -> controller(entry, data2, nanos);
            case 0xE0 -> tell(entry, MidiScale.normalised14(data2 << 7 | data1), nanos);
            default -> sink.touched(entry, (status & 0xF0) == 0x90 && data2 > 0, nanos);
        }
    }

    private void controller(int entry, int data, long nanos) {
        int control = entry & 0xFFFF;
        if ((entry & FINE) != 0) {
            sendsFine[control] = true;
            ripen(control);
            tell(control, MidiScale.normalised14(coarse[control] | data), nanos);
        } else if ((entry & RELATIVE) != 0) {
            double to = stands[control] + encodings[control].steps(data) / ENCODER_STEPS;
            tell(control, Math.max(0, Math.min(1, to)), nanos);
        } else if ((entry & PAIR) != 0) {
            settle(control);
            coarse[control] = data << 7;
            coarseAt[control] = nanos;
            waits[control] = true;
            waiting++;
            if (!sendsFine[control]) {
                settle(control);
            }
        } else {
            tell(control, MidiScale.normalised7(data), nanos);
        }
    }

    /** Tells the coarse values whose fine byte has not come in time. To be called now and then. */
    public void settle(long now) {
        if (waiting == 0) {
            return;
        }
        for (int i = 0; i < waits.length; i++) {
            if (waits[i] && now - coarseAt[i] > PAIR_NANOS) {
                settle(i);
            }
        }
    }

    private void settle(int control) {
        if (waits[control]) {
            ripen(control);
            tell(control, MidiScale.normalised14(coarse[control]), coarseAt[control]);
        }
    }

    private void ripen(int control) {
        if (waits[control]) {
            waits[control] = false;
            waiting--;
        }
    }

    private void tell(int control, double value, long nanos) {
        stands[control] = value;
        sink.moved(control, value, nanos);
    }

    /** Where an encoder without a place of its own is to count from: the value of what it moves, 0..1. */
    public void standAt(int control, double value) {
        stands[control] = value;
    }
}
