package agogic.core.edit.points;

import agogic.core.route.Target;
import agogic.core.session.Positions;
import agogic.core.session.Session;
import agogic.core.time.Section;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Predicate;
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
     * Where something goes along: all sections of a name, or, after the word {@code clips}, all clips of a name on the track of a
     * target; each whole.
     *
     * @throws IllegalArgumentException in words for people if there are none
     */
    static List<Range> along(Session session, Target target, String words) {
        List<Range> all = new ArrayList<>();
        String name = words.strip();
        if (name.toLowerCase(Locale.ROOT).startsWith("clips ")) {
            String clips = name.substring(6).strip();
            session.trackOf(target.device()).ifPresent(track -> track.clips().stream()
                    .filter(c -> c.name().equalsIgnoreCase(clips))
                    .forEach(c -> all.add(new Range(c.beat(), c.end()))));
        } else {
            all.addAll(sections(session, s -> s.name().equalsIgnoreCase(name)));
        }
        if (all.isEmpty()) {
            throw new IllegalArgumentException("There is no section, and no clip of this track, with the name in “"
                    + words + "”. Expected such as along Dawn, or along clips Glass A.");
        }
        return all;
    }

    private static List<Range> sections(Session session, Predicate<Section> which) {
        List<Section> sections = session.sections();
        List<Range> found = new ArrayList<>();
        for (int i = 0; i < sections.size(); i++) {
            if (which.test(sections.get(i))) {
                double end = i + 1 < sections.size() ? sections.get(i + 1).beat() : session.length();
                found.add(new Range(sections.get(i).beat(), end));
            }
        }
        return found;
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
        List<Section> sections = session.sections();
        Predicate<Section> ends = s -> {
            String ending = "in " + s.name().toLowerCase(Locale.ROOT);
            return low.equals(ending) || low.endsWith(" " + ending);
        };
        List<Range> named = sections(session, ends);
        if (!named.isEmpty()) {
            int length = 3
                    + sections.stream()
                            .filter(ends)
                            .findFirst()
                            .orElseThrow()
                            .name()
                            .length();
            return new RangeWords(
                    named, words.substring(0, words.length() - length).strip());
        }
        Matcher two = TWO.matcher(words);
        if (!two.matches()) {
            throw new IllegalArgumentException("Where? Expected two positions at the end, such as 9 17, or “in "
                    + (sections.isEmpty() ? "Chorus" : sections.get(0).name()) + "”, “loop” or “all”.");
        }
        Range range = new Range(Positions.in(session, two.group(1)), Positions.in(session, two.group(2)));
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
