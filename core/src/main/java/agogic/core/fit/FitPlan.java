package agogic.core.fit;

import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.expose.Exposing;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * How the wanted parameters of a device go through its sockets.
 *
 * @param device the id of the device
 * @param needed sockets that would be needed without any step
 * @param usable sockets there are, those of reserved parameters left out
 * @param steps what is to be done, in this order
 * @param offered steps that were switched off, or not needed because those before them suffice
 */
public record FitPlan(String device, int needed, int usable, List<FitStep> steps, List<FitStep> offered) {
    /** Copies its lists, so that nobody changes them later. */
    public FitPlan {
        steps = List.copyOf(steps);
        offered = List.copyOf(offered);
    }

    /** How many parameters go through: all but those that are taken back. */
    public int through() {
        return needed
                - steps.stream()
                        .filter(s -> s.kind() == FitStep.Kind.TAKE_BACK)
                        .mapToInt(FitStep::saves)
                        .sum();
    }

    /** Sockets that are needed after all steps. */
    public int after() {
        return needed - steps.stream().mapToInt(FitStep::saves).sum();
    }

    /** By how many sockets it does not fit, 0 if it does. */
    public int missing() {
        return Math.max(0, after() - usable);
    }

    /**
     * The session after all steps; whatever is still wanted gets the sockets that are free then. One act.
     *
     * @throws IllegalArgumentException if it does not fit, with by how many
     */
    public Session apply(Session session) {
        if (missing() > 0) {
            throw new IllegalArgumentException(
                    "It does not fit: " + missing() + (missing() == 1 ? " socket is" : " sockets are")
                            + " missing even after all steps that are switched on.");
        }
        Session changed = session;
        List<FitStep> order = new ArrayList<>(steps);
        // Those that free sockets go first, so that the others find room.
        order.sort(Comparator.comparingInt(FitStep::net));
        List<Outside> leaving = new ArrayList<>();
        for (FitStep step : order) {
            if (step.change() instanceof Sending.Leave leave) {
                leaving.add(leave.outside());
            } else {
                changed = Sending.send(changed, device, leaving);
                leaving.clear();
                changed = step.change().apply(changed);
            }
        }
        changed = Sending.send(changed, device, leaving);
        List<Target> waiting = new ArrayList<>();
        Device after = changed.device(device);
        after.wanted().forEach(w -> waiting.add(new Target(device, w)));
        return Exposing.expose(changed, waiting).session();
    }
}
