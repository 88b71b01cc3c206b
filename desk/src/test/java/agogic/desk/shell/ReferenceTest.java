package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.session.Session;
import agogic.desk.acts.Act;
import agogic.desk.acts.Subject;
import agogic.desk.command.Commands;
import agogic.desk.export.ExportLine;
import agogic.desk.model.View;
import agogic.desk.start.Bringing;
import agogic.standins.comet.SlowComet;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** The reference of the guide says what the table of acts and the commands say: it is made of them. */
class ReferenceTest extends WindowTest {
    private static final Path PAGE = Path.of("../docs/guide/reference.md");

    @Override
    Session session() {
        return SlowComet.session();
    }

    private static String line(Act act) {
        String where = act.special()
                ? " (" + act.views().stream().sorted().map(View::title).collect(Collectors.joining(", ")) + ")"
                : "";
        String key = act.key().isEmpty() ? "no key" : act.key();
        return "- **" + act.words() + "**, " + key + where + ": " + act.about() + ".";
    }

    private String page() {
        List<String> lines = new ArrayList<>(List.of(
                "# Reference",
                "",
                "Everything that can be done, by what it is about, with its usual key; then the files and the commands. It is made of the program's"
                        + " own table: a test compares the two.",
                ""));
        Set<String> taken = new HashSet<>();
        for (Subject subject : Subject.values()) {
            List<Act> acts = subject.acts().stream()
                    .map(window().acts()::act)
                    .filter(act -> taken.add(act.id()))
                    .toList();
            if (!acts.isEmpty()) {
                lines.add("## " + subject.words());
                lines.add("");
                acts.forEach(act -> lines.add(line(act)));
                lines.add("");
            }
        }
        lines.add("## Everywhere");
        lines.add("");
        window().acts().all().stream().filter(act -> taken.add(act.id())).forEach(act -> lines.add(line(act)));
        lines.add("");
        lines.add("## Files that come in");
        lines.add("");
        for (Bringing.Kind kind : Bringing.Kind.values()) {
            lines.add("- **" + kind.title() + "**, ." + String.join(", .", kind.endings()) + ": " + kind.about() + ".");
        }
        lines.add("");
        lines.add("## Files that go out");
        lines.add("");
        for (ExportLine line : ExportLine.values()) {
            lines.add("- **" + line.title() + "**, " + (line.ending().isEmpty() ? "a folder" : line.ending()) + ": "
                    + line.about() + ".");
        }
        lines.add("");
        lines.add("## Commands");
        lines.add("");
        Commands.told().forEach((name, about) -> lines.add("- **" + name + "**: " + about));
        lines.add("");
        return String.join("\n", lines);
    }

    @Test
    void theReferenceIsWhatTheProgramSays() throws Exception {
        StringWriter made = new StringWriter();
        interact(() -> new PrintWriter(made, true).print(page()));
        Path fresh = Path.of("target/reference.md");
        Files.writeString(fresh, made.toString());
        assertThat(Files.readString(PAGE))
                .as("the table has changed: copy desk/target/reference.md to docs/guide/reference.md")
                .isEqualTo(made.toString());
    }
}
