package agogic.core.refine;

import agogic.core.curve.Curve;
import agogic.core.curve.CurveBuilder;
import agogic.core.curve.Reconstruction;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.hand.HandPath;
import agogic.core.hand.Stay;
import agogic.core.parameter.Parameter;
import agogic.core.ride.Ride;
import agogic.core.route.Span;
import agogic.core.time.LaneTime;
import agogic.core.time.Lock;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleBinaryOperator;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;

/** From ride to envelope: reconstruct, shift, steady, fit, say how far the result is from the hand. */
public final class Refining {
    /** A pin outside the tube opens it for this long on both sides. Seconds. */
    private static final double OPENING = 0.25;

    /** A curve of more points is worked out in two halves. */
    private static final int LONG = 400_000;

    /** Places of a bent span are followed at least so finely. */
    private static final double FINE = 1.0 / 128;

    private final Parameter parameter;
    private final Span span;
    private final LaneTime lane;

    /** Refines rides that reach {@code parameter} through {@code span}, in the time of a lane locked by {@code lock}. */
    public Refining(Parameter parameter, Span span, Timeline timeline, Lock lock) {
        this(parameter, span, LaneTime.of(timeline, lock));
    }

    /** Refines rides that reach {@code parameter} through {@code span}, in a time of their own. */
    public Refining(Parameter parameter, Span span, LaneTime lane) {
        this.parameter = parameter;
        this.span = span;
        this.lane = lane;
    }

    /**
     * The envelope of a ride between two lane times.
     *
     * @param pins points set by hand in there, that it must pass exactly
     */
    public Refined refine(Ride ride, Recipe recipe, double from, double to, List<Point> pins) {
        Made.Asked asked = new Made.Asked(parameter, span, lane, ride, recipe, from, to, pins);
        return Made.known(asked).orElseGet(() -> {
            Refined made = made(ride, recipe, from, to, pins);
            Made.put(asked, made);
            return made;
        });
    }

    /** What {@link #refine} comes to, if it was asked for a while ago. */
    public Optional<Refined> known(Ride ride, Recipe recipe, double from, double to, List<Point> pins) {
        return Made.known(new Made.Asked(parameter, span, lane, ride, recipe, from, to, pins));
    }

    private Refined made(Ride ride, Recipe recipe, double from, double to, List<Point> pins) {
        Curve hand = Reconstruction.held(ride.times(), ride.countedPlaces()).shifted(-recipe.shift());
        Curve raw = inLane(hand, from, to);
        if (parameter.stepped() || span.curve() == Span.Curve.STEPS) {
            return held(ride, recipe, raw, pins);
        }
        List<HandPath.Piece> pieces = HandPath.of(
                shifted(ride, recipe.shift()),
                ride.countedPlaces(),
                ride.resolution(),
                recipe.rest(),
                lane.seconds(from),
                lane.seconds(to));
        RestsAndReaches fit = new RestsAndReaches(recipe.bent());
        double steady = steady(recipe.steady(), from, to);
        List<Tube> cells = new ArrayList<>();
        for (int i = 0; i < pieces.size(); i++) {
            cells.add(cells(pieces.get(i), begin(i, from), end(i, pieces, to)));
        }
        List<List<Point>> shared = shared(pins, cells);
        for (int i = 0; i < pieces.size(); i++) {
            List<Point> own = shared.get(i);
            fit.piece(
                    opened(walls(cells.get(i), recipe.tolerance()), own),
                    rests(pieces.get(i), begin(i, from), end(i, pieces, to)),
                    own,
                    steady);
        }
        Envelope envelope = Envelope.of(fit.points()).normalised();
        return told(envelope, ride.size(), fit, raw, cells, parameter::distance);
    }

    private static Refined told(
            Envelope envelope,
            int moves,
            RestsAndReaches fit,
            Curve raw,
            List<Tube> cells,
            DoubleBinaryOperator measure) {
        FromHand far = FromHand.of(envelope, cells, measure);
        return new Refined(
                envelope,
                moves,
                fit.straight(),
                far.greatest(),
                far.normalised(),
                far.at(),
                far.middle(),
                raw,
                joined(fit.tubes()),
                joined(cells),
                fit.rests());
    }

