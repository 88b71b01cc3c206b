package agogic.core.surface;

/** The MIDI message by which a control speaks. Channels are 1..16. */
public sealed interface Address {
    int channel();

    /** For people: {@code CC 20 · ch 1}. */
    String spoken();

    /** One controller, 7 bits. */
    record Cc(int channel, int number) implements Address {
        public Cc {
            check(channel, number, 119);
        }

        @Override
        public String spoken() {
            return "CC " + number + " · ch " + channel;
        }
    }

    /** A coarse controller 0..31 and its fine one, {@code number + 32}: 14 bits (MIDI 1.0). */
    record CcPair(int channel, int number) implements Address {
        public CcPair {
            check(channel, number, 31);
        }

        @Override
        public String spoken() {
            return "CC " + number + "+" + (number + 32) + " · 14-bit · ch " + channel;
        }
    }

    /** Pitch bend, 14 bits, centre 8192. */
    record Bend(int channel) implements Address {
        public Bend {
            check(channel, 0, 127);
        }

        @Override
        public String spoken() {
            return "bend · 14-bit · ch " + channel;
        }
    }

    /** An encoder that says how far it was turned, not where it stands. */
    record Relative(int channel, int number, Encoding encoding) implements Address {
        public Relative {
            check(channel, number, 119);
        }

        @Override
        public String spoken() {
            return "CC " + number + " · relative · ch " + channel;
        }
    }

    /** The three usual ways to say a step to the left or right in seven bits. */
    enum Encoding {
        TWOS_COMPLEMENT,
        FROM_CENTRE,
        SIGN_BIT;

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

    private static void check(int channel, int number, int top) {
        if (channel < 1 || channel > 16) {
            throw new IllegalArgumentException("A MIDI channel lies between 1 and 16, not at " + channel + ".");
        }
        if (number < 0 || number > top) {
            throw new IllegalArgumentException("This controller number lies between 0 and " + top + ", not " + number);
        }
    }
}
