package agogic.desk.refine;

import agogic.core.edit.pass.RecipeForAll;
import agogic.core.lane.Stretch;
import agogic.core.parameter.Parameter;
import agogic.core.refine.Recipe;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.time.Timeline;
import agogic.desk.model.Beside;
import agogic.desk.model.Editing;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.SeenLayer;
import agogic.desk.parts.ChoiceDialog;
import java.util.List;
import java.util.Set;
import javafx.stage.Window;

/** Which rides a recipe is for: each with the points that it has and would have, and the totals of those that are taken. */
final class RecipeChoice {
    private RecipeChoice() {}

    /** Works out what comes of each ride beside the window, asks, and writes those that are chosen. */
    static void ask(Editing editing, Notices notices, Parameter parameter, Recipe recipe, Window owner) {
        Session before = editing.session();
        RecipeForAll many = new RecipeForAll(before, parameter, recipe);
        notices.say(Notice.plain("Refining", "All rides by this recipe, to show what comes of each."));
        Beside.run(
                "agogic-refine",
                many::each,
                each -> {
                    if (each.isEmpty()) {
                        notices.refuse("There is no ride on a lane that may be written.");
                        return;
                    }
                    notices.say(Notice.plain("Refined", "Choose the rides, then Enter."));
                    of(editing, each, owner)
                            .showAndWait()
                            .ifPresent(off -> Beside.run(
                                    "agogic-refine",
                                    () -> many.apply(one -> !off.contains(id(one))),
                                    all -> refined(editing, notices, before, all, sum(each, off)),
                                    notices::refuse));
                },
                notices::refuse);
    }

    private static void refined(
            Editing editing, Notices notices, Session before, RecipeForAll.Outcome all, String sum) {
        if (editing.session() != before) {
            notices.refuse(
                    "The piece was changed while its rides were refined, so it stays as it is. Press Shift+U again.");
            return;
        }
        if (all.rides() == 0) {
            notices.refuse("No ride was chosen.");
            return;
        }
        if (!editing.edit("This recipe for " + all.rides() + " rides", s -> all.session())) {
            return;
        }
        // The same numbers as in the dialog: of the rides, not of what else is on their lanes.
        editing.did("Refined", sum + ".");
    }

    private static ChoiceDialog of(Editing editing, List<RecipeForAll.One> each, Window owner) {
        Session session = editing.session();
        List<ChoiceDialog.Choice> lines = each.stream()
                .map(one -> new ChoiceDialog.Choice(
                        id(one), what(session, one), one.before() + " → " + one.after(), where(session, one), true))
                .toList();
        return new ChoiceDialog(
                "recipe",
                "This recipe for many rides",
                session.lanes().stream()
                                .anyMatch(l -> l.guarded() && !l.allStretches().isEmpty())
                        ? "This recipe, as close in each unit; rides of protected lanes stay"
                        : "This recipe, as close in each unit",
                lines,
                "Refine",
                off -> sum(each, off),
                owner);
    }

    private static String id(RecipeForAll.One one) {
        return one.target() + " " + one.layer() + " " + one.stretch();
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
        SeenLayer seen = new SeenLayer(session, one.target(), one.layer());
        return name(seen, seen.layer().stretches().get(one.stretch()));
    }

    /** {@code Ride 3 · 9.1.00 – 17.1.00}. */
    static String name(SeenLayer seen, Stretch one) {
        Timeline timeline = seen.session().timeline();
        String called = one.name().isEmpty() ? "Ride " + one.ride().replaceAll("\\D", "") : one.name();
        return called + " · " + timeline.printBars(Math.max(0, seen.beat(one.from()))) + " – "
                + timeline.printBars(Math.max(0, seen.beat(one.to())));
    }
}
