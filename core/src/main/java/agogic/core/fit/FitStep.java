package agogic.core.fit;

import agogic.core.session.Session;
import java.util.List;
import java.util.function.UnaryOperator;

/**
 * One step of a plan.
 *
 * @param key tells it from the others; the same step of a plan made anew has the same
 * @param kind what sort of step
 * @param saves how many sockets less are needed after it, above 0
 * @param net how many more sockets carry something after it; below 0 if it frees some
 * @param title what it does, for people
 * @param detail with what, where and when
 * @param cost what is lost by it, for people; "nothing" if nothing is
 * @param largestChange the greatest change of a normalised value anywhere in the piece
 * @param parameters the ids of the parameters it is about
 * @param change the edit
 */
public record FitStep(
        String key,
        Kind kind,
        int saves,
        int net,
        String title,
        String detail,
        String cost,
        double largestChange,
        List<String> parameters,
        UnaryOperator<Session> change) {
    /** The sorts of steps, the least loss first. */
    public enum Kind {
        TAKE_BACK("take back"),
        JOIN("join"),
        SHARE("share"),
        OUTSIDE("send outside");

        private final String spoken;

        Kind(String spoken) {
            this.spoken = spoken;
        }

        /** The word for people. */
        public String spoken() {
            return spoken;
        }
    }
}
