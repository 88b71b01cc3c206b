package agogic.desk.export;

import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.files.Files;
import agogic.desk.model.Beside;
import agogic.desk.model.Editing;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.Selection;
import agogic.desk.parts.Questions;
import agogic.formats.file.Input;
import agogic.formats.table.TableBack;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** Takes a table back into the piece: what it changes is said before. */
final class TakeTable {
    private static final int SHOWN = 6;

    private final Editing editing;
    private final Notices notices;
    private final Selection selection;
    private final Questions questions;

    TakeTable(Editing editing, Notices notices, Selection selection, Questions questions) {
        this.editing = editing;
        this.notices = notices;
        this.selection = selection;
        this.questions = questions;
    }

    /** Asks for a table; a column {@code value} is of the selected route's lane. */
    void ask(Files files) {
        files.which("Take a table", "Table (.csv)", ".csv").ifPresent(this::look);
    }

    private void look(Path path) {
        Session before = editing.session();
        Optional<Target> selected = selection.selectedRoute().map(Route::target);
        Beside.run(
                "agogic-file",
                () -> TableBack.read(path, before, selected, 0, TableBack.As.RIDE),
                taken -> ask(Input.name(path), before, taken),
                why -> notices.say(Notice.stop("Not taken", why)));
    }

    private void ask(String name, Session before, TableBack.Taken taken) {
        List<TableBack.Change> changes = taken.changes();
        if (changes.isEmpty()) {
            notices.say(Notice.plain("No change", name + " says what is there already."));
            return;
        }
        String told = changes.stream()
                .limit(SHOWN)
                .map(c -> TableBack.told(before, c))
                .collect(Collectors.joining("\n"));
        String more = changes.size() > SHOWN ? "\nand " + (changes.size() - SHOWN) + " more lanes" : "";
        if (!questions.sure("Take " + name + "?", told + more, "Take the table")) {
            notices.say(Notice.plain("Not taken", "Nothing was changed."));
        } else if (editing.session() != before) {
            notices.refuse("The piece was changed meanwhile: take the table again.");
        } else {
            if (editing.edit("Take " + name, s -> taken.session())) {
                editing.did(
                        "Taken", TableBack.told(before, changes.get(0)) + (changes.size() == 1 ? "." : more(changes)));
            }
        }
    }

    private static String more(List<TableBack.Change> changes) {
        return "; and " + (changes.size() - 1) + (changes.size() == 2 ? " more lane." : " more lanes.");
    }
}
