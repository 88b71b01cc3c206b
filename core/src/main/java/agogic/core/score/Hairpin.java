package agogic.core.score;

/**
 * A way from one level to the next.
 *
 * @param from quarter notes from the start of the clip
 * @param to where it ends, after {@code from}
 * @param louder true for a crescendo
 */
public record Hairpin(double from, double to, boolean louder) {
    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Hairpin {
        if (!(from >= 0 && to > from && to <= 1e6)) {
            throw new IllegalArgumentException("A hairpin begins at a beat from 0 and ends after it.");
        }
    }
}
