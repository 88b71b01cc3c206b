package agogic.core.session;

import agogic.core.audio.AudioFile;
import agogic.core.device.Device;
import agogic.core.lane.Lane;
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
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What a session consists of, and how it is found there; what becomes of it is {@code Session}'s. */
abstract class Content {
    private static final String GONE = "a control from the file";

    final String name;
    final String subtitle;
    final Timeline timeline;
    final double length;
    final List<Section> sections;
    final Loop loop;
    final SharedList<Track> tracks;
    final SharedList<Device> devices;
    final SharedList<Surface> surfaces;
    final SharedList<Route> routes;
    final SharedList<Lane> lanes;
    final SharedList<Ride> rides;
    final SharedList<Macro> macros;
    final Sync sync;
    final List<Pattern> patterns;
    final List<SnapshotSet> sets;
    final List<Version> versions;
    final Map<Target, Recipe> recipes;
    final List<LeftOut> leftOut;
    final List<Remark> remarks;
    final List<AudioFile> audio;
    final List<Destination> destinations;
    final Lookup lookup;

    Content(Draft draft, Content before) {
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
        sets = before == null ? List.copyOf(draft.sets) : draft.remainingSets(this, before);
        versions = before == null ? List.copyOf(draft.versions) : draft.remainingVersions(this, before);
        recipes = before == null ? Map.copyOf(draft.recipes) : draft.remainingRecipes(this, before);
        leftOut = List.copyOf(draft.leftOut);
        remarks = List.copyOf(draft.remarks);
        audio = List.copyOf(draft.audio);
        destinations = List.copyOf(draft.destinations);
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

    /** The audio files that its clips play. */
    public List<AudioFile> audio() {
        return audio;
    }

    @Override
    public boolean equals(Object other) {
        return other == this || other instanceof Content content && parts().equals(content.parts());
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

    /** The audio file with this id. */
    public AudioFile audio(String id) {
        return audio.stream()
                .filter(f -> f.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("The session has no audio file “" + id + "”."));
    }

    private static <T> T at(List<T> all, int place, String what, Object name) {
        if (place < 0) {
            throw new IllegalArgumentException("The session has no " + what + " " + name + ".");
        }
        return all.get(place);
    }

    /** True if the session has what this target names. */
    public boolean has(Target target) {
        if (target.device().equals(Macro.DEVICE)) {
            return lookup.macros.of(target.parameter()) >= 0;
        }
        int place = lookup.devices.of(target.device());
        return place >= 0 && devices.get(place).placeOf(target.parameter()) >= 0;
    }

    /** True if the session has the control at the beginning of a route. */
    public boolean has(Hand hand) {
        int place = lookup.surfaces.of(hand.surface());
        return place >= 0 && surfaces.get(place).placeOf(hand.control()) >= 0;
    }

    /** True if the session has a device with this id; the macros are none. */
    public boolean hasDevice(String id) {
        return lookup.devices.of(id) >= 0;
    }

    /** True if the session has a ride with this id. */
    public boolean hasRide(String id) {
        return lookup.rides.of(id) >= 0;
    }

    /**
     * The parameter of a target of this session.
     *
     * @throws IllegalArgumentException if it has none
     */
    public Parameter parameter(Target target) {
        boolean macro = target.device().equals(Macro.DEVICE);
        int place = macro ? lookup.macros.of(target.parameter()) : lookup.devices.of(target.device());
        if (place >= 0 && macro) {
            return macros.get(place).parameter();
        }
        int at = place < 0 ? -1 : devices.get(place).placeOf(target.parameter());
        if (at < 0) {
            throw new IllegalArgumentException("The session has no parameter " + target + ".");
        }
        return devices.get(place).parameters().get(at);
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
        if (!has(hand)) {
            throw new IllegalArgumentException("The session has no control " + hand + ".");
        }
        return surface(hand.surface()).find(hand.control());
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
        return (has(hand) ? control(hand).name() : GONE) + " of "
                + surface(hand.surface()).name();
    }

    /**
     * The name of a control for people, with that of its surface where another has one of that name; “a control that is
     * gone” if the session has it no more.
     */
    public String controlName(Hand hand) {
        if (!has(hand)) {
            return hand.surface().equals(Hand.SCREEN) ? "The screen" : GONE;
        }
        String own = control(hand).name();
        boolean elsewhere = surfaces.stream()
                .filter(s -> !s.id().equals(hand.surface()))
                .flatMap(s -> s.controls().stream())
                .anyMatch(c -> c.name().equalsIgnoreCase(own));
        return elsewhere ? wholeControlName(hand) : own;
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
}
