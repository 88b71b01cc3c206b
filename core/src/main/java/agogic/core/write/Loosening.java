package agogic.core.write;

import agogic.core.lane.Lane;
import agogic.core.lane.Stretch;
import agogic.core.layer.Layers;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.Collection;

/** The same rides by looser recipes: envelopes that turn less often, and ask less of a wire. */
public final class Loosening {
    private Loosening() {}

    /**
     * The session in which the rides on these lanes are written anew, their tolerances {@code factor} times as wide. What
     * lies on a lane without a ride, and rides of switches, stay as they are.
     *
     * @param factor above 0; 1 writes them as they are
     */
    public static Session of(Session session, Collection<Target> targets, double factor) {
        Session edited = session;
        for (Target target : targets) {
            Lane lane = session.lane(target);
            for (int k = 0; k < lane.layers().size(); k++) {
                Parameter own = lane.layer(k).scale(session.parameter(target));
                for (int i = 0; i < lane.layer(k).stretches().size() && !own.stepped(); i++) {
                    Stretch stretch = lane.layer(k).stretches().get(i);
                    int at = i;
                    edited = Layers.edited(
                            edited,
                            target,
                            k,
                            (writer, it) -> writer.rewrite(
                                    it,
                                    at,
                                    stretch.recipe().within(stretch.recipe().tolerance() * factor),
                                    session::ride));
                }
            }
        }
        return edited;
    }

    /** How many rides of these lanes have a tolerance. */
    public static int rides(Session session, Collection<Target> targets) {
        int rides = 0;
        for (Target target : targets) {
            Lane lane = session.lane(target);
            for (int k = 0; k < lane.layers().size(); k++) {
                boolean stepped = lane.layer(k).scale(session.parameter(target)).stepped();
                rides += stepped ? 0 : lane.layer(k).stretches().size();
            }
        }
        return rides;
    }
}
