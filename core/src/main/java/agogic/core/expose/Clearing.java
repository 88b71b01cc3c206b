package agogic.core.expose;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.envelope.Ties;
import agogic.core.lane.Extent;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.Stretch;
import agogic.core.route.Hand;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.Version;
import agogic.core.text.Text;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;

/**
 * Deleting completely: what lanes have, all of it or a range, or what one control did. All that goes is listed before, and
 * afterwards nothing of it is left in the session.
 *
 * @param session afterwards
 * @param parts what goes, each in words such as {@code 14 points}; empty if nothing does
 */
public record Clearing(Session session, List<String> parts) {
    /** Copies its lists, so that nobody changes them later. */
    public Clearing {
        parts = List.copyOf(parts);
    }

    /** Whole lanes: points, layers, takes, rides that wrote nothing else, versions, parts that are a pattern's. */
    public static Clearing lanes(Session session, Predicate<Target> gone) {
        Predicate<Target> open = gone.and(t -> !session.lane(t).guarded());
        Session after = Traces.without(session, open);
        return new Clearing(after, told(session, after, open));
    }

    /** All that moves the parameters of one device. */
    public static Clearing device(Session session, String device) {
        return lanes(session, t -> t.device().equals(device));
    }

    /**
     * A range of the timeline layers of lanes: takes that lie in it go with their rides, others are points from now
     * on; just before and after it everything stays as it is.
     *
     * @param from in beats of the piece
     * @param to in beats of the piece, above {@code from}
     * @throws IllegalArgumentException in words for people if the range has no length
     */
    public static Clearing range(Session session, List<Target> targets, double from, double to) {
        if (!(to > from)) {
            throw new IllegalArgumentException("The range ends before it begins.");
        }
        Session after = session;
        for (Target target : targets) {
            Lane lane = after.lane(target);
            if (lane.guarded()) {
                continue;
            }
            for (int i = 0; i < lane.layers().size(); i++) {
                Layer layer = lane.layer(i);
                if (!layer.inClip() && !layer.envelope().isEmpty()) {
                    double begin = after.timeline().laneTimeOfBeat(layer.lock(), from);
                    double end = after.timeline().laneTimeOfBeat(layer.lock(), to);
                    lane = lane.with(i, less(layer, begin, end, after.timeline()));
                }
            }
            after = after.with(lane);
        }
        after = after.withoutRides(orphans(session, after));
        return new Clearing(after, told(session, after, targets::contains));
    }

    private static Layer less(Layer layer, double from, double to, Timeline timeline) {
        Envelope envelope = layer.envelope();
        List<Stretch> left = layer.outside(from, to, timeline);
        boolean before = envelope.time(0) < from;
        boolean after = envelope.time(envelope.size() - 1) > to;
        if (!before && !after) {
            return layer.with(Envelope.EMPTY, left).drawn(cut(layer.drawn(), from, to));
        }
        // Outside of the range all is as it was: held up to its end, then what comes there.
        List<Point> points = new ArrayList<>();
        if (before) {
            points.addAll(envelope.until(from).points());
            int last = points.size() - 1;
            points.set(last, points.get(last).with(Shape.HOLD));
        }
        if (after) {
            points.addAll(envelope.from(to).points());
        }
        return layer.with(Ties.sorted(Envelope.of(points)), left);
    }

    private static List<Extent> cut(List<Extent> drawn, double from, double to) {
        return drawn.stream().filter(e -> e.to() <= from || e.from() >= to).toList();
    }

    /** Rides that wrote something before, and write nothing any more. */
    private static Set<String> orphans(Session before, Session after) {
        Set<String> written = new HashSet<>();
        before.lanes().forEach(l -> l.allStretches().forEach(s -> written.add(s.ride())));
        after.lanes().forEach(l -> l.allStretches().forEach(s -> written.remove(s.ride())));
        after.versions().forEach(v -> v.lane().ifPresent(l -> l.allStretches().forEach(s -> written.remove(s.ride()))));
        return written;
    }