    private static double[] shifted(Ride ride, double earlier) {
        double[] seconds = ride.times();
        for (int i = 0; i < seconds.length; i++) {
            seconds[i] -= earlier;
        }
        return seconds;
    }

    /** The width of steadying in the time of the lane. */
    private double steady(double seconds, double from, double to) {
        double middle = lane.seconds((from + to) / 2);
        return lane.laneTime(middle + seconds / 2) - lane.laneTime(middle - seconds / 2);
    }

    private double lane(double seconds, double begin, double end, double first, double last) {
        return seconds <= first && !Double.isNaN(begin)
                ? begin
                : seconds >= last && !Double.isNaN(end) ? end : lane.laneTime(seconds);
    }

    /** Where the hand can have been, as values of the target over the time of the lane. */
    private Tube cells(HandPath.Piece piece, double begin, double end) {
        double[] t = piece.times();
        int n = t.length;
        Tube.Builder cells = new Tube.Builder();
        boolean bends = span.curve() == Span.Curve.BENT || span.curve() == Span.Curve.S;
        for (int i = 0; i < n; i++) {
            double way = i == 0 ? 0 : Math.abs(piece.middle()[i] - piece.middle()[i - 1]);
            int parts = bends ? (int) Math.max(1, Math.min(256, Math.ceil(way / FINE))) : 1;
            for (int k = i == 0 ? parts : 1; k <= parts; k++) {
                double u = (double) k / parts;
                double time = k == parts ? t[i] : t[i - 1] + (t[i] - t[i - 1]) * u;
                double low = span.apply(part(piece.low(), i, u));
                double high = span.apply(part(piece.high(), i, u));
                double middle = span.apply(part(piece.middle(), i, u));
                cells.add(lane(time, begin, end, t[0], t[n - 1]), Math.min(low, high), middle, Math.max(low, high));
            }
        }
        return cells.build();
    }

    private static double part(double[] all, int i, double u) {
        return u == 1 ? all[i] : all[i - 1] + (all[i] - all[i - 1]) * u;
    }

    private Tube walls(Tube cells, double tolerance) {
        int n = cells.size();
        double[] lower = new double[n];
        double[] upper = new double[n];
        for (int i = 0; i < n; i++) {
            lower[i] = Math.min(cells.centre[i], parameter.lowerBound(cells.lower[i], tolerance));
            upper[i] = Math.max(cells.centre[i], parameter.upperBound(cells.upper[i], tolerance));
        }
        return new Tube(cells.times, lower, cells.centre, upper);
    }

    private List<Rest> rests(HandPath.Piece piece, double begin, double end) {
        double[] t = piece.times();
        List<Rest> rests = new ArrayList<>();
        for (Stay one : piece.rests()) {
            rests.add(new Rest(
                    lane(one.from(), begin, end, t[0], t[t.length - 1]),
                    lane(one.to(), begin, end, t[0], t[t.length - 1]),
                    parameter.settled(span.apply(one.place())),
                    parameter.settled(span.apply(one.border())),
                    lane(one.early(), begin, end, t[0], t[t.length - 1]),
                    lane(one.late(), begin, end, t[0], t[t.length - 1]),
                    one.brief()));
        }
        return rests;
    }

    private static double begin(int piece, double from) {
        return piece == 0 ? from : Double.NaN;
    }

    private static double end(int piece, List<HandPath.Piece> pieces, double to) {
        return piece + 1 == pieces.size() ? to : Double.NaN;
    }

    /** The pins of each piece. One at a jump is of the side that it is nearer to; two there are one of each. */
    private static List<List<Point>> shared(List<Point> pins, List<Tube> cells) {
        List<List<Point>> shared = new ArrayList<>();
        for (int i = 0; i < cells.size(); i++) {
            Tube cell = cells.get(i);
            double begin = cell.times[0];
            double end = cell.times[cell.size() - 1];
            List<Point> own = new ArrayList<>();
            for (int p = 0; p < pins.size(); p++) {
                double time = pins.get(p).time();
                boolean before = i > 0 && time == begin && ofFirst(pins, p, cells.get(i - 1), cell);
                boolean after = i + 1 < cells.size() && time == end && !ofFirst(pins, p, cell, cells.get(i + 1));
                if (time >= begin && time <= end && !before && !after) {
                    own.add(pins.get(p));
                }
            }
            shared.add(own);
        }
        return shared;
    }

