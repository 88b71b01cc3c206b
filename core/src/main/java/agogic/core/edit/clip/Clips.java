package agogic.core.edit.clip;

import agogic.core.audio.AudioPart;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.score.Clip;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.session.Writable;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.UnaryOperator;

/** Moves, copies, cuts, joins, stretches clips; their notes, dynamics and layers go with them. Positions are beats of the piece. */
public final class Clips {
    private static final double SHORTEST = 1.0 / 64;

    private Clips() {}

    /** A session, and the id of the clip that came of an edit. */
    public record Made(Session session, String clip) {}

    /**
     * The clip with this id.
     *
     * @throws IllegalArgumentException in words for people if there is none
     */
    public static Clip of(Session session, String id) {
        return session.clip(id)
                .orElseThrow(() -> new IllegalArgumentException("The session has no clip “" + id + "”."));
    }

    /** With a clip edited. */
    static Session replaced(Session session, String id, UnaryOperator<Clip> edit) {
        Track track = session.trackOfClip(id).orElseThrow();
        return session.with(track.with(track.clips().stream()
                .map(c -> c.id().equals(id) ? edit.apply(c) : c)
                .toList()));
    }

    /**
     * With a clip begun at {@code beat} of the piece, in quarter notes; below 0 is 0.
     *
     * @throws IllegalArgumentException in words for people if there is no such clip
     */
    public static Session move(Session session, String id, double beat) {
        of(session, id);
        return replaced(session, id, c -> c.at(Math.max(0, beat), session.timeline()));
    }

    /**
     * With an empty clip on a track, from one beat to another.
     *
     * @throws IllegalArgumentException in words for people if it has no name or no length, or cannot lie there
     */
    public static Made add(Session session, String trackId, String name, double from, double to) {
        if (name.isBlank()) {
            throw new IllegalArgumentException("A clip needs a name.");
        }
        if (!(from >= 0 && to - from >= SHORTEST)) {
            throw new IllegalArgumentException(name + " has to end after it begins.");
        }
        Track track = session.track(trackId);
        String id = freshId(session);
        List<Clip> clips = new ArrayList<>(track.clips());
        clips.add(new Clip(name.strip(), from, to - from, List.of(), List.of(), List.of()).called(id));
        return new Made(session.with(track.with(clips)), id);
    }

    /**
     * With another name.
     *
     * @throws IllegalArgumentException in words for people if there is no such clip, or the name is blank
     */
    public static Session rename(Session session, String id, String name) {
        if (name.isBlank()) {
            throw new IllegalArgumentException("A clip needs a name.");
        }
        of(session, id);
        return replaced(session, id, c -> c.named(name.strip()));
    }

    /**
     * With a copy at {@code beat} of the piece, which is its own: what is changed in one stays as it is in the other.
     *
     * @throws IllegalArgumentException in words for people if there is no such clip, or a protected lane says something in it
     */
    public static Made copy(Session session, String id, double beat) {
        return beside(session, of(session, id), of(session, id).at(Math.max(0, beat), session.timeline()));
    }

    /** With {@code fresh} on the track of {@code clip}, with its layers. */
    private static Made beside(Session session, Clip clip, Clip fresh) {
        Writable.clip(session, clip.id());
        Track track = session.trackOfClip(clip.id()).orElseThrow();
        String id = freshId(session);
        List<Clip> clips = new ArrayList<>(track.clips());
        clips.add(fresh.called(id));
        Session with = session.with(track.with(clips));
        for (Lane lane : session.lanes()) {
            // Each right above the one it came from: so what lies over it lies over both.
            List<Layer> layers = new ArrayList<>();
            for (Layer layer : lane.layers()) {
                layers.add(layer);
                if (layer.clip().equals(clip.id())) {
                    layers.add(layer.in(id));
                }
            }
            with = layers.size() == lane.layers().size() ? with : with.with(lane.of(layers));
        }
        return new Made(with, id);
    }

    private static String freshId(Session session) {
        Set<String> taken = new HashSet<>();
        session.tracks().forEach(t -> t.clips().forEach(c -> taken.add(c.id())));
        int n = 1;
        while (taken.contains("clip-" + n)) {
            n++;
        }
        return "clip-" + n;
    }

