package agogic.core.edit.points;

import agogic.core.edit.layer.Layers;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.envelope.Ties;
import agogic.core.lane.Blend;
import agogic.core.lane.InBeats;
import agogic.core.lane.Layer;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.route.Target;
import agogic.core.session.Points;
import agogic.core.session.Positions;
import agogic.core.session.Session;
import agogic.core.session.Writable;
import agogic.core.time.Timeline;
import java.util.List;
import java.util.function.DoubleUnaryOperator;
import java.util.function.UnaryOperator;

/**
 * Edits of a range of a layer, exact at both edges: outside of it nothing changes. Times are those of the layer, values
 * normalised, differences in the difference unit of the parameter.
 */
public final class Shaping {
    private static final int MOST_POINTS = 2_000_000;

    private final Session session;
    private final Target target;
    private final int index;
    private final Layer layer;
    private final Parameter parameter;

    /**
     * Edits of one layer of a lane, the lowest 0.
     *
     * @throws IllegalArgumentException in words for people if the session has no such target, or it has no such layer
     */
    public Shaping(Session session, Target target, int layer) {
        this.session = session;
        this.target = target;
        index = layer;
        this.layer = Layers.having(session, target, layer).layer(layer);
        parameter = this.layer.scale(session.parameter(target));
    }

    /** The parameter, or of an offset how far it is moved. */
    public Parameter parameter() {
        return parameter;
    }

    private Envelope envelope() {
        return layer.envelope();
    }

    /** With points that are others from one time to another only. Nothing else is touched, and no seam is left there. */
    private Session with(Envelope changed, double from, double to, boolean everywhere) {
        Envelope settled = Ties.sorted(parameter.stepped() ? changed.held(parameter::settled) : changed);
        settled = settled.healed(to).healed(from);
        if (settled.equals(envelope())) {
            return session;
        }
        Layer shaped = layer.shaped(settled, from, to, everywhere, session.timeline());
        return session.with(Writable.lane(session, target).with(index, shaped));
    }

    private static void range(double from, double to) {
        if (!(to > from)) {
            throw new IllegalArgumentException("The range ends before it begins.");
        }
    }

    /** What a range has now, with points at both edges; where there is nothing yet, it is level at rest. */
    private Envelope part(double from, double to) {
        range(from, to);
        Envelope all = envelope().isEmpty() ? Envelope.of(new Point(from, parameter.resting())) : envelope();
        return InBeats.cut(all, from, to);
    }

    private Session replaced(double from, double to, UnaryOperator<Envelope> change) {
        return replaced(from, to, false, change);
    }

    private Session replaced(double from, double to, boolean everywhere, UnaryOperator<Envelope> change) {
        Envelope part = change.apply(part(from, to));
        Envelope spliced = envelope().splice(from, to, part, parameter.resting());
        if (spliced.size() > MOST_POINTS) {
            throw new IllegalArgumentException("That would be more than two million points on one layer.");
        }
        return with(spliced, from, to, everywhere);
    }

    /**
     * With these points altogether, which are others than before from one time to another only.
     *
     * @throws IllegalArgumentException in words for people if they are more than two million, or the lane is protected
     */
    public Session points(Envelope changed, double from, double to) {
        if (changed.size() > MOST_POINTS) {
            throw new IllegalArgumentException("That would be more than two million points on one layer.");
        }
        return with(changed, from, to, true);
    }

    /**
     * From value to value between two times.
     *
     * @param first the value at {@code from}, 0..1
     * @param last the value at {@code to}, 0..1
     * @throws IllegalArgumentException in words for people if the range has no length, or the lane is protected
     */
    public Session sweep(double from, double to, double first, double last, Shape shape) {
        range(from, to);
        return replaced(from, to, true, part -> Envelope.of(new Point(from, first, shape), new Point(to, last)));
    }

    /**
     * All at one value, 0..1.
     *
     * @throws IllegalArgumentException in words for people if the range has no length, or the lane is protected
     */
    public Session level(double from, double to, double value) {
        return replaced(from, to, true, part -> Envelope.of(new Point(from, value, Shape.HOLD), new Point(to, value)));
    }

    /**
     * All by a difference in the difference unit, within the travel; dB to a fader's dB.
     *
     * @throws IllegalArgumentException in words for people if the range has no length, or the lane is protected
     */
    public Session raise(double from, double to, double difference) {
        double lower = parameter.from() < parameter.to() ? 1 : -1;
        if (parameter.taper() instanceof Taper.Fader) {
            return blended(from, to, Math.pow(10, difference / 40), 0);
        }
        if (straight()) {
            double by = lower * difference / parameter.travel();
            return blended(from, to, 1, by);
        }
        return replaced(from, to, part -> higher(part, difference, from, to));
    }

    private Envelope higher(Envelope part, double difference, double from, double to) {
        return Blend.of(part, part, (x, same) -> parameter.moved(x, difference), same -> Double.NaN, from, to);
    }

