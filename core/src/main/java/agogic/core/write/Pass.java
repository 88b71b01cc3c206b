package agogic.core.write;

import agogic.core.route.WriteMode;
import java.util.List;

/**
 * What one route did in one pass. Times are those of the moves, in seconds of the piece; places are 0..1 of the control.
 *
 * @param route the id of the route
 * @param mode how it writes
 * @param rehearsed true if it was only tried: it is written when the person says so
 * @param from when the pass began to write
 * @param to when it ended
 * @param seconds the times of the moves, the lead-in before {@code from} included
 * @param raw where the hand was
 * @param counted where it counted after takeover
 * @param touches when the hand had the control
 * @param standing normalised value of the target before the hand came, for a lane that has no points yet
 */
public record Pass(
        String route,
        WriteMode mode,
        boolean rehearsed,
        double from,
        double to,
        double[] seconds,
        double[] raw,
        double[] counted,
        List<Touch> touches,
        double standing) {
    public Pass {
        touches = List.copyOf(touches);
    }

    /** From when to when the hand had the control, in seconds. */
    public record Touch(double from, double to) {}

    /** True if there is something to write. */
    public boolean wrote() {
        return seconds.length > 0 && to > from && (mode == WriteMode.WRITE || !touches.isEmpty());
    }
}
