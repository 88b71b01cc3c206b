package agogic.core.edit.pass;

import agogic.core.record.Pass;
import agogic.core.refine.Recipe;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.List;

/**
 * How the first ride of a lane is drawn, where nobody said it for that lane. Later rides go by what the last one has.
 *
 * @param shift how long sound was on its way, 0 to 1 second: who rides to what is heard is late by so much
 * @param wider how many times as wide as usual its tolerance is, above 0
 * @param steady width of the steadying window in seconds, 0 to 1
 */
public record FirstRide(double shift, double wider, double steady) {
    /**
     * @throws IllegalArgumentException in words for people if one of these is not what it can be
     */
    public FirstRide {
        boolean fits = shift >= 0 && shift <= 1 && wider > 0 && wider <= 100 && steady >= 0 && steady <= 1;
        if (!fits) {
            throw new IllegalArgumentException(
                    "A first ride is up to 1 s earlier, steadied by up to 1 s, and up to 100 times as wide.");
        }
    }

    /**
     * As usual, but so many seconds (0 to 1) earlier.
     *
     * @throws IllegalArgumentException in words for people if it is not 0 to 1 s
     */
    public static FirstRide late(double seconds) {
        return new FirstRide(seconds, 1, Recipe.STEADY);
    }

    /** The session in which these passes are drawn so; the same one if that changes nothing. */
    public Session of(Session session, List<Pass> passes) {
        Session after = session;
        for (Pass pass : passes) {
            Target target = pass.route().target();
            boolean first = pass.wrote()
                    && after.has(target)
                    && after.lane(target).layers().stream()
                            .allMatch(l -> l.stretches().isEmpty());
            if (first) {
                Recipe next = after.nextRecipe(target, after.lane(target).layer(0));
                Recipe drawn = drawn(next, Recipe.usual(after.parameter(target)));
                after = drawn.equals(next) ? after : after.drawing(target, drawn);
            }
        }
        return after;
    }

    private Recipe drawn(Recipe next, Recipe usual) {
        Recipe drawn =
                next.equals(usual) ? next.within(next.tolerance() * wider).steadied(steady) : next;
        return shift > 0 && next.shift() == 0 ? drawn.earlier(shift) : drawn;
    }
}