    /** What one control did: its routes, its rides, the snapshots it starts; what it wrote stays, as points. */
    public static Clearing control(Session session, Hand hand) {
        Set<String> rides = new LinkedHashSet<>();
        session.rides().stream().filter(r -> r.hand().sameControl(hand)).forEach(r -> rides.add(r.id()));
        List<Lane> lanes = session.lanes().stream().map(l -> unridden(l, rides)).toList();
        Session less = session.withLanes(lanes)
                .withVersions(session.versions().stream()
                        .map(v -> v.lane().isPresent()
                                ? Version.of(v.name(), unridden(v.lane().get(), rides))
                                : Version.of(
                                        v.name(),
                                        control(v.whole().orElseThrow(), hand).session()))
                        .toList())
                .withoutRides(rides)
                .withRoutes(session.routes().stream()
                        .filter(r -> r.hand().filter(hand::sameControl).isEmpty())
                        .toList());
        Session after = less.withSets(less.sets().stream()
                .map(set -> set.with(set.snapshots().stream()
                        .map(s -> s.on(s.pad().filter(p -> !hand.sameControl(p))))
                        .toList()))
                .toList());
        List<String> parts = told(session, after, t -> false);
        int takes = takes(session, t -> true) - takes(after, t -> true);
        if (takes > 0) {
            parts.add("the points of " + Text.counted(takes, "take") + " stay, as points");
        }
        return new Clearing(after, parts);
    }

    private static Lane unridden(Lane lane, Set<String> rides) {
        Lane one = lane;
        for (int i = 0; i < lane.layers().size(); i++) {
            Layer layer = lane.layer(i);
            if (layer.stretches().stream().anyMatch(s -> rides.contains(s.ride()))) {
                List<Extent> drawn = new ArrayList<>(layer.drawn());
                layer.stretches().stream()
                        .filter(s -> rides.contains(s.ride()) && layer.inClip() && !layer.offset() && s.to() > s.from())
                        .forEach(s -> drawn.add(new Extent(s.from(), s.to())));
                Layer less = layer.with(
                        layer.envelope(),
                        layer.stretches().stream()
                                .filter(s -> !rides.contains(s.ride()))
                                .toList());
                one = one.with(i, less.drawn(drawn));
            }
        }
        return one;
    }

    private static int takes(Session session, Predicate<Target> of) {
        return session.lanes().stream()
                .filter(l -> of.test(l.target()))
                .mapToInt(l -> l.allStretches().size())
                .sum();
    }

    private static int points(Session session, Predicate<Target> of) {
        return session.lanes().stream()
                .filter(l -> of.test(l.target()))
                .mapToInt(Lane::points)
                .sum();
    }

    private static int layers(Session session, boolean clips) {
        return (int) session.lanes().stream()
                .flatMap(l -> l.layers().stream().skip(clips ? 0 : 1))
                .filter(l -> l.inClip() == clips)
                .count();
    }

    private static int placed(Session session) {
        return (int) session.lanes().stream()
                .flatMap(l -> l.layers().stream())
                .mapToLong(l -> l.placed().size())
                .sum();
    }

    private static int pads(Session session) {
        return (int) session.sets().stream()
                .flatMap(s -> s.snapshots().stream())
                .filter(s -> s.pad().isPresent())
                .count();
    }

    private static List<String> told(Session before, Session after, Predicate<Target> of) {
        List<String> parts = new ArrayList<>();
        Removing.count(parts, points(before, of) - points(after, of), "point");
        Removing.count(parts, takes(before, of) - takes(after, of), "take");
        Removing.count(
                parts, layers(before, false) - layers(after, false), "layer of the timeline", "layers of the timeline");
        Removing.count(parts, layers(before, true) - layers(after, true), "part of a clip", "parts of clips");
        Removing.count(parts, before.rides().size() - after.rides().size(), "ride");
        Removing.count(parts, placed(before) - placed(after), "place of a pattern", "places of patterns");
        Removing.count(parts, before.versions().size() - after.versions().size(), "version");
        Removing.count(parts, before.routes().size() - after.routes().size(), "route");
        Removing.count(parts, pads(before) - pads(after), "pad of a snapshot", "pads of snapshots");
        return parts;
    }

    /** True if nothing goes. */
    public boolean nothing() {
        return parts.isEmpty();
    }

    /** What goes, in words. */
    public String inWords() {
        return String.join(", ", parts);
    }
}
