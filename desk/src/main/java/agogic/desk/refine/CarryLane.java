package agogic.desk.refine;

import agogic.core.edit.points.Carrying;
import agogic.core.route.Target;
import agogic.core.session.TargetName;
import agogic.desk.model.Editing;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.Selection;
import agogic.desk.parts.TargetChooser;
import java.util.List;
import javafx.stage.Window;

/** Asks where a lane is to be carried, and carries it. */
final class CarryLane {
    private CarryLane() {}

    static void ask(Editing editing, Notices notices, Selection selection, Target from, Window owner) {
        if (from == null || !editing.session().lane(from).plays()) {
            notices.refuse("Show a lane with points first: what it has can be carried to another parameter.");
            return;
        }
        TargetChooser.ask(
                        editing,
                        notices,
                        selection,
                        owner,
                        new TargetChooser.Words(
                                "Move this lane to another parameter",
                                "Where what " + TargetName.of(editing.session(), from) + " has over time is to go",
                                "Move it there",
                                "Copy it there"),
                        List.of(from),
                        (targets, keeps) -> meaning(editing, from, targets, keeps))
                .ifPresent(choice -> carry(
                        editing, notices, selection, from, choice.targets().get(0), choice.second()));
    }

    private static TargetChooser.Meaning meaning(Editing editing, Target from, List<Target> targets, boolean keeps) {
        if (targets.size() > 1) {
            return new TargetChooser.Meaning("A lane goes to one parameter: choose one.", false);
        }
        try {
            return new TargetChooser.Meaning(Carrying.told(editing.session(), from, targets.get(0), keeps), true);
        } catch (IllegalArgumentException e) {
            return new TargetChooser.Meaning(e.getMessage(), false);
        }
    }

    private static void carry(
            Editing editing, Notices notices, Selection selection, Target from, Target to, boolean keeps) {
        String told = Carrying.told(editing.session(), from, to, keeps);
        if (editing.edit(keeps ? "Copy the lane" : "Move the lane", s -> Carrying.carry(s, from, to, keeps))) {
            notices.say(Notice.good(keeps ? "Copied" : "Carried", told));
        }
        selection.openLane(to);
    }
}
