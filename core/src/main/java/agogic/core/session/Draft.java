package agogic.core.session;

import agogic.core.audio.AudioFile;
import agogic.core.device.Device;
import agogic.core.lane.Lane;
import agogic.core.macro.Macro;
import agogic.core.pattern.Pattern;
import agogic.core.refine.Recipe;
import agogic.core.ride.Ride;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.score.Remark;
import agogic.core.snapshot.Snapshot;
import agogic.core.snapshot.SnapshotSet;
import agogic.core.surface.Surface;
import agogic.core.sync.Sync;
import agogic.core.time.Section;
import agogic.core.time.Timeline;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** What a session is made from: filled, and then made into one, by one and the same method. */
final class Draft {
    String name;
    String subtitle;
    Timeline timeline;
    double length;
    List<Section> sections;
    Loop loop;
    List<Track> tracks;
    List<Device> devices;
    List<Surface> surfaces;
    List<Route> routes;
    List<Lane> lanes;
    List<Ride> rides;
    List<Macro> macros;
    Sync sync = Sync.OWN;
    List<Pattern> patterns = List.of();
    List<SnapshotSet> sets = List.of();
    List<Version> versions = List.of();
    Map<Target, Recipe> recipes = Map.of();
    List<LeftOut> leftOut = List.of();
    List<Remark> remarks = List.of();
    List<AudioFile> audio = List.of();
    List<Destination> destinations = List.of();

    Draft(
            String name,
            String subtitle,
            Timeline timeline,
            double length,
            List<Section> sections,
            Loop loop,
            List<Track> tracks,
            List<Device> devices,
            List<Surface> surfaces,
            List<Route> routes,
            List<Lane> lanes,
            List<Ride> rides,
            List<Macro> macros) {
        this.name = name;
        this.subtitle = subtitle;
        this.timeline = timeline;
        this.length = length;
        this.sections = sections;
        this.loop = loop;
        this.tracks = tracks;
        this.devices = devices;
        this.surfaces = surfaces;
        this.routes = routes;
        this.lanes = lanes;
        this.rides = rides;
        this.macros = macros;
    }

    /** All parts of one, the same objects. */
    Draft(Content from) {
        name = from.name();
        subtitle = from.subtitle();
        timeline = from.timeline();
        length = from.length();
        sections = from.sections();
        loop = from.loop();
        tracks = from.tracks();
        devices = from.devices();
        surfaces = from.surfaces();
        routes = from.routes();
        lanes = from.lanes();
        rides = from.rides();
        macros = from.macros();
        sync = from.sync();
        patterns = from.patterns();
        sets = from.sets();
        versions = from.versions();
        recipes = from.recipes();
        leftOut = from.leftOut();
        remarks = from.remarks();
        audio = from.audio();
        destinations = from.ownDestinations();
    }

    private static boolean named(Content now, Content before) {
        return now.devices() == before.devices() && now.macros() == before.macros();
    }

    /** Sets that nobody changed, without what has gone; those that were changed as they are. */
    List<SnapshotSet> remainingSets(Content now, Content before) {
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
    Map<Target, Recipe> remainingRecipes(Content now, Content before) {
        if (recipes != before.recipes() || named(now, before) || recipes.isEmpty()) {
            return Map.copyOf(recipes);
        }
        Map<Target, Recipe> left = new HashMap<>(recipes);
        left.keySet().removeIf(target -> !now.has(target));
        return Map.copyOf(left);
    }

    private static Snapshot left(Snapshot one, Content now) {
        return one.with(one.values().stream().filter(v -> now.has(v.target())).toList())
                .on(one.pad()
                        .filter(now::has)
                        .filter(h ->
                                h.page() <= now.surface(h.surface()).pages().size()));
    }

    /** Versions that nobody changed, without those of lanes that have gone. */
    List<Version> remainingVersions(Content now, Content before) {
        if (versions != before.versions() || named(now, before) || versions.isEmpty()) {
            return List.copyOf(versions);
        }
        return versions.stream()
                .filter(v -> v.lane().isEmpty() || now.has(v.lane().get().target()))
                .toList();
    }
}
