package agogic.desk.guide;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** The pages of the guide, in their order. They are plain Markdown: headings, paragraphs, steps, lists, links. */
public final class Guide {
    private static final Pattern LISTED = Pattern.compile("- \\[([^\\]]+)]\\(([a-z0-9-]+)\\.md\\).*");
    /** What a page is about, at its end; not shown. */
    private static final Pattern ABOUT = Pattern.compile("<!-- about: ([^;]*)(?:; findings: (.*))? -->");

    private static final Pattern STEP = Pattern.compile("\\d+\\. (.*)");
    /** A word that stands out, a key, or a link. */
    private static final Pattern INLINE =
            Pattern.compile("\\*{1,2}([^*]+)\\*{1,2}|`([^`]+)`|\\[([^\\]]+)]\\(([^)]+)\\)");

    private static final Pattern PICTURE = Pattern.compile("!\\[([^\\]]+)]\\(pictures/([a-z0-9-]+\\.png)\\)");

    /** What a step asks for: a key, words that are typed, a control that is moved, what the bar says then. */
    private static final Pattern ASKED =
            Pattern.compile("`([^`]+)`|[Tt]ype “([^”]+)”|Move \\*\\*(Fader|Knob) (\\d)\\*\\*|The bar says “([^”]+)”");

    private final Map<String, Page> pages = new LinkedHashMap<>();

    /** What a line of a page is. */
    public enum Kind {
        TITLE,
        HEADING,
        TEXT,
        STEP,
        ITEM,
        /** Its words are what is seen in it. */
        PICTURE
    }

    /** What a step asks for. */
    public enum Ask {
        KEY,
        TYPE,
        MOVE,
        /** The bar says this then. */
        SAID
    }

    /** One thing that a step asks for: the key, the words, the id of the control. */
    public record Asked(Ask ask, String words) {}

    /** How a part of a line is meant. */
    public enum Meant {
        PLAIN,
        STRONG,
        KEY,
        LINK
    }

    /**
     * A part of a line.
     *
     * @param to the id of the page that a link leads to; empty for all else
     */
    public record Span(Meant meant, String words, String to) {}

    /**
     * A line of a page.
     *
     * @param number of a step, from 1; 0 for all else
     * @param file of a picture; empty for all else
     */
    public record Line(Kind kind, int number, String words, String file) {
        /** What a step asks for, in order. */
        public List<Asked> asked() {
            List<Asked> all = new ArrayList<>();
            Matcher found = ASKED.matcher(words);
            while (found.find()) {
                all.add(asked(found));
            }
            return all;
        }

        private static Asked asked(MatchResult found) {
            if (found.group(1) != null) {
                return new Asked(Ask.KEY, found.group(1));
            }
            if (found.group(2) != null) {
                return new Asked(Ask.TYPE, found.group(2));
            }
            if (found.group(5) != null) {
                return new Asked(Ask.SAID, found.group(5));
            }
            return new Asked(Ask.MOVE, (found.group(3) + "-" + found.group(4)).toLowerCase(Locale.ROOT));
        }

        /** Its parts, in order. */
        public List<Span> spans() {
            List<Span> spans = new ArrayList<>();
            Matcher parts = INLINE.matcher(words);
            int at = 0;
            while (parts.find()) {
                plain(spans, words.substring(at, parts.start()));
                at = parts.end();
                if (parts.group(1) != null) {
                    spans.add(new Span(Meant.STRONG, parts.group(1), ""));
                } else if (parts.group(2) != null) {
                    spans.add(new Span(Meant.KEY, parts.group(2), ""));
                } else {
                    spans.add(
                            new Span(Meant.LINK, parts.group(3), parts.group(4).replace(".md", "")));
                }
            }
            plain(spans, words.substring(at));
            return spans;
        }

        private static void plain(List<Span> spans, String words) {
            if (!words.isEmpty()) {
                spans.add(new Span(Meant.PLAIN, words, ""));
            }
        }

        /** What it says, without its signs. */
        public String spoken() {
            StringBuilder all = new StringBuilder();
            spans().forEach(span -> all.append(span.words()));
            return (number > 0 ? number + ". " : "") + all;
        }
    }

