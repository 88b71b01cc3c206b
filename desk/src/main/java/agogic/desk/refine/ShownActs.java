package agogic.desk.refine;

import agogic.core.edit.pass.Finishing;
import agogic.core.edit.points.DynamicsDraft;
import agogic.core.refine.Recipe;
import agogic.desk.model.Notice;
import java.util.List;
import javafx.stage.Window;

/** What can be done to the lane that is shown, and to its ride. */
final class ShownActs {
    private final Shown shown;

    ShownActs(Shown shown) {
        this.shown = shown;
    }

    void change(String act, Recipe changed) {
        if (shown.stretch() >= 0) {
            int index = shown.stretch();
            int which = shown.layer();
            shown.editing()
                    .editOn(
                            act,
                            List.of(act, shown.target(), which, index),
                            s -> Finishing.by(s, shown.target(), which, index, changed));
        }
    }

    private boolean noRide() {
        if (shown.stretch() < 0) {
            shown.notices().refuse("No ride here: these points were drawn. A recipe is for rides.");
        }
        return shown.stretch() < 0;
    }

    /** Shows what the recipe of the ride that is shown would make of all others, and does it to those that are chosen. */
    void recipeForMany(Window owner) {
        if (!noRide()) {
            RecipeChoice.ask(
                    shown.editing(),
                    shown.notices(),
                    shown.parameter(),
                    shown.lane().stretches().get(shown.stretch()).recipe(),
                    owner);
        }
    }

    /** Asks between which values, and drafts the lane from the dynamics of its track. */
    void draft(Window owner) {
        if (shown.target() == null) {
            shown.notices().refuse("Show a lane first: its points are drafted from the dynamics of its track.");
            return;
        }
        int marks = DynamicsDraft.marks(shown.editing().session(), shown.target());
        if (marks == 0 || !shown.lane().envelope().isEmpty()) {
            // Its words say why.
            shown.editing().edit("Draft from dynamics", s -> DynamicsDraft.draft(s, shown.target(), 0, 1));
            return;
        }
        new DraftDialog(shown.parameter(), marks, owner).showAndWait().ifPresent(ends -> {
            if (shown.editing()
                    .edit("Draft from dynamics", s -> DynamicsDraft.draft(s, shown.target(), ends[0], ends[1]))) {
                shown.notices()
                        .say(Notice.good(
                                "Drafted",
                                shown.parameter().name() + " from " + marks + " marks and hairpins: "
                                        + shown.editing()
                                                .session()
                                                .lane(shown.target())
                                                .envelope()
                                                .size()
                                        + " points. Ride over it, or undo."));
            }
        });
    }

    void carry(Window owner) {
        CarryLane.ask(shown.editing(), shown.notices(), shown.selection(), shown.target(), owner);
    }

    /** The ride that is shown by one of the recipes with a name. */
    void recipe(Recipes one) {
        if (noRide()) {
            return;
        }
        change(
                one.words() + " recipe",
                one.of(
                        shown.parameter(),
                        shown.lane().stretches().get(shown.stretch()).recipe()));
        shown.editing().settle();
    }
}
