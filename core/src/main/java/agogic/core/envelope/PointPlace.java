package agogic.core.envelope;

/** Where a point is once its envelope was changed, perhaps by another than who had it in hand. */
public final class PointPlace {
    private PointPlace() {}

    /**
     * The place of a point, by its time and value; of several alike the one that is nearest to where it was.
     *
     * @param was its place before the change
     * @return −1 if there is none like it
     */
    public static int of(Point point, int was, Envelope now) {
        int best = -1;
        for (int i = now.firstAtOrAfter(point.time()); i >= 0 && i < now.size() && now.time(i) == point.time(); i++) {
            if (now.value(i) == point.value() && (best < 0 || Math.abs(i - was) < Math.abs(best - was))) {
                best = i;
            }
        }
        return best;
    }
}
