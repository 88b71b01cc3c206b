package agogic.core.edit.points;

import agogic.core.edit.layer.Layers;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.lane.InBeats;
import agogic.core.lane.Layer;
import agogic.core.parameter.Parameter;
import agogic.core.pattern.Pattern;
import agogic.core.pattern.Rate;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;

/**
 * Patterns in a few words: {@code wave sine 1 bar 20 % to 80 % 17 25 swing 60 % named Round} makes one and places it,
 * {@code pattern Round 17 25} places one there is. Values are of the first of the lanes; a pattern keeps parts of the travel.
 */
final class PatternWords {
    private static final java.util.regex.Pattern OPTION = java.util.regex.Pattern.compile(
            "(.*) (phase|swing|rotation|duty|drawn to|named) (.+)", java.util.regex.Pattern.CASE_INSENSITIVE);
    private static final java.util.regex.Pattern HEAD = java.util.regex.Pattern.compile(
            "(\\w+) ([\\d./]+) ?(bars?|beats?|Hz)(?: (.*))?", java.util.regex.Pattern.CASE_INSENSITIVE);

    private final Session session;
    private final List<Target> targets;
    private final int layer;
    private final Parameter parameter;

    PatternWords(Session session, List<Target> targets, int layer) {
        this.session = session;
        this.targets = targets;
        this.layer = layer;
        parameter = layer().scale(session.parameter(targets.get(0)));
    }

    private Layer layer() {
        return Layers.having(session, targets.get(0), layer).layer(layer);
    }

    /** Places one there is. */
    Session pattern(String words) {
        RangeWords range = RangeWords.atEnd(session, words);
        return placed(session, range.before(), range.ranges());
    }

    private Session placed(Session with, String name, List<RangeWords.Range> ranges) {
        Session after = with;
        for (RangeWords.Range range : ranges) {
            after = Patterns.place(after, targets, layer, name, range.from(), range.to());
        }
        return after;
    }

    /** Makes one and places it; one of its name that is there already becomes this one, everywhere. */
    Session wave(String words) {
        String rest = words;
        String name = "";
        double phase = 0;
        double swing = 0.5;
        double rotation = 0;
        double duty = 0.5;
        int steps = 0;
        for (Matcher option = OPTION.matcher(rest); option.matches(); option = OPTION.matcher(rest)) {
            String value = option.group(3).strip();
            switch (option.group(2).toLowerCase(Locale.ROOT)) {
                case "phase" -> phase = part(value);
                case "swing" -> swing = part(value);
                case "rotation" -> rotation = part(value);
                case "duty" -> duty = part(value);
                case "named" -> name = value;
                default -> steps = (int) NumberWords.number(value.replace("steps", ""), "number of steps");
            }
            rest = option.group(1);
        }
        RangeWords range = RangeWords.atEnd(session, rest);
        Matcher head = HEAD.matcher(range.before());
        if (!head.matches()) {
            throw new IllegalArgumentException(
                    "Which wave, and how fast? Expected such as wave sine 1 bar 20 % to 80 % 17 25.");
        }
        Rate rate = Rate.parse(head.group(2) + " " + head.group(3));
        String of = head.group(4) == null ? "" : head.group(4).strip();
        String word = head.group(1).toLowerCase(Locale.ROOT);
        Optional<Pattern> there = name.isEmpty() ? Optional.empty() : Patterns.find(session, name);
        String called = there.map(Pattern::name)
                .orElse(
                        name.isEmpty()
                                ? Patterns.freshName(
                                        session, word.substring(0, 1).toUpperCase(Locale.ROOT) + word.substring(1))
                                : name);
        Pattern made = made(word, called, rate, of);
        Pattern whole = made.with(made.depth(), made.centre(), phase, swing, rotation)
                .duty(duty)
                .drawnTo(steps);
        return placed(Patterns.keep(session, whole), called, range.ranges());
    }

    private Pattern made(String form, String name, Rate rate, String of) {
        switch (form) {
            case "sine", "triangle", "saw", "pulse":
                String[] ends =
                        NumberWords.two(of.isEmpty() ? "" : of, " to ", "from what to what, such as 20 % to 80 %");
                return Pattern.wave(
                        name,
                        Pattern.Form.valueOf(form.toUpperCase(Locale.ROOT)),
                        rate,
                        parameter.parse(ends[0]),
                        parameter.parse(ends[1]));
            case "steps":
                List<Double> values = new ArrayList<>();
                for (String one : of.split("/")) {
                    if (one.isBlank()) {
                        throw new IllegalArgumentException(
                                "Which steps? Expected values with / between them, such as 0 % / 50 % / 100 %.");
                    }
                    values.add(parameter.parse(one.strip()));
                }
                return Pattern.steps(name, rate, values);
            case "own":
                return Pattern.own(name, rate, points(of));
            default:
                throw new IllegalArgumentException("“" + form
                        + "” is no wave. There are sine, triangle, saw, pulse, steps, and own: the points of a range.");
        }
    }

    /** What the layer has in a range, as one cycle. */
    private Envelope points(String of) {
        String words = of.toLowerCase(Locale.ROOT).startsWith("of ") ? of.substring(3) : of;
        RangeWords.Range range = RangeWords.atEnd(session, words).ranges().get(0);
        Layer one = layer();
        if (one.envelope().isEmpty()) {
            throw new IllegalArgumentException("There are no points to make a cycle of.");
        }
        Envelope beats = one.inClip() ? one.envelope() : InBeats.of(one, session.timeline());
        Envelope part = InBeats.cut(beats, range.from(), range.to());
        List<Point> points = new ArrayList<>();
        for (Point point : part.points()) {
            double time = (point.time() - range.from()) / (range.to() - range.from());
            points.add(point.at(Math.max(0, Math.min(1, time)), point.value())
                    .pinned(false)
                    .tied(0));
        }
        return Envelope.of(points);
    }

    private static double part(String text) {
        return NumberWords.number(text, "part of a cycle, such as 25 %") / (text.contains("%") ? 100 : 1);
    }
}
