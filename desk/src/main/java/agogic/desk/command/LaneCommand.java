package agogic.desk.command;

import agogic.core.device.Device;
import agogic.core.lane.Lane;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.play.Heard;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.formats.file.SafeFile;
import agogic.formats.session.SessionFile;
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

    @Option(names = "--out", required = true, paramLabel = "TABLE.csv", description = "where the table goes")
    private Path out;

    @Override
    public Answer run() throws IOException {
        Session opened = SessionFile.open(session);
        Target found = target(opened, target);
        Parameter parameter = opened.parameter(found);
        Lane lane = opened.lane(found);
        apart(out, session);
        Heard heard = new Heard(opened);
        int rows = SampleCommand.rows(0, opened.seconds(), every);
        SafeFile.text(out, text -> {
            text.append("seconds,value,number,unit\r\n");
            for (int i = 0; i < rows; i++) {
                double seconds = i * every;
                double value = heard.valueAt(found, seconds);
                String unit = parameter.stepped()
                        ? parameter.print(value)
                        : parameter.unit().symbol();
                text.append(Double.toString(seconds)).append(',').append(Double.toString(value));
                text.append(',').append(Double.toString(parameter.nativeValueAt(value)));
                text.append(',').append(Table.cell(unit)).append("\r\n");
            }
        });
        return new Answer()
                .put("target", found.toString())
                .put("points", lane.envelope().size())
                .put("rows", rows);
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
