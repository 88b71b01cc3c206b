package agogic.desk.catalog;

import agogic.core.device.Device;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.template.Template;
import agogic.desk.acts.Act;
import agogic.desk.files.Files;
import agogic.desk.model.Editing;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.formats.session.TemplateFile;
import java.util.List;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Supplier;
import javafx.stage.Window;

/** Templates of the chosen device and its track: kept in files, and used from there. */
public final class TemplateActs {
    private final Editing editing;
    private final Notices notices;
    private final Files files;
    private final Supplier<Window> window;
    private final Supplier<CatalogView> view;

    /** What can be done with templates of devices and tracks. */
    public TemplateActs(
            Editing editing, Notices notices, Files files, Supplier<Window> window, Supplier<CatalogView> view) {
        this.editing = editing;
        this.notices = notices;
        this.files = files;
        this.window = window;
        this.view = view;
    }

    /** All of them. */
    public List<Act> all() {
        return List.of(
                act(
                        "template-keep",
                        "Keep the device as a template…",
                        "Names, sockets, routes and recipes, in a file",
                        d -> keep(Template.ofDevice(editing.session(), d.id()))),
                act(
                        "template-keep-track",
                        "Keep the track as a template…",
                        "Of all devices of its track, in a file",
                        d -> track(d).ifPresent(t -> keep(Template.ofTrack(editing.session(), t)))),
                act(
                        "template-use",
                        "Use a template on the device…",
                        "Shows what would change, then asks",
                        d -> use(template -> (s, how) -> template.onDevice(s, d.id(), how))),
                act(
                        "template-use-track",
                        "Use a template on the track…",
                        "On each device that the file knows",
                        d -> track(d).ifPresent(t -> use(template -> (s, how) -> template.onTrack(s, t, how)))));
    }

    private Act act(String id, String words, String about, Consumer<Device> run) {
        return ChainActs.onDevice(editing, notices, view, id, words, about, "", run);
    }

    private Optional<Track> track(Device device) {
        Optional<Track> track = editing.session().trackOf(device.id());
        if (track.isEmpty()) {
            notices.refuse(device.name() + " is on no track.");
        }
        return track;
    }

    private void keep(Template template) {
        files.save(
                "Keep as a template",
                template.name() + " template",
                path -> TemplateFile.save(path, template),
                path -> "The template of " + template.name() + " is in " + path.getFileName() + ".");
    }

    private void use(Function<Template, BiFunction<Session, Template.Use, Template.Outcome>> on) {
        files.read("Use a template", "Template", TemplateFile.ENDING, TemplateFile::read, (path, template) -> {
            BiFunction<Session, Template.Use, Template.Outcome> using = on.apply(template);
            try {
                TemplateDialog.ask(editing.session(), template, using, window.get())
                        .ifPresent(how -> {
                            if (editing.edit("Use the template of " + template.name(), s -> using.apply(s, how)
                                    .session())) {
                                notices.say(
                                        Notice.good("Template", "The template of " + template.name() + " is used."));
                            }
                        });
            } catch (IllegalArgumentException e) {
                notices.refuse(e.getMessage());
            }
        });
    }
}
