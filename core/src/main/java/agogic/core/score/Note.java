package agogic.core.score;

/**
 * A note of a clip: beats (quarter notes) from the start of the clip, MIDI pitch 0..127 and velocity 1..127.
 *
 * @param release how fast the key is let go, 0..127; {@link #USUAL_RELEASE} where nobody says
 */
public record Note(double beat, double length, int pitch, int velocity, int release) {
    /** What a release is taken for that is not said (MIDI 1.0). */
    public static final int USUAL_RELEASE = 64;

    /**
     * @throws IllegalArgumentException in words for people if one of these is not what it can be
     */
    public Note {
        boolean timed = beat >= 0 && beat <= 1e6 && length > 0 && length <= 1e6;
        boolean sized =
                pitch >= 0 && pitch <= 127 && velocity >= 1 && velocity <= 127 && release >= 0 && release <= 127;
        if (!timed || !sized) {
            throw new IllegalArgumentException("A note needs a beat from 0, a length, a pitch and a velocity.");
        }
    }

    /**
     * A note whose release nobody says; beat and length in quarter notes, the pitch 0 to 127, the velocity 1 to 127.
     *
     * @throws IllegalArgumentException in words for people if one of these lies outside
     */
    public Note(double beat, double length, int pitch, int velocity) {
        this(beat, length, pitch, velocity, USUAL_RELEASE);
    }
}
