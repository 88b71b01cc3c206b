package agogic.core.lane;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.DoubleBinaryOperator;
import java.util.function.DoubleUnaryOperator;

/**
 * One envelope that says what several say together: exactly where shapes can say it (only one of them moves, or all that move
 * go straight, and what they come to keeps its shape), else by straight links within a ten thousandth.
 */
public final class Blend {
    private static final double CLOSE = 1e-4;
    private static final int DEEPEST = 12;

    /**
     * One voice.
     *
     * @param envelope its points, in the time of the blend
     * @param weight what its values are multiplied with
     */
    public record Voice(Envelope envelope, double weight) {}

    private final List<Voice> voices;
    private final double base;

    private Blend(List<Voice> voices, double base) {
        this.voices = voices;
        this.base = base;
    }

    /**
     * {@code base} and the sum of all voices with their weights, kept within 0..1, from one time of the envelopes to
     * another.
     */
    public static Envelope sum(List<Voice> voices, double base, double from, double to) {
        return new Blend(voices, base).summed(from, to);
    }

    /**
     * What {@code value} makes of two envelopes, from one time to another: for what is no sum.
     *
     * @param factor what the first is multiplied with while the second stays at a value; not a number if that is no factor
     */
    public static Envelope of(
            Envelope one,
            Envelope other,
            DoubleBinaryOperator value,
            DoubleUnaryOperator factor,
            double from,
            double to) {
        List<Point> points = new ArrayList<>();
        double[] times = times(List.of(one, other), from, to);
        for (int i = 0; i + 1 < times.length; i++) {
            double begin = times[i];
            double end = times[i + 1];
            Envelope first = cut(one, begin, end);
            Envelope second = cut(other, begin, end);
            if (first.level(0) && second.level(0)) {
                add(points, new Point(begin, value.applyAsDouble(first.value(0), second.value(0)), Shape.HOLD));
                continue;
            }
            double scale = second.level(0) ? factor.applyAsDouble(second.value(0)) : Double.NaN;
            if (!Double.isNaN(scale)) {
                new Blend(List.of(new Voice(first, scale)), 0).way(points, begin, end);
                continue;
            }
            links(points, time -> value.applyAsDouble(first.valueAt(time), second.valueAt(time)), begin, end, 0);
        }
        return closed(points, to);
    }

    private Envelope summed(double from, double to) {
        List<Point> points = new ArrayList<>();
        Envelope first = voices.get(0).envelope;
        boolean whole = voices.size() == 1 && first.time(0) == from && first.time(first.size() - 1) == to;
        if (whole && first.size() > 1) {
            Envelope scaled = first.scaled(voices.get(0).weight, base);
            if (scaled != null) {
                return scaled;
            }
            each(points, first, voices.get(0).weight);
            return closed(points, to);
        }
        double[] times = times(voices.stream().map(Voice::envelope).toList(), from, to);
        for (int i = 0; i + 1 < times.length; i++) {
            way(points, times[i], times[i + 1]);
        }
        return closed(points, to);
    }

    /** One voice point by point; only what comes to a wall is looked at more closely. */
    private void each(List<Point> points, Envelope one, double weight) {
        for (int i = 0; i < one.size(); i++) {
            boolean last = i + 1 == one.size();
            double value = base + weight * one.value(i);
            double next = last ? value : base + weight * one.value(i + 1);
            boolean inside = Math.min(value, next) >= 0 && Math.max(value, next) <= 1;
            boolean plain = inside && !one.shape(i).kind().wave();
            if (plain || last) {
                add(points, new Point(one.time(i), within(value), one.shape(i)));
            } else if (one.time(i + 1) > one.time(i)) {
                way(points, one.time(i), one.time(i + 1));
            } else {
                add(points, new Point(one.time(i), within(value)));
            }
        }
    }

    /** With what it comes to held by a point at the end. */
    private static Envelope closed(List<Point> points, double to) {
        Point last = points.get(points.size() - 1);
        if (last.time() < to) {
            points.add(new Point(to, last.value()));
        }
        return Envelope.of(points);
    }

    private static double[] times(List<Envelope> all, double from, double to) {
        double[] times = new double[2 + all.stream().mapToInt(Envelope::size).sum()];
        times[0] = from;
        times[1] = to;
        int n = 2;
        for (Envelope envelope : all) {
            for (int i = 0; i < envelope.size(); i++) {
                if (envelope.time(i) > from && envelope.time(i) < to) {
                    times[n++] = envelope.time(i);
                }
            }
        }
        return Arrays.stream(times, 0, n).sorted().distinct().toArray();
    }

    /** One way of an envelope between two times of its points or beyond: two points. */
    private static Envelope cut(Envelope envelope, double from, double to) {
        // Nothing else than the points beside it is looked at: there may be a million more.
        int at = envelope.lastAtOrBefore(from);
        Envelope near = envelope.size() <= 2
                ? envelope
                : Envelope.of(envelope.points().subList(Math.max(0, at), Math.min(envelope.size(), at + 2)));
        Envelope begun = near.from(from);
        if (begun.size() == 1) {
            return Envelope.of(begun.point(0).with(Shape.HOLD), new Point(to, begun.value(0)));
        }
        if (begun.time(1) > to) {
            Envelope ended = begun.until(to);
            return Envelope.of(ended.point(0), ended.point(ended.size() - 1));
        }
        boolean held = begun.shape(0).kind() == Shape.Kind.HOLD;
        return Envelope.of(begun.point(0), new Point(to, held ? begun.value(0) : begun.value(1)));
    }

