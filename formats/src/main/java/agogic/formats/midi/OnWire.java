package agogic.formats.midi;

import agogic.core.route.Target;
import java.util.List;

/**
 * What one line does to the wire, and how far whoever listens is from its lane.
 *
 * @param name the parameter that a listener is farthest from, for people
 * @param targets all that travel here, one after the other
 * @param step how long a part is, in seconds: 1, but for very long pieces
 * @param bytes how many bytes a second it takes of the wire in each part from the beginning, what is set at the start in the
 *     first
 * @param away how far a listener is from it in each part at the most, normalised; 0 for a switch
 * @param loss the farthest of all, normalised
 * @param lossText the same in its unit; empty for nothing
 * @param lossBeat where that is, in quarter notes
 * @param waits how long what is sent in each part waited for the wire at the most, in seconds
 * @param waited the longest that a value waited for the wire, in seconds, from {@code waitedBeat} on
 */
public record OnWire(
        String name,
        List<Target> targets,
        double step,
        double[] bytes,
        double[] away,
        double loss,
        String lossText,
        double lossBeat,
        double[] waits,
        double waited,
        double waitedBeat) {
    /** How long a part of a piece of so many seconds is, in seconds. */
    public static double step(double seconds) {
        return SentOver.step(seconds);
    }

    /** All bytes of it. */
    public double allBytes() {
        double sum = 0;
        for (double one : bytes) {
            sum += one;
        }
        return sum * step;
    }
}
