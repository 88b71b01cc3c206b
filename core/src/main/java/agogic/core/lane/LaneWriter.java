package agogic.core.lane;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.parameter.Parameter;
import agogic.core.refine.Ends;
import agogic.core.refine.Recipe;
import agogic.core.refine.Refined;
import agogic.core.refine.Refining;
import agogic.core.ride.Ride;
import agogic.core.route.WriteMode;
import agogic.core.time.LaneTime;
import agogic.core.time.Lock;
import agogic.core.time.TempoMap;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import java.util.function.Function;

/**
 * Writes rides into a lane, with exact edges: outside the stretch nothing changes. A recipe can be changed later; then
 * what was under the stretch comes back first and the ride is written anew. Later stretches stay on top.
 */
public final class LaneWriter {
    /** A line of the metre farther from the hand than this, a sixteenth note, draws no start or end to it. In beats. */
    private static final double CAPTURE = 0.25;

    /** A beginning that is put later is made up within so many times the way it is put. */
    private static final double DRAWN = 4;

    private final Parameter parameter;
    private final Timeline timeline;
    private final Lock lock;
    private final DoubleUnaryOperator beneath;

    /** Writes into lanes of this parameter, whose times are locked so. */
    public LaneWriter(Parameter parameter, Timeline timeline, Lock lock) {
        this(parameter, timeline, lock, null);
    }

    /**
     * Writes into a layer that does not say something everywhere.
     *
     * @param beneath what is heard at a moment in seconds, where the layer says nothing; null if it always does
     */
    public LaneWriter(Parameter parameter, Timeline timeline, Lock lock, DoubleUnaryOperator beneath) {
        this.parameter = parameter;
        this.timeline = timeline;
        this.lock = lock;
        this.beneath = beneath;
    }

    /** The lane with {@code ride} written on top, as the stretch asks. */
    public Lane write(Lane lane, Ride ride, Stretch asked) {
        Edges edges = edges(asked);
        Envelope under = Beneath.part(lane.envelope(), edges.from, edges.to);
        List<Point> inner = inner(ride, asked, edges, lane.envelope(), List.of());
        Envelope written = lane.envelope().splice(edges.from, edges.to, Envelope.of(inner), parameter.resting());
        List<Stretch> stretches = new ArrayList<>(lane.stretches());
        stretches.add(asked.lying(edges.from, edges.to, under));
        return lane.with(written, stretches);
    }

    /**
     * The lane with {@code ride} on top as it was ridden, move by move; its envelope is still to be made. It takes no longer
     * than looking at each move once.
     */
    public Lane ridden(Lane lane, Ride ride, Stretch asked) {
        Edges edges = edges(asked);
        Envelope under = Beneath.part(lane.envelope(), edges.from, edges.to);
        List<Point> inner = moves(drawn(ride, asked, edges), asked, edges);
        eased(inner, asked, edges, lane.envelope());
        Envelope written = lane.envelope().splice(edges.from, edges.to, Envelope.of(inner), parameter.resting());
        List<Stretch> stretches = new ArrayList<>(lane.stretches());
        stretches.add(asked.lying(edges.from, edges.to, under).due(true));
        return lane.with(written, stretches);
    }

    /**
     * The lane with another recipe for stretch {@code index}; its envelope is as it was, and is still to be made.
     *
     * @throws IndexOutOfBoundsException if there is no such stretch
     */
    public Lane later(Lane lane, int index, Recipe recipe) {
        List<Stretch> all = new ArrayList<>(lane.stretches());
        all.set(index, all.get(index).by(recipe).due(true));
        return lane.with(lane.envelope(), all);
    }

    private List<Point> moves(Ride ride, Stretch stretch, Edges edges) {
        LaneTime time = stretch.time(timeline, lock);
        double shift = stretch.recipe().shift();
        List<Point> moves = new ArrayList<>();
        double first = lastPlace(ride, time.seconds(edges.from) + shift);
        moves.add(new Point(edges.from, value(stretch, first), Shape.HOLD));
        for (int i = 0; i < ride.size(); i++) {
            double at = time.laneTime(ride.seconds(i) - shift);
            if (at > edges.from && at < edges.release) {
                moves.add(new Point(at, value(stretch, ride.counted(i)), Shape.HOLD));
            }
        }
        if (edges.release > edges.from) {
            double last = lastPlace(ride, time.seconds(edges.release) + shift);
            moves.add(new Point(edges.release, value(stretch, last)));
        }
        return moves;
    }

