package agogic.core.edit.clip;

import agogic.core.envelope.Envelope;
import agogic.core.lane.Extent;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.score.Clip;
import agogic.core.score.Dynamic;
import agogic.core.score.Note;
import agogic.core.session.Session;
import agogic.core.session.Track;
import java.util.ArrayList;
import java.util.List;

/** A clip without what it never plays: notes, marks and points before it begins and after it ends. A clip that repeats keeps all. */
final class Trimming {
    private Trimming() {}

    /** The notes that a clip plays, those that sound on where it begins among them. */
    static List<Note> notes(Clip clip) {
        if (clip.cycle() > 0) {
            return clip.notes();
        }
        double from = clip.offset();
        double to = clip.running(clip.end());
        return clip.notes().stream()
                .filter(n -> n.beat() + n.length() > from + Clip.SAME && n.beat() < to - Clip.SAME)
                .toList();
    }

    /** The session with a clip trimmed; what is heard stays. */
    static Session of(Session session, String id) {
        Clip clip = Clips.of(session, id);
        if (clip.cycle() > 0) {
            return session;
        }
        double from = clip.offset();
        double to = clip.running(clip.end());
        Clip trimmed = clip.with(
                notes(clip),
                marks(clip.dynamics(), from, to),
                clip.hairpins().stream()
                        .filter(h -> h.to() > from && h.from() < to)
                        .toList());
        Track track = session.trackOfClip(id).orElseThrow();
        Session after = session.with(track.with(
                track.clips().stream().map(c -> c.id().equals(id) ? trimmed : c).toList()));
        for (Lane lane : session.lanes()) {
            Lane less = lane;
            for (int i = 0; i < lane.layers().size(); i++) {
                Layer layer = lane.layer(i);
                if (layer.clip().equals(id) && !layer.envelope().isEmpty()) {
                    less = less.with(i, trimmed(session, layer, from, to));
                }
            }
            after = less == lane ? after : after.with(less);
        }
        return after;
    }

    /** The marks inside, and the one before that is in force where it begins. */
    private static List<Dynamic> marks(List<Dynamic> all, double from, double to) {
        List<Dynamic> left = new ArrayList<>();
        Dynamic before = null;
        for (Dynamic one : all) {
            boolean inside = one.beat() >= from && one.beat() < to;
            if (inside) {
                left.add(one);
            }
            before = one.beat() < from && (before == null || one.beat() >= before.beat()) ? one : before;
        }
        if (before != null) {
            left.add(0, before);
        }
        return left;
    }

    private static Layer trimmed(Session session, Layer layer, double from, double to) {
        Envelope inside = layer.envelope().from(from).until(to);
        List<Extent> drawn = new ArrayList<>();
        for (Extent one : layer.drawn()) {
            double first = Math.max(from, one.from());
            double last = Math.min(to, one.to());
            if (last > first) {
                drawn.add(new Extent(first, last));
            }
        }
        var stretches = layer.stretches().stream()
                .flatMap(s -> s.outside(-1e9, from, s.time(session.timeline(), layer.lock())).stream())
                .flatMap(s -> s.outside(to, 1e9, s.time(session.timeline(), layer.lock())).stream())
                .toList();
        boolean silent = !layer.offset() && drawn.isEmpty() && stretches.isEmpty();
        return layer.with(silent ? Envelope.EMPTY : inside.healed(to).healed(from), stretches)
                .drawn(drawn);
    }
}
