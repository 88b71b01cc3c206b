package agogic.core.session;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;

/** Edits of single points by hand. What a hand has set is pinned: a recipe keeps it. */
public final class Points {
    private Points() {}

    /** Two times nearer than this are one place, in beats or seconds. */
    public static final double SAME = 1e-9;

    /**
     * With a point at {@code time} of the lane; a switch gets a hold point in the middle of its position. Where a point
     * stands already it is that point that gets the value: two points at one time are a jump, which is asked for otherwise.
     */
    public static Session add(Session session, Target target, double time, double value) {
        Lane lane = session.lane(target);
        Parameter parameter = session.parameter(target);
        int there = lane.envelope().lastAtOrBefore(time + SAME);
        if (there >= 0 && lane.envelope().time(there) >= time - SAME) {
            return move(session, target, there, lane.envelope().time(there), value);
        }
        Shape shape = parameter.stepped() ? Shape.HOLD : shapeAt(lane.envelope(), time);
        Point point = new Point(time, parameter.settled(value), shape, true);
        return session.with(lane.with(lane.envelope().with(point)));
    }

    /** With point {@code index} somewhere else, between its neighbours. */
    public static Session move(Session session, Target target, int index, double time, double value) {
        Lane lane = having(session, target, index);
        Point moved = lane.envelope()
                .point(index)
                .at(time, session.parameter(target).settled(value))
                .pinned(true);
        return session.with(lane.with(lane.envelope().replacing(index, moved)));
    }

    /** With another way from point {@code index} to the next. A switch takes only hold. */
    public static Session shape(Session session, Target target, int index, Shape shape) {
        if (session.parameter(target).stepped() && shape.kind() != Shape.Kind.HOLD) {
            throw new IllegalArgumentException(
                    session.parameter(target).name() + " moves in steps: its points hold, they do not slope.");
        }
        Lane lane = having(session, target, index);
        Point point = lane.envelope().point(index).with(shape).pinned(true);
        return session.with(lane.with(lane.envelope().replacing(index, point)));
    }

    /** Without point {@code index}. */
    public static Session delete(Session session, Target target, int index) {
        Lane lane = having(session, target, index);
        return session.with(lane.with(lane.envelope().without(index)));
    }

    private static Lane having(Session session, Target target, int index) {
        Lane lane = session.lane(target);
        int n = lane.envelope().size();
        if (index < 0 || index >= n) {
            throw new IllegalArgumentException(session.parameter(target).name()
                    + (n == 0 ? " has no points." : " has points 1 to " + n + ", no point " + (index + 1) + "."));
        }
        return lane;
    }

    private static Shape shapeAt(Envelope envelope, double time) {
        int before = envelope.lastAtOrBefore(time);
        boolean keep = before >= 0 && envelope.shape(before).kind() == Shape.Kind.HOLD;
        return keep ? Shape.HOLD : Shape.STRAIGHT;
    }
}
