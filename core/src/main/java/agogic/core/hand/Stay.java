package agogic.core.hand;

/**
 * Where a hand rested: in one cell, or in two between which it trembled. Times in seconds.
 *
 * @param from when it entered the cell
 * @param to when it left it
 * @param place of the control
 * @param border between the two cells; the place if it is one
 * @param early from when it can be level: in its cell, or where the reach before it was over
 * @param late until when it can be
 * @param over when the reach before it was over, as it seems; not a number if that is not known
 * @param brief true if it was in the cell so long, but by the reaches beside it did not lie still so long
 */
public record Stay(
        double from, double to, double place, double border, double early, double late, double over, boolean brief) {
    /** A rest of which the reaches beside it say nothing yet. */
    Stay(double from, double to, double place, double border, double early, double late) {
        this(from, to, place, border, early, late, Double.NaN, false);
    }

    /** A turn: the hand did not rest in its cell. */
    static Stay turn(double from, double to, double place) {
        return new Stay(from, to, place, place, from, to, Double.NaN, true);
    }

    /** After a reach that was over at {@code reached}; it is level from {@code begins} on. */
    Stay after(double reached, double begins) {
        return new Stay(from, to, place, border, begins, late, reached, brief);
    }

    /** Level until {@code ends}. */
    Stay before(double ends, boolean shorter) {
        return new Stay(from, to, place, border, early, ends, over, brief || shorter);
    }
}
