package agogic.core.device;

import agogic.core.midi.MidiScale;

/**
 * A parameter that travels as a MIDI controller of its own, not through a socket.
 *
 * @param parameter its id
 * @param way how fine
 * @param channel MIDI channel 1..16
 * @param number of the controller, or of the non-registered parameter 0..16,383
 */
public record Outside(String parameter, Way way, int channel, int number) {
    /** How fine a value travels. */
    public enum Way {
        /** One controller, 7 bits. */
        CC("CC", 127),
        /** A coarse and a fine controller, 14 bits. */
        CC_PAIR("CC", 31),
        /** A non-registered parameter number, 14 bits. */
        NRPN("NRPN", 16_383);

        private final String spoken;
        private final int top;

        Way(String spoken, int top) {
            this.spoken = spoken;
            this.top = top;
        }

        public String spoken() {
            return spoken;
        }
    }

    public Outside {
        if (channel < 1 || channel > 16 || number < 0 || number > way.top) {
            throw new IllegalArgumentException(
                    way.spoken + " numbers lie between 0 and " + way.top + " on channels 1 to 16.");
        }
    }

    /** The same on another channel. */
    public Outside on(int otherChannel) {
        return new Outside(parameter, way, otherChannel, number);
    }

    /** The code that is sent for the normalised value {@code x}: 0..127 or 0..16,383. */
    public int code(double x) {
        return way == Way.CC ? MidiScale.code7(x) : MidiScale.code14(x);
    }

    /** The normalised value of a code. */
    public double value(int code) {
        return way == Way.CC ? MidiScale.normalised7(code) : MidiScale.normalised14(code);
    }

    /** The normalised value that arrives when {@code x} is sent. */
    public double arriving(double x) {
        return value(code(x));
    }

    /** For people: {@code CC 22 · ch 3}. */
    public String address() {
        return way.spoken + " " + number + (way == Way.CC_PAIR ? "+" + (number + 32) : "") + " · ch " + channel;
    }
}
