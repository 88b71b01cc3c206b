package agogic.core.edit.pass;

import agogic.core.record.Pass;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Rides that are kept and that no lane, and no version of one, leads to any more: found, and put back on a lane. */
public final class PuttingBack {
    private PuttingBack() {}

    /** The rides that nothing leads to, in the order in which they were ridden. */
    public static List<Ride> loose(Session session) {
        Set<String> led = new LinkedHashSet<>();
        session.lanes().forEach(l -> l.allStretches().forEach(s -> led.add(s.ride())));
        session.versions().forEach(v -> {
            v.lane().ifPresent(l -> l.allStretches().forEach(s -> led.add(s.ride())));
            v.whole().ifPresent(w -> w.lanes().forEach(l -> l.allStretches().forEach(s -> led.add(s.ride()))));
        });
        return session.rides().stream().filter(r -> !led.contains(r.id())).toList();
    }

    /** What the hand of a ride moves now: empty if it moves nothing. */
    public static Optional<Target> target(Session session, Ride ride) {
        Optional<Target> routed = session.routes().stream()
                .filter(r -> r.hand().filter(h -> h.sameControl(ride.hand())).isPresent())
                .map(Route::target)
                .findFirst();
        if (routed.isPresent() || !ride.hand().surface().equals(Hand.SCREEN)) {
            return routed;
        }
        List<Target> all = new ArrayList<>();
        session.devices().forEach(d -> d.parameters().forEach(p -> all.add(new Target(d.id(), p.id()))));
        session.macros().forEach(m -> all.add(m.target()));
        return all.stream().filter(t -> Hand.onScreen(t).equals(ride.hand())).findFirst();
    }

    /**
     * The session with a ride on the lane of {@code target}, over what is there, from its first move to its end.
     *
     * @throws IllegalArgumentException in words for people if the session has no such target, or its lane is
     *     protected
     */
    public static Session on(Session session, Ride ride, Target target) {
        Route route = session.routes().stream()
                .filter(r -> r.target().equals(target)
                        && r.hand().filter(h -> h.sameControl(ride.hand())).isPresent())
                .findFirst()
                .orElse(Route.of("back", ride.hand(), Span.FULL, target));
        double first = Math.max(ride.from(), Math.min(ride.to(), ride.seconds(0)));
        Pass pass = new Pass(
                route.in(WriteMode.LATCH).by(Optional.of(ride.hand())),
                ride.resolution(),
                false,
                ride.from(),
                ride.to(),
                ride.times(),
                ride.countedPlaces(),
                ride.countedPlaces(),
                List.of(new Pass.Touch(first, ride.to())),
                session.parameter(target).resting(),
                Pass.End.CHANGED);
        return PassWriter.again(session, ride, pass);
    }
}
