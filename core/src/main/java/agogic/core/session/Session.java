package agogic.core.session;

import agogic.core.audio.AudioFile;
import agogic.core.device.Device;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.LayerStack;
import agogic.core.list.SharedList;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.pattern.Pattern;
import agogic.core.refine.Recipe;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.score.Remark;
import agogic.core.snapshot.SnapshotSet;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import agogic.core.sync.Sync;
import agogic.core.time.Section;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;

/** One piece. Immutable; what does not hold together is refused ({@link Soundness}), so a session that exists is whole. */
public final class Session {
    /** How many surfaces a session can have. */
    public static final int MOST_SURFACES = 32;

    private static final String GONE = "a control from the file";

    private final String name;
    private final String subtitle;
    private final Timeline timeline;
    private final double length;
    private final List<Section> sections;
    private final Loop loop;
    private final SharedList<Track> tracks;
    private final SharedList<Device> devices;
    private final SharedList<Surface> surfaces;
    private final SharedList<Route> routes;
    private final SharedList<Lane> lanes;
    private final SharedList<Ride> rides;
    private final SharedList<Macro> macros;
    private final Sync sync;
    private final List<Pattern> patterns;
    private final List<SnapshotSet> sets;
    private final List<Version> versions;
    private final Map<Target, Recipe> recipes;
    private final List<LeftOut> leftOut;
    private final List<Remark> remarks;
    private final List<AudioFile> audio;
    private final List<Destination> destinations;
    private final Lookup lookup;

