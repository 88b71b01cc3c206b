package agogic.core.play;

import agogic.core.parameter.Offset;
import agogic.core.parameter.Parameter;
import agogic.core.plan.Plan;
import agogic.core.plan.Reach;
import agogic.core.route.Target;
import java.util.Arrays;

/** The value of every parameter at every tick: its layers, its macro, the hand, and how it reaches the device. */
final class Values {
    private final Present present;
    private final Transport transport;
    /** What the hand left each parameter at while no envelope moved it; NaN if nothing did. */
    private double[] held;

    /** What each parameter would stand at without hands and without offsets, as last worked out. */
    private double[] beneath;

    /** The sum of the offsets over that. */
    private double[] added;

    Values(Present present, Transport transport) {
        this.present = present;
        this.transport = transport;
        held = none(present.plan.index().size());
        beneath = none(held.length);
        added = new double[held.length];
    }

    /** What is heard of a route's parameter now with its control at {@code place}. */
    double heard(RouteState state, double place) {
        int p = state.parameterIndex;
        if (state.offsets()) {
            double under = Double.isNaN(beneath[p]) ? state.parameter.resting() : beneath[p];
            return state.parameter.settled(Offset.moved(state.parameter, under, added[p] + state.amount(place)));
        }
        return state.parameter.settled(state.heard(place, present.plan.over(p)));
    }

    private static double[] none(int size) {
        double[] none = new double[size];
        Arrays.fill(none, Double.NaN);
        return none;
    }

    /** A parameter stands at {@code value} until the envelopes have the say again. */
    void hold(int parameter, double value) {
        held[parameter] = value;
        present.live.value(parameter, value);
    }

    /** The envelopes have the say again. */
    void chase() {
        for (int p : present.plan.moving()) {
            if (present.plan.lane(p) != null) {
                held[p] = Double.NaN;
            }
        }
        for (RouteState state : present.routes) {
            state.takeover.letGo();
        }
    }

    /**
     * What stands goes over to another plan, except where the session says something else now. What stood over an envelope that
     * is no more does not stand any more: it was heard until that would have had the say again.
     */
    void carry(Plan before, Plan fresh) {
        if (fresh.index() == before.index()) {
            for (int p = 0; p < held.length; p++) {
                held[p] = bared(before, p, fresh, p) ? Double.NaN : held[p];
            }
            return;
        }
        double[] fuller = none(fresh.index().size());
        for (int p = 0; p < fuller.length; p++) {
            Target target = fresh.index().target(p);
            if (before.index().has(target)) {
                int was = before.index().of(target);
                boolean stands = fresh.index().restsSince(before.index(), was, p) && !bared(before, was, fresh, p);
                fuller[p] = stands ? held[was] : Double.NaN;
            }
        }
        held = fuller;
        beneath = none(held.length);
        added = new double[held.length];
    }

    private static boolean bared(Plan before, int was, Plan fresh, int p) {
        return before.lane(was) != null && fresh.lane(p) == null;
    }

    /** All values as a plan that has just come begins with. */
    void begin() {
        Plan plan = present.plan;
        for (int p = 0; p < held.length; p++) {
            present.live.value(
                    p, Double.isNaN(held[p]) ? plan.index().parameter(p).resting() : held[p]);
        }
        for (RouteState state : present.routes) {
            present.live.counted(state.index, state.counted);
        }
        evaluate(0);
    }

