package agogic.formats.table;

import agogic.core.edit.points.Chosen;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.lane.LaneWriter;
import agogic.core.lane.Stretch;
import agogic.core.parameter.Parameter;
import agogic.core.plan.Heard;
import agogic.core.refine.Recipe;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import agogic.core.session.Writable;
import agogic.formats.file.FormatException;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** Samples of one lane or several on their way back: what is otherwise in them becomes a ride, or points. */
final class SamplesBack {
    /** The surface of rides that no hand here made. */
    private static final String FROM_TABLE = "table";

    private final TableIn table;
    private final Session session;

    SamplesBack(TableIn table) {
        this.table = table;
        session = table.session;
    }

    /** The session with the samples of one lane or several, which become this. */
    TableBack.Taken of(Optional<Target> target, TableBack.As as) throws IOException {
        Map<Integer, Target> targets = targets(target);
        double[] seconds = new double[table.lines.size()];
        for (int i = 0; i < seconds.length; i++) {
            Table.Line line = table.lines.get(i);
            String column = table.has("seconds") ? "seconds" : table.has("beat") ? "beat" : "bar";
            double beat = table.place(line, column, line.text(table.columns.get(column)));
            seconds[i] = column.equals("seconds")
                    ? line.number(table.columns.get(column), column)
                    : session.timeline().secondsAt(beat);
            if (i > 0 && !(seconds[i] >= seconds[i - 1])) {
                throw line.error("this row comes before the one above it; rows stand in time order");
            }
        }
        Session now = session;
        Heard heard = new Heard(session);
        List<TableBack.Change> changes = new ArrayList<>();
        for (Map.Entry<Integer, Target> one : targets.entrySet()) {
            Parameter parameter = session.parameter(one.getValue());
            double[] values = new double[seconds.length];
            int first = -1;
            int last = -1;
            double most = 0;
            for (int i = 0; i < values.length; i++) {
                Table.Line line = table.lines.get(i);
                String head = head(one.getKey());
                values[i] = as == TableBack.As.MOVES
                        ? hand(line, one.getKey())
                        : table.value(line, head, line.text(one.getKey()), parameter);
                double was = heard.valueAt(one.getValue(), seconds[i]);
                if (Math.abs(parameter.settled(values[i]) - was) > TableIn.SAME) {
                    first = first < 0 ? i : first;
                    last = i;
                    most = Math.max(most, parameter.distance(parameter.settled(values[i]), was));
                }
            }
            if (first >= 0 && now.lane(one.getValue()).layers().size() > 1) {
                throw new FormatException(
                        parameter.name() + " has layers, and what " + table.file + " says is heard of all of"
                                + " them together. Take the points of one layer (--layer), or a lane without others.");
            }
            if (first >= 0) {
                int from = Math.max(0, first - 1);
                int to = Math.min(values.length - 1, last + 1);
                now = take(now, one.getValue(), seconds, values, from, to, as);
                String what = (to - from + 1)
                        + (as == TableBack.As.POINTS
                                ? " points"
                                : as == TableBack.As.STEPS ? " steps" : " moves of a ride");
                changes.add(new TableBack.Change(one.getValue(), what, seconds[from], seconds[to], most));
            }
        }
        return new TableBack.Taken(now, changes);
    }

    private String head(int column) {
        return table.columns.entrySet().stream()
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
            String column = table.has("number") ? "number" : "value";
            if (table.has(column)) {
                found.put(table.columns.get(column), said.get());
                return found;
            }
        }
        Map<String, Target> known = new LinkedHashMap<>();
        LaneTables.all(session)
                .forEach(t -> known.put(LaneTables.head(session, t).toLowerCase(Locale.ROOT), t));
        for (Map.Entry<String, Integer> one : table.columns.entrySet()) {
            if (TableIn.PLACES.contains(one.getKey())) {
                continue;
            }
            Target target = known.get(one.getKey());
            if (target == null) {
                throw new FormatException(
                        table.file + ", line 1, column " + (one.getValue() + 1) + ": no lane is called “" + one.getKey()
                                + "”. Name it as the export does, or say --target for a column “value”.");
            }
            found.put(one.getValue(), target);
        }
        if (found.isEmpty()) {
            throw new FormatException(table.file
                    + ", line 1: expected a column “value”, or one for each lane as the export" + " names them.");
        }
        return found;
    }

    private Session take(
            Session now, Target target, double[] seconds, double[] values, int from, int to, TableBack.As as) {
        Parameter parameter = now.parameter(target);
        if (as == TableBack.As.POINTS
                || as == TableBack.As.STEPS
                || parameter.stepped()
                || !(seconds[to] > seconds[from])) {
            List<Point> points = new ArrayList<>();
            for (int i = from; i <= to; i++) {
                points.add(new Point(
                        now.timeline().beatAt(seconds[i]),
                        values[i],
                        as == TableBack.As.STEPS ? Shape.HOLD : Shape.STRAIGHT));
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
}
