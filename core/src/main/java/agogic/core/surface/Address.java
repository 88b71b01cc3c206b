package agogic.core.surface;

import java.util.List;

/** The MIDI message by which a control speaks. Channels are 1..16, or {@link #ANY}. */
public sealed interface Address {
    /** As a channel: whichever the message comes on. What is sent back goes on channel 1. */
    int ANY = 0;

    /** Steps that an encoder takes for the whole way. */
    double ENCODER_STEPS = 128;

    int channel();

    /** The same message on another channel. */
    Address on(int channel);

    /** For people, without how fine it is: {@code CC 2+34 · ch 2}. */
    default String brief() {
        return spoken().replace(" · 14-bit", "").replace(" · relative", "");
    }

    /** The message without its channel, for people: {@code CC 20}. */
    String message();

    /** The smallest step it can tell, as a part of the whole way. */
    double resolution();

    /** The controller numbers it uses up on its channel, other than those of parameter numbers. */
    default List<Integer> controllers() {
        return List.of();
    }

    /** True if it may come on MIDI channel {@code other}, 1..16. */
    default boolean hears(int other) {
        return channel() == ANY || channel() == other;
    }

    /** For people: {@code CC 20 · ch 1}. */
    default String spoken() {
        return message() + (channel() == ANY ? " · any channel" : " · ch " + channel());
    }

    /** One controller, 7 bits. */
    record Cc(int channel, int number) implements Address {
        /** @throws IllegalArgumentException in words for people if the channel or the number lies outside of MIDI's */
        public Cc {
            check(channel, number, 119, "controller");
        }

        @Override
        public Cc on(int other) {
            return new Cc(other, number);
        }

        @Override
        public List<Integer> controllers() {
            return List.of(number);
        }

        @Override
        public String message() {
            return "CC " + number;
        }

        @Override
        public double resolution() {
            return SEVEN;
        }
    }

    /** A coarse controller 0..31 and its fine one, {@code number + 32}: 14 bits (MIDI 1.0). */
    record CcPair(int channel, int number) implements Address {
        /** @throws IllegalArgumentException in words for people if the channel or the number lies outside of MIDI's */
        public CcPair {
            check(channel, number, 31, "coarse controller");
        }

        @Override
        public CcPair on(int other) {
            return new CcPair(other, number);
        }

        @Override
        public List<Integer> controllers() {
            return List.of(number, number + 32);
        }

        @Override
        public String message() {
            return "CC " + number + "+" + (number + 32) + " · 14-bit";
        }

        @Override
        public double resolution() {
            return FOURTEEN;
        }
    }

    /** A registered parameter: its number by controllers 101 and 100, its value by 6 and 38 (MIDI 1.0). */
    record Rpn(int channel, int number) implements Address {
        /** @throws IllegalArgumentException in words for people if the channel or the number lies outside of MIDI's */
        public Rpn {
            check(channel, number, 16_382, "registered parameter");
        }

        @Override
        public Rpn on(int other) {
            return new Rpn(other, number);
        }

        @Override
        public String message() {
            return "RPN " + number + " · 14-bit";
        }

        @Override
        public double resolution() {
            return FOURTEEN;
        }
    }

    /** A non-registered parameter: its number by controllers 99 and 98, its value by 6 and 38 (MIDI 1.0). */
    record Nrpn(int channel, int number) implements Address {
        /** @throws IllegalArgumentException in words for people if the channel or the number lies outside of MIDI's */
        public Nrpn {
            check(channel, number, 16_382, "non-registered parameter");
        }

        @Override
        public Nrpn on(int other) {
            return new Nrpn(other, number);
        }

        @Override
        public String message() {
            return "NRPN " + number + " · 14-bit";
        }

        @Override
        public double resolution() {
            return FOURTEEN;
        }
    }

    /** Pitch bend, 14 bits, centre 8192. */
    record Bend(int channel) implements Address {
        /** @throws IllegalArgumentException in words for people if the channel or the number lies outside of MIDI's */
        public Bend {
            check(channel, 0, 127, "bend");
        }

