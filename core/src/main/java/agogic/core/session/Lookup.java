package agogic.core.session;

import agogic.core.device.Device;
import agogic.core.lane.Lane;
import agogic.core.list.SharedList;
import agogic.core.macro.Macro;
import agogic.core.ride.Ride;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.surface.Surface;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;

/**
 * Where the parts of a session are, by what names them. What an edit did not touch is kept from the session before: an
 * edit of one thing costs what that thing costs.
 */
final class Lookup {
    /** The places of the parts of one kind by what names each. Never changed once it is made. */
    static final class Places<T> {
        private final String what;
        private final Function<T, ?> naming;
        private final Map<Object, Integer> places;

        Places(String what, Function<T, ?> naming, List<T> all) {
            this.what = what;
            this.naming = naming;
            places = new HashMap<>(2 * all.size());
            for (int i = 0; i < all.size(); i++) {
                if (places.put(naming.apply(all.get(i)), i) != null) {
                    throw new IllegalArgumentException(
                            "There are two of the " + what + " “" + naming.apply(all.get(i)) + "”.");
                }
            }
        }

        /** The place of the part with this name, −1 if there is none. */
        int of(Object name) {
            return places.getOrDefault(name, -1);
        }

        /** The places in a list that came from {@code before}: the same, if the parts are named alike. */
        Places<T> after(SharedList<T> before, SharedList<T> now) {
            boolean alike = before.size() == now.size()
                    && now.others(before, i -> naming.apply(now.get(i)).equals(naming.apply(before.get(i))));
            return alike ? this : new Places<>(what, naming, now);
        }
    }

    final Places<Device> devices;
    final Places<Track> tracks;
    final Places<Surface> surfaces;
    final Places<Route> routes;
    final Places<Lane> lanes;
    final Places<Ride> rides;
    final Places<Macro> macros;
    /** The macro that moves each target. */
    private final Map<Target, Macro> movers;

    /** The clips of all tracks by their ids. */
    final Map<String, Clip> clips;

    private final Parts parts;

    /** What there is to be found, as a session has it. */
    record Parts(
            SharedList<Device> devices,
            SharedList<Track> tracks,
            SharedList<Surface> surfaces,
            SharedList<Route> routes,
            SharedList<Lane> lanes,
            SharedList<Ride> rides,
            SharedList<Macro> macros) {}

    /** The places of the parts of a session that came from nowhere. */
    Lookup(Parts parts) {
        this.parts = parts;
        devices = new Places<>("device", Device::id, parts.devices());
        tracks = new Places<>("track", Track::id, parts.tracks());
        surfaces = new Places<>("surface", Surface::id, parts.surfaces());
        routes = new Places<>("route", Route::id, parts.routes());
        lanes = new Places<>("lane", Lane::target, parts.lanes());
        rides = new Places<>("ride", Ride::id, parts.rides());
        macros = new Places<>("macro", Macro::id, parts.macros());
        movers = movers(parts.macros());
        clips = clips(parts.tracks());
    }

    /** The places of the parts of a session that came from that of {@code old}. */
    Lookup(Parts parts, Lookup old) {
        this.parts = parts;
        Parts before = old.parts;
        devices = old.devices.after(before.devices(), parts.devices());
        tracks = old.tracks.after(before.tracks(), parts.tracks());
        surfaces = old.surfaces.after(before.surfaces(), parts.surfaces());
        routes = old.routes.after(before.routes(), parts.routes());
        lanes = old.lanes.after(before.lanes(), parts.lanes());
        rides = old.rides.after(before.rides(), parts.rides());
        macros = old.macros.after(before.macros(), parts.macros());
        movers = before.macros() == parts.macros() ? old.movers : movers(parts.macros());
        clips = before.tracks() == parts.tracks() ? old.clips : clips(parts.tracks());
    }

    private static Map<String, Clip> clips(List<Track> tracks) {
        Map<String, Clip> clips = new HashMap<>();
        for (Track track : tracks) {
            for (Clip clip : track.clips()) {
                if (clips.put(clip.id(), clip) != null) {
                    throw new IllegalArgumentException("There are two of the clip “" + clip.id() + "”.");
                }
            }
        }
        return clips;
    }

    private static Map<Target, Macro> movers(List<Macro> macros) {
        Map<Target, Macro> movers = new HashMap<>();
        macros.forEach(macro -> macro.members().forEach(member -> movers.putIfAbsent(member.target(), macro)));
        return movers;
    }

    /** The macro that moves a target, or null. */
    Macro mover(Target target) {
        return movers.get(target);
    }
}
