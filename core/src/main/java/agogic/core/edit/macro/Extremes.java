package agogic.core.edit.macro;

import agogic.core.lane.LayerStack;
import agogic.core.route.Target;
import agogic.core.session.Session;

/**
 * Between which values a parameter stands on its own, without what moves it besides its lane.
 *
 * @param low the least, normalised
 * @param high the greatest, normalised
 * @param moves true if its lane says something
 */
record Extremes(double low, double high, boolean moves) {
    private static final int LOOKS = 32;

    /** Of the lane of a target over the whole piece; where it rests if it has none. */
    static Extremes of(Session session, Target target) {
        double rest = session.parameter(target).resting();
        LayerStack stack = session.stack(session.lane(target));
        if (!stack.plays()) {
            return new Extremes(rest, rest, false);
        }
        double low = 1;
        double high = 0;
        double begin = 0;
        for (int way = stack.wayAtBeat(0); begin < session.length(); way++) {
            double end = Math.min(session.length(), stack.endBeat(way));
            int looks = stack.going(way) == LayerStack.Going.WAVE ? LOOKS * 8 : LOOKS;
            for (int i = 0; i <= looks && end > begin; i++) {
                // At its end it may jump: there the way that begins is looked at.
                double at = i == looks ? Math.max(begin, end - 1e-9) : begin + (end - begin) * i / looks;
                double said = stack.valueAtBeat(at);
                double value = Double.isNaN(said) ? rest : said;
                low = Math.min(low, value);
                high = Math.max(high, value);
            }
            begin = Math.max(begin, end);
        }
        return new Extremes(low, high, true);
    }
}
