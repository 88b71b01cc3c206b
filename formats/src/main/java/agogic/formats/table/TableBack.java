package agogic.formats.table;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.lane.LaneWriter;
import agogic.core.lane.Layer;
import agogic.core.lane.Stretch;
import agogic.core.parameter.Parameter;
import agogic.core.plan.Heard;
import agogic.core.refine.Recipe;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.score.Clip;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.session.Writable;
import agogic.core.shape.Chosen;
import agogic.core.shape.Shaping;
import agogic.core.text.Text;
import agogic.formats.file.FormatException;
import agogic.formats.file.Input;
import agogic.formats.table.LaneTables.Row;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.IntStream;

/**
 * Tables on their way back (RFC 4180, UTF-8, decimal point): the points of a layer, samples of one lane or several. What comes
 * back as it went out changes nothing; what was changed changes that, and nothing before or behind it.
 */
public final class TableBack {
    /** The surface of rides that no hand here made. */
    private static final String FROM_TABLE = "table";

    /** Two values nearer than this part of the travel are one; so are two places nearer than this in seconds. */
    private static final double SAME = 1e-9;

    private static final double TOGETHER = 1e-6;

    /** The columns that say where, the exact ones first. */
    private static final List<String> PLACES = List.of("beat", "seconds", "bar");

    /** How programs write the lower end of a fader in dB. */
    private static final List<String> ENDLESS = List.of("-infinity", "-inf", "-∞", "−∞");

    /** What samples become. */
    public enum As {
        /** A ride of the lane, refined as any other. */
        RIDE,
        /** A point a row, with straight ways between. */
        POINTS,
        /** A point a row, each value held until the next. */
        STEPS,
        /** A ride whose values are places of a hand, 0 to 1. */
        MOVES
    }

    /**
     * What one lane would be.
     *
     * @param target whose lane
     * @param what it becomes, for people: {@code 12 points: 1 changed, 0 added, 2 removed}
     * @param from where it begins to be otherwise, in seconds
     * @param to where it ends to be otherwise, in seconds
     * @param most how far from what is heard now at most, in the parameter's difference unit, at the times of the table
     */
    public record Change(Target target, String what, double from, double to, double most) {}

    /** The session with the table in it, and what that changes; of a table that says what is so already, nothing. */
    public record Taken(Session session, List<Change> changes) {}

    private final Session session;
    private final String file;
    private final Map<String, Integer> columns = new LinkedHashMap<>();
    private final List<Table.Line> lines = new ArrayList<>();

    private TableBack(Session session, Path path) throws IOException {
        this.session = session;
        file = Input.name(path);
        List<String> heads = new ArrayList<>();
        Table.read(path, List.of(), line -> {
            if (heads.isEmpty()) {
                for (int c = 0; c < line.cells().size(); c++) {
                    heads.add(line.text(c).replace("\uFEFF", ""));
                }
            } else {
                lines.add(line);
            }
        });
        for (int c = 0; c < heads.size(); c++) {
            if (columns.put(heads.get(c).toLowerCase(Locale.ROOT), c) != null) {
                throw new FormatException(file + ", line 1, column " + (c + 1) + ": “" + heads.get(c)
                        + "” stands there twice; name each column once.");
            }
        }
        if (!has("seconds") && !has("beat") && !has("bar")) {
            throw new FormatException(
                    file + ", line 1: expected a column “seconds”, “beat” or “bar”, found “" + shown(heads) + "”.");
        }
        if (lines.isEmpty()) {
            throw new FormatException(file + " has no rows below its first line.");
        }
    }

    private static String shown(List<String> heads) {
        String all = String.join(",", heads);
        return all.length() > 60 ? all.substring(0, 60) + "…" : all;
    }

    private boolean has(String head) {
        return columns.containsKey(head);
    }

    /**
     * Looks through a table and makes the session with it.
     *
     * @param target whose lane points, or a column “value”, are; columns that are named as lanes say it themselves
     * @param layer of a table of points, which layer, from 0
     * @param as what samples become
     * @throws FormatException with file, line and column, and what was expected; nothing is half-read
     */
    public static Taken read(Path path, Session session, Optional<Target> target, int layer, As as) throws IOException {
        TableBack table = new TableBack(session, path);
        boolean points = table.has("shape") || table.has("amount");
        if (points) {
            Target whose = target.orElseThrow(() -> new FormatException(
                    table.file + " has the points of one lane: say of which (--target DEVICE/PARAMETER)."));
            return table.points(whose, layer);
        }
        return table.samples(target, as);
    }

