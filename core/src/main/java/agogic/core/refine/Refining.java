package agogic.core.refine;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.parameter.Parameter;
import agogic.core.ride.Ride;
import agogic.core.route.Span;
import agogic.core.time.Lock;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** From ride to envelope: reconstruct, shift, steady, fit, say how far the result is from the hand. */
public final class Refining {
    /** A pin outside the tube opens it for this long on both sides. Seconds. */
    private static final double OPENING = 0.25;

    /** Places of a bent span are followed at least so finely. */
    private static final double FINE = 1.0 / 128;

    /** Halvings in the search for the closest among the envelopes with the fewest points. */
    private static final int ROUNDS = 5;

    private final Parameter parameter;
    private final Span span;
    private final Timeline timeline;
    private final Lock lock;

    /** Refines rides that reach {@code parameter} through {@code span}, in the time of a lane locked by {@code lock}. */
    public Refining(Parameter parameter, Span span, Timeline timeline, Lock lock) {
        this.parameter = parameter;
        this.span = span;
        this.timeline = timeline;
        this.lock = lock;
    }

    /**
     * The envelope of a ride between two lane times.
     *
     * @param pins points set by hand in there, that it must pass exactly
     */
    public Refined refine(Ride ride, Recipe recipe, double from, double to, List<Point> pins) {
        Curve hand = Reconstruction.held(ride.times(), ride.countedPlaces()).shifted(-recipe.shift());
        Curve raw = inLane(hand, from, to);
        if (parameter.stepped() || span.curve() == Span.Curve.STEPS) {
            return held(ride, recipe, raw, pins);
        }
        Curve steadied = inLane(Steadying.steady(hand, recipe.steady(), ride.resolution()), from, to);
        Tube tube = tube(steadied, recipe.tolerance(), pins);
        List<Point> points = new ArrayList<>();
        int start = 0;
        int links = 0;
        for (int pin = 0; pin <= pins.size(); pin++) {
            int end = pin < pins.size()
                    ? Arrays.binarySearch(tube.times, pins.get(pin).time())
                    : tube.size() - 1;
            if (end > start || pin == pins.size()) {
                links += fit(tube.slice(start, end), recipe.bent(), points);
                start = end;
            }
        }
        for (Point pin : pins) {
            points.replaceAll(
                    p -> p.time() == pin.time() ? p.at(pin.time(), pin.value()).pinned(true) : p);
        }
        return told(Envelope.of(points).normalised(), ride.size(), links + 1, raw, tube);
    }

    /** Adds the points of one piece, joined to those before; returns the fewest straight links it needs. */
    private static int fit(Tube tube, boolean bent, List<Point> points) {
        Curve corners = FewestLinks.closest(tube, ROUNDS);
        Curve level = Levelling.level(Centring.centre(corners, tube), tube);
        List<Point> made = bent ? JoinedLinks.join(level, tube).points() : straight(level);
        if (!points.isEmpty()) {
            points.remove(points.size() - 1);
        }
        points.addAll(made);
        return corners.size() - 1;
    }

    private Refined held(Ride ride, Recipe recipe, Curve raw, List<Point> pins) {
        int positions = parameter.stepped() ? parameter.positions().size() : (int) span.amount();
        double middle = (raw.times()[0] + raw.times()[raw.size() - 1]) / 2;
        double at = timeline.secondsOfLane(lock, middle);
        double dwell = timeline.laneTime(lock, at + recipe.dwell()) - middle;
        Envelope envelope = HeldPositions.of(raw, positions, dwell);
        int needed = envelope.size();
        for (Point pin : pins) {
            envelope = envelope.with(pin.with(agogic.core.envelope.Shape.HOLD));
        }
        return told(envelope, ride.size(), needed, raw, Tube.around(raw, 0));
    }

    private Refined told(Envelope envelope, int moves, int fewest, Curve raw, Tube tube) {
        Distance distance = Distance.between(envelope, raw, parameter::distance);
        return new Refined(
                envelope, moves, fewest, distance.greatest(), distance.normalised(), distance.at(), raw, tube);
    }

