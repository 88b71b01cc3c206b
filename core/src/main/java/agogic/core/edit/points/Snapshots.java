package agogic.core.edit.points;

import agogic.core.envelope.Shape;
import agogic.core.parameter.Parameter;
import agogic.core.route.Hand;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.Writable;
import agogic.core.snapshot.Snapshot;
import agogic.core.snapshot.SnapshotSet;
import agogic.core.text.Text;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;

/** Snapshots of a session: taken, dropped at a position, changed. */
public final class Snapshots {
    private Snapshots() {}

    /** The set with this name, capitals or not. */
    public static Optional<SnapshotSet> set(Session session, String name) {
        return session.sets().stream()
                .filter(s -> s.name().equalsIgnoreCase(name.strip()))
                .findFirst();
    }

    /**
     * What was asked for by its name, or by the names of its set and itself with a slash between.
     *
     * @throws IllegalArgumentException in words for people if no snapshot has this name, or several sets have one
     */
    public static Snapshot find(Session session, String name) {
        List<String> known = new ArrayList<>();
        List<String> places = new ArrayList<>();
        Snapshot found = null;
        for (SnapshotSet set : session.sets()) {
            for (Snapshot one : set.snapshots()) {
                String whole = set.name() + "/" + one.name();
                if (whole.equalsIgnoreCase(name.strip())) {
                    return one;
                }
                if (one.name().equalsIgnoreCase(name.strip())) {
                    found = one;
                    places.add(whole);
                }
                known.add(one.name());
            }
        }
        if (places.size() > 1) {
            throw new IllegalArgumentException("Which “" + name.strip() + "”? There are " + String.join(", ", places)
                    + ". Say the set as well, such as " + places.get(0) + ".");
        }
        if (found != null) {
            return found;
        }
        throw new IllegalArgumentException("There is no snapshot “" + name + "”. "
                + (known.isEmpty() ? "Take one first." : "There are: " + String.join(", ", known) + "."));
    }

    /** With this set in the place of the one with its name, or at the end. */
    public static Session keep(Session session, SnapshotSet set) {
        return keep(session, set.name(), set);
    }

    /**
     * With a set in the place of the one called {@code name}, or at the end.
     *
     * @throws IllegalArgumentException in words for people if another set has the name of this one
     */
    public static Session keep(Session session, String name, SnapshotSet set) {
        List<SnapshotSet> all = new ArrayList<>(session.sets());
        for (int i = 0; i < all.size(); i++) {
            if (all.get(i).name().equals(name)) {
                all.set(i, set);
                return session.withSets(all);
            }
        }
        all.add(set);
        return session.withSets(all);
    }

    /**
     * With a snapshot in a set, in the place of the one with its name; the set is made if there is none.
     *
     * @throws IllegalArgumentException in words for people if the name of the set is blank
     */
    public static Session keep(Session session, String setName, Snapshot snapshot) {
        SnapshotSet set = set(session, setName).orElse(new SnapshotSet(setName, SnapshotSet.Start.BAR, 0, List.of()));
        List<Snapshot> all = new ArrayList<>(set.snapshots());
        for (int i = 0; i < all.size(); i++) {
            if (all.get(i).name().equalsIgnoreCase(snapshot.name())) {
                Snapshot old = all.get(i);
                all.set(i, snapshot.named(old.name()).on(snapshot.pad().isPresent() ? snapshot.pad() : old.pad()));
                return keep(session, set.with(all));
            }
        }
        all.add(snapshot);
        return keep(session, set.with(all));
    }

    /** Without a snapshot; its set stays, empty if it was the last. The same session if the set has none like it. */
    public static Session remove(Session session, SnapshotSet set, Snapshot snapshot) {
        return keep(
                session,
                set.with(set.snapshots().stream().filter(s -> s != snapshot).toList()));
    }

    /** Without a set and its snapshots. */
    public static Session remove(Session session, SnapshotSet set) {
        return session.withSets(session.sets().stream().filter(s -> s != set).toList());
    }