    private double value(Stretch stretch, double place) {
        return parameter.settled(stretch.span().apply(place));
    }

    /**
     * The lane with stretch {@code index} written anew by another recipe. Points set by hand in it stay.
     *
     * @param rides finds a ride by its id
     */
    public Lane rewrite(Lane lane, int index, Recipe recipe, Function<String, Ride> rides) {
        return rewrite(lane, index, lane.stretches().get(index).by(recipe), false, rides);
    }

    /** The lane with stretch {@code index} written anew as {@code changed} says: another recipe, another span. */
    public Lane rewrite(Lane lane, int index, Stretch changed, Function<String, Ride> rides) {
        return rewrite(lane, index, changed, false, rides);
    }

    /**
     * The lane with stretch {@code index} on top of all that share time with it.
     *
     * @param rides finds a ride by its id
     */
    public Lane raise(Lane lane, int index, Function<String, Ride> rides) {
        return rewrite(lane, index, lane.stretches().get(index), true, rides);
    }

    private Lane rewrite(Lane lane, int index, Stretch changed, boolean toTop, Function<String, Ride> rides) {
        // Those on top that share time with it are lifted, and those on top of these, and put back in their order, or
        // it comes
        // last.
        List<Stretch> all = lane.stretches();
        Envelope envelope = lane.envelope();
        List<Integer> lifted = new ArrayList<>(List.of(index));
        Edges asked = edges(changed);
        for (int i = index + 1; i < all.size(); i++) {
            boolean meets =
                    all.get(i).from() < asked.to && asked.from < all.get(i).to();
            if (meets || touchesAny(all, lifted, i)) {
                lifted.add(i);
            }
        }
        List<List<Point>> pins = new ArrayList<>();
        for (int k = lifted.size() - 1; k >= 0; k--) {
            Stretch stretch = all.get(lifted.get(k));
            pins.add(0, pins(envelope, stretch));
            envelope = Beneath.restored(envelope, stretch, parameter.resting());
        }
        List<Integer> places = List.copyOf(lifted);
        if (toTop) {
            lifted.add(lifted.remove(0));
            pins.add(pins.remove(0));
        }
        List<Stretch> stretches = new ArrayList<>(all);
        Envelope beside = envelope.isEmpty() ? outside(lane.envelope(), all, lifted, envelope) : envelope;
        for (int k = 0; k < lifted.size(); k++) {
            int i = lifted.get(k);
            Stretch stretch = i == index ? changed : all.get(i);
            Edges edges = edges(stretch);
            Envelope under = Beneath.part(envelope, edges.from, edges.to);
            List<Point> kept = pins.get(k).stream()
                    .filter(p -> p.time() > edges.from && p.time() < edges.release)
                    .toList();
            Envelope written = Envelope.of(inner(rides.apply(stretch.ride()), stretch, edges, beside, kept));
            Envelope over = envelope.splice(edges.from, edges.to, written, parameter.resting());
            beside = beside == envelope ? over : beside.splice(edges.from, edges.to, written, parameter.resting());
            envelope = over;
            stretches.set(
                    places.get(k), stretch.lying(edges.from, edges.to, under).due(false));
        }
        return lane.with(beside, stretches);
    }

    /** What a lane with nothing but these stretches says before and after them; {@code bare} if it rests there. */
    private Envelope outside(Envelope whole, List<Stretch> all, List<Integer> lifted, Envelope bare) {
        double from = lifted.stream().mapToDouble(i -> all.get(i).from()).min().orElse(0);
        double to = lifted.stream().mapToDouble(i -> all.get(i).to()).max().orElse(0);
        double rests = parameter.resting();
        if (whole.isEmpty() || to <= from || whole.valueBefore(from) == rests && whole.valueAt(to) == rests) {
            return bare;
        }
        return Envelope.of(new Point(from, whole.valueBefore(from), Shape.HOLD), new Point(to, whole.valueAt(to)));
    }

    private static boolean touchesAny(List<Stretch> all, List<Integer> lifted, int i) {
        return lifted.stream().anyMatch(other -> all.get(i).overlaps(all.get(other)));
    }