    private static List<Point> straight(Curve corners) {
        List<Point> points = new ArrayList<>();
        for (int i = 0; i < corners.size(); i++) {
            points.add(new Point(corners.times()[i], corners.values()[i]));
        }
        return points;
    }

    /** The hand's places as values of the target, over the time of the lane, between two lane times. */
    private Curve inLane(Curve hand, double from, double to) {
        Curve piece = hand.between(timeline.secondsOfLane(lock, from), timeline.secondsOfLane(lock, to));
        CurveBuilder curve = new CurveBuilder();
        double[] t = piece.times();
        double[] x = piece.values();
        for (int i = 0; i < t.length; i++) {
            boolean bends = span.curve() == Span.Curve.BENT || span.curve() == Span.Curve.S;
            int parts = i == 0 || !bends ? 1 : (int) Math.ceil(Math.abs(x[i] - x[i - 1]) / FINE);
            for (int k = 1; k < parts; k++) {
                double u = (double) k / parts;
                double seconds = t[i - 1] + (t[i] - t[i - 1]) * u;
                curve.add(timeline.laneTime(lock, seconds), span.apply(x[i - 1] + (x[i] - x[i - 1]) * u));
            }
            double time = i == 0 ? from : i + 1 == t.length ? to : timeline.laneTime(lock, t[i]);
            curve.add(Math.max(from, Math.min(to, time)), span.apply(x[i]));
        }
        return curve.build();
    }

    private Tube tube(Curve curve, double tolerance, List<Point> pins) {
        Curve open = curve;
        for (Point pin : pins) {
            open = withTime(withTime(withTime(open, pin.time()), edge(pin, -1)), edge(pin, 1));
        }
        int n = open.size();
        double[] t = open.times();
        double[] c = open.values().clone();
        double[] lower = new double[n];
        double[] upper = new double[n];
        for (int i = 0; i < n; i++) {
            lower[i] = parameter.lowerBound(c[i], tolerance);
            upper[i] = parameter.upperBound(c[i], tolerance);
        }
        for (Point pin : pins) {
            int at = Arrays.binarySearch(t, pin.time());
            boolean inside = lower[at] <= pin.value() && pin.value() <= upper[at];
            for (int i = 0; i < n && !inside; i++) {
                if (t[i] > edge(pin, -1) && t[i] < edge(pin, 1)) {
                    lower[i] = Math.min(lower[i], pin.value());
                    upper[i] = Math.max(upper[i], pin.value());
                }
            }
        }
        for (Point pin : pins) {
            int at = Arrays.binarySearch(t, pin.time());
            lower[at] = pin.value();
            c[at] = pin.value();
            upper[at] = pin.value();
        }
        return new Tube(t, lower, c, upper);
    }

    private double edge(Point pin, int side) {
        double seconds = timeline.secondsOfLane(lock, pin.time());
        return timeline.laneTime(lock, seconds + side * OPENING);
    }

    private static Curve withTime(Curve curve, double time) {
        double[] t = curve.times();
        int found = Arrays.binarySearch(t, time);
        if (found >= 0 || time < t[0] || time > t[t.length - 1]) {
            return curve;
        }
        int at = -found - 1;
        double[] times = new double[t.length + 1];
        double[] values = new double[t.length + 1];
        System.arraycopy(t, 0, times, 0, at);
        System.arraycopy(curve.values(), 0, values, 0, at);
        times[at] = time;
        values[at] = curve.valueAt(time);
        System.arraycopy(t, at, times, at + 1, t.length - at);
        System.arraycopy(curve.values(), at, values, at + 1, t.length - at);
        return new Curve(times, values);
    }

    /**
     * The envelope of a curve within a normalised tolerance, without a parameter.
     *
     * @param bent true if bent shapes may join straight links
     */
    public static Refined refine(Curve curve, int moves, double tolerance, boolean bent) {
        Tube tube = Tube.around(curve, tolerance);
        List<Point> points = new ArrayList<>();
        int links = fit(tube, bent, points);
        Envelope envelope = Envelope.of(points).normalised();
        Distance distance = Distance.between(envelope, curve, (a, b) -> Math.abs(a - b));
        return new Refined(
                envelope, moves, links + 1, distance.greatest(), distance.normalised(), distance.at(), curve, tube);
    }
}
