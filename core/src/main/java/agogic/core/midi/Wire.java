package agogic.core.midi;

/** How long messages take on a MIDI cable: 31,250 baud, ten bits a byte (MIDI 1.0 Detailed Specification). */
public record Wire(double baud) {
    public static final Wire CABLE = new Wire(31_250);

    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Wire {
        if (!(baud > 0)) {
            throw new IllegalArgumentException("A wire carries more than 0 bits a second, not " + baud + ".");
        }
    }

    /** Seconds that {@code bytes} take. */
    public double seconds(int bytes) {
        return bytes * 10 / baud;
    }
}
