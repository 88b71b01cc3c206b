package agogic.desk.command;

import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.formats.session.SessionFile;
import agogic.formats.table.TableBack;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code take}: a table becomes points or a ride of a lane. */
@Command(
        name = "take",
        description = {
            "A table becomes points or a ride of a lane: one that was exported and changed, or one made elsewhere.",
            "Points have the columns seconds, beat or bar; value; shape; amount. Samples have seconds or beat, and value or a"
                    + " column for each lane as the export names it. Values are in the parameter's unit.",
            "What comes back as it went out changes nothing."
        })
final class TakeCommand extends FileCommand {
    /** What would be of a lane, from and to in seconds, and how far from what is there at most, in the unit. */
    private record ToldChange(String target, String becomes, double from, double to, double most) {}

    @Parameters(index = "0", paramLabel = "SESSION", description = "the session")
    private Path session;

    @Parameters(index = "1", paramLabel = "TABLE.csv", description = "the table")
    private Path table;

    @Option(
            names = "--target",
            paramLabel = "DEVICE/PARAMETER",
            description = "whose lane points, or a column “value”, are")
    private String target;

    @Option(names = "--layer", paramLabel = "LAYER", description = "of points, which layer, by its name or number")
    private String layer;

    @Option(
            names = "--as",
            paramLabel = "FORM",
            description = "what samples become: ride (as usual), points, steps, or moves (values are places, 0 to 1)")
    private String as = "ride";

    @Option(
            names = "--out",
            paramLabel = "SESSION",
            description = "where the session goes; without it nothing is written, the change is only shown")
    private Path out;

    @Override
    public Answer run() throws IOException {
        if (out != null) {
            apart(out, table);
        }
        TableBack.As form = form();
        Session opened = Pieces.open(session);
        Optional<Target> found = Optional.ofNullable(target).map(text -> LaneCommand.target(opened, text));
        if (layer != null && found.isEmpty()) {
            throw new IllegalArgumentException("--layer needs --target.");
        }
        int number = layer == null ? 0 : LaneCommand.layer(opened, found.orElseThrow(), layer);
        TableBack.Taken taken = TableBack.read(table, opened, found, number, form);
        if (out != null) {
            SessionFile.save(out, taken.session());
        }
        Answer answer = new Answer();
        if (taken.changes().isEmpty()) {
            answer.say("The table says what is there already: nothing changes.");
        }
        List<ToldChange> changes = new ArrayList<>();
        for (TableBack.Change change : taken.changes()) {
            answer.say(TableBack.told(opened, change));
            changes.add(new ToldChange(
                    change.target().toString(), change.what(), change.from(), change.to(), change.most()));
        }
        return answer.put("changes", changes).put("as", form.name().toLowerCase(Locale.ROOT));
    }

    private TableBack.As form() {
        for (TableBack.As one : TableBack.As.values()) {
            if (one.name().equalsIgnoreCase(as.strip())) {
                return one;
            }
        }
        throw new IllegalArgumentException("--as is ride, points, steps or moves, not “" + as + "”.");
    }
}
