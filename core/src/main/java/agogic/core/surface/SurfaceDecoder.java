package agogic.core.surface;

import agogic.core.midi.MidiScale;
import agogic.core.midi.MidiSink;
import java.util.Arrays;
import java.util.List;

/**
 * Turns the messages of one port into moves of one surface's controls, 0..1. Allocates nothing once it is made; used by
 * one thread.
 *
 * <p>A 14-bit value is one value. The coarse byte alone resets the fine one (MIDI 1.0); but once a control has been
 * heard to send fine bytes, a coarse byte waits up to {@link #PAIR_NANOS} for its fine byte, so that no half-updated
 * value is told. Some controls send the fine byte first: one that comes alone waits as long for its coarse byte, until it is
 * heard which comes first.
 */
public final class SurfaceDecoder implements MidiSink {
    /** How long a coarse byte waits for its fine byte: four messages' time on a MIDI cable. */
    public static final long PAIR_NANOS = 4_000_000;

    private static final long LONG_AGO = Long.MIN_VALUE / 2;
    private static final int NONE = -1;

    /** What {@link #controlOf} says of a message that tells that a control is touched. */
    public static final int TOUCHES = -2;

    private static final int FINE = 1 << 16;
    private static final int RELATIVE = 1 << 17;
    private static final int PAIR = 1 << 18;
    private static final int TOUCH = 1 << 19;
    private static final int PLACE = 0xFFFF;

    /** Parameter numbers as keys: registered ones lie above the others. 127/127 selects none (MIDI 1.0). */
    private static final int REGISTERED = 1 << 14;

    private static final int NULL_NUMBER = 16_383;

    private final MoveSink sink;
    private final int[] byController = filled(16 * 128);
    private final int[] byNote = filled(16 * 128);
    private final int[] byKey = filled(16 * 128);
    private final int[] byBend = filled(16);
    private final int[] byPressure = filled(16);
    /** Channel, kind and number of each parameter number that a control speaks by, sorted, and the control. */
    private final int[] numbers;

    private final int[] byNumber;
    private final int[] selected = new int[16];
    private final int[] selectedControl = filled(16);
    private final Address.Encoding[] encodings;
    private final boolean[] turned;
    private final boolean[] struck;
    private final int[] coarse;
    private final int[] lastFine;
    private final long[] coarseAt;
    private final boolean[] sendsFine;
    private final boolean[] waits;
    /** Fine bytes that came before their coarse one, and which of the two comes first. */
    private final boolean[] fineWaits;

    private final long[] fineAt;
    private final boolean[] coarseFirst;
    private final boolean[] fineFirst;
    private final double[] stands;
    private int waiting;

    /** Tells the moves of the controls of a surface to {@code sink}. */
    public SurfaceDecoder(Surface surface, MoveSink sink) {
        this.sink = sink;
        List<Control> controls = surface.controls();
        int n = controls.size();
        encodings = new Address.Encoding[n];
        turned = new boolean[n];
        struck = new boolean[n];
        coarse = new int[n];
        lastFine = new int[n];
        coarseAt = new long[n];
        Arrays.fill(coarseAt, LONG_AGO);
        sendsFine = new boolean[n];
        waits = new boolean[n];
        fineWaits = new boolean[n];
        fineAt = new long[n];
        coarseFirst = new boolean[n];
        fineFirst = new boolean[n];
        stands = new double[n];
        Arrays.fill(selected, NULL_NUMBER);
        long[] keyed = new long[16 * n];
        int keys = 0;
        for (int i = 0; i < n; i++) {
            Control control = controls.get(i);
            turned[i] = control.turned();
            struck[i] = control.kind() == Control.Kind.PAD;
            int channel = control.address().channel();
            for (int c = channel == Address.ANY ? 0 : channel - 1; c < (channel == Address.ANY ? 16 : channel); c++) {
                int number = enter(i, control, c);
                if (number >= 0) {
                    keyed[keys++] = (long) (c << 15 | number) << 16 | i;
                }
            }
        }
        keyed = Arrays.copyOf(keyed, keys);
        Arrays.sort(keyed);
        numbers = new int[keys];
        byNumber = new int[keys];
        for (int k = 0; k < keys; k++) {
            numbers[k] = (int) (keyed[k] >> 16);
            byNumber[k] = (int) (keyed[k] & PLACE);
        }
    }

