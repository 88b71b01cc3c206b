package agogic.desk.parts;

import agogic.core.envelope.Shape;
import agogic.core.route.Target;
import agogic.core.session.Points;
import agogic.desk.model.Editing;
import java.util.List;

/**
 * The ways from a point to the next that one can choose with one act.
 *
 * @param id of the act
 * @param key that chooses it
 * @param words for people
 * @param shape the way
 */
public record SegmentShapes(String id, String key, String words, Shape shape) {
    public static final List<SegmentShapes> ALL = List.of(
            new SegmentShapes("hold", "Alt+1", "hold", Shape.HOLD),
            new SegmentShapes("straight", "Alt+2", "straight", Shape.STRAIGHT),
            new SegmentShapes("bent-slow", "Alt+3", "bent, slow start", Shape.bent(0.5)),
            new SegmentShapes("bent-fast", "Alt+4", "bent, fast start", Shape.bent(-0.5)),
            new SegmentShapes("s", "Alt+5", "S", Shape.S));

    /** What its act is called. */
    public String title() {
        return "Segment: " + words;
    }

    /** From now on a lane goes this way from one of its points. */
    public void from(Editing editing, Target target, int point) {
        from(editing, target, 0, point);
    }

    /** The same of a layer. */
    public void from(Editing editing, Target target, int layer, int point) {
        editing.edit("Segment: " + words, s -> Points.shape(s, target, layer, point, shape));
    }
}