    /**
     * A page of this name.
     *
     * @param about what it is about: words for things, ids of acts, kinds of findings
     */
    public record Page(String id, String title, List<Line> lines, Set<String> about) {
        /** Its steps, in order. */
        public List<Line> steps() {
            return lines.stream().filter(line -> line.kind() == Kind.STEP).toList();
        }

        /** True if all of these words are in it. */
        boolean says(List<String> words) {
            String all =
                    String.join(" ", lines.stream().map(Line::spoken).toList()).toLowerCase(Locale.ROOT);
            return words.stream().allMatch(all::contains);
        }
    }

    /** All pages that the list of the guide names. */
    public Guide() {
        for (String line : read("README").lines().toList()) {
            Matcher listed = LISTED.matcher(line);
            if (listed.matches()) {
                pages.put(listed.group(2), page(listed.group(2)));
            }
        }
    }

    private static Page page(String id) {
        List<Line> lines = new ArrayList<>();
        String title = id;
        StringBuilder running = new StringBuilder();
        Set<String> about = new HashSet<>();
        int step = 0;
        for (String raw : (read(id) + "\n\n").lines().toList()) {
            String line = raw.strip();
            Matcher said = ABOUT.matcher(line);
            if (said.matches()) {
                about.addAll(List.of(said.group(1).split(", ")));
                about.addAll(
                        said.group(2) == null
                                ? List.of()
                                : List.of(said.group(2).split(", ")));
                continue;
            }
            boolean numbered = STEP.matcher(line).matches();
            boolean begins =
                    line.isEmpty() || numbered || Stream.of("#", "- ", "![").anyMatch(line::startsWith);
            if (begins && !running.isEmpty()) {
                lines.add(line(running.toString(), step));
                running.setLength(0);
            }
            step = line.startsWith("#") ? 0 : numbered ? step + 1 : step;
            if (line.startsWith("# ")) {
                title = line.substring(2);
            }
            if (!line.isEmpty()) {
                running.append(running.isEmpty() ? "" : " ").append(line);
            }
        }
        return new Page(id, title, List.copyOf(lines), Set.copyOf(about));
    }

    private static Line line(String text, int step) {
        Matcher numbered = STEP.matcher(text);
        Matcher picture = PICTURE.matcher(text);
        if (text.startsWith("# ")) {
            return line(Kind.TITLE, text.substring(2));
        }
        if (text.startsWith("## ")) {
            return line(Kind.HEADING, text.substring(3));
        }
        if (text.startsWith("- ")) {
            return line(Kind.ITEM, text.substring(2));
        }
        if (picture.matches()) {
            return new Line(Kind.PICTURE, 0, picture.group(1), picture.group(2));
        }
        return numbered.matches() ? new Line(Kind.STEP, step, numbered.group(1), "") : line(Kind.TEXT, text);
    }

    private static Line line(Kind kind, String words) {
        return new Line(kind, 0, words, "");
    }

    private static String read(String id) {
        try (InputStream in = Guide.class.getResourceAsStream(id + ".md")) {
            if (in == null) {
                throw new IllegalArgumentException("The guide has no page “" + id + "”.");
            }
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** All pages, in order. */
    public List<Page> pages() {
        return List.copyOf(pages.values());
    }

    /** The page of this id. */
    public Optional<Page> page(String id, String otherwise) {
        return Optional.ofNullable(pages.getOrDefault(id, pages.get(otherwise)));
    }

    /** The page about the first of these things, acts or kinds of findings that has one. */
    public Optional<Page> about(List<String> things) {
        return things.stream()
                .flatMap(thing ->
                        pages.values().stream().filter(page -> page.about().contains(thing)))
                .findFirst();
    }

    /** The pages in which all of these words are; all for none. */
    public List<Page> find(String typed) {
        List<String> words = List.of(typed.toLowerCase(Locale.ROOT).strip().split("\\s+"));
        return pages.values().stream().filter(page -> page.says(words)).toList();
    }
}