    private static int[] filled(int size) {
        int[] all = new int[size];
        Arrays.fill(all, NONE);
        return all;
    }

    /** Enters a control on channel {@code c}, 0..15; returns the parameter number it speaks by, −1 for none. */
    private int enter(int i, Control control, int c) {
        Address address = control.address();
        int row = c * 128;
        int number = NONE;
        if (address instanceof Address.Cc cc) {
            byController[row + cc.number()] = i;
        } else if (address instanceof Address.CcPair pair) {
            byController[row + pair.number()] = i | PAIR;
            byController[row + pair.number() + 32] = i | FINE;
        } else if (address instanceof Address.Relative relative) {
            byController[row + relative.number()] = i | RELATIVE;
            encodings[i] = relative.encoding();
            stands[i] = 0.5;
        } else if (address instanceof Address.Rpn rpn) {
            number = REGISTERED | rpn.number();
        } else if (address instanceof Address.Nrpn nrpn) {
            number = nrpn.number();
        } else if (address instanceof Address.Pressure) {
            byPressure[c] = i;
        } else if (address instanceof Address.KeyPressure key) {
            byKey[row + key.number()] = i;
        } else if (address instanceof Address.Note note) {
            byNote[row + note.number()] = i;
        } else {
            byBend[c] = i;
        }
        if (control.touchNote() >= 0) {
            byNote[row + control.touchNote()] = i | TOUCH;
        }
        return number;
    }

    @Override
    public void message(int status, int data1, int data2, long nanos) {
        int channel = status & 0x0F;
        int kind = status & 0xF0;
        int entry =
                switch (kind) {
                    case 0xB0 -> {
                        if (numbers.length > 0 && parameterNumber(channel, data1, data2, nanos)) {
                            yield NONE - 1;
                        }
                        yield byController[channel * 128 + data1];
                    }
                    case 0x80, 0x90 -> byNote[channel * 128 + data1];
                    case 0xA0 -> byKey[channel * 128 + data1];
                    case 0xD0 -> byPressure[channel];
                    case 0xE0 -> byBend[channel];
                    default -> NONE;
                };
        if (entry < 0) {
            if (entry == NONE) {
                sink.unknown(status, data1, data2, nanos);
            }
            return;
        }
        switch (kind) {
            case 0xB0 -> controller(entry, data2, nanos);
            case 0xA0 -> tell(entry, MidiScale.normalised7(data2), nanos);
            case 0xD0 -> tell(entry, MidiScale.normalised7(data1), nanos);
            case 0xE0 -> tell(entry, MidiScale.normalised14(data2 << 7 | data1), nanos);
            default -> note(entry, kind == 0x90 ? data2 : 0, nanos);
        }
    }

    /**
     * The place of the control that a note or a plain controller belongs to, −1 if it is none's; {@link #TOUCHES} if it only
     * tells that one is touched.
     */
    public int controlOf(int status, int data1) {
        int place = (status & 0x0F) * 128 + data1;
        int entry = (status & 0xF0) == 0xB0 ? byController[place] : byNote[place];
        return entry < 0 ? NONE : (entry & TOUCH) != 0 ? TOUCHES : entry & PLACE;
    }

    private void note(int entry, int velocity, long nanos) {
        if ((entry & TOUCH) != 0) {
            sink.touched(entry & PLACE, velocity > 0, nanos);
        } else {
            double hard = struck[entry] ? MidiScale.normalised7(velocity) : 1;
            tell(entry, velocity > 0 ? hard : 0, nanos);
        }
    }

    /** True if the controller belongs to a parameter number that a control speaks by. */
    private boolean parameterNumber(int channel, int controller, int data, long nanos) {
        switch (controller) {
            case 98 -> select(channel, selected[channel] & 0x3F80 | data);
            case 99 -> select(channel, selected[channel] & 0x7F | data << 7);
            case 100 -> select(channel, REGISTERED | selected[channel] & 0x3F80 | data);
            case 101 -> select(channel, REGISTERED | selected[channel] & 0x7F | data << 7);
            default -> {
                int control = selectedControl[channel];
                if (control == NONE) {
                    return false;
                }
                switch (controller) {
                    case 6 -> coarse(control, data, nanos);
                    case 38 -> fine(control, data, nanos);
                    case 96 -> step(control, 1, nanos);
                    case 97 -> step(control, -1, nanos);
                    default -> {
                        return false;
                    }
                }
            }
        }
        return true;
    }