    /** With the pad that starts a snapshot, or without one; whatever else that pad started it starts no more. */
    public static Session on(Session session, SnapshotSet set, Snapshot snapshot, Optional<Hand> pad) {
        return session.withSets(session.sets().stream()
                .map(s -> s.with(s.snapshots().stream()
                        .map(one -> s == set && one == snapshot
                                ? one.on(pad)
                                : pad.isPresent() && one.pad().equals(pad) ? one.on(Optional.empty()) : one)
                        .toList()))
                .toList());
    }

    /**
     * A snapshot of how parameters stand now.
     *
     * @throws IllegalArgumentException in words for people if none of the targets may be written
     */
    public static Snapshot take(Session session, String name, List<Target> targets, ToDoubleFunction<Target> standing) {
        List<Snapshot.Value> values = new ArrayList<>();
        for (Target target : targets) {
            Parameter parameter = session.parameter(target);
            if (!parameter.reserved()) {
                double stands = Math.max(0, Math.min(1, standing.applyAsDouble(target)));
                values.add(new Snapshot.Value(target, parameter.settled(stands)));
            }
        }
        if (values.isEmpty()) {
            throw new IllegalArgumentException("None of these parameters may be written: a snapshot would be empty.");
        }
        return new Snapshot(name, values, Optional.empty());
    }

    /**
     * With the values of a snapshot on the lanes of its parameters, at a beat of the piece: at once and held until {@code until},
     * or reached over a length before that.
     *
     * @param over how long they take to get there, in beats; 0 for a jump
     * @param shape the way there
     * @throws IllegalArgumentException in words for people if it would come where the piece, or that part, is over
     */
    public static Session drop(
            Session session, Snapshot snapshot, double beat, double over, Shape shape, double until) {
        if (!(until > beat + over)) {
            throw new IllegalArgumentException("The snapshot " + snapshot.name() + " would come where it is over.");
        }
        Session after = session;
        for (Snapshot.Value value : snapshot.values()) {
            Target target = value.target();
            Writable.lane(after, target);
            Shaping shaping = new Shaping(after, target, 0);
            var layer = after.lane(target).layer();
            double from = after.timeline().laneTimeOfBeat(layer.lock(), beat);
            double there = after.timeline().laneTimeOfBeat(layer.lock(), beat + over);
            double to = after.timeline().laneTimeOfBeat(layer.lock(), until);
            boolean jump = over == 0 || after.parameter(target).stepped();
            if (!jump) {
                double stood = layer.envelope().isEmpty()
                        ? after.parameter(target).resting()
                        : layer.envelope().valueAt(from);
                after = shaping.sweep(from, there, stood, value.value(), shape);
            }
            after = new Shaping(after, target, 0).level(jump ? from : there, to, value.value());
        }
        return after;
    }

    /**
     * What dropping a snapshot takes away, in words: {@code it replaces 23 points on 4 lanes, to the end of the piece}.
     *
     * @param beat where it begins
     * @param until where it is over
     */
    public static String replaces(Session session, Snapshot snapshot, double beat, double until) {
        int points = 0;
        int lanes = 0;
        for (Snapshot.Value value : snapshot.values()) {
            var layer = session.lane(value.target()).layer();
            double from = session.timeline().laneTimeOfBeat(layer.lock(), beat);
            double to = session.timeline().laneTimeOfBeat(layer.lock(), until);
            int n = layer.envelope().lastAtOrBefore(to) - layer.envelope().firstAtOrAfter(from) + 1;
            points += Math.max(0, n);
            lanes += n > 0 ? 1 : 0;
        }
        String where = until >= session.length() - 1e-6
                ? "to the end of the piece"
                : "up to " + session.timeline().printBars(until);
        return points == 0
                ? "it holds " + where
                : "it holds " + where + " and replaces " + Text.counted(points, "point") + " on "
                        + Text.counted(lanes, "lane");
    }

    /**
     * In words: {@code 3 parameters of Echo Line: Time 120 ms, Feedback 30 %, Mix 20 %}.
     *
     * @throws IllegalArgumentException in words for people if the session lacks a parameter of it
     */
    public static String spoken(Session session, Snapshot snapshot) {
        List<String> all = new ArrayList<>();
        for (Snapshot.Value value : snapshot.values()) {
            Parameter parameter = session.parameter(value.target());
            all.add(parameter.name() + " " + parameter.print(value.value()));
        }
        return String.join(", ", all);
    }
}
