package agogic.core.parameter;

/** Positions of a switch along 0..1: each owns an equal part of the way, so one of four owns 25 % (common practice). */
public final class Steps {
    private Steps() {}

    /** {@code min(n−1, floor(x·n))} for x in 0..1. */
    public static int index(double x, int positions) {
        return Math.max(0, Math.min(positions - 1, (int) Math.floor(x * positions)));
    }

    /** The middle of position {@code index}: {@code (i + 0.5)/n}. */
    public static double middle(int index, int positions) {
        return (index + 0.5) / positions;
    }

    /** The middle of the position in which {@code x} lies. */
    public static double settle(double x, int positions) {
        return middle(index(x, positions), positions);
    }
}
