package agogic.core.refine;

/** Steadies the hand: stairs become lines, then zero-phase smoothing; ends and jumps stay where they are. */
final class Steadying {
    /** Neighbours on each side: the width of the window is twelve of the spaces it is sampled at. */
    private static final int HALF = 6;

    /** A change of more codes than this at once is a jump that was meant. */
    private static final double JUMP_CODES = 3.5;

    /** A window narrower than this steadies nothing. Seconds. */
    private static final double NARROWEST = 0.001;

    /** A piece is sampled at no more places. */
    private static final int MOST = 4_000_000;

    private Steadying() {}

    /**
     * The steadied curve.
     *
     * @param curve places of the control over seconds
     * @param width of the window in seconds, 0 for none
     * @param resolution smallest step of the control, 0 if it is not known
     */
    static Curve steady(Curve curve, double width, double resolution) {
        if (width < NARROWEST || curve.size() < 3) {
            return curve;
        }
        Curve line = resolution > 0 ? Staircase.smoothed(curve, resolution) : curve;
        double[] t = line.times();
        double[] v = line.values();
        double jump = Math.max(JUMP_CODES * resolution, 0.02);
        CurveBuilder steadied = new CurveBuilder();
        int start = 0;
        for (int i = 1; i <= t.length; i++) {
            boolean jumps = i < t.length
                    && Math.abs(v[i] - v[i - 1]) > jump
                    && t[i] - t[i - 1] <= Reconstruction.JUST_BEFORE * 1.5;
            if (jumps || i == t.length) {
                smoothPiece(line, start, i - 1, width / (2 * HALF), steadied);
                start = i;
            }
        }
        return steadied.build();
    }

    private static void smoothPiece(Curve line, int first, int last, double space, CurveBuilder out) {
        double[] t = line.times();
        double[] v = line.values();
        double length = t[last] - t[first];
        int count = (int) Math.min(MOST, Math.ceil(length / space));
        if (count < 2) {
            for (int i = first; i <= last; i++) {
                out.add(t[i], v[i]);
            }
            return;
        }
        double[] samples = new double[count + 1];
        int at = first;
        for (int k = 0; k <= count; k++) {
            double time = k == count ? t[last] : t[first] + length * k / count;
            while (at + 1 < last && t[at + 1] <= time) {
                at++;
            }
            double u = Math.min(1, (time - t[at]) / (t[at + 1] - t[at]));
            samples[k] = v[at] + (v[at + 1] - v[at]) * u;
        }
        double[] smooth = SavitzkyGolay.smooth(samples, HALF);
        for (int k = 0; k <= count; k++) {
            double time = k == count ? t[last] : t[first] + length * k / count;
            out.add(time, Math.max(0, Math.min(1, smooth[k])));
        }
    }
}
