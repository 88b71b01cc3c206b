package agogic.core.refine;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.EnvelopeCursor;
import agogic.core.refine.tube.Tube;
import java.util.ArrayList;
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
    /** What is at least this part of the farthest is looked at more closely. */
    private static final double ALMOST = 0.97;

    private static final int MOST_NEAR = 256;
    private static final int HALVINGS = 40;

    /** The distance of normalised values themselves. */
    static final DoubleBinaryOperator NORMALISED = (a, b) -> Math.abs(a - b);

    private record Near(Tube cell, int i, double u, double step, double off) {}

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

        /** Where it is nearly the farthest, between two places that were looked at. */
        private final List<Near> near = new ArrayList<>();

        /** How far the farthest was when those were sifted last. */
        private double sifted;

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
            near.forEach(this::closer);
            return new FromHand(greatest, normalised, at, time > 0 ? Math.sqrt(squares / time) : 0);
        }

        private void between(Tube cell, int i, int least, double longest) {
            double length = cell.times[i + 1] - cell.times[i];
            int parts = length <= longest ? least : (int) Math.max(least, Math.min(64, Math.ceil(length / longest)));
            double each = length / parts;
            for (int k = 0; k < parts; k++) {
                double u = k == 0 ? 0 : (double) k / parts;
                double moment = cell.times[i] + length * u;
                double value = forward.valueAt(moment);
                double off = look(value, moment, cell, i, u);
                if (off > ALMOST * normalised && off > 0 && !even(cell, i, u, 1.0 / parts)) {
                    near(new Near(cell, i, u, 1.0 / parts, off));
                }
                double likely = measure.applyAsDouble(value, mix(cell.centre, i, u));
                squares += likely * likely * each;
                time += each;
            }
        }

        /** True if both the envelope and the walls are even about a place: then it is nowhere farther than where that ends. */
        private boolean even(Tube cell, int i, double u, double step) {
            double length = cell.times[i + 1] - cell.times[i];
            double begin = cell.times[i] + length * Math.max(0, u - step);
            return measure == NORMALISED && forward.evenBetween(begin, cell.times[i] + length * Math.min(1, u + step));
        }

        private void near(Near one) {
            if (near.size() == MOST_NEAR && normalised > sifted) {
                sifted = normalised;
                near.removeIf(other -> other.off < ALMOST * normalised);
            }
            if (near.size() < MOST_NEAR) {
                near.add(one);
            }
        }

        /** The farthest place on both sides of one that is nearly it: from there it only becomes less. */
        private void closer(Near one) {
            double from = Math.max(0, one.u - one.step);
            double to = Math.min(1, one.u + one.step);
            double length = one.cell.times[one.i + 1] - one.cell.times[one.i];
            for (int i = 0; i < HALVINGS && one.off >= ALMOST * normalised; i++) {
                double third = (to - from) / 3;
                double first = at(one, from + third, length);
                double second = at(one, to - third, length);
                from = first < second ? from + third : from;
                to = first < second ? to : to - third;
            }
        }

        private double at(Near one, double u, double length) {
            double moment = one.cell.times[one.i] + length * u;
            return look(envelope.valueAt(moment), moment, one.cell, one.i, u);
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

        /** How far it is beyond a wall, normalised. */
        private double look(double value, double moment, Tube cell, int i, double u) {
            double low = mix(cell.lower, i, u);
            double high = mix(cell.upper, i, u);
            double off = value > high ? value - high : value < low ? low - value : 0;
            double distance = off == 0 ? 0 : measure.applyAsDouble(value, value > high ? high : low);
            if (distance > greatest) {
                greatest = distance;
                normalised = off;
                at = moment;
            }
            return off;
        }

        private static double mix(double[] wall, int i, double u) {
            return u == 0 ? wall[i] : wall[i] + (wall[i + 1] - wall[i]) * u;
        }
    }
}