    /** What the ride of a stretch comes to, with its distances: for those who look at it. */
    public Refined look(Lane lane, Stretch stretch, Ride ride) {
        Edges edges = edges(stretch);
        Refined refined = refining(stretch)
                .refine(
                        drawn(ride, stretch, edges),
                        stretch.recipe(),
                        edges.from,
                        edges.release,
                        kept(lane, stretch, edges),
                        ends(ride, stretch));
        return heard(lane, stretch, edges, refined);
    }

    /** As {@link #look}, if that was made a while ago: then it takes no time. */
    public Optional<Refined> known(Lane lane, Stretch stretch, Ride ride) {
        Edges edges = edges(stretch);
        return refining(stretch)
                .known(
                        drawn(ride, stretch, edges),
                        stretch.recipe(),
                        edges.from,
                        edges.release,
                        kept(lane, stretch, edges),
                        ends(ride, stretch))
                .map(refined -> heard(lane, stretch, edges, refined));
    }

    private static List<Point> kept(Lane lane, Stretch stretch, Edges edges) {
        return pins(lane.envelope(), stretch).stream()
                .filter(p -> p.time() > edges.from && p.time() < edges.release)
                .toList();
    }

    /** With the points that the lane has there, where some were set by hand, or a way was, and nothing lies over it. */
    private Refined heard(Lane lane, Stretch stretch, Edges edges, Refined refined) {
        List<Stretch> all = lane.stretches();
        boolean covered =
                all.subList(all.indexOf(stretch) + 1, all.size()).stream().anyMatch(stretch::overlaps);
        if (covered || lane.envelope().isEmpty() || parameter.stepped() || edges.release <= edges.from) {
            return refined;
        }
        double end = Math.nextDown(edges.release);
        Envelope heard = lane.envelope().from(edges.from).until(end);
        boolean same = true;
        for (int i = 0; i < heard.size(); i++) {
            double time = heard.time(i);
            same &= refined.envelope().lastAtOrBefore(time) >= 0
                    && Math.abs(refined.envelope().valueAt(time) - heard.valueAt(time)) < 1e-9;
        }
        for (int i = 0; same && i + 1 < heard.size(); i++) {
            double middle = (heard.time(i) + heard.time(i + 1)) / 2;
            same = Math.abs(refined.envelope().valueAt(middle) - heard.valueAt(middle)) < 1e-9;
        }
        return same ? refined : refined.drawn(heard, parameter::distance);
    }

    /** The ride with its beginning drawn together, where it is put on a line after the hand's start: no move is lost. */
    private Ride drawn(Ride ride, Stretch stretch, Edges edges) {
        double shift = stretch.recipe().shift();
        double own = Math.max(stretch.passFrom() + shift, stretch.handFrom());
        double line = stretch.time(timeline, lock).seconds(edges.from) + shift;
        double until = Math.min(own + DRAWN * (line - own), Math.max(own, stretch.handTo()));
        if (stretch.mode() == WriteMode.WRITE || line <= own + 1e-9 || until <= line) {
            return ride;
        }
        double[] seconds = ride.times();
        for (int i = 0; i < seconds.length; i++) {
            if (seconds[i] >= own && seconds[i] < until) {
                seconds[i] = line + (seconds[i] - own) * (until - line) / (until - own);
            }
        }
        double[] places = ride.countedPlaces();
        return new Ride(
                ride.id(),
                ride.hand(),
                ride.resolution(),
                ride.from(),
                ride.to(),
                seconds,
                places,
                places,
                ride.pass());
    }

    private Refining refining(Stretch stretch) {
        return new Refining(parameter, stretch.span(), stretch.time(timeline, lock));
    }

    private List<Point> inner(Ride ride, Stretch stretch, Edges edges, Envelope old, List<Point> pins) {
        List<Point> inner = new ArrayList<>();
        if (edges.release > edges.from) {
            Ends ends = ends(ride, stretch);
            Refined refined = refining(stretch)
                    .refine(drawn(ride, stretch, edges), stretch.recipe(), edges.from, edges.release, pins, ends);
            inner.addAll(refined.envelope().points());
        } else {
            double seconds = stretch.time(timeline, lock).seconds(edges.from);
            double place = lastPlace(ride, seconds + stretch.recipe().shift());
            inner.add(new Point(edges.from, value(stretch, place)));
        }
        eased(inner, stretch, edges, old);
        return inner;
    }

