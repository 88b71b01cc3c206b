package agogic.core.refine;

/**
 * Takes the staircase out of a slowly moved control: risers of one code are replaced by the line through the middles of
 * the risers, which is never more than half a step from the stairs. Treads on which the hand rested stay level.
 */
final class Staircase {
    /** A tread longer than this is a rest, not a stair. Seconds. */
    private static final double REST = 0.3;

    /** How long the line takes from a riser's middle to the level of a rest. Seconds. */
    private static final double LEVELLING = 0.02;

    private Staircase() {}

    /** The line of {@code curve}, whose single steps are at most {@code step} high. */
    static Curve smoothed(Curve curve, double step) {
        double limit = step * 1.05;
        double[] t = curve.times();
        double[] v = curve.values();
        int n = t.length;
        CurveBuilder line = new CurveBuilder();
        line.add(t[0], v[0]);
        for (int i = 1; i < n; i++) {
            if (!riser(t, v, i, limit)) {
                boolean treadEnds = i + 1 < n && riser(t, v, i + 1, limit) && v[i] == v[i - 1];
                boolean treadBegins = i >= 2 && riser(t, v, i - 1, limit) && v[i] == v[i - 1];
                addLevel(line, t, v, i, treadBegins, treadEnds);
            } else {
                line.add((t[i - 1] + t[i]) / 2, (v[i - 1] + v[i]) / 2);
                boolean treadFollows = i + 1 < n && v[i + 1] == v[i];
                if (!treadFollows) {
                    line.add(t[i], v[i]);
                }
            }
        }
        return line.build();
    }

    private static void addLevel(CurveBuilder line, double[] t, double[] v, int i, boolean begins, boolean ends) {
        double length = t[i] - t[i - 1];
        if (length > REST) {
            if (begins) {
                line.add(t[i - 1] + LEVELLING, v[i]);
            }
            if (ends) {
                line.add(t[i] - LEVELLING, v[i]);
            } else {
                line.add(t[i], v[i]);
            }
        } else if (!ends) {
            line.add(t[i], v[i]);
        }
    }

    /** True if the way to point {@code i} is one step of the stairs, not higher than {@code limit}. */
    private static boolean riser(double[] t, double[] v, int i, double limit) {
        double height = Math.abs(v[i] - v[i - 1]);
        return height > 0 && height <= limit && t[i] - t[i - 1] <= Reconstruction.JUST_BEFORE * 1.5;
    }
}
