package agogic.standins.sound;

/** A ring of samples that is read a fractional time behind where it is written. */
final class DelayLine {
    private final double[] ring;
    private int at;

    DelayLine(double longestSeconds) {
        ring = new double[Integer.highestOneBit((int) (longestSeconds * Block.RATE) + 4) * 2];
    }

    void write(double value) {
        at = (at + 1) & (ring.length - 1);
        ring[at] = value + 1e-20;
    }

    /** The sample {@code frames} before the last one written, 0 or more. */
    double read(double frames) {
        int whole = (int) frames;
        double part = frames - whole;
        double near = ring[(at - whole) & (ring.length - 1)];
        double far = ring[(at - whole - 1) & (ring.length - 1)];
        return near + (far - near) * part;
    }

    void clear() {
        java.util.Arrays.fill(ring, 0);
    }
}