    // Points

    /** Of a row, its place in a column. */
    private static String place(Row row, String column) {
        return switch (column) {
            case "seconds" -> row.seconds();
            case "beat" -> row.beat();
            default -> row.bar();
        };
    }

    private Row row(Table.Line line) {
        return new Row(
                cell(line, "seconds"),
                cell(line, "beat"),
                cell(line, "bar"),
                cell(line, "value"),
                cell(line, "unit"),
                cell(line, "shape"),
                cell(line, "amount"));
    }

    private String cell(Table.Line line, String head) {
        return has(head) ? line.text(columns.get(head)) : "";
    }

    private Taken points(Target target, int number) throws IOException {
        Lane lane = session.lane(target);
        if (number < 0 || number >= lane.layers().size()) {
            throw new FormatException(session.parameter(target).name() + " has no layer " + (number + 1) + ".");
        }
        Layer layer = lane.layer(number);
        Optional<Clip> clip = layer.inClip() ? session.clip(layer.clip()) : Optional.empty();
        Parameter scale = layer.scale(session.parameter(target));
        Envelope before = layer.envelope();
        List<Row> went = IntStream.range(0, before.size())
                .mapToObj(LaneTables.rows(session, lane, number))
                .toList();
        Map<String, List<Integer>> places = places(went);
        List<Point> all = new ArrayList<>();
        int at = 0;
        int changed = 0;
        int added = 0;
        for (Table.Line line : lines) {
            Row row = row(line);
            int old = match(went, places, row, at);
            Point point;
            if (old >= 0 && same(went.get(old), row)) {
                point = before.point(old);
            } else {
                changed += old >= 0 ? 1 : 0;
                added += old >= 0 ? 0 : 1;
                point = point(
                        line,
                        row,
                        old < 0 ? null : went.get(old),
                        old < 0 ? null : before.point(old),
                        beat -> time(clip, layer, beat),
                        scale);
            }
            at = old >= 0 ? old + 1 : at;
            if (!all.isEmpty() && point.time() < all.get(all.size() - 1).time()) {
                throw line.error("this point comes before the one above it; points stand in time order");
            }
            all.add(point);
        }
        Envelope after = Envelope.of(all);
        if (after.equals(before)) {
            return new Taken(session, List.of());
        }
        double[] apart = apart(before, after);
        Session shaped = new Shaping(session, target, number).points(after, apart[0], apart[1]);
        double from = seconds(clip, layer, apart[0]);
        double to = seconds(clip, layer, apart[1]);
        String what = all.size() + " points: " + changed + " changed, " + added + " added, "
                + (before.size() - all.size() + added) + " removed";
        return new Taken(shaped, List.of(new Change(target, what, from, to, most(shaped, target, from, to))));
    }

    private double seconds(Optional<Clip> clip, Layer layer, double time) {
        double beat = clip.map(c -> c.beatOfLayer(time))
                .orElseGet(() -> session.timeline().beatOfLane(layer.lock(), time));
        return session.timeline().secondsAt(Math.max(0, beat));
    }

    /** Where a beat of the piece lies in a layer; of one in a clip, in its first turn. */
    private double time(Optional<Clip> clip, Layer layer, double beat) {
        return clip.map(c -> c.layerTimeOf(beat)).orElseGet(() -> session.timeline()
                .laneTime(layer.lock(), session.timeline().secondsAt(beat)));
    }

    private static boolean same(Row went, Row row) {
        return (row.seconds().isEmpty() || row.seconds().equals(went.seconds()))
                && (row.beat().isEmpty() || row.beat().equals(went.beat()))
                && (row.bar().isEmpty() || row.bar().equals(went.bar()))
                && row.value().equals(went.value())
                && (row.unit().isEmpty() || row.unit().equals(went.unit()))
                && row.shape().equals(went.shape())
                && row.amount().equals(went.amount());
    }

    /** The rows by what stands in each column of their places. */
    private static Map<String, List<Integer>> places(List<Row> went) {
        Map<String, List<Integer>> places = new HashMap<>();
        for (int i = 0; i < went.size(); i++) {
            for (String column : PLACES) {
                places.computeIfAbsent(column + place(went.get(i), column), key -> new ArrayList<>())
                        .add(i);
            }
        }
        return places;
    }

