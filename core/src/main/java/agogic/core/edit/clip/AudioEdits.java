package agogic.core.edit.clip;

import agogic.core.audio.AudioFile;
import agogic.core.audio.AudioPart;
import agogic.core.score.Clip;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.time.Lock;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;

/** Edits of clips that play audio: which file, how loud, how they begin and end. Positions are beats of the piece. */
public final class AudioEdits {
    private static final double SAME_SECONDS = 1e-6;

    private AudioEdits() {}

    /**
     * What of a file the clip with this id plays.
     *
     * @throws IllegalArgumentException in words for people if there is no such clip, or it plays none
     */
    public static AudioPart part(Session session, String id) {
        Clip clip = Clips.of(session, id);
        return clip.audio()
                .orElseThrow(() -> new IllegalArgumentException(clip.name() + " plays no audio; it has notes only."));
    }

    /**
     * With a clip on a track that plays all of a file from {@code beat} (quarter notes, 0 or more) on. The piece
     * becomes as long as the audio if it was shorter.
     *
     * @throws IllegalArgumentException in words for people if there is no such track, or the clip cannot lie there
     */
    public static Clips.Made add(Session session, String trackId, AudioFile file, String name, double beat) {
        double ends = session.timeline().secondsAt(beat) + file.seconds();
        double length = session.timeline().beatAt(ends) - beat;
        Clips.Made made = Clips.add(session, trackId, name, beat, beat + Math.max(length, 1.0 / 32));
        // A file that the piece has already is not a second one.
        AudioFile one = session.audio().stream()
                .filter(a -> a.path().equals(file.path()) && a.digest().equals(file.digest()))
                .findFirst()
                .orElse(file);
        Session known = one == file ? made.session().withAudio(file) : made.session();
        Session with = Clips.replaced(known, made.clip(), c -> c.with(Optional.of(AudioPart.of(one))));
        return new Clips.Made(with.length() >= beat + length ? with : with.lasting(beat + length), made.clip());
    }

    private static Session part(Session session, String id, UnaryOperator<AudioPart> edit) {
        part(session, id);
        return Clips.replaced(session, id, c -> c.with(c.audio().map(edit)));
    }

    /**
     * With a clip so loud, −96 to 24 dB.
     *
     * @throws IllegalArgumentException in words for people if there is no such clip, it plays no audio, or cannot be
     *     so loud
     */
    public static Session gain(Session session, String id, double decibel) {
        return part(session, id, a -> a.gain(decibel));
    }

    /**
     * With a clip that fades in and out in so many seconds.
     *
     * @throws IllegalArgumentException in words for people if there is no such clip, it plays no audio, or both are longer
     *     than it
     */
    public static Session fades(Session session, String id, double in, double out) {
        Clip clip = Clips.of(session, id);
        double seconds = clip.seconds(session.timeline());
        if (in + out > seconds + SAME_SECONDS) {
            throw new IllegalArgumentException(String.format(
                    java.util.Locale.ROOT,
                    "%s lasts %.2f s: fades of %.2f s and %.2f s do not fit into it.",
                    clip.name(),
                    seconds,
                    in,
                    out));
        }
        return part(session, id, a -> a.fades(in, out));
    }

    /**
     * With a clip that keeps its place in beats or in seconds when the tempo changes.
     *
     * @throws IllegalArgumentException in words for people if there is no such clip, or it plays no audio
     */
    public static Session lock(Session session, String id, Lock lock) {
        return part(session, id, a -> a.locked(lock));
    }

    /**
     * With another file in the place of one, in all clips that play it; it may have another length.
     *
     * @throws IllegalArgumentException in words for people if the session has no such file
     */
    public static Session replace(Session session, String file, AudioFile other) {
        AudioFile old = session.audio(file);
        AudioFile fresh = other.called(freshId(session)).carried(old.inside());
        Session known = session.withAudio(fresh);
        for (Track track : session.tracks()) {
            List<Clip> clips = new ArrayList<>(track.clips());
            clips.replaceAll(c -> c.with(c.audio().map(a -> a.file().equals(file) ? replaced(a, old, fresh) : a)));
            known = clips.equals(track.clips()) ? known : known.with(track.with(clips));
        }
        return known;
    }

    /** What reached to the end of the old file reaches to the end of the new one. */
    private static AudioPart replaced(AudioPart part, AudioFile old, AudioFile fresh) {
        boolean whole = Math.abs(part.to() - old.seconds()) < SAME_SECONDS || part.to() > fresh.seconds();
        double to = whole ? fresh.seconds() : part.to();
        boolean fits = to - part.from() >= AudioPart.SHORTEST;
        return fits
                ? part.of(fresh.id()).range(part.from(), to, part.loop())
                : part.of(fresh.id()).range(0, fresh.seconds(), part.loop());
    }

    /**
     * With a file that lies elsewhere, the same audio.
     *
     * @throws IllegalArgumentException in words for people if the session has no such file
     */
    public static Session found(Session session, String file, String path) {
        return session.withAudio(session.audio(file).at(path));
    }

    /**
     * With a file carried in the file of the piece, or only named there.
     *
     * @throws IllegalArgumentException in words for people if the session has no such file
     */
    public static Session carry(Session session, String file, boolean inside) {
        return session.withAudio(session.audio(file).carried(inside));
    }

    /** An id that no file of a session has. */
    public static String freshId(Session session) {
        Set<String> taken = new HashSet<>();
        session.audio().forEach(f -> taken.add(f.id()));
        int n = 1;
        while (taken.contains("audio-" + n)) {
            n++;
        }
        return "audio-" + n;
    }

    /** The part when a clip repeats {@code cycle} quarter notes of its content; 0 for all of the file, once. */
    static AudioPart looped(Session session, Clip clip, AudioPart part, double cycle) {
        if (cycle == 0) {
            return part.range(0, session.audio(part.file()).seconds(), false);
        }
        double begins = session.timeline().secondsAt(clip.beat());
        double content = session.timeline().secondsAt(Math.max(0, clip.beat() - clip.offset()));
        double length = session.timeline().secondsAt(clip.beat() + cycle) - begins;
        double from = Math.max(0, part.start() - (begins - content));
        return part.range(from, from + length, true);
    }

    /**
     * Two clips can be joined if neither plays audio, or the second goes on with the audio of the first.
     *
     * @throws IllegalArgumentException if not
     */
    static void joinable(Session session, Clip first, Clip second) {
        if (first.audio().isEmpty() && second.audio().isEmpty()) {
            return;
        }
        double between =
                session.timeline().secondsAt(second.beat()) - session.timeline().secondsAt(first.beat());
        boolean goesOn = first.audio().isPresent()
                && second.audio().isPresent()
                && second.beat() - first.end() < Clip.SAME
                && continues(first.audio().get().later(between), second.audio().get());
        if (!goesOn) {
            throw new IllegalArgumentException("Audio can be joined where one clip goes on as the other ends: "
                    + first.name() + " and " + second.name() + " do not.");
        }
    }

    private static boolean continues(AudioPart one, AudioPart other) {
        double apart = other.at(0) - one.at(0);
        boolean near = one.loop()
                ? Math.min(Math.abs(apart), Math.abs(Math.abs(apart) - (one.to() - one.from()))) < SAME_SECONDS
                : Math.abs(other.start() - one.start()) < SAME_SECONDS;
        return near
                && one.equals(new AudioPart(
                        other.file(),
                        other.from(),
                        other.to(),
                        one.start(),
                        other.loop(),
                        other.gain(),
                        one.fadeIn(),
                        one.fadeOut(),
                        other.lock()));
    }
}
