package agogic.core.fit;

import agogic.core.device.Device;
import agogic.core.device.Seat;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Shape;
import agogic.core.parameter.Parameter;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;

/**
 * Finds what moves alike: {@code x_j} stays within its tolerance of {@code a·x_i + b} at all times. The best a and b are
 * those of the narrowest strip (Chebyshev distance): for each slope the room left for b is a concave function, so its
 * greatest is found by halving. Between the union of both breakpoints two straight ways differ by a straight line; where
 * one is curved, enough places between are asked, each against the other's neighbours too, so that nothing is missed.
 */
final class Alike {
    private static final int CURVED = 64;
    private static final int HALVINGS = 80;
    private static final double STEEPEST = 64;
    /** Less than this, normalised, is no difference but rounding. */
    private static final double ROUNDING = 1e-12;

    private Alike() {}

    /** How one follows another: value = a·x + b, and how far it is off at most, in its difference unit. */
    record Fit(double a, double b, double farthest, double farthestNormalised) {}

    /** One step for each group that moves alike, the largest first; no parameter is in two of them. */
    static List<FitStep> steps(Session session, Device device, List<Mover> movers) {
        // A lane that is protected does not give way to another one.
        List<Mover> byTravel =
                new ArrayList<>(movers.stream().filter(m -> !m.lane().guarded()).toList());
        byTravel.sort(Comparator.comparingDouble((Mover m) -> m.low() - m.high()));
        Probes probes = new Probes(byTravel);
        List<List<Mover>> groups = new ArrayList<>();
        List<List<Fit>> fits = new ArrayList<>();
        Set<String> taken = new HashSet<>();
        // The one that moves farthest leads: what follows it then moves less, and loses least.
        for (Mover leader : byTravel) {
            if (taken.contains(leader.id()) || leader.still()) {
                continue;
            }
            List<Mover> group = new ArrayList<>(List.of(leader));
            List<Fit> how = new ArrayList<>();
            for (Mover other : byTravel) {
                if (other != leader && !taken.contains(other.id()) && probes.mayFollow(leader, other)) {
                    Fit fit = fit(leader, other);
                    if (fit != null) {
                        group.add(other);
                        how.add(fit);
                    }
                }
            }
            if (group.size() > 1) {
                group.forEach(m -> taken.add(m.id()));
                groups.add(group);
                fits.add(how);
            }
        }
        List<FitStep> steps = new ArrayList<>();
        for (int g = 0; g < groups.size(); g++) {
            steps.add(step(device, groups.get(g), fits.get(g)));
        }
        steps.sort(Comparator.comparingInt(FitStep::saves).reversed());
        return steps;
    }

    /** How {@code other} follows {@code leader} within its tolerance; null if it does not. */
    static Fit fit(Mover leader, Mover other) {
        if (leader.lane().lock() != other.lane().lock()) {
            return null;
        }
        Parameter parameter = other.parameter();
        double tolerance = tolerance(parameter);
        // Most do not even agree where their points are; only the few that do are looked at everywhere.
        if (strip(breakpoints(leader.envelope(), other.envelope()), parameter, tolerance) == null) {
            return null;
        }
        List<double[]> pairs = pairs(leader.envelope(), other.envelope());
        double[] strip = pairs == null ? null : strip(pairs, parameter, tolerance);
        if (strip == null) {
            return null;
        }
        double a = strip[0];
        double b = strip[1];
        double farthest = 0;
        double normalised = 0;
        for (double[] pair : pairs) {
            double wanted = parameter.settled(pair[1]);
            double reached = parameter.settled(a * pair[0] + b);
            farthest = Math.max(farthest, parameter.distance(wanted, reached));
            normalised = Math.max(normalised, Math.abs(wanted - reached));
        }
        return farthest <= tolerance + 1e-9 ? new Fit(a, b, farthest, normalised) : null;
    }

    static double tolerance(Parameter parameter) {
        return parameter.stepped() ? 0 : parameter.usualTolerance();
    }

    /** Lowest and highest value at which a parameter still counts as standing at {@code wanted}. */
    static double[] room(Parameter parameter, double wanted, double tolerance) {
        if (parameter.stepped()) {
            // Anywhere well within its position is the same position.
            double half = 0.45 / parameter.positions().size();
            return new double[] {wanted - half, wanted + half};
        }
        return new double[] {parameter.lowerBound(wanted, tolerance), parameter.upperBound(wanted, tolerance)};
    }

    /** The slope and start of the line with the most room around it; null if there is no line within the tolerance. */
    private static double[] strip(List<double[]> pairs, Parameter parameter, double tolerance) {
        int n = pairs.size();
        double[] x = new double[n];
        double[] low = new double[n];
        double[] high = new double[n];
        for (int i = 0; i < n; i++) {
            double wanted = parameter.settled(pairs.get(i)[1]);
            x[i] = pairs.get(i)[0];
            double[] room = room(parameter, wanted, tolerance);
            low[i] = room[0];
            high[i] = room[1];
        }
        double a = steepest(x, low, high);
        double[] room = room(a, x, low, high);
        return room[1] < room[0] ? null : new double[] {a, (room[0] + room[1]) / 2};
    }

    /** The slope that leaves the most room for b: the room is concave in the slope. */
    private static double steepest(double[] x, double[] low, double[] high) {
        double from = -STEEPEST;
        double to = STEEPEST;
        for (int i = 0; i < HALVINGS; i++) {
            double one = from + (to - from) / 3;
            double two = to - (to - from) / 3;
            double[] first = room(one, x, low, high);
            double[] second = room(two, x, low, high);
            if (first[1] - first[0] < second[1] - second[0]) {
                from = one;
            } else {
                to = two;
            }
        }
        return (from + to) / 2;
    }

