package agogic.formats.midi;

/** How fine controllers are written. */
public enum Fineness {
    /** One controller, 7 bits. */
    SEVEN("7", 1.0 / 127),
    /** A coarse and a fine controller, 14 bits. */
    FOURTEEN("14", 1.0 / 16383),
    /** Non-registered parameter numbers, 14 bits. */
    NRPN("nrpn", 1.0 / 16383);

    private final String word;
    private final double step;

    Fineness(String word, double step) {
        this.word = word;
        this.step = step;
    }

    /**
     * The one of this word.
     *
     * @throws IllegalArgumentException if there is none
     */
    public static Fineness of(String word) {
        for (Fineness one : values()) {
            if (one.word.equalsIgnoreCase(word)) {
                return one;
            }
        }
        throw new IllegalArgumentException("How fine controllers are is 7, 14 or nrpn, not “" + word + "”.");
    }

    /** What it is called in a command. */
    public String word() {
        return word;
    }

    /** The usual distance of two codes, normalised. */
    public double step() {
        return step;
    }
}
