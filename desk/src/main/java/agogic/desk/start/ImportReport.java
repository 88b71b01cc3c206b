package agogic.desk.start;

import agogic.desk.parts.ChoiceDialog;
import agogic.formats.bring.Brought;
import agogic.formats.bring.ImportLine;
import java.util.List;
import javafx.stage.Window;

/** What a file has and what each thing becomes, before it is brought in: each line can be left out. */
final class ImportReport {
    private ImportReport() {}

    /** The dialog; it answers the ids of the lines that are left out. */
    static ChoiceDialog of(Brought found, Window owner) {
        List<ChoiceDialog.Choice> lines = found.lines().stream()
                .map(line -> new ChoiceDialog.Choice(
                        line.id(), line.what(), Integer.toString(line.count()), line.becomes(), line.takes()))
                .toList();
        long possible = found.lines().stream().filter(ImportLine::takes).count();
        long left = lines.size() - possible;
        String not = left > 0 ? "; " + left + (left == 1 ? " kind is" : " kinds are") + " not, and why is said" : "";
        return new ChoiceDialog(
                        "import",
                        "Bring in",
                        found.title() + " · " + found.bars() + (found.bars() == 1 ? " bar" : " bars"),
                        lines,
                        "Bring in",
                        off -> (possible - off.size()) + " of " + possible + " things are taken" + not,
                        owner)
                .remarking("import-remarks", found.remarks());
    }
}
