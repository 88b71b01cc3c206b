package agogic.core.refine;

import agogic.core.envelope.Envelope;
import java.util.function.DoubleBinaryOperator;

/**
 * How far an envelope is from a hand that only goes from one place to another, as on a switch or a pedal. What lasts no
 * longer than a moment is no distance: while a hand goes from one end to the other, nobody is beside it.
 *
 * @param greatest as told by the measure
 * @param normalised in normalised value, at the same place
 * @param at where it is greatest first, in the time of the envelope
 */
record Distance(double greatest, double normalised, double at) {
    /**
     * Between {@code envelope} and where the hand was held.
     *
     * @param hand hold points only, over the time that is measured
     * @param moment what lasts no longer is left out, in the time of the envelope
     * @param measure of two normalised values
     */
    static Distance between(Envelope envelope, Envelope hand, double moment, DoubleBinaryOperator measure) {
        double end = hand.time(hand.size() - 1);
        Distance far = new Distance(0, 0, hand.time(0));
        double from = hand.time(0);
        while (from < end) {
            double to = Math.min(end, Math.min(next(hand, from, end), next(envelope, from, end)));
            if (to - from > moment) {
                double held = hand.valueAt(from);
                far = far.orAt(from, held, envelope.valueAt(from), measure);
                far = far.orAt(to, held, envelope.valueBefore(to), measure);
            }
            from = to;
        }
        return far;
    }

    private static double next(Envelope points, double after, double end) {
        int next = points.lastAtOrBefore(after) + 1;
        return next < points.size() ? points.time(next) : end;
    }

    private Distance orAt(double time, double held, double reached, DoubleBinaryOperator measure) {
        double distance = measure.applyAsDouble(held, reached);
        return distance > greatest ? new Distance(distance, Math.abs(held - reached), time) : this;
    }
}