    /**
     * With copies one behind the other up to {@code beat}; the last is as long as there is room.
     *
     * @throws IllegalArgumentException in words for people if there is no such clip, or a protected lane says something in it, or it ends there or later, or more than a thousand copies would be needed
     */
    public static Session repeat(Session session, String id, double beat) {
        Clip clip = of(session, id);
        if (!(beat > clip.end() + Clip.SAME)) {
            throw new IllegalArgumentException(clip.name() + " ends at "
                    + session.timeline().printBars(clip.end()) + ": repeat it to a place after that.");
        }
        if ((beat - clip.end()) / clip.length() > 1_000) {
            throw new IllegalArgumentException("That would be more than 1,000 copies of " + clip.name() + ".");
        }
        Session done = session;
        for (int n = 1; clip.beat() + n * clip.length() < beat - Clip.SAME; n++) {
            double at = clip.beat() + n * clip.length();
            double length = Math.min(clip.length(), beat - at);
            done = beside(done, clip, clip.lying(at, length, clip.offset())).session();
        }
        return done;
    }

    /**
     * With a clip cut in two at {@code beat}; nothing that is heard moves. The second part is told.
     *
     * @throws IllegalArgumentException if there is no such clip, or a protected lane says something in it, or that is not inside of it, or its audio fades there
     */
    public static Made cut(Session session, String id, double beat) {
        Clip clip = of(session, id);
        if (!(beat > clip.beat() + SHORTEST && beat < clip.end() - SHORTEST)) {
            throw new IllegalArgumentException("A cut lies inside the clip: " + clip.name() + " goes from "
                    + session.timeline().printBars(clip.beat()) + " to "
                    + session.timeline().printBars(clip.end()) + ".");
        }
        clip.audio().ifPresent(audio -> unfaded(session, clip, audio, beat));
        Clip second = later(session, clip, beat)
                .lying(beat, clip.end() - beat, clip.contentAt(beat))
                .with(later(session, clip, beat).audio().map(a -> a.fades(0, a.fadeOut())));
        Made made = beside(session, clip, second);
        Session first = replaced(made.session(), id, c -> c.lying(c.beat(), beat - c.beat(), c.offset())
                .with(c.audio().map(a -> a.fades(a.fadeIn(), 0))));
        return new Made(Trimming.of(Trimming.of(first, id), made.clip()), made.clip());
    }

    /** A part of a fade would be louder or softer than it was: the parts of a clip fade from and to nothing. */
    private static void unfaded(Session session, Clip clip, AudioPart audio, double beat) {
        Timeline timeline = session.timeline();
        double at = timeline.secondsAt(beat);
        double in = timeline.secondsAt(clip.beat()) + audio.fadeIn();
        double out = timeline.secondsAt(clip.end()) - audio.fadeOut();
        boolean still = at < in - Clip.SAME;
        if (still || at > out + Clip.SAME) {
            throw new IllegalArgumentException(clip.name() + (still ? " fades in until " : " fades out from ")
                    + timeline.printBars(timeline.beatAt(still ? in : out)) + (still ? "" : " on")
                    + ": cut it " + (still ? "after" : "before") + " that, or make the fade shorter first.");
        }
    }

    /** A clip whose audio goes on where it is heard at {@code beat}. */
    private static Clip later(Session session, Clip clip, double beat) {
        double by = session.timeline().secondsAt(beat) - session.timeline().secondsAt(clip.beat());
        return clip.with(clip.audio().map(a -> a.later(by)));
    }

    /**
     * With a clip from one beat to another: its content stays where it is in the piece, more or less of it is heard.
     *
     * @throws IllegalArgumentException if there is no such clip, or it would begin before its content does
     */
    public static Session resize(Session session, String id, double from, double to) {
        Clip clip = of(session, id);
        double offset = clip.running(from);
        if (clip.cycle() > 0) {
            offset = clip.contentAt(from);
        } else if (offset < -Clip.SAME) {
            throw new IllegalArgumentException("The content of " + clip.name() + " begins at "
                    + session.timeline().printBars(clip.beatOf(0)) + ": there is nothing before it.");
        }
        if (!(from >= 0 && to - from >= SHORTEST)) {
            throw new IllegalArgumentException(clip.name() + " has to end after it begins.");
        }
        double begins = Math.max(0, offset);
        return replaced(session, id, c -> later(session, c, from).lying(from, to - from, begins));
    }

