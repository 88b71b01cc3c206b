package agogic.core.play;

import agogic.core.lane.LayerStack;
import agogic.core.plan.Plan;

/** What plays at this moment, and what is so: the playing thread's own. Others see {@link Playing}. */
final class Present {
    Plan plan;
    RouteStates routes;
    LiveState live;

    Present(Plan plan, LiveState live) {
        this.plan = plan;
        routes = RouteStates.of(plan);
        this.live = live;
    }

    /** The value of the parameter that a route moves. */
    double value(RouteState state) {
        LayerStack lane = plan.lane(state.parameterIndex);
        // Under offsets it is the value beneath them that a hand meets and writes.
        boolean beneath = lane != null && lane.layered() && state.records() && !Double.isNaN(lane.absolute());
        return beneath ? lane.absolute() : live.value(state.parameterIndex);
    }
}
