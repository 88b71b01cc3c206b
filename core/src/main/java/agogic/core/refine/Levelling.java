package agogic.core.refine;

/** Makes links level that may be: two points that were meant to be equal are equal. Keeps inside the tube. */
final class Levelling {
    private Levelling() {}

    static Curve level(Curve corners, Tube tube) {
        double[] t = corners.times();
        double[] v = corners.values().clone();
        for (int i = 0; i + 1 < t.length; i++) {
            if (v[i] != v[i + 1]) {
                double rest = tube.centreAt((t[i] + t[i + 1]) / 2);
                if (!tryLevel(tube, t, v, i, rest)) {
                    tryLevel(tube, t, v, i, (v[i] + v[i + 1]) / 2);
                }
            }
        }
        return new Curve(t, v);
    }

    private static boolean tryLevel(Tube tube, double[] t, double[] v, int i, double value) {
        boolean fits = tube.holdsStraight(t[i], value, t[i + 1], value)
                && (i == 0 || tube.holdsStraight(t[i - 1], v[i - 1], t[i], value))
                && (i + 2 >= t.length || tube.holdsStraight(t[i + 1], value, t[i + 2], v[i + 2]));
        if (fits) {
            v[i] = value;
            v[i + 1] = value;
        }
        return fits;
    }
}
