package agogic.core.learn;

import agogic.core.midi.MidiSink;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/**
 * Listens to the messages of one port until it is sure what the control is that a hand moves: a plain controller, a 14-bit
 * pair, a parameter number, an encoder and how it counts, a button, a pedal the wrong way round, bend, pressure, a note.
 * Used by one thread.
 */
public final class Recogniser implements MidiSink {
    /** A fine byte belongs to the coarse one that came this short before: four messages' time on a MIDI cable. */
    private static final long PAIR_NANOS = 4_000_000;

    private static final int ENOUGH = 4;
    private static final int NULL_NUMBER = 16_383;

    private final Map<Integer, HeardNumber> sources = new HashMap<>();
    private final int[] high = new int[16];
    private final int[] low = new int[16];
    private final boolean[] registered = new boolean[16];
    private HeardNumber current;

    private static final int CC = 0;
    private static final int RPN = 1;
    private static final int NRPN = 2;
    private static final int BEND = 3;
    private static final int PRESSURE = 4;
    private static final int KEY = 5;
    private static final int NOTE = 6;

    /** One that has heard nothing yet. */
    public Recogniser() {
        java.util.Arrays.fill(high, -1);
        java.util.Arrays.fill(low, -1);
    }

    private HeardNumber source(int kind, int channel, int number) {
        return sources.computeIfAbsent(
                kind << 24 | channel << 16 | number, k -> new HeardNumber(kind, channel, number));
    }

    /** Forgets all that was heard. */
    public void clear() {
        sources.clear();
        current = null;
    }

    @Override
    public void message(int status, int data1, int data2, long nanos) {
        int channel = status & 0x0F;
        switch (status & 0xF0) {
            case 0xB0 -> controller(channel, data1, data2, nanos);
            case 0xE0 -> moved(source(BEND, channel, 0), data2 << 7 | data1, nanos);
            case 0xD0 -> moved(source(PRESSURE, channel, 0), data1, nanos);
            case 0xA0 -> moved(source(KEY, channel, data1), data2, nanos);
            case 0x90, 0x80 -> {
                HeardNumber note = source(NOTE, channel, data1);
                boolean on = (status & 0xF0) == 0x90 && data2 > 0;
                note.down |= on;
                note.up |= !on && note.down;
                moved(note, on ? data2 : 0, nanos);
            }
            default -> {
                // Program changes are no moves of a control.
            }
        }
    }

    private void controller(int channel, int number, int data, long nanos) {
        switch (number) {
            case 98, 99, 100, 101 -> {
                registered[channel] = number >= 100;
                if (number % 2 == 1) {
                    high[channel] = data;
                } else {
                    low[channel] = data;
                }
            }
            case 120, 121, 122, 123, 124, 125, 126, 127 -> {
                // Channel mode messages (all notes off and their like) are for the instrument, no moves of a control.
            }
            case 6, 38, 96, 97 -> {
                int selected = high[channel] < 0 || low[channel] < 0 ? NULL_NUMBER : high[channel] << 7 | low[channel];
                if (selected == NULL_NUMBER) {
                    plain(channel, number, data, nanos);
                } else {
                    HeardNumber source = source(registered[channel] ? RPN : NRPN, channel, selected);
                    if (number == 38) {
                        source.fines++;
                        source.last = nanos;
                    } else {
                        moved(source, data << 7, nanos);
                    }
                }
            }
            default -> plain(channel, number, data, nanos);
        }
    }

    private void plain(int channel, int number, int data, long nanos) {
        if (number >= 32 && number < 64) {
            HeardNumber coarse = sources.get(CC << 24 | channel << 16 | number - 32);
            if (coarse != null && nanos - coarse.last <= PAIR_NANOS) {
                coarse.fines++;
                return;
            }
            if (coarse != null && coarse.before > 0) {
                source(CC, channel, number).last = nanos;
                return;
            }
        } else if (number < 32) {
            HeardNumber fine = sources.get(CC << 24 | channel << 16 | number + 32);
            if (fine != null && nanos - fine.last <= PAIR_NANOS) {
                HeardNumber coarse = source(CC, channel, number);
                coarse.before++;
                coarse.fines++;
            }
        }
        moved(source(CC, channel, number), data, nanos);
    }

    private void moved(HeardNumber source, int value, long nanos) {
        source.add(value, nanos);
        if (current == null) {
            current = source;
        } else if (current != source) {
            boolean touch = source.kind == NOTE && current.kind != NOTE;
            boolean wasTouch = current.kind == NOTE && source.kind != NOTE && !current.up;
            if (!touch && (wasTouch || source.since >= 3 || read(source).sure())) {
                current.since = 0;
                current = source;
            }
        } else {
            for (HeardNumber other : sources.values()) {
                other.since = other == source ? other.since : 0;
            }
        }
    }

