package agogic.core.expose;

import agogic.core.device.Device;
import agogic.core.session.Session;
import agogic.core.session.Track;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;

/** What a person does to tracks and to the devices on them: edits, and nothing that is heard changes but by them. */
public final class Chains {
    private Chains() {}

    /** With one track more at the end: buses after all others. */
    public static Session addTrack(Session session, String name, boolean bus, Optional<Device> sound) {
        String id = freshId(session);
        Track fresh = new Track(id, name.strip(), bus, freshChannel(session), List.of(), List.of());
        List<Track> tracks = new ArrayList<>(session.tracks());
        int place = tracks.size();
        while (!bus && place > 0 && tracks.get(place - 1).bus()) {
            place--;
        }
        tracks.add(place, fresh);
        Session more = session.withTracks(tracks);
        return sound.map(device -> Adding.of(more, device, id)).orElse(more);
    }

    private static String freshId(Session session) {
        for (int n = session.tracks().size() + 1; ; n++) {
            String id = "track-" + n;
            if (session.tracks().stream().noneMatch(t -> t.id().equals(id))) {
                return id;
            }
        }
    }

    /** A MIDI channel that no track has, or the one that the fewest have. */
    private static int freshChannel(Session session) {
        int best = 1;
        long least = Long.MAX_VALUE;
        for (int channel = 1; channel <= 16; channel++) {
            int one = channel;
            long used =
                    session.tracks().stream().filter(t -> t.channel() == one).count();
            if (used < least) {
                least = used;
                best = channel;
            }
        }
        return best;
    }

    /**
     * Gives a track another name.
     *
     * @throws IllegalArgumentException if it is blank
     */
    public static Session rename(Session session, String trackId, String name) {
        if (name.isBlank()) {
            throw new IllegalArgumentException("A track needs a name.");
        }
        return change(session, trackId, t -> named(t, name.strip()));
    }

    private static Track named(Track t, String name) {
        return new Track(t.id(), name, t.bus(), t.channel(), t.devices(), t.clips());
    }

    private static Track chained(Track t, List<String> devices) {
        return new Track(t.id(), t.name(), t.bus(), t.channel(), devices, t.clips());
    }

    private static Session change(Session session, String trackId, java.util.function.UnaryOperator<Track> changed) {
        return session.withTracks(session.tracks().stream()
                .map(t -> t.id().equals(trackId) ? changed.apply(t) : t)
                .toList());
    }

    /**
     * A track so many places further down, −1 for one up; where it would leave the list it stays at the end.
     *
     * @throws IllegalArgumentException in words for people if there is no such track
     */
    public static Session moveTrack(Session session, String trackId, int by) {
        List<Track> tracks = new ArrayList<>(session.tracks());
        for (int i = 0; i < tracks.size(); i++) {
            if (tracks.get(i).id().equals(trackId)) {
                Track track = tracks.remove(i);
                tracks.add(Math.max(0, Math.min(tracks.size(), i + by)), track);
                return session.withTracks(tracks);
            }
        }
        throw new IllegalArgumentException("There is no track " + trackId + ".");
    }

    /**
     * A device so many places further along its track, below 0 for back.
     *
     * @throws IllegalArgumentException if it would take the place of the instrument, or leave it
     */
    public static Session moveDevice(Session session, String deviceId, int by) {
        Track track = session.trackOf(deviceId)
                .orElseThrow(() -> new IllegalArgumentException("It is on no track, so it cannot be moved."));
        List<String> chain = new ArrayList<>(track.devices());
        int from = chain.indexOf(deviceId);
        int to = from + by;
        if (to < 0 || to >= chain.size()) {
            throw new IllegalArgumentException(session.device(deviceId).name() + " is at the "
                    + (by < 0 ? "beginning" : "end") + " of " + track.name() + " already.");
        }
        if (!track.bus() && (from == 0 || to == 0) && playsNotes(track)) {
            throw new IllegalArgumentException(
                    session.device(chain.get(0)).name() + " plays the notes of " + track.name() + " and stays first.");
        }
        Collections.swap(chain, from, to);
        return change(session, track.id(), t -> chained(t, chain));
    }

    private static boolean playsNotes(Track track) {
        return track.clips().stream().anyMatch(c -> c.audio().isEmpty());
    }

    /** Without a device in its chain: it is still in the session. */
    static Session unchained(Session session, String deviceId) {
        return session.withTracks(session.tracks().stream()
                .map(t -> t.devices().contains(deviceId)
                        ? chained(
                                t,
                                t.devices().stream()
                                        .filter(d -> !d.equals(deviceId))
                                        .toList())
                        : t)
                .toList());
    }
}
