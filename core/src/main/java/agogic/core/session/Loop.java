package agogic.core.session;

/** The part that playing repeats, in quarter notes, and whether it does. */
public record Loop(double from, double to, boolean on) {
    /** The shortest loop: a 64th note, in quarter notes. */
    public static final double SHORTEST = 1.0 / 16;

    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Loop {
        if (!(from >= 0 && to <= 1e6 && to - from >= SHORTEST)) {
            throw new IllegalArgumentException(
                    "A loop begins at beat 0 or later and is a 64th note long at least, not from " + from + " to " + to
                            + " beats.");
        }
    }
}