    private Session(Draft draft, Session before) {
        name = draft.name;
        subtitle = draft.subtitle;
        timeline = draft.timeline;
        length = draft.length;
        sections = List.copyOf(draft.sections);
        loop = draft.loop;
        tracks = SharedList.of(draft.tracks);
        devices = SharedList.of(draft.devices);
        surfaces = SharedList.of(draft.surfaces);
        routes = SharedList.of(draft.routes);
        lanes = SharedList.of(draft.lanes);
        rides = SharedList.of(draft.rides);
        macros = SharedList.of(draft.macros);
        sync = draft.sync;
        patterns = List.copyOf(draft.patterns);
        Lookup.Parts parts = new Lookup.Parts(devices, tracks, surfaces, routes, lanes, rides, macros);
        lookup = before == null ? new Lookup(parts) : new Lookup(parts, before.lookup);
        sets = before == null ? List.copyOf(draft.sets) : Remaining.sets(draft.sets, this, before);
        versions = before == null ? List.copyOf(draft.versions) : Remaining.versions(draft.versions, this, before);
        recipes = before == null ? Map.copyOf(draft.recipes) : Remaining.recipes(draft.recipes, this, before);
        leftOut = List.copyOf(draft.leftOut);
        remarks = List.copyOf(draft.remarks);
        audio = List.copyOf(draft.audio);
        destinations = List.copyOf(draft.destinations);
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

    public String name() {
        return name;
    }

    public String subtitle() {
        return subtitle;
    }

    public Timeline timeline() {
        return timeline;
    }

    public double length() {
        return length;
    }

    public List<Section> sections() {
        return sections;
    }

    public Loop loop() {
        return loop;
    }

    public SharedList<Track> tracks() {
        return tracks;
    }

    public SharedList<Device> devices() {
        return devices;
    }

    public SharedList<Surface> surfaces() {
        return surfaces;
    }

    public SharedList<Route> routes() {
        return routes;
    }

    public SharedList<Lane> lanes() {
        return lanes;
    }

    public SharedList<Ride> rides() {
        return rides;
    }

    public SharedList<Macro> macros() {
        return macros;
    }

    /** How it goes together with other clocks. */
    public Sync sync() {
        return sync;
    }

    /** Cycles of steps and waves that can be placed, each name once. */
    public List<Pattern> patterns() {
        return patterns;
    }

    /** Sets of snapshots, each name once. */
    public List<SnapshotSet> sets() {
        return sets;
    }

    /** Lanes and sessions that were kept to compare with, the oldest first. */
    public List<Version> versions() {
        return versions;
    }

    /** How the first pass over a target is drawn, where it was told: the others go by their last ride, or as is usual. */
    public Map<Target, Recipe> recipes() {
        return recipes;
    }

    /** What of the file that the piece was made of is not in it. */
    public List<LeftOut> leftOut() {
        return leftOut;
    }

    /** What a file said at places that nothing here is computed from, by beat: kept for the way out. */
    public List<Remark> remarks() {
        return remarks;
    }

    /** Where it goes: those that it begins with, until they are changed. */
    public List<Destination> destinations() {
        return destinations.isEmpty() ? Destination.usual() : destinations;
    }

    /** As {@link #destinations}, but none before they are changed. */
    public List<Destination> ownDestinations() {
        return destinations;
    }

    /**
     * With these destinations; none for those that a piece begins with.
     *
     * @throws IllegalArgumentException if two have one name
     */
    public Session withDestinations(List<Destination> newDestinations) {
        return changed(draft -> draft.destinations = newDestinations);
    }

    /** With this destination in the place of the one of its name, or at the end. */
    public Session with(Destination destination) {
        List<Destination> all = new ArrayList<>(destinations());
        int place = -1;
        for (int i = 0; i < all.size(); i++) {
            place = all.get(i).name().equals(destination.name()) ? i : place;
        }
        if (place < 0) {
            all.add(destination);
        } else {
            all.set(place, destination);
        }
        return withDestinations(all);
    }

    /** The audio files that its clips play. */
    public List<AudioFile> audio() {
        return audio;
    }

    /** The audio file with this id. */
    public AudioFile audio(String id) {
        return audio.stream()
                .filter(f -> f.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("The session has no audio file “" + id + "”."));
    }

    @Override
    public boolean equals(Object other) {
        return other == this || other instanceof Session session && parts().equals(session.parts());
    }

    @Override
    public int hashCode() {
        return parts().hashCode();
    }

    @Override
    public String toString() {
        return "Session" + parts();
    }

    private List<Object> parts() {
        return List.of(
                name,
                subtitle,
                timeline,
                length,
                sections,
                loop,
                tracks,
                devices,
                surfaces,
                routes,
                lanes,
                rides,
                macros,
                sync,
                patterns,
                sets,
                versions,
                recipes,
                leftOut,
                remarks,
                audio,
                destinations);
    }

    private static <T> T at(List<T> all, int place, String what, Object name) {
        if (place < 0) {
            throw new IllegalArgumentException("The session has no " + what + " " + name + ".");
        }
        return all.get(place);
    }

    private Parameter find(Target target) {
        if (target.device().equals(Macro.DEVICE)) {
            int place = lookup.macros.of(target.parameter());
            return place < 0 ? null : macros.get(place).parameter();
        }
        int place = lookup.devices.of(target.device());
        return place < 0 ? null : devices.get(place).find(target.parameter());
    }

    private Control find(Hand hand) {
        int place = lookup.surfaces.of(hand.surface());
        return place < 0 ? null : surfaces.get(place).find(hand.control());
    }

    /** True if the session has what this target names. */
    public boolean has(Target target) {
        return find(target) != null;
    }

    /** True if the session has the control at the beginning of a route. */
    public boolean has(Hand hand) {
        return find(hand) != null;
    }

    /** True if the session has a device with this id; the macros are none. */
    public boolean hasDevice(String id) {
        return lookup.devices.of(id) >= 0;
    }

    /** True if the session has a ride with this id. */
    public boolean hasRide(String id) {
        return lookup.rides.of(id) >= 0;
    }

    /** The parameter of a target of this session. */
    public Parameter parameter(Target target) {
        Parameter found = find(target);
        if (found == null) {
            throw new IllegalArgumentException("The session has no parameter " + target + ".");
        }
        return found;
    }

    /** The device with this id; the macros are one too. */
    public Device device(String id) {
        return id.equals(Macro.DEVICE) ? Macro.device(macros) : at(devices, lookup.devices.of(id), "device", id);
    }

    /** The track with this id. */
    public Track track(String id) {
        return at(tracks, lookup.tracks.of(id), "track", id);
    }

    /** The surface with this id. */
    public Surface surface(String id) {
        return at(surfaces, lookup.surfaces.of(id), "surface", id);
    }

    /** The control at the beginning of a route. */
    public Control control(Hand hand) {
        Control found = find(hand);
        if (found == null) {
            throw new IllegalArgumentException("The session has no control " + hand + ".");
        }
        return found;
    }

    /** The route with this id. */
    public Route route(String id) {
        return at(routes, lookup.routes.of(id), "route", id);
    }

    /** The place of the route with this id in {@link #routes}, −1 if there is none. */
    public int placeOfRoute(String id) {
        return lookup.routes.of(id);
    }

    /** The ride with this id. */
    public Ride ride(String id) {
        return at(rides, lookup.rides.of(id), "ride", id);
    }

    /** The name of a control with that of its surface: {@code Fader 3 of North Eight}. */
    public String wholeControlName(Hand hand) {
        Control found = find(hand);
        return (found == null ? GONE : found.name()) + " of "
                + surface(hand.surface()).name();
    }

    /**
     * The name of a control for people, with that of its surface where another has one of that name; “a control that is
     * gone” if the session has it no more.
     */
    public String controlName(Hand hand) {
        Control found = find(hand);
        boolean screen = hand.surface().equals(Hand.SCREEN);
        if (found != null) {
            boolean elsewhere = surfaces.stream()
                    .filter(s -> !s.id().equals(hand.surface()))
                    .flatMap(s -> s.controls().stream())
                    .anyMatch(c -> c.name().equalsIgnoreCase(found.name()));
            return elsewhere ? wholeControlName(hand) : found.name();
        }
        return screen ? "The screen" : GONE;
    }

    /** The macro with this id. */
    public Macro macro(String id) {
        return at(macros, lookup.macros.of(id), "macro", id);
    }

    /** The macro that moves a target, if one does. */
    public Optional<Macro> macroOf(Target target) {
        return Optional.ofNullable(lookup.mover(target));
    }

    /** The lane of a target: an empty one if it has none yet. */
    public Lane lane(Target target) {
        return laneIfAny(target).orElseGet(() -> Lane.empty(target));
    }

    public Optional<Lane> laneIfAny(Target target) {
        int place = lookup.lanes.of(target);
        return place < 0 ? Optional.empty() : Optional.of(lanes.get(place));
    }

    /** The track on which a device sits. */
    public Optional<Track> trackOf(String deviceId) {
        return tracks.stream().filter(t -> t.devices().contains(deviceId)).findFirst();
    }

    /** The clip with this id. */
    public Optional<Clip> clip(String id) {
        return Optional.ofNullable(lookup.clips.get(id));
    }

    /** The track on which a clip lies. */
    public Optional<Track> trackOfClip(String id) {
        return tracks.stream()
                .filter(t -> t.clips().stream().anyMatch(c -> c.id().equals(id)))
                .findFirst();
    }

    /** What a lane of this session says at a moment, for one thread. */
    public LayerStack stack(Lane lane) {
        return new LayerStack(lane, parameter(lane.target()), timeline, lookup.clips::get);
    }

    /** Length in seconds. */
    public double seconds() {
        return timeline.secondsAt(length);
    }

    /** With this route in the place of the one with its id, or at the end. */
    public Session with(Route route) {
        return withRoutes(put(routes, lookup.routes.of(route.id()), route));
    }

    /** With this lane in the place of the one of its target, or at the end. */
    public Session with(Lane lane) {
        return withLanes(put(lanes, lookup.lanes.of(lane.target()), lane));
    }

    /** With one ride more, or in the place of the one with its id. */
    public Session with(Ride ride) {
        return withRides(put(rides, lookup.rides.of(ride.id()), ride));
    }

    /** With this macro in the place of the one with its id, or at the end. */
    public Session with(Macro macro) {
        return withMacros(put(macros, lookup.macros.of(macro.id()), macro));
    }

    /** With this surface in the place of the one with its id, or at the end. */
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

    public Session withRoutes(List<Route> newRoutes) {
        return changed(draft -> draft.routes = newRoutes);
    }

    public Session withLanes(List<Lane> newLanes) {
        return changed(draft -> draft.lanes = newLanes);
    }

    /** Without a device that stands on no track and that nothing moves any more. */
    public Session withoutDevice(String id) {
        return changed(draft ->
                draft.devices = devices.stream().filter(d -> !d.id().equals(id)).toList());
    }

    /** With this track in the place of the one with its id. */
    public Session with(Track track) {
        return withTracks(tracks.with(lookup.tracks.of(track.id()), track));
    }

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

    /** Without the rides of these ids. */
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

    public Session withLoop(Loop newLoop) {
        return changed(draft -> draft.loop = newLoop);
    }

    /** At another tempo or metre. Lanes keep their own times: beats for those locked to beats, seconds for the others. */
    public Session withTimeline(Timeline newTimeline) {
        List<Lane> framed = Framing.kept(lanes, timeline.tempo(), newTimeline.tempo());
        return changed(draft -> {
            draft.timeline = newTimeline;
            draft.lanes = framed;
            draft.tracks = Retiming.kept(tracks, timeline, newTimeline);
        });
    }

    /** With its own clock (the one of a session that is made), or together with another. */
    public Session withSync(Sync newSync) {
        return changed(draft -> draft.sync = newSync);
    }

    public Session withMacros(List<Macro> newMacros) {
        return changed(draft -> draft.macros = newMacros);
    }

    public Session withSurfaces(List<Surface> newSurfaces) {
        return changed(draft -> draft.surfaces = newSurfaces);
    }

    public Session withPatterns(List<Pattern> newPatterns) {
        return changed(draft -> draft.patterns = newPatterns);
    }

    public Session withSets(List<SnapshotSet> newSets) {
        return changed(draft -> draft.sets = newSets);
    }

    public Session withVersions(List<Version> newVersions) {
        return changed(draft -> draft.versions = newVersions);
    }

    public Session withRemarks(List<Remark> newRemarks) {
        return changed(draft -> draft.remarks = newRemarks);
    }

    /** With an audio file more, or in the place of the one with its id. One that no clip plays goes with the next edit of a track. */
    public Session withAudio(AudioFile file) {
        List<AudioFile> all = new ArrayList<>(audio);
        all.removeIf(f -> f.id().equals(file.id()));
        all.add(file);
        all.sort(Comparator.comparing(AudioFile::id));
        return changed(draft -> draft.audio = all);
    }

    /** With these tracks and the audio files that their clips play; the same if there are none. */
    public Session with(List<AudioFile> files, List<Track> newTracks) {
        return files.isEmpty() && audio.isEmpty()
                ? this
                : changed(draft -> {
                    draft.audio = files;
                    draft.tracks = newTracks;
                });
    }

    /** So many quarter notes long. */
    public Session lasting(double beats) {
        return changed(draft -> draft.length = beats);
    }

    public Session withLeftOut(List<LeftOut> newLeftOut) {
        return changed(draft -> draft.leftOut = newLeftOut);
    }

    public Session withRecipes(Map<Target, Recipe> newRecipes) {
        return changed(draft -> draft.recipes = newRecipes);
    }

    /** How the next pass into a layer of a target is drawn: as its last ride, else as was told for the first, else as is usual. */
    public Recipe nextRecipe(Target target, Layer layer) {
        int n = layer.stretches().size();
        if (n > 0) {
            return layer.stretches().get(n - 1).recipe();
        }
        Recipe usual = Recipe.usual(layer.scale(parameter(target)));
        Recipe told = recipes.getOrDefault(target, usual);
        return layer.offset() ? usual.earlier(told.shift()) : told;
    }

    /** With the first pass over a target drawn by this recipe. */
    public Session drawing(Target target, Recipe recipe) {
        Map<Target, Recipe> all = new HashMap<>(recipes);
        all.put(target, recipe);
        return withRecipes(all);
    }
}
