package agogic.core.session;

import agogic.core.audio.AudioFile;
import agogic.core.device.Device;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.list.SharedList;
import agogic.core.macro.Macro;
import agogic.core.pattern.Pattern;
import agogic.core.refine.Recipe;
import agogic.core.ride.Ride;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.score.Remark;
import agogic.core.snapshot.SnapshotSet;
import agogic.core.surface.Surface;
import agogic.core.sync.Sync;
import agogic.core.time.Section;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;

/** One piece. Immutable; what does not hold together is refused ({@link Soundness}), so a session that exists is whole. */
public final class Session extends Content {
    /** How many surfaces a session can have. */
    public static final int MOST_SURFACES = 32;

    private Session(Draft draft, Session before) {
        super(draft, before);
        Soundness.check(this, before);
    }

    /**
     * A session of these parts.
     *
     * @param name of the piece
     * @param subtitle what it is for
     * @param timeline tempo and metre
     * @param length of the piece in quarter notes
     * @param sections its parts, in order
     * @param loop what playing repeats
     * @param tracks its chains
     * @param devices all devices of all tracks
     * @param surfaces the hardware controllers
     * @param routes the routes from control to parameter, in the order in which they are shown
     * @param lanes what each target has over time, one a target
     * @param rides all that was ever recorded
     * @param macros values that move several parameters
     * @throws IllegalArgumentException if they do not hold together, with the words for people
     */
    public Session(
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
        this(
                new Draft(
                        name, subtitle, timeline, length, sections, loop, tracks, devices, surfaces, routes, lanes,
                        rides, macros),
                null);
    }

    /** What {@code change} makes of it: all that it leaves alone stays the same object. */
    Session changed(Consumer<Draft> change) {
        Draft draft = new Draft(this);
        change.accept(draft);
        return new Session(draft, this);
    }

    /**
     * With these destinations; none for those that a piece begins with.
     *
     * @throws IllegalArgumentException if two have one name
     */
    public Session withDestinations(List<Destination> newDestinations) {
        return changed(draft -> draft.destinations = newDestinations);
    }

    /**
     * With this destination in the place of the one of its name, or at the end.
     *
     * @throws IllegalArgumentException in words for people if that does not go with the rest
     */
    public Session with(Destination destination) {
        return withDestinations(destination.in(destinations()));
    }

    /**
     * With this route in the place of the one with its id, or at the end.
     *
     * @throws IllegalArgumentException in words for people if that does not go with the rest
     */
    public Session with(Route route) {
        return withRoutes(put(routes, lookup.routes.of(route.id()), route));
    }

    /**
     * With this lane in the place of the one of its target, or at the end.
     *
     * @throws IllegalArgumentException in words for people if that does not go with the rest
     */
    public Session with(Lane lane) {
        return withLanes(put(lanes, lookup.lanes.of(lane.target()), lane));
    }

    /**
     * With one ride more, or in the place of the one with its id.
     *
     * @throws IllegalArgumentException in words for people if that does not go with the rest
     */
    public Session with(Ride ride) {
        return withRides(put(rides, lookup.rides.of(ride.id()), ride));
    }

    /**
     * With this macro in the place of the one with its id, or at the end.
     *
     * @throws IllegalArgumentException in words for people if that does not go with the rest
     */
    public Session with(Macro macro) {
        return withMacros(put(macros, lookup.macros.of(macro.id()), macro));
    }

    /**
     * With this surface in the place of the one with its id, or at the end.
     *
     * @throws IllegalArgumentException in words for people if that does not go with the rest
     */
    public Session with(Surface surface) {
        return withSurfaces(put(surfaces, lookup.surfaces.of(surface.id()), surface));
    }

