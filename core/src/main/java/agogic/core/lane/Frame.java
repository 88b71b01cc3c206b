package agogic.core.lane;

import agogic.core.score.Clip;
import agogic.core.time.LaneTime;
import agogic.core.time.TempoMap;

/**
 * How time went when something was ridden: a ride into a clip keeps its place in the content wherever the clip goes, and a
 * ride that is locked to beats keeps its beats whatever tempo comes later. Content time is
 * {@code offset + speed·(β − beat)} at beat β of the tempo of then; on the timeline it is β.
 *
 * @param tempo of the piece as it was
 * @param beat where the clip began
 * @param offset content time there
 * @param speed quarter notes of content in a quarter note of the piece
 */
public record Frame(TempoMap tempo, double beat, double offset, double speed) implements LaneTime {
    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Frame {
        if (!Double.isFinite(beat) || !Double.isFinite(offset) || !(speed >= 1.0 / 64 && speed <= 64)) {
            throw new IllegalArgumentException("A frame of time needs a beat, an offset and a speed of a 64th to 64.");
        }
    }

    /** The timeline at this tempo: content and piece go together. */
    public static Frame of(TempoMap tempo) {
        return new Frame(tempo, 0, 0, 1);
    }

    /**
     * The content of a clip in the turn that begins {@code turn} quarter notes into content that runs on.
     *
     * @throws IllegalArgumentException in words for people if the clip goes more than 64 times as fast or as slow as
     *     it was written
     */
    public static Frame of(Clip clip, double turn, TempoMap tempo) {
        return new Frame(tempo, clip.beat(), clip.offset() - turn, clip.speed());
    }

    @Override
    public double laneTime(double seconds) {
        return ofBeat(tempo.beatAt(seconds));
    }

    @Override
    public double seconds(double laneTime) {
        return tempo.secondsAt(beat + (laneTime - offset) / speed);
    }

    /** Lane time at a beat of the piece of then. */
    double ofBeat(double beats) {
        return offset + speed * (beats - beat);
    }
}
