package agogic.core.play;

/** What plays at this moment, and what is so: the playing thread's own. Others see {@link Playing}. */
final class Present {
    Plan plan;
    LiveState live;

    Present(Plan plan, LiveState live) {
        this.plan = plan;
        this.live = live;
    }

    /** The value of the parameter that a route moves. */
    double value(RouteState state) {
        return live.value(state.parameterIndex);
    }
}
