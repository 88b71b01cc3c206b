package agogic.core.session;

import agogic.core.parameter.Unit;
import agogic.core.parameter.ValueText;
import agogic.core.time.Metre;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What time is made of, in a few words: {@code tempo 96}, {@code tempo 84 to 120 17 25}, {@code metre 7/8 9}, {@code section
 * Bridge 17}, {@code length 64}, {@code loop 9 17}, {@code no tempo 17}.
 */
public final class TimingWords {
    private static final String POSITION = "\\d{1,6}(?:\\.\\d{1,4}){0,2}|\\d{1,6}:\\d{1,2}(?:\\.\\d+)?";
    private static final Pattern ENDS =
            Pattern.compile("(.+?)(?: (?:at |from )?(" + POSITION + "))?(?: (?:to )?(" + POSITION + "))?");

    /** What the words can be, one line an act. */
    public static final List<String> ACTS = List.of(
            "tempo 96",
            "tempo 96 17",
            "tempo 96 17 25",
            "tempo 84 to 120 17 25",
            "no tempo 17",
            "metre 7/8 9",
            "no metre 9",
            "section Bridge 17",
            "no section 17",
            "length 64",
            "loop 9 17");

    private TimingWords() {}

    /**
     * The session after what the words say.
     *
     * @throws IllegalArgumentException in words for people if they say nothing that can be done
     */
    public static Session apply(Session session, String words) {
        String clean = words.strip().replaceAll("\\s+", " ");
        int space = clean.indexOf(' ');
        String act = (space < 0 ? clean : clean.substring(0, space)).toLowerCase(Locale.ROOT);
        String rest = space < 0 ? "" : clean.substring(space + 1);
        return switch (act) {
            case "tempo" -> tempo(session, rest);
            case "metre" -> metre(session, rest);
            case "section" -> section(session, rest);
            case "length" -> Timing.length(session, whole(rest));
            case "loop" -> loop(session, rest);
            case "no" -> without(session, rest);
            default -> throw new IllegalArgumentException(
                    "“" + act + "” is no act. Such as: " + String.join("; ", ACTS.subList(0, 6)) + "; …");
        };
    }

    private static Session tempo(Session session, String words) {
        // A ramp says both tempos first: what comes behind them are positions.
        Matcher ramp = Pattern.compile("([\\d.]+(?: ?bpm)?) to ([\\d.]+(?: ?bpm)?) (.+?) (?:to )?(\\S+)")
                .matcher(words);
        if (ramp.matches()) {
            return Timing.tempo(
                    session,
                    Positions.in(session, ramp.group(3).replaceFirst("^(at|from) ", "")),
                    Positions.in(session, ramp.group(4)),
                    ValueText.parse(Unit.BPM, ramp.group(1)),
                    ValueText.parse(Unit.BPM, ramp.group(2)));
        }
        String[] parts = words.replaceAll(" (at|from|to) ", " ").split(" ");
        double bpm = ValueText.parse(Unit.BPM, parts[0]);
        if (parts.length > 3) {
            throw new IllegalArgumentException("Expected such as tempo 96 17, or tempo 84 to 120 17 25.");
        }
        double from = parts.length > 1 ? Positions.in(session, parts[1]) : 0;
        return parts.length == 3
                ? Timing.tempo(session, from, Positions.in(session, parts[2]), bpm, bpm)
                : Timing.tempo(session, from, bpm, false);
    }

    private static Session metre(Session session, String words) {
        String[] parts = words.replaceAll(" (at|from) ", " ").split(" ");
        int bar = parts.length > 1 ? bar(session, parts[1]) : 1;
        Metre metre = Metre.parse(bar, parts[0]);
        return Timing.metre(session, bar, metre.beatsInBar(), metre.beatUnit());
    }

    private static int bar(Session session, String position) {
        return session.timeline().metre().barAt(Positions.in(session, position) + 1e-6);
    }

    private static Session section(Session session, String words) {
        Matcher found = ENDS.matcher(words);
        if (!found.matches() || found.group(2) == null || found.group(3) != null) {
            throw new IllegalArgumentException("Where? Expected a name and a position, such as section Bridge 17.");
        }
        return Timing.section(session, Positions.in(session, found.group(2)), found.group(1));
    }

    private static Session loop(Session session, String words) {
        String[] ends = words.replaceAll(" to ", " ").split(" ");
        if (ends.length != 2) {
            throw new IllegalArgumentException("Expected two positions, such as loop 9 17.");
        }
        return session.withLoop(new Loop(
                Positions.in(session, ends[0]),
                Positions.in(session, ends[1]),
                session.loop().on()));
    }

    private static Session without(Session session, String words) {
        String[] parts = words.replaceAll(" (at|from) ", " ").split(" ");
        if (parts.length != 2) {
            throw new IllegalArgumentException("Expected what and where, such as no section 17.");
        }
        return switch (parts[0].toLowerCase(Locale.ROOT)) {
            case "tempo" -> Timing.withoutTempo(session, Positions.in(session, parts[1]));
            case "metre" -> Timing.withoutMetre(session, bar(session, parts[1]));
            case "section" -> Timing.withoutSection(session, Positions.in(session, parts[1]));
            default -> throw new IllegalArgumentException(
                    "A tempo, a metre or a section can be taken away, not “" + parts[0] + "”.");
        };
    }

    private static int whole(String text) {
        String digits = text.replaceAll(" bars?$", "");
        if (!digits.matches("\\d{1,6}")) {
            throw new IllegalArgumentException("Expected a number of bars such as length 64, found “" + text + "”.");
        }
        return Integer.parseInt(digits);
    }
}
