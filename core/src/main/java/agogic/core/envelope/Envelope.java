package agogic.core.envelope;

import java.util.AbstractList;
import java.util.ArrayList;
import java.util.Arrays;
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

    private final double[] times;
    private final double[] values;
    private final Shape[] shapes;
    private final boolean[] pins;
    /** Null if no point is tied, as in most envelopes. */
    private final int[] ties;

    private Envelope(double[] times, double[] values, Shape[] shapes, boolean[] pins, int[] ties) {
        this.times = times;
        this.values = values;
        this.shapes = shapes;
        this.pins = pins;
        this.ties = ties;
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

    public int size() {
        return times.length;
    }

    public boolean isEmpty() {
        return times.length == 0;
    }

    public double time(int i) {
        return times[i];
    }

    public double value(int i) {
        return values[i];
    }

    public Shape shape(int i) {
        return shapes[i];
    }

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
     * one where they are the same).
     *
     * @param resting the value of an envelope without points
     */
    public Envelope splice(double from, double to, Envelope inner, double resting) {
        if (inner.isEmpty()) {
            return this;
        }
        Envelope old = isEmpty() ? of(new Point(from, resting)) : this;
        List<Point> list = new ArrayList<>(old.until(from).points());
        for (Point point : inner.points()) {
            appendUnlessSame(list, point);
        }
        List<Point> after = old.from(to).points();
        appendUnlessSame(list, after.get(0));
        list.addAll(after.subList(1, after.size()));
        return of(list);
    }

    /** The part before {@code time}, ended by a point at {@code time} with the value just before it. */
    public Envelope until(double time) {
        int next = firstAtOrAfter(time);
        List<Point> list = new ArrayList<>(points().subList(0, next));
        if (next == 0) {
            list.add(new Point(time, values[0]));
        } else if (next < times.length && times[next] == time) {
            boolean held = shapes[next - 1].kind() == Shape.Kind.HOLD;
            list.add(new Point(
                    time,
                    held ? values[next - 1] : values[next],
                    Shape.STRAIGHT,
                    pins[next],
                    held && values[next - 1] != values[next] ? 0 : tie(next)));
        } else {
            int last = next - 1;
            if (next == times.length) {
                list.add(new Point(time, values[last]));
                list.set(last, point(last).with(Shape.HOLD));
            } else {
                double u = (time - times[last]) / (times[next] - times[last]);
                list.set(last, point(last).with(shapes[last].part(0, u)));
                list.add(new Point(time, shapes[last].cutValue(values[last], values[next], u)));
            }
        }
        return of(list);
    }

    /** The part from {@code time} on, begun by a point at {@code time} with the value there. */
    public Envelope from(double time) {
        int last = lastAtOrBefore(time);
        List<Point> list = new ArrayList<>();
        if (last < 0) {
            list.add(new Point(time, values[0], Shape.HOLD));
        } else if (times[last] == time || last + 1 == times.length) {
            boolean here = times[last] == time;
            list.add(new Point(time, values[last], shapes[last], here && pins[last], here ? tie(last) : 0));
        } else {
            double u = (time - times[last]) / (times[last + 1] - times[last]);
            double value = shapes[last].cutValue(values[last], values[last + 1], u);
            list.add(new Point(time, value, shapes[last].part(u, 1)));
        }
        list.addAll(points().subList(last + 1, times.length));
        return of(list);
    }

    private static void appendUnlessSame(List<Point> list, Point point) {
        Point last = list.isEmpty() ? null : list.get(list.size() - 1);
        if (last != null && last.time() == point.time() && last.value() == point.value()) {
            int tie = last.tie() == 0 ? point.tie() : last.tie();
            Point one = last.with(point.shape()).tied(tie);
            list.set(list.size() - 1, one.pinned(last.pinned() || point.pinned()));
        } else {
            list.add(point);
        }
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
