package agogic.core.lane;

import agogic.core.envelope.EnvelopeCursor;
import agogic.core.score.Clip;
import agogic.core.time.Lock;
import java.util.List;

/**
 * One layer as it is played: where it has a say, and what it says there. A reader of its own envelope, so that all that is
 * needed at a moment lies together. Not for several threads at once.
 */
final class LayerPart extends EnvelopeCursor {
    final Layer layer;
    /** The clip it belongs to, null on the timeline. */
    final Clip clip;

    private final boolean everywhere;
    private final boolean inBeats;
    private final double begins;
    private final double offset;
    private final double speed;
    private final double cycle;
    private final List<Extent> extents;

    /** Where it was last found to say something, in content time. */
    private double saysFrom = Double.NaN;

    private double saysTo = Double.NaN;

    /** From when to when it goes evenly, in beats, with which value at first, and how much it rises in a beat. */
    double lineFrom;

    double lineTo;
    private double value;
    double slope;

    LayerPart(Layer layer, Clip clip) {
        super(layer.envelope());
        this.layer = layer;
        this.clip = clip;
        everywhere = clip == null || layer.offset();
        inBeats = layer.lock() == Lock.BEATS;
        begins = clip == null ? 0 : clip.beat();
        offset = clip == null ? 0 : clip.offset();
        speed = clip == null ? 1 : clip.speed();
        cycle = clip == null ? 0 : clip.cycle();
        extents = everywhere ? List.of() : layer.extents();
    }

    /** What it says at a moment at which its clip, if it has one, is there; NaN if it says nothing. */
    double valueAt(double seconds, double beat) {
        if (clip == null) {
            return valueAt(inBeats ? beat : seconds);
        }
        double content = cycle > 0 ? clip.contentAt(beat) : offset + speed * (beat - begins);
        return everywhere || content >= saysFrom && content < saysTo || says(content) ? valueAt(content) : Double.NaN;
    }

    /**
     * True if what it says at a beat goes evenly, in beats: then {@link #lineFrom} to {@link #lineAt} say from when to when, and
     * how. False too where it says nothing, or is locked to seconds.
     */
    boolean line(double beat) {
        if (!inBeats) {
            return false;
        }
        double turn = clip == null ? 0 : clip.turnAt(offset + speed * (beat - begins));
        double content = clip == null ? beat : clip.contentAt(beat);
        boolean says = everywhere || content >= saysFrom && content < saysTo || says(content);
        if (!says || !even(content)) {
            return false;
        }
        double from = everywhere ? wayFrom() : Math.max(wayFrom(), saysFrom);
        double to = everywhere ? wayTo() : Math.min(wayTo(), saysTo);
        slope = waySlope() * speed;
        if (cycle > 0) {
            from = Math.max(from, 0);
            to = Math.min(to, cycle - Clip.SAME);
        }
        value = wayFirst() + waySlope() * (from - wayFrom());
        lineFrom = begins + (from + turn - offset) / speed;
        lineTo = begins + (to + turn - offset) / speed;
        return true;
    }

    /** What that line comes to at a beat; a level one began before all numbers, perhaps. */
    double lineAt(double beat) {
        return slope == 0 ? value : value + slope * (beat - lineFrom);
    }

    private boolean says(double content) {
        for (int i = 0; i < extents.size(); i++) {
            double from = extents.get(i).from() - Clip.SAME;
            double to = extents.get(i).to() - Clip.SAME;
            if (content >= from && content < to) {
                saysFrom = from;
                saysTo = to;
                return true;
            }
        }
        return false;
    }
}
