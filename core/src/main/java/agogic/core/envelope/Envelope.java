package agogic.core.envelope;

import agogic.core.curve.Curve;
import java.util.AbstractList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Comparator;
import java.util.List;
import java.util.function.DoubleUnaryOperator;

/**
 * Points in time order, joined by shapes. Two points at one time are a jump, and the later one counts. Before the first
 * point and after the last the end values hold. Immutable.
 *
 * <p>Times are beats or seconds, as the lane is locked; values are normalised.
 */
public final class Envelope {
    public static final Envelope EMPTY = new Envelope(new double[0], new double[0], new Shape[0], new boolean[0], null);

    final double[] times;
    final double[] values;
    final Shape[] shapes;
    final boolean[] pins;
    /** Null if no point is tied, as in most envelopes. */
    final int[] ties;

    Envelope(double[] times, double[] values, Shape[] shapes, boolean[] pins, int[] ties) {
        this.times = times;
        this.values = values;
        this.shapes = shapes;
        this.pins = pins;
        this.ties = ties == null || Arrays.stream(ties).allMatch(tie -> tie == 0) ? null : ties;
    }

    /**
     * The envelope of these points.
     *
     * @throws IllegalArgumentException if they are not in time order
     */
    public static Envelope of(List<Point> points) {
        int n = points.size();
        if (n == 0) {
            return EMPTY;
        }
        int[] ties = null;
        Envelope made = new Envelope(new double[n], new double[n], new Shape[n], new boolean[n], null);
        int i = 0;
        for (Point point : points) {
            if (i > 0 && point.time() < made.times[i - 1]) {
                throw new IllegalArgumentException("Point " + (i + 1) + " at " + point.time()
                        + " comes before the one at " + made.times[i - 1] + ".");
            }
            made.times[i] = point.time();
            made.values[i] = point.value();
            made.shapes[i] = point.shape();
            made.pins[i] = point.pinned();
            if (point.tie() != 0) {
                ties = ties == null ? new int[n] : ties;
                ties[i] = point.tie();
            }
            i++;
        }
        return ties == null ? made : new Envelope(made.times, made.values, made.shapes, made.pins, ties);
    }

    /** As {@link #of(List)}, and refused alike. */
    public static Envelope of(Point... points) {
        return of(Arrays.asList(points));
    }

    /** Values may be off 0..1 by this much, from rounding, and are taken for the end they lie at. */
    private static final double HAIR = 1e-9;

    /**
     * This envelope as one of absolute values: all of them in 0..1. What rounding has put a hair outside is put back.
     *
     * @throws IllegalArgumentException if a value lies outside
     */
    public Envelope normalised() {
        double[] inside = values;
        for (int i = 0; i < values.length; i++) {
            double value = values[i];
            if (value >= 0 && value <= 1) {
                continue;
            }
            if (value < -HAIR || value > 1 + HAIR) {
                throw new IllegalArgumentException(
                        "Point " + (i + 1) + " lies at " + value + "; a value lies between 0 and 1.");
            }
            inside = inside == values ? values.clone() : inside;
            inside[i] = value < 0 ? 0 : 1;
        }
        return inside == values ? this : new Envelope(times, inside, shapes, pins, ties);
    }

    /** How many points it has, 0 or more. */
    public int size() {
        return times.length;
    }

    /** True if it has no points: then it says nothing. */
    public boolean isEmpty() {
        return times.length == 0;
    }

    /** The time of a point, in the time of this envelope; points count from 0. */
    public double time(int i) {
        return times[i];
    }

    /** The value of a point, normalised; an offset may lie below 0. */
    public double value(int i) {
        return values[i];
    }

    /** How the value goes on from a point. */
    public Shape shape(int i) {
        return shapes[i];
    }

    /** True if a person set this point: refining goes through it. */
    public boolean pinned(int i) {
        return pins[i];
    }

    /** The number of the points to which point {@code i} is equal, 0 for none. */
    public int tie(int i) {
        return ties == null ? 0 : ties[i];
    }

    /** True if some points are tied. */
    public boolean tied() {
        return ties != null;
    }

    /** A point, from 0. */
    public Point point(int i) {
        return new Point(times[i], values[i], shapes[i], pins[i], tie(i));
    }

