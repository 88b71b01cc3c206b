package agogic.core.expose;

import agogic.core.device.Device;
import agogic.core.session.Session;
import agogic.core.session.Track;
import java.util.ArrayList;
import java.util.List;

/** Bringing a device into a piece. */
public final class Adding {
    private Adding() {}

    /**
     * With one device more at the end of a track, on its channel, under an id and a name that nobody has yet.
     *
     * @throws IllegalArgumentException in words for people if there is no such track
     */
    public static Session of(Session session, Device device, String trackId) {
        Track track = session.track(trackId);
        String id = device.id();
        String called = device.name();
        for (int n = 2; taken(session, id, called); n++) {
            id = device.id() + "-" + n;
            called = device.name() + " " + n;
        }
        Device fresh = device.named(id, called).onChannel(track.channel());
        List<String> chain = new ArrayList<>(track.devices());
        chain.add(id);
        Track longer = new Track(track.id(), track.name(), track.bus(), track.channel(), chain, track.clips());
        return session.withDevice(fresh)
                .withTracks(session.tracks().stream()
                        .map(t -> t == track ? longer : t)
                        .toList());
    }

    private static boolean taken(Session session, String id, String called) {
        return session.devices().stream()
                .anyMatch(d -> d.id().equals(id) || d.name().equalsIgnoreCase(called));
    }
}
