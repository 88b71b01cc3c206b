package agogic.core.session;

import agogic.core.refine.Recipe;
import agogic.core.route.Target;
import agogic.core.snapshot.Snapshot;
import agogic.core.snapshot.SnapshotSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** What is left of snapshots and versions when parameters or controls that they name have gone. */
final class Remaining {
    private Remaining() {}

    private static boolean named(Session now, Session before) {
        return now.devices() == before.devices() && now.macros() == before.macros();
    }

    /** Sets that nobody changed, without what has gone; those that were changed as they are. */
    static List<SnapshotSet> sets(List<SnapshotSet> sets, Session now, Session before) {
        boolean same = named(now, before) && now.surfaces() == before.surfaces();
        if (sets != before.sets() || same || sets.isEmpty()) {
            return List.copyOf(sets);
        }
        return sets.stream()
                .map(set -> set.with(set.snapshots().stream()
                        .map(one -> left(one, now))
                        .filter(one -> !one.values().isEmpty())
                        .toList()))
                .toList();
    }

    /** Recipes that nobody changed, without those of what has gone. */
    static Map<Target, Recipe> recipes(Map<Target, Recipe> recipes, Session now, Session before) {
        if (recipes != before.recipes() || named(now, before) || recipes.isEmpty()) {
            return Map.copyOf(recipes);
        }
        Map<Target, Recipe> left = new HashMap<>(recipes);
        left.keySet().removeIf(target -> !now.has(target));
        return Map.copyOf(left);
    }

    private static Snapshot left(Snapshot one, Session now) {
        return one.with(one.values().stream().filter(v -> now.has(v.target())).toList())
                .on(one.pad()
                        .filter(now::has)
                        .filter(h ->
                                h.page() <= now.surface(h.surface()).pages().size()));
    }

    /** Versions that nobody changed, without those of lanes that have gone. */
    static List<Version> versions(List<Version> versions, Session now, Session before) {
        if (versions != before.versions() || named(now, before) || versions.isEmpty()) {
            return List.copyOf(versions);
        }
        return versions.stream()
                .filter(v -> v.lane().isEmpty() || now.has(v.lane().get().target()))
                .toList();
    }
}
