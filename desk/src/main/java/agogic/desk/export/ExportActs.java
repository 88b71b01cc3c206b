package agogic.desk.export;

import agogic.core.session.Destination;
import agogic.desk.acts.Act;
import agogic.desk.files.Files;
import agogic.desk.model.Editing;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.Selection;
import agogic.desk.model.View;
import agogic.desk.parts.NameDialog;
import agogic.desk.parts.Questions;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Stream;
import javafx.stage.Window;

/** What can be done in the Export view. */
public final class ExportActs {
    private final Editing editing;
    private final Notices notices;
    private final Selection selection;
    private final Files files;
    private final ExportModel model;
    private final Supplier<ExportView> view;
    private final Supplier<Window> window;
    private final TakeTable taking;

    /** What can be done with the destinations of a piece. */
    public ExportActs(
            Editing editing,
            Notices notices,
            Selection selection,
            Files files,
            Supplier<ExportView> view,
            Supplier<Window> window) {
        this.editing = editing;
        this.notices = notices;
        this.selection = selection;
        this.files = files;
        this.view = view;
        this.window = window;
        model = new ExportModel(editing, notices);
        taking = new TakeTable(editing, notices, selection, Questions.over(window));
    }

    /** The view that these are for. */
    public ExportView view() {
        return new ExportView(editing, selection, model, this::chosen);
    }

    /** Those of the table. */
    public List<Act> all() {
        List<Act> all = new ArrayList<>(List.of(
                Act.of("export-line", "Export this…", "Writes the chosen line to a file or a folder", "E", this::chosen)
                        .in(View.EXPORT)
                        .unless(model::whyNot),
                Act.of(
                                "export-all",
                                "Export all of it",
                                "All of the chosen destination into its folder; only what changed is written anew",
                                "Ctrl+Shift+E",
                                () -> out(model.folder(model.destination())))
                        .unless(model::whyNot),
                Act.of(
                                "table-take",
                                "Take a table…",
                                "A table of points or samples becomes a lane again, after it was said what changes",
                                "Ctrl+Shift+T",
                                () -> taking.ask(files))
                        .unless(() -> editing.session().routes().isEmpty() ? "there is no lane" : ""),
                Act.of(
                                "export-less",
                                "What loses less?",
                                "Tries finer controllers and a faster wire, and says what would be lost then",
                                "Shift+Alt+E",
                                model::lookForLess)
                        .in(View.EXPORT)
                        .unless(() -> model.looked().get() == null
                                ? "what is lost is not known yet"
                                : model.looked().get().report().greatestLoss() == 0 ? "nothing is lost" : ""),
                Act.of(
                                "export-cancel",
                                "Cancel the export",
                                "Ends what is being exported; nothing of it is left",
                                "Alt+C",
                                model::cancel)
                        .in(View.EXPORT)
                        .brief("Cancel")));
        all.addAll(destinations());
        return all;
    }

    private List<Act> destinations() {
        return List.of(
                Act.of(
                                "destination-elsewhere",
                                "Export all of it to…",
                                "All of the chosen destination into another folder",
                                "",
                                () -> out(Optional.empty()))
                        .in(View.EXPORT)
                        .unless(model::whyNot),
                Act.of(
                                "destination-part",
                                "In or out",
                                "The chosen line goes to the chosen destination, or no longer",
                                "X",
                                () -> model.toggle(view.get().chosen()))
                        .in(View.EXPORT)
                        .unless(() -> view.get().chosen() == null ? "no line is chosen" : ""),
                Act.of(
                                "destination-next",
                                "Next destination",
                                "Another set of what goes out, and how",
                                "Shift+D",
                                this::next)
                        .in(View.EXPORT),
                Act.of(
                                "destination-new",
                                "New destination…",
                                "A destination like the chosen one, under another name",
                                "Shift+Alt+N",
                                this::add)
                        .in(View.EXPORT),
                Act.of("destination-name", "Name the destination…", "Another name for it", "Shift+N", this::name)
                        .in(View.EXPORT),
                Act.of(
                                "destination-keep",
                                "Keep for new pieces…",
                                "New pieces begin with these destinations",
                                "",
                                this::keep)
                        .in(View.EXPORT),
                Act.of(
                                "destination-delete",
                                "Delete the destination",
                                "The piece has it no longer; what was written stays",
                                "Delete",
                                this::delete)
                        .in(View.EXPORT)
                        .unless(() -> model.all().size() == 1 ? "it is the only one" : ""));
    }

