package agogic.core.edit.clip;

import agogic.core.envelope.Envelope;
import agogic.core.lane.Extent;
import agogic.core.lane.Frame;
import agogic.core.lane.InBeats;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.Stretch;
import agogic.core.score.Clip;
import agogic.core.score.Dynamic;
import agogic.core.score.Hairpin;
import agogic.core.score.Note;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.session.Writable;
import java.util.ArrayList;
import java.util.List;

/** Two clips of one track as one. */
final class JoinedClips {
    private JoinedClips() {}

    /** See {@link Clips#join}. */
    static Clips.Made of(Session session, String one, String other) {
        Clip first = Clips.of(session, one).beat() <= Clips.of(session, other).beat()
                ? Clips.of(session, one)
                : Clips.of(session, other);
        Clip second = first.id().equals(one) ? Clips.of(session, other) : Clips.of(session, one);
        if (one.equals(other) || !session.trackOfClip(one).equals(session.trackOfClip(other))) {
            throw new IllegalArgumentException("Two clips of one track can be joined.");
        }
        if (second.beat() < first.end() - Clip.SAME) {
            throw new IllegalArgumentException(first.name() + " and " + second.name()
                    + " lie one over the other. Move or shorten one of them first.");
        }
        AudioEdits.joinable(session, first, second);
        Writable.clip(session, one);
        Writable.clip(session, other);
        double start = first.beat();
        List<Note> notes = new ArrayList<>();
        List<Dynamic> marks = new ArrayList<>();
        List<Hairpin> hairpins = new ArrayList<>();
        for (Clip clip : List.of(first.unrolled(), second.unrolled())) {
            double by = clip.beat() - start;
            clip.notes()
                    .forEach(n -> notes.add(new Note(n.beat() + by, n.length(), n.pitch(), n.velocity(), n.release())));
            clip.dynamics().forEach(d -> marks.add(new Dynamic(d.beat() + by, d.level(), d.mark())));
            clip.hairpins().forEach(h -> hairpins.add(new Hairpin(h.from() + by, h.to() + by, h.louder())));
        }
        Clip joined = new Clip(first.name(), start, second.end() - start, notes, marks, hairpins)
                .called(first.id())
                .with(first.audio()
                        .map(a ->
                                a.fades(a.fadeIn(), second.audio().orElseThrow().fadeOut())));
        Session done = session;
        for (Lane lane : session.lanes()) {
            Lane together = joined(session, lane, first, second);
            done = together == lane ? done : done.with(together);
        }
        Track track = session.trackOfClip(one).orElseThrow();
        List<Clip> clips = new ArrayList<>();
        for (Clip clip : track.clips()) {
            if (clip.id().equals(first.id())) {
                clips.add(joined);
            } else if (!clip.id().equals(second.id())) {
                clips.add(clip);
            }
        }
        return new Clips.Made(done.with(track.with(clips)), first.id());
    }

    private static Lane joined(Session session, Lane lane, Clip first, Clip second) {
        List<Layer> layers = new ArrayList<>();
        Layer absolute = null;
        for (Layer layer : lane.layers()) {
            boolean ofFirst = layer.clip().equals(first.id());
            if (!ofFirst && !layer.clip().equals(second.id())) {
                layers.add(layer);
                continue;
            }
            Clip clip = ofFirst ? first : second;
            double rest = layer.offset()
                    ? Layer.NO_OFFSET
                    : session.parameter(lane.target()).resting();
            Layer into = layer.offset() || absolute == null
                    ? new Layer(
                            layer.name(),
                            first.id(),
                            layer.offset(),
                            layer.on(),
                            layer.lock(),
                            Envelope.EMPTY,
                            List.of(),
                            List.of())
                    : absolute;
            Layer filled = filled(session, into, layer, clip, first.beat(), rest);
            if (!layer.offset() && absolute != null) {
                layers.set(layers.indexOf(absolute), filled);
            } else {
                layers.add(filled);
            }
            absolute = layer.offset() ? absolute : filled;
        }
        return layers.equals(lane.layers()) ? lane : lane.of(layers);
    }

    /** A layer of the joined clip with what {@code layer} says in its own. */
    private static Layer filled(Session session, Layer into, Layer layer, Clip clip, double start, double rest) {
        Envelope envelope = into.envelope();
        List<Extent> drawn = new ArrayList<>(into.drawn());
        for (InBeats.Said said : InBeats.of(layer, clip)) {
            Envelope part = said.envelope().mapped(1, -start);
            double from = part.time(0);
            double to = part.time(part.size() - 1);
            envelope = envelope.splice(from, to, part, rest);
            if (!layer.offset()) {
                drawn.add(new Extent(from, to));
            }
        }
        List<Stretch> stretches = new ArrayList<>(into.stretches());
        Frame now = Frame.of(session.timeline().tempo());
        InBeats.stretches(layer, clip, now).forEach(s -> stretches.add(s.mapped(1, -start, now)));
        return into.with(envelope, stretches).drawn(drawn);
    }
}
