package agogic.core.time;

/**
 * A tempo from a beat on.
 *
 * @param beat where it begins, in quarter notes from the start of the piece, 0 or more
 * @param bpm quarter notes a minute, above 0
 * @param ramp true if the tempo moves linearly in beats to that of the next point; false if it stays (a step)
 */
public record TempoPoint(double beat, double bpm, boolean ramp) {
    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public TempoPoint {
        if (!(beat >= 0 && beat <= 1e6)) {
            throw new IllegalArgumentException("A tempo begins at a beat from 0 to 1,000,000, not at " + beat + ".");
        }
        if (!(bpm >= 1 && bpm <= 1000)) {
            throw new IllegalArgumentException("A tempo lies between 1 and 1000 bpm, not at " + bpm + ".");
        }
    }
}
