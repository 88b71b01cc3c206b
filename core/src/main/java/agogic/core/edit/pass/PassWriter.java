package agogic.core.edit.pass;

import agogic.core.assign.Assigning;
import agogic.core.device.Exposure;
import agogic.core.edit.layer.Layers;
import agogic.core.envelope.Envelope;
import agogic.core.expose.Exposing;
import agogic.core.lane.Lane;
import agogic.core.lane.LaneWriter;
import agogic.core.lane.Layer;
import agogic.core.lane.Stretch;
import agogic.core.macro.Macro;
import agogic.core.parameter.Offset;
import agogic.core.parameter.Parameter;
import agogic.core.record.Pass;
import agogic.core.refine.Recipe;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Into;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Resting;
import agogic.core.session.Session;
import agogic.core.time.LaneTime;
import agogic.core.time.Lock;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

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

    /**
     * The session after these passes; routes that are not pinned are in Read again, unless their hands go on. What
     * cannot be written is left out: see {@link #outcome}.
     */
    public static Session write(Session session, List<Pass> passes) {
        return outcome(session, passes).session();
    }

    /** As {@link #write}, with what could not be written. */
    public static Outcome outcome(Session session, List<Pass> passes) {
        return outcome(session, passes, LaneWriter::write);
    }

    /**
     * As {@link #outcome}, but each ride lies in its lane as it was ridden: its envelope is still to be made, by {@link
     * Finishing}. It takes no longer than looking at each move once.
     */
    public static Outcome ridden(Session session, List<Pass> passes) {
        return outcome(session, passes, LaneWriter::ridden);
    }

    /** How a ride comes into a lane. */
    private interface Way {
        Lane write(LaneWriter writer, Lane lane, Ride ride, Stretch asked);
    }

    private static Outcome outcome(Session session, List<Pass> passes, Way way) {
        Session after = session;
        List<String> loose = new ArrayList<>();
        for (Pass pass : passes) {
            after = pass.wrote() ? kept(after, pass, way, loose) : after;
            after = pass.end().over() ? inRead(after, pass.route().id()) : after;
        }
        return new Outcome(after, List.copyOf(loose));
    }

    /**
     * The session after those of these passes that it does not have yet, by their names: what is found in a journal may have
     * come into the session before the journal ended.
     */
    public static Outcome recovered(Session session, List<Pass> passes) {
        List<Pass> missing = missing(session, passes);
        return outcome(session, missing);
    }

    /** Those of the passes that have something to be written and are not in the session yet. */
    public static List<Pass> missing(Session session, List<Pass> passes) {
        Set<String> there = session.rides().stream().map(Ride::pass).collect(Collectors.toSet());
        return passes.stream()
                .filter(p -> p.wrote() && !p.rehearsed())
                .filter(p -> p.id().isEmpty() || !there.contains(p.id()))
                .toList();
    }

    private static Session kept(Session session, Pass pass, Way way, List<String> loose) {
        Target target = pass.route().target();
        Ride ride = new Ride(
                freshRideId(session),
                pass.route().hand().orElseThrow(),
                pass.resolution(),
                pass.from(),
                pass.to(),
                pass.seconds(),
                pass.raw(),
                pass.counted(),
                pass.id());
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
        if (session.lane(target).guarded()) {
            loose.add("Ride " + ride.number() + " is kept, but the lane of " + parameter.name()
                    + " is protected: nothing writes it.");
            return with;
        }
        try {
            Into into = pass.route().into();
            boolean first = into.equals(Into.TIMELINE) && !session.lane(target).plays();
            Session stood = first ? Resting.at(with, target, pass.standing()) : with;
            Session written = written(stood, pass, ride, way);
            if (written == stood) {
                loose.add("Ride " + ride.number()
                        + " is kept, but no clip lay under the playhead: it writes into clips.");
                return with;
            }
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

    /** The session with a ride that it has already on a lane, as a pass says; itself if there is no place for it. */
    static Session again(Session session, Ride ride, Pass pass) {
        return written(session, pass, ride, LaneWriter::write);
    }

    private static Session inRead(Session session, String routeId) {
        int place = session.placeOfRoute(routeId);
        Route route = place < 0 ? null : session.routes().get(place);
        boolean back = route != null && !route.pinned() && route.mode().writes();
        return back ? session.with(route.in(WriteMode.READ)) : session;
    }

    /** The session with all parts of a pass in its layers; the same object if there was no place for any. */
    private static Session written(Session session, Pass pass, Ride ride, Way way) {
        Target target = pass.route().target();
        Into into = pass.route().into();
        Session after = session;
        for (PassPlaces.Place place : PassPlaces.of(session, target, into, pass.from(), pass.to())) {
            Lane lane = after.lane(target);
            LaneTime time = place.frame().<LaneTime>map(f -> f).orElse(LaneTime.of(session.timeline(), Lock.BEATS));
            int layer = PassPlaces.layer(lane, into, place, time.laneTime(place.from()), time.laneTime(place.to()));
            boolean fresh = layer == lane.layers().size();
            Session with = fresh ? after.with(lane.with(layer, Layer.of(place.clip(), into.offset()))) : after;
            boolean any = false;
            for (Pass.Say say : pass.says()) {
                if (say.to() > place.from() && say.from() < place.to()) {
                    Stretch stretch = stretch(with, pass, ride, say, layer, place);
                    with = Layers.edited(with, target, layer, (writer, one) -> way.write(writer, one, ride, stretch));
                    any = true;
                }
            }
            after = any ? with : after;
        }
        return after;
    }

    private static Stretch stretch(
            Session session, Pass pass, Ride ride, Pass.Say say, int layer, PassPlaces.Place place) {
        Layer into = session.lane(pass.route().target()).layer(layer);
        double start = Math.max(say.first(), Math.min(say.last(), say.from()));
        double end = Math.max(start, Math.min(say.last(), say.to()));
        Recipe recipe = session.nextRecipe(pass.route().target(), into);
        Span span = into.offset()
                ? moving(pass.route().span(), zero(pass, say.touch()))
                : pass.route().span();
        Stretch own = new Stretch(
                ride.id(), span, pass.mode(), start, end, say.first(), say.last(), recipe, 0, 0, Envelope.EMPTY);
        Stretch whole = say.takesOver(pass) ? own.inWhole() : own;
        return place.frame()
                .map(frame -> whole.part(place.from(), place.to()).in(frame))
                .orElse(whole);
    }

    /**
     * Where the control stood when the hand took it, from where an offset counts; in Write when it was taken first, also if that
     * was before anything is written, in the count-in or before the punch.
     */
    private static double zero(Pass pass, Pass.Touch touch) {
        if (pass.mode() == WriteMode.WRITE) {
            return pass.counted()[0];
        }
        double[] seconds = pass.seconds();
        for (int i = 0; i < seconds.length; i++) {
            if (seconds[i] >= touch.from() - 1e-9) {
                return pass.counted()[i];
            }
        }
        return pass.counted()[seconds.length - 1];
    }

    /** A span that adds nothing with the control at {@code zero}, and goes as far as {@code span} does. */
    private static Span moving(Span span, double zero) {
        double stands = span.apply(zero);
        double from = Offset.kept(span.from() - stands);
        double to = Offset.kept(span.to() - stands);
        return new Span(from, to, span.curve(), span.amount());
    }

    /** A ride id that is not taken. */
    static String freshRideId(Session session) {
        long highest = 0;
        for (Ride ride : session.rides()) {
            highest = Math.max(highest, digits(ride.id()));
        }
        return "ride-" + (highest + 1);
    }

    /** The digits of an id as one number; 0 where there are none, or more than eight. */
    private static long digits(String id) {
        long number = 0;
        int digits = 0;
        for (int i = 0; i < id.length(); i++) {
            char c = id.charAt(i);
            if (c >= '0' && c <= '9') {
                number = number * 10 + (c - '0');
                digits++;
            }
        }
        return digits > 8 ? 0 : number;
    }
}
