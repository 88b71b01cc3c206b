package agogic.core.midi;

/**
 * Codes to normalised values and back. Scaling to more bits is min-centre-max, so that centre is centre and both ends
 * are reached: 64 becomes 8192, 127 becomes 16383 (MIDI 2.0 Bit Scaling and Resolution).
 */
public final class MidiScale {
    public static final int CENTRE_14 = 8192;
    public static final int TOP_14 = 16383;

    private MidiScale() {}

    /** A 7-bit code, 0..127, as 14 bits. */
    public static int to14(int code7) {
        int scaled = code7 << 7;
        if (code7 <= 64) {
            return scaled;
        }
        // The six bits below the top one are repeated downwards (MIDI 2.0 Bit Scaling and Resolution, upscaling).
        int repeat = code7 & 0x3F;
        return scaled | repeat << 1 | repeat >> 5;
    }

    /** A 14-bit code as 7 bits: the coarse byte. */
    public static int to7(int code14) {
        return code14 >> 7;
    }

    /** Normalised value of a 14-bit code, 0..16383: 8192 is exactly the middle. */
    public static double normalised14(int code14) {
        return code14 <= CENTRE_14 ? code14 / 16384.0 : 0.5 + (code14 - CENTRE_14) / 16382.0;
    }

    /** Normalised value of a 7-bit code, 0..127: 64 is exactly the middle. */
    public static double normalised7(int code7) {
        return normalised14(to14(code7));
    }

    /** The 14-bit code nearest to {@code x} in 0..1. */
    public static int code14(double x) {
        double code = Math.rint(x <= 0.5 ? x * 16384 : CENTRE_14 + (x - 0.5) * 16382);
        return code <= 0 ? 0 : code >= TOP_14 ? TOP_14 : (int) code;
    }

    /** The 7-bit code whose value is nearest to {@code x} in 0..1. */
    public static int code7(double x) {
        int near = code14(x) >> 7;
        int best = near;
        for (int code = Math.max(0, near - 1); code <= Math.min(127, near + 1); code++) {
            if (Math.abs(normalised7(code) - x) < Math.abs(normalised7(best) - x)) {
                best = code;
            }
        }
        return best;
    }
}
