package agogic.core.lane;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.EnvelopeCursor;
import agogic.core.envelope.Shape;
import agogic.core.parameter.Parameter;
import agogic.core.time.Lock;
import agogic.core.time.Timeline;

/**
 * What a lane says at a moment. This is the one place where that is worked out: playing, listening, export and drawing
 * all ask here. Reads forward without searching and without allocating; not for several threads at once.
 */
public final class LayerStack {
    /** How the value goes on from a moment to the next point. */
    public enum Going {
        /** It stays what it is. */
        LEVEL,
        /** It rises or falls, and does not turn back. */
        ONE_WAY,
        /** It goes up and down. */
        WAVE
    }

    private final Envelope envelope;
    private final EnvelopeCursor cursor;
    private final boolean inBeats;
    private final Timeline timeline;

    public LayerStack(Lane lane, Timeline timeline) {
        Layer layer = lane.layer();
        envelope = layer.envelope();
        cursor = envelope.cursor();
        inBeats = layer.lock() == Lock.BEATS;
        this.timeline = timeline;
    }

    /** Normalised value of a lane at {@code time} of its layer: what it says, else where the parameter rests. */
    public static double valueAt(Lane lane, double time, Parameter parameter) {
        return lane.plays() ? parameter.settled(lane.envelope().valueAt(time)) : parameter.resting();
    }

    /** True if the lane says something. */
    public boolean plays() {
        return !envelope.isEmpty();
    }

    /** What it says at a moment whose time and beat are both known; NaN if it says nothing. */
    public double valueAt(double seconds, double beat) {
        return cursor.valueAt(inBeats ? beat : seconds);
    }

    /** What it says at {@code seconds} of the piece; NaN if it says nothing. */
    public double valueAtSeconds(double seconds) {
        return cursor.valueAt(inBeats ? timeline.beatAt(seconds) : seconds);
    }

    /** What it says at a beat of the piece; NaN if it says nothing. */
    public double valueAtBeat(double beat) {
        return cursor.valueAt(inBeats ? beat : timeline.secondsAt(beat));
    }

    /** The way on which a beat lies, for the three questions below: −1 before the first point. */
    public int wayAtBeat(double beat) {
        return envelope.lastAtOrBefore(inBeats ? beat : timeline.secondsAt(beat));
    }

    /** The way on which a moment lies, given in seconds. */
    public int wayAtSeconds(double seconds) {
        return envelope.lastAtOrBefore(inBeats ? timeline.beatAt(seconds) : seconds);
    }

    /** How the value goes on this way. */
    public Going going(int way) {
        if (way < 0 || way + 1 >= envelope.size()) {
            return Going.LEVEL;
        }
        Shape.Kind kind = envelope.shape(way).kind();
        boolean level = kind == Shape.Kind.HOLD || !kind.wave() && envelope.value(way) == envelope.value(way + 1);
        return level ? Going.LEVEL : kind.wave() ? Going.WAVE : Going.ONE_WAY;
    }

    /** How much the value can change on a way in a beat, at the most; infinite where that is not known so easily. */
    public double steepest(int way) {
        if (going(way) == Going.LEVEL) {
            return 0;
        }
        double length = envelope.time(way + 1) - envelope.time(way);
        double rise = Math.abs(envelope.value(way + 1) - envelope.value(way));
        return inBeats ? rise * envelope.shape(way).steepest() / length : Double.POSITIVE_INFINITY;
    }

    /** Where a way ends, in beats; infinite after the last point. */
    public double endBeat(int way) {
        return way + 1 >= envelope.size()
                ? Double.POSITIVE_INFINITY
                : inBeats ? envelope.time(way + 1) : timeline.beatAt(envelope.time(way + 1));
    }

    /** Where a way ends, in seconds of the piece; infinite after the last point. */
    public double endSeconds(int way) {
        return way + 1 >= envelope.size()
                ? Double.POSITIVE_INFINITY
                : inBeats ? timeline.secondsAt(envelope.time(way + 1)) : envelope.time(way + 1);
    }

    /** Up to when the value certainly stays what it is at {@code seconds}; {@code seconds} itself while it moves. */
    public double stillUntil(double seconds) {
        int way = wayAtSeconds(seconds);
        return going(way) == Going.LEVEL ? endSeconds(way) : seconds;
    }
}
