package agogic.core.session;

/** Positions as people type them, in a piece that ends somewhere. */
public final class Positions {
    /** A position may lie behind the end by so much, from rounding, in beats. */
    private static final double HAIR = 1e-6;

    private Positions() {}

    /**
     * The beat of a typed position, at the end of the piece at the most.
     *
     * @throws IllegalArgumentException in words for people if it is no position, or lies behind the end
     */
    public static double in(Session session, String text) {
        return within(session, session.timeline().position(text));
    }

    /**
     * The same beat, if it lies in the piece.
     *
     * @throws IllegalArgumentException in words for people if it does not
     */
    public static double within(Session session, double beat) {
        if (beat > session.length() + HAIR) {
            throw new IllegalArgumentException(
                    session.timeline().printBars(beat) + " is behind the end: the piece ends at "
                            + session.timeline().printBars(session.length()) + ".");
        }
        return Math.min(beat, session.length());
    }
}
