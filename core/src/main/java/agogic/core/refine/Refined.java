package agogic.core.refine;

import agogic.core.curve.Curve;
import agogic.core.envelope.Envelope;
import agogic.core.refine.tube.Tube;
import java.util.List;
import java.util.function.DoubleBinaryOperator;

/**
 * What came of a ride.
 *
 * @param envelope the points, over the stretch that was asked for
 * @param moves raw moves that went in
 * @param fewest the fewest straight points that stay within the tolerance; for a switch the points needed
 * @param farthest the greatest distance from the nearest place where the hand can have been, in the difference unit
 * @param farthestNormalised the same in normalised value
 * @param farthestAt where that is, in lane time
 * @param middle how far it is from where the hand likely was, root mean square over time, in the difference unit
 * @param raw the raw moves as a curve in lane time, normalised
 * @param tube where the envelope may be
 * @param cells where the hand can have been: the cells of its codes
 * @param rests where it lay still, and the envelope is level
 */
public record Refined(
        Envelope envelope,
        int moves,
        int fewest,
        double farthest,
        double farthestNormalised,
        double farthestAt,
        double middle,
        Curve raw,
        Tube tube,
        Tube cells,
        List<Rest> rests) {
    /** Copies its lists, so that nobody changes them later. */
    public Refined {
        rests = List.copyOf(rests);
    }

    /** The same ride with other points over it, measured anew in the difference unit of {@code measure}. */
    public Refined drawn(Envelope other, DoubleBinaryOperator measure) {
        FromHand far = FromHand.of(other, List.of(cells), measure);
        return new Refined(
                other,
                moves,
                fewest,
                far.greatest(),
                far.normalised(),
                far.at(),
                far.middle(),
                raw,
                tube,
                cells,
                rests);
    }

    /** How many points its envelope has. */
    public int points() {
        return envelope.size();
    }
}
