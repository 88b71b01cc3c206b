package agogic.desk.model;

import agogic.core.lane.Lane;
import agogic.core.lane.LayerStack;
import agogic.core.route.Target;

/**
 * A place in the envelope of a lane that somebody points at.
 *
 * @param target whose lane it is
 * @param time in lane time
 * @param value normalised
 * @param point the point that is there, −1 for none
 */
public record LanePlace(Target target, double time, double value, int point) {
    /** Where the playhead is, and where the lane stands there. */
    public static LanePlace atPlayhead(Desk desk, Target target) {
        Lane lane = desk.session().lane(target);
        double beat =
                Math.max(0, Math.min(desk.session().length(), desk.riding().positionBeat()));
        double time = desk.timeline().laneTime(lane.lock(), desk.timeline().secondsAt(beat));
        return new LanePlace(
                target, time, LayerStack.valueAt(lane, time, desk.session().parameter(target)), -1);
    }
}
