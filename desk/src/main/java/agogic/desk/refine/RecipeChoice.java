package agogic.desk.refine;

import agogic.core.lane.Lane;
import agogic.core.lane.Stretch;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.time.Timeline;
import agogic.core.write.RecipeForAll;
import agogic.desk.model.Desk;
import agogic.desk.parts.ChoiceDialog;
import java.util.List;
import java.util.Set;
import javafx.stage.Window;

/** Which rides a recipe is for: each with the points that it has and would have, and the totals of those that are taken. */
final class RecipeChoice {
    private RecipeChoice() {}

    static ChoiceDialog of(Desk desk, List<RecipeForAll.One> each, Window owner) {
        Session session = desk.session();
        List<ChoiceDialog.Choice> lines = each.stream()
                .map(one -> new ChoiceDialog.Choice(
                        id(one), what(session, one), one.before() + " → " + one.after(), where(session, one), true))
                .toList();
        return new ChoiceDialog(
                "recipe",
                "This recipe for many rides",
                "This recipe, as close in each unit",
                lines,
                "Refine",
                off -> sum(each, off),
                owner);
    }

    static String id(RecipeForAll.One one) {
        return one.target() + " " + one.stretch();
    }

    private static String sum(List<RecipeForAll.One> each, Set<String> off) {
        List<RecipeForAll.One> taken =
                each.stream().filter(one -> !off.contains(id(one))).toList();
        int before = taken.stream().mapToInt(RecipeForAll.One::before).sum();
        int after = taken.stream().mapToInt(RecipeForAll.One::after).sum();
        return taken.size() + " of " + each.size() + (each.size() == 1 ? " ride" : " rides") + ": " + before
                + " points before, " + after + " after";
    }

    private static String what(Session session, RecipeForAll.One one) {
        return TargetName.of(session, one.target());
    }

    private static String where(Session session, RecipeForAll.One one) {
        Lane lane = session.lane(one.target());
        return name(session.timeline(), lane, lane.stretches().get(one.stretch()));
    }

    /** {@code Ride 3 · 9.1.00 – 17.1.00}. */
    static String name(Timeline timeline, Lane lane, Stretch one) {
        double from = timeline.beatAt(timeline.secondsOfLane(lane.lock(), one.from()));
        double to = timeline.beatAt(timeline.secondsOfLane(lane.lock(), one.to()));
        return "Ride " + one.ride().replaceAll("\\D", "") + " · " + timeline.printBars(from) + " – "
                + timeline.printBars(to);
    }
}
