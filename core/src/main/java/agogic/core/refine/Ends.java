package agogic.core.refine;

import agogic.core.refine.tube.Tube;
import java.util.List;

/**
 * What was told just when a ride begins and ends, as the controllers of a file are: then the envelope begins and ends with
 * it, and joins what a lane says beside it without a jump by a part of a code.
 *
 * @param first normalised value of the target; NaN if the hand may have been anywhere in its cell
 * @param last alike
 */
public record Ends(double first, double last) {
    /** Of a hand that was on its way. */
    public static final Ends OPEN = new Ends(Double.NaN, Double.NaN);

    /**
     * The walls of a piece of the ride with its ends. On a rest it is level at the value of its code anyway.
     *
     * @param begins true if nothing of the ride comes before this piece
     * @param ends true if nothing comes after it
     */
    Tube in(Tube walls, List<Rest> rests, boolean begins, boolean ends) {
        int end = walls.size() - 1;
        double from = walls.times[0];
        double to = walls.times[end];
        Tube open = walls;
        if (begins && rests.stream().noneMatch(rest -> rest.early() <= from)) {
            open = through(open, 0, first);
        }
        if (ends && to > from && rests.stream().noneMatch(rest -> rest.late() >= to)) {
            open = through(open, end, last);
        }
        return open;
    }

    private static Tube through(Tube walls, int i, double value) {
        return walls.lower[i] <= value && value <= walls.upper[i] ? walls.through(i, value) : walls;
    }
}
