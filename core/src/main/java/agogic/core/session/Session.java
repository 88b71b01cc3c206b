package agogic.core.session;

import agogic.core.device.Device;
import agogic.core.lane.Lane;
import agogic.core.macro.Macro;
import agogic.core.macro.MacroOrder;
import agogic.core.macro.Member;
import agogic.core.parameter.Parameter;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import agogic.core.text.Text;
import agogic.core.time.Section;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.function.Supplier;

/**
 * One piece. Immutable; its constructor refuses what does not hold together, so a session that exists is whole.
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
 * @param routes the wires from hand to sound, in the order in which they are shown
 * @param lanes what each target has over time, one a target
 * @param rides all that was ever recorded
 * @param macros values that move several parameters
 */
public record Session(
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
    /** How many surfaces a session can have. */
    public static final int MOST_SURFACES = 32;

    public Session {
        sections = List.copyOf(sections);
        tracks = List.copyOf(tracks);
        devices = List.copyOf(devices);
        surfaces = List.copyOf(surfaces);
        routes = List.copyOf(routes);
        lanes = List.copyOf(lanes);
        rides = List.copyOf(rides);
        macros = List.copyOf(macros);
        Text.sound("The name of the piece", name);
        Text.sound("The subtitle of the piece", subtitle);
        if (!(length > 0 && length <= 1e6)) {
            throw new IllegalArgumentException(
                    "A piece is longer than 0 beats and at most 1,000,000 long, not " + length + " beats.");
        }
        unique("device", devices, Device::id);
        unique("track", tracks, Track::id);
        unique("surface", surfaces, Surface::id);
        if (surfaces.size() > MOST_SURFACES) {
            throw new IllegalArgumentException("A session has " + MOST_SURFACES + " surfaces at most.");
        }
        unique("route", routes, Route::id);
        unique("lane", lanes, Lane::target);
        unique("ride", rides, Ride::id);
        check(devices, macros);
        for (Track track : tracks) {
            for (String device : track.devices()) {
                require(
                        devices.stream().anyMatch(d -> d.id().equals(device)),
                        () -> track.name() + " uses device " + device);
            }
        }
        for (Route route : routes) {
            require(
                    lookUp(devices, macros, route.target()) != null,
                    () -> "Route " + route.id() + " moves " + route.target());
            Hand hand = route.hand().orElse(null);
            require(hand == null || lookUp(surfaces, hand) != null, () -> "Route " + route.id() + " begins at " + hand);
            require(
                    hand == null || hand.page() <= pages(surfaces, hand.surface()),
                    () -> "Route " + route.id() + " begins on page " + (hand == null ? 0 : hand.page()) + " of "
                            + (hand == null ? "" : hand.surface()));
        }
        Set<String> ridden = new HashSet<>(2 * rides.size());
        rides.forEach(ride -> ridden.add(ride.id()));
        for (Lane lane : lanes) {
            require(lookUp(devices, macros, lane.target()) != null, () -> "A lane moves " + lane.target());
            for (agogic.core.lane.Stretch stretch : lane.stretches()) {
                require(
                        ridden.contains(stretch.ride()),
                        () -> "The lane of " + lane.target() + " was written by ride " + stretch.ride());
            }
        }
    }

    private static <T> void unique(String what, List<T> all, Function<T, ?> id) {
        Set<Object> seen = new HashSet<>(2 * all.size());
        for (T one : all) {
            if (!seen.add(id.apply(one))) {
                throw new IllegalArgumentException("There are two of the " + what + " “" + id.apply(one) + "”.");
            }
        }
    }

    private static void require(boolean holds, Supplier<String> what) {
        if (!holds) {
            throw new IllegalArgumentException(what.get() + ", which the session does not have.");
        }
    }

    private static void check(List<Device> devices, List<Macro> macros) {
        unique("macro", macros, Macro::id);
        Set<Target> moved = new HashSet<>();
        if (devices.stream().anyMatch(d -> d.id().equals(Macro.DEVICE))) {
            throw new IllegalArgumentException(
                    "No device can have the id “" + Macro.DEVICE + "”: the macros of a session have it.");
        }
        for (Macro macro : macros) {
            for (Member member : macro.members()) {
                Parameter parameter = lookUp(devices, macros, member.target());
                require(parameter != null, () -> "Macro " + macro.name() + " moves " + member.target());
                if (parameter.reserved()) {
                    throw new IllegalArgumentException(parameter.name() + " is reserved: no macro may move it.");
                }
                if (!moved.add(member.target())) {
                    throw new IllegalArgumentException(
                            parameter.name() + " is moved by two macros. Remove it from one of them.");
                }
            }
        }
        MacroOrder.inOrder(macros);
    }

    private static Parameter lookUp(List<Device> devices, List<Macro> macros, Target target) {
        if (target.device().equals(Macro.DEVICE)) {
            for (Macro macro : macros) {
                if (macro.id().equals(target.parameter())) {
                    return macro.parameter();
                }
            }
            return null;
        }
        for (Device device : devices) {
            if (device.id().equals(target.device())) {
                return device.find(target.parameter());
            }
        }
        return null;
    }

    private static int pages(List<Surface> surfaces, String id) {
        return surfaces.stream()
                .filter(s -> s.id().equals(id))
                .mapToInt(s -> s.pages().size())
                .findFirst()
                .orElse(0);
    }

    private static Control lookUp(List<Surface> surfaces, Hand hand) {
        for (Surface surface : surfaces) {
            if (surface.id().equals(hand.surface())) {
                return surface.find(hand.control());
            }
        }
        return null;
    }

    /** True if the session has what this target names. */
    public boolean has(Target target) {
        return lookUp(devices, macros, target) != null;
    }

    /** The parameter of a target of this session. */
    public Parameter parameter(Target target) {
        Parameter found = lookUp(devices, macros, target);
        if (found == null) {
            throw new IllegalArgumentException("The session has no parameter " + target + ".");
        }
        return found;
    }

    /** The device with this id; the macros are one too. */
    public Device device(String id) {
        if (id.equals(Macro.DEVICE)) {
            return Macro.device(macros);
        }
        return find(devices, d -> d.id().equals(id), "device " + id);
    }

    /** The surface with this id. */
    public Surface surface(String id) {
        return find(surfaces, s -> s.id().equals(id), "surface " + id);
    }

    /** The control at the beginning of a route. */
    public Control control(Hand hand) {
        Control found = lookUp(surfaces, hand);
        if (found == null) {
            throw new IllegalArgumentException("The session has no control " + hand + ".");
        }
        return found;
    }

    /** The route with this id. */
    public Route route(String id) {
        return find(routes, r -> r.id().equals(id), "route " + id);
    }

    /** The ride with this id. */
    public Ride ride(String id) {
        return find(rides, r -> r.id().equals(id), "ride " + id);
    }

    private static <T> T find(List<T> all, Predicate<T> which, String what) {
        for (T one : all) {
            if (which.test(one)) {
                return one;
            }
        }
        throw new IllegalArgumentException("The session has no " + what + ".");
    }

    /** The name of a control for people; “a control that is gone” if the session has it no more. */
    public String controlName(Hand hand) {
        Control found = lookUp(surfaces, hand);
        return found == null ? "a control that is gone" : found.name();
    }

    /** The macro with this id. */
    public Macro macro(String id) {
        return find(macros, m -> m.id().equals(id), "macro " + id);
    }

    /** The macro that moves a target, if one does. */
    public Optional<Macro> macroOf(Target target) {
        for (Macro macro : macros) {
            if (macro.member(target).isPresent()) {
                return Optional.of(macro);
            }
        }
        return Optional.empty();
    }

    /** True if points move a target over time: its own, or those of a macro that moves it. */
    public boolean movesOverTime(Target target) {
        Optional<Macro> macro = macroOf(target);
        boolean own = laneIfAny(target).filter(l -> !l.envelope().isEmpty()).isPresent();
        boolean counts = macro.isEmpty() || macro.get().member(target).orElseThrow() instanceof Member.ByOffset;
        return own && counts || macro.isPresent() && movesOverTime(macro.get().target());
    }

    /** The lane of a target: an empty one if it has none yet. */
    public Lane lane(Target target) {
        return laneIfAny(target).orElseGet(() -> Lane.empty(target));
    }

    public Optional<Lane> laneIfAny(Target target) {
        return lanes.stream().filter(l -> l.target().equals(target)).findFirst();
    }

    /** The track on which a device sits. */
    public Optional<Track> trackOf(String deviceId) {
        return tracks.stream().filter(t -> t.devices().contains(deviceId)).findFirst();
    }

    /** A session without macros. */
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
            List<Ride> rides) {
        this(
                name, subtitle, timeline, length, sections, loop, tracks, devices, surfaces, routes, lanes, rides,
                List.of());
    }

    /** Length in seconds. */
    public double seconds() {
        return timeline.secondsAt(length);
    }

    /** With this route in the place of the one with its id, or at the end. */
    public Session with(Route route) {
        return withRoutes(put(routes, route, r -> r.id().equals(route.id())));
    }

    /** With this lane in the place of the one of its target, or at the end. */
    public Session with(Lane lane) {
        return withLanes(put(lanes, lane, l -> l.target().equals(lane.target())));
    }

    /** With one ride more. */
    public Session with(Ride ride) {
        return withRides(put(rides, ride, r -> r.id().equals(ride.id())));
    }

    private static <T> List<T> put(List<T> all, T one, Predicate<T> same) {
        List<T> list = new ArrayList<>(all);
        for (int i = 0; i < list.size(); i++) {
            if (same.test(list.get(i))) {
                list.set(i, one);
                return list;
            }
        }
        list.add(one);
        return list;
    }

    public Session withRoutes(List<Route> newRoutes) {
        return new Session(
                name, subtitle, timeline, length, sections, loop, tracks, devices, surfaces, newRoutes, lanes, rides,
                macros);
    }

    public Session withLanes(List<Lane> newLanes) {
        return new Session(
                name, subtitle, timeline, length, sections, loop, tracks, devices, surfaces, routes, newLanes, rides,
                macros);
    }

    public Session withTracks(List<Track> newTracks) {
        return new Session(
                name, subtitle, timeline, length, sections, loop, newTracks, devices, surfaces, routes, lanes, rides,
                macros);
    }

    private Session withRides(List<Ride> newRides) {
        return new Session(
                name, subtitle, timeline, length, sections, loop, tracks, devices, surfaces, routes, lanes, newRides,
                macros);
    }

    /** Without the rides of these ids. */
    public Session withoutRides(Set<String> gone) {
        return gone.isEmpty()
                ? this
                : withRides(rides.stream().filter(r -> !gone.contains(r.id())).toList());
    }

    public Session withLoop(Loop newLoop) {
        return new Session(
                name, subtitle, timeline, length, sections, newLoop, tracks, devices, surfaces, routes, lanes, rides,
                macros);
    }

    /** At another tempo or metre. Lanes keep their own times: beats for those locked to beats, seconds for the others. */
    public Session withTimeline(Timeline newTimeline) {
        return new Session(
                name,
                subtitle,
                newTimeline,
                length,
                sections,
                loop,
                tracks,
                devices,
                surfaces,
                routes,
                lanes,
                rides,
                macros);
    }

    /** With this macro in the place of the one with its id, or at the end. */
    public Session with(Macro macro) {
        return withMacros(put(macros, macro, m -> m.id().equals(macro.id())));
    }

    public Session withMacros(List<Macro> newMacros) {
        return new Session(
                name, subtitle, timeline, length, sections, loop, tracks, devices, surfaces, routes, lanes, rides,
                newMacros);
    }

    /** With this surface in the place of the one with its id, or at the end. */
    public Session with(Surface surface) {
        return withSurfaces(put(surfaces, surface, s -> s.id().equals(surface.id())));
    }

    public Session withSurfaces(List<Surface> newSurfaces) {
        return new Session(
                name,
                subtitle,
                timeline,
                length,
                sections,
                loop,
                tracks,
                devices,
                newSurfaces,
                routes,
                lanes,
                rides,
                macros);
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
        List<Device> changed = put(devices, device, d -> d.id().equals(device.id()));
        return new Session(
                name, subtitle, timeline, length, sections, loop, tracks, changed, surfaces, routes, lanes, rides,
                macros);
    }

    /** What something moves: all that a route leads to, all that has points and all that a macro moves. */
    public Set<Target> inUse() {
        Set<Target> used = new HashSet<>();
        routes.forEach(r -> used.add(r.target()));
        lanes.stream().filter(l -> !l.envelope().isEmpty()).forEach(l -> used.add(l.target()));
        macros.forEach(m -> m.members().forEach(member -> used.add(member.target())));
        return used;
    }

    /** With one device more at the end of a track, on its channel, under an id and a name that nobody has yet. */
    public Session adding(Device device, String trackId) {
        Track track = tracks.stream()
                .filter(t -> t.id().equals(trackId))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("There is no track " + trackId + "."));
        String id = device.id();
        String called = device.name();
        for (int n = 2; taken(id, called); n++) {
            id = device.id() + "-" + n;
            called = device.name() + " " + n;
        }
        Device fresh = device.named(id, called).onChannel(track.channel());
        List<String> chain = new ArrayList<>(track.devices());
        chain.add(id);
        Track longer = new Track(track.id(), track.name(), track.bus(), track.channel(), chain, track.clips());
        return withDevice(fresh)
                .withTracks(tracks.stream().map(t -> t == track ? longer : t).toList());
    }

    private boolean taken(String id, String called) {
        return devices.stream().anyMatch(d -> d.id().equals(id) || d.name().equalsIgnoreCase(called));
    }

    /** With the target's parameter resting at {@code value} (normalised) when nothing moves it. */
    public Session standing(Target target, double value) {
        Parameter parameter = parameter(target);
        double rests = parameter.settled(value);
        if (parameter.resting() == rests) {
            return this;
        }
        return target.device().equals(Macro.DEVICE)
                ? with(macro(target.parameter()).with(parameter.restingAt(rests)))
                : withDevice(device(target.device()).with(parameter.restingAt(rests)));
    }

    /** A ride id that is not taken. */
    public String freshRideId() {
        int highest = 0;
        for (Ride ride : rides) {
            String digits = ride.id().replaceAll("\\D", "");
            highest = digits.isEmpty() || digits.length() > 8 ? highest : Math.max(highest, Integer.parseInt(digits));
        }
        return "ride-" + (highest + 1);
    }
}
