package agogic.core.edit.points;

import agogic.core.edit.layer.Converting;
import agogic.core.envelope.Shape;
import agogic.core.route.Target;
import agogic.core.session.Points;
import agogic.core.session.Positions;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.time.Lock;
import agogic.core.time.Timeline;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Acts on a range in a few words, the same for typing in the window and for the command: {@code sweep 120 Hz to 3 kHz 27 33 slow
 * start}, {@code raise -2 dB in Shadow}, {@code mirror time 9 17}, {@code copy 9 13 to 33}. Commas may stand anywhere. A range is
 * two positions, a section by its name (all of that name), {@code loop} or {@code all}.
 */
public final class ShapeWords {
    private static final Pattern ONE = Pattern.compile("(?:^|.*\\s)(?:at |to )?(" + RangeWords.POSITION + ")$");
    private static final Pattern ALONG = Pattern.compile("(.+) along (.+)");
    private static final Pattern OF_SPAN = Pattern.compile("([\\d.]+) ?% of (?:the |its )?span");

    private final Session session;
    private final Target target;
    private final int layer;
    private final Shaping shaping;
    private final Timeline timeline;
    private String rest;

    private ShapeWords(Session session, Target target, int layer) {
        this.session = session;
        this.target = target;
        this.layer = layer;
        shaping = new Shaping(session, target, layer);
        timeline = session.timeline();
    }

    /**
     * The session after what the words say was done to a layer.
     *
     * @throws IllegalArgumentException in words for people if they say nothing that can be done
     */
    public static Session apply(Session session, Target target, int layer, String words) {
        return apply(session, List.of(target), layer, words);
    }

    /**
     * The session after what the words say was done to a layer of each of these lanes.
     *
     * @throws IllegalArgumentException in words for people if they say nothing that can be done to all of them
     */
    public static Session apply(Session session, List<Target> targets, int layer, String words) {
        String clean = words.strip().replace(',', ' ').replace('−', '-').replaceAll("\\s+", " ");
        int space = clean.indexOf(' ');
        String act = (space < 0 ? clean : clean.substring(0, space)).toLowerCase(Locale.ROOT);
        String rest = space < 0 ? "" : clean.substring(space + 1).strip();
        for (Target target : targets) {
            if (session.parameter(target).reserved()) {
                throw new IllegalArgumentException(
                        TargetName.of(session, target) + " is reserved for the device itself and is never written.");
            }
        }
        switch (act) {
            case "wave":
                return new PatternWords(session, targets, layer).wave(rest);
            case "pattern":
                return new PatternWords(session, targets, layer).pattern(rest);
            case "drop":
                return SnapshotWords.drop(session, rest);
            default:
                Session after = session;
                for (Target target : targets) {
                    after = new ShapeWords(after, target, layer).apply(act, rest);
                }
                return after;
        }
    }

    private Session apply(String act, String words) {
        rest = words;
        return switch (act) {
            case "sweep" -> sweep();
            case "level" -> each(r -> valued((s, v) -> s.level(time(r.from()), time(r.to()), v)));
            case "raise", "lower" -> raise(act.equals("raise") ? 1 : -1);
            case "scale" -> scale();
            case "tilt" -> tilt();
            case "mirror" -> mirror();
            case "move" -> move();
            case "stretch" -> stretch();
            case "grid" -> grid();
            case "steps" -> each(
                    r -> s -> s.steps(time(r.from()), time(r.to()), (int) NumberWords.number(rest, "number of steps")));
            case "thin" -> each(r -> differing((s, d) -> s.thin(time(r.from()), time(r.to()), d)));
            case "erase" -> erase();
            case "switch" -> turn();
            case "copy", "repeat" -> copy(act.equals("repeat"));
            case "equal" -> equal();
            case "point" -> point();
            case "lock" -> Converting.lock(session, target, layer, lock()).session();
            default -> throw new IllegalArgumentException(
                    "“" + act + "” is no act. Such as: " + String.join("; ", ShapeExamples.ACTS.subList(0, 4)) + "; …");
        };
    }

    private interface Edit {
        Session of(Shaping shaping);
    }

    private interface Over {
        Edit of(RangeWords.Range range);
    }

    private interface Valued {
        Session of(Shaping shaping, double value);
    }

    /** Does it over each range that the words end with. */
    private Session each(Over over) {
        List<RangeWords.Range> ranges = ranges();
        Session done = session;
        for (RangeWords.Range range : ranges) {
            done = over.of(range).of(new Shaping(done, target, layer));
        }
        return done;
    }

    private Edit valued(Valued edit) {
        double value = value(rest);
        return s -> edit.of(s, value);
    }

    private Edit differing(Valued edit) {
        double difference = difference(rest);
        return s -> edit.of(s, difference);
    }