    /** What the control that moves now was taken for; empty if nothing came yet. */
    public Optional<Recognised> heard() {
        return Optional.ofNullable(current).map(this::read);
    }

    private Recognised read(HeardNumber source) {
        int channel = source.channel + 1;
        return switch (source.kind) {
            case CC -> controller(source, channel);
            case RPN -> fine(source, new Address.Rpn(channel, source.number));
            case NRPN -> fine(source, new Address.Nrpn(channel, source.number));
            case BEND -> recognised(
                    source, new Address.Bend(channel), Control.Kind.WHEEL, false, source.size >= 3, "Move it on.");
            case PRESSURE -> recognised(
                    source, new Address.Pressure(channel), Control.Kind.PAD, false, source.size >= 3, "Press it on.");
            case KEY -> recognised(
                    source,
                    new Address.KeyPressure(channel, source.number),
                    Control.Kind.PAD,
                    false,
                    source.size >= 3,
                    "Press it on.");
            default -> note(source, channel);
        };
    }

    private Recognised fine(HeardNumber source, Address address) {
        return recognised(source, address, Control.Kind.KNOB, false, source.size >= 2, "Move it on.");
    }

    private Recognised note(HeardNumber source, int channel) {
        boolean hard = false;
        for (int i = 0; i < source.kept(); i++) {
            hard |= source.values[i] != 0 && source.values[i] != 127;
        }
        return recognised(
                source,
                new Address.Note(channel, source.number),
                hard ? Control.Kind.PAD : Control.Kind.BUTTON,
                false,
                source.up,
                "Let it go.");
    }

    private Recognised controller(HeardNumber source, int channel) {
        if (source.fines >= 2 && source.number < 32) {
            return recognised(
                    source, new Address.CcPair(channel, source.number), usual(source.number), false, true, "");
        }
        Address.Cc plain = new Address.Cc(channel, source.number);
        Recognised button = button(source, plain);
        if (button != null) {
            return button;
        }
        Recognised encoder = encoder(source, channel);
        if (encoder != null) {
            return encoder;
        }
        int least = 127;
        for (int i = 0; i < source.kept(); i++) {
            least = Math.min(least, source.values[i]);
        }
        int lastValue = source.values[(source.size - 1) % source.values.length];
        boolean springsUp = source.first >= 120 && lastValue >= 120 && least <= 64 && source.size >= 6;
        return recognised(
                source,
                plain,
                springsUp ? Control.Kind.PEDAL : usual(source.number),
                springsUp,
                source.size >= ENOUGH && distinct(source) >= 3 && !perhapsTurned(source),
                perhapsTurned(source) ? "Turn it the other way as well." : "Move it on.");
    }

    /** True if an encoder that counts faster the faster it is turned could have sent this, one way only. */
    private static boolean perhapsTurned(HeardNumber source) {
        int least = 127;
        int most = 0;
        int repeats = 0;
        int widest = 0;
        int kept = source.kept();
        for (int i = 0; i < kept; i++) {
            int value = source.values[i];
            least = Math.min(least, value);
            most = Math.max(most, value);
            if (i > 0) {
                repeats += value == source.values[i - 1] ? 1 : 0;
                widest = Math.max(widest, Math.abs(value - source.values[i - 1]));
            }
        }
        boolean small = least >= 1 && least <= 2 && most < 64 || most >= 126 && most <= 127 && least > 64;
        boolean sweeps = most - least >= 20 && widest <= 3;
        return small && source.first != 0 && !sweeps && (repeats > 0 || widest > 3);
    }

    /** Two values only, one of them 0: it is pressed and let go. */
    private Recognised button(HeardNumber source, Address address) {
        int top = 0;
        boolean low = false;
        for (int i = 0; i < source.kept(); i++) {
            int value = source.values[i];
            low |= value == 0;
            if (value != 0 && top != 0 && value != top) {
                return null;
            }
            top = value == 0 ? top : value;
        }
        boolean far = top >= 64;
        if (low && far && source.size >= 2) {
            // What comes first comes from pressing: a switch that then says 0 is the wrong way round.
            boolean turned = source.first == 0;
            return recognised(source, address, turned ? Control.Kind.PEDAL : Control.Kind.BUTTON, turned, true, "");
        }
        return source.size == 1 && (top == 127 || top == 0)
                ? recognised(source, address, Control.Kind.BUTTON, false, false, "Let it go, or move it on.")
                : null;
    }

