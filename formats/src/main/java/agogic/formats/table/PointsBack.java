package agogic.formats.table;

import agogic.core.edit.points.Shaping;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.parameter.Parameter;
import agogic.core.plan.Heard;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.session.Session;
import agogic.formats.file.FormatException;
import agogic.formats.table.LaneTables.Row;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.IntStream;

/** The points of a layer on their way back: which of them are the old ones, and what was changed of those. */
final class PointsBack {
    private final TableIn table;
    private final Session session;

    PointsBack(TableIn table) {
        this.table = table;
        session = table.session;
    }

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
                table.cell(line, "seconds"),
                table.cell(line, "beat"),
                table.cell(line, "bar"),
                table.cell(line, "value"),
                table.cell(line, "unit"),
                table.cell(line, "shape"),
                table.cell(line, "amount"));
    }

    /** The session with the points of a layer, from 0, as they stand in the table. */
    TableBack.Taken of(Target target, int number) throws IOException {
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
        for (Table.Line line : table.lines) {
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
            return new TableBack.Taken(session, List.of());
        }
        double[] apart = apart(before, after);
        Session shaped = new Shaping(session, target, number).points(after, apart[0], apart[1]);
        double from = seconds(clip, layer, apart[0]);
        double to = seconds(clip, layer, apart[1]);
        String what = all.size() + " points: " + changed + " changed, " + added + " added, "
                + (before.size() - all.size() + added) + " removed";
        return new TableBack.Taken(
                shaped, List.of(new TableBack.Change(target, what, from, to, most(session, shaped, target, from, to))));
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
            for (String column : TableIn.PLACES) {
                places.computeIfAbsent(column + place(went.get(i), column), key -> new ArrayList<>())
                        .add(i);
            }
        }
        return places;
    }

    /** The row that this one was: the next that is the same, else the next that has a place of it, else none. */
    private static int match(List<Row> went, Map<String, List<Integer>> places, Row row, int at) {
        int[] next = TableIn.PLACES.stream()
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
        for (String column : TableIn.PLACES) {
            String text = place(row, column);
            any |= !text.isEmpty();
            if (text.isEmpty() || went != null && text.equals(place(went, column))) {
                continue;
            }
            double beat = table.place(line, column, text);
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
        double near = column.equals("bar") ? 0.006 : TableIn.TOGETHER * Math.max(1, Math.abs(one));
        return Math.abs(one - other) <= near;
    }

    private double value(Table.Line line, Row row, Row went, Parameter scale) throws FormatException {
        boolean named = scale.stepped()
                && !row.unit().isEmpty()
                && (went == null || !row.unit().equals(went.unit()));
        if (named && went != null && !row.value().equals(went.value())) {
            throw line.error("“value” and “unit” are both changed; change one of them");
        }
        return named && went != null
                ? table.value(line, "unit", row.unit(), scale)
                : table.value(line, "value", row.value(), scale);
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

    /** How far what is heard is from what was, at most, at two hundred moments of a part. */
    private static double most(Session session, Session changed, Target target, double from, double to) {
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
}
