package agogic.core.refine;

import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.refine.tube.Tube;
import agogic.core.refine.ways.PlaceSearch;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;

/** Fits a hand piece by piece: level on its rests, through points set by hand, and the fewest ways between. */
final class RestsAndReaches {
    /** Where a rest cannot begin with its cell, it begins so much later, as a part of it. */
    private static final double LATER = 0.04;

    /** Where on a rest that is none two reaches may meet. */
    private static final double[] MEETINGS = {-0.3, 0, 0.25, 0.5, 0.75, 1, 1.3};

    /** A piece of so many points is worked out with all that the machine has. */
    private static final int LONG = 20_000;

    private final boolean shaped;
    private final List<Point> points = new ArrayList<>();
    private final List<Tube> tubes = new ArrayList<>();
    private final List<Rest> level = new ArrayList<>();
    /** Where reaches of this piece meet without a rest. */
    private final List<double[]> meetings = new ArrayList<>();

    private int straight;

    RestsAndReaches(boolean shaped) {
        this.shaped = shaped;
    }

    List<Point> points() {
        return points;
    }

    /** The fewest straight points with the same rests. */
    int straight() {
        return straight;
    }

    List<Tube> tubes() {
        return tubes;
    }

    /** Where it is level. */
    List<Rest> rests() {
        return level;
    }

    /** A time at which a value is given, whether it is level from there on, and what way was set there by hand: null if none. */
    private record Stop(
            double time, double value, boolean levelAfter, boolean levelBefore, boolean pinned, Shape way) {}

    /** Whether a way that was set by hand lies over a part of a rest. */
    private static boolean drawnOver(Rest rest, List<Point> pins) {
        for (int i = 0; i + 1 < pins.size(); i++) {
            boolean drawn = way(pins.get(i)) != null;
            if (drawn && pins.get(i).time() < rest.to() && pins.get(i + 1).time() > rest.from()) {
                return true;
            }
        }
        return false;
    }

    private static Shape way(Point pin) {
        return pin.shape().kind() == Shape.Kind.STRAIGHT ? null : pin.shape();
    }

    /**
     * The next piece; between it and the one before it jumps.
     *
     * @param pins set by hand in there, in time order; a way of theirs that is not straight leads to the next as it is
     */
    void piece(Tube open, List<Rest> rests, List<Point> pins, double steady) {
        int before = level.size();
        List<Stop> stops = new ArrayList<>();
        for (Point pin : pins) {
            stops.add(new Stop(pin.time(), pin.value(), false, false, true, way(pin)));
        }
        meetings.clear();
        for (int r = 0; r < rests.size(); r++) {
            Rest rest = rests.get(r);
            if (rest.brief()) {
                double length = rest.late() - rest.early();
                for (double part : MEETINGS) {
                    meetings.add(new double[] {rest.early() + part * length, rest.value()});
                }
                continue;
            }
            double earliest =
                    level.size() > before ? level.get(level.size() - 1).to() : open.times[0];
            double latest = r + 1 < rests.size() ? rests.get(r + 1).from() : open.times[open.size() - 1];
            boolean free = !drawnOver(rest, pins)
                    && pins.stream().noneMatch(p -> p.time() >= rest.early() && p.time() <= rest.late());
            Rest lies = free ? lying(open, rest, earliest, latest) : null;
            if (lies != null) {
                stops.add(new Stop(lies.from(), lies.value(), true, false, false, null));
                stops.add(new Stop(lies.to(), lies.value(), false, true, false, null));
                level.add(lies);
            }
        }
        meetings.sort((a, b) -> Double.compare(a[0], b[0]));
        Tube tube = open.with(level.subList(before, level.size()).stream()
                .flatMapToDouble(rest -> DoubleStream.of(rest.from(), rest.to()))
                .toArray());
        stops.sort((a, b) -> Double.compare(a.time(), b.time()));
        tubes.add(tube);
        straight++;
        List<Between> all = between(tube, stops);
        IntStream order = IntStream.range(0, all.size());
        List<ShapedFit.Fitted> fits = (tube.size() > LONG ? order.parallel() : order)
                .mapToObj(i -> all.get(i).fits() ? fit(tube, all.get(i), steady) : null)
                .toList();
        int first = points.size();
        for (int i = 0; i < all.size(); i++) {
            Between one = all.get(i);
            Stop from = one.from();
            Stop to = one.to();
            straight += from != null && to != null && (one.lies() || one.drawn()) ? 1 : 0;
            if (one.drawn()) {
                int end = points.size() - 1;
                points.set(end, points.get(end).with(from.way()));
            }
            if (one.fits()) {
                add(first, from, fits.get(i));
            } else if (to != null) {
                add(first, new Point(to.time(), to.value()));
            } else if (one.lies()) {
                points.remove(points.size() - 1);
                points.add(new Point(tube.times[one.end()], from.value()));
            }
            if (to != null && to.pinned()) {
                int end = points.size() - 1;
                points.set(end, points.get(end).pinned(true));
            }
        }
    }

