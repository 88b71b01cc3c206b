package agogic.core.lane;

import agogic.core.envelope.Envelope;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.time.Lock;
import java.util.List;

/**
 * What one target has over time.
 *
 * @param target what it moves
 * @param lock whether its times are beats or seconds
 * @param envelope its points
 * @param stretches the parts that came from rides, in the order in which they were written
 */
public record Lane(Target target, Lock lock, Envelope envelope, List<Stretch> stretches) {
    public Lane {
        stretches = List.copyOf(stretches);
        envelope = envelope.normalised();
    }

    public static Lane empty(Target target) {
        return new Lane(target, Lock.BEATS, Envelope.EMPTY, List.of());
    }

    public static Lane drawn(Target target, Envelope envelope) {
        return new Lane(target, Lock.BEATS, envelope, List.of());
    }

    public Lane with(Envelope newEnvelope) {
        return new Lane(target, lock, newEnvelope, stretches);
    }

    Lane with(Envelope newEnvelope, List<Stretch> newStretches) {
        return new Lane(target, lock, newEnvelope, newStretches);
    }

    /** Normalised value at {@code time} of the lane: its envelope, else where the parameter rests; clamped and settled. */
    public double valueAt(double time, Parameter parameter) {
        return envelope.isEmpty() ? parameter.resting() : parameter.settled(envelope.valueAt(time));
    }

    /** The last stretch written over {@code time}, or null. */
    public Stretch stretchAt(double time) {
        for (int i = stretches.size() - 1; i >= 0; i--) {
            if (stretches.get(i).from() <= time && time <= stretches.get(i).to()) {
                return stretches.get(i);
            }
        }
        return null;
    }
}
