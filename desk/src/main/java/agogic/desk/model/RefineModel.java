package agogic.desk.model;

import agogic.core.lane.Lane;
import agogic.core.lane.LaneWriter;
import agogic.core.lane.Stretch;
import agogic.core.parameter.Parameter;
import agogic.core.refine.Recipe;
import agogic.core.refine.Refined;
import agogic.core.ride.Ride;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.time.Lock;

/** One stretch of a lane with its ride and what came of it. */
public final class RefineModel {
    private final Session session;
    private final Lane lane;
    private final Stretch stretch;
    private final Refined refined;

    public RefineModel(Session session, Target target, Stretch stretch) {
        this.session = session;
        lane = session.lane(target);
        this.stretch = stretch;
        refined = writer(session, target).look(lane, stretch, session.ride(stretch.ride()));
    }

    private static LaneWriter writer(Session session, Target target) {
        Parameter parameter = session.parameter(target);
        return new LaneWriter(
                parameter, session.timeline(), session.lane(target).lock());
    }

    /** The session with this recipe for stretch {@code index} of a lane. */
    public static Session rewrite(Session session, Target target, int index, Recipe recipe) {
        return session.with(writer(session, target).rewrite(session.lane(target), index, recipe, session::ride));
    }

    public Stretch stretch() {
        return stretch;
    }

    public Ride ride() {
        return session.ride(stretch.ride());
    }

    public Refined refined() {
        return refined;
    }

    /** Beats of the piece at a time of the lane. */
    public double beat(double laneTime) {
        return lane.lock() == Lock.BEATS ? laneTime : session.timeline().beatAt(laneTime);
    }
}
