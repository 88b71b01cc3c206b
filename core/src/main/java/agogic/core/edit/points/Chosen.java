package agogic.core.edit.points;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.envelope.Ties;
import agogic.core.lane.Layer;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.session.Points;
import agogic.core.session.Positions;
import agogic.core.session.Session;
import agogic.core.session.Writable;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;

/** Edits of many points of a layer at once: those that a person chose, wherever they lie. */
public final class Chosen {
    private Chosen() {}

    /**
     * The points of a layer in ranges that are said in words: {@code 9 17}, {@code in Shadow}, {@code loop}, {@code
     * all}; with a value before it only those that read so: {@code 300 Hz in Shadow}.
     *
     * @throws IllegalArgumentException in words for people if the words say no range, or a value that the parameter
     *     cannot have
     */
    public static BitSet in(Session session, Target target, int layer, String words) {
        RangeWords said = RangeWords.atEnd(session, words.strip());
        Layer one = session.lane(target).layer(layer);
        Parameter parameter = one.scale(session.parameter(target));
        String value = said.before().isBlank() ? "" : parameter.print(parameter.parse(said.before()));
        BitSet chosen = new BitSet();
        for (RangeWords.Range range : said.ranges()) {
            double from = time(session, one, range.from());
            double to = time(session, one, range.to());
            int first = one.envelope().firstAtOrAfter(from - Points.SAME);
            int last = one.envelope().lastAtOrBefore(to + Points.SAME);
            if (first <= last) {
                chosen.set(first, last + 1);
            }
        }
        for (int i = chosen.nextSetBit(0); i >= 0 && !value.isEmpty(); i = chosen.nextSetBit(i + 1)) {
            chosen.set(i, parameter.print(one.envelope().value(i)).equals(value));
        }
        return chosen;
    }

    private static double time(Session session, Layer layer, double beat) {
        return layer.inClip() ? beat : session.timeline().laneTimeOfBeat(layer.lock(), beat);
    }

    /**
     * With the chosen points moved, both in lane time and along the travel; points that were not chosen stay. Values stop at
     * the ends of the travel, times at the beginning. Mates of a chosen point go to its value too.
     *
     * @param later in lane time
     * @param higher normalised; of a switch each point goes to the position it comes to lie at
     * @throws IllegalArgumentException in words for people if some of the chosen points have gone
     */
    public static Session move(Session session, Target target, int layer, BitSet chosen, double later, double higher) {
        Layer one = session.lane(target).layer(layer);
        Envelope envelope = one.envelope();
        Parameter parameter = one.scale(session.parameter(target));
        if (chosen.length() > envelope.size()) {
            throw new IllegalArgumentException("Some of the chosen points have gone. Choose them again.");
        }
        double first = chosen.isEmpty() ? 0 : envelope.time(chosen.nextSetBit(0));
        double by = Math.max(-first, later);
        Envelope moved = envelope.moved(
                chosen, by, v -> higher == 0 ? v : parameter.settled(Math.max(0, Math.min(1, v + higher))));
        return with(session, target, layer, higher == 0 ? moved : followed(moved, envelope, chosen));
    }

    /** Mates that were not chosen go to the value of those that were; several chosen mates are equal already. */
    private static Envelope followed(Envelope moved, Envelope before, BitSet chosen) {
        if (!before.tied()) {
            return moved;
        }
        Envelope all = moved;
        for (int i = chosen.nextSetBit(0); i >= 0; i = chosen.nextSetBit(i + 1)) {
            int tie = before.tie(i);
            for (int k = 0; tie != 0 && k < all.size(); k++) {
                if (all.tie(k) == tie && all.value(k) != before.value(i)) {
                    all = Ties.followed(all, k);
                    break;
                }
            }
        }
        return Ties.sorted(all);
    }

    /**
     * Without the chosen points.
     *
     * @throws IllegalArgumentException in words for people if the lane is protected
     */
    public static Session delete(Session session, Target target, int layer, BitSet chosen) {
        Envelope envelope = session.lane(target).layer(layer).envelope();
        List<Point> left = new ArrayList<>();
        for (int i = 0; i < envelope.size(); i++) {
            if (!chosen.get(i)) {
                left.add(envelope.point(i));
            }
        }
        return with(session, target, layer, Ties.sorted(Envelope.of(left)));
    }

    /**
     * The chosen points as a piece of an envelope, in beats from the first of them; a layer that is locked to
     * seconds, too.
     *
     * @param chosen places of points that are there
     */
    public static List<Point> taken(Session session, Target target, int layer, BitSet chosen) {
        Layer one = session.lane(target).layer(layer);
        List<Point> points = new ArrayList<>();
        for (int i = chosen.nextSetBit(0); i >= 0; i = chosen.nextSetBit(i + 1)) {
            Point point = one.envelope().point(i);
            points.add(point.at(beat(session, one, point.time()), point.value()));
        }
        return points;
    }

    private static double beat(Session session, Layer layer, double time) {
        return layer.inClip() ? time : session.timeline().beatOfLane(layer.lock(), time);
    }

    /**
     * With these points, in beats of the piece, in the place of what lies between the first and the last of them.
     *
     * @throws IllegalArgumentException in words for people if there are no points, or the first would lie before the beginning
     */
    public static Session paste(Session session, Target target, int layer, List<Point> points) {
        if (points.isEmpty()) {
            throw new IllegalArgumentException("There are no points to paste.");
        }
        Layer one = session.lane(target).layer(layer);
        Parameter parameter = one.scale(session.parameter(target));
        List<Point> fitted = new ArrayList<>();
        for (Point point : points) {
            double time = time(session, one, point.time());
            if (time < 0) {
                throw new IllegalArgumentException("The first of the points would lie before the beginning.");
            }
            Point in = point.at(time, parameter.settled(Math.max(0, Math.min(1, point.value()))));
            fitted.add((parameter.stepped() ? in.with(Shape.HOLD) : in).tied(0).pinned(true));
        }
        double from = fitted.get(0).time();
        double to = fitted.get(fitted.size() - 1).time();
        if (to <= from) {
            return with(session, target, layer, Ties.sorted(one.envelope().with(fitted.get(0))));
        }
        Positions.within(session, one.inClip() ? 0 : session.timeline().beatOfLane(one.lock(), to));
        Envelope inner = Envelope.of(fitted);
        boolean first = one.envelope().isEmpty();
        Envelope pasted = Ties.sorted(first ? inner : one.envelope().splice(from, to, inner, parameter.resting()));
        Layer shaped = one.shaped(pasted, from, to, true, session.timeline());
        return session.with(Writable.lane(session, target).with(layer, shaped));
    }

    private static Session with(Session session, Target target, int layer, Envelope envelope) {
        Layer one = session.lane(target).layer(layer);
        return session.with(Writable.lane(session, target).with(layer, one.with(envelope)));
    }
}