    /** True if equal differences are equal parts of the travel. */
    private boolean straight() {
        double quarter = parameter.distance(0, 0.25) * 4;
        return Math.abs(quarter - parameter.travel()) < 1e-9 * parameter.travel();
    }

    private Session blended(double from, double to, double weight, double base) {
        return replaced(from, to, part -> Blend.sum(List.of(new Blend.Voice(part, weight)), base, from, to));
    }

    /**
     * The distances from a value grown or shrunk along the travel.
     *
     * @param factor by how much, 1 for not at all
     * @param about from which value, 0..1
     * @throws IllegalArgumentException in words for people if the range has no length, or the lane is protected
     */
    public Session scale(double from, double to, double factor, double about) {
        return blended(from, to, factor, about * (1 - factor));
    }

    /**
     * More at the end than at the beginning, the way between straight.
     *
     * @param first how much at {@code from}, a part of the travel, −1..1
     * @param last how much at {@code to}
     * @throws IllegalArgumentException in words for people if the range has no length, or the lane is protected
     */
    public Session tilt(double from, double to, double first, double last) {
        Envelope line = Envelope.of(new Point(from, Math.max(0, first)), new Point(to, Math.max(0, last)));
        Envelope under = Envelope.of(new Point(from, Math.max(0, -first)), new Point(to, Math.max(0, -last)));
        Blend.Voice up = new Blend.Voice(line, 1);
        Blend.Voice down = new Blend.Voice(under, -1);
        return replaced(from, to, part -> Blend.sum(List.of(new Blend.Voice(part, 1), up, down), 0, from, to));
    }

    /**
     * Turned over about a value, 0..1; within the travel.
     *
     * @throws IllegalArgumentException in words for people if the range has no length, or the lane is protected
     */
    public Session mirrorValues(double from, double to, double about) {
        return blended(from, to, -1, 2 * about);
    }

    /**
     * Turned round in time.
     *
     * @throws IllegalArgumentException in words for people if the range has no length, or the lane is protected
     */
    public Session mirrorTime(double from, double to) {
        return replaced(from, to, part -> Backwards.of(part, from, to));
    }

    /**
     * What a range has elsewhere, in time and value; what lies there already goes. Where it was, the way goes straight on.
     *
     * @param newFrom where it begins then
     * @param newTo where it ends then
     * @param difference how much higher it lies, in the difference unit
     * @throws IllegalArgumentException in words for people if no point lies in the range, one of the two has no length, it
     *     would come to lie outside of the piece, or the lane is protected
     */
    public Session move(double from, double to, double newFrom, double newTo, double difference) {
        range(from, to);
        range(newFrom, newTo);
        return put(from, to, newFrom, newTo, difference);
    }

    /**
     * What a range has, in another. Where it was and is no more, the way goes straight on.
     *
     * @throws IllegalArgumentException in words for people as {@link #move} does
     */
    public Session stretch(double from, double to, double newFrom, double newTo) {
        return move(from, to, newFrom, newTo, 0);
    }

    private Session put(double from, double to, double newFrom, double newTo, double difference) {
        Envelope all = envelope();
        int first = all.firstAtOrAfter(from);
        if (first >= all.size() || all.time(first) > to) {
            throw new IllegalArgumentException("No point lies in that range of " + parameter.name() + ".");
        }
        double speed = (newTo - newFrom) / (to - from);
        inside(newFrom, newTo);
        Envelope part = part(from, to);
        double before = all.valueBefore(from);
        double after = all.valueAt(to);
        Envelope values = difference == 0 ? part : higher(part, difference, from, to);
        Envelope there = within(values.mapped(speed, newFrom - speed * from), newFrom, newTo);
        if (newFrom >= to || newTo <= from) {
            Session vacated = with(line(all, from, to, before, after), from, to, false);
            return new Shaping(vacated, target, index).replaced(newFrom, newTo, true, same -> there);
        }
        all = newFrom > from ? line(all, from, newFrom, before, there.value(0)) : all;
        all = newTo < to ? line(all, newTo, to, there.value(there.size() - 1), after) : all;
        Envelope put = all.splice(newFrom, newTo, there, parameter.resting());
        Envelope seamless = put.healed(to).healed(newTo).healed(newFrom).healed(from);
        return with(seamless, Math.min(from, newFrom), Math.max(to, newTo), true);
    }

    private void inside(double from, double to) {
        Timeline timeline = session.timeline();
        double begin = timeline.beatOfLane(layer.lock(), from);
        double end = timeline.beatOfLane(layer.lock(), to);
        if (begin < -1e-6) {
            throw new IllegalArgumentException("It would begin before the piece does.");
        }
        if (!layer.inClip()) {
            Positions.within(session, end);
        }
    }

    /** With times a rounding outside of a range at its ends. */
    private static Envelope within(Envelope envelope, double from, double to) {
        return Envelope.of(envelope.points().stream()
                .map(p -> p.at(Math.max(from, Math.min(to, p.time())), p.value()))
                .toList());
    }

