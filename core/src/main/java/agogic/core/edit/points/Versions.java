package agogic.core.edit.points;

import agogic.core.edit.layer.Difference;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.route.Target;
import agogic.core.session.Arming;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.session.Version;
import agogic.core.session.Writable;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/** Lanes and whole sessions that are kept to compare with: heard in the place of what is, told apart, brought back. */
public final class Versions {
    private static final int MOST = 200;

    private Versions() {}

    /** The versions of a lane and those of the whole piece, the oldest first. */
    public static List<Version> of(Session session, Target target) {
        return session.versions().stream()
                .filter(v ->
                        v.whole().isPresent() || v.lane().orElseThrow().target().equals(target))
                .toList();
    }

    /**
     * With a lane as it is now, kept under a name; the older one of that name goes.
     *
     * @throws IllegalArgumentException in words for people if the name is blank, or there are as many as a piece can
     *     keep
     */
    public static Session keep(Session session, Target target, String name) {
        return with(session, Version.of(name, session.lane(target)));
    }

    /**
     * With the whole piece as it is now, kept under a name.
     *
     * @throws IllegalArgumentException in words for people if the name is blank, or there are as many as a piece can
     *     keep
     */
    public static Session keep(Session session, String name) {
        return with(session, Version.of(name, session));
    }

    /**
     * With another whole piece, kept under a name to compare with.
     *
     * @throws IllegalArgumentException in words for people if the name is blank, or there are as many as a piece can
     *     keep
     */
    public static Session keepAs(Session session, Session other, String name) {
        return with(session, Version.of(name, other));
    }

    private static Session with(Session session, Version version) {
        List<Version> all = new ArrayList<>(session.versions());
        all.removeIf(v -> same(v, version));
        if (all.size() >= MOST) {
            throw new IllegalArgumentException("A piece keeps " + MOST + " versions at most. Remove some first.");
        }
        all.add(version);
        return session.withVersions(all);
    }

    private static boolean same(Version one, Version other) {
        return one.name().equals(other.name())
                && one.lane().map(Lane::target).equals(other.lane().map(Lane::target));
    }

    /** The session without a version that was kept; the same if it has none like it. */
    public static Session remove(Session session, Version version) {
        return session.withVersions(
                session.versions().stream().filter(v -> v != version).toList());
    }

    /** What a version says of a lane: that lane, as far as it fits into the session as it is now. */
    public static Lane lane(Session session, Version version, Target target) {
        Lane lane = version.lane().orElseGet(() -> version.whole()
                .map(w -> w.has(target) ? w.lane(target) : Lane.empty(target))
                .orElseThrow());
        List<Layer> layers = new ArrayList<>();
        Set<String> patterns = new LinkedHashSet<>();
        session.patterns().forEach(p -> patterns.add(p.name()));
        for (Layer layer : lane.layers()) {
            if (layer.inClip() && session.clip(layer.clip()).isEmpty()) {
                continue;
            }
            Layer fitted = layer.with(
                    layer.envelope(),
                    layer.stretches().stream()
                            .filter(s -> session.hasRide(s.ride()))
                            .toList());
            layers.add(fitted.placed(layer.placed().stream()
                    .filter(p -> patterns.contains(p.pattern()))
                    .toList()));
        }
        return lane.of(layers);
    }

    /** The session as a version of it sounds: with that lane, or the whole as it was. */
    public static Session heard(Session session, Version version) {
        return version.whole()
                .orElseGet(() -> session.with(
                        lane(session, version, version.lane().orElseThrow().target())));
    }

    /**
     * The session with what a version kept in the place of what is; the versions stay.
     *
     * @throws IllegalArgumentException in words for people if it is one of a lane, and that is protected
     */
    public static Session back(Session session, Version version) {
        version.lane().ifPresent(lane -> Writable.lane(session, lane.target()));
        return version.whole()
                .map(whole -> Arming.as(whole.withVersions(session.versions()), session))
                .orElseGet(() -> heard(session, version));
    }

    /**
     * How far a lane of a version is from what it is now, in words; of a whole piece for each lane that differs.
     *
     * @throws IllegalArgumentException in words for people if the session lacks a parameter that the version has
     */
    public static List<String> told(Session session, Version version) {
        Session other = heard(session, version);
        Set<Target> targets = new LinkedHashSet<>();
        version.lane().ifPresentOrElse(lane -> targets.add(lane.target()), () -> {
            session.lanes().forEach(l -> targets.add(l.target()));
            other.lanes().forEach(l -> targets.add(l.target()));
        });
        List<String> all = new ArrayList<>();
        for (Target target : targets) {
            if (!session.has(target) || !other.has(target)) {
                all.add((session.has(target) ? TargetName.of(session, target) : TargetName.of(other, target))
                        + " is only in " + (session.has(target) ? "the piece as it is now" : version.name()));
                continue;
            }
            if (session.lane(target).equals(other.lane(target))
                    && session.timeline().equals(other.timeline())) {
                continue;
            }
            Difference difference = Difference.of(session, other, target);
            if (!difference.none()) {
                all.add(TargetName.of(session, target) + " is up to "
                        + session.parameter(target).printDifference(difference.farthest()) + " apart, at "
                        + session.timeline().printBars(difference.beat()));
            }
        }
        return all;
    }
}