    private void way(List<Point> points, double from, double to) {
        double begin = base;
        double end = base;
        List<Envelope> cuts = new ArrayList<>();
        Shape moving = null;
        double weight = 1;
        boolean straight = true;
        int movers = 0;
        for (Voice voice : voices) {
            Envelope cut = cut(voice.envelope, from, to);
            cuts.add(cut);
            begin += voice.weight * cut.value(0);
            end += voice.weight * (cut.level(0) ? cut.value(0) : cut.value(1));
            if (!cut.level(0)) {
                movers++;
                moving = cut.shape(0);
                weight = voice.weight;
                straight &= moving.kind() == Shape.Kind.STRAIGHT;
            }
        }
        if (movers == 0) {
            add(points, new Point(from, within(begin), Shape.HOLD));
            return;
        }
        boolean alone = movers == 1 && (!moving.kind().wave() || Math.abs(moving.amount() * weight) <= 1);
        Shape shape = straight ? Shape.STRAIGHT : moving;
        if (alone && shape.kind().wave()) {
            shape = new Shape(
                    shape.kind(), shape.amount() * weight, shape.count(), shape.duty(), shape.from(), shape.to());
            double swing = Math.abs(shape.amount());
            alone = Math.min(begin, end) - swing >= 0 && Math.max(begin, end) + swing <= 1;
        }
        if (alone || straight) {
            walled(points, shape, from, to, begin, end);
            return;
        }
        links(
                points,
                time -> {
                    double sum = base;
                    for (int i = 0; i < cuts.size(); i++) {
                        sum += voices.get(i).weight * cuts.get(i).valueAt(time);
                    }
                    return within(sum);
                },
                from,
                to,
                0);
    }

    /** A way that goes one way, level where it is beyond a wall. */
    private static void walled(List<Point> points, Shape shape, double from, double to, double begin, double end) {
        boolean inside = Math.min(begin, end) >= 0 && Math.max(begin, end) <= 1
                || shape.kind().wave();
        if (inside) {
            add(points, new Point(from, within(begin), shape));
            add(points, new Point(to, within(end)));
            return;
        }
        double low = crossing(shape, begin, end, begin < end ? 0 : 1);
        double high = crossing(shape, begin, end, begin < end ? 1 : 0);
        Envelope whole = Envelope.of(new Point(from, 0, shape), new Point(to, 1));
        double first = from + (to - from) * low;
        double last = from + (to - from) * high;
        if (low > 0) {
            add(points, new Point(from, within(begin), Shape.HOLD));
        }
        if (high > low) {
            Envelope part = whole.from(first).until(last);
            double a = begin + (end - begin) * part.value(0);
            double b = begin + (end - begin) * part.value(part.size() - 1);
            add(points, new Point(first, within(a), part.shape(0)));
            add(points, new Point(last, within(b)));
        }
        if (high < 1) {
            add(points, new Point(Math.max(first, last), within(end), Shape.HOLD));
        }
    }

    /** How much of the time of a way has gone when it crosses {@code wall}; 0 or 1 if it does so before or after. */
    private static double crossing(Shape shape, double begin, double end, double wall) {
        double part = (wall - begin) / (end - begin);
        if (!(part > 0)) {
            return 0;
        }
        if (part >= 1) {
            return 1;
        }
        double low = 0;
        double high = 1;
        for (int i = 0; i < 60; i++) {
            double mid = (low + high) / 2;
            if (shape.value(0, 1, mid) < part) {
                low = mid;
            } else {
                high = mid;
            }
        }
        return (low + high) / 2;
    }

    interface Value {
        double at(double time);
    }

    /** Straight links for a value that goes on as it likes, within a ten thousandth. */
    static void linked(List<Point> points, Value value, double from, double to) {
        links(points, value, from, to, 0);
    }

    private static void links(List<Point> points, Value value, double from, double to, int depth) {
        double begin = value.at(from);
        double end = value.at(to);
        boolean close = depth > 2;
        for (int i = 1; i < 8 && close; i++) {
            double u = i / 8.0;
            close = Math.abs(value.at(from + (to - from) * u) - (begin + (end - begin) * u)) <= CLOSE;
        }
        if (close || depth == DEEPEST) {
            add(points, new Point(from, within(begin), Shape.STRAIGHT));
            add(points, new Point(to, within(end)));
            return;
        }
        double middle = (from + to) / 2;
        links(points, value, from, middle, depth + 1);
        links(points, value, middle, to, depth + 1);
    }

    private static double within(double value) {
        return value <= 0 ? 0 : value >= 1 ? 1 : value;
    }

    /** Adds a point; one that stands where the last one stands, with its value, only gives it its shape. */
    public static void add(List<Point> points, Point given) {
        int last = points.size() - 1;
        // Rounding must not put a crossing before the way on which it lies.
        double time = last < 0 ? given.time() : Math.max(points.get(last).time(), given.time());
        Point point = given.at(time, given.value());
        if (last >= 0
                && points.get(last).time() == point.time()
                && points.get(last).value() == point.value()) {
            points.set(last, point);
        } else {
            points.add(point);
        }
    }
}
