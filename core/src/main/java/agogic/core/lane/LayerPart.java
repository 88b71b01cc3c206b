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
