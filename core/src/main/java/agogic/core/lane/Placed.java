package agogic.core.lane;

import agogic.core.text.Text;

/**
 * A part of a layer whose points are a pattern's, so that they change with it.
 *
 * @param pattern its name
 * @param from where it begins, in lane time
 * @param to where it ends
 * @param turn how far in its cycle it is already where it begins, besides its phase, in cycles
 */
public record Placed(String pattern, double from, double to, double turn) {
    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Placed {
        Text.sound("The name of a pattern", pattern);
        if (!(to > from) || !Double.isFinite(to - from) || !(Math.abs(turn) <= 1e6)) {
            throw new IllegalArgumentException("The pattern " + pattern + " ends before it begins.");
        }
    }

    /**
     * Of the pattern with this name.
     *
     * @throws IllegalArgumentException in words for people if half a character stands in the name
     */
    public Placed named(String newPattern) {
        return new Placed(newPattern, from, to, turn);
    }
}
