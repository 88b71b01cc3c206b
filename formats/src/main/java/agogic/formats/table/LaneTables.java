package agogic.formats.table;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.parameter.Parameter;
import agogic.core.plan.Heard;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.time.Timeline;
import agogic.formats.file.SafeFile;
import java.util.List;
import java.util.function.IntFunction;
import java.util.stream.Stream;

/** Lanes as tables (RFC 4180): their points, and all of them as heard at a rate. */
public final class LaneTables {
    private LaneTables() {}

    /** A point as its cells. */
    record Row(String seconds, String beat, String bar, String value, String unit, String shape, String amount) {}

    /**
     * {@code seconds,beat,bar,value,unit,shape,amount}: the points of a layer; the value in the parameter's unit.
     *
     * @throws IllegalArgumentException in words for people if the session has no such target
     */
    public static SafeFile.Text points(Session session, Lane lane, int layer) {
        return text -> {
            IntFunction<Row> rows = rows(session, lane, layer);
            text.append("seconds,beat,bar,value,unit,shape,amount\r\n");
            for (int i = 0; i < lane.layer(layer).envelope().size(); i++) {
                Row row = rows.apply(i);
                text.append(row.seconds).append(',').append(row.beat).append(',');
                text.append(Table.cell(row.bar)).append(',').append(row.value).append(',');
                text.append(Table.cell(row.unit)).append(',').append(row.shape).append(',');
                text.append(Table.cell(row.amount)).append("\r\n");
            }
        };
    }

    /** The cells of each point of a layer. */
    static IntFunction<Row> rows(Session session, Lane lane, int number) {
        Timeline timeline = session.timeline();
        Layer layer = lane.layer(number);
        Envelope envelope = layer.envelope();
        Parameter scale = layer.scale(session.parameter(lane.target()));
        Clip clip = layer.inClip() ? session.clip(layer.clip()).orElse(null) : null;
        return i -> {
            Point point = envelope.point(i);
            double beat =
                    clip == null ? timeline.beatOfLane(layer.lock(), point.time()) : clip.beatOfLayer(point.time());
            double within = Math.max(0, beat);
            return new Row(
                    Double.toString(timeline.secondsAt(within)),
                    Double.toString(beat),
                    timeline.printBars(within),
                    number(scale, point.value()),
                    scale.stepped() ? scale.print(point.value()) : scale.unit().symbol(),
                    ShapeText.name(point.shape()),
                    ShapeText.amount(point.shape()));
        };
    }

    /**
     * {@code seconds,beat} and a column for each target, in its unit: what is heard of them.
     *
     * @param every seconds between two rows, above 0
     * @throws IllegalArgumentException in words for people if the session has no such target
     */
    public static SafeFile.Text samples(Session session, List<Target> targets, double every) {
        return text -> {
            Heard heard = new Heard(session);
            text.append("seconds,beat");
            for (Target target : targets) {
                text.append(',').append(Table.cell(head(session, target)));
            }
            text.append("\r\n");
            long rows = (long) Math.floor(session.seconds() / every + 1e-9) + 1;
            for (long i = 0; i < rows; i++) {
                double seconds = i * every;
                text.append(Double.toString(seconds)).append(',');
                text.append(Double.toString(session.timeline().beatAt(seconds)));
                for (Target target : targets) {
                    text.append(',').append(number(session.parameter(target), heard.valueAt(target, seconds)));
                }
                text.append("\r\n");
            }
        };
    }

    /** What the column of a target is called. */
    static String head(Session session, Target target) {
        Parameter parameter = session.parameter(target);
        String unit = parameter.unit().symbol();
        return TargetName.of(session, target) + (unit.isEmpty() || parameter.stepped() ? "" : " (" + unit + ")");
    }

    /** All that may have a column: each target of a lane or a route, once. */
    static List<Target> all(Session session) {
        return Stream.concat(
                        session.lanes().stream().map(Lane::target),
                        session.routes().stream().map(Route::target))
                .distinct()
                .toList();
    }

    private static String number(Parameter parameter, double value) {
        return Double.toString(parameter.nativeValueAt(value));
    }
}
