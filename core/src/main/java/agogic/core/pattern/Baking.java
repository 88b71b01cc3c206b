package agogic.core.pattern;

import agogic.core.curve.Reconstruction;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Blend;
import agogic.core.refine.CurveRefining;
import agogic.core.time.Lock;
import agogic.core.time.MetreMap;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import java.util.function.DoubleUnaryOperator;

/**
 * Points that say what a pattern says over a range: exact where time goes evenly, within {@link #TOLERANCE} with the fewest
 * links where the tempo goes up or down on the way.
 */
public final class Baking {
    /** So near to the pattern are the points where no shape can say it, in parts of the travel. */
    public static final double TOLERANCE = 0.001;

    private static final int MOST_POINTS = 2_000_000;
    private static final int LOOKS = 64;

    private final Pattern pattern;
    private final Timeline timeline;
    private final Lock lock;
    private final double from;
    private final double to;
    private final double turn;
    private final DoubleUnaryOperator settled;

    private Baking(
            Pattern pattern,
            Timeline timeline,
            Lock lock,
            double from,
            double to,
            double turn,
            DoubleUnaryOperator settled) {
        this.pattern = pattern;
        this.timeline = timeline;
        this.lock = lock;
        this.from = from;
        this.to = to;
        this.turn = turn;
        this.settled = settled;
    }

    /**
     * The points of a pattern from one time of a lane to another.
     *
     * @param turn how far in its cycle it is already where it begins, besides its phase
     * @param settled the positions of a stepped parameter, null for one that goes evenly
     * @throws IllegalArgumentException in words for people if it is no range, or would be more than a million points
     */
    public static Envelope bake(
            Pattern pattern,
            Timeline timeline,
            Lock lock,
            double from,
            double to,
            double turn,
            DoubleUnaryOperator settled) {
        if (!(to > from)) {
            throw new IllegalArgumentException("The pattern ends before it begins.");
        }
        return new Baking(pattern, timeline, lock, from, to, turn, settled).bake();
    }

    /** How many cycles a pattern that began at {@code from} has done at {@code time} of a lane. */
    public static double cycles(Rate rate, Timeline timeline, Lock lock, double from, double time) {
        return along(rate, timeline, lock, time) - along(rate, timeline, lock, from);
    }

    private static double along(Rate rate, Timeline timeline, Lock lock, double time) {
        return switch (rate.per()) {
            case BEATS -> timeline.beatOfLane(lock, time) / rate.amount();
            case BARS -> bars(timeline.metre(), timeline.beatOfLane(lock, time)) / rate.amount();
            case HERTZ -> timeline.secondsOfLane(lock, time) * rate.amount();
        };
    }

    /** Bars from the beginning of the piece, with parts of them. */
    private static double bars(MetreMap metre, double beat) {
        int bar = metre.barAt(beat);
        double begin = metre.beatOfBar(bar);
        return bar - 1 + (beat - begin) / (metre.beatOfBar(bar + 1) - begin);
    }

    private double cycles(double time) {
        return turn + cycles(pattern.rate(), timeline, lock, from, time);
    }

    private Envelope bake() {
        Envelope cycle = settled == null && pattern.oneShape() ? null : cycle();
        double points = (cycles(to) - cycles(from)) * (cycle == null ? 1e-4 : cycle.size());
        if (points > MOST_POINTS) {
            throw new IllegalArgumentException("That would be more than two million points on one layer.");
        }
        TreeSet<Double> cuts = new TreeSet<>(List.of(from, to));
        timeline.tempo().points().forEach(p -> cut(cuts, p.beat()));
        timeline.metre().metres().forEach(m -> cut(cuts, timeline.metre().beatOfBar(m.bar())));
        List<Double> ends = new ArrayList<>(cuts);
        List<Point> all = new ArrayList<>();
        double[] even = null;
        for (int i = 0; i + 1 < ends.size(); i++) {
            double a = ends.get(i);
            double b = ends.get(i + 1);
            if (!even(a, b)) {
                even = flush(all, even, cycle);
                uneven(all, cycle == null ? cycle() : cycle, a, b);
            } else if (even != null && goesOn(even, a, b)) {
                even[1] = b;
            } else {
                flush(all, even, cycle);
                even = new double[] {a, b};
            }
        }
        flush(all, even, cycle);
        // Rounding must not put an end beside the range.
        all.set(0, all.get(0).at(from, all.get(0).value()));
        int last = all.size() - 1;
        all.set(last, all.get(last).at(to, all.get(last).value()));
        return Envelope.of(all).normalised();
    }