    private static boolean ofFirst(List<Point> pins, int p, Tube first, Tube second) {
        Point pin = pins.get(p);
        if (first.times[first.size() - 1] != second.times[0]) {
            return false;
        }
        if (p > 0 && pins.get(p - 1).time() == pin.time()) {
            return false;
        }
        boolean another = p + 1 < pins.size() && pins.get(p + 1).time() == pin.time();
        double off = Math.abs(pin.value() - first.centre[first.size() - 1]);
        return another || off < Math.abs(pin.value() - second.centre[0]);
    }

    /** One tube of several that follow each other: where it jumps, by a hair of time. */
    private static Tube joined(List<Tube> tubes) {
        if (tubes.size() == 1) {
            return tubes.get(0);
        }
        Tube.Builder all = new Tube.Builder();
        for (Tube tube : tubes) {
            for (int i = 0; i < tube.size(); i++) {
                all.add(Math.max(tube.times[i], Math.nextUp(all.last())), tube.lower[i], tube.centre[i], tube.upper[i]);
            }
        }
        return all.build();
    }

    private Refined held(Ride ride, Recipe recipe, Curve raw, List<Point> pins) {
        int positions = parameter.stepped() ? parameter.positions().size() : (int) span.amount();
        double middle = (raw.times()[0] + raw.times()[raw.size() - 1]) / 2;
        double at = lane.seconds(middle);
        // What is pressed does not chatter: each tap is meant.
        boolean pressed = ride.resolution() >= Ride.PRESSED;
        double dwell = pressed ? 0 : lane.laneTime(at + recipe.dwell()) - middle;
        Envelope envelope = HeldPositions.of(raw, positions, dwell);
        int needed = envelope.size();
        for (Point pin : pins) {
            envelope = envelope.with(pin.with(Shape.HOLD));
        }
        return told(envelope, ride.size(), needed, raw, Tube.around(raw, 0));
    }

    private Refined told(Envelope envelope, int moves, int fewest, Curve raw, Tube tube) {
        Distance distance = Distance.between(envelope, raw, parameter::distance);
        return new Refined(
                envelope,
                moves,
                fewest,
                distance.greatest(),
                distance.normalised(),
                distance.at(),
                0,
                raw,
                tube,
                tube,
                List.of());
    }

    /** The hand's places as values of the target, over the time of the lane, between two lane times. */
    private Curve inLane(Curve hand, double from, double to) {
        Curve piece = hand.between(lane.seconds(from), lane.seconds(to));
        CurveBuilder curve = new CurveBuilder();
        double[] t = piece.times();
        double[] x = piece.values();
        for (int i = 0; i < t.length; i++) {
            boolean bends = span.curve() == Span.Curve.BENT || span.curve() == Span.Curve.S;
            int parts = i == 0 || !bends ? 1 : (int) Math.ceil(Math.abs(x[i] - x[i - 1]) / FINE);
            for (int k = 1; k < parts; k++) {
                double u = (double) k / parts;
                double seconds = t[i - 1] + (t[i] - t[i - 1]) * u;
                curve.add(lane.laneTime(seconds), span.apply(x[i - 1] + (x[i] - x[i - 1]) * u));
            }
            double time = i == 0 ? from : i + 1 == t.length ? to : lane.laneTime(t[i]);
            curve.add(Math.max(from, Math.min(to, time)), span.apply(x[i]));
        }
        return curve.build();
    }

