package agogic.core.trace;

import agogic.core.edit.layer.Layers;
import agogic.core.edit.macro.Macros;
import agogic.core.expose.Exposing;
import agogic.core.route.Hand;
import agogic.core.route.Into;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Resting;
import agogic.core.session.Session;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/**
 * An edit that mends a stop.
 *
 * @param words for the history
 * @param edit what it makes of a session
 */
public record Mend(String words, UnaryOperator<Session> edit) {
    /** What mends a trace; empty if that is no edit, such as playing or showing something. */
    public static Optional<Mend> of(Session session, Trace trace) {
        if (trace.act().isEmpty()) {
            return Optional.empty();
        }
        Route route = trace.route().orElse(null);
        return Optional.ofNullable(
                switch (trace.act().get()) {
                    case OPEN_SPAN -> new Mend(
                            "Open the span", s -> s.with(s.route(route.id()).with(Span.FULL)));
                    case SWITCH_ON -> new Mend(
                            "Switch on", s -> s.with(s.route(route.id()).switched(true)));
                    case EXPOSE -> expose(session, route.target());
                    case OPEN_LANE -> new Mend(
                            "Open the lane", s -> s.with(s.lane(route.target()).guarded(false)));
                    case HEAR_LAYER -> new Mend("Hear all layers", s -> Layers.heard(s, route.target()));
                    case WRITE_TIMELINE -> into(
                            route, new Into(false, route.into().offset()));
                    case WRITE_CLIP -> into(route, new Into(true, false));
                    case REACH_MEMBERS -> reach(session, route.target().parameter());
                    case BYPASS_OFF -> bypassOff(session, route.target().device());
                    case ANY_CHANNEL -> anyChannel(session, trace.hand().orElseThrow());
                    default -> null;
                });
    }

    private static Mend into(Route route, Into into) {
        return new Mend(
                "Write to " + into.spoken(), s -> s.with(s.route(route.id()).into(into)));
    }

    private static Mend expose(Session session, Target target) {
        return new Mend("Expose " + session.parameter(target).name(), s -> Exposing.expose(s, List.of(target))
                .session());
    }

    private static Mend reach(Session session, String macro) {
        return new Mend(
                "Reach the members of " + session.macro(macro).name(), s -> Macros.reachThroughOneSocket(s, macro));
    }

    /** The switch by which a device lets its sound by as it came; empty if it has none. */
    static Optional<Target> bypass(Session session, String device) {
        return session.device(device).parameters().stream()
                .filter(p ->
                        p.name().equalsIgnoreCase("Bypass") && p.positions().size() == 2)
                .map(p -> new Target(device, p.id()))
                .findFirst();
    }

    /** Off where it rests; what its lane says stays. */
    private static Mend bypassOff(Session session, String device) {
        Target target = bypass(session, device).orElseThrow();
        return new Mend(
                "Switch the bypass of " + session.device(device).name() + " off", s -> Resting.at(s, target, 0));
    }

    private static Mend anyChannel(Session session, Hand hand) {
        Control control = session.control(hand);
        return new Mend(
                control.name() + " on any channel",
                s -> s.with(s.surface(hand.surface())
                        .with(control.speaking(control.address().on(Address.ANY)))));
    }
}