    /**
     * With this device in the place of the one with its id, or at the end.
     *
     * @throws IllegalArgumentException if it stands for the macros, which have neither sockets nor a chain
     */
    public Session withDevice(Device device) {
        if (device.id().equals(Macro.DEVICE)) {
            throw new IllegalArgumentException("A macro sits on no socket: nothing of that kind can be done with it.");
        }
        List<Device> all = put(devices, lookup.devices.of(device.id()), device);
        return changed(draft -> draft.devices = all);
    }

    private static <T> List<T> put(SharedList<T> all, int place, T one) {
        return all.with(place < 0 ? all.size() : place, one);
    }

    /**
     * With these routes, in the order in which they are shown.
     *
     * @throws IllegalArgumentException in words for people if they do not go with the rest
     */
    public Session withRoutes(List<Route> newRoutes) {
        return changed(draft -> draft.routes = newRoutes);
    }

    /**
     * With these lanes, one a target.
     *
     * @throws IllegalArgumentException in words for people if they do not go with the rest
     */
    public Session withLanes(List<Lane> newLanes) {
        return changed(draft -> draft.lanes = newLanes);
    }

    /**
     * Without a device that stands on no track and that nothing moves any more.
     *
     * @throws IllegalArgumentException in words for people if that does not go with the rest
     */
    public Session withoutDevice(String id) {
        return changed(draft ->
                draft.devices = devices.stream().filter(d -> !d.id().equals(id)).toList());
    }

    /**
     * With this track in the place of the one with its id.
     *
     * @throws IllegalArgumentException in words for people if that does not go with the rest
     */
    public Session with(Track track) {
        return withTracks(tracks.with(lookup.tracks.of(track.id()), track));
    }

    /**
     * With these tracks, in the order in which they are shown.
     *
     * @throws IllegalArgumentException in words for people if they do not go with the rest
     */
    public Session withTracks(List<Track> newTracks) {
        return changed(draft -> {
            draft.tracks = newTracks;
            // What is said of a track goes with it.
            draft.remarks = remarks.stream()
                    .filter(r -> r.track().isEmpty() || newTracks.stream().anyMatch(t -> t.id().equals(r.track())))
                    .toList();
            draft.audio = Retiming.played(audio, newTracks);
        });
    }

    private Session withRides(List<Ride> newRides) {
        return changed(draft -> draft.rides = newRides);
    }

    /**
     * Without the rides of these ids.
     *
     * @throws IllegalArgumentException in words for people if that does not go with the rest
     */
    public Session withoutRides(Set<String> gone) {
        return gone.isEmpty()
                ? this
                : withRides(rides.stream().filter(r -> !gone.contains(r.id())).toList());
    }

    /**
     * Under another name.
     *
     * @throws IllegalArgumentException if it is blank
     */
    public Session named(String newName) {
        if (newName.isBlank()) {
            throw new IllegalArgumentException("A piece needs a name.");
        }
        return newName.strip().equals(name) ? this : changed(draft -> draft.name = newName.strip());
    }

    /**
     * With this loop.
     *
     * @throws IllegalArgumentException in words for people if they do not go with the rest
     */
    public Session withLoop(Loop newLoop) {
        return changed(draft -> draft.loop = newLoop);
    }

    /**
     * At another tempo or metre. Lanes keep their own times: beats for those locked to beats, seconds for the others.
     *
     * @throws IllegalArgumentException in words for people if that does not go with the rest
     */
    public Session withTimeline(Timeline newTimeline) {
        List<Lane> framed = Framing.kept(lanes, timeline.tempo(), newTimeline.tempo());
        return changed(draft -> {
            draft.timeline = newTimeline;
            draft.lanes = framed;
            draft.tracks = Retiming.kept(tracks, timeline, newTimeline);
        });
    }

    /**
     * With its own clock (the one of a session that is made), or together with another.
     *
     * @throws IllegalArgumentException in words for people if that does not go with the rest
     */
    public Session withSync(Sync newSync) {
        return changed(draft -> draft.sync = newSync);
    }