    /** The row that this one was: the next that is the same, else the next that has a place of it, else none. */
    private static int match(List<Row> went, Map<String, List<Integer>> places, Row row, int at) {
        int[] next = PLACES.stream()
                .filter(column -> !place(row, column).isEmpty())
                .flatMap(column -> places.getOrDefault(column + place(row, column), List.of()).stream())
                .mapToInt(i -> i)
                .filter(i -> i >= at)
                .sorted()
                .toArray();
        return IntStream.of(next)
                .filter(i -> same(went.get(i), row))
                .findFirst()
                .orElse(next.length == 0 ? -1 : next[0]);
    }

    private Point point(Table.Line line, Row row, Row went, Point was, DoubleUnaryOperator timeOf, Parameter scale)
            throws FormatException {
        double beat = beat(line, row, went);
        double time = Double.isNaN(beat) ? was.time() : timeOf.applyAsDouble(beat);
        double value = went != null
                        && row.value().equals(went.value())
                        && (row.unit().isEmpty() || row.unit().equals(went.unit()))
                ? was.value()
                : value(line, row, went, scale);
        try {
            boolean shaped = went == null
                    || !row.shape().equals(went.shape())
                    || !row.amount().equals(went.amount());
            Shape shape =
                    scale.stepped() ? Shape.HOLD : shaped ? ShapeText.parse(row.shape(), row.amount()) : was.shape();
            return new Point(time, value, shape, true, was == null || value != was.value() ? 0 : was.tie());
        } catch (IllegalArgumentException e) {
            throw line.error("column “shape” or “amount”: " + e.getMessage());
        }
    }

    /** Where a row stands, in quarter notes: what was changed of its places, or all of them, which agree; NaN where it was. */
    private double beat(Table.Line line, Row row, Row went) throws FormatException {
        double found = Double.NaN;
        String by = "";
        boolean any = false;
        for (String column : PLACES) {
            String text = place(row, column);
            any |= !text.isEmpty();
            if (text.isEmpty() || went != null && text.equals(place(went, column))) {
                continue;
            }
            double beat = place(line, column, text);
            if (!Double.isNaN(found) && !together(found, beat, column)) {
                throw line.error(
                        "“" + by + "” and “" + column + "” say different places; change one and empty the other");
            }
            if (Double.isNaN(found)) {
                found = beat;
                by = column;
            }
        }
        if (!any) {
            throw line.error("expected a place in “seconds”, “beat” or “bar”, found none");
        }
        return found;
    }

    /** A bar is told in hundredths of a beat only. */
    private static boolean together(double one, double other, String column) {
        double near = column.equals("bar") ? 0.006 : TOGETHER * Math.max(1, Math.abs(one));
        return Math.abs(one - other) <= near;
    }

    private double place(Table.Line line, String column, String text) throws FormatException {
        double beat;
        if (column.equals("bar")) {
            OptionalDouble found = session.timeline().parse(text);
            if (found.isEmpty()) {
                throw line.error("column “bar”: expected a place such as 17.3.02, found “" + text + "”");
            }
            beat = found.getAsDouble();
        } else {
            double number = line.number(columns.get(column), column);
            beat = column.equals("beat") ? number : session.timeline().beatAt(number);
        }
        if (!(beat >= 0 && beat <= session.length() + TOGETHER)) {
            throw line.error("column “" + column + "”: “" + text + "” is not within the piece");
        }
        return beat;
    }

    private double value(Table.Line line, Row row, Row went, Parameter scale) throws FormatException {
        boolean named = scale.stepped()
                && !row.unit().isEmpty()
                && (went == null || !row.unit().equals(went.unit()));
        if (named && went != null && !row.value().equals(went.value())) {
            throw line.error("“value” and “unit” are both changed; change one of them");
        }
        return named && went != null
                ? value(line, "unit", row.unit(), scale)
                : value(line, "value", row.value(), scale);
    }