    /**
     * With all of a clip's content, as it is heard now, in {@code length} quarter notes.
     *
     * @throws IllegalArgumentException in words for people if there is no such clip, or it plays audio, or would go more than 64 times as fast or as slow as it was written
     */
    public static Session stretch(Session session, String id, double length) {
        Clip clip = of(session, id);
        if (clip.audio().isPresent()) {
            throw new IllegalArgumentException(
                    clip.name() + " plays audio, which never stretches. Drag an edge to hear more or less of it.");
        }
        double speed = clip.speed() * clip.length() / length;
        if (!(length >= SHORTEST && speed >= 1.0 / 64 && speed <= 64)) {
            throw new IllegalArgumentException(
                    clip.name() + " can go a 64th to 64 times as fast as it was written, not further.");
        }
        return replaced(session, id, c -> c.stretched(length, speed));
    }

    /**
     * With a clip that repeats {@code cycle} quarter notes of its content; 0 for not at all.
     *
     * @throws IllegalArgumentException in words for people if there is no such clip, or the turn is shorter than a 64th of a quarter note
     */
    public static Session loop(Session session, String id, double cycle) {
        Clip clip = of(session, id);
        if (cycle != 0 && !(cycle >= SHORTEST)) {
            throw new IllegalArgumentException(
                    "What " + clip.name() + " repeats is a 64th of a quarter note at least.");
        }
        return replaced(
                session, id, c -> c.repeating(cycle).with(c.audio().map(a -> AudioEdits.looped(session, c, a, cycle))));
    }

    /**
     * Without a clip and all that goes with it.
     *
     * @throws IllegalArgumentException in words for people if there is no such clip, or a protected lane says something in it
     */
    public static Session remove(Session session, String id) {
        of(session, id);
        Writable.clip(session, id);
        Session left = session;
        for (Lane lane : session.lanes()) {
            List<Layer> layers =
                    lane.layers().stream().filter(l -> !l.clip().equals(id)).toList();
            left = layers.size() == lane.layers().size() ? left : left.with(lane.of(layers));
        }
        Track track = session.trackOfClip(id).orElseThrow();
        return left.with(track.with(
                track.clips().stream().filter(c -> !c.id().equals(id)).toList()));
    }

    /**
     * With two clips of one track as one, from the beginning of the first to the end of the last. What lies between them is
     * empty; its content is what is heard.
     *
     * @throws IllegalArgumentException in words for people if there is no such clip, or a protected lane says something in them, or they are not two of one track, lie one over the other, or play audio that does not go on
     */
    public static Made join(Session session, String one, String other) {
        return JoinedClips.of(session, one, other);
    }

    /**
     * What goes with a clip, in words: {@code 32 notes, 4 dynamics, layers of Cutoff and Level}.
     *
     * @throws IllegalArgumentException in words for people if there is no such clip
     */
    public static String carries(Session session, String id) {
        Clip clip = of(session, id);
        List<String> parts = new ArrayList<>();
        clip.audio()
                .ifPresent(a -> parts.add("audio of " + session.audio(a.file()).name()));
        int notes = clip.notes().size();
        int heard = Trimming.notes(clip).size();
        if (notes > 0 || clip.audio().isEmpty()) {
            parts.add(heard == notes ? count(notes, "note", "notes") : heard + " of " + count(notes, "note", "notes"));
        }
        if (!clip.dynamics().isEmpty()) {
            parts.add(count(clip.dynamics().size(), "dynamic", "dynamics"));
        }
        List<String> names = session.lanes().stream()
                .filter(lane -> lane.layers().stream().anyMatch(l -> l.clip().equals(id)))
                .map(lane -> session.parameter(lane.target()).name())
                .toList();
        if (!names.isEmpty()) {
            int last = names.size() - 1;
            parts.add((last == 0 ? "a layer of " : "layers of ")
                    + (last == 0
                            ? names.get(0)
                            : String.join(", ", names.subList(0, last)) + " and " + names.get(last)));
        }
        return String.join(", ", parts);
    }

    private static String count(int n, String one, String many) {
        return n == 1 ? "one " + one : n == 0 ? "no " + many : n + " " + many;
    }
}