        @Override
        public Bend on(int other) {
            return new Bend(other);
        }

        @Override
        public String message() {
            return "bend · 14-bit";
        }

        @Override
        public double resolution() {
            return FOURTEEN;
        }
    }

    /** Pressure of a whole channel, 7 bits. */
    record Pressure(int channel) implements Address {
        /** @throws IllegalArgumentException in words for people if the channel or the number lies outside of MIDI's */
        public Pressure {
            check(channel, 0, 127, "pressure");
        }

        @Override
        public Pressure on(int other) {
            return new Pressure(other);
        }

        @Override
        public String message() {
            return "channel pressure";
        }

        @Override
        public double resolution() {
            return SEVEN;
        }
    }

    /** Pressure of one key or pad, 7 bits. */
    record KeyPressure(int channel, int number) implements Address {
        /** @throws IllegalArgumentException in words for people if the channel or the number lies outside of MIDI's */
        public KeyPressure {
            check(channel, number, 127, "key");
        }

        @Override
        public KeyPressure on(int other) {
            return new KeyPressure(other, number);
        }

        @Override
        public String message() {
            return "key pressure " + number;
        }

        @Override
        public double resolution() {
            return SEVEN;
        }
    }

    /** A note as a button: on is 1, off is 0; on a pad, how hard it was hit. */
    record Note(int channel, int number) implements Address {
        /** @throws IllegalArgumentException in words for people if the channel or the number lies outside of MIDI's */
        public Note {
            check(channel, number, 127, "note");
        }

        @Override
        public Note on(int other) {
            return new Note(other, number);
        }

        @Override
        public String message() {
            return "note " + number;
        }

        @Override
        public double resolution() {
            return SEVEN;
        }
    }

    /** An encoder that says how far it was turned, not where it stands. */
    record Relative(int channel, int number, Encoding encoding) implements Address {
        /** @throws IllegalArgumentException in words for people if the channel or the number lies outside of MIDI's */
        public Relative {
            check(channel, number, 119, "controller");
        }

        @Override
        public Relative on(int other) {
            return new Relative(other, number, encoding);
        }

        @Override
        public List<Integer> controllers() {
            return List.of(number);
        }

        @Override
        public String message() {
            return "CC " + number + " · relative";
        }

        @Override
        public double resolution() {
            return 1.0 / ENCODER_STEPS;
        }
    }

    /** The three usual ways to say a step to the left or right in seven bits. */
    enum Encoding {
        TWOS_COMPLEMENT("1 right, 127 left"),
        FROM_CENTRE("65 right, 63 left"),
        SIGN_BIT("1 right, 65 left");

        private final String spoken;

        Encoding(String spoken) {
            this.spoken = spoken;
        }

        /** What one step to each side is. */
        public String spoken() {
            return spoken;
        }

        /** The signed number of steps of {@code data}, 0..127. */
        public int steps(int data) {
            return switch (this) {
                case TWOS_COMPLEMENT -> data < 64 ? data : data - 128;
                case FROM_CENTRE -> data - 64;
                case SIGN_BIT -> data < 64 ? data : 64 - data;
            };
        }

        /** The data byte for {@code steps}, clamped to what the encoding can say. */
        public int data(int steps) {
            int in = Math.max(-63, Math.min(63, steps));
            return switch (this) {
                case TWOS_COMPLEMENT -> in & 0x7F;
                case FROM_CENTRE -> in + 64;
                case SIGN_BIT -> in >= 0 ? in : 64 - in;
            };
        }
    }

    /** One step of seven bits. */
    double SEVEN = 1.0 / 127;

    /** One step of fourteen bits. */
    double FOURTEEN = 1.0 / 16_383;

    private static void check(int channel, int number, int top, String what) {
        if (channel < ANY || channel > 16) {
            throw new IllegalArgumentException("A MIDI channel lies between 1 and 16, not at " + channel + ".");
        }
        if (number < 0 || number > top) {
            throw new IllegalArgumentException(
                    "The number of this " + what + " lies between 0 and " + top + ", not at " + number + ".");
        }
    }
}
