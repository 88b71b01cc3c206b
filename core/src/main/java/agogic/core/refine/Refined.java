package agogic.core.refine;

import agogic.core.envelope.Envelope;

/**
 * What came of a ride.
 *
 * @param envelope the points, over the stretch that was asked for
 * @param moves raw moves that went in
 * @param fewest the fewest straight points that stay within the tolerance; for a switch the points needed
 * @param farthest the greatest distance from the raw moves, in the difference unit
 * @param farthestNormalised the same in normalised value
 * @param farthestAt where that is, in lane time
 * @param raw the raw moves as a curve in lane time, normalised
 * @param tube the steadied curve and its walls
 */
public record Refined(
        Envelope envelope,
        int moves,
        int fewest,
        double farthest,
        double farthestNormalised,
        double farthestAt,
        Curve raw,
        Tube tube) {
    public int points() {
        return envelope.size();
    }
}
