package agogic.core.edit.points;

import agogic.core.edit.layer.Layers;
import agogic.core.envelope.Envelope;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.Placed;
import agogic.core.parameter.Parameter;
import agogic.core.pattern.Baking;
import agogic.core.pattern.Pattern;
import agogic.core.pattern.Rate;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.Writable;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/** Patterns of a session: kept, placed over ranges, and changed wherever they are placed. */
public final class Patterns {
    private Patterns() {}

    /** The pattern with this name, capitals or not. */
    public static Optional<Pattern> find(Session session, String name) {
        return session.patterns().stream()
                .filter(p -> p.name().equalsIgnoreCase(name.strip()))
                .findFirst();
    }

    /** A name that no pattern has yet, like {@code name}. */
    public static String freshName(Session session, String name) {
        String fresh = name;
        for (int n = 2; find(session, fresh).isPresent(); n++) {
            fresh = name + " " + n;
        }
        return fresh;
    }

    /**
     * With this pattern, in the place of the one with its name if there is one: wherever that is placed, the points
     * are those of the new one.
     *
     * @throws IllegalArgumentException in words for people if a lane where it is placed is protected, or could not
     *     take its points
     */
    public static Session keep(Session session, Pattern pattern) {
        Optional<Pattern> old = find(session, pattern.name());
        if (old.isEmpty()) {
            List<Pattern> all = new ArrayList<>(session.patterns());
            all.add(pattern);
            return session.withPatterns(all);
        }
        return changed(session, old.get().name(), pattern.named(old.get().name()));
    }

    /**
     * With another name.
     *
     * @throws IllegalArgumentException in words for people if there is no such pattern, or the other name is taken
     */
    public static Session rename(Session session, String name, String newName) {
        if (find(session, newName).filter(p -> !p.name().equals(name)).isPresent()) {
            throw new IllegalArgumentException("There is a pattern with the name " + newName + " already.");
        }
        Pattern pattern = find(session, name).orElseThrow(() -> unknown(session, name));
        return changed(session, pattern.name(), pattern.named(newName));
    }

    private static Session changed(Session session, String name, Pattern pattern) {
        List<Pattern> all = session.patterns().stream()
                .map(p -> p.name().equals(name) ? pattern : p)
                .toList();
        List<Lane> lanes = new ArrayList<>();
        for (Lane lane : session.lanes()) {
            Lane one = lane;
            for (int i = 0; i < lane.layers().size(); i++) {
                Layer layer = lane.layer(i);
                if (layer.placed().stream().noneMatch(p -> p.pattern().equals(name))) {
                    continue;
                }
                for (Placed placed : layer.placed()) {
                    if (placed.pattern().equals(name)) {
                        layer = written(session, lane.target(), layer, pattern, placed.named(pattern.name()));
                    }
                }
                List<Placed> renamed = layer.placed().stream()
                        .filter(p -> !p.pattern().equals(name) || p.pattern().equals(pattern.name()))
                        .toList();
                if (!layer.envelope().equals(lane.layer(i).envelope())) {
                    Writable.lane(session, lane.target());
                }
                one = one.with(i, layer.placed(renamed));
            }
            lanes.add(one);
        }
        return unplaced(session).withPatterns(all).withLanes(lanes);
    }

    /** Without placements for a moment: lanes and patterns are changed one after the other. */
    private static Session unplaced(Session session) {
        return mapped(session, placed -> List.of());
    }

    private static Session mapped(Session session, UnaryOperator<List<Placed>> change) {
        List<Lane> lanes = new ArrayList<>();
        for (Lane lane : session.lanes()) {
            Lane one = lane;
            for (int i = 0; i < lane.layers().size(); i++) {
                Layer layer = lane.layer(i);
                one = layer.placed().isEmpty() ? one : one.with(i, layer.placed(change.apply(layer.placed())));
            }
            lanes.add(one);
        }
        return session.withLanes(lanes);
    }

    /**
     * Without a pattern; where it is placed its points stay, as points.
     *
     * @throws IllegalArgumentException in words for people if there is no such pattern
     */
    public static Session remove(Session session, String name) {
        Pattern gone = find(session, name).orElseThrow(() -> unknown(session, name));
        return mapped(session, all -> all.stream()
                        .filter(p -> !p.pattern().equals(gone.name()))
                        .toList())
                .withPatterns(session.patterns().stream().filter(p -> p != gone).toList());
    }

    /** In how many places the points of lanes are a pattern's. */
    public static int places(Session session, String name) {
        return (int) session.lanes().stream()
                .flatMap(l -> l.layers().stream())
                .flatMap(l -> l.placed().stream())
                .filter(p -> p.pattern().equals(name))
                .count();
    }

    static IllegalArgumentException unknown(Session session, String name) {
        List<String> names = session.patterns().stream().map(Pattern::name).toList();
        return new IllegalArgumentException("There is no pattern “" + name + "”. "
                + (names.isEmpty() ? "Make one first." : "There are: " + String.join(", ", names) + "."));
    }

    /**
     * With a pattern of the session placed over a range of lanes, each further lane later in the cycle by its rotation.
     *
     * @param layer the layer of each lane
     * @param from in beats of the piece, or of the content of a clip
     * @throws IllegalArgumentException in words for people if that cannot be
     */
    public static Session place(Session session, List<Target> targets, int layer, String name, double from, double to) {
        Pattern pattern = find(session, name).orElseThrow(() -> unknown(session, name));
        Session after = session;
        for (int i = 0; i < targets.size(); i++) {
            Target target = targets.get(i);
            Writable.lane(after, target);
            Lane lane = Layers.having(after, target, layer);
            Layer one = lane.layer(layer);
            Parameter parameter = after.parameter(target);
            if (parameter.reserved()) {
                throw new IllegalArgumentException(parameter.name() + " is reserved: nothing may write it.");
            }
            Placed placed =
                    new Placed(pattern.name(), time(after, one, from), time(after, one, to), i * pattern.rotation());
            after = after.with(lane.with(layer, written(after, target, one, pattern, placed)));
        }
        return after;
    }

    private static double time(Session session, Layer layer, double beat) {
        return layer.inClip() ? beat : session.timeline().laneTimeOfBeat(layer.lock(), beat);
    }

    private static Layer written(Session session, Target target, Layer layer, Pattern pattern, Placed placed) {
        if (layer.inClip() && pattern.rate().per() == Rate.Per.HERTZ) {
            throw new IllegalArgumentException("A layer of a clip goes in beats: give the pattern beats or bars.");
        }
        Parameter parameter = layer.scale(session.parameter(target));
        Envelope points = Baking.bake(
                pattern,
                session.timeline(),
                layer.lock(),
                placed.from(),
                placed.to(),
                placed.turn(),
                parameter.stepped() ? parameter::settled : null);
        Envelope spliced = layer.envelope().splice(placed.from(), placed.to(), points, parameter.resting());
        Envelope all = parameter.stepped() ? spliced.held(parameter::settled) : spliced;
        Layer with = layer.shaped(all, placed.from(), placed.to(), true, session.timeline());
        List<Placed> over = new ArrayList<>(with.placed());
        over.removeIf(p -> p.from() < placed.to() && p.to() > placed.from());
        over.add(placed);
        return with.placed(over);
    }
}
