package agogic.core.device;

import agogic.core.midi.MidiScale;
import agogic.core.midi.Program;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Steps;

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
        NRPN("NRPN", 16_383),
        /** A registered parameter number, 14 bits. */
        RPN("RPN", 16_382),
        /** The pitch wheel of the channel, 14 bits; its number is 0. */
        BEND("pitch bend", 0),
        /** The pressure on all keys of the channel, 7 bits; its number is 0. */
        PRESSURE("pressure", 0),
        /** The pressure on one key, 7 bits; its number is the key. */
        KEY_PRESSURE("pressure of key", 127),
        /** The program of the channel, with its bank where one is said: a {@link Program}; its number is 0. */
        PROGRAM("program", 0);

        private final String spoken;
        private final int top;

        Way(String spoken, int top) {
            this.spoken = spoken;
            this.top = top;
        }

        /** The word for people. */
        public String spoken() {
            return spoken;
        }

        /** True if it speaks by controllers of its own: one, or a coarse and a fine one. */
        public boolean controllers() {
            return this == CC || this == CC_PAIR;
        }

        /** True if it says by a number which parameter it means, before it says the value. */
        public boolean numbered() {
            return this == NRPN || this == RPN;
        }

        /** True if a value has 7 bits only. */
        public boolean seven() {
            return this == CC || this == PRESSURE || this == KEY_PRESSURE;
        }
    }

    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Outside {
        if (channel < 1 || channel > 16 || number < 0 || number > way.top) {
            throw new IllegalArgumentException(
                    way.spoken + " numbers lie between 0 and " + way.top + " on channels 1 to 16.");
        }
    }

    /**
     * What has this in common on one port is heard as one thing: the kind of message, its channel (1 to 16) and its
     * number.
     */
    public static String key(Way way, int channel, int number) {
        return (way.controllers() ? "c" : way.name()) + channel + "." + number;
    }

    /**
     * The same on another channel.
     *
     * @throws IllegalArgumentException in words for people if it is not 1 to 16
     */
    public Outside on(int otherChannel) {
        return new Outside(parameter, way, otherChannel, number);
    }

    /** The code that is sent for the normalised value {@code x} of its parameter; −1 for a program that is not said. */
    public int code(Parameter of, double x) {
        return way == Way.PROGRAM ? (int) of.nativeValueAt(x) : code(x);
    }

    /** The normalised value that its parameter has with this code. */
    public double value(Parameter of, int code) {
        if (way != Way.PROGRAM) {
            return value(code);
        }
        int place = of.worth().indexOf((double) code);
        return Steps.middle(Math.max(0, place), of.positions().size());
    }

    /** The code that is sent for the normalised value {@code x}: 0..127 or 0..16,383. Not of a program. */
    public int code(double x) {
        return way.seven() ? MidiScale.code7(x) : MidiScale.code14(x);
    }

    /** The normalised value of a code. */
    public double value(int code) {
        return way.seven() ? MidiScale.normalised7(code) : MidiScale.normalised14(code);
    }

    /** The normalised value that arrives when {@code x} is sent. */
    public double arriving(double x) {
        return way == Way.PROGRAM ? x : value(code(x));
    }

    /** For people: {@code CC 22 · ch 3}. */
    public String address() {
        if (way.top == 0) {
            return way.spoken + " · ch " + channel;
        }
        return way.spoken + " " + number + (way == Way.CC_PAIR ? "+" + (number + 32) : "") + " · ch " + channel;
    }
}