    /** The tube with room for points set by hand: where one lies outside, it opens for a while on both sides. */
    private Tube opened(Tube tube, List<Point> pins) {
        if (pins.isEmpty()) {
            return tube;
        }
        Tube open = tube.with(pins.stream()
                .flatMapToDouble(pin -> DoubleStream.of(pin.time(), edge(pin, -1), edge(pin, 1)))
                .toArray());
        int n = open.size();
        double[] t = open.times;
        double[] lower = open.lower.clone();
        double[] centre = open.centre.clone();
        double[] upper = open.upper.clone();
        for (Point pin : pins) {
            int at = Arrays.binarySearch(t, pin.time());
            boolean inside = lower[at] <= pin.value() && pin.value() <= upper[at];
            for (int i = open.before(edge(pin, -1)) + 1; i < n && !inside && t[i] < edge(pin, 1); i++) {
                lower[i] = Math.min(lower[i], pin.value());
                upper[i] = Math.max(upper[i], pin.value());
            }
        }
        for (Point pin : pins) {
            int at = Arrays.binarySearch(t, pin.time());
            lower[at] = pin.value();
            centre[at] = pin.value();
            upper[at] = pin.value();
        }
        return new Tube(t, lower, centre, upper);
    }

    private double edge(Point pin, int side) {
        double seconds = lane.seconds(pin.time());
        return lane.laneTime(seconds + side * OPENING);
    }

    /**
     * The envelope of a curve within a normalised tolerance, without a parameter.
     *
     * @param bent true if bent shapes may join straight links, all inside 0..1; else the fewest straight ones anywhere, which
     *     may lie beyond 0 and 1 by the tolerance
     */
    public static Refined refine(Curve curve, int moves, double tolerance, boolean bent) {
        return refine(List.of(curve), moves, tolerance, bent);
    }

    /** As {@link #refine(Curve, int, double, boolean)}, of curves that follow each other: between them it jumps. */
    public static Refined refine(List<Curve> curves, int moves, double tolerance, boolean bent) {
        return refine(curves, moves, tolerance, bent, bent);
    }

    /** As {@link #refine(List, int, double, boolean)}, and inside 0..1 even if that takes a point more, as every lane is. */
    public static Refined inside(List<Curve> curves, int moves, double tolerance, boolean bent) {
        Refined anywhere = refine(curves, moves, tolerance, bent);
        boolean inside = anywhere.envelope().points().stream().allMatch(p -> p.value() >= 0 && p.value() <= 1);
        return inside ? anywhere : refine(curves, moves, tolerance, bent, true);
    }

    private static Refined refine(List<Curve> curves, int moves, double tolerance, boolean bent, boolean inside) {
        RestsAndReaches fit = new RestsAndReaches(bent);
        List<Tube> cells = new ArrayList<>();
        for (Curve curve : curves) {
            cells.add(Tube.beside(curve, 0));
            fit.piece(inside ? Tube.inside(curve, tolerance) : Tube.beside(curve, tolerance), List.of(), List.of(), 0);
        }
        Envelope envelope = inside ? Envelope.of(fit.points()).normalised() : Envelope.of(fit.points());
        return told(envelope, moves, fit, curves.get(0), cells, (a, b) -> Math.abs(a - b));
    }

    /**
     * The fewest straight links inside 0..1 within a tolerance of curves that follow each other, and nothing nearer: at once. A
     * very long curve is parted in the middle, where the path goes through it, and both parts are worked out side by side: that
     * costs two points at the most.
     */
    public static Envelope fewest(List<Curve> curves, double tolerance) {
        List<Point> points = new ArrayList<>();
        for (Curve curve : curves) {
            int n = curve.size();
            List<Curve> paths = n < LONG
                    ? List.of(FewestLinks.within(Tube.inside(curve, tolerance)))
                    : IntStream.of(0, 1)
                            .parallel()
                            .mapToObj(half -> half(curve, half == 0, tolerance))
                            .toList();
            for (Curve path : paths) {
                for (int i = path == paths.get(0) ? 0 : 1; i < path.size(); i++) {
                    points.add(new Point(path.times()[i], path.values()[i]));
                }
            }
        }
        return Envelope.of(points).normalised();
    }

    /** The path of one half of a curve, which goes through its middle. */
    private static Curve half(Curve curve, boolean first, double tolerance) {
        int middle = curve.size() / 2;
        int from = first ? 0 : middle;
        int to = first ? middle + 1 : curve.size();
        Curve part = curve.slice(from, to - 1);
        int at = first ? Arrays.binarySearch(part.times(), curve.times()[middle]) : 0;
        Tube tube = Tube.inside(part, tolerance);
        int pinned = first ? tube.size() - 1 : 0;
        return FewestLinks.within(tube.through(pinned, part.values()[at]));
    }
}