    /** What was told just when all is written, from the first move to the last. */
    private Ends ends(Ride ride, Stretch stretch) {
        boolean whole = stretch.mode() == WriteMode.WRITE && stretch.recipe().shift() == 0;
        int last = ride.size() - 1;
        return new Ends(
                whole && ride.seconds(0) == stretch.passFrom() ? value(stretch, ride.counted(0)) : Double.NaN,
                whole && ride.seconds(last) == stretch.passTo() ? value(stretch, ride.counted(last)) : Double.NaN);
    }

    /** The way back to what is there, after a hand that let go. */
    private void eased(List<Point> inner, Stretch stretch, Edges edges, Envelope old) {
        if (edges.to > edges.release) {
            double there = beneath != null
                    ? beneath.applyAsDouble(stretch.time(timeline, lock).seconds(edges.to))
                    : old.isEmpty() ? parameter.resting() : old.valueAt(edges.to);
            inner.add(new Point(edges.to, there));
        }
    }

    private static double lastPlace(Ride ride, double seconds) {
        double place = ride.counted(0);
        for (int i = 0; i < ride.size() && ride.seconds(i) <= seconds; i++) {
            place = ride.counted(i);
        }
        return place;
    }

    /** The points set by hand, each with the way to the next if that is set by hand too: else straight. */
    private static List<Point> pins(Envelope envelope, Stretch stretch) {
        List<Point> pins = new ArrayList<>();
        for (int i = 0; i < envelope.size(); i++) {
            double time = envelope.time(i);
            if (envelope.pinned(i) && time > stretch.from() && time < stretch.to()) {
                boolean both = i + 1 < envelope.size() && envelope.pinned(i + 1);
                pins.add(both ? envelope.point(i) : envelope.point(i).with(Shape.STRAIGHT));
            }
        }
        return pins;
    }

    private record Edges(double from, double release, double to) {}

    /** Where a stretch begins, where the hand lets go, and where it ends, in lane time. */
    private Edges edges(Stretch stretch) {
        Recipe recipe = stretch.recipe();
        LaneTime time = stretch.time(timeline, lock);
        double first = time.laneTime(stretch.passFrom());
        double last = time.laneTime(stretch.passTo());
        boolean whole = stretch.mode() == WriteMode.WRITE;
        boolean toEnd = stretch.mode() != WriteMode.TOUCH || stretch.handTo() >= stretch.passTo();
        double start = Math.max(stretch.passFrom(), stretch.handFrom() - recipe.shift());
        boolean there = stretch.handFrom() <= stretch.passFrom();
        double from = whole || there ? first : anchored(start, recipe.startOn(), stretch);
        double let = Math.max(stretch.passFrom(), stretch.handTo() - recipe.shift());
        double release = toEnd ? last : Math.max(from, anchored(let, recipe.endOn(), stretch));
        double end = release;
        if (!toEnd && !parameter.stepped()) {
            double eased = time.seconds(release) + recipe.easeBack();
            end = Math.max(release, Math.min(last, time.laneTime(eased)));
        }
        return new Edges(from, release, end);
    }

    /** Lane time of {@code seconds}, drawn to the line of the metre if one is near and inside the pass. */
    private double anchored(double seconds, Recipe.Anchor anchor, Stretch stretch) {
        LaneTime time = stretch.time(timeline, lock);
        double first = time.laneTime(stretch.passFrom());
        double last = time.laneTime(stretch.passTo());
        double own = Math.max(first, Math.min(last, time.laneTime(seconds)));
        if (anchor == Recipe.Anchor.NONE) {
            return own;
        }
        TempoMap tempo = stretch.frame().map(Frame::tempo).orElse(timeline.tempo());
        double beat = tempo.beatAt(seconds);
        double line = anchor == Recipe.Anchor.BAR
                ? timeline.metre().nearestBarLine(beat)
                : timeline.metre().nearestBeat(beat);
        double there = stretch.frame().isPresent()
                ? stretch.frame().get().ofBeat(line)
                : lock == Lock.BEATS ? line : tempo.secondsAt(line);
        return Math.abs(line - beat) <= CAPTURE && there >= first - 1e-9 && there <= last + 1e-9
                ? Math.max(first, Math.min(last, there))
                : own;
    }
}