    private void cut(TreeSet<Double> cuts, double beat) {
        double time = timeline.laneTimeOfBeat(lock, beat);
        if (time > from && time < to) {
            cuts.add(time);
        }
    }

    private boolean even(double a, double b) {
        double ca = cycles(a);
        double length = cycles(b) - ca;
        for (double u : new double[] {0.25, 0.5, 0.75}) {
            if (Math.abs(cycles(a + (b - a) * u) - ca - length * u) > 1e-11 * Math.max(1, length)) {
                return false;
            }
        }
        return true;
    }

    /** True if it goes on as fast as before. */
    private boolean goesOn(double[] before, double a, double b) {
        double speed = (cycles(before[1]) - cycles(before[0])) / (before[1] - before[0]);
        return Math.abs(cycles(b) - cycles(a) - speed * (b - a)) < 1e-11 * Math.max(1, cycles(b));
    }

    /** Writes the even part that was gathered; none is left. */
    private double[] flush(List<Point> points, double[] part, Envelope cycle) {
        if (part == null) {
            return null;
        }
        double a = part[0];
        double b = part[1];
        double first = cycles(a) + pattern.phase();
        double length = cycles(b) - cycles(a);
        if (cycle == null) {
            // One wave shape; more periods than a shape has are several.
            double most = 50_000;
            int parts = (int) Math.ceil(length / most);
            for (int i = 0; i < parts; i++) {
                double begin = first + length * i / parts;
                Shape shape = pattern.shape(begin - Math.floor(begin), length / parts);
                Blend.add(points, new Point(a + (b - a) * i / parts, pattern.centre(), shape));
            }
            Blend.add(points, new Point(b, pattern.centre()));
            return null;
        }
        double speed = (b - a) / length;
        each(
                cycle,
                first,
                first + length,
                (one, shape) -> Blend.add(
                        points,
                        new Point(Math.max(a, Math.min(b, a + (one.time() - first) * speed)), one.value(), shape)));
        return null;
    }

    private interface Each {
        void point(Point point, Shape shape);
    }

    /** The points of the cycle again and again, from one place to another, in cycles. */
    private static void each(Envelope cycle, double first, double last, Each each) {
        double origin = Math.floor(first);
        List<Point> all = new ArrayList<>();
        for (double k = 0; origin + k < last; k++) {
            for (Point point : cycle.points()) {
                Blend.add(all, point.at(point.time() + k, point.value()));
            }
        }
        Envelope part = Envelope.of(all).from(first - origin).until(last - origin);
        part.points().forEach(p -> each.point(p.at(p.time() + origin, p.value()), p.shape()));
    }

    private void uneven(List<Point> points, Envelope cycle, double a, double b) {
        double first = cycles(a) + pattern.phase();
        List<Point> inCycles = new ArrayList<>();
        each(cycle, first, cycles(b) + pattern.phase(), (one, shape) -> inCycles.add(one));
        DoubleUnaryOperator time = c -> inverse(c - pattern.phase(), a, b);
        List<Double> run = new ArrayList<>();
        List<Double> values = new ArrayList<>();
        for (int i = 0; i + 1 < inCycles.size(); i++) {
            Point one = inCycles.get(i);
            Point next = inCycles.get(i + 1);
            boolean held = one.shape().kind() == Shape.Kind.HOLD;
            double length = next.time() - one.time();
            boolean jump = !(length > 0);
            if (held || jump) {
                link(points, run, values);
                if (held) {
                    Blend.add(points, one.at(time.applyAsDouble(one.time()), one.value()));
                }
                continue;
            }
            Envelope way = Envelope.of(one, next);
            for (int k = run.isEmpty() ? 0 : 1; k <= LOOKS; k++) {
                double c = one.time() + length * k / LOOKS;
                run.add(time.applyAsDouble(c));
                values.add(k == LOOKS ? way.valueBefore(next.time()) : way.valueAt(c));
            }
        }
        link(points, run, values);
        Point last = inCycles.get(inCycles.size() - 1);
        Blend.add(points, last.at(b, last.value()));
    }

    /** The fewest links along what was looked at. */
    private static void link(List<Point> points, List<Double> times, List<Double> values) {
        if (times.size() > 1) {
            double[] t = times.stream().mapToDouble(d -> d).toArray();
            double[] v = values.stream().mapToDouble(d -> d).toArray();
            CurveRefining.refine(Reconstruction.pieces(t, v), t.length, TOLERANCE / 2, true)
                    .envelope()
                    .points()
                    .forEach(p -> Blend.add(points, p));
        }
        times.clear();
        values.clear();
    }

