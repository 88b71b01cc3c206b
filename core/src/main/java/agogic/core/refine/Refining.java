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
import agogic.core.parameter.Steps;
import agogic.core.refine.tube.Tube;
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
import java.util.function.DoubleUnaryOperator;
import java.util.stream.DoubleStream;

/** From ride to envelope: reconstruct, shift, steady, fit, say how far the result is from the hand. */
public final class Refining {
    /** A pin outside the tube opens it for this long on both sides. Seconds. */
    private static final double OPENING = 0.25;

    /** A ride of more moves is worked out once. */
    private static final int SEARCHED = 50_000;

    /** From one shortest rest that is tried to the next. */
    private static final double LONGER = Math.sqrt(2);

    /** Places of a bent span are followed at least so finely. */
    private static final double FINE = 1.0 / 128;

    /** While a hand goes from one end of a switch to the other nobody is beside it. Seconds. */
    private static final double MOMENT = 2 * Reconstruction.JUST_BEFORE;

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
        return refine(ride, recipe, from, to, pins, Ends.OPEN);
    }

    /** As {@link #refine(Ride, Recipe, double, double, List)}, through what was told at its {@code ends}. */
    public Refined refine(Ride ride, Recipe recipe, double from, double to, List<Point> pins, Ends ends) {
        Made.Asked asked = new Made.Asked(parameter, span, lane, ride, recipe, from, to, pins, ends);
        return Made.known(asked).orElseGet(() -> Made.put(asked, withFewestRests(asked)));
    }

    /** What {@link #refine} comes to, if it was asked for a while ago. */
    public Optional<Refined> known(Ride ride, Recipe recipe, double from, double to, List<Point> pins, Ends ends) {
        return Made.known(new Made.Asked(parameter, span, lane, ride, recipe, from, to, pins, ends));
    }

    /**
     * Where only long rests need to be level, it may be level on shorter ones as well: a rest on which it is level parts the
     * way, and what is shorter is searched better. So a longer shortest rest gives no more points than the usual one.
     */
    private Refined withFewestRests(Made.Asked asked) {
        Recipe recipe = asked.recipe();
        Refined fewest = made(asked, recipe);
        boolean searched = recipe.bent() && !parameter.stepped() && asked.ride().size() <= SEARCHED;
        for (double rest = Recipe.REST; searched && rest < recipe.rest(); rest *= LONGER) {
            Refined other = made(asked, recipe.resting(rest));
            fewest = other.points() < fewest.points() ? other : fewest;
        }
        return fewest;
    }

    private Refined made(Made.Asked asked, Recipe recipe) {
        Ride ride = asked.ride();
        double from = asked.from();
        double to = asked.to();
        Curve hand = Reconstruction.held(ride.times(), ride.countedPlaces()).shifted(-recipe.shift());
        Curve raw = inLane(hand, from, to, span::apply);
        if (inSteps()) {
            return held(
                    positions(ride, recipe.dwell(), hand, raw), positions(ride, 0, hand, raw), ride, raw, asked.pins());
        }
        if (recipe.bent() && SwitchRide.is(ride)) {
            Envelope steps =
                    SwitchRide.of(ride, -recipe.shift(), lane, from, to, x -> parameter.settled(span.apply(x)));
            return held(steps, steps, ride, raw, asked.pins());
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
        List<List<Point>> shared = shared(asked.pins(), cells);
        for (int i = 0; i < pieces.size(); i++) {
            List<Point> own = shared.get(i);
            List<Rest> rests = rests(pieces.get(i), begin(i, from), end(i, pieces, to));
            Tube walls = opened(walls(cells.get(i), recipe.tolerance()), own);
            fit.piece(asked.ends().in(walls, rests, i == 0, i + 1 == pieces.size()), rests, own, steady);
        }
        Envelope envelope = Envelope.of(fit.points()).normalised();
        return told(envelope, ride.size(), fit, raw, cells, parameter::distance);
    }

    static Refined told(
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

    /** The time of the lane; never outside of what is asked for, where that is known, however it is rounded. */
    private double lane(double seconds, double begin, double end, double first, double last) {
        if (seconds <= first && !Double.isNaN(begin)) {
            return begin;
        }
        if (seconds >= last && !Double.isNaN(end)) {
            return end;
        }
        double time = lane.laneTime(seconds);
        return time < begin ? begin : time > end ? end : time;
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
        double[] aim = new double[n];
        for (int i = 0; i < n; i++) {
            lower[i] = Math.min(cells.lower[i], parameter.lowerBound(cells.lower[i], tolerance));
            upper[i] = Math.max(cells.upper[i], parameter.upperBound(cells.upper[i], tolerance));
            aim[i] = Math.max(lower[i], Math.min(upper[i], cells.centre[i]));
        }
        return new Tube(cells.times, lower, aim, upper);
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

    private boolean inSteps() {
        return parameter.stepped() || span.curve() == Span.Curve.STEPS;
    }

    /**
     * The positions that a ride goes to: those of the switch, or, where the span goes in steps, those of the control, each at the
     * value that is heard there.
     */
    private Envelope positions(Ride ride, double shortest, Curve hand, Curve raw) {
        double from = raw.times()[0];
        double to = raw.times()[raw.size() - 1];
        // What is pressed does not chatter: each tap is meant. But what one move passes by is no position of its own.
        boolean pressed = ride.resolution() >= Ride.PRESSED;
        double dwell = lasting(pressed ? MOMENT : Math.max(MOMENT, shortest), (from + to) / 2);
        if (span.curve() == Span.Curve.STEPS) {
            int steps = (int) span.amount();
            Curve places = inLane(hand, from, to, DoubleUnaryOperator.identity());
            return HeldPositions.of(places, steps, i -> parameter.settled(span.apply(Steps.middle(i, steps))), dwell);
        }
        int positions = parameter.positions().size();
        return HeldPositions.of(raw, positions, i -> Steps.middle(i, positions), dwell);
    }

    /** How long so many seconds are from a time of the lane on, in its time. */
    private double lasting(double seconds, double time) {
        return lane.laneTime(lane.seconds(time) + seconds) - time;
    }

    /** What is held from point to point, with the pins in it: held as well, unless a way was drawn from them. */
    private Refined held(Envelope steps, Envelope hand, Ride ride, Curve raw, List<Point> pins) {
        Envelope envelope = steps;
        for (Point pin : pins) {
            boolean holds = inSteps() || pin.shape().kind() == Shape.Kind.STRAIGHT;
            envelope = envelope.with(holds ? pin.with(Shape.HOLD) : pin);
        }
        Distance distance = Distance.between(envelope, hand, lasting(MOMENT, hand.time(0)), parameter::distance);
        Tube tube = Tube.around(raw, 0);
        return new Refined(
                envelope,
                ride.size(),
                steps.size(),
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
    private Curve inLane(Curve hand, double from, double to, DoubleUnaryOperator value) {
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
                curve.add(lane.laneTime(seconds), value.applyAsDouble(x[i - 1] + (x[i] - x[i - 1]) * u));
            }
            double time = i == 0 ? from : i + 1 == t.length ? to : lane.laneTime(t[i]);
            curve.add(Math.max(from, Math.min(to, time)), value.applyAsDouble(x[i]));
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
}
