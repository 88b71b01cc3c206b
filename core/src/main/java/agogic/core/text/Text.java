package agogic.core.text;

import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.regex.Pattern;

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

    private static final Pattern NUMBER =
            Pattern.compile("[+-]?(?:\\d{1,40}(?:\\.\\d{0,40})?|\\.\\d{1,40})(?:[eE][+-]?\\d{1,3})?");

    /** A finite number as people and tables write it: no hexadecimal digits, no letters behind it; empty if it is none. */
    public static Optional<Double> number(String text) {
        String clean = text.strip();
        double number = plain(clean) || NUMBER.matcher(clean).matches() ? Double.parseDouble(clean) : Double.NaN;
        return Double.isFinite(number) ? Optional.of(number) : Optional.empty();
    }

    /** True of a few digits with at most one point between them: most numbers of a table, and quickly told. */
    private static boolean plain(String text) {
        int digits = 0;
        int points = 0;
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            digits += c >= '0' && c <= '9' ? 1 : 0;
            points += c == '.' ? 1 : 0;
        }
        return digits > 0
                && points < 2
                && digits + points == text.length()
                && text.length() <= 40
                && text.charAt(0) != '.'
                && text.charAt(text.length() - 1) != '.';
    }

    /** {@code text} cut so that it has so many bytes in UTF-8 at the most. */
    public static String shortened(String text, int bytes) {
        int end = text.length();
        while (text.substring(0, end).getBytes(StandardCharsets.UTF_8).length > bytes) {
            end = text.offsetByCodePoints(end, -1);
        }
        return text.substring(0, end);
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
