package agogic.core.lane;

import agogic.core.envelope.Envelope;
import agogic.core.time.Lock;
import java.util.List;

/**
 * One part of what a lane says: on the timeline of the piece, and absolute, so that its value is the value.
 *
 * @param lock whether its times are beats or seconds
 * @param envelope its points
 * @param stretches the parts that came from rides, in the order in which they were written
 */
public record Layer(Lock lock, Envelope envelope, List<Stretch> stretches) {
    public static final Layer EMPTY = new Layer(Lock.BEATS, Envelope.EMPTY, List.of());

    public Layer {
        stretches = List.copyOf(stretches);
        envelope = envelope.normalised();
    }

    /** True if it says something. */
    public boolean plays() {
        return !envelope.isEmpty();
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
