package agogic.desk.model;

import agogic.core.lane.Lane;
import agogic.core.lane.LayerStack;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.time.Timeline;

/**
 * A place in the envelope of a lane that somebody points at.
 *
 * @param target whose lane it is
 * @param time in lane time
 * @param value normalised
 * @param point the point that is there, −1 for none
 */
public record LanePlace(Target target, double time, double value, int point) {
    /** {@code point 5 of 14, bar 20 beat 2, 2.41 kHz}. */
    public static String spoken(Session session, Target target, Lane lane, int point) {
        return "point " + (point + 1) + " of " + lane.envelope().size() + ", " + at(session, target, lane, point);
    }

    /** {@code bar 20 beat 2, 2.41 kHz}. */
    public static String at(Session session, Target target, Lane lane, int point) {
        Timeline timeline = session.timeline();
        return timeline.speakBars(
                        timeline.beatOfLane(lane.lock(), lane.envelope().time(point))) + ", "
                + session.parameter(target).print(lane.envelope().value(point));
    }

    /** A place of the timeline, within the piece, and where the lane stands there. */
    public static LanePlace of(Session session, Target target, double anyBeat) {
        Lane lane = session.lane(target);
        double beat = Math.max(0, Math.min(session.length(), anyBeat));
        double time =
                session.timeline().laneTime(lane.lock(), session.timeline().secondsAt(beat));
        return new LanePlace(target, time, LayerStack.valueAt(lane, time, session.parameter(target)), -1);
    }
}
