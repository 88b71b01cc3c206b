package agogic.core.text;

/** Words that people give to things, and what makes them fit to be kept. */
public final class Text {
    private Text() {}

    /**
     * {@code text}, if it can be saved and read again as it is. Half a character (a surrogate of UTF-16 without its other
     * half) cannot.
     *
     * @param what it is the name of, for people
     * @throws IllegalArgumentException if it cannot
     */
    public static String sound(String what, String text) {
        for (int i = 0; i < text.length(); i++) {
            char one = text.charAt(i);
            if (!Character.isSurrogate(one)) {
                continue;
            }
            boolean pair = Character.isHighSurrogate(one)
                    && i + 1 < text.length()
                    && Character.isLowSurrogate(text.charAt(i + 1));
            if (!pair) {
                throw new IllegalArgumentException(
                        what + " has half a character at place " + (i + 1) + ". Type it again without it.");
            }
            i++;
        }
        return text;
    }

    /** {@code 1 point}, {@code 3 points}. */
    public static String counted(int n, String what) {
        return n + " " + what + (n == 1 ? "" : "s");
    }

    /** {@code text} as people see it: without control characters, and without spaces around it. */
    public static String seen(String text) {
        return text.replaceAll("\\p{Cntrl}+", " ").strip();
    }
}