    private void select(int channel, int number) {
        selected[channel] = number;
        int at = Arrays.binarySearch(numbers, channel << 15 | number);
        selectedControl[channel] = at < 0 ? NONE : byNumber[at];
    }

    /** An increment: one step of what the control was heard to send, coarse or fine. */
    private void step(int control, int by, long nanos) {
        int size = sendsFine[control] ? 1 : 128;
        int code = Math.max(0, Math.min(MidiScale.TOP_14, (coarse[control] | lastFine[control]) + by * size));
        coarse[control] = code & 0x3F80;
        lastFine[control] = code & 0x7F;
        ripen(control);
        tell(control, MidiScale.normalised14(code), nanos);
    }

    private void controller(int entry, int data, long nanos) {
        int control = entry & PLACE;
        if ((entry & FINE) != 0) {
            fine(control, data, nanos);
        } else if ((entry & RELATIVE) != 0) {
            double from = sink.standsAt(control);
            double steps = encodings[control].steps(data) / Address.ENCODER_STEPS * (turned[control] ? -1 : 1);
            double to = (Double.isNaN(from) ? stands[control] : from) + steps;
            stands[control] = Math.max(0, Math.min(1, to));
            sink.moved(control, stands[control], nanos);
        } else if ((entry & PAIR) != 0) {
            coarse(control, data, nanos);
        } else {
            tell(control, MidiScale.normalised7(data), nanos);
        }
    }

    private void fine(int control, int data, long nanos) {
        boolean own = waits[control] || nanos - coarseAt[control] <= PAIR_NANOS;
        coarseFirst[control] |= own && !fineFirst[control];
        sendsFine[control] = true;
        if (!coarseFirst[control]) {
            settleFine(control);
            lastFine[control] = data;
            fineAt[control] = nanos;
            fineWaits[control] = true;
            waiting++;
            return;
        }
        lastFine[control] = data;
        ripen(control);
        tell(control, MidiScale.normalised14(coarse[control] | data), nanos);
    }

    private void coarse(int control, int data, long nanos) {
        settle(control);
        coarse[control] = data << 7;
        if (fineWaits[control] && nanos - fineAt[control] <= PAIR_NANOS) {
            fineFirst[control] = true;
            fineWaits[control] = false;
            waiting--;
            coarseAt[control] = LONG_AGO;
            tell(control, MidiScale.normalised14(coarse[control] | lastFine[control]), nanos);
            return;
        }
        lastFine[control] = 0;
        coarseAt[control] = nanos;
        waits[control] = true;
        waiting++;
        if (!sendsFine[control]) {
            settle(control);
        }
    }

    /** Tells the coarse values whose fine byte has not come in time, which is now {@code now}, in nanoseconds. To be called now and then. */
    public void settle(long now) {
        if (waiting == 0) {
            return;
        }
        for (int i = 0; i < waits.length; i++) {
            if (waits[i] && now - coarseAt[i] > PAIR_NANOS) {
                settle(i);
            }
            if (fineWaits[i] && now - fineAt[i] > PAIR_NANOS) {
                settleFine(i);
            }
        }
    }

    private void settle(int control) {
        if (waits[control]) {
            ripen(control);
            tell(control, MidiScale.normalised14(coarse[control]), coarseAt[control]);
        }
    }

    private void settleFine(int control) {
        if (fineWaits[control]) {
            fineWaits[control] = false;
            waiting--;
            tell(control, MidiScale.normalised14(coarse[control] | lastFine[control]), fineAt[control]);
        }
    }

    private void ripen(int control) {
        if (waits[control]) {
            waits[control] = false;
            waiting--;
        }
    }

    private void tell(int control, double value, long nanos) {
        sink.moved(control, turned[control] ? 1 - value : value, nanos);
    }
}