    /** The lowest and highest b for a slope. */
    private static double[] room(double a, double[] x, double[] low, double[] high) {
        double least = Double.NEGATIVE_INFINITY;
        double most = Double.POSITIVE_INFINITY;
        for (int i = 0; i < x.length; i++) {
            least = Math.max(least, low[i] - a * x[i]);
            most = Math.min(most, high[i] - a * x[i]);
        }
        return new double[] {least, most};
    }

    private static SortedSet<Double> times(Envelope one, Envelope two) {
        SortedSet<Double> times = new TreeSet<>();
        one.points().forEach(p -> times.add(p.time()));
        two.points().forEach(p -> times.add(p.time()));
        return times;
    }

    private static List<double[]> breakpoints(Envelope one, Envelope two) {
        List<double[]> pairs = new ArrayList<>();
        for (double time : times(one, two)) {
            pairs.add(new double[] {one.valueAt(time), two.valueAt(time)});
        }
        return pairs;
    }

    /** Values of both at the same times, where they must agree; null if waves make that unsure. */
    private static List<double[]> pairs(Envelope one, Envelope two) {
        List<double[]> pairs = new ArrayList<>();
        Double before = null;
        for (double time : times(one, two)) {
            if (before != null && !between(one, two, before, time, pairs)) {
                return null;
            }
            pairs.add(new double[] {one.valueBefore(time), two.valueBefore(time)});
            pairs.add(new double[] {one.valueAt(time), two.valueAt(time)});
            before = time;
        }
        return pairs;
    }

    private static boolean between(Envelope one, Envelope two, double from, double to, List<double[]> pairs) {
        Shape a = shape(one, from);
        Shape b = shape(two, from);
        boolean sameWay = a.equals(b) && whole(one, from, to) && whole(two, from, to);
        if (a.kind().wave() || b.kind().wave()) {
            return sameWay && a.amount() == b.amount() || moveless(a) && moveless(b);
        }
        boolean straight = flat(a) && flat(b);
        if (sameWay || straight && a.kind() == b.kind() || a.kind() == Shape.Kind.HOLD || b.kind() == Shape.Kind.HOLD) {
            // One function of time moves both, or one stands still while the other goes from end to end.
            return true;
        }
        for (int i = 1; i < CURVED; i++) {
            double at = from + (to - from) * i / CURVED;
            double next = from + (to - from) * (i + 1) / CURVED;
            pairs.add(new double[] {one.valueAt(at), two.valueAt(at)});
            pairs.add(new double[] {one.valueAt(at), two.valueBefore(next)});
            pairs.add(new double[] {one.valueBefore(next), two.valueAt(at)});
        }
        return true;
    }

    private static Shape shape(Envelope envelope, double time) {
        int i = envelope.lastAtOrBefore(time);
        return i < 0 || i + 1 >= envelope.size() ? Shape.HOLD : envelope.shape(i);
    }

    /** True if one way of the envelope goes exactly from {@code from} to {@code to}. */
    private static boolean whole(Envelope envelope, double from, double to) {
        int i = envelope.lastAtOrBefore(from);
        return i >= 0 && i + 1 < envelope.size() && envelope.time(i) == from && envelope.time(i + 1) == to;
    }

    private static boolean flat(Shape shape) {
        return shape.kind() == Shape.Kind.STRAIGHT || shape.kind() == Shape.Kind.HOLD;
    }

    private static boolean moveless(Shape shape) {
        return shape.kind() == Shape.Kind.HOLD;
    }

    private static FitStep step(Device device, List<Mover> group, List<Fit> fits) {
        Mover leader = group.get(0);
        double low = leader.low();
        double high = leader.high();
        List<Seat> seats = new ArrayList<>();
        seats.add(new Seat(leader.id(), Span.straight(low, high)));
        String worst = "nothing";
        double most = 0;
        double normalised = 0;
        for (int i = 0; i < fits.size(); i++) {
            Fit fit = fits.get(i);
            Mover other = group.get(i + 1);
            seats.add(new Seat(other.id(), Span.straight(in(fit.a() * low + fit.b()), in(fit.a() * high + fit.b()))));
            boolean nothing = other.parameter().stepped() || fit.farthestNormalised() < ROUNDING;
            double share = nothing ? 0 : fit.farthest();
            if (share > most) {
                most = share;
                worst = other.parameter().label() + " changes by up to "
                        + other.parameter().printDifference(fit.farthest());
            }
            normalised = Math.max(normalised, fit.farthestNormalised());
        }
        List<String> ids = group.stream().map(Mover::id).toList();
        String leads = leader.parameter().label();
        return new FitStep(
                "join:" + leader.id(),
                FitStep.Kind.JOIN,
                group.size() - 1,
                1 - Sharing.seated(device, ids),
                group.size() + " move alike",
                "one value moves them: " + Names.some(device, ids),
                worst.equals("nothing") ? "nothing; they move as " + leads + " does from now on" : worst,
                normalised,
                ids,
                s -> apply(s, device.id(), seats));
    }

    private static double in(double value) {
        return Math.max(0, Math.min(1, value));
    }

    private static Session apply(Session session, String deviceId, List<Seat> seats) {
        Set<Target> followers = new HashSet<>();
        seats.stream().skip(1).forEach(s -> followers.add(new Target(deviceId, s.parameter())));
        Session joined = Sharing.together(session, deviceId, seats, List.of());
        return joined.withLanes(joined.lanes().stream()
                .filter(l -> !followers.contains(l.target()))
                .toList());
    }
}
