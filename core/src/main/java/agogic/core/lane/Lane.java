package agogic.core.lane;

import agogic.core.envelope.Envelope;
import agogic.core.route.Target;
import agogic.core.time.Lock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What one target has over time. Its value at a moment is told by {@link LayerStack} and nowhere else.
 *
 * @param target what it moves
 * @param layers what it is made of. The first is the absolute layer of the timeline, which may be empty; then come offsets
 *     of the timeline and the layers of clips
 * @param guarded true if nothing may write it
 */
public record Lane(Target target, List<Layer> layers, boolean guarded) {
    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Lane {
        layers = List.copyOf(layers);
        if (layers.isEmpty()) {
            throw new IllegalArgumentException("A lane has one layer at least.");
        }
    }

    /**
     * A lane that may be written.
     *
     * @throws IllegalArgumentException in words for people if there is no layer
     */
    public Lane(Target target, List<Layer> layers) {
        this(target, layers, false);
    }

    /**
     * A lane of one layer.
     *
     * @throws IllegalArgumentException in words for people if a value of the envelope lies outside 0..1
     */
    public Lane(Target target, Lock lock, Envelope envelope, List<Stretch> stretches) {
        this(target, List.of(new Layer(lock, envelope, stretches)));
    }

    /** A lane in which nothing happens. */
    public static Lane empty(Target target) {
        return new Lane(target, List.of(Layer.EMPTY));
    }

    /**
     * A lane with one layer, drawn by hand.
     *
     * @throws IllegalArgumentException in words for people if a value of the envelope lies outside 0..1
     */
    public static Lane drawn(Target target, Envelope envelope) {
        return new Lane(target, Lock.BEATS, envelope, List.of());
    }

    /** The layer that lies at the bottom: the absolute one of the timeline. */
    public Layer layer() {
        return layers.get(0);
    }

    /**
     * A layer by its place, the lowest 0.
     *
     * @throws IndexOutOfBoundsException if there is none
     */
    public Layer layer(int index) {
        return layers.get(index);
    }

    /** Whether the times of its points are beats or seconds. */
    public Lock lock() {
        return layer().lock();
    }

    /** The points of the lowest layer. */
    public Envelope envelope() {
        return layer().envelope();
    }

    /** The stretches of the lowest layer, those on top last. */
    public List<Stretch> stretches() {
        return layer().stretches();
    }

    /** The last stretch written over {@code time} of the lowest layer, if any was. */
    public Optional<Stretch> stretchAt(double time) {
        return layer().stretchAt(time);
    }

    /** True if it says something. */
    public boolean plays() {
        for (int i = 0; i < layers.size(); i++) {
            if (layers.get(i).plays()) {
                return true;
            }
        }
        return false;
    }

    /** True if it says something besides its first layer. */
    public boolean layered() {
        return layers.size() > 1;
    }

    /** The points of all its layers. */
    public int points() {
        return layers.stream().mapToInt(l -> l.envelope().size()).sum();
    }

    /** The stretches of all its layers. */
    public List<Stretch> allStretches() {
        return layers.stream().flatMap(l -> l.stretches().stream()).toList();
    }

    /**
     * One of its layers as a lane of its own, for those who read, write or draw one layer.
     *
     * @throws IndexOutOfBoundsException if there is none
     */
    public Lane only(int index) {
        return index == 0 && layers.size() == 1 ? this : new Lane(target, List.of(layers.get(index)), guarded);
    }

    /** With another layer in the place of {@code index}; one more if that is behind the last. */
    public Lane with(int index, Layer layer) {
        List<Layer> all = new ArrayList<>(layers);
        if (index == all.size()) {
            all.add(layer);
        } else {
            all.set(index, layer);
        }
        return new Lane(target, all, guarded);
    }

    /**
     * Without a layer; the first one is emptied.
     *
     * @throws IndexOutOfBoundsException if there is none
     */
    public Lane without(int index) {
        if (index == 0) {
            return with(0, Layer.EMPTY);
        }
        List<Layer> all = new ArrayList<>(layers);
        all.remove(index);
        return new Lane(target, all, guarded);
    }

    /**
     * With these layers instead of its own.
     *
     * @throws IllegalArgumentException in words for people if there is none
     */
    public Lane of(List<Layer> newLayers) {
        return new Lane(target, newLayers, guarded);
    }

    /** Closed to all that writes, or opened again. */
    public Lane guarded(boolean guard) {
        return new Lane(target, layers, guard);
    }

    /**
     * With this envelope in the lowest layer.
     *
     * @throws IllegalArgumentException in words for people if a value lies outside 0..1
     */
    public Lane with(Envelope newEnvelope) {
        return with(newEnvelope, stretches());
    }

    Lane with(Envelope newEnvelope, List<Stretch> newStretches) {
        return with(0, layer().with(newEnvelope, newStretches));
    }
}
