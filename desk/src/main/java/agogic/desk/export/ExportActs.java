package agogic.desk.export;

import agogic.desk.acts.Act;
import agogic.desk.files.Files;
import agogic.desk.model.Desk;
import agogic.desk.model.View;
import java.util.List;
import java.util.function.Supplier;

/** What can be done in the Export view. */
public final class ExportActs {
    private final Desk desk;
    private final Files files;
    private final ExportModel model;
    private final Supplier<ExportView> view;

    public ExportActs(Desk desk, Files files, Supplier<ExportView> view) {
        this.desk = desk;
        this.files = files;
        this.view = view;
        model = new ExportModel(desk);
    }

    /** The view that these are for. */
    public ExportView view() {
        return new ExportView(desk, model, this::chosen);
    }

    /** Those of the table. */
    public List<Act> all() {
        return List.of(
                Act.of("export-line", "Export this…", "Writes the chosen line to a file or a folder", "E", this::chosen)
                        .in(View.EXPORT)
                        .unless(model::whyNot),
                Act.of(
                                "export-all",
                                "Export everything…",
                                "A folder with all of the piece, for somebody who has not this program",
                                "Ctrl+Shift+E",
                                () -> out(ExportLine.FOLDER))
                        .unless(model::whyNot),
                Act.of(
                                "export-cancel",
                                "Cancel the export",
                                "Ends what is being exported; nothing of it is left",
                                "Alt+C",
                                model::cancel)
                        .in(View.EXPORT)
                        .brief("Cancel"));
    }

    private void chosen() {
        if (!model.whyNot().isEmpty()) {
            desk.refuse("“Export this…” cannot be done now: " + model.whyNot() + ".");
            return;
        }
        out(view.get().chosen());
    }

    private void out(ExportLine line) {
        String name = HandOver.safe(desk.session().name());
        files.where(
                        "Export: " + line.title(),
                        line.title(),
                        line.ending(),
                        line.folder() ? name + " " + line.title().toLowerCase(java.util.Locale.ROOT) : name)
                .ifPresent(path -> model.carryOut(line, path));
    }
}