    /**
     * What lies between two stops, or an end of the piece: it is level, or a way that was drawn by hand, or to be fitted.
     *
     * @param from null at the beginning of the piece
     * @param to null at its end
     */
    private record Between(int start, int end, Stop from, Stop to, boolean lies, boolean drawn) {
        boolean fits() {
            return !lies && !drawn && (start < end || from == null && to == null);
        }
    }

    private static List<Between> between(Tube tube, List<Stop> stops) {
        List<Between> all = new ArrayList<>();
        int start = 0;
        Stop last = null;
        for (Stop stop : stops) {
            int at = Arrays.binarySearch(tube.times, stop.time());
            boolean lies = last != null && last.levelAfter();
            boolean drawn = last != null && last.way() != null && stop.pinned();
            all.add(new Between(start, at, last, stop, lies, drawn));
            start = at;
            last = stop;
        }
        int end = tube.size() - 1;
        boolean lies = last != null
                && last.levelBefore()
                && start < end
                && tube.holdsStraight(last.time(), last.value(), tube.times[end], last.value());
        all.add(new Between(start, end, last, null, lies, false));
        return all;
    }

    private void add(int first, Point point) {
        if (points.size() > first && points.get(points.size() - 1).time() >= point.time()) {
            points.remove(points.size() - 1);
        }
        points.add(point);
    }

    private ShapedFit.Fitted fit(Tube tube, Between one, double steady) {
        Tube slice = tube.slice(one.start(), one.end());
        if (one.from() != null) {
            slice = slice.through(0, one.from().value());
        }
        if (one.to() != null) {
            slice = slice.through(slice.size() - 1, one.to().value());
        }
        boolean levelBefore = one.from() != null && one.from().levelBefore();
        boolean levelAfter = one.to() != null && one.to().levelAfter();
        List<double[]> meet = PlaceSearch.Surroundings.within(meetings, slice.times[0], slice.times[slice.size() - 1]);
        PlaceSearch.Surroundings about = new PlaceSearch.Surroundings(levelBefore, levelAfter, meet);
        return ShapedFit.fit(slice, shaped, steady, about);
    }

    private void add(int first, Stop from, ShapedFit.Fitted fitted) {
        boolean levelBefore = from != null && from.levelBefore();
        if (levelBefore && points.size() > first && fitted.points().get(0).time() > from.time()) {
            // The level goes on up to where the first way begins.
            points.remove(points.size() - 1);
        }
        straight += fitted.straight();
        boolean pinned = points.size() > first && points.get(points.size() - 1).pinned();
        boolean joins = true;
        for (Point point : fitted.points()) {
            add(first, joins ? point.pinned(pinned) : point);
            joins = false;
        }
    }

    /** The rest where it can be level inside the tube, as far as it reaches; null if it cannot. */
    private static Rest lying(Tube tube, Rest rest, double earliest, double latest) {
        double early = rest.early() > earliest ? rest.early() : rest.from();
        double late = rest.late() < latest ? rest.late() : rest.to();
        double[][] tries = {{early, late}, {early, rest.to()}, {rest.from(), late}, {rest.from(), rest.to()}};
        for (double[] one : tries) {
            for (double value : new double[] {rest.value(), rest.border()}) {
                if (one[0] >= earliest && tube.holdsStraight(one[0], value, one[1], value)) {
                    return rest.between(one[0], one[1], value);
                }
            }
        }
        double shorter = (rest.to() - rest.from()) * LATER;
        boolean begins = rest.from() <= tube.times[0];
        boolean ends = rest.to() >= tube.times[tube.size() - 1];
        double from = begins ? rest.from() : rest.from() + shorter;
        double to = ends ? rest.to() : rest.to() - shorter;
        for (double value : new double[] {rest.value(), rest.border()}) {
            if (to > from && from >= earliest && tube.holdsStraight(from, value, to, value)) {
                return rest.between(from, to, value);
            }
        }
        return null;
    }
}
