package agogic.core.shape;

import agogic.core.session.Session;
import agogic.core.time.Section;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Ranges at the end of words: two positions, {@code in} and the name of sections, {@code loop}, {@code all}.
 *
 * @param ranges in beats of the piece, one at least
 * @param before the words before them
 */
record RangeWords(List<Range> ranges, String before) {
    static final String POSITION = "(?:\\d{1,6}(?:\\.\\d{1,4}){0,2}|\\d{1,6}:\\d{1,2}(?:\\.\\d+)?)";
    static final Pattern TWO =
            Pattern.compile("(?:^|.*?\\s)(?:from )?(" + POSITION + ")(?: to | ?[–-] ?| )(" + POSITION + ")$");

    /** From one beat to another. */
    record Range(double from, double to) {}

    /** True if the words end with a range that has a name: a section, the loop, all. */
    static boolean named(Session session, String words) {
        String low = words.toLowerCase(Locale.ROOT);
        return low.endsWith(" all")
                || low.endsWith(" loop")
                || session.sections().stream()
                        .anyMatch(s -> low.endsWith(" in " + s.name().toLowerCase(Locale.ROOT)));
    }

    /**
     * What the words end with.
     *
     * @throws IllegalArgumentException in words for people if that is no range
     */
    static RangeWords atEnd(Session session, String words) {
        String low = words.toLowerCase(Locale.ROOT);
        if (low.equals("all") || low.endsWith(" all")) {
            return of(words, 4, new Range(0, session.length()));
        }
        if (low.equals("loop") || low.endsWith(" loop")) {
            return of(words, 5, new Range(session.loop().from(), session.loop().to()));
        }
        List<Range> named = new ArrayList<>();
        String name = "";
        List<Section> sections = session.sections();
        for (int i = 0; i < sections.size(); i++) {
            String ending = "in " + sections.get(i).name().toLowerCase(Locale.ROOT);
            if (low.equals(ending) || low.endsWith(" " + ending)) {
                double end = i + 1 < sections.size() ? sections.get(i + 1).beat() : session.length();
                named.add(new Range(sections.get(i).beat(), end));
                name = ending;
            }
        }
        if (!named.isEmpty()) {
            return new RangeWords(
                    named, words.substring(0, words.length() - name.length()).strip());
        }
        Matcher two = TWO.matcher(words);
        if (!two.matches()) {
            throw new IllegalArgumentException("Where? Expected two positions at the end, such as 9 17, or “in "
                    + (sections.isEmpty() ? "Chorus" : sections.get(0).name()) + "”, “loop” or “all”.");
        }
        Range range = new Range(
                session.timeline().position(two.group(1)), session.timeline().position(two.group(2)));
        if (!(range.to > range.from)) {
            throw new IllegalArgumentException(
                    "The range ends at " + two.group(2) + ", not after " + two.group(1) + ".");
        }
        String before = words.substring(0, two.start(1)).strip();
        boolean from = before.endsWith(" from") || before.equals("from");
        return new RangeWords(
                List.of(range), from ? before.substring(0, before.length() - 4).strip() : before);
    }

    private static RangeWords of(String words, int length, Range range) {
        return new RangeWords(
                List.of(range),
                words.substring(0, Math.max(0, words.length() - length)).strip());
    }
}
