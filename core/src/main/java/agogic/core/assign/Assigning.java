package agogic.core.assign;

import agogic.core.device.Exposure;
import agogic.core.expose.Exposing;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** Connecting a control to a parameter or a macro, and the other way round. Each is a function of a session. */
public final class Assigning {
    private Assigning() {}

    /** What becomes of that which is there already. */
    public enum How {
        /** It stays: the control moves more, the target is moved by more. */
        ADD,
        /** The control moves nothing else, and nothing else moves the target. */
        TAKE_OVER
    }

    /** Routes by which the control moves something else at the same time. */
    public static List<Route> othersOfHand(Session session, Hand hand, Target target) {
        return session.routes().stream()
                .filter(r -> !r.target().equals(target)
                        && r.hand().filter(hand::meets).isPresent())
                .toList();
    }

    /** Routes by which something else moves the target at the same time. */
    public static List<Route> othersOfTarget(Session session, Hand hand, Target target) {
        return session.routes().stream()
                .filter(r -> r.target().equals(target) && r.hand().isPresent())
                .filter(r ->
                        !r.hand().get().sameControl(hand) && together(r.hand().get(), hand))
                .toList();
    }

    /** The route by which a hand moves a target, if there is one. */
    public static Optional<Route> route(Session session, Hand hand, Target target) {
        return session.routes().stream()
                .filter(r -> r.target().equals(target)
                        && r.hand().filter(hand::equals).isPresent())
                .findFirst();
    }

    /** True if two different controls count at the same time: pages part only the controls of one surface. */
    static boolean together(Hand a, Hand b) {
        return !a.surface().equals(b.surface()) || a.page() == 0 || b.page() == 0 || a.page() == b.page();
    }

    /**
     * The session with {@code hand} moving {@code target}. A target that no host can reach is exposed as well, as long as
     * there is room.
     *
     * @throws IllegalArgumentException if the target is reserved, or moves with something else
     */
    public static Session connect(Session session, Hand hand, Target target, How how) {
        check(session, target);
        Session after = session;
        if (how == How.TAKE_OVER) {
            for (Route other : othersOfHand(session, hand, target)) {
                after = disconnect(after, other.id());
            }
            for (Route other : othersOfTarget(session, hand, target)) {
                after = disconnect(after, other.id());
            }
        }
        boolean macroItself = target.device().equals(Macro.DEVICE);
        if (!macroItself && after.device(target.device()).exposure(target.parameter()) != Exposure.EXPOSED) {
            after = Exposing.expose(after, List.of(target)).session();
        }
        if (route(after, hand, target).isPresent()) {
            return after;
        }
        for (Route route : after.routes()) {
            if (route.target().equals(target) && route.hand().isEmpty()) {
                return after.with(route.by(Optional.of(hand)));
            }
        }
        return after.with(Route.of(freshId(after, target), hand, Span.FULL, target));
    }

    /** @throws IllegalArgumentException if no hand may move the target: it is reserved, or moves with a macro */
    public static void check(Session session, Target target) {
        Parameter parameter = session.parameter(target);
        if (parameter.reserved()) {
            throw new IllegalArgumentException(parameter.name() + " is reserved for the device itself.");
        }
        Optional<Macro> macro = session.macroOf(target);
        if (macro.isPresent()) {
            throw new IllegalArgumentException(parameter.name() + " moves with the macro "
                    + macro.get().name() + ". Connect the control to the macro, or remove it from the macro.");
        }
    }

    /** An id for another route to a target, that no route has. */
    public static String freshId(Session session, Target target) {
        String wanted = "route-" + target.device() + "-" + target.parameter();
        String id = wanted;
        for (int n = 2; taken(session, id); n++) {
            id = wanted + "-" + n;
        }
        return id;
    }

    private static boolean taken(Session session, String id) {
        return session.routes().stream().anyMatch(r -> r.id().equals(id));
    }

    /**
     * The route without its hand; without points on its target it goes altogether.
     *
     * @throws IllegalArgumentException in words for people if the session has no such route
     */
    public static Session disconnect(Session session, String routeId) {
        Route route = session.route(routeId);
        boolean keeps =
                session.laneIfAny(route.target()).filter(l -> l.points() > 0).isPresent();
        boolean alone = session.routes().stream()
                .noneMatch(r -> r != route && r.target().equals(route.target()));
        return keeps && alone
                ? session.with(route.by(Optional.empty()))
                : session.withRoutes(session.routes().stream()
                        .filter(r -> !r.id().equals(routeId))
                        .toList());
    }

    /**
     * What adding and taking over would each mean, in words; empty if nothing is in the way.
     *
     * @throws IllegalArgumentException in words for people if the session has no such control or no such target
     */
    public static Optional<String> clash(Session session, Hand hand, Target target) {
        List<String> parts = new ArrayList<>();
        String control = session.control(hand).name();
        String wanted = session.parameter(target).name();
        List<Route> mine = othersOfHand(session, hand, target);
        List<Route> its = othersOfTarget(session, hand, target);
        if (!mine.isEmpty()) {
            parts.add(control + " moves " + names(session, mine)
                    + " already. Add: it moves both. Replace: it moves only " + wanted + ".");
        }
        if (!its.isEmpty()) {
            String others = its.stream()
                    .map(r -> session.control(r.hand().orElseThrow()).name())
                    .distinct()
                    .collect(Collectors.joining(", "));
            parts.add(wanted + " is moved by " + others + " already. Add: both move it. Replace: only " + control
                    + " does.");
        }
        return parts.isEmpty() ? Optional.empty() : Optional.of(String.join(" ", parts));
    }

    static String names(Session session, List<Route> routes) {
        return routes.stream()
                .map(r -> session.parameter(r.target()).name())
                .distinct()
                .collect(Collectors.joining(", "));
    }

    /**
     * All routes of a control, on whichever page, with this takeover; the same session if it has none.
     *
     * @param takeover how the control meets a value that stands elsewhere
     */
    public static Session takingOver(Session session, Hand control, Takeover takeover) {
        Session after = session;
        for (Route route : session.routes()) {
            if (route.hand().filter(control::sameControl).isPresent()) {
                after = after.with(route.with(takeover));
            }
        }
        return after;
    }

    /**
     * All routes of a control, on whichever page, with this smoothing, 0 to 10,000 ms.
     *
     * @throws IllegalArgumentException in words for people if it is not 0 to 10,000 ms
     */
    public static Session smoothing(Session session, Hand control, double milliseconds) {
        Session after = session;
        for (Route route : session.routes()) {
            if (route.hand().filter(control::sameControl).isPresent()) {
                after = after.with(route.smoothed(milliseconds));
            }
        }
        return after;
    }

    /**
     * A route that counts on another page, from 1; 0 for all.
     *
     * @throws IllegalArgumentException in words for people if the page is below 0, or there is no such route, or it
     *     has no control
     */
    public static Session onPage(Session session, String routeId, int page) {
        Route route = session.route(routeId);
        Hand hand = route.hand()
                .orElseThrow(() -> new IllegalArgumentException("This route has no control, so it is on no page."));
        return session.with(route.by(Optional.of(hand.on(page))));
    }
}
