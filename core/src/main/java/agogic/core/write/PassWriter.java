package agogic.core.write;

import agogic.core.assign.Assigning;
import agogic.core.device.Exposure;
import agogic.core.envelope.Envelope;
import agogic.core.expose.Exposing;
import agogic.core.lane.Lane;
import agogic.core.lane.LaneWriter;
import agogic.core.lane.Stretch;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.refine.Recipe;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Resting;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.List;

/**
 * Writes passes into the session: the ride is kept, the envelope is made from it, the mode goes back to Read. A ride is
 * kept even where no lane can take it any more.
 */
public final class PassWriter {
    private PassWriter() {}

    /**
     * What became of passes.
     *
     * @param session after them
     * @param loose for each ride that no lane took, why, for people
     */
    public record Outcome(Session session, List<String> loose) {}

    /** The session after these passes; routes that are not pinned are in Read again, unless their hands go on. */
    public static Session write(Session session, List<Pass> passes) {
        return outcome(session, passes).session();
    }

    /** As {@link #write}, with what could not be written. */
    public static Outcome outcome(Session session, List<Pass> passes) {
        Session after = session;
        List<String> loose = new ArrayList<>();
        for (Pass pass : passes) {
            after = pass.wrote() ? kept(after, pass, loose) : after;
            after = pass.end().over() ? inRead(after, pass.route().id()) : after;
        }
        return new Outcome(after, List.copyOf(loose));
    }

    private static Session kept(Session session, Pass pass, List<String> loose) {
        Target target = pass.route().target();
        Ride ride = new Ride(
                freshRideId(session),
                pass.route().hand().orElseThrow(),
                pass.resolution(),
                pass.from(),
                pass.to(),
                pass.seconds(),
                pass.raw(),
                pass.counted());
        Session with = session.with(ride);
        if (!session.has(target)) {
            loose.add("Ride " + ride.number() + " is kept, but what it moved is no more in the session.");
            return with;
        }
        Parameter parameter = session.parameter(target);
        if (parameter.reserved()) {
            loose.add("Ride " + ride.number() + " is kept, but " + parameter.name()
                    + " is reserved and must not be written.");
            return with;
        }
        try {
            boolean first = session.lane(target).envelope().isEmpty();
            Session stood = first ? Resting.at(with, target, pass.standing()) : with;
            Session written = stood.with(written(stood, pass, ride));
            return ride.hand().surface().equals(Hand.SCREEN) ? reached(written, target) : written;
        } catch (IllegalArgumentException e) {
            // Whatever the lane refuses, what the person played stays.
            loose.add("Ride " + ride.number() + " is kept, but " + parameter.name() + " could not hold it: "
                    + e.getMessage());
            return with;
        }
    }

    /** What was ridden on the screen has a row of its own, and a host reaches it if a socket is free. */
    private static Session reached(Session session, Target target) {
        Session after = session;
        boolean hidden = !target.device().equals(Macro.DEVICE)
                && session.device(target.device()).exposure(target.parameter()) == Exposure.HIDDEN;
        if (hidden) {
            after = Exposing.expose(session, List.of(target)).session();
        }
        boolean row = session.routes().stream().anyMatch(r -> r.target().equals(target));
        return row ? after : after.with(Route.of(Assigning.freshId(after, target), null, Span.FULL, target));
    }

    private static Session inRead(Session session, String routeId) {
        int place = session.placeOfRoute(routeId);
        Route route = place < 0 ? null : session.routes().get(place);
        boolean back = route != null && !route.pinned() && route.mode().writes();
        return back ? session.with(route.in(WriteMode.READ)) : session;
    }

    private static Lane written(Session session, Pass pass, Ride ride) {
        Target target = pass.route().target();
        Parameter parameter = session.parameter(target);
        Lane lane = session.lane(target);
        LaneWriter writer = new LaneWriter(parameter, session.timeline(), lane.lock());
        Recipe recipe = lane.stretches().isEmpty()
                ? Recipe.usual(parameter)
                : lane.stretches().get(lane.stretches().size() - 1).recipe();
        switch (pass.mode()) {
            case WRITE -> lane = writer.write(lane, ride, stretch(pass, ride, recipe, pass.from(), pass.to()));
            case LATCH -> {
                double first = pass.touches().get(0).from();
                lane = writer.write(lane, ride, stretch(pass, ride, recipe, first, pass.to()));
            }
            default -> {
                for (Pass.Touch touch : pass.touches()) {
                    if (touch.to() > pass.from() && touch.from() < pass.to()) {
                        lane = writer.write(lane, ride, stretch(pass, ride, recipe, touch.from(), touch.to()));
                    }
                }
            }
        }
        return lane;
    }

    private static Stretch stretch(Pass pass, Ride ride, Recipe recipe, double from, double to) {
        double start = Math.max(pass.from(), Math.min(pass.to(), from));
        double end = Math.max(start, Math.min(pass.to(), to));
        double at = 0;
        return new Stretch(
                ride.id(),
                pass.route().span(),
                pass.mode(),
                start,
                end,
                pass.from(),
                pass.to(),
                recipe,
                at,
                at,
                Envelope.EMPTY);
    }

    /** A ride id that is not taken. */
    static String freshRideId(Session session) {
        int highest = 0;
        for (Ride ride : session.rides()) {
            String digits = ride.id().replaceAll("\\D", "");
            highest = digits.isEmpty() || digits.length() > 8 ? highest : Math.max(highest, Integer.parseInt(digits));
        }
        return "ride-" + (highest + 1);
    }
}