    /**
     * With these macros.
     *
     * @throws IllegalArgumentException in words for people if they do not go with the rest
     */
    public Session withMacros(List<Macro> newMacros) {
        return changed(draft -> draft.macros = newMacros);
    }

    /**
     * With these surfaces, at most {@link #MOST_SURFACES}.
     *
     * @throws IllegalArgumentException in words for people if they do not go with the rest
     */
    public Session withSurfaces(List<Surface> newSurfaces) {
        return changed(draft -> draft.surfaces = newSurfaces);
    }

    /**
     * With these patterns, each name once.
     *
     * @throws IllegalArgumentException in words for people if they do not go with the rest
     */
    public Session withPatterns(List<Pattern> newPatterns) {
        return changed(draft -> draft.patterns = newPatterns);
    }

    /**
     * With these sets of snapshots, each name once.
     *
     * @throws IllegalArgumentException in words for people if they do not go with the rest
     */
    public Session withSets(List<SnapshotSet> newSets) {
        return changed(draft -> draft.sets = newSets);
    }

    /**
     * With these versions that were kept, the oldest first.
     *
     * @throws IllegalArgumentException in words for people if they do not go with the rest
     */
    public Session withVersions(List<Version> newVersions) {
        return changed(draft -> draft.versions = newVersions);
    }

    /**
     * With these remarks, by beat.
     *
     * @throws IllegalArgumentException in words for people if they do not go with the rest
     */
    public Session withRemarks(List<Remark> newRemarks) {
        return changed(draft -> draft.remarks = newRemarks);
    }

    /**
     * With an audio file more, or in the place of the one with its id. One that no clip plays goes with the next edit of a track.
     *
     * @throws IllegalArgumentException in words for people if that does not go with the rest
     */
    public Session withAudio(AudioFile file) {
        List<AudioFile> all = new ArrayList<>(audio);
        all.removeIf(f -> f.id().equals(file.id()));
        all.add(file);
        all.sort(Comparator.comparing(AudioFile::id));
        return changed(draft -> draft.audio = all);
    }

    /**
     * With these tracks and the audio files that their clips play; the same if there are none.
     *
     * @throws IllegalArgumentException in words for people if that does not go with the rest
     */
    public Session with(List<AudioFile> files, List<Track> newTracks) {
        return files.isEmpty() && audio.isEmpty()
                ? this
                : changed(draft -> {
                    draft.audio = files;
                    draft.tracks = newTracks;
                });
    }

    /** So many quarter notes long, above 0 and up to 1,000,000; refused otherwise. */
    public Session lasting(double beats) {
        return changed(draft -> draft.length = beats);
    }

    /**
     * With this note of what was left out of the file it was made of.
     *
     * @throws IllegalArgumentException in words for people if they do not go with the rest
     */
    public Session withLeftOut(List<LeftOut> newLeftOut) {
        return changed(draft -> draft.leftOut = newLeftOut);
    }

    /**
     * With these recipes for the first pass over a target.
     *
     * @throws IllegalArgumentException in words for people if they do not go with the rest
     */
    public Session withRecipes(Map<Target, Recipe> newRecipes) {
        return changed(draft -> draft.recipes = newRecipes);
    }

    /**
     * How the next pass into a layer of a target (refused if there is none) is drawn: as its last ride, else as was
     * told for the first, else as is usual.
     */
    public Recipe nextRecipe(Target target, Layer layer) {
        int n = layer.stretches().size();
        if (n > 0) {
            return layer.stretches().get(n - 1).recipe();
        }
        Recipe usual = Recipe.usual(layer.scale(parameter(target)));
        Recipe told = recipes.getOrDefault(target, usual);
        return layer.offset() ? usual.earlier(told.shift()) : told;
    }

    /** With the first pass over a target drawn by this recipe; refused if the target is unknown. */
    public Session drawing(Target target, Recipe recipe) {
        Map<Target, Recipe> all = new HashMap<>(recipes);
        all.put(target, recipe);
        return withRecipes(all);
    }
}
