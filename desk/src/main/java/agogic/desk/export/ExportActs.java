package agogic.desk.export;

import agogic.desk.acts.Act;
import agogic.desk.files.Files;
import agogic.desk.model.Desk;
import agogic.desk.model.View;
import agogic.desk.parts.Questions;
import java.util.List;
import java.util.function.Supplier;
import javafx.stage.Window;

/** What can be done in the Export view. */
public final class ExportActs {
    private final Desk desk;
    private final Files files;
    private final ExportModel model;
    private final Supplier<ExportView> view;
    private final TakeTable taking;

    public ExportActs(Desk desk, Files files, Supplier<ExportView> view, Supplier<Window> window) {
        this.desk = desk;
        this.files = files;
        this.view = view;
        model = new ExportModel(desk);
        taking = new TakeTable(desk, Questions.over(window));
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
                                "table-take",
                                "Take a table…",
                                "A table of points or samples becomes a lane again, after it was said what changes",
                                "Ctrl+Shift+T",
                                () -> taking.ask(files))
                        .unless(() -> desk.session().routes().isEmpty() ? "there is no lane" : ""),
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
