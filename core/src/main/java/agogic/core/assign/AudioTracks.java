package agogic.core.assign;

import agogic.core.audio.AudioFile;
import agogic.core.device.Device;
import agogic.core.edit.clip.AudioEdits;
import agogic.core.edit.clip.Clips;
import agogic.core.expose.Chains;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.Track;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/** Audio that is added to a piece: on tracks of its own, each with a strip whose level can be ridden, or on one that is there. */
public final class AudioTracks {
    /** The parameter of a strip that a new track of audio shows a lane of. */
    private static final String LEVEL = "level";

    private AudioTracks() {}

    /**
     * With files on tracks of their own, each beginning at {@code beat}.
     *
     * @param files without ids
     * @param strip makes the device that a track gets, of an id
     * @param beat in quarter notes of the piece, 0 or more
     * @throws IllegalArgumentException in words for people if the beat is no place for a clip
     */
    public static Session each(Session session, List<AudioFile> files, double beat, Function<String, Device> strip) {
        Session more = session;
        for (AudioFile file : files) {
            more = Chains.addTrack(more, file.title(), false, Optional.of(named(more, strip, file.title())));
            Track track = newest(session, more);
            more = AudioEdits.add(more, track.id(), file.called(AudioEdits.freshId(more)), file.title(), beat)
                    .session();
            more = withRoute(more, track);
            session = more;
        }
        return more;
    }

    /**
     * With files on one track, one after the other from {@code beat} (quarter notes, 0 or more) on.
     *
     * @throws IllegalArgumentException in words for people if there is no such track, or the beat is no place for a
     *     clip
     */
    public static Session after(Session session, List<AudioFile> files, String trackId, double beat) {
        Session more = session;
        double at = beat;
        for (AudioFile file : files) {
            Clips.Made made = AudioEdits.add(more, trackId, file.called(AudioEdits.freshId(more)), file.title(), at);
            more = made.session();
            at = Clips.of(more, made.clip()).end();
        }
        return more;
    }

    /**
     * With files on one new track, one after the other from {@code beat} (quarter notes, 0 or more) on.
     *
     * @throws IllegalArgumentException in words for people if the beat is no place for a clip
     */
    public static Session together(
            Session session, List<AudioFile> files, double beat, Function<String, Device> strip) {
        Session one = each(session, files.subList(0, 1), beat, strip);
        Track track = newest(session, one);
        return after(
                one,
                files.subList(1, files.size()),
                track.id(),
                track.clips().get(0).end());
    }

    /** The first track that is in {@code after} and not in {@code before}; there has to be one. */
    public static Track newest(Session before, Session after) {
        return after.tracks().stream()
                .filter(t -> before.tracks().stream().noneMatch(b -> b.id().equals(t.id())))
                .findFirst()
                .orElseThrow();
    }

    private static Device named(Session session, Function<String, Device> strip, String title) {
        String id = "strip-1";
        for (int n = 1; session.hasDevice(id); n++) {
            id = "strip-" + n;
        }
        Device device = strip.apply(id);
        return device.named(id, device.name() + " · " + title);
    }

    /** With a route to the level of a track, which no hand moves yet: so that it is seen, and can be ridden. */
    private static Session withRoute(Session session, Track track) {
        String device = session.track(track.id()).devices().get(0);
        Target level = new Target(device, LEVEL);
        return session.has(level)
                ? session.with(Route.of(Assigning.freshId(session, level), null, Span.FULL, level))
                : session;
    }
}
