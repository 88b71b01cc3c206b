package agogic.core.refine;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.EnvelopeCursor;
import java.util.List;
import java.util.function.DoubleBinaryOperator;

/**
 * How far an envelope is from the hand: at the most from the nearest place where it can have been, and in the middle (root
 * mean square over time) from where it likely was.
 *
 * @param greatest in the unit of the measure
 * @param normalised the same in normalised value
 * @param at where that is, in lane time
 * @param middle root mean square, in the unit of the measure
 */
record FromHand(double greatest, double normalised, double at, double middle) {
    private static final int LEAST_SAMPLES = 1024;
    private static final int BETWEEN = 2;
    /** Of so many places each is looked at alone: they are near enough to each other. */
    private static final int MANY = 500;

    static FromHand of(Envelope envelope, List<Tube> cells, DoubleBinaryOperator measure) {
        return new Looking(envelope, measure).along(cells);
    }

    /** What has been found so far. */
    private static final class Looking {
        private final Envelope envelope;
        private final DoubleBinaryOperator measure;
        private final EnvelopeCursor forward;
        private double greatest = -1;
        private double normalised;
        private double at;
        private double squares;
        private double time;

        Looking(Envelope envelope, DoubleBinaryOperator measure) {
            this.envelope = envelope;
            this.measure = measure;
            forward = envelope.cursor();
        }

        FromHand along(List<Tube> cells) {
            at = cells.get(0).times[0];
            double whole = 0;
            for (Tube one : cells) {
                whole += one.times[one.size() - 1] - one.times[0];
            }
            double longest = Math.max(1e-12, whole / LEAST_SAMPLES);
            for (int c = 0; c < cells.size(); c++) {
                Tube cell = cells.get(c);
                int last = cell.size() - 1;
                for (int i = 0; i < last; i++) {
                    between(cell, i, last + 1 > MANY ? 1 : BETWEEN, longest);
                }
                double end = cell.times[last];
                boolean jumps = c + 1 < cells.size();
                look(jumps ? envelope.valueBefore(end) : envelope.valueAt(end), end, cell, last, 0);
                points(cell);
            }
            return new FromHand(greatest, normalised, at, time > 0 ? Math.sqrt(squares / time) : 0);
        }

        private void between(Tube cell, int i, int least, double longest) {
            double length = cell.times[i + 1] - cell.times[i];
            int parts = (int) Math.max(least, Math.min(64, Math.ceil(length / longest)));
            for (int k = 0; k < parts; k++) {
                double u = (double) k / parts;
                double moment = cell.times[i] + length * u;
                double value = forward.valueAt(moment);
                look(value, moment, cell, i, u);
                double likely = measure.applyAsDouble(value, mix(cell.centre, i, u));
                squares += likely * likely * length / parts;
                time += length / parts;
            }
        }

        /** Where one way ends and another begins it can be farther than anywhere beside. */
        private void points(Tube cell) {
            int last = cell.size() - 1;
            int i = 0;
            for (int p = Math.max(0, envelope.lastAtOrBefore(cell.times[0])); p < envelope.size(); p++) {
                double moment = envelope.time(p);
                if (moment > cell.times[last]) {
                    return;
                }
                while (i < last && cell.times[i + 1] <= moment) {
                    i++;
                }
                if (i < last && moment > cell.times[0]) {
                    double u = (moment - cell.times[i]) / (cell.times[i + 1] - cell.times[i]);
                    look(envelope.valueAt(moment), moment, cell, i, u);
                    look(envelope.valueBefore(moment), moment, cell, i, u);
                }
            }
        }

        private void look(double value, double moment, Tube cell, int i, double u) {
            double low = mix(cell.lower, i, u);
            double high = mix(cell.upper, i, u);
            double off = value > high ? value - high : value < low ? low - value : 0;
            double distance = off == 0 ? 0 : measure.applyAsDouble(value, value > high ? high : low);
            if (distance > greatest) {
                greatest = distance;
                normalised = off;
                at = moment;
            }
        }

        private static double mix(double[] wall, int i, double u) {
            return u == 0 ? wall[i] : wall[i] + (wall[i + 1] - wall[i]) * u;
        }
    }
}
