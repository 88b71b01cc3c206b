package agogic.core.session;

/** The part that playing repeats, in quarter notes, and whether it does. */
public record Loop(double from, double to, boolean on) {
    public Loop {
        if (!(from >= 0 && to > from)) {
            throw new IllegalArgumentException("A loop ends after it begins.");
        }
    }
}