    private void chosen() {
        if (!model.whyNot().isEmpty()) {
            notices.refuse("“Export this…” cannot be done now: " + model.whyNot() + ".");
            return;
        }
        ExportLine line = view.get().chosen();
        String name = HandOver.safe(editing.session().name());
        files.where(
                        "Export: " + line.title(),
                        line.title(),
                        line.ending(model.choices().picture().format()),
                        line.folder() ? name + " " + line.title().toLowerCase(java.util.Locale.ROOT) : name)
                .ifPresent(path -> editing.whole(piece -> model.carryOut(piece, line, path)));
    }

    private void out(Optional<Path> known) {
        Destination now = model.destination();
        known.or(() -> files.where(
                        "Export: " + now.name(),
                        now.name(),
                        "",
                        HandOver.safe(
                                editing.session().name() + " " + now.name().toLowerCase(java.util.Locale.ROOT))))
                .ifPresent(folder -> editing.whole(piece -> model.carryOut(piece, now, folder)));
    }

    private void next() {
        List<Destination> all = model.all();
        int place = all.indexOf(model.destination());
        Destination next = all.get((place + 1) % all.size());
        model.chosen().set(next.name());
        view.get().look();
        notices.say(Notice.plain(next.name(), titles(next) + "."));
    }

    private static String titles(Destination one) {
        return String.join(
                ", ", one.inOrder().stream().map(Destination.Part::title).toList());
    }

    private void add() {
        Destination now = model.destination();
        NameDialog.askNew(window.get(), "A destination like “" + now.name() + "”, called", "To …")
                .ifPresent(name -> {
                    if (there(name)) {
                        notices.refuse("There is a destination “" + name + "” already.");
                        return;
                    }
                    model.edit("New destination", all -> Stream.concat(
                                    all.stream(), Stream.of(now.called(name).gone("", "")))
                            .toList());
                    model.chosen().set(name);
                    view.get().look();
                    editing.did("New destination", name + ": " + titles(now) + ". X puts a line in or takes it out.");
                });
    }

    private boolean there(String name) {
        return model.all().stream().anyMatch(d -> d.name().equalsIgnoreCase(name));
    }

    private void name() {
        Destination now = model.destination();
        NameDialog.ask(window.get(), "Name of “" + now.name() + "”", now.name()).ifPresent(name -> {
            if (there(name) && !name.equalsIgnoreCase(now.name())) {
                notices.refuse("There is a destination “" + name + "” already.");
                return;
            }
            model.edit("Name " + name, all -> all.stream()
                    .map(d -> d.equals(now) ? d.called(name) : d)
                    .toList());
            model.chosen().set(name);
            view.get().look();
        });
    }

    private void keep() {
        boolean sure = Questions.over(window)
                .sure(
                        "Do new pieces begin with these destinations?",
                        String.join(
                                        ", ",
                                        model.all().stream()
                                                .map(Destination::name)
                                                .toList()) + ". What this piece has stays as it is.",
                        "Keep them");
        if (sure) {
            model.keep();
        }
    }

    private void delete() {
        Destination now = model.destination();
        model.edit(
                "Delete " + now.name(),
                all -> all.stream().filter(d -> !d.equals(now)).toList());
        model.chosen().set(null);
        view.get().look();
        editing.did("Deleted", now.name() + ". What was exported to it stays where it is.");
    }
}
