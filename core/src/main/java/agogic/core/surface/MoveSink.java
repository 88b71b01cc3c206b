package agogic.core.surface;

/** Takes what a {@link SurfaceDecoder} understood. Controls are told by their place in the surface. */
public interface MoveSink {
    /** The control stands at {@code value} (0..1) since {@code nanos}. */
    void moved(int control, double value, long nanos);

    /** The hand came to the control ({@code down}) or left it. */
    void touched(int control, boolean down, long nanos);

    /** A message that belongs to no control of the surface. */
    void unknown(int status, int data1, int data2, long nanos);

    /**
     * Where an encoder without a place of its own is to count from: the place of what it moves, 0..1; NaN to go on from
     * where it was.
     */
    default double standsAt(int control) {
        return Double.NaN;
    }
}