    /** All points, as a view. */
    public List<Point> points() {
        return new AbstractList<>() {
            @Override
            public Point get(int i) {
                return point(i);
            }

            @Override
            public int size() {
                return times.length;
            }
        };
    }

    /** Value at {@code time}; at a jump the later point counts. Of an empty envelope there is none: NaN. */
    public double valueAt(double time) {
        return times.length == 0 ? Double.NaN : valueFrom(lastAtOrBefore(time), time);
    }

    /** Value just before {@code time}. */
    public double valueBefore(double time) {
        if (times.length == 0) {
            return Double.NaN;
        }
        int next = firstAtOrAfter(time);
        return next == 0 ? values[0] : valueFrom(next - 1, time);
    }

    /** Value at {@code time}, on the way that begins at point {@code i}, the last one before it (−1: before the first). */
    public double valueFrom(int i, double time) {
        if (i < 0) {
            return values[0];
        }
        if (i + 1 >= times.length) {
            return values[i];
        }
        double length = times[i + 1] - times[i];
        if (length <= 0) {
            return values[i];
        }
        return shapes[i].value(values[i], values[i + 1], (time - times[i]) / length);
    }

    /** True if the value stays what it is on the way from point {@code i} to the next, and after the last. */
    public boolean level(int i) {
        Shape.Kind kind = shapes[i].kind();
        return i + 1 >= times.length || kind == Shape.Kind.HOLD || !kind.wave() && values[i] == values[i + 1];
    }

    /** Index of the last point at or before {@code time}, −1 if there is none. */
    public int lastAtOrBefore(double time) {
        int low = 0;
        int high = times.length;
        while (low < high) {
            int mid = (low + high) >>> 1;
            if (times[mid] <= time) {
                low = mid + 1;
            } else {
                high = mid;
            }
        }
        return low - 1;
    }

    /** Index of the first point at or after {@code time}; {@link #size()} if there is none. */
    public int firstAtOrAfter(double time) {
        int low = 0;
        int high = times.length;
        while (low < high) {
            int mid = (low + high) >>> 1;
            if (times[mid] < time) {
                low = mid + 1;
            } else {
                high = mid;
            }
        }
        return low;
    }

    /** A reader that is fastest when time goes forward. */
    public EnvelopeCursor cursor() {
        return new EnvelopeCursor(this);
    }

    /** With one more point, after any others at its time. */
    public Envelope with(Point point) {
        List<Point> list = new ArrayList<>(points());
        list.add(lastAtOrBefore(point.time()) + 1, point);
        return of(list);
    }

    /** Without point {@code i}. */
    public Envelope without(int i) {
        List<Point> list = new ArrayList<>(points());
        list.remove(i);
        return of(list);
    }

    /** With {@code point} in the place of point {@code i}; its time is kept between its neighbours. */
    public Envelope replacing(int i, Point point) {
        double low = i > 0 ? times[i - 1] : Double.NEGATIVE_INFINITY;
        double high = i + 1 < times.length ? times[i + 1] : Double.POSITIVE_INFINITY;
        List<Point> list = new ArrayList<>(points());
        list.set(i, point.at(Math.max(low, Math.min(high, point.time())), point.value()));
        return of(list);
    }

    /**
     * With everything from {@code from} to {@code to} replaced by {@code inner}, whose points lie in there. Outside,
     * the value is what it was: at each edge stand a point of the old value and one of the new at the same time (only
     * one where they are the same, or where the old one was held up to there).
     *
     * @param resting the value of an envelope without points
     * @throws IllegalArgumentException in words for people if the points of {@code inner} do not lie in there
     */
    public Envelope splice(double from, double to, Envelope inner, double resting) {
        if (inner.isEmpty()) {
            return this;
        }
        Envelope old = isEmpty() ? of(new Point(from, resting)) : this;
        Envelope whole = EnvelopeCut.joined(EnvelopeCut.joined(old.until(from), inner, true), old.from(to), true);
        return EnvelopeCut.once(EnvelopeCut.once(whole, from), to);
    }

    /** The points {@code i} to {@code j}, the last not included. */
    Envelope range(int i, int j) {
        return new Envelope(
                Arrays.copyOfRange(times, i, j),
                Arrays.copyOfRange(values, i, j),
                Arrays.copyOfRange(shapes, i, j),
                Arrays.copyOfRange(pins, i, j),
                ties == null ? null : Arrays.copyOfRange(ties, i, j));
    }

