package agogic.desk.export;

import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.files.Files;
import agogic.desk.model.Beside;
import agogic.desk.model.Desk;
import agogic.desk.model.Notice;
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

    private final Desk desk;
    private final Questions questions;

    TakeTable(Desk desk, Questions questions) {
        this.desk = desk;
        this.questions = questions;
    }

    /** Asks for a table; a column {@code value} is of the selected route's lane. */
    void ask(Files files) {
        files.which("Take a table", "Table (.csv)", ".csv").ifPresent(this::look);
    }

    private void look(Path path) {
        Session before = desk.session();
        Optional<Target> selected = desk.selection().selectedRoute().map(Route::target);
        Beside.run(
                "agogic-file",
                () -> TableBack.read(path, before, selected, 0, TableBack.As.RIDE),
                taken -> ask(Input.name(path), before, taken),
                why -> desk.say(Notice.stop("Not taken", why)));
    }

    private void ask(String name, Session before, TableBack.Taken taken) {
        List<TableBack.Change> changes = taken.changes();
        if (changes.isEmpty()) {
            desk.say(Notice.plain("No change", name + " says what is there already."));
            return;
        }
        String told = changes.stream()
                .limit(SHOWN)
                .map(c -> TableBack.told(before, c))
                .collect(Collectors.joining("\n"));
        String more = changes.size() > SHOWN ? "\nand " + (changes.size() - SHOWN) + " more lanes" : "";
        if (!questions.sure("Take " + name + "?", told + more, "Take the table")) {
            desk.say(Notice.plain("Not taken", "Nothing was changed."));
        } else if (desk.session() != before) {
            desk.refuse("The piece was changed meanwhile: take the table again.");
        } else {
            if (desk.edit("Take " + name, s -> taken.session())) {
                desk.did("Taken", TableBack.told(before, changes.get(0)) + (changes.size() == 1 ? "." : more(changes)));
            }
        }
    }

    private static String more(List<TableBack.Change> changes) {
        return "; and " + (changes.size() - 1) + (changes.size() == 2 ? " more lane." : " more lanes.");
    }
}
