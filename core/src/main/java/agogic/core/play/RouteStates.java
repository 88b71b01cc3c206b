package agogic.core.play;

import agogic.core.list.SharedList;
import agogic.core.plan.Plan;
import agogic.core.route.Target;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;

/** What the routes of a plan are doing, each at the place that it has in the plan. */
final class RouteStates implements Iterable<RouteState> {
    private final Plan plan;
    private final SharedList<RouteState> states;

    private RouteStates(Plan plan, SharedList<RouteState> states) {
        this.plan = plan;
        this.states = states;
    }

    /** No route of a plan does anything yet. */
    static RouteStates of(Plan plan) {
        return new RouteStates(
                plan, SharedList.of(plan.routes().stream().map(RouteState::new).toList()));
    }

    /**
     * Those of another plan: a route that is the same object there does what it did; every other one begins, until
     * {@link #carry} tells it what to go on with.
     */
    RouteStates after(Plan fresh) {
        List<Integer> others = new ArrayList<>();
        fresh.routes().others(plan.routes(), others::add);
        int size = fresh.routes().size();
        SharedList<RouteState> now = size < states.size() ? SharedList.of(states.subList(0, size)) : states;
        for (int r : others) {
            now = now.with(r, new RouteState(fresh.routes().get(r)));
        }
        return new RouteStates(fresh, now);
    }

    /** Hands over what was going on in {@code before} to those that are new here. */
    void carry(RouteStates before) {
        states.others(before.states, r -> {
            RouteState earlier = before.of(states.get(r).route.id());
            if (earlier != null) {
                states.get(r).carry(earlier);
            }
            return true;
        });
    }

    RouteState get(int place) {
        return states.get(place);
    }

    int size() {
        return states.size();
    }

    /** The route with this id, or null if there is none. */
    RouteState of(String id) {
        int place = plan.placeOfRoute(id);
        return place < 0 ? null : states.get(place);
    }

    /** The hand on the screen for a target, or null if there is none. */
    RouteState handOf(Target target) {
        int place = plan.placeOfHand(target);
        return place < 0 ? null : states.get(place);
    }

    @Override
    public Iterator<RouteState> iterator() {
        return states.iterator();
    }
}
