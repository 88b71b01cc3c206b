package agogic.desk.parts;

import agogic.core.envelope.Shape;
import agogic.core.route.Target;
import agogic.core.session.Points;
import agogic.desk.model.Desk;
import java.util.List;

/**
 * The ways from a point to the next that one can choose with one act.
 *
 * @param id of the act
 * @param words for people
 * @param shape the way
 */
public record SegmentShapes(String id, String words, Shape shape) {
    public static final List<SegmentShapes> ALL = List.of(
            new SegmentShapes("hold", "hold", Shape.HOLD),
            new SegmentShapes("straight", "straight", Shape.STRAIGHT),
            new SegmentShapes("bent-slow", "bent, slow start", Shape.bent(0.5)),
            new SegmentShapes("bent-fast", "bent, fast start", Shape.bent(-0.5)),
            new SegmentShapes("s", "S", Shape.S));

    /** What its act is called. */
    public String title() {
        return "Segment: " + words;
    }

    /** From now on a lane goes this way from one of its points. */
    public void from(Desk desk, Target target, int point) {
        from(desk, target, 0, point);
    }

    /** The same of a layer. */
    public void from(Desk desk, Target target, int layer, int point) {
        desk.edit("Segment: " + words, s -> Points.shape(s, target, layer, point, shape));
    }

    /** The key that chooses it. */
    public String key() {
        return "Alt+" + (ALL.indexOf(this) + 1);
    }
}
