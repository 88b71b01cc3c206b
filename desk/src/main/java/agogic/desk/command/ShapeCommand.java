package agogic.desk.command;

import agogic.core.edit.layer.Difference;
import agogic.core.edit.layer.Layers;
import agogic.core.edit.points.RidesCut;
import agogic.core.edit.points.ShapeWords;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import java.util.ArrayList;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** {@code shape}: exact edits of a range of a lane, in the words that are typed in the window. */
@Command(
        name = "shape",
        description = {
            "Exact edits of a range of a lane, in a few words, as in the window:",
            "sweep 120 Hz to 3 kHz 27 33 slow start; level, raise, scale, tilt, mirror, move, stretch, grid, steps, thin,",
            "erase, switch, copy, repeat, equal, lock; wave sine 1 bar 20 %% to 80 %% 17 25 named Round, pattern Round 33 41,",
            "drop Far 33. A range is two positions, “in Shadow”, “loop” or “all”."
        })
final class ShapeCommand extends EditCommand {
    /** What became of a lane: its points, how far it is from what it was, and what that did to its rides. */
    private record ToldLane(
            String target,
            int pointsBefore,
            int points,
            double farthest,
            String farthestInUnit,
            double farthestAtBeat,
            String rides) {}

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

    @Override
    Session edited(Session before, Answer answer) {
        List<Target> all = new ArrayList<>();
        targets.forEach(t -> all.add(LaneCommand.target(before, t)));
        int which = LaneCommand.layer(before, all.get(0), layer);
        all.forEach(target -> Layers.having(before, target, which));
        Session after = before;
        for (String act : words) {
            after = ShapeWords.apply(after, all, which, act);
        }
        List<ToldLane> shaped = new ArrayList<>();
        for (Target target : all) {
            Difference difference = Difference.of(before, after, target);
            int old = before.lane(target).layer(which).envelope().size();
            int now = after.lane(target).layer(which).envelope().size();
            String rides = RidesCut.told(
                    before.lane(target).layer(which), after.lane(target).layer(which));
            shaped.add(new ToldLane(
                    target.toString(),
                    old,
                    now,
                    difference.farthest(),
                    before.parameter(target).printDifference(difference.farthest()),
                    difference.beat(),
                    rides));
            answer.say(TargetName.of(before, target) + ": " + old + " points before, " + now + " after; "
                    + difference.told(before, target) + (rides.isEmpty() ? "" : "; " + rides) + ".");
        }
        answer.put("shaped", shaped);
        return after;
    }
}
