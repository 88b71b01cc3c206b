package agogic.core.play;

import agogic.core.device.Device;
import agogic.core.device.Exposure;
import agogic.core.envelope.EnvelopeCursor;
import agogic.core.lane.Lane;
import agogic.core.macro.Macro;
import agogic.core.macro.MacroOrder;
import agogic.core.macro.Member;
import agogic.core.parameter.Parameter;
import agogic.core.refine.Recipe;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.surface.Surface;
import agogic.core.time.Lock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** A session made ready for playing: everything found beforehand, nothing to look up. */
final class Compiled {
    final Session session;
    final ParameterIndex index;
    /** The parameters that have a lane with points or a route: only they can change. */
    final int[] moving;

    final EnvelopeCursor[] cursors;
    final boolean[] inBeats;
    /** How a value reaches its parameter; null where it simply does. */
    final Reach[] reaches;

    /** The number of the macro that moves each parameter, −1 for none, with the macro and how it does. */
    final int[] mover;

    final Macro[] macros;
    final Member[] members;

    final RouteState[] routes;
    /** Routes of each parameter. */
    final RouteState[][] routesOf;
    /** Routes of each control of each surface. */
    final RouteState[][][] routesOfControl;

    /** The page each control of each surface turns to, 0 for none. */
    final int[][] turns;

    private final Map<String, RouteState> byId = new HashMap<>();

    Compiled(Session session) {
        this.session = session;
        index = new ParameterIndex(session);
        int n = index.size();
        cursors = new EnvelopeCursor[n];
        inBeats = new boolean[n];
        for (Lane lane : session.lanes()) {
            if (RouteState.plays(lane)) {
                int p = index.of(lane.target());
                cursors[p] = lane.envelope().cursor();
                inBeats[p] = lane.lock() == Lock.BEATS;
            }
        }
        reaches = Reach.all(session, index);
        mover = new int[n];
        Arrays.fill(mover, -1);
        macros = new Macro[n];
        members = new Member[n];
        List<Macro> order = MacroOrder.inOrder(session.macros());
        for (Macro macro : order) {
            macros[index.of(macro.target())] = macro;
            for (Member member : macro.members()) {
                int p = index.of(member.target());
                mover[p] = index.of(macro.target());
                members[p] = member;
            }
        }
        Map<Target, Lane> lanes = new HashMap<>(2 * session.lanes().size());
        session.lanes().forEach(lane -> lanes.put(lane.target(), lane));
        routes = new RouteState[session.routes().size()];
        for (int r = 0; r < routes.length; r++) {
            Route route = session.routes().get(r);
            Parameter parameter = session.parameter(route.target());
            Device device = session.device(route.target().device());
            boolean exposed = device.exposure(parameter.id()) == Exposure.EXPOSED;
            routes[r] = new RouteState(
                    route,
                    r,
                    index.of(route.target()),
                    parameter,
                    exposed,
                    device.leaderOf(parameter.id()).isPresent() || mover[index.of(route.target())] >= 0,
                    easeBack(lanes.get(route.target()), parameter),
                    route.hand()
                            .map(h -> session.control(h).address().resolution())
                            .orElse(0.0));
            byId.put(route.id(), routes[r]);
        }
        routesOf = new RouteState[n][];
        for (int p = 0; p < n; p++) {
            routesOf[p] = NONE;
        }
        for (RouteState state : routes) {
            routesOf[state.parameterIndex] = with(routesOf[state.parameterIndex], state);
        }
        routesOfControl = new RouteState[session.surfaces().size()][][];
        turns = new int[routesOfControl.length][];
        for (int s = 0; s < routesOfControl.length; s++) {
            Surface surface = session.surfaces().get(s);
            routesOfControl[s] = new RouteState[surface.controls().size()][];
            turns[s] = new int[surface.controls().size()];
            for (int page = 0; page < surface.pages().size(); page++) {
                if (surface.pages().get(page).button().isPresent()) {
                    turns[s][surface.placeOf(surface.pages().get(page).button().get())] = page + 1;
                }
            }
            for (int c = 0; c < routesOfControl[s].length; c++) {
                routesOfControl[s][c] = NONE;
            }
            for (RouteState state : routes) {
                Hand hand = state.route.hand().orElse(null);
                if (hand != null && hand.surface().equals(surface.id())) {
                    int c = surface.placeOf(hand.control());
                    routesOfControl[s][c] = with(routesOfControl[s][c], state);
                }
            }
        }
        List<Integer> list = new ArrayList<>();
        List<Integer> following = new ArrayList<>();
        order.forEach(macro -> list.add(index.of(macro.target())));
        for (int p = 0; p < n; p++) {
            if (macros[p] != null) {
                continue;
            }
            if (reaches[p] != null && reaches[p].follows()) {
                following.add(p);
            } else if (mover[p] >= 0 || cursors[p] != null || routesOf[p].length > 0) {
                list.add(p);
            }
        }
        // Whatever moves another comes before it.
        list.addAll(following);
        moving = list.stream().mapToInt(i -> i).toArray();
    }

    private static final RouteState[] NONE = {};

    /** The route with this id, or null if there is none. */
    RouteState route(String id) {
        return byId.get(id);
    }

    /** The value a macro gives its member p, which would stand at {@code rest}; {@code rest} if no macro moves it. */
    double moved(int p, double rest, LiveState live) {
        int macro = mover[p];
        return macro < 0 ? rest : macros[macro].value(members[p], live.value(macro), rest);
    }

    private static double easeBack(Lane lane, Parameter parameter) {
        int n = lane == null ? 0 : lane.stretches().size();
        Recipe recipe =
                n == 0 ? Recipe.usual(parameter) : lane.stretches().get(n - 1).recipe();
        return recipe.easeBack();
    }

    private static RouteState[] with(RouteState[] all, RouteState one) {
        RouteState[] more = Arrays.copyOf(all, all.length + 1);
        more[all.length] = one;
        return more;
    }

    /** Takes over what was going on, from the snapshot that played until now. */
    void carry(Compiled before) {
        for (RouteState state : routes) {
            RouteState earlier = before.byId.get(state.route.id());
            if (earlier != null) {
                state.carry(earlier);
            }
        }
    }

    /** Value of the lane of a parameter as it reaches it, normalised; NaN if it has none or was not sent yet. */
    double laneValue(int parameter, double seconds, double beat) {
        EnvelopeCursor cursor = cursors[parameter];
        if (cursor == null) {
            return Double.NaN;
        }
        Reach reach = reaches[parameter];
        if (reach == null || !reach.shares()) {
            return cursor.valueAt(inBeats[parameter] ? beat : seconds);
        }
        double sent = reach.lastSent(beat);
        double there = sent == beat ? seconds : session.timeline().secondsAt(sent);
        return Double.isNaN(sent) ? Double.NaN : cursor.valueAt(inBeats[parameter] ? sent : there);
    }

    /** True if the socket of a parameter is with another one at {@code beat}. */
    boolean away(int parameter, double beat) {
        return reaches[parameter] != null && reaches[parameter].shares() && reaches[parameter].lastSent(beat) != beat;
    }
}