    /** The time between two at which so many cycles are done. */
    private double inverse(double cycles, double a, double b) {
        double low = a;
        double high = b;
        for (int i = 0; i < 100 && high > low; i++) {
            double mid = (low + high) / 2;
            if (mid == low || mid == high) {
                break;
            }
            if (cycles(mid) < cycles) {
                low = mid;
            } else {
                high = mid;
            }
        }
        return high;
    }

    /** One cycle as points over 0..1, from phase 0 on, swung, drawn to its steps. */
    private Envelope cycle() {
        List<Point> points = new ArrayList<>();
        double c = pattern.centre();
        double d = pattern.depth();
        switch (pattern.form()) {
            case SINE -> {
                // Halves begin and end on the line; to find its steps it has to go one way only.
                double parts = pattern.steps() != 0 || settled != null ? 4 : 2;
                for (int i = 0; i < parts; i++) {
                    Shape part = new Shape(Shape.Kind.SINE, d, 1, 0, i / parts, (i + 1) / parts);
                    points.add(new Point(pattern.swung(i / parts), c, part));
                }
                points.add(new Point(1, c));
            }
            case TRIANGLE -> {
                double[] corners = {0, 1, 0, -1, 0};
                for (int i = 0; i < corners.length; i++) {
                    points.add(new Point(pattern.swung(i / 4.0), c + d * corners[i]));
                }
            }
            case SAW -> {
                points.add(new Point(0, c - d));
                points.add(new Point(pattern.swung(0.5), c));
                points.add(new Point(1, c + d));
            }
            case PULSE -> {
                points.add(new Point(0, c + d, Shape.HOLD));
                points.add(new Point(pattern.swung(pattern.duty()), c - d, Shape.HOLD));
                points.add(new Point(1, c - d, Shape.HOLD));
            }
            default -> own(points, c, d);
        }
        Envelope whole = Envelope.of(points);
        boolean stepped = pattern.steps() != 0 || settled != null;
        return stepped ? drawn(whole) : whole;
    }

    private void own(List<Point> points, double c, double d) {
        Envelope own = pattern.own();
        boolean steps = pattern.form() == Pattern.Form.STEPS;
        Envelope whole = own.time(own.size() - 1) < 1 ? own.with(new Point(1, own.value(own.size() - 1))) : own;
        if (!steps && pattern.swing() != 0.5) {
            List<Point> halves = new ArrayList<>(whole.until(0.5).points());
            whole.from(0.5).points().forEach(p -> Blend.add(halves, p));
            whole = Envelope.of(halves);
        }
        for (Point point : whole.points()) {
            Shape shape = point.shape();
            Shape scaled = shape.kind().wave()
                    ? new Shape(
                            shape.kind(),
                            Math.max(-1, Math.min(1, shape.amount() * 2 * d)),
                            shape.count(),
                            shape.duty(),
                            shape.from(),
                            shape.to())
                    : shape;
            points.add(new Point(
                    point.time() >= 1 ? 1 : pattern.swung(point.time()), c + d * (2 * point.value() - 1), scaled));
        }
    }

    private double settle(double value) {
        double inside = Math.max(0, Math.min(1, value));
        double drawn = pattern.steps() == 0 ? inside : pattern.drawn(inside);
        return settled == null ? drawn : settled.applyAsDouble(drawn);
    }

    /** The same held at each step. */
    private Envelope drawn(Envelope whole) {
        List<Point> points = new ArrayList<>();
        for (int i = 0; i + 1 < whole.size(); i++) {
            double a = whole.time(i);
            double b = whole.time(i + 1);
            if (b > a) {
                int k = i;
                DoubleUnaryOperator value = t -> settle(whole.valueFrom(k, t));
                Blend.add(points, new Point(a, value.applyAsDouble(a), Shape.HOLD));
                for (int n = 0; n < LOOKS; n++) {
                    double begin = a + (b - a) * n / LOOKS;
                    double end = n + 1 == LOOKS ? Math.nextDown(b) : a + (b - a) * (n + 1) / LOOKS;
                    turns(points, value, begin, end);
                }
            }
        }
        points.add(new Point(1, points.get(points.size() - 1).value(), Shape.HOLD));
        return Envelope.of(points);
    }

    private static void turns(List<Point> points, DoubleUnaryOperator value, double a, double b) {
        double first = value.applyAsDouble(a);
        double last = value.applyAsDouble(b);
        if (first == last) {
            return;
        }
        double mid = (a + b) / 2;
        if (b - a < 1e-14 || mid <= a || mid >= b) {
            Blend.add(points, new Point(b, last, Shape.HOLD));
            return;
        }
        turns(points, value, a, mid);
        turns(points, value, mid, b);
    }
}
