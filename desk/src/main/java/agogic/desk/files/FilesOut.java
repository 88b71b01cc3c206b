package agogic.desk.files;

import agogic.core.edit.points.OwnShapes;
import agogic.core.session.Session;
import agogic.desk.model.Beside;
import agogic.desk.model.Editing;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.sheet.Sheet;
import agogic.formats.midi.MidiExport;
import agogic.formats.session.ShapesFile;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.stage.Window;

/** What goes out of a piece, and shapes that come into it: asked for in the system's dialogs, done beside the window. */
public final class FilesOut {
    private final Editing editing;
    private final Notices notices;
    private final Files files;
    private final Supplier<Window> owner;

    /** @param files asks where things are */
    public FilesOut(Editing editing, Notices notices, Files files, Supplier<Window> owner) {
        this.editing = editing;
        this.notices = notices;
        this.files = files;
        this.owner = owner;
    }

    /** Asks how a MIDI file is to be, and where it goes, and writes it. */
    public void exportMidi() {
        ExportDialog dialog = new ExportDialog(editing, owner.get());
        dialog.showAndWait().ifPresent(choice -> files.where(
                        "Export MIDI", "MIDI file", ".mid", editing.session().name())
                .ifPresent(path -> exportMidi(path, choice)));
    }

    /** Writes a MIDI file beside the window and says what it came to. */
    public void exportMidi(Path path, MidiExport.How how) {
        editing.whole(snapshot -> beside(
                () -> MidiExport.write(path, snapshot, how),
                report -> notices.say(Notice.good("Exported", words(path, report))),
                "Not exported"));
    }

    private static String words(Path path, MidiExport.Report report) {
        String loss = report.lanes() == 0
                ? "there was no lane to send"
                : "farthest from its lane: " + report.lossOf() + ", by " + report.lossText();
        return path.getFileName() + ": " + report.notes() + " notes, " + report.lanes() + " lanes in "
                + report.controllerMessages() + " controller messages; " + loss + "; the busiest second takes "
                + Math.round(report.busiestShare() * 100) + " % of the wire." + late(report)
                + (report.notice().isEmpty() ? "" : " " + report.notice()) + left(report.left());
    }

    private static String late(MidiExport.Report report) {
        return report.switchOf().isEmpty()
                ? ""
                : String.format(
                        java.util.Locale.ROOT,
                        " The switch that comes latest is %s, by %.1f ms.",
                        report.switchOf(),
                        report.switchLate() * 1000);
    }

    private static String left(List<String> left) {
        return left.isEmpty()
                ? ""
                : " Not sent, because no socket leads to them: " + left.size() + " lanes, " + left.get(0)
                        + (left.size() > 1 ? " and others." : ".");
    }

    /** Prints what every control does, as PDF and as pictures. */
    public void exportSheet() {
        Session snapshot = editing.session();
        files.where("Print the sheet", "PDF", ".pdf", snapshot.name() + " controls")
                .ifPresent(path -> beside(
                        () -> Sheet.write(path, snapshot),
                        pages -> notices.say(Notice.good(
                                "Printed",
                                path.getFileName() + ": " + pages + (pages == 1 ? " page" : " pages")
                                        + ", and each as a PNG beside it.")),
                        "Not printed"));
    }

    /** Asks for a file and writes the patterns and snapshots of the piece to it, for other pieces. */
    public void saveShapes() {
        OwnShapes shapes = OwnShapes.of(editing.session());
        if (shapes.patterns().isEmpty() && shapes.sets().isEmpty()) {
            notices.refuse("There are neither patterns nor snapshots in this piece.");
            return;
        }
        files.where("Save shapes of your own", "Shapes", ShapesFile.ENDING, "My shapes")
                .ifPresent(path -> beside(
                        () -> {
                            ShapesFile.save(path, shapes);
                            return shapes.patterns().size() + shapes.sets().size();
                        },
                        n -> notices.say(
                                Notice.good("Saved", path.getFileName() + ": they can be brought into any piece.")),
                        "Not saved"));
    }

    /** Asks for a file and brings the patterns and snapshots in it into the piece. */
    public void bringShapes() {
        files.which("Bring shapes of your own in", "Shapes", ShapesFile.ENDING)
                .ifPresent(path -> beside(
                        () -> ShapesFile.read(path),
                        shapes -> {
                            OwnShapes.Brought brought = shapes.into(editing.session());
                            if (editing.edit(
                                    "Bring shapes in", s -> shapes.into(s).session())) {
                                notices.say(Notice.good("Brought in", brought.told() + "."));
                            }
                        },
                        "Not brought in"));
    }

    private <T> void beside(Beside.Work<T> work, Consumer<T> done, String failed) {
        Beside.run("agogic-file", work, done, why -> notices.say(Notice.stop(failed, why)));
    }
}
