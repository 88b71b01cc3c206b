package agogic.formats.clip2;

/**
 * Values between resolutions, as M2-115-U has it: least, centre and greatest stay what they are (min-centre-max); down by
 * leaving out bits.
 */
final class Scale {
    private static final long CENTRE = 1L << 31;
    private static final long TOP = (1L << 32) - 1;

    private Scale() {}

    /** A whole number of {@code from} bits in {@code to} bits. */
    static long up(long value, int from, int to) {
        int more = to - from;
        long shifted = value << more;
        long centre = 1L << (from - 1);
        if (value <= centre) {
            return shifted;
        }
        int repeated = from - 1;
        long bits = value & (1L << repeated) - 1;
        bits = more > repeated ? bits << (more - repeated) : bits >> (repeated - more);
        while (bits != 0) {
            shifted |= bits;
            bits >>= repeated;
        }
        return shifted;
    }

    /** A normalised value 0..1 in 32 bits: 0.5 is the centre. */
    static long of(double x) {
        double inside = Math.max(0, Math.min(1, x));
        return inside <= 0.5
                ? Math.round(inside * 2 * CENTRE)
                : CENTRE + Math.round((inside - 0.5) * 2 * (TOP - CENTRE));
    }

    /** The normalised value of 32 bits. */
    static double normalised(long value) {
        return value <= CENTRE ? (double) value / CENTRE / 2 : 0.5 + (double) (value - CENTRE) / (TOP - CENTRE) / 2;
    }
}
