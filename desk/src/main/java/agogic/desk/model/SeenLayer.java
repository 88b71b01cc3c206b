package agogic.desk.model;

import agogic.core.envelope.Envelope;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.session.Session;
import java.util.Optional;

/**
 * One layer of a lane as it is looked at: where its times lie in the piece, and what its values are to people. A layer of a
 * clip that repeats is looked at where it is heard first.
 */
public record SeenLayer(Session session, Target target, int index) {
    /** The layer that is seen. */
    public Layer layer() {
        return session.lane(target).layer(index);
    }

    /** The layer as a lane of its own. */
    public Lane lane() {
        return session.lane(target).only(index);
    }

    /** What its values are to people: the parameter, or how far it is moved. */
    public Parameter parameter() {
        return layer().scale(session.parameter(target));
    }

    /** The clip it lies in, if it does. */
    public Optional<Clip> clip() {
        return layer().inClip() ? session.clip(layer().clip()) : Optional.empty();
    }

    /** Beats of the piece at a time of the layer. */
    public double beat(double time) {
        Clip clip = clip().orElse(null);
        if (clip != null) {
            return clip.beatOfLayer(time);
        }
        return session.timeline().beatOfLane(layer().lock(), time);
    }

    /** Time of the layer at a beat of the piece. */
    public double time(double beat) {
        Clip clip = clip().orElse(null);
        if (clip != null) {
            return clip.running(beat) - clip.turnAt(clip.offset());
        }
        return session.timeline().laneTimeOfBeat(layer().lock(), beat);
    }

    /** Its points in the time in which they are drawn: beats of the piece for a clip's. */
    public Envelope drawn() {
        Clip clip = clip().orElse(null);
        Envelope envelope = layer().envelope();
        return clip == null ? envelope : envelope.mapped(1 / clip.speed(), beat(0));
    }
}
