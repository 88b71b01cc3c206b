package agogic.desk.command;

import agogic.core.device.Device;
import agogic.core.parameter.Parameter;
import agogic.core.session.Session;
import agogic.core.template.Template;
import agogic.formats.session.SessionFile;
import agogic.formats.session.TemplateFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code template}: how a device or a track is laid out goes to a file, and from there to others. */
@Command(
        name = "template",
        description = {
            "How a device or a track is laid out: names, sockets, routes and recipes, without points or values.",
            "With --keep it is written to a template; with --use a template is used on another device or track."
        })
final class TemplateCommand extends FileCommand {
    @Parameters(index = "0", paramLabel = "SESSION", description = "the session")
    private Path session;

    @Option(names = "--of", paramLabel = "DEVICE|TRACK", description = "what is kept, by its name or id")
    private String of;

    @Option(names = "--keep", paramLabel = "TEMPLATE", description = "where the template goes")
    private Path keep;

    @Option(names = "--use", paramLabel = "TEMPLATE", description = "the template that is used")
    private Path use;

    @Option(names = "--on", paramLabel = "DEVICE|TRACK", description = "where it is used, by its name or id")
    private String on;

    @Option(
            names = "--choose",
            paramLabel = "NAME=PARAMETER",
            description = "which parameter is meant by one that is not found; may be said again")
    private List<String> choose = List.of();

    @Option(names = "--without-routes", description = "connect no controls")
    private boolean withoutRoutes;

    @Option(names = "--out", paramLabel = "SESSION", description = "where the new session goes")
    private Path out;

    @Override
    public Answer run() throws IOException {
        boolean keeps = of != null && keep != null && use == null && on == null && out == null;
        boolean uses = use != null && on != null && out != null && of == null && keep == null;
        if (!keeps && !uses) {
            throw new IllegalArgumentException("Expected --of and --keep, or --use, --on and --out.");
        }
        apart(keeps ? keep : out, session);
        Session before = Pieces.open(session);
        return keeps ? keep(before) : use(before);
    }

    private Answer keep(Session before) throws IOException {
        Optional<Device> device = device(before, of);
        Template template = device.isPresent()
                ? Template.ofDevice(before, device.get().id())
                : Template.ofTrack(before, AddCommand.track(before, of));
        TemplateFile.save(keep, template);
        return new Answer()
                .put("template", template.name())
                .put("devices", template.parts().size())
                .say("The template of " + template.name() + " is in " + keep.getFileName() + ".");
    }

    private record Used(List<String> done, List<String> not, List<String> missing) {}

    private static List<String> words(Template.Outcome outcome, boolean done) {
        return outcome.lines().stream()
                .filter(line -> line.done() == done)
                .map(Template.Line::words)
                .toList();
    }

    private Answer use(Session before) throws IOException {
        apart(out, use);
        Template template = TemplateFile.read(use);
        Template.Outcome first = used(before, template, Map.of());
        Map<Template.Key, String> chosen = new HashMap<>();
        for (String one : choose) {
            choose(before, first, one, chosen);
        }
        Template.Outcome outcome = chosen.isEmpty() ? first : used(before, template, chosen);
        SessionFile.save(out, outcome.session());
        Answer answer = new Answer()
                .tell(new Used(
                        words(outcome, true),
                        words(outcome, false),
                        outcome.missing().stream().map(m -> m.entry().name()).toList()));
        outcome.lines().forEach(line -> answer.say((line.done() ? "" : "not done: ") + line.words()));
        outcome.missing()
                .forEach(m ->
                        answer.say("not found: " + before.device(m.device()).name() + " has no "
                                + m.entry().name() + "; --choose \"" + m.entry().name() + "=…\" says which is meant"));
        answer.say(outcome.words());
        return outcome.missing().isEmpty() ? answer : answer.fails();
    }

    private Template.Outcome used(Session before, Template template, Map<Template.Key, String> chosen) {
        Template.Use how = new Template.Use(chosen, !withoutRoutes);
        Optional<Device> device = device(before, on);
        return device.isPresent()
                ? template.onDevice(before, device.get().id(), how)
                : template.onTrack(before, AddCommand.track(before, on), how);
    }

    private static void choose(Session session, Template.Outcome first, String text, Map<Template.Key, String> chosen) {
        int equal = text.indexOf('=');
        String name = equal < 0 ? text : text.substring(0, equal).strip();
        String meant = equal < 0 ? "" : text.substring(equal + 1).strip();
        List<Template.Missing> all = first.missing().stream()
                .filter(m -> m.entry().name().equalsIgnoreCase(name))
                .toList();
        if (equal < 0 || all.isEmpty()) {
            throw new IllegalArgumentException("“" + text
                    + "” chooses nothing. Expected NAME=PARAMETER for one that is "
                    + "not found"
                    + (first.missing().isEmpty()
                            ? "; all were."
                            : ": "
                                    + String.join(
                                            ", ",
                                            first.missing().stream()
                                                    .map(m -> m.entry().name())
                                                    .toList()) + "."));
        }
        for (Template.Missing one : all) {
            Device device = session.device(one.device());
            Parameter parameter = device.parameters().stream()
                    .filter(p -> p.id().equals(meant) || p.name().equalsIgnoreCase(meant))
                    .findFirst()
                    .orElseThrow(
                            () -> new IllegalArgumentException(device.name() + " has no parameter “" + meant + "”."));
            chosen.put(one.key(), parameter.id());
        }
    }

    private static Optional<Device> device(Session session, String text) {
        List<Device> all = session.devices().stream()
                .filter(d -> d.id().equals(text) || d.name().equalsIgnoreCase(text))
                .toList();
        if (all.size() > 1) {
            List<String> ids = new ArrayList<>(all.stream().map(Device::id).toList());
            throw new IllegalArgumentException(all.size() + " devices are called “" + text + "”. Name one by its id: "
                    + String.join(", ", ids) + ".");
        }
        return all.stream().findFirst();
    }
}
