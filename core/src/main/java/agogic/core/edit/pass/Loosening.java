package agogic.core.edit.pass;

import agogic.core.lane.Lane;
import agogic.core.refine.Recipe;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;

/** The same rides by looser recipes: envelopes that turn less often, and ask less of a wire. */
public final class Loosening {
    private Loosening() {}

    /** A ride that has a tolerance, and where it lies. */
    private record Place(Target target, int layer, int stretch, Recipe recipe) {}

    /** Those of lanes that are not protected; a switch has no tolerance. */
    private static List<Place> places(Session session, Collection<Target> targets) {
        List<Place> places = new ArrayList<>();
        for (Target target : targets) {
            Lane lane = session.lane(target);
            for (int k = 0; k < lane.layers().size() && !lane.guarded(); k++) {
                boolean stepped = lane.layer(k).scale(session.parameter(target)).stepped();
                for (int i = 0; i < lane.layer(k).stretches().size() && !stepped; i++) {
                    places.add(new Place(
                            target, k, i, lane.layer(k).stretches().get(i).recipe()));
                }
            }
        }
        return places;
    }

    /**
     * The session in which the rides on these lanes are written anew, their tolerances {@code factor} times as wide. What
     * lies on a lane without a ride, rides of switches, and lanes that are protected stay as they are.
     *
     * @param factor above 0; 1 writes them as they are
     */
    public static Session of(Session session, Collection<Target> targets, double factor) {
        Session edited = session;
        for (Place one : places(session, targets)) {
            Recipe looser = one.recipe().within(one.recipe().tolerance() * factor);
            edited = RecipeForAll.rewritten(edited, session, one.target(), one.layer(), one.stretch(), looser);
        }
        return edited;
    }

    /**
     * How many rides of these lanes would be written anew.
     *
     * @throws IllegalArgumentException in words for people if the session has no such target
     */
    public static int rides(Session session, Collection<Target> targets) {
        return places(session, targets).size();
    }
}
