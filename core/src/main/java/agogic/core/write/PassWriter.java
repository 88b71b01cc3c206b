package agogic.core.write;

import agogic.core.envelope.Envelope;
import agogic.core.lane.Lane;
import agogic.core.lane.LaneWriter;
import agogic.core.lane.Stretch;
import agogic.core.parameter.Parameter;
import agogic.core.refine.Recipe;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import agogic.core.surface.Control;
import java.util.List;

/** Writes passes into the session: the ride is kept, the envelope is made from it, the mode goes back to Read. */
public final class PassWriter {
    private PassWriter() {}

    /** The session after these passes; routes that are not pinned are in Read again. */
    public static Session write(Session session, List<Pass> passes) {
        Session after = session;
        for (Pass pass : passes) {
            after = write(after, pass);
        }
        return after;
    }

    /** The session after the cycles of a loop that plays on: the rides are in it, and the routes still write. */
    public static Session writeCycles(Session session, List<Pass> cycles) {
        Session after = write(session, cycles);
        for (Pass cycle : cycles) {
            Route route = session.route(cycle.route());
            after = after.with(after.route(route.id()).in(route.mode()));
        }
        return after;
    }

    /** The session after one pass. */
    public static Session write(Session session, Pass pass) {
        Route route = session.route(pass.route());
        Session after = session;
        if (pass.wrote() && !session.parameter(route.target()).reserved()) {
            Hand hand = route.hand().orElseThrow();
            String id = session.freshRideId();
            double resolution = resolution(session.control(hand));
            Ride ride =
                    new Ride(id, hand, resolution, pass.from(), pass.to(), pass.seconds(), pass.raw(), pass.counted());
            boolean first = session.lane(route.target()).envelope().isEmpty();
            Session stood = first ? session.standing(route.target(), pass.standing()) : session;
            after = stood.with(ride).with(written(stood, route, pass, ride));
        }
        return route.pinned() || !route.mode().writes() ? after : after.with(route.in(WriteMode.READ));
    }

    private static Lane written(Session session, Route route, Pass pass, Ride ride) {
        Parameter parameter = session.parameter(route.target());
        Lane lane = session.lane(route.target());
        LaneWriter writer = new LaneWriter(parameter, session.timeline(), lane.lock());
        Recipe recipe = lane.stretches().isEmpty()
                ? Recipe.usual(parameter)
                : lane.stretches().get(lane.stretches().size() - 1).recipe();
        switch (pass.mode()) {
            case WRITE -> lane = writer.write(lane, ride, stretch(pass, ride, route, recipe, pass.from(), pass.to()));
            case LATCH -> {
                double first = pass.touches().get(0).from();
                lane = writer.write(lane, ride, stretch(pass, ride, route, recipe, first, pass.to()));
            }
            default -> {
                for (Pass.Touch touch : pass.touches()) {
                    if (touch.to() > pass.from() && touch.from() < pass.to()) {
                        lane = writer.write(lane, ride, stretch(pass, ride, route, recipe, touch.from(), touch.to()));
                    }
                }
            }
        }
        return lane;
    }

    private static Stretch stretch(Pass pass, Ride ride, Route route, Recipe recipe, double from, double to) {
        double start = Math.max(pass.from(), Math.min(pass.to(), from));
        double end = Math.max(start, Math.min(pass.to(), to));
        double at = 0;
        return new Stretch(
                ride.id(),
                route.span(),
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

    /** The smallest step a control can send. */
    public static double resolution(Control control) {
        return control.address().resolution();
    }
}
