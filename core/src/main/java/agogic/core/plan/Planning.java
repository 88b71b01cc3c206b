package agogic.core.plan;

import agogic.core.device.Device;
import agogic.core.device.Exposure;
import agogic.core.lane.Lane;
import agogic.core.lane.LayerStack;
import agogic.core.list.SharedList;
import agogic.core.macro.Macro;
import agogic.core.macro.MacroOrder;
import agogic.core.macro.Member;
import agogic.core.parameter.Parameter;
import agogic.core.route.Hand;
import agogic.core.route.Into;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import agogic.core.snapshot.Snapshot;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * Makes a {@link Plan} of a session: whole, or from the plan of the session before if the edit left all names where they
 * were. Routes that are as they were stay the same objects.
 */
final class Planning {
    private static final int[] NONE = {};

    final Session session;
    ParameterIndex index;
    int[] moving;
    LayerStack[] lanes;
    Reach[] reaches;
    int[] mover;
    Macro[] macros;
    Member[] members;
    SharedList<PlannedRoute> routes;
    int[][] routesOf;
    int[][][] routesOfControl;
    int[][] turns;
    List<Target> moved;
    List<Target> screen;
    int[][][] starts;
    boolean lent;

    private Planning(Session session) {
        this.session = session;
    }

    /**
     * Everything anew; {@code before}, if not null, gives the routes that are as they were.
     *
     * @param moved what was moved on the screen; what the session has no more is left out
     * @param lent true if whatever is touched is written
     */
    static Planning whole(Session session, Plan before, List<Target> moved, boolean lent) {
        Planning made = new Planning(session);
        // What snapshots set has a hand on the screen from the beginning: nothing is to be made when a pad is pressed.
        made.moved = moved.stream().filter(session::has).toList();
        Set<Target> all = new LinkedHashSet<>(made.moved);
        session.sets().forEach(set -> set.snapshots().forEach(s -> s.values().forEach(v -> all.add(v.target()))));
        made.screen = all.stream().filter(session::has).toList();
        made.lent = lent;
        made.parameters(before);
        made.routes(before);
        made.surfaces();
        made.order();
        return made;
    }

    /** What came from {@code before} by an edit. */
    static Planning after(Plan before, Session session) {
        Session old = before.session;
        boolean sameNames = old.devices() == session.devices()
                && old.macros() == session.macros()
                && old.surfaces() == session.surfaces()
                && old.timeline() == session.timeline()
                && old.tracks() == session.tracks()
                && old.sets() == session.sets()
                && old.routes().size() == session.routes().size()
                && old.lanes().size() == session.lanes().size();
        if (!sameNames) {
            return whole(session, before, before.moved, before.lent);
        }
        List<Lane> newLanes = new ArrayList<>();
        if (!different(old.lanes(), session.lanes(), Planning::sameWay, newLanes)) {
            return whole(session, before, before.moved, before.lent);
        }
        List<Route> newRoutes = new ArrayList<>();
        if (!different(old.routes(), session.routes(), Planning::sameWire, newRoutes)) {
            return whole(session, before, before.moved, before.lent);
        }
        return new Planning(session).from(before, newLanes, newRoutes);
    }

    private interface Alike<T> {
        boolean alike(T one, T other);
    }

    /** Puts what is another in {@code fresh}; false if one of it is not alike in what a plan is built on. */
    private static <T> boolean different(SharedList<T> old, SharedList<T> now, Alike<T> alike, List<T> fresh) {
        return now.others(old, place -> fresh.add(now.get(place)) && alike.alike(old.get(place), now.get(place)));
    }

    private static boolean sameWay(Lane old, Lane now) {
        return old.target().equals(now.target()) && old.plays() == now.plays();
    }

    private static boolean sameWire(Route old, Route now) {
        return old.id().equals(now.id())
                && old.target().equals(now.target())
                && old.hand().equals(now.hand());
    }

    private Planning from(Plan before, List<Lane> newLanes, List<Route> newRoutes) {
        index = before.index;
        moving = before.moving;
        reaches = before.reaches;
        mover = before.mover;
        macros = before.macros;
        members = before.members;
        turns = before.turns;
        starts = before.starts;
        moved = before.moved;
        screen = before.screen;
        lent = before.lent;
        lanes = newLanes.isEmpty() ? before.lanes : before.lanes.clone();
        routes = before.routes;
        routesOf = before.routesOf;
        routesOfControl = before.routesOfControl;
        for (Lane lane : newLanes) {
            int p = index.of(lane.target());
            lanes[p] = lane.plays() ? session.stack(lane) : null;
            for (int r : routesOf[p]) {
                replace(r);
            }
        }
        for (Route route : newRoutes) {
            replace(session.placeOfRoute(route.id()));
        }
        for (int r = session.routes().size(); r < routes.size() && !newRoutes.isEmpty(); r++) {
            replace(r);
        }
        return this;
    }

    /** Puts route {@code r} as it is now in the place of that which was. */
    private void replace(int r) {
        PlannedRoute was = routes.get(r);
        PlannedRoute is = planned(r, was);
        routes = is == was ? routes : routes.with(r, is);
    }

