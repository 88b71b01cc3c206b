package agogic.core.play;

import agogic.core.plan.Plan;
import agogic.core.plan.PlannedRoute;
import agogic.core.record.Memory;
import agogic.core.surface.Surface;
import agogic.core.time.Timeline;
import java.util.List;

/** What survives an edit: where controls and values stand, what hands hold, and passes that go on as they were. */
final class Handover {
    private final Present present;
    private final Clock clock;
    private final Transport transport;
    private final Inputs inputs;
    private final Hands hands;
    private final Values values;
    private final Remembering remembering;

    Handover(
            Present present,
            Clock clock,
            Transport transport,
            Inputs inputs,
            Hands hands,
            Values values,
            Remembering remembering) {
        this.remembering = remembering;
        this.present = present;
        this.clock = clock;
        this.transport = transport;
        this.inputs = inputs;
        this.hands = hands;
        this.values = values;
    }

    /** Nothing of a session has moved yet. */
    static LiveState unmoved(Plan plan) {
        int[] controls = plan.session().surfaces().stream()
                .mapToInt(s -> s.controls().size())
                .toArray();
        LiveState state = new LiveState(plan.index().size(), plan.routes().size(), controls);
        for (int s = 0; s < controls.length; s++) {
            state.page(s, 1);
            for (int c = 0; c < controls[s]; c++) {
                state.control(s, c, Double.NaN);
            }
        }
        return state;
    }

    /** The first plan plays. */
    Playing begin() {
        inputs.connect(List.of(), present.plan.session().surfaces());
        return published();
    }

    /** Another plan plays from here on. */
    Playing to(Plan fresh) {
        Plan before = present.plan;
        boolean playing = transport.playing();
        if (playing && !transport.due(clock.now())) {
            // What came before the edit is of the session before.
            inputs.drain(clock.now());
        }
        double at = playing
                ? Math.min(transport.boundary(), Math.max(transport.position(), clock.secondsAt(clock.now())))
                : transport.position();
        RouteStates states = present.routes.after(fresh);
        List<RouteState> begun = List.of();
        if (playing) {
            hands.endChanged(states, at);
            begun = hands.begun(states);
        }
        states.carry(present.routes);
        List<Surface> old = before.session().surfaces();
        List<Surface> surfaces = fresh.session().surfaces();
        boolean sameSurfaces = surfaces.equals(old);
        if (!fresh.index().alike(before.index()) || !sameSurfaces || !sameRoutes(fresh, before)) {
            present.live = carried(fresh, before, present.live);
        }
        values.carry(before, fresh);
        Timeline was = before.session().timeline();
        boolean otherTime = !was.equals(fresh.session().timeline());
        if (!playing && otherTime) {
            // Where it stands is a place in the music, whatever the tempo is.
            transport.moveTo(fresh.session().timeline().secondsAt(was.beatAt(transport.position())));
        }
        // While it plays the same second is elsewhere in the music from here on.
        boolean elsewhere = playing && otherTime;
        if (elsewhere) {
            remembering.mark(Memory.Kind.ENDS, at, clock.now());
        }
        present.plan = fresh;
        if (elsewhere) {
            remembering.mark(Memory.Kind.BEGINS, at, clock.now());
        }
        present.routes = states;
        if (!sameSurfaces) {
            inputs.connect(old, surfaces);
        }
        Playing now = published();
        for (RouteState state : begun) {
            if (!state.onScreen()) {
                state.reel.since(Math.max(transport.punchIn(), at));
            }
            hands.goOn(state, at);
        }
        if (playing) {
            hands.say(at);
        }
        return now;
    }

    private Playing published() {
        hands.begin();
        values.begin();
        return new Playing(present.plan.session(), present.plan, present.live);
    }

    private static boolean sameRoutes(Plan fresh, Plan before) {
        boolean same = fresh.routes().size() == before.routes().size();
        for (int r = 0; same && r < fresh.routes().size(); r++) {
            same = fresh.routes()
                    .get(r)
                    .route()
                    .id()
                    .equals(before.routes().get(r).route().id());
        }
        return same;
    }

    /** The state for {@code fresh}, with the controls, the pages and what became of the last moves as they were. */
    private static LiveState carried(Plan fresh, Plan before, LiveState live) {
        LiveState fuller = unmoved(fresh);
        for (PlannedRoute route : fresh.routes()) {
            int was = before.placeOfRoute(route.route().id());
            if (was >= 0 && route.sameWire(before.routes().get(was))) {
                fuller.moved(route.index(), live, was);
            }
        }
        List<Surface> surfaces = fresh.session().surfaces();
        List<Surface> earlier = before.session().surfaces();
        for (int s = 0; s < surfaces.size(); s++) {
            Surface surface = surfaces.get(s);
            for (int was = 0; was < earlier.size(); was++) {
                Surface old = earlier.get(was);
                if (old.id().equals(surface.id())) {
                    fuller.page(s, Math.min(live.page(was), surface.pages().size()));
                    for (int c = 0; c < surface.controls().size(); c++) {
                        int place = old.placeOf(surface.controls().get(c).id());
                        fuller.control(s, c, place < 0 ? Double.NaN : live.control(was, place));
                    }
                }
            }
        }
        return fuller;
    }
}
