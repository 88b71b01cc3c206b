package agogic.desk.command;

import agogic.core.device.Device;
import agogic.core.device.Socket;
import agogic.core.fit.Fit;
import agogic.core.fit.FitPlan;
import agogic.core.fit.FitStep;
import agogic.core.session.Session;
import agogic.formats.session.DemandFile;
import agogic.formats.session.SessionFile;
import com.fasterxml.jackson.annotation.JsonInclude;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code fit}: the plan that makes wanted parameters go through the sockets there are. */
@Command(
        name = "fit",
        description = {
            "The plan that makes the wanted parameters of each device go through its sockets.",
            "Exit code 1 if one cannot be made to fit.",
            "A demand is JSON: {\"device\": NAME, \"sockets\": N, \"reserved\": N, \"parameters\": [...]}, each parameter",
            "{\"name\": NAME, \"unit\": \"percent\", \"from\": 0, \"to\": 100, \"positions\": [NAMES], \"points\":",
            "[[BEAT, VALUE, SHAPE, AMOUNT], ...]}. Values lie in 0..1; unit, from and to may be left out (0 to 100 %%),",
            "so may positions, shape (straight) and amount. Sockets are used up in the order of the parameters."
        })
final class FitCommand extends FileCommand {
    /** What becomes of one device; {@code through} and what follows only if everything fits. */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    private record ToldFit(
            String device,
            int needed,
            int usable,
            int after,
            int missing,
            List<ToldStep> steps,
            Integer through,
            List<ToldSocket> sockets,
            List<ToldOutside> outside) {}

    private record ToldStep(
            String kind,
            int saves,
            String title,
            String detail,
            String cost,
            double largestChange,
            List<String> parameters) {}

    /** A socket; its turns only if it is shared. */
    @JsonInclude(JsonInclude.Include.NON_NULL)
    private record ToldSocket(int number, List<String> parameters, String way, List<ToldTurn> turns) {}

    private record ToldTurn(double beat, String parameter) {}

    private record ToldOutside(String parameter, String address) {}

    @Parameters(index = "0", paramLabel = "SESSION|DEMAND.json", description = "a session, or a demand on sockets")
    private Path path;

    @Option(names = "--without", paramLabel = "KIND", description = "take back, join, share or send outside: not that")
    private List<String> without = List.of();

    @Option(names = "--out", paramLabel = "SESSION", description = "where the session goes that the plan makes")
    private Path out;

    @Override
    public Answer run() throws IOException {
        apart(out, path);
        boolean demand =
                String.valueOf(path.getFileName()).toLowerCase(Locale.ROOT).endsWith(".json");
        Session session = demand ? DemandFile.read(path) : Pieces.open(path);
        for (String kind : without) {
            if (java.util.Arrays.stream(FitStep.Kind.values())
                    .noneMatch(k -> k.spoken().equals(kind))) {
                throw new IllegalArgumentException(
                        "“" + kind + "” is no kind of step. Expected take back, join, share or send outside.");
            }
        }
        Answer answer = new Answer();
        List<ToldFit> devices = new ArrayList<>();
        Session after = session;
        for (Device device : session.devices()) {
            int needed = device.taken() + device.wanted().size();
            if (needed <= device.usable() && !demand) {
                continue;
            }
            FitPlan plan = Fit.plan(session, device.id(), Set.copyOf(without));
            after = plan.missing() == 0 ? plan.apply(after) : after;
            devices.add(told(device, after, plan, answer));
            if (plan.missing() > 0) {
                answer.fails();
            }
        }
        if (devices.isEmpty()) {
            answer.say("Everything that is wanted has a socket already.");
        }
        if (out != null && answer.holds()) {
            SessionFile.save(out, after);
        }
        return answer.put("fits", answer.holds()).put("devices", devices);
    }

    private static ToldFit told(Device device, Session after, FitPlan plan, Answer answer) {
        List<ToldStep> steps = plan.steps().stream().map(FitCommand::step).toList();
        answer.say(device.name() + ": " + plan.needed() + " wanted, " + plan.usable() + " sockets");
        for (FitStep step : plan.steps()) {
            answer.say("  −" + step.saves() + "  " + step.title() + ": " + step.detail() + "; costs " + step.cost());
        }
        if (plan.missing() > 0) {
            answer.say("  does not fit: " + plan.missing() + " missing");
            return new ToldFit(
                    device.name(), plan.needed(), plan.usable(), plan.after(), plan.missing(), steps, null, null, null);
        }
        answer.say("  fits: " + plan.through() + " parameters through " + plan.after() + " of " + plan.usable()
                + " sockets");
        Device fitted = after.device(device.id());
        return new ToldFit(
                device.name(),
                plan.needed(),
                plan.usable(),
                plan.after(),
                plan.missing(),
                steps,
                plan.through(),
                fitted.used().stream().map(s -> socket(fitted, s)).toList(),
                fitted.outside().stream()
                        .map(o -> new ToldOutside(fitted.find(o.parameter()).name(), o.address()))
                        .toList());
    }

    private static ToldStep step(FitStep step) {
        return new ToldStep(
                step.kind().spoken(),
                step.saves(),
                step.title(),
                step.detail(),
                step.cost(),
                step.largestChange(),
                step.parameters());
    }

    private static ToldSocket socket(Device device, Socket socket) {
        List<ToldTurn> turns = socket.turns().stream()
                .map(t -> new ToldTurn(
                        t.beat(),
                        device.find(socket.seats().get(t.seat()).parameter()).name()))
                .toList();
        return new ToldSocket(
                socket.number(),
                socket.seats().stream()
                        .map(s -> device.find(s.parameter()).name())
                        .toList(),
                device.reserved(socket) ? "reserved" : socket.joined() ? "joined" : socket.shared() ? "shared" : "own",
                socket.shared() ? turns : null);
    }
}