    private void parameters(Plan before) {
        boolean same = before != null
                && before.session.devices() == session.devices()
                && before.session.macros() == session.macros();
        index = same ? before.index : new ParameterIndex(session, before == null ? null : before.index);
        int n = index.size();
        lanes = new LayerStack[n];
        for (Lane lane : session.lanes()) {
            if (lane.plays()) {
                lanes[index.of(lane.target())] = session.stack(lane);
            }
        }
        reaches = same ? before.reaches : Reach.all(session, index);
        mover = new int[n];
        Arrays.fill(mover, -1);
        macros = new Macro[n];
        members = new Member[n];
        for (Macro macro : session.macros()) {
            macros[index.of(macro.target())] = macro;
            for (Member member : macro.members()) {
                int p = index.of(member.target());
                mover[p] = index.of(macro.target());
                members[p] = member;
            }
        }
    }

    private void routes(Plan before) {
        List<PlannedRoute> all = new ArrayList<>();
        routesOf = new int[index.size()][];
        Arrays.fill(routesOf, NONE);
        for (int r = 0; r < session.routes().size() + screen.size(); r++) {
            all.add(planned(r, before == null ? null : before.route(route(r).id())));
            int p = all.get(r).parameterIndex();
            routesOf[p] = with(routesOf[p], r);
        }
        routes = SharedList.of(all);
    }

    /** Route {@code r} of the session, or the wire of a hand on the screen, which has the mode of its parameter. */
    private Route route(int r) {
        int place = r - session.routes().size();
        if (place < 0) {
            return session.routes().get(r);
        }
        Target target = screen.get(place);
        Hand hand = Hand.onScreen(target);
        List<Route> own = session.routes().stream()
                .filter(one -> one.target().equals(target))
                .toList();
        WriteMode mode = own.stream()
                .map(Route::mode)
                .filter(WriteMode::writes)
                .findFirst()
                .orElse(WriteMode.READ);
        Into into = own.isEmpty() ? Into.TIMELINE : own.get(0).into();
        return Route.of(hand.toString(), hand, Span.FULL, target).in(mode).into(into);
    }

    /** Route {@code r}: the one it was, if all that it is made from is as it was. */
    private PlannedRoute planned(int r, PlannedRoute earlier) {
        Route route = route(r);
        Target target = route.target();
        Parameter parameter = session.parameter(target);
        int p = index.of(target);
        boolean exposed;
        boolean follows = mover[p] >= 0;
        if (target.device().equals(Macro.DEVICE)) {
            exposed = true;
        } else {
            Device device = session.device(target.device());
            exposed = device.exposure(parameter.id()) == Exposure.EXPOSED;
            follows |= device.leaderOf(parameter.id()).isPresent();
        }
        double easeBack =
                session.nextRecipe(target, session.lane(target).layer()).easeBack();
        double resolution = route.hand()
                .filter(session::has)
                .map(session::control)
                .map(Control::step)
                .orElse(0.0);
        ClipPlaces clips = ClipPlaces.of(session, route);
        PlannedRoute now =
                new PlannedRoute(route, r, p, parameter, exposed, follows, lent, clips, easeBack, resolution);
        return earlier != null && now.equals(earlier) ? earlier : now;
    }

    private static int[] with(int[] all, int one) {
        int[] more = Arrays.copyOf(all, all.length + 1);
        more[all.length] = one;
        return more;
    }

    private void surfaces() {
        routesOfControl = new int[session.surfaces().size()][][];
        turns = new int[routesOfControl.length][];
        starts = new int[routesOfControl.length][][];
        for (int s = 0; s < routesOfControl.length; s++) {
            Surface surface = session.surfaces().get(s);
            routesOfControl[s] = new int[surface.controls().size()][];
            Arrays.fill(routesOfControl[s], NONE);
            starts[s] = new int[surface.controls().size()][];
            Arrays.fill(starts[s], NONE);
            starts(s, surface);
            turns[s] = new int[surface.controls().size()];
            for (int page = 0; page < surface.pages().size(); page++) {
                if (surface.pages().get(page).button().isPresent()) {
                    turns[s][surface.placeOf(surface.pages().get(page).button().get())] = page + 1;
                }
            }
            for (PlannedRoute one : routes) {
                Hand hand = one.route().hand().orElse(null);
                if (hand != null && hand.surface().equals(surface.id())) {
                    int c = surface.placeOf(hand.control());
                    routesOfControl[s][c] = with(routesOfControl[s][c], one.index());
                }
            }
        }
    }

    private void starts(int s, Surface surface) {
        for (int set = 0; set < session.sets().size(); set++) {
            List<Snapshot> all = session.sets().get(set).snapshots();
            for (int k = 0; k < all.size(); k++) {
                Hand pad = all.get(k).pad().orElse(null);
                if (pad != null && pad.surface().equals(surface.id())) {
                    int c = surface.placeOf(pad.control());
                    starts[s][c] = with(with(with(starts[s][c], set), k), pad.page());
                }
            }
        }
    }

    /** Whatever moves another comes before it. */
    private void order() {
        List<Integer> list = new ArrayList<>();
        List<Integer> following = new ArrayList<>();
        MacroOrder.inOrder(session.macros()).forEach(macro -> list.add(index.of(macro.target())));
        for (int p = 0; p < index.size(); p++) {
            if (macros[p] != null) {
                continue;
            }
            if (reaches[p] != null && reaches[p].follows()) {
                following.add(p);
            } else if (mover[p] >= 0 || lanes[p] != null || routesOf[p].length > 0) {
                list.add(p);
            }
        }
        list.addAll(following);
        moving = list.stream().mapToInt(i -> i).toArray();
    }
}
