package agogic.core.edit.layer;

import agogic.core.envelope.Envelope;
import agogic.core.lane.InBeats;
import agogic.core.lane.Layer;
import agogic.core.lane.Placed;
import agogic.core.lane.Stretch;
import agogic.core.session.Session;
import agogic.core.time.Lock;
import java.util.List;

/** A layer of the timeline locked otherwise, without moving what is heard. */
final class Relocking {
    private final Session session;
    private final Lock lock;

    /** To be locked so. */
    Relocking(Session session, Lock lock) {
        this.session = session;
        this.lock = lock;
    }

    Layer layer(Layer layer) {
        // A ride from another tempo has no place in seconds any more: its points stay.
        List<Stretch> stretches = layer.stretches().stream()
                .filter(s -> s.frame().isEmpty())
                .map(s -> s.lying(relocked(s.from()), relocked(s.to()), relocked(s.under())))
                .toList();
        List<Placed> placed = layer.placed().stream()
                .map(p -> new Placed(p.pattern(), relocked(p.from()), relocked(p.to()), p.turn()))
                .toList();
        return layer.with(lock, relocked(layer.envelope()), stretches, placed);
    }

    private double relocked(double time) {
        return lock == Lock.BEATS
                ? session.timeline().beatAt(time)
                : session.timeline().secondsAt(time);
    }

    private Envelope relocked(Envelope envelope) {
        return lock == Lock.BEATS
                ? InBeats.ofSeconds(envelope, session.timeline())
                : InBeats.toSeconds(envelope, session.timeline());
    }
}