    /** With this point behind all others, wherever they are. */
    Envelope then(Point point) {
        Envelope longer = range(0, size() + 1);
        longer.times[size()] = point.time();
        longer.values[size()] = point.value();
        longer.shapes[size()] = point.shape();
        longer.pins[size()] = point.pinned();
        if (point.tie() == 0) {
            return longer;
        }
        int[] tied = ties == null ? new int[size() + 1] : Arrays.copyOf(ties, size() + 1);
        tied[size()] = point.tie();
        return new Envelope(longer.times, longer.values, longer.shapes, longer.pins, tied);
    }

    /** The points as one line of straight links, if they are that and nothing jumps; null if not. */
    public Curve straight() {
        for (int i = 0; i + 1 < times.length; i++) {
            boolean goes = shapes[i].kind() == Shape.Kind.STRAIGHT || level(i) && values[i] == values[i + 1];
            if (!goes || !(times[i + 1] > times[i])) {
                return null;
            }
        }
        return new Curve(times, values);
    }

    /**
     * With some points elsewhere, and pinned; in time order again.
     *
     * @param chosen those that move
     * @param later by how much, in the time of this envelope
     * @param value what becomes of their values
     */
    public Envelope moved(BitSet chosen, double later, DoubleUnaryOperator value) {
        Envelope moved = new Envelope(times.clone(), values.clone(), shapes, pins.clone(), ties);
        boolean inOrder = true;
        for (int i = 0; i < times.length; i++) {
            if (chosen.get(i)) {
                moved.times[i] += later;
                moved.values[i] = value.applyAsDouble(values[i]);
                moved.pins[i] = true;
            }
            inOrder &= i == 0 || moved.times[i] >= moved.times[i - 1];
        }
        if (inOrder) {
            return moved;
        }
        List<Point> sorted = new ArrayList<>(moved.points());
        sorted.sort(Comparator.comparingDouble(Point::time));
        return of(sorted);
    }

    /** All values multiplied and moved, if nothing but that is to be done: null if one came outside 0..1, or is a wave. */
    public Envelope scaled(double weight, double base) {
        double[] scaled = new double[values.length];
        for (int i = 0; i < scaled.length; i++) {
            scaled[i] = base + weight * values[i];
            if (!(scaled[i] >= 0 && scaled[i] <= 1) || shapes[i].kind().wave()) {
                return null;
            }
        }
        return new Envelope(times, scaled, shapes, pins, ties);
    }

    /** The part before {@code time}, ended by a point at {@code time} with the value just before it. */
    public Envelope until(double time) {
        return EnvelopeCut.until(this, time);
    }

    /** The part from {@code time} on, begun by a point at {@code time} with the value there. */
    public Envelope from(double time) {
        return EnvelopeCut.from(this, time);
    }

    /**
     * Without the point at {@code time} if what goes on there goes through it all the same: the seam of an edit that
     * changed nothing beside it. Points set or tied by hand stay.
     */
    public Envelope healed(double time) {
        return EnvelopeCut.healed(this, time);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Envelope e
                && Arrays.equals(e.times, times)
                && Arrays.equals(e.values, values)
                && Arrays.equals(e.shapes, shapes)
                && Arrays.equals(e.pins, pins)
                && Arrays.equals(e.ties, ties);
    }

    @Override
    public int hashCode() {
        return 31 * Arrays.hashCode(times) + Arrays.hashCode(values);
    }

    @Override
    public String toString() {
        return "Envelope" + points();
    }

    /** The same in a time that goes {@code speed} times as fast, above 0, and begins {@code by} later. */
    public Envelope mapped(double speed, double by) {
        double[] moved = new double[times.length];
        for (int i = 0; i < moved.length; i++) {
            moved[i] = times[i] * speed + by;
        }
        return new Envelope(moved, values, shapes, pins, ties);
    }

    /** The same places as steps: each point holds until the next, at what {@code settled} makes of its value. */
    public Envelope held(DoubleUnaryOperator settled) {
        List<Point> points = new ArrayList<>();
        for (Point point : points()) {
            points.add(
                    point.at(point.time(), settled.applyAsDouble(point.value())).with(Shape.HOLD));
        }
        return of(points);
    }
}
