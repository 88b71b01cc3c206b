package agogic.core.search;

import agogic.core.parameter.Unit;
import agogic.core.parameter.ValueText;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What somebody typed, taken apart: words in any order, states ({@code wanted}, {@code no envelope}), and a range
 * ({@code Hz > 2k}: the travel reaches above 2 kHz).
 */
public record Query(List<String> words, List<State> states, Optional<Range> range) {
    private static final Pattern RANGE =
            Pattern.compile("(?:(?<before>[a-z%°×]+)\\s*)?(?<sign>[<>])\\s*(?<number>-?[\\d.]+)\\s*(?<unit>[a-z%°×]*)");

    private static final Map<String, State> STATES = Map.ofEntries(
            Map.entry("no envelope", State.NO_ENVELOPE),
            Map.entry("no lane", State.NO_ENVELOPE),
            Map.entry("has envelope", State.ENVELOPE),
            Map.entry("no route", State.NO_ROUTE),
            Map.entry("has route", State.ROUTE),
            Map.entry("no name", State.NO_NAME),
            Map.entry("exposed", State.EXPOSED),
            Map.entry("wanted", State.WANTED),
            Map.entry("hidden", State.HIDDEN),
            Map.entry("reserved", State.RESERVED),
            Map.entry("steps", State.STEPS),
            Map.entry("switch", State.STEPS));

    /** What can be asked of a parameter besides its words. */
    public enum State {
        EXPOSED,
        WANTED,
        HIDDEN,
        RESERVED,
        STEPS,
        ENVELOPE,
        NO_ENVELOPE,
        ROUTE,
        NO_ROUTE,
        NO_NAME
    }

    /**
     * A part of the travel.
     *
     * @param unit the unit it is in, empty if none was said
     * @param above true if the travel must reach above {@code value}, else below
     * @param value in the unit
     */
    public record Range(Optional<Unit> unit, boolean above, double value) {}

    /** True if it asks for nothing. */
    public boolean isEmpty() {
        return words.isEmpty() && states.isEmpty() && range.isEmpty();
    }

    /** Takes apart what was typed. There is no wrong text: what is no range and no state is a word. */
    public static Query of(String typed) {
        String text = " " + typed.toLowerCase(Locale.ROOT).replace('−', '-').replace(',', ' ') + " ";
        Optional<Range> range = Optional.empty();
        Matcher matcher = RANGE.matcher(text);
        if (matcher.find()) {
            range = range(matcher);
            if (range.isPresent()) {
                // "level > 2 kHz": what stands before the sign is a unit only if it is one.
                String before = matcher.group("before");
                String kept = before == null || unitOf(before).isPresent() ? " " : " " + before + " ";
                text = text.substring(0, matcher.start()) + kept + text.substring(matcher.end());
            }
        }
        List<State> states = new ArrayList<>();
        for (int length = 2; length >= 1; length--) {
            for (Map.Entry<String, State> state : STATES.entrySet()) {
                boolean two = state.getKey().indexOf(' ') > 0;
                int at = two == (length == 2) ? text.indexOf(" " + state.getKey() + " ") : -1;
                if (at >= 0) {
                    states.add(state.getValue());
                    text = text.substring(0, at) + " "
                            + text.substring(at + state.getKey().length() + 2);
                    text = " " + text.strip() + " ";
                }
            }
        }
        List<String> words = new ArrayList<>();
        for (String word : text.strip().split("\\s+", -1)) {
            if (!word.isEmpty()) {
                words.add(word);
            }
        }
        return new Query(List.copyOf(words), List.copyOf(states), range);
    }

    private static Optional<Range> range(Matcher matcher) {
        String unitText = matcher.group("unit");
        Optional<Unit> before = Optional.ofNullable(matcher.group("before")).flatMap(Query::unitOf);
        Optional<Unit> unit = before.isPresent() ? before : unitOf(unitText);
        try {
            double value = ValueText.parse(unit.orElse(Unit.PLAIN), matcher.group("number") + unitText);
            return Optional.of(new Range(unit, matcher.group("sign").equals(">"), value));
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }

    /** The unit somebody means by these letters. */
    static Optional<Unit> unitOf(String letters) {
        return Optional.ofNullable(
                switch (letters) {
                    case "hz", "khz", "k" -> Unit.HERTZ;
                    case "db" -> Unit.DECIBEL;
                    case "s", "ms", "sec", "seconds" -> Unit.SECONDS;
                    case "%", "percent" -> Unit.PERCENT;
                    case "st", "semitones" -> Unit.SEMITONES;
                    case "ct", "cents" -> Unit.CENTS;
                    case "°", "deg", "degrees" -> Unit.DEGREES;
                    case "×", "x", "ratio" -> Unit.RATIO;
                    case "bpm" -> Unit.BPM;
                    default -> null;
                });
    }
}
