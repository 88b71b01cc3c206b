package agogic.core.session;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.envelope.Ties;
import agogic.core.lane.Extent;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import java.util.ArrayList;
import java.util.List;

/** Edits of single points by hand. What a hand has set is pinned: a recipe keeps it. */
public final class Points {
    private Points() {}

    /** Two times nearer than this are one place, in beats or seconds. */
    public static final double SAME = 1e-9;

    /**
     * With a point at {@code time} of the lane; a switch gets a hold point in the middle of its position. Where a
     * point stands already it is that point that gets the value: two points at one time are a jump, which is asked
     * for otherwise.
     *
     * @throws IllegalArgumentException in words for people if there is no such target, or its lane is protected
     */
    public static Session add(Session session, Target target, double time, double value) {
        return add(session, target, 0, time, value);
    }

    /**
     * The same on a layer; an absolute layer of a clip says something there then.
     *
     * @throws IllegalArgumentException in words for people if there is no such target or layer, or the lane is
     *     protected
     */
    public static Session add(Session session, Target target, int layer, double time, double value) {
        Layer one = layer(session, target, layer);
        Parameter parameter = one.scale(session.parameter(target));
        int there = one.envelope().lastAtOrBefore(time + SAME);
        if (there >= 0 && one.envelope().time(there) >= time - SAME && one.says(time)) {
            return move(session, target, layer, there, one.envelope().time(there), value);
        }
        Shape shape = parameter.stepped() ? Shape.HOLD : shapeAt(one.envelope(), time);
        Point point = new Point(time, parameter.settled(value), shape, true);
        Layer after = reaching(session, one.with(one.envelope().with(point)), time);
        return session.with(Writable.lane(session, target).with(layer, after));
    }

    /** A layer of a clip that says something at {@code time} too: all of the clip if it said nothing before. */
    private static Layer reaching(Session session, Layer layer, double time) {
        if (!layer.inClip() || layer.offset() || layer.says(time)) {
            return layer;
        }
        Clip clip = session.clip(layer.clip()).orElseThrow();
        List<Extent> extents = layer.extents();
        double from = clip.cycle() > 0 ? 0 : clip.offset();
        double to = clip.cycle() > 0 ? clip.cycle() : clip.running(clip.end());
        if (!extents.isEmpty()) {
            // Else from the nearest part that says something.
            Extent last = extents.get(extents.size() - 1);
            from = Math.min(time, extents.get(0).from());
            to = Math.max(time + SAME, last.to());
            for (Extent one : extents) {
                from = one.to() <= time ? one.to() : from;
            }
            for (int i = extents.size() - 1; i >= 0; i--) {
                to = extents.get(i).from() > time ? extents.get(i).from() : to;
            }
        }
        List<Extent> drawn = new ArrayList<>(layer.drawn());
        drawn.add(new Extent(Math.min(from, time), Math.max(to, time + SAME)));
        return layer.drawn(drawn);
    }

    private static Layer layer(Session session, Target target, int layer) {
        Lane lane = session.lane(target);
        if (layer < 0 || layer >= lane.layers().size()) {
            throw new IllegalArgumentException(session.parameter(target).name() + " has no layer " + (layer + 1) + ".");
        }
        return lane.layer(layer);
    }

    /**
     * With point {@code index} somewhere else, between its neighbours.
     *
     * @param time in the time of the lane, kept between those of its neighbours
     * @param value normalised
     * @throws IllegalArgumentException in words for people if there is no such point, or the lane is protected
     */
    public static Session move(Session session, Target target, int index, double time, double value) {
        return move(session, target, 0, index, time, value);
    }

    /**
     * The same on a layer.
     *
     * @throws IllegalArgumentException in words for people if there is no such point, or the lane is protected
     */
    public static Session move(Session session, Target target, int layer, int index, double time, double value) {
        Layer one = having(session, target, layer, index);
        double settled = one.scale(session.parameter(target)).settled(value);
        Point moved = one.envelope().point(index).at(time, settled).pinned(true);
        Envelope followed = Ties.followed(one.envelope().replacing(index, moved), index);
        return with(session, target, layer, followed);
    }

