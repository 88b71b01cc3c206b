package agogic.core.lane;

import agogic.core.envelope.EnvelopeCursor;
import agogic.core.score.Clip;
import agogic.core.time.Lock;
import java.util.List;

/** One layer as it is played: where it has a say, and what it says there. Not for several threads at once. */
final class LayerPart {
    final Layer layer;
    /** The clip it belongs to, null on the timeline. */
    final Clip clip;

    private final EnvelopeCursor cursor;
    private final double[] from;
    private final double[] to;
    private int extent;

    LayerPart(Layer layer, Clip clip) {
        this.layer = layer;
        this.clip = clip;
        cursor = layer.envelope().cursor();
        List<Extent> extents = clip == null || layer.offset() ? List.of() : layer.extents();
        from = extents.stream().mapToDouble(Extent::from).toArray();
        to = extents.stream().mapToDouble(Extent::to).toArray();
    }

    /** What it says at a moment at which its clip, if it has one, is there; NaN if it says nothing. */
    double valueAt(double seconds, double beat) {
        if (clip == null) {
            return cursor.valueAt(layer.lock() == Lock.BEATS ? beat : seconds);
        }
        double content = clip.contentAt(beat);
        return layer.offset() || says(content) ? cursor.valueAt(content) : Double.NaN;
    }

    private boolean says(double content) {
        if (from.length == 0) {
            return false;
        }
        if (content < from[extent] - Clip.SAME) {
            extent = 0;
        }
        while (extent + 1 < from.length && content >= from[extent + 1] - Clip.SAME) {
            extent++;
        }
        return content >= from[extent] - Clip.SAME && content < to[extent] - Clip.SAME;
    }
}
