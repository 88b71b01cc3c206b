package agogic.formats.midi;

import agogic.core.device.Device;
import agogic.core.lane.Lane;
import agogic.core.score.Clip;
import agogic.core.session.Destination;
import agogic.core.session.Session;
import agogic.core.session.Track;
import java.util.List;
import java.util.function.Predicate;

/** A part of a piece for a MIDI file of its own: its tempo and sections stay, and each lane is sent as in the whole. */
public final class MidiPart {
    private MidiPart() {}

    /** Notes and lanes, or one of them. */
    public static Session of(Session session, Destination.Content content) {
        return switch (content) {
            case ALL -> session;
            case LANES -> only(session, t -> false, l -> true);
            case NOTES -> only(session, t -> true, l -> false);
        };
    }

    /** One track: its notes, and the lanes of its devices. */
    public static Session of(Session session, Track track) {
        return only(session, t -> t.id().equals(track.id()), l -> track.devices()
                .contains(l.target().device()));
    }

    /** One device: its lanes. */
    public static Session of(Session session, Device device) {
        return only(session, t -> false, l -> l.target().device().equals(device.id()));
    }

    private static Session only(Session session, Predicate<Track> notes, Predicate<Lane> lanes) {
        Session less = session.withLanes(session.lanes().stream().filter(lanes).toList());
        for (Track track : session.tracks()) {
            if (!notes.test(track)
                    && track.clips().stream().anyMatch(c -> !c.notes().isEmpty())) {
                List<Clip> silent = track.clips().stream()
                        .map(c -> c.with(List.of(), c.dynamics(), c.hairpins()))
                        .toList();
                less = less.with(track.with(silent));
            }
        }
        return less;
    }
}
