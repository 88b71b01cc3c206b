package agogic.core.time;

/**
 * A metre from a bar on.
 *
 * @param bar the bar it begins with, counted from 1
 * @param beatsInBar how many beats a bar has, 1 to 64
 * @param beatUnit the note that makes one beat: 1, 2, 4, 8, 16 or 32
 */
public record Metre(int bar, int beatsInBar, int beatUnit) {
    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Metre {
        if (bar < 1 || beatsInBar < 1 || beatsInBar > 64) {
            throw new IllegalArgumentException("A metre needs a bar from 1 and 1 to 64 beats a bar.");
        }
        if (beatUnit < 1 || beatUnit > 32 || Integer.bitCount(beatUnit) != 1) {
            throw new IllegalArgumentException(
                    "The beat of a metre is a 1, 2, 4, 8, 16 or 32 note, not " + beatUnit + ".");
        }
    }

    /**
     * The metre that is typed as {@code 7/8}, from {@code bar} on.
     *
     * @throws IllegalArgumentException in words for people if it is none
     */
    public static Metre parse(int bar, String text) {
        String[] parts = text.strip().split("\\s*/\\s*");
        if (parts.length != 2 || !parts[0].matches("\\d{1,3}") || !parts[1].matches("\\d{1,3}")) {
            throw new IllegalArgumentException("Expected a metre such as 4/4 or 7/8, found “" + text + "”.");
        }
        return new Metre(bar, Integer.parseInt(parts[0]), Integer.parseInt(parts[1]));
    }

    /** Length of one beat of this metre, in quarter notes. */
    public double quartersInBeat() {
        return 4.0 / beatUnit;
    }

    /** Length of a bar, in quarter notes. */
    public double quartersInBar() {
        return beatsInBar * quartersInBeat();
    }
}