    /** A value in the unit: as a number, or as people write it. */
    private double value(Table.Line line, String column, String text, Parameter scale) throws FormatException {
        Optional<Double> number = Text.number(text);
        if (ENDLESS.contains(text.toLowerCase(Locale.ROOT)) && Double.isInfinite(scale.valueAt(0))) {
            return 0;
        }
        if (number.isEmpty()) {
            try {
                return scale.parse(text);
            } catch (IllegalArgumentException e) {
                throw line.error("column “" + column + "”: " + e.getMessage());
            }
        }
        double x = normalised(scale, number.get());
        if (Math.abs(scale.nativeValueAt(x) - number.get()) > SAME * Math.abs(scale.to() - scale.from()) + 1e-12) {
            throw line.error("column “" + column + "”: " + scale.name() + " goes from " + scale.print(0) + " to "
                    + scale.print(1) + ", and not to " + text);
        }
        return x;
    }

    private static double normalised(Parameter scale, double number) {
        if (scale.worth().isEmpty()) {
            return scale.normalisedOf(number);
        }
        int nearest = 0;
        for (int i = 1; i < scale.worth().size(); i++) {
            boolean nearer = Math.abs(scale.worth().get(i) - number)
                    < Math.abs(scale.worth().get(nearest) - number);
            nearest = nearer ? i : nearest;
        }
        return scale.normalisedOf(nearest);
    }

    /** From the first to the last moment at which two envelopes are not the same points. */
    private static double[] apart(Envelope before, Envelope after) {
        int first = 0;
        int least = Math.min(before.size(), after.size());
        while (first < least && before.point(first).equals(after.point(first))) {
            first++;
        }
        int last = 0;
        while (last < least - first
                && before.point(before.size() - 1 - last).equals(after.point(after.size() - 1 - last))) {
            last++;
        }
        // The way from the last that is the same to the first that is not, and back, is another, too.
        double from = Double.POSITIVE_INFINITY;
        double to = Double.NEGATIVE_INFINITY;
        for (Envelope one : List.of(before, after)) {
            if (!one.isEmpty()) {
                from = Math.min(from, one.time(Math.max(0, Math.min(one.size() - 1, first - 1))));
                to = Math.max(to, one.time(Math.max(0, Math.min(one.size() - 1, one.size() - last))));
            }
        }
        return new double[] {from, to};
    }

    // Samples

    private Taken samples(Optional<Target> target, As as) throws IOException {
        Map<Integer, Target> targets = targets(target);
        double[] seconds = new double[lines.size()];
        for (int i = 0; i < seconds.length; i++) {
            Table.Line line = lines.get(i);
            String column = has("seconds") ? "seconds" : has("beat") ? "beat" : "bar";
            double beat = place(line, column, line.text(columns.get(column)));
            seconds[i] = column.equals("seconds")
                    ? line.number(columns.get(column), column)
                    : session.timeline().secondsAt(beat);
            if (i > 0 && !(seconds[i] >= seconds[i - 1])) {
                throw line.error("this row comes before the one above it; rows stand in time order");
            }
        }
        Session now = session;
        Heard heard = new Heard(session);
        List<Change> changes = new ArrayList<>();
        for (Map.Entry<Integer, Target> one : targets.entrySet()) {
            Parameter parameter = session.parameter(one.getValue());
            double[] values = new double[seconds.length];
            int first = -1;
            int last = -1;
            double most = 0;
            for (int i = 0; i < values.length; i++) {
                Table.Line line = lines.get(i);
                String head = head(one.getKey());
                values[i] = as == As.MOVES
                        ? hand(line, one.getKey())
                        : value(line, head, line.text(one.getKey()), parameter);
                double was = heard.valueAt(one.getValue(), seconds[i]);
                if (Math.abs(parameter.settled(values[i]) - was) > SAME) {
                    first = first < 0 ? i : first;
                    last = i;
                    most = Math.max(most, parameter.distance(parameter.settled(values[i]), was));
                }
            }
            if (first >= 0 && now.lane(one.getValue()).layers().size() > 1) {
                throw new FormatException(
                        parameter.name() + " has layers, and what " + file + " says is heard of all of"
                                + " them together. Take the points of one layer (--layer), or a lane without others.");
            }
            if (first >= 0) {
                int from = Math.max(0, first - 1);
                int to = Math.min(values.length - 1, last + 1);
                now = take(now, one.getValue(), seconds, values, from, to, as);
                String what = (to - from + 1)
                        + (as == As.POINTS ? " points" : as == As.STEPS ? " steps" : " moves of a ride");
                changes.add(new Change(one.getValue(), what, seconds[from], seconds[to], most));
            }
        }
        return new Taken(now, changes);
    }