    /** Takes the range off the end of the words. */
    private List<RangeWords.Range> ranges() {
        RangeWords found = RangeWords.atEnd(session, rest);
        rest = found.before();
        return found.ranges();
    }

    /** Time of the layer at a beat of the piece. */
    private double time(double beat) {
        return timeline.laneTimeOfBeat(session.lane(target).layer(layer).lock(), beat);
    }

    /** A value in the unit of the parameter, or a place in the span of its route: {@code 75 % of span}. */
    private double value(String text) {
        Matcher ofSpan = OF_SPAN.matcher(text);
        if (!ofSpan.matches()) {
            return shaping.parameter().parse(text);
        }
        double part = NumberWords.number(ofSpan.group(1), "part of the span, such as 75 % of span") / 100;
        if (!(part >= 0 && part <= 1) || session.lane(target).layer(layer).offset()) {
            throw new IllegalArgumentException("A place in the span lies between 0 % and 100 % of it.");
        }
        return session.routes().stream()
                .filter(r -> r.target().equals(target))
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("No route moves it, so it has no span."))
                .span()
                .apply(part);
    }

    private double difference(String text) {
        return shaping.parameter().parseDifference(text.startsWith("+") ? text.substring(1) : text);
    }

    private Session sweep() {
        WayWords way = WayWords.atEnd(rest);
        rest = way.before();
        return each(r -> {
            String[] ends = NumberWords.two(rest, " to ", "such as 120 Hz to 3 kHz");
            double first = value(ends[0]);
            double last = value(ends[1]);
            Shape shape = shaping.parameter().stepped() ? Shape.HOLD : way.shape();
            return s -> s.sweep(time(r.from()), time(r.to()), first, last, shape);
        });
    }

    private Session raise(double sign) {
        return each(r -> {
            boolean down = rest.startsWith("-");
            double amount = difference(down ? rest.substring(1).strip() : rest) * (down ? -sign : sign);
            return s -> s.raise(time(r.from()), time(r.to()), amount);
        });
    }

    private Session scale() {
        return each(r -> {
            String[] parts = rest.contains(" about ")
                    ? NumberWords.two(rest, " about ", "such as 50 % about -12 dB")
                    : new String[] {rest, ""};
            double factor = NumberWords.number(parts[0], "part, such as 50 %") / (parts[0].contains("%") ? 100 : 1);
            double about = parts[1].isEmpty() ? shaping.parameter().resting() : value(parts[1]);
            return s -> s.scale(time(r.from()), time(r.to()), factor, about);
        });
    }

    private Session tilt() {
        return each(r -> {
            String[] ends = NumberWords.two(rest, " to ", "such as 0 to 10 %, parts of the travel");
            double first = NumberWords.number(ends[0], "part of the travel, such as 10 %") / 100;
            double last = NumberWords.number(ends[1], "part of the travel, such as 10 %") / 100;
            return s -> s.tilt(time(r.from()), time(r.to()), first, last);
        });
    }

    private Session mirror() {
        return each(r -> {
            String low = rest.toLowerCase(Locale.ROOT);
            if (low.equals("time")) {
                return s -> s.mirrorTime(time(r.from()), time(r.to()));
            }
            if (low.equals("value") || low.startsWith("value about ")) {
                double about = low.equals("value") ? 0.5 : value(rest.substring("value about ".length()));
                return s -> s.mirrorValues(time(r.from()), time(r.to()), about);
            }
            throw new IllegalArgumentException("Mirror time, or mirror value about 50 %?");
        });
    }

    private Session move() {
        return each(r -> {
            double later = 0;
            double difference = 0;
            Matcher bars =
                    Pattern.compile("([+-]?[\\d./]+) (bars?|beats?)(?: |$)(.*)").matcher(rest);
            String left = rest;
            if (bars.matches()) {
                later = NumberWords.beats(timeline, r.from(), bars.group(1), bars.group(2));
                left = bars.group(3).strip();
            }
            if (!left.isEmpty()) {
                boolean down = left.startsWith("-");
                difference = difference(down ? left.substring(1).strip() : left) * (down ? -1 : 1);
            }
            double by = later;
            double raised = difference;
            return s -> s.move(time(r.from()), time(r.to()), time(r.from() + by), time(r.to() + by), raised);
        });
    }

    private Session stretch() {
        String[] parts = rest.split(" to (?=[\\d:.]+ [\\d:.]+$)", -1);
        if (parts.length != 2) {
            throw new IllegalArgumentException("Expected two ranges, such as stretch 9 13 to 9 17.");
        }
        rest = parts[1];
        RangeWords.Range there = ranges().get(0);
        rest = parts[0];
        RangeWords.Range here = ranges().get(0);
        return shaping.stretch(time(here.from()), time(here.to()), time(there.from()), time(there.to()));
    }

    private Session grid() {
        return each(r -> {
            double whole = NumberWords.number(rest, "grid, such as 1/4");
            if (!(whole > 0)) {
                throw new IllegalArgumentException("A grid is a part of a whole note, such as 1/4 or 1/16.");
            }
            double beats = 4 * whole;
            return s -> s.grid(time(r.from()), time(r.to()), t -> {
                double beat =
                        timeline.beatOfLane(session.lane(target).layer(layer).lock(), t);
                return time(r.from() + Math.rint((beat - r.from()) / beats) * beats);
            });
        });
    }

    private Session erase() {
        return each(r -> {
            Matcher parts = Pattern.compile("([\\d.]+) ?ms (.+)").matcher(rest);
            if (!parts.matches()) {
                throw new IllegalArgumentException(
                        "Expected how near in time and in value, such as erase 100 ms 0.2 dB 9 17.");
            }
            double seconds = Double.parseDouble(parts.group(1)) / 1000;
            double tolerance = difference(parts.group(2));
            double begin = timeline.secondsAt(r.from());
            double dwell = time(timeline.beatAt(begin + seconds)) - time(r.from());
            return s -> s.erase(time(r.from()), time(r.to()), dwell, tolerance);
        });
    }

    private Session turn() {
        if (RangeWords.named(session, rest)) {
            return each(r -> s -> s.level(time(r.from()), time(r.to()), value(rest)));
        }
        Matcher two = RangeWords.TWO.matcher(rest);
        double from;
        double to = session.length();
        if (two.matches() && !rest.substring(0, two.start(1)).isBlank()) {
            from = Positions.in(session, two.group(1));
            to = Positions.in(session, two.group(2));
            rest = rest.substring(0, two.start(1)).strip();
        } else {
            Matcher one = ONE.matcher(rest);
            if (!one.matches()) {
                throw new IllegalArgumentException("When? Expected a position at the end, such as switch Off 33.");
            }
            from = Positions.in(session, one.group(1));
            rest = rest.substring(0, one.start(1)).strip().replaceAll("( at| to)$", "");
        }
        if (!(to > from)) {
            throw new IllegalArgumentException(
                    "It is switched at " + timeline.printBars(from) + ", where the piece is over.");
        }
        return shaping.level(time(from), time(to), value(rest));
    }

    private Session copy(boolean again) {
        Matcher along = ALONG.matcher(rest);
        if (along.matches()) {
            rest = along.group(1);
            RangeWords.Range from = ranges().get(0);
            Session done = session;
            for (RangeWords.Range one : RangeWords.along(session, target, along.group(2))) {
                done = new Shaping(done, target, layer)
                        .copy(time(from.from()), time(from.to()), time(one.from()), time(one.to()));
            }
            return done;
        }
        Matcher end = Pattern.compile("(.+) to (" + RangeWords.POSITION + ")$").matcher(rest);
        if (!end.matches()) {
            throw new IllegalArgumentException(
                    again
                            ? "Expected up to where, such as repeat 9 13 to 41."
                            : "Expected where to, such as copy 9 13 to 33.");
        }
        double at = Positions.in(session, end.group(2));
        rest = end.group(1);
        List<RangeWords.Range> ranges = ranges();
        RangeWords.Range range = ranges.get(0);
        double length = range.to() - range.from();
        double begin = again ? range.to() : at;
        double until = Positions.within(session, again ? at : at + length);
        if (!(until > begin)) {
            throw new IllegalArgumentException(
                    "It is repeated up to a place behind it: after " + timeline.printBars(range.to()) + ".");
        }
        return shaping.copy(time(range.from()), time(range.to()), time(begin), time(until));
    }

    /** One point, or another value for the one that is there. */
    private Session point() {
        Matcher one = ONE.matcher(rest);
        if (!one.matches()) {
            throw new IllegalArgumentException("Where? Expected a value and a position, such as point 300 Hz at 9.3.");
        }
        double at = Positions.in(session, one.group(1));
        double value = value(rest.substring(0, one.start(1)).strip().replaceAll("\\s*\\b(at|to)$", ""));
        return Points.add(session, target, layer, time(at), value);
    }

    private Session equal() {
        RangeWords.Range range = ranges().get(0);
        if (!rest.isBlank()) {
            throw new IllegalArgumentException("Expected a range, such as equal 9 17, not “" + rest + "” before it.");
        }
        return new Shaping(session, target, layer).equal(time(range.from()), time(range.to()));
    }

    private Lock lock() {
        return switch (rest.toLowerCase(Locale.ROOT)) {
            case "beats" -> Lock.BEATS;
            case "seconds" -> Lock.SECONDS;
            default -> throw new IllegalArgumentException("Lock to beats, or to seconds?");
        };
    }
}
