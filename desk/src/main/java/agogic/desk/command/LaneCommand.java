package agogic.desk.command;

import agogic.core.device.Device;
import agogic.core.edit.layer.Layers;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.LayerStack;
import agogic.core.macro.Macro;
import agogic.core.parameter.Offset;
import agogic.core.parameter.Parameter;
import agogic.core.plan.Heard;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.formats.file.SafeFile;
import agogic.formats.table.Table;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code lane}: the value of a target as heard, over the whole piece. */
@Command(
        name = "lane",
        description = {
            "The value of a parameter as heard, over the whole piece.",
            "Columns: seconds, value (0..1), number (in the unit), unit (of a switch the position)."
        })
final class LaneCommand extends FileCommand {
    /** A layer: what it is, where it came from, and whether it is heard. */
    private record ToldLayer(String name, String kind, String from, int points, boolean heard) {}

    @Parameters(index = "0", paramLabel = "SESSION", description = "the session")
    private Path session;

    @Option(
            names = "--target",
            required = true,
            paramLabel = "DEVICE/PARAMETER",
            description = "by names or ids, such as \"Two-Pole Filter/Cutoff\"")
    private String target;

    @Option(names = "--every", required = true, paramLabel = "SECONDS", description = "distance of two rows")
    private double every;

    @Option(
            names = "--layer",
            paramLabel = "LAYER",
            description =
                    "only this layer, by its name or number: of an offset, how far it moves the value (0.5 is not at all)")
    private String layer;

    @Option(names = "--out", required = true, paramLabel = "TABLE.csv", description = "where the table goes")
    private Path out;

    @Override
    public Answer run() throws IOException {
        Session opened = Pieces.open(session);
        Target found = target(opened, target);
        Parameter parameter = opened.parameter(found);
        Lane lane = opened.lane(found);
        apart(out, session);
        int only = layer == null ? -1 : layer(opened, found, layer);
        Session played = only < 0 || Layers.aloneAlready(lane, only) ? opened : Layers.alone(opened, found, only);
        boolean offset = only >= 0 && lane.layer(only).offset();
        Parameter scale = offset ? lane.layer(only).scale(parameter) : parameter;
        LayerStack stack = played.stack(played.lane(found));
        Heard heard = new Heard(played);
        int rows = SampleCommand.rows(0, opened.seconds(), every);
        SafeFile.text(out, text -> {
            text.append("seconds,value,number,unit\r\n");
            for (int i = 0; i < rows; i++) {
                double seconds = i * every;
                double value = heard.valueAt(found, seconds);
                if (offset) {
                    stack.valueAtSeconds(seconds);
                    value = Math.max(0, Math.min(1, Offset.kept(stack.offset())));
                }
                String unit =
                        scale.stepped() ? scale.print(value) : scale.unit().symbol();
                text.append(Double.toString(seconds)).append(',').append(Double.toString(value));
                text.append(',').append(Double.toString(scale.nativeValueAt(value)));
                text.append(',').append(Table.cell(unit)).append("\r\n");
            }
        });
        return new Answer()
                .tell(new Told(
                        found.toString(),
                        only < 0 ? lane.points() : lane.layer(only).envelope().size(),
                        told(opened, lane),
                        rows));
    }

    private record Told(String target, int points, @Answer.Detail List<ToldLayer> layers, int rows) {}

    private static List<ToldLayer> told(Session session, Lane lane) {
        List<ToldLayer> layers = new ArrayList<>();
        for (Layer one : lane.layers()) {
            layers.add(new ToldLayer(
                    Layers.name(session, one),
                    Layers.kind(session, one),
                    Layers.source(one),
                    one.envelope().size(),
                    one.on()));
        }
        return layers;
    }

    /** The place of a layer, by its name or its number from 1 on. */
    static int layer(Session session, Target target, String text) {
        List<Layer> layers = session.lane(target).layers();
        List<String> names = new ArrayList<>();
        for (int i = 0; i < layers.size(); i++) {
            String name = Layers.name(session, layers.get(i));
            if (name.equalsIgnoreCase(text.strip()) || text.strip().equals(String.valueOf(i + 1))) {
                return i;
            }
            names.add((i + 1) + " (" + name + ")");
        }
        throw new IllegalArgumentException(session.parameter(target).name() + " has no layer “" + text + "”. It has "
                + String.join(", ", names) + ".");
    }

    /** A target by {@code DEVICE/PARAMETER}, names or ids; {@code Macro/NAME} for a macro. */
    static Target target(Session session, String text) {
        int slash = text.indexOf('/');
        if (slash < 0) {
            throw new IllegalArgumentException("“" + text + "” is no target. Expected DEVICE/PARAMETER.");
        }
        String device = text.substring(0, slash).strip();
        String name = text.substring(slash + 1).strip();
        List<Device> all = new ArrayList<>(session.devices());
        if (!session.macros().isEmpty()) {
            all.add(session.device(Macro.DEVICE));
        }
        for (Device one : all) {
            if (!one.id().equals(device) && !one.name().equalsIgnoreCase(device)) {
                continue;
            }
            for (Parameter parameter : one.parameters()) {
                boolean called = parameter.name().equalsIgnoreCase(name)
                        || !parameter.shortName().isEmpty()
                                && parameter.shortName().equalsIgnoreCase(name);
                if (parameter.id().equals(name) || called) {
                    return new Target(one.id(), parameter.id());
                }
            }
            throw new IllegalArgumentException(one.name() + " has no parameter “" + name + "”.");
        }
        throw new IllegalArgumentException("The session has no device “" + device + "”. It has "
                + String.join(", ", session.devices().stream().map(Device::name).toList()) + ".");
    }
}
