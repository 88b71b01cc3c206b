package agogic.desk.command;

import agogic.core.edit.points.Between;
import agogic.core.edit.points.ShapeWords;
import agogic.core.edit.points.SnapshotWords;
import agogic.core.edit.points.Snapshots;
import agogic.core.lane.LayerStack;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.session.Positions;
import agogic.core.session.Session;
import agogic.core.snapshot.Snapshot;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** {@code snapshot}: values of several parameters under a name: taken, or dropped at a bar. */
@Command(
        name = "snapshot",
        description = {
            "Values of several parameters under a name. --take keeps them as they are at --at, or as given by --value;",
            "--drop writes them on their lanes, in words: “Far 33”, “Far 33 until 37”, “Far 33 over 2 bars”."
        })
final class SnapshotCommand extends EditCommand {
    private record Taken(String taken, String set, String values) {}

    private record Dropped(String dropped, String replaces) {}

    private record MadeMacro(String macro, int members) {}

    @Option(names = "--take", paramLabel = "NAME", description = "the name of the snapshot that is taken")
    private String take;

    @Option(
            names = "--set",
            defaultValue = "Snapshots",
            paramLabel = "SET",
            description = "the set it belongs to; made if there is none")
    private String set;

    @Option(names = "--target", paramLabel = "DEVICE/PARAMETER", description = "what it holds; may be repeated")
    private List<String> targets = List.of();

    @Option(
            names = "--value",
            paramLabel = "VALUE",
            description = "where each of them stands, in their order; as heard at --at if not given")
    private List<String> values = List.of();

    @Option(names = "--at", paramLabel = "BAR.BEAT", defaultValue = "1", description = "where they are heard")
    private String at;

    @Option(names = "--drop", paramLabel = "WORDS", description = "which one where; may be repeated, in order")
    private List<String> drops = List.of();

    @Option(
            names = "--between",
            paramLabel = "NAME,NAME",
            description = "a macro that goes from the first snapshot to the second")
    private String between;

    @Option(names = "--macro", paramLabel = "NAME", defaultValue = "", description = "what that macro is called")
    private String macro;

    @Override
    Session edited(Session before, Answer answer) {
        if (take == null && drops.isEmpty() && between == null) {
            throw new IllegalArgumentException("Nothing to do: --take a snapshot, --drop one, or --between two.");
        }
        Session after = before;
        List<Record> done = new ArrayList<>();
        if (take != null) {
            Snapshot snapshot = taken(before);
            int old = Snapshots.set(before, set).stream()
                    .flatMap(s -> s.snapshots().stream())
                    .filter(s -> s.name().equalsIgnoreCase(take))
                    .mapToInt(s -> s.values().size())
                    .sum();
            if (old > 0) {
                answer.say(take + " was there: its " + old + (old == 1 ? " value is" : " values are") + " replaced.");
            }
            after = Snapshots.keep(after, set, snapshot);
            String spoken = Snapshots.spoken(after, snapshot);
            answer.say(take + ", of the set " + set + ": " + spoken + ".");
            done.add(new Taken(take, set, spoken));
        }
        for (String words : drops) {
            String replaces = SnapshotWords.replaces(after, words);
            after = ShapeWords.apply(after, List.of(), 0, "drop " + words);
            answer.say("Dropped: " + words + "; " + replaces + ".");
            done.add(new Dropped(words, replaces));
        }
        if (between != null) {
            String[] ends = between.split(",", -1);
            if (ends.length != 2) {
                throw new IllegalArgumentException("Between which? Expected two names, such as --between Near,Far.");
            }
            Between.Outcome made =
                    Between.of(after, Snapshots.find(after, ends[0]), Snapshots.find(after, ends[1]), macro);
            after = made.session();
            Macro fresh = after.macro(made.macro());
            answer.say(fresh.name() + " moves " + fresh.members().size() + " parameters from " + ends[0].strip()
                    + " to " + ends[1].strip() + "."
                    + (made.left().isEmpty() ? "" : " Left out: " + String.join("; ", made.left()) + "."));
            done.add(new MadeMacro(fresh.name(), fresh.members().size()));
        }
        answer.put("snapshots", done);
        return after;
    }

    private Snapshot taken(Session session) {
        List<Target> all = new ArrayList<>();
        targets.forEach(t -> all.add(LaneCommand.target(session, t)));
        if (all.isEmpty()) {
            throw new IllegalArgumentException("Of what? Name parameters by --target.");
        }
        if (!values.isEmpty() && values.size() != all.size()) {
            throw new IllegalArgumentException("There are " + all.size() + " times --target, but " + values.size()
                    + " times --value: each has one.");
        }
        double beat = Positions.in(session, at);
        Map<Target, Double> stands = new HashMap<>();
        for (int i = 0; i < all.size(); i++) {
            Parameter parameter = session.parameter(all.get(i));
            LayerStack stack = session.stack(session.lane(all.get(i)));
            double heard = stack.plays() ? stack.valueAtBeat(beat) : parameter.resting();
            stands.put(all.get(i), values.isEmpty() ? heard : parameter.parse(values.get(i)));
        }
        return Snapshots.take(session, take, all, stands::get);
    }
}
