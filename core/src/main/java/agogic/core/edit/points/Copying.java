package agogic.core.edit.points;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Ties;
import agogic.core.lane.Blend;
import agogic.core.lane.InBeats;
import agogic.core.lane.Layer;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.session.Positions;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.session.Writable;
import agogic.core.time.Lock;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * What a range of one lane has, on another lane: at another place, as fast or slower, again and again. By place of the travel
 * (half the way is half the way) or by value, where both have one unit; what does not fit is kept within the travel, and it is
 * told how far that is.
 */
public final class Copying {
    private static final int MOST_POINTS = 2_000_000;

    /** How values go over. */
    public enum By {
        PLACE,
        UNIT
    }

    /** What becomes of the source. */
    public enum Source {
        KEPT,
        /** The parameter rests in the range. */
        SILENCED,
        /** Its points in the range go: the way goes straight from the beginning to the end. */
        DELETED
    }

    /**
     * What is to be copied.
     *
     * @param from whose lane
     * @param to whose lane it goes to; may be the same
     * @param begin of the range, in beats of the piece
     * @param end of the range
     * @param at where it goes to
     * @param until up to where it is repeated; {@code at} or less for once
     * @param speed how fast it goes there: 0.5 for twice as long
     */
    public record Order(
            Target from,
            Target to,
            double begin,
            double end,
            double at,
            double until,
            double speed,
            By by,
            Source source) {
        /**
         * @throws IllegalArgumentException in words for people if one of these is not what it can be
         */
        public Order {
            if (!(end > begin)) {
                throw new IllegalArgumentException("The range that is to be copied ends before it begins.");
            }
            if (!(speed >= 1.0 / 64 && speed <= 64)) {
                throw new IllegalArgumentException("A copy goes a 64th to 64 times as fast, not " + speed + " times.");
            }
        }
    }

    /**
     * What came of it.
     *
     * @param points how many points the copy has, once
     * @param clamped how far the farthest value that does not fit lay outside, in the difference unit of the target; 0 if all fit
     */
    public record Outcome(Session session, int points, double clamped) {}

    private Copying() {}

    /**
     * Copies, or moves, what an order says.
     *
     * @throws IllegalArgumentException in words for people if that cannot be
     */
    public static Outcome copy(Session session, Order order) {
        Layer source = session.lane(order.from).layer();
        Parameter one = session.parameter(order.from);
        Parameter other = session.parameter(order.to);
        if (source.envelope().isEmpty()) {
            throw new IllegalArgumentException(
                    TargetName.of(session, order.from) + " has no points on the timeline to be copied.");
        }
        if (other.reserved()) {
            throw new IllegalArgumentException(
                    TargetName.of(session, order.to) + " is reserved for the device itself and is never written.");
        }
        if (order.by == By.UNIT && one.unit() != other.unit()) {
            throw new IllegalArgumentException(one.name() + " and " + other.name()
                    + " have no unit together: copy by place of the travel instead.");
        }
        Positions.within(session, order.end);
        Envelope part = InBeats.cut(InBeats.of(source, session.timeline()), order.begin, order.end);
        double[] outside = new double[1];
        Envelope valued = order.by == By.PLACE ? part : byUnit(part, one, other, outside);
        Envelope fast = valued.mapped(1 / order.speed, order.at - order.begin / order.speed);
        Session left = order.source == Source.KEPT ? session : without(session, order);
        return new Outcome(pasted(left, order, fast), part.size(), outside[0]);
    }

    private static Envelope byUnit(Envelope part, Parameter one, Parameter other, double[] outside) {
        if (one.taper().equals(other.taper()) && one.from() == other.from() && one.to() == other.to()) {
            return part;
        }
        List<Point> ends = new ArrayList<>(List.of(new Point(part.time(0), 0.5)));
        Envelope changed = Blend.of(
                part,
                Envelope.of(ends),
                (x, same) -> over(x, one, other, outside),
                same -> Double.NaN,
                part.time(0),
                part.time(part.size() - 1));
        return other.stepped() ? changed.held(other::settled) : changed;
    }

    private static double over(double x, Parameter one, Parameter other, double[] outside) {
        double value = one.valueAt(x);
        double place = other.normalisedOf(value);
        if (!other.stepped()) {
            double beyond = Math.abs(other.valueAt(place) - value);
            boolean fits = beyond <= 1e-9 * Math.max(1, Math.abs(value));
            outside[0] = fits ? outside[0] : Math.max(outside[0], beyond);
        }
        return place;
    }

    private static Session without(Session session, Order order) {
        Layer layer = session.lane(order.from).layer();
        double begin = session.timeline().laneTimeOfBeat(layer.lock(), order.begin);
        double end = session.timeline().laneTimeOfBeat(layer.lock(), order.end);
        Shaping source = new Shaping(session, order.from, 0);
        return order.source == Source.SILENCED
                ? source.level(begin, end, session.parameter(order.from).resting())
                : source.delete(begin, end);
    }

    private static Session pasted(Session session, Order order, Envelope part) {
        Layer layer = session.lane(order.to).layer();
        Parameter parameter = session.parameter(order.to);
        double length = (order.end - order.begin) / order.speed;
        double until = Positions.within(session, Math.max(order.at + length, order.until));
        if ((until - order.at) / length * part.size() > MOST_POINTS) {
            throw new IllegalArgumentException("That would be more than two million points on one layer.");
        }
        Envelope all = layer.envelope();
        for (int n = 0; order.at + n * length < until - 1e-9; n++) {
            double by = n * length;
            double end = Math.min(until, order.at + by + length);
            Envelope once = part.mapped(1, by);
            once = end < order.at + by + length - 1e-9 ? once.until(end) : once;
            if (layer.lock() == Lock.SECONDS) {
                once = InBeats.toSeconds(once, session.timeline());
            }
            once = order.from.equals(order.to) ? once : Ties.apart(once, all);
            all = all.splice(once.time(0), once.time(once.size() - 1), once, parameter.resting());
        }
        all = Ties.sorted(parameter.stepped() ? all.held(parameter::settled) : all);
        double from = session.timeline().laneTimeOfBeat(layer.lock(), order.at);
        double to = session.timeline().laneTimeOfBeat(layer.lock(), until);
        Layer after = layer.shaped(all, from, to, true, session.timeline());
        return session.with(Writable.lane(session, order.to).with(0, after));
    }

    /**
     * What was copied, in a sentence.
     *
     * @throws IllegalArgumentException in words for people if the session lacks a parameter that the order names
     */
    public static String told(Session session, Order order, Outcome outcome) {
        String outside = outcome.clamped == 0
                ? ""
                : " What did not fit was kept within the travel: by "
                        + String.format(Locale.ROOT, "%.3g", outcome.clamped) + " "
                        + session.parameter(order.to).unit().symbol() + " at the most.";
        return outcome.points + (outcome.points == 1 ? " point of " : " points of ")
                + TargetName.of(session, order.from) + (order.source == Source.KEPT ? " are also on " : " are on ")
                + TargetName.of(session, order.to) + " now, from "
                + session.timeline().printBars(order.at) + " on." + outside;
    }
}
