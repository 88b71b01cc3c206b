package agogic.desk.model;

import agogic.core.lane.Stretch;
import agogic.core.layer.Layers;
import agogic.core.refine.Recipe;
import agogic.core.refine.Refined;
import agogic.core.ride.Ride;
import agogic.core.route.Target;
import agogic.core.session.Session;

/** One stretch of a layer with its ride and what came of it. */
public final class RefineModel {
    private final SeenLayer seen;
    private final Stretch stretch;
    private final Refined refined;

    public RefineModel(SeenLayer seen, Stretch stretch) {
        this.seen = seen;
        this.stretch = stretch;
        refined = Layers.writer(seen.session(), seen.target(), seen.index())
                .look(seen.lane(), stretch, seen.session().ride(stretch.ride()));
    }

    /** The session with this recipe for stretch {@code index} of a layer. */
    public static Session rewrite(Session session, Target target, int layer, int index, Recipe recipe) {
        return Layers.edited(
                session, target, layer, (writer, lane) -> writer.rewrite(lane, index, recipe, session::ride));
    }

    public Stretch stretch() {
        return stretch;
    }

    public Ride ride() {
        return seen.session().ride(stretch.ride());
    }

    public Refined refined() {
        return refined;
    }

    /** Beats of the piece at a time of the lane. */
    public double beat(double laneTime) {
        return seen.beat(laneTime);
    }
}
