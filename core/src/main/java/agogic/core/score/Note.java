package agogic.core.score;

/** A note of a clip: beats (quarter notes) from the start of the clip, MIDI pitch 0..127 and velocity 1..127. */
public record Note(double beat, double length, int pitch, int velocity) {
    public Note {
        boolean timed = beat >= 0 && beat <= 1e6 && length > 0 && length <= 1e6;
        if (!timed || pitch < 0 || pitch > 127 || velocity < 1 || velocity > 127) {
            throw new IllegalArgumentException("A note needs a beat from 0, a length, a pitch and a velocity.");
        }
    }
}