    /** Small steps around the values that mean none, again and again: it says how far, not where. */
    private Recognised encoder(HeardNumber source, int channel) {
        int right = 0;
        int left = 0;
        int belowCentre = 0;
        int aboveCentre = 0;
        int repeats = 0;
        int leaps = 0;
        int kept = source.kept();
        for (int i = 0; i < kept; i++) {
            int value = source.values[i];
            right += value >= 1 && value <= 16 ? 1 : 0;
            left += value >= 112 ? 1 : 0;
            belowCentre += value >= 48 && value <= 63 ? 1 : 0;
            aboveCentre += value >= 65 && value <= 80 ? 1 : 0;
            if (i > 0) {
                repeats += value == source.values[i - 1] ? 1 : 0;
                leaps += zone(value) != zone(source.values[i - 1]) ? 1 : 0;
            }
        }
        Recognised fast = accelerating(source, channel);
        if (fast != null) {
            return fast;
        }
        boolean steps =
                repeats >= 2 || leaps >= 2 || repeats + leaps >= 2 || leaps >= 1 && right > 0 && left + aboveCentre > 0;
        if (source.size < ENOUGH || !steps) {
            return null;
        }
        Address.Encoding encoding;
        boolean sure;
        if (right + left == kept) {
            encoding = Address.Encoding.TWOS_COMPLEMENT;
            sure = left > 0 && right > 0;
        } else if (belowCentre + aboveCentre == kept) {
            encoding = Address.Encoding.FROM_CENTRE;
            sure = belowCentre > 0;
        } else if (right + aboveCentre == kept) {
            encoding = Address.Encoding.SIGN_BIT;
            sure = right > 0 && aboveCentre > 0;
        } else {
            return null;
        }
        return recognised(
                source,
                new Address.Relative(channel, source.number, encoding),
                Control.Kind.ENCODER,
                false,
                sure,
                "Turn it the other way as well.");
    }

    /** Both ways, from one side to the other without what lies between, and again small steps near what means none. */
    private Recognised accelerating(HeardNumber source, int channel) {
        int leaps = 0;
        int rightLeast = 127;
        int rightMost = 0;
        int leftLeast = 127;
        int leftMost = 0;
        for (int i = 0; i < source.kept(); i++) {
            int value = source.values[i];
            if (value == 0 || value == 64) {
                return null;
            }
            if (value < 64) {
                rightLeast = Math.min(rightLeast, value);
                rightMost = Math.max(rightMost, value);
            } else {
                leftLeast = Math.min(leftLeast, value);
                leftMost = Math.max(leftMost, value);
            }
            boolean leaps64 = i > 0 && (value < 64) != (source.values[i - 1] < 64);
            leaps += leaps64 && Math.abs(value - source.values[i - 1]) >= 32 ? 1 : 0;
        }
        boolean wide = rightMost > 16
                || leftMost > 0 && leftMost < 112 && leftLeast > 80
                || leftLeast < 112 && leftMost >= 125;
        if (leaps == 0 || source.size < 6 || !wide || rightLeast > 3) {
            return null;
        }
        boolean twos = leftMost >= 125 && leftLeast > 67;
        boolean sign = leftLeast <= 67 && leftMost < 125;
        if (!twos && !sign) {
            return null;
        }
        return recognised(
                source,
                new Address.Relative(
                        channel, source.number, twos ? Address.Encoding.TWOS_COMPLEMENT : Address.Encoding.SIGN_BIT),
                Control.Kind.ENCODER,
                false,
                true,
                "");
    }

    private static int zone(int value) {
        return value <= 31 ? 0 : value <= 63 ? 1 : value <= 95 ? 2 : 3;
    }

    private static int distinct(HeardNumber source) {
        return (int) java.util.Arrays.stream(source.values, 0, source.kept())
                .distinct()
                .count();
    }

    /** What usually sends these numbers, as MIDI 1.0 names them: modulation wheel, breath, foot, expression, pedals. */
    private static Control.Kind usual(int number) {
        return switch (number) {
            case 1 -> Control.Kind.WHEEL;
            case 2 -> Control.Kind.BREATH;
            case 4, 11, 64, 65, 66, 67, 68, 69 -> Control.Kind.PEDAL;
            default -> Control.Kind.KNOB;
        };
    }

    private Recognised recognised(
            HeardNumber source, Address address, Control.Kind kind, boolean turned, boolean sure, String doubt) {
        int touch = -1;
        if (source.kind != NOTE) {
            for (HeardNumber other : sources.values()) {
                // A note that was down while the control moved says that a hand is there.
                if (other.kind == NOTE && other.channel == source.channel && other.down && source.size >= 3) {
                    touch = other.number;
                }
            }
        }
        boolean fader = touch >= 0 && kind == Control.Kind.KNOB;
        return new Recognised(
                address, fader ? Control.Kind.FADER : kind, turned, touch, source.size, sure, sure ? "" : doubt);
    }
}
