package agogic.desk.command;

import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.formats.description.Description;
import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;

/** {@code describe}: what a description from outside says. */
@Command(name = "describe", description = "What an LV2 bundle or a chart of hardware describes.")
final class DescribeCommand extends FileCommand {
    private record ToldDevice(String name, int sockets, List<ToldParameter> parameters) {}

    /** A parameter in its own unit; without an address where a chart says none. */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    private record ToldParameter(
            String id,
            String name,
            String group,
            String unit,
            double from,
            double to,
            @JsonProperty("default") double resting,
            boolean logarithmic,
            List<String> positions,
            List<Double> positionValues,
            boolean reserved,
            String address) {}

    @Parameters(index = "0", paramLabel = "PATH", description = "folder of an LV2 bundle, a .ttl, or a chart .csv")
    private Path path;

    @Override
    public Answer run() throws IOException {
        Description description = Description.read(path);
        Answer answer = new Answer();
        List<ToldDevice> devices = new ArrayList<>();
        for (Device device : description.devices()) {
            devices.add(new ToldDevice(
                    device.name(),
                    device.sockets(),
                    device.parameters().stream().map(p -> parameter(device, p)).toList()));
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

    private static ToldParameter parameter(Device device, Parameter parameter) {
        // Of a switch as the device itself counts its positions.
        boolean counted = !parameter.worth().isEmpty();
        return new ToldParameter(
                parameter.id(),
                parameter.name(),
                parameter.group(),
                parameter.unit().name().toLowerCase(Locale.ROOT),
                counted ? parameter.nativeValueAt(0) : parameter.from(),
                counted ? parameter.nativeValueAt(1) : parameter.to(),
                parameter.nativeValueAt(parameter.resting()),
                parameter.taper() instanceof Taper.Logarithmic,
                parameter.positions(),
                parameter.worth(),
                parameter.reserved(),
                device.chartOf(parameter.id()).map(Outside::address).orElse(null));
    }
}