    private String head(int column) {
        return columns.entrySet().stream()
                .filter(e -> e.getValue() == column)
                .map(Map.Entry::getKey)
                .findFirst()
                .orElse("");
    }

    private static double hand(Table.Line line, int column) throws FormatException {
        double value = line.number(column, "value");
        if (!(value >= 0 && value <= 1)) {
            throw line.error("a place of a hand lies between 0 and 1, not at " + line.text(column));
        }
        return value;
    }

    /** Of which lane each column is: as somebody said, or as its head does. */
    private Map<Integer, Target> targets(Optional<Target> said) throws FormatException {
        Map<Integer, Target> found = new LinkedHashMap<>();
        if (said.isPresent()) {
            // A table of the lane command has both: the number is in the unit.
            String column = has("number") ? "number" : "value";
            if (has(column)) {
                found.put(columns.get(column), said.get());
                return found;
            }
        }
        Map<String, Target> known = new LinkedHashMap<>();
        LaneTables.all(session)
                .forEach(t -> known.put(LaneTables.head(session, t).toLowerCase(Locale.ROOT), t));
        for (Map.Entry<String, Integer> one : columns.entrySet()) {
            if (PLACES.contains(one.getKey())) {
                continue;
            }
            Target target = known.get(one.getKey());
            if (target == null) {
                throw new FormatException(file + ", line 1, column " + (one.getValue() + 1) + ": no lane is called “"
                        + one.getKey() + "”. Name it as the export does, or say --target for a column “value”.");
            }
            found.put(one.getValue(), target);
        }
        if (found.isEmpty()) {
            throw new FormatException(
                    file + ", line 1: expected a column “value”, or one for each lane as the export" + " names them.");
        }
        return found;
    }

    private Session take(Session now, Target target, double[] seconds, double[] values, int from, int to, As as) {
        Parameter parameter = now.parameter(target);
        if (as == As.POINTS || as == As.STEPS || parameter.stepped() || !(seconds[to] > seconds[from])) {
            List<Point> points = new ArrayList<>();
            for (int i = from; i <= to; i++) {
                points.add(new Point(
                        now.timeline().beatAt(seconds[i]), values[i], as == As.STEPS ? Shape.HOLD : Shape.STRAIGHT));
            }
            return Chosen.paste(now, target, 0, points);
        }
        double[] at = Arrays.copyOfRange(seconds, from, to + 1);
        double[] places = Arrays.copyOfRange(values, from, to + 1);
        int number = 1;
        while (now.hasRide("ride-" + number)) {
            number++;
        }
        Ride ride = new Ride(
                "ride-" + number,
                new Hand(FROM_TABLE, parameter.id()),
                0,
                at[0],
                at[at.length - 1],
                at,
                places,
                places);
        Lane lane = now.lane(target);
        double begin = now.timeline().laneTime(lane.lock(), at[0]);
        double end = now.timeline().laneTime(lane.lock(), at[at.length - 1]);
        Stretch asked = new Stretch(
                ride.id(),
                Span.FULL,
                WriteMode.WRITE,
                at[0],
                at[at.length - 1],
                at[0],
                at[at.length - 1],
                Recipe.usual(parameter).starting(Recipe.Anchor.NONE),
                begin,
                end,
                Envelope.EMPTY);
        Lane written =
                new LaneWriter(parameter, now.timeline(), lane.lock()).write(Writable.lane(now, target), ride, asked);
        return now.with(ride).with(written);
    }

    /** How far what is heard is from what was, at most, at two hundred moments of a part. */
    private double most(Session changed, Target target, double from, double to) {
        Heard old = new Heard(session);
        Heard now = new Heard(changed);
        Parameter parameter = session.parameter(target);
        double most = 0;
        for (int i = 0; i <= 200; i++) {
            double at = from + (to - from) * i / 200;
            most = Math.max(most, parameter.distance(old.valueAt(target, at), now.valueAt(target, at)));
        }
        return most;
    }

    /** What a change is, for people. */
    public static String told(Session session, Change change) {
        return TargetName.of(session, change.target()) + ": " + change.what() + ", "
                + session.timeline().printBars(session.timeline().beatAt(change.from())) + " – "
                + session.timeline().printBars(session.timeline().beatAt(change.to())) + ", at most "
                + session.parameter(change.target()).printDifference(change.most()) + " from what is there";
    }
}
