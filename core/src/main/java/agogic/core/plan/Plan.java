package agogic.core.plan;

import agogic.core.lane.LayerStack;
import agogic.core.list.SharedList;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.List;

/** A session made ready for playing: everything found beforehand, nothing to look up. Made by {@link Planning}. */
public final class Plan {
    final Session session;
    final ParameterIndex index;
    /** The parameters that can change, each after whatever moves it: those of a macro, a lane with points or a route. */
    final int[] moving;

    /** What the lane of each parameter says; null where it says nothing. */
    final LayerStack[] lanes;
    /** How a value reaches its parameter; null where it simply does. */
    final Reach[] reaches;

    /** The number of the macro that moves each parameter, −1 for none, with the macro and how it does. */
    final int[] mover;

    final Macro[] macros;
    final Member[] members;

    final SharedList<PlannedRoute> routes;
    /** The places of the routes of each parameter. */
    final int[][] routesOf;
    /** The places of the routes of each control of each surface. */
    final int[][][] routesOfControl;

    /** What was ever moved on the screen. */
    final List<Target> moved;

    /** That, and what snapshots set: its hands come after the routes of the session. */
    final List<Target> screen;

    /** True if whatever is touched is written. */
    final boolean lent;

    /** The page each control of each surface turns to, 0 for none. */
    final int[][] turns;

    /** How many numbers a start has. */
    public static final int START = 3;

    /** The snapshots that each control of each surface starts: set, snapshot and page of each, one after the other. */
    final int[][][] starts;

    Plan(Planning made) {
        session = made.session;
        index = made.index;
        moving = made.moving;
        lanes = made.lanes;
        reaches = made.reaches;
        mover = made.mover;
        macros = made.macros;
        members = made.members;
        routes = made.routes;
        routesOf = made.routesOf;
        routesOfControl = made.routesOfControl;
        turns = made.turns;
        moved = made.moved;
        screen = made.screen;
        lent = made.lent;
        starts = made.starts;
    }

    /** The plan of a session. */
    public static Plan of(Session session) {
        return new Plan(Planning.whole(session, null, List.of(), false));
    }

    /** The plan of a session that came from this one by an edit: what the edit did not touch is the same. */
    public Plan after(Session edited) {
        return edited == session ? this : new Plan(Planning.after(this, edited));
    }

    /** The same with a hand on the screen for {@code target}; itself if it has one, or knows no such target. */
    public Plan onScreen(Target target) {
        if (screen.contains(target) || !index.has(target)) {
            return this;
        }
        List<Target> more = new ArrayList<>(moved);
        more.add(target);
        return new Plan(Planning.whole(session, this, more, lent));
    }

    /** The same with everything that is touched written, or only what its mode says. */
    public Plan lending(boolean everything) {
        return everything == lent ? this : new Plan(Planning.whole(session, this, moved, everything));
    }

    /** The place of the route with this id, of a hand on the screen too; −1 if there is none. */
    public int placeOfRoute(String id) {
        int place = session.placeOfRoute(id);
        for (int r = session.routes().size(); place < 0 && r < routes.size(); r++) {
            place = routes.get(r).route().id().equals(id) ? r : -1;
        }
        return place;
    }

    /** The route with this id, or null if there is none. */
    PlannedRoute route(String id) {
        int place = placeOfRoute(id);
        return place < 0 ? null : routes.get(place);
    }

    /** The place of the hand on the screen for a target, −1 if there is none. */
    public int placeOfHand(Target target) {
        int place = screen.indexOf(target);
        return place < 0 ? -1 : session.routes().size() + place;
    }

    /** The session it was made of. */
    public Session session() {
        return session;
    }

    /** The numbers of the parameters. */
    public ParameterIndex index() {
        return index;
    }

    /** The routes of the session in their order, then the hands on the screen. */
    public SharedList<PlannedRoute> routes() {
        return routes;
    }

    /** The parameters that can change, each after whatever moves it. The plan's own array: not to be changed. */
    public int[] moving() {
        return moving;
    }

    /** What the lane of a parameter says, or null where it says nothing. */
    public LayerStack lane(int parameter) {
        return lanes[parameter];
    }

    /** How a value reaches its parameter, or null where it simply does. */
    public Reach reach(int parameter) {
        return reaches[parameter];
    }

    /** The macro that a number stands for, or null if it is a parameter of a device. */
    public Macro macro(int parameter) {
        return macros[parameter];
    }

    /** The number of the macro that moves a parameter, −1 for none. */
    public int mover(int parameter) {
        return mover[parameter];
    }

    /** The places of the routes of a parameter. The plan's own array: not to be changed. */
    public int[] routesOf(int parameter) {
        return routesOf[parameter];
    }

    /** The places of the routes of each control of a surface. The plan's own array: not to be changed. */
    public int[][] routesOfControls(int surface) {
        return routesOfControl[surface];
    }

    /** How many surfaces there are. */
    public int surfaces() {
        return routesOfControl.length;
    }

    /** The page that a control turns to, 0 for none. */
    public int turns(int surface, int control) {
        return turns[surface][control];
    }

    /**
     * The snapshots that a control starts: set, snapshot and page of each, {@value #START} numbers one after the other. The
     * plan's own array: not to be changed.
     */
    public int[] starts(int surface, int control) {
        return starts[surface][control];
    }

    /**
     * The value a macro gives its member p, which would stand at {@code rest}; {@code rest} if no macro moves it.
     *
     * @param stands what the macro stands at, 0..1
     * @param p the number of the parameter
     */
    public double moved(int p, double rest, double stands) {
        int macro = mover[p];
        return macro < 0 ? rest : macros[macro].value(members[p], stands, rest, index.parameter(p));
    }

    /**
     * Value of the lane of a parameter as it reaches it, normalised; NaN if it has none or was not sent yet.
     *
     * @param seconds of the piece
     * @param beat the same moment in quarter notes
     */
    public double laneValue(int parameter, double seconds, double beat) {
        LayerStack lane = lanes[parameter];
        if (lane == null) {
            return Double.NaN;
        }
        Reach reach = reaches[parameter];
        if (reach == null || !reach.shares()) {
            return lane.valueAt(seconds, beat);
        }
        double sent = reach.lastSent(beat);
        return Double.isNaN(sent) ? Double.NaN : sent == beat ? lane.valueAt(seconds, beat) : lane.valueAtBeat(sent);
    }

    /** The sum of the offsets over a parameter's lane, as last asked for; 0 where it has none. */
    public double over(int parameter) {
        LayerStack lane = lanes[parameter];
        return lane == null || !lane.layered() ? 0 : lane.offset();
    }

    /** True if the socket of a parameter is with another one at {@code beat}. */
    public boolean away(int parameter, double beat) {
        return reaches[parameter] != null && reaches[parameter].shares() && reaches[parameter].lastSent(beat) != beat;
    }
}