    /** All values of this moment, {@code elapsed} seconds after the last. */
    void evaluate(double elapsed) {
        Plan plan = present.plan;
        LiveState live = present.live;
        double position = transport.position();
        double beat = plan.session().timeline().beatAt(position);
        for (int p : plan.moving()) {
            Parameter parameter = plan.index().parameter(p);
            Reach reach = plan.reach(p);
            if (reach != null && reach.follows()) {
                live.value(p, parameter.settled(reach.arriving(live.value(reach.leader()))));
                continue;
            }
            double lane = plan.laneValue(p, position, beat);
            double own = !Double.isNaN(held[p]) ? held[p] : Double.isNaN(lane) ? parameter.resting() : lane;
            boolean away = transport.playing() && plan.away(p, beat);
            int mover = plan.mover(p);
            if (away && mover >= 0) {
                continue;
            }
            double base = plan.moved(p, own, mover < 0 ? 0 : live.value(mover));
            boolean layers = mover < 0
                    && Double.isNaN(held[p])
                    && !Double.isNaN(lane)
                    && plan.lane(p).layered();
            // Offsets are added up before they meet a wall: that of a hand, too, as it will be when it is a layer.
            double under = layers ? plan.lane(p).absolute() : base;
            double sum = layers ? plan.over(p) : 0;
            beneath[p] = under;
            added[p] = sum;
            double value = base;
            int[] all = plan.routesOf(p);
            // A hand on the screen comes last of those of its parameter; their wires show that it writes.
            RouteState last = all.length == 0 ? null : present.routes.get(all[all.length - 1]);
            boolean screen = last != null && last.onScreen() && last.holds() && last.records();
            boolean over = false;
            for (int r : all) {
                RouteState state = present.routes.get(r);
                boolean offsets = transport.playing() && state.offsets();
                over |= offsets;
                double by = offsets ? Double.NaN : byHand(state, base, elapsed, screen);
                if (!Double.isNaN(by) && !away) {
                    boolean writes = state.holds() && state.records();
                    value = by;
                    under = writes ? state.route.span().apply(state.smoothing.now()) : by;
                    sum = writes ? plan.over(p) : 0;
                }
            }
            for (int i = 0; over && i < all.length; i++) {
                // An offset goes over what another hand does at the same time.
                RouteState state = present.routes.get(all[i]);
                double by = state.offsets() ? amountBy(state, elapsed, screen) : Double.NaN;
                if (!Double.isNaN(by) && !away) {
                    sum += by;
                    value = Offset.moved(parameter, under, sum);
                }
            }
            double sent = parameter.settled(value);
            live.value(p, reach == null ? sent : parameter.settled(reach.arriving(sent)));
        }
    }

    /** The value a route gives its parameter now; NaN if the hand has no say. */
    private double byHand(RouteState state, double base, double elapsed, boolean screen) {
        double place = place(state, elapsed, screen);
        if (Double.isNaN(place)) {
            return Double.NaN;
        }
        if (!transport.playing() || !state.records()) {
            boolean moves = state.touched && state.route.smoothing() > 0 && !Double.isNaN(held[state.parameterIndex]);
            return moves ? state.route.span().apply(place) : Double.NaN;
        }
        if (state.holds()) {
            return state.heard(place, present.plan.over(state.parameterIndex));
        }
        double part = eased(state);
        return Double.isNaN(part) ? Double.NaN : state.easeValue + (base - state.easeValue) * part;
    }

    /** How far the offset of a route goes now, −1..1; NaN if the hand has no say. */
    private double amountBy(RouteState state, double elapsed, boolean screen) {
        double place = place(state, elapsed, screen);
        if (Double.isNaN(place)) {
            return Double.NaN;
        }
        return state.holds() ? state.amount(place) : state.easeValue * (1 - eased(state));
    }

    /** Where the control of a route stands as it is heard; NaN if the hand has no say. Says whether it is written. */
    private double place(RouteState state, double elapsed, boolean screen) {
        boolean records = transport.playing() && state.records();
        if (records && !state.says()) {
            boolean writes = state.holds() || screen && !state.onScreen();
            present.live.writing(state.index, writes && transport.position() >= transport.punchIn());
            return Double.NaN;
        }
        if (Double.isNaN(state.counted)) {
            return Double.NaN;
        }
        double place = state.smoothing.after(elapsed);
        if (records) {
            boolean shows = state.holds() || screen && !state.onScreen();
            present.live.writing(state.index, shows && transport.position() >= transport.punchIn());
        }
        return place;
    }

    /** The part of the way back that a hand that let go has made, 0..1; NaN if it is not on it. */
    private double eased(RouteState state) {
        double part = (transport.position() - state.easeFrom) / state.planned.easeBack();
        return part >= 0 && part < 1 && !state.parameter.stepped() ? part : Double.NaN;
    }
}
