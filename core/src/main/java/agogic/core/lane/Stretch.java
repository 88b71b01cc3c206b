package agogic.core.lane;

import agogic.core.envelope.Envelope;
import agogic.core.refine.Recipe;
import agogic.core.route.Span;
import agogic.core.route.WriteMode;

/**
 * A part of a lane that was written by a ride, with all that is needed to write it anew by another recipe.
 *
 * @param ride the id of the ride
 * @param span through which the hand reached the target
 * @param mode how it was written
 * @param handFrom when the hand took over, in seconds of the piece
 * @param handTo when it let go, in seconds of the piece
 * @param passFrom when the pass began to write, in seconds: the stretch never reaches before it
 * @param passTo when the pass ended, in seconds: the stretch never reaches beyond it
 * @param recipe how the ride becomes points
 * @param from where the stretch begins now, in lane time
 * @param to where it ends now, in lane time
 * @param under what was there before, from {@code from} to {@code to}; empty if the lane had no points
 */
public record Stretch(
        String ride,
        Span span,
        WriteMode mode,
        double handFrom,
        double handTo,
        double passFrom,
        double passTo,
        Recipe recipe,
        double from,
        double to,
        Envelope under) {
    public Stretch {
        boolean finite = Double.isFinite(handFrom + handTo) && Double.isFinite(passFrom + passTo + from + to);
        if (!finite || !(handFrom <= handTo) || !(passFrom <= passTo) || !(from <= to)) {
            throw new IllegalArgumentException("A stretch of ride " + ride + " ends before it begins.");
        }
        under = under.normalised();
    }

    public Stretch by(Recipe newRecipe) {
        return new Stretch(ride, span, mode, handFrom, handTo, passFrom, passTo, newRecipe, from, to, under);
    }

    /** Ridden through another span, over what lies beneath. */
    public Stretch through(Span newSpan, Envelope newUnder) {
        return new Stretch(ride, newSpan, mode, handFrom, handTo, passFrom, passTo, recipe, from, to, newUnder);
    }

    /** True if it ends with the way back to what was there. */
    public boolean easesBack() {
        return mode == WriteMode.TOUCH && handTo < passTo;
    }

    Stretch lying(double newFrom, double newTo, Envelope newUnder) {
        return new Stretch(ride, span, mode, handFrom, handTo, passFrom, passTo, recipe, newFrom, newTo, newUnder);
    }

    /** True if this and {@code other} share time. */
    boolean overlaps(Stretch other) {
        return from < other.to && other.from < to;
    }
}
