package agogic.core.refine;

import agogic.core.envelope.Envelope;
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
    private static final int BETWEEN = 6;
    /** Of so many places each is looked at alone: they are near enough to each other. */
    private static final int MANY = 20_000;

    static FromHand of(Envelope envelope, List<Tube> cells, DoubleBinaryOperator measure) {
        double greatest = -1;
        double normalised = 0;
        double at = cells.get(0).times[0];
        double squares = 0;
        double time = 0;
        double whole = 0;
        for (Tube one : cells) {
            whole += one.times[one.size() - 1] - one.times[0];
        }
        for (int c = 0; c < cells.size(); c++) {
            Tube cell = cells.get(c);
            int n = cell.size();
            double longest = Math.max(1e-12, whole / LEAST_SAMPLES);
            int least = n > MANY ? 1 : BETWEEN;
            for (int i = 0; i < n; i++) {
                double length = i + 1 < n ? cell.times[i + 1] - cell.times[i] : 0;
                int parts = i + 1 < n ? (int) Math.max(least, Math.min(64, Math.ceil(length / longest))) : 1;
                for (int k = 0; k < parts; k++) {
                    double u = (double) k / parts;
                    double moment = cell.times[i] + length * u;
                    double value = i == n - 1 && c + 1 < cells.size()
                            ? envelope.valueBefore(moment)
                            : envelope.valueAt(moment);
                    double low = mix(cell.lower, i, u);
                    double high = mix(cell.upper, i, u);
                    double off = value > high ? value - high : value < low ? low - value : 0;
                    double distance = off == 0 ? 0 : measure.applyAsDouble(value, value > high ? high : low);
                    if (distance > greatest) {
                        greatest = distance;
                        normalised = off;
                        at = moment;
                    }
                    double likely = measure.applyAsDouble(value, mix(cell.centre, i, u));
                    squares += likely * likely * length / parts;
                    time += length / parts;
                }
            }
        }
        return new FromHand(greatest, normalised, at, time > 0 ? Math.sqrt(squares / time) : 0);
    }

    private static double mix(double[] wall, int i, double u) {
        return u == 0 ? wall[i] : wall[i] + (wall[i + 1] - wall[i]) * u;
    }
}