    /**
     * With these points equal from now on, all at the value of the first: whoever moves one, moves all.
     *
     * @throws IllegalArgumentException in words for people if fewer than two are chosen, or one of them is not there
     */
    public static Session tie(Session session, Target target, int layer, List<Integer> points) {
        if (points.stream().distinct().count() < 2) {
            throw new IllegalArgumentException("Two points or more are made equal. Choose them first.");
        }
        points.forEach(i -> having(session, target, layer, i));
        Layer one = layer(session, target, layer);
        return with(session, target, layer, Ties.tied(one.envelope(), points));
    }

    /**
     * With a point on its own again.
     *
     * @throws IllegalArgumentException in words for people if there is no such point, or it is tied to none
     */
    public static Session part(Session session, Target target, int layer, int index) {
        Layer one = having(session, target, layer, index);
        if (one.envelope().tie(index) == 0) {
            throw new IllegalArgumentException("That point is not tied to others.");
        }
        return with(session, target, layer, Ties.parted(one.envelope(), index));
    }

    private static Session with(Session session, Target target, int layer, Envelope envelope) {
        Lane lane = Writable.lane(session, target);
        return session.with(lane.with(layer, lane.layer(layer).with(envelope)));
    }

    /**
     * With another way from point {@code index} to the next. A switch takes only hold.
     *
     * @throws IllegalArgumentException in words for people if there is no such point, or its parameter goes in steps
     */
    public static Session shape(Session session, Target target, int index, Shape shape) {
        return shape(session, target, 0, index, shape);
    }

    /**
     * The same on a layer.
     *
     * @throws IllegalArgumentException in words for people if there is no such layer or point, or its parameter goes
     *     in steps
     */
    public static Session shape(Session session, Target target, int layer, int index, Shape shape) {
        if (session.parameter(target).stepped() && shape.kind() != Shape.Kind.HOLD) {
            throw new IllegalArgumentException(
                    session.parameter(target).name() + " moves in steps: its points hold, they do not slope.");
        }
        Layer one = having(session, target, layer, index);
        Envelope drawn = one.envelope()
                .replacing(index, one.envelope().point(index).with(shape).pinned(true));
        int next = index + 1;
        // The way is kept from end to end: both are set by hand.
        return with(
                session,
                target,
                layer,
                next < drawn.size() ? drawn.replacing(next, drawn.point(next).pinned(true)) : drawn);
    }

    /**
     * Without point {@code index}.
     *
     * @throws IllegalArgumentException in words for people if there is no such point, or the lane is protected
     */
    public static Session delete(Session session, Target target, int index) {
        return delete(session, target, 0, index);
    }

    /**
     * The same on a layer.
     *
     * @throws IllegalArgumentException in words for people if there is no such point, or the lane is protected
     */
    public static Session delete(Session session, Target target, int layer, int index) {
        return with(
                session,
                target,
                layer,
                Ties.sorted(having(session, target, layer, index).envelope().without(index)));
    }

    private static Layer having(Session session, Target target, int layer, int index) {
        Layer one = layer(session, target, layer);
        int n = one.envelope().size();
        if (index < 0 || index >= n) {
            throw new IllegalArgumentException(session.parameter(target).name()
                    + (n == 0 ? " has no points." : " has points 1 to " + n + ", no point " + (index + 1) + "."));
        }
        return one;
    }

    private static Shape shapeAt(Envelope envelope, double time) {
        int before = envelope.lastAtOrBefore(time);
        boolean keep = before >= 0 && envelope.shape(before).kind() == Shape.Kind.HOLD;
        return keep ? Shape.HOLD : Shape.STRAIGHT;
    }
}
