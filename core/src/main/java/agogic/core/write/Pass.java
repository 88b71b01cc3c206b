package agogic.core.write;

import agogic.core.route.Route;
import agogic.core.route.WriteMode;
import java.util.List;

/**
 * What one route did in one pass. It holds all that is needed to write it, so that nothing is lost if the route is changed
 * or deleted meanwhile. Times are those of the moves, in seconds of the piece; places are 0..1 of the control.
 *
 * @param route the route as it was
 * @param resolution the smallest step of its control, 0 if it is not known
 * @param rehearsed true if it was only tried: it is written when the person says so
 * @param from when the pass began to write
 * @param to when it ended
 * @param seconds the times of the moves, the lead-in before {@code from} included
 * @param raw where the hand was
 * @param counted where it counted after takeover
 * @param touches when the hand had the control
 * @param standing normalised value of the target before the hand came, for a lane that has no points yet
 * @param end why it ended
 */
public record Pass(
        Route route,
        double resolution,
        boolean rehearsed,
        double from,
        double to,
        double[] seconds,
        double[] raw,
        double[] counted,
        List<Touch> touches,
        double standing,
        End end) {
    public Pass {
        touches = List.copyOf(touches);
    }

    /** From when to when the hand had the control, in seconds. */
    public record Touch(double from, double to) {}

    /** Why a pass ended. */
    public enum End {
        /** Playing stopped. */
        STOPPED(true),
        /** Playing went on elsewhere, because somebody went there. */
        JUMPED(true),
        /** Writing ended, and playing goes on. */
        PUNCHED(true),
        /** The loop turned; the hand goes on. */
        TURNED(false),
        /** The route, or what it leads from or to, was changed or taken away. */
        CHANGED(false);

        private final boolean over;

        End(boolean over) {
            this.over = over;
        }

        /** True if nothing is written any more: the mode goes back to Read. */
        public boolean over() {
            return over;
        }
    }

    /** How it writes: a rehearsal in Read is as Touch. */
    public WriteMode mode() {
        return route.passMode();
    }

    /** True if there is something to write. */
    public boolean wrote() {
        return seconds.length > 0 && to > from && (mode() == WriteMode.WRITE || !touches.isEmpty());
    }
}
