package agogic.core.fit;

import agogic.core.device.Device;
import agogic.core.device.Socket;
import agogic.core.edit.layer.Converting;
import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.session.Moved;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Plans a fit, the least loss first: take back what is exposed without use, join what moves alike, share sockets among
 * what never moves at the same time, send the rest outside. It stops as soon as all fit. Nothing is dropped.
 */
public final class Fit {
    private final Session session;
    private final Device device;
    private final Set<String> off;
    private final Map<Target, Lane> lanes = new HashMap<>();
    private final List<FitStep> steps = new ArrayList<>();
    private final List<FitStep> offered = new ArrayList<>();
    /** Parameters that a step has dealt with. */
    private final Set<String> settled = new HashSet<>();

    private int excess;

    private Fit(Session session, Device device, Set<String> off) {
        this.session = session;
        this.device = device;
        this.off = off;
        session.lanes().forEach(lane -> lanes.put(lane.target(), lane));
    }

    /**
     * The plan for a device.
     *
     * @param off keys of steps, or words of kinds, that are not to be taken
     * @throws IllegalArgumentException in words for people if the session has no such device
     */
    public static FitPlan plan(Session session, String deviceId, Set<String> off) {
        FitPlan best = attempt(session, deviceId, off);
        Set<String> without = new HashSet<>(off);
        // A group that moves alike still needs a socket. Where even that is too much, its members go outside one by
        // one.
        for (FitPlan plan = best; plan.missing() > 0; ) {
            FitStep join = plan.steps().stream()
                    .filter(s -> s.kind() == FitStep.Kind.JOIN)
                    .reduce((first, second) -> second)
                    .orElse(null);
            if (join == null) {
                break;
            }
            without.add(join.key());
            plan = attempt(session, deviceId, without);
            best = plan.missing() < best.missing() ? plan : best;
        }
        return best;
    }

    private static FitPlan attempt(Session session, String deviceId, Set<String> off) {
        Device device = session.device(deviceId);
        Fit fit = new Fit(session, device, off);
        int needed = device.taken() + device.wanted().size();
        fit.excess = needed - device.usable();
        fit.run();
        return new FitPlan(deviceId, needed, device.usable(), fit.steps, fit.offered);
    }

    private void run() {
        takeBack();
        for (FitStep step : Alike.steps(session, device, free(true))) {
            // A parameter that a larger group took is no more in a smaller one: the groups do not overlap.
            take(step);
        }
        List<Mover> movers = new ArrayList<>(free(true));
        List<Mover> leave = List.of();
        if (excess > 0 && !off.contains(FitStep.Kind.OUTSIDE.spoken()) && !off.contains(Sharing.KEY)) {
            // Where even sharing is not enough, those in the way of the most others travel outside.
            leave = Sharing.beyond(movers, Math.max(0, movers.size() - excess));
            movers.removeAll(leave);
        }
        Sharing.step(session, device, movers).ifPresent(this::take);
        List<Mover> last = free(false);
        for (FitStep step : Sending.steps(session, device, last, leave)) {
            take(step);
        }
    }

    private void take(FitStep step) {
        boolean wanted = !off.contains(step.key()) && !off.contains(step.kind().spoken());
        if (excess > 0 && wanted) {
            steps.add(step);
            excess -= step.saves();
            settled.addAll(step.parameters());
        } else {
            offered.add(step);
        }
    }

    private void takeBack() {
        Set<Target> used = Moved.all(session);
        List<Target> idle = new ArrayList<>();
        List<Socket> sockets = new ArrayList<>(device.used());
        sockets.sort(Comparator.comparingInt(Socket::number).reversed());
        for (Socket socket : sockets) {
            Target target = new Target(device.id(), socket.seats().get(0).parameter());
            boolean alone = socket.seats().size() == 1
                    && !device.reserved(socket)
                    && !session.lane(target).guarded();
            if (alone && !used.contains(target) && idle.size() < Math.max(1, excess)) {
                idle.add(target);
            }
        }
        if (!idle.isEmpty()) {
            take(Retiring.step(device, idle));
        }
    }

    /**
     * The parameters that may still be dealt with: alone on a socket or wanted, with a lane that has points.
     *
     * @param unrouted true if those with a route are left out, because they are to stay in reach of a hand
     */
    private List<Mover> free(boolean unrouted) {
        Set<String> routed = new HashSet<>();
        for (Route route : session.routes()) {
            if (route.target().device().equals(device.id())) {
                routed.add(route.target().parameter());
            }
        }
        List<String> ids = new ArrayList<>(device.wanted());
        for (Socket socket : device.used()) {
            if (socket.seats().size() == 1 && !device.reserved(socket)) {
                ids.add(socket.seats().get(0).parameter());
            }
        }
        List<Mover> movers = new ArrayList<>();
        for (String id : ids) {
            Lane lane = lanes.get(new Target(device.id(), id));
            boolean moves = lane != null && lane.plays();
            if (moves && !settled.contains(id) && !(unrouted && routed.contains(id))) {
                Parameter parameter = device.find(id);
                // Of several layers it counts what is heard of them together.
                Lane heard = lane.layered()
                        ? Converting.flatten(session.with(lane.guarded(false)), lane.target())
                                .session()
                                .lane(lane.target())
                        : lane;
                movers.add(new Mover(parameter, heard, session.timeline()));
            }
        }
        return movers;
    }
}
