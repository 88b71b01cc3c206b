package agogic.core.lane;

import agogic.core.envelope.Envelope;
import agogic.core.route.Target;
import agogic.core.time.Lock;
import java.util.List;

/**
 * What one target has over time. Its value at a moment is told by {@link LayerStack} and nowhere else.
 *
 * @param target what it moves
 * @param layers what it is made of: one, for now
 */
public record Lane(Target target, List<Layer> layers) {
    public Lane {
        layers = List.copyOf(layers);
        if (layers.size() != 1) {
            throw new IllegalArgumentException("A lane has one layer, not " + layers.size() + ".");
        }
    }

    /** A lane of one layer. */
    public Lane(Target target, Lock lock, Envelope envelope, List<Stretch> stretches) {
        this(target, List.of(new Layer(lock, envelope, stretches)));
    }

    public static Lane empty(Target target) {
        return new Lane(target, List.of(Layer.EMPTY));
    }

    public static Lane drawn(Target target, Envelope envelope) {
        return new Lane(target, Lock.BEATS, envelope, List.of());
    }

    /** The layer that is written, drawn and edited. */
    public Layer layer() {
        return layers.get(0);
    }

    /** Whether the times of its points are beats or seconds. */
    public Lock lock() {
        return layer().lock();
    }

    public Envelope envelope() {
        return layer().envelope();
    }

    public List<Stretch> stretches() {
        return layer().stretches();
    }

    /** The last stretch written over {@code time}, or null. */
    public Stretch stretchAt(double time) {
        return layer().stretchAt(time);
    }

    /** True if it says something. */
    public boolean plays() {
        return layer().plays();
    }

    public Lane with(Envelope newEnvelope) {
        return with(newEnvelope, stretches());
    }

    Lane with(Envelope newEnvelope, List<Stretch> newStretches) {
        return new Lane(target, lock(), newEnvelope, newStretches);
    }
}
