package agogic.core.time;

/** How the time of a lane or of a clip's content goes with the seconds of the piece. */
public interface LaneTime {
    /** Lane time at {@code seconds} of the piece. */
    double laneTime(double seconds);

    /** Seconds of the piece at a lane time. */
    double seconds(double laneTime);

    /** The time of a lane that is locked to beats or seconds of a piece. */
    static LaneTime of(Timeline timeline, Lock lock) {
        return new OfLane(timeline, lock);
    }

    /** The time of a lane on the timeline. */
    record OfLane(Timeline timeline, Lock lock) implements LaneTime {
        @Override
        public double laneTime(double seconds) {
            return timeline.laneTime(lock, seconds);
        }

        @Override
        public double seconds(double laneTime) {
            return timeline.secondsOfLane(lock, laneTime);
        }
    }
}
