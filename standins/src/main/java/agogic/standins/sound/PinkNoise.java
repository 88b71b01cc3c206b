package agogic.standins.sound;

/**
 * Noise with as much in every octave: sixteen rows of even noise, the n-th renewed every 2^n samples, summed (the way of
 * R. F. Voss, with the order of J. McCartney). The same from the beginning on each time; about −21 dB of full scale.
 */
final class PinkNoise {
    private static final int ROWS = 16;
    private static final double LOUDNESS = 0.09;

    private final double[] rows = new double[ROWS];
    private double sum;
    private int count;
    private long state = 0x9E3779B97F4A7C15L;

    /** Even between −1 and 1 (xorshift64, Marsaglia 2003). */
    private double even() {
        state ^= state << 13;
        state ^= state >>> 7;
        state ^= state << 17;
        return (state >> 11) * 0x1p-52;
    }

    /** The next sample, of a deviation of about 0.09. */
    double next() {
        count++;
        int row = Integer.numberOfTrailingZeros(count);
        if (row < ROWS) {
            sum -= rows[row];
            rows[row] = even();
            sum += rows[row];
        }
        // Seventeen independent even values: their deviation is the root of 17/3.
        return LOUDNESS * (sum + even()) / Math.sqrt((ROWS + 1) / 3.0);
    }
}