    private Envelope line(Envelope all, double from, double to, double first, double last) {
        Shape way = parameter.stepped() ? Shape.HOLD : Shape.STRAIGHT;
        return all.splice(from, to, Envelope.of(new Point(from, first, way), new Point(to, last)), parameter.resting());
    }

    /**
     * Without the points of a range: the way goes straight from its beginning to its end.
     *
     * @throws IllegalArgumentException in words for people if the range has no length, or the lane is protected
     */
    public Session delete(double from, double to) {
        range(from, to);
        Envelope now = envelope();
        if (now.isEmpty()) {
            return session;
        }
        Timeline timeline = session.timeline();
        boolean all = timeline.beatOfLane(layer.lock(), from) <= 1e-9
                && timeline.beatOfLane(layer.lock(), to) >= session.length() - 1e-9;
        Envelope left = all ? Envelope.EMPTY : line(now, from, to, now.valueBefore(from), now.valueAt(to));
        return with(left, from, to, false);
    }

    /**
     * With the times of the points on the lines of a grid; those at the ends of the range stay.
     *
     * @param line the line that is nearest to a time, both in time of the layer
     * @throws IllegalArgumentException in words for people if the range has no length, or the lane is protected
     */
    public Session grid(double from, double to, DoubleUnaryOperator line) {
        return replaced(from, to, part -> Tidying.onLines(part, from, to, line));
    }

    /**
     * With the values of the points drawn to so many even steps of the travel, and held.
     *
     * @throws IllegalArgumentException in words for people if there are not 2 to 1,000 steps, the range has no length, or
     *     the lane is protected
     */
    public Session steps(double from, double to, int steps) {
        if (steps < 2 || steps > 1000) {
            throw new IllegalArgumentException("Values are drawn to 2 to 1,000 steps, not to " + steps + ".");
        }
        return replaced(from, to, part -> part.held(v -> Math.rint(v * (steps - 1)) / (steps - 1)));
    }

    /**
     * With as few points as stay within a tolerance of the range, in the difference unit, 0 or more.
     *
     * @throws IllegalArgumentException in words for people if the range has no length, or the lane is protected
     */
    public Session thin(double from, double to, double tolerance) {
        double normalised = parameter.travel() > 0 ? tolerance / parameter.travel() : 0;
        Session thinned = replaced(from, to, part -> Thinned.of(part, normalised));
        // What cannot be said with fewer points stays as it is.
        boolean fewer =
                thinned.lane(target).layer(index).envelope().size() < envelope().size();
        return fewer ? thinned : session;
    }

    /**
     * Without points that stray.
     *
     * @param dwell how near to a neighbour they are, in time of the layer
     * @param tolerance how near to the line without them, in the difference unit
     * @throws IllegalArgumentException in words for people if the range has no length, or the lane is protected
     */
    public Session erase(double from, double to, double dwell, double tolerance) {
        return replaced(from, to, part -> Tidying.without(part, parameter, dwell, tolerance));
    }

    /**
     * With what a range has at another place too, over what is there; again and again up to {@code until}.
     *
     * @param at where it begins, in time of the layer
     * @throws IllegalArgumentException in words for people if it would be more than two million points, the range has no
     *     length, or the lane is protected
     */
    public Session copy(double from, double to, double at, double until) {
        Envelope part = part(from, to);
        double length = to - from;
        Envelope all = envelope();
        if ((until - at) / length * part.size() > MOST_POINTS) {
            throw new IllegalArgumentException("That would be more than two million points on one layer.");
        }
        for (double begin = at; begin < until - 1e-9; begin += length) {
            double end = Math.min(until, begin + length);
            Envelope one = part.mapped(1, begin - from);
            one = end < begin + length - 1e-9 ? one.until(end) : one;
            all = all.splice(begin, one.time(one.size() - 1), one, parameter.resting());
        }
        return with(all, at, until, true);
    }

    /**
     * A point that gets the value of the one before it, or after it.
     *
     * @throws IllegalArgumentException in words for people if there is no point beside it there, or the lane is protected
     */
    public Session equal(int point, boolean before) {
        int other = before ? point - 1 : point + 1;
        if (point < 0
                || point >= envelope().size()
                || other < 0
                || other >= envelope().size()) {
            throw new IllegalArgumentException("There is no point " + (before ? "before" : "after") + " that one.");
        }
        return Points.move(
                session,
                target,
                index,
                point,
                envelope().time(point),
                envelope().value(other));
    }

    /**
     * The points from one time to another equal from now on, at the value of the first. What goes on behind the range is as it
     * was, from a point at its end.
     *
     * @throws IllegalArgumentException in words for people if there are fewer than two, or the lane is protected
     */
    public Session equal(double from, double to) {
        return Equals.of(session, target, index, from, to, parameter.resting());
    }
}
