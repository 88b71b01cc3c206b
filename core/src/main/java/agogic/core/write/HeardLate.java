package agogic.core.write;

import agogic.core.record.Pass;
import agogic.core.refine.Recipe;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.List;

/**
 * Who rides to what is heard is late by as much as the sound is on its way: the first ride of a lane is put so much
 * earlier. Later rides go by what the last one has.
 */
public final class HeardLate {
    private HeardLate() {}

    /**
     * The session in which these passes are written earlier.
     *
     * @param seconds how long sound was on its way, 0 to 1; 0 changes nothing
     */
    public static Session of(Session session, List<Pass> passes, double seconds) {
        Session after = session;
        for (Pass pass : passes) {
            Target target = pass.route().target();
            boolean first = seconds > 0
                    && pass.wrote()
                    && after.has(target)
                    && after.lane(target).layers().stream()
                            .allMatch(l -> l.stretches().isEmpty());
            Recipe recipe = first ? after.nextRecipe(target, after.lane(target).layer(0)) : null;
            if (first && recipe.shift() == 0) {
                after = after.drawing(target, recipe.earlier(seconds));
            }
        }
        return after;
    }
}
