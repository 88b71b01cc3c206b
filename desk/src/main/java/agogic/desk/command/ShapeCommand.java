package agogic.desk.command;

import agogic.core.layer.Difference;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.shape.ShapeWords;
import agogic.formats.session.SessionFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code shape}: exact edits of a range of a lane, in the words that are typed in the window. */
@Command(
        name = "shape",
        description = {
            "Exact edits of a range of a lane, in a few words, as in the window:",
            "sweep 120 Hz to 3 kHz 27 33 slow start; level, raise, scale, tilt, mirror, move, stretch, grid, steps, thin,",
            "erase, switch, copy, repeat, lock. A range is two positions, “in Shadow”, “loop” or “all”."
        })
final class ShapeCommand extends FileCommand {
    @Parameters(index = "0", paramLabel = "SESSION", description = "the session to start from")
    private Path session;

    @Option(
            names = "--target",
            required = true,
            paramLabel = "DEVICE/PARAMETER",
            description = "whose lane; may be given several times")
    private List<String> targets;

    @Option(
            names = "--layer",
            paramLabel = "LAYER",
            defaultValue = "1",
            description = "which of its layers, name or number")
    private String layer;

    @Option(
            names = "--do",
            required = true,
            paramLabel = "WORDS",
            description = "what is done; may be given several times, in order")
    private List<String> words;

    @Option(names = "--out", required = true, paramLabel = "SESSION", description = "where the new session goes")
    private Path out;

    @Override
    public Answer run() throws IOException {
        apart(out, session);
        Session before = SessionFile.open(session);
        Session after = before;
        Answer answer = new Answer();
        List<Map<String, Object>> all = new ArrayList<>();
        for (String text : targets) {
            Target target = LaneCommand.target(before, text);
            int which = LaneCommand.layer(before, target, layer);
            for (String act : words) {
                after = ShapeWords.apply(after, target, which, act);
            }
            Difference difference = Difference.of(before, after, target);
            int old = before.lane(target).layer(which).envelope().size();
            int now = after.lane(target).layer(which).envelope().size();
            Map<String, Object> one = new LinkedHashMap<>();
            one.put("target", target.toString());
            one.put("pointsBefore", old);
            one.put("points", now);
            one.put("farthest", difference.farthest());
            one.put("farthestInUnit", before.parameter(target).printDifference(difference.farthest()));
            one.put("farthestAtBeat", difference.beat());
            all.add(one);
            answer.say(TargetName.of(before, target) + ": " + old + " points before, " + now + " after; "
                    + difference.told(before, target) + ".");
        }
        SessionFile.save(out, after);
        return answer.put("shaped", all);
    }
}
