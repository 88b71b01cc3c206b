package agogic.desk.routes;

import agogic.core.route.Target;
import agogic.desk.model.Editing;
import agogic.desk.model.Learner;
import agogic.desk.model.Notices;
import agogic.desk.model.Selection;
import agogic.desk.model.View;
import agogic.desk.parts.Parts;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** In the place of rows, while there is no route: three rows that say what to do, each with the act that does it. */
final class FirstRows extends VBox {
    private static final double WIDEST = 860;

    /** @param bringIn asks for a file of another program */
    FirstRows(Editing editing, Notices notices, Selection selection, Learner learner, Runnable bringIn) {
        super(8);
        setAlignment(Pos.CENTER);
        setId("first-rows");
        Runnable catalog = () -> selection.viewProperty().set(View.CATALOG);
        getChildren()
                .addAll(
                        row(
                                "1",
                                "Choose what is to move",
                                "In the Catalog (2), on the face of a device (F): a click on its mark exposes a parameter.",
                                Parts.act("first-expose", "Open the Catalog", "Opens the Catalog (2)", catalog)),
                        row(
                                "2",
                                "Connect a control to it",
                                "M in the Catalog, then move a control of yours, or one of those below: it has a row here.",
                                Parts.act("first-learn", "Learn a control", "Waits for a control to be moved", () -> {
                                    catalog.run();
                                    learn(editing, notices, learner);
                                })),
                        row(
                                "3",
                                "Or bring in a MIDI file or a score",
                                "Its notes become clips, its controllers rides that can be cleaned.",
                                Parts.act("first-bring", "Bring in…", "Brings in a file (Ctrl+B)", bringIn)));
    }

    /** Waits for a control for the first parameter that can be moved. */
    private static void learn(Editing editing, Notices notices, Learner learner) {
        editing.session().devices().stream()
                .flatMap(d -> d.parameters().stream().filter(p -> !p.reserved()).map(p -> new Target(d.id(), p.id())))
                .findFirst()
                .ifPresentOrElse(
                        target -> learner.begin(List.of(target)),
                        () -> notices.refuse("There is no device yet. Ctrl+Shift+I adds one."));
    }

    private static HBox row(String number, String what, String how, Button act) {
        Label place = new Label(number);
        place.getStyleClass().addAll("title", "hand-text");
        place.setMinWidth(28);
        Label title = new Label(what);
        title.getStyleClass().add("title");
        Label more = new Label(how);
        more.getStyleClass().add("quiet");
        more.setWrapText(true);
        VBox words = new VBox(2, title, more);
        HBox.setHgrow(words, Priority.ALWAYS);
        act.setMinWidth(Region.USE_PREF_SIZE);
        HBox row = new HBox(10, place, words, act);
        row.setAlignment(Pos.CENTER_LEFT);
        row.getStyleClass().add("panel");
        row.setMaxWidth(WIDEST);
        // All three fit above an open drawer in the least window.
        row.setStyle("-fx-padding: 9 16 9 16;");
        return row;
    }
}
