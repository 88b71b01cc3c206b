package agogic.core.refine;

/**
 * A stretch on which the hand lay still.
 *
 * @param from in lane time
 * @param to in lane time
 * @param value of its code, normalised value of the target
 * @param border the value between two codes, where it trembled between them; else the same
 * @param early from when it can be level, by the reach before it too
 * @param late until when it can be
 * @param brief true if by the reaches beside it the hand did not lie still for so long: it need not be level
 */
public record Rest(double from, double to, double value, double border, double early, double late, boolean brief) {
    /** Level between two times. */
    Rest between(double begins, double ends, double level) {
        return new Rest(begins, ends, level, level, begins, ends, false);
    }
}
