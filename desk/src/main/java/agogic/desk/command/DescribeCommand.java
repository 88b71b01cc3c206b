package agogic.desk.command;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.formats.description.Description;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;

/** {@code describe}: what a description from outside says. */
@Command(name = "describe", description = "What an LV2 bundle or a chart of hardware describes.")
final class DescribeCommand extends FileCommand {
    @Parameters(index = "0", paramLabel = "PATH", description = "folder of an LV2 bundle, a .ttl, or a chart .csv")
    private Path path;

    @Override
    public Answer run() throws IOException {
        Description description = Description.read(path);
        Answer answer = new Answer();
        List<Map<String, Object>> devices = new ArrayList<>();
        for (Device device : description.devices()) {
            Map<String, Object> one = new LinkedHashMap<>();
            one.put("name", device.name());
            one.put("sockets", device.sockets());
            one.put(
                    "parameters",
                    device.parameters().stream().map(p -> parameter(device, p)).toList());
            devices.add(one);
            answer.say(device.name() + ": " + device.parameters().size() + " parameters, " + device.sockets()
                    + " sockets");
            for (Parameter parameter : device.parameters()) {
                answer.say("  " + parameter.name() + ", " + parameter.printRange()
                        + device.chartOf(parameter.id())
                                .map(o -> ", " + o.address())
                                .orElse("")
                        + (parameter.reserved() ? ", reserved" : ""));
            }
        }
        description.left().forEach(left -> answer.say("not automatable: " + left));
        return answer.put("devices", devices).put("left", description.left());
    }

    private static Map<String, Object> parameter(Device device, Parameter parameter) {
        Map<String, Object> one = new LinkedHashMap<>();
        one.put("id", parameter.id());
        one.put("name", parameter.name());
        one.put("group", parameter.group());
        one.put("unit", parameter.unit().name().toLowerCase(Locale.ROOT));
        // Of a switch as the device itself counts its positions.
        boolean counted = !parameter.worth().isEmpty();
        one.put("from", counted ? parameter.nativeValueAt(0) : parameter.from());
        one.put("to", counted ? parameter.nativeValueAt(1) : parameter.to());
        one.put("default", parameter.nativeValueAt(parameter.resting()));
        one.put("logarithmic", parameter.taper() instanceof Taper.Logarithmic);
        one.put("positions", parameter.positions());
        one.put("positionValues", parameter.worth());
        one.put("reserved", parameter.reserved());
        device.chartOf(parameter.id()).ifPresent(o -> one.put("address", o.address()));
        return one;
    }
}
