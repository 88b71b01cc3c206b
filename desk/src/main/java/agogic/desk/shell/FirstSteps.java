package agogic.desk.shell;

import agogic.desk.model.Editing;
import agogic.desk.model.Frames;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.Selection;
import agogic.desk.model.View;
import agogic.desk.settings.Settings;
import java.util.List;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/**
 * Three steps over the demo at the first start: move, ride, look. Each goes on by itself when the person did it; they can be
 * left at any time, and do not come again.
 */
final class FirstSteps extends HBox {
    private static final String DONE = "first-steps.done";

    private static final List<String> STEPS = List.of(
            "Move a fader of the surface below, by the mouse or your own controller: its wire lights up, and the bar at the foot says how far it gets.",
            "Press R: one bar is counted in. Move the fader while it plays, then press R again: what you did is on the lane.",
            "Press A, or 4: Refine shows your hand and the few points that became of it.");

    private final Editing editing;
    private final Notices notices;
    private final Frames frames;
    private final Label count = new Label();
    private final Label words = new Label();
    private int step;

    private FirstSteps(Editing editing, Notices notices, Selection selection, Frames frames) {
        super(12);
        this.editing = editing;
        this.notices = notices;
        this.frames = frames;
        setId("first-steps");
        getStyleClass().add("trace");
        setAlignment(Pos.CENTER_LEFT);
        setPadding(new Insets(6, 14, 6, 14));
        setAccessibleRole(AccessibleRole.TEXT);
        count.getStyleClass().addAll("strong", "hand-text");
        count.setMinWidth(Region.USE_PREF_SIZE);
        words.setId("first-words");
        words.setWrapText(true);
        words.setMinWidth(0);
        words.setMaxWidth(Double.MAX_VALUE);
        words.setMinHeight(Region.USE_PREF_SIZE);
        HBox.setHgrow(words, Priority.ALWAYS);
        Button leave = new Button("Leave");
        leave.setId("first-leave");
        leave.getStyleClass().addAll("pill", "small");
        leave.setMinWidth(Region.USE_PREF_SIZE);
        leave.setAccessibleText("Leave the first steps");
        leave.setOnAction(e -> leave("The guide has more: F1."));
        getChildren().setAll(count, words, leave);
        managedProperty().bind(visibleProperty());
        notices.lastProperty().addListener((o, a, said) -> said(said));
        selection.viewProperty().addListener((o, a, view) -> {
            if (isVisible() && step == 2 && view == View.REFINE) {
                leave("That is the way from hand to envelope. F1 has a page for each thing people want to do.");
            }
        });
        frames.onFrame(this::frame);
        tell();
    }

    /** The steps, if nobody did or left them yet. */
    static HBox of(Editing editing, Notices notices, Selection selection, Frames frames) {
        return Settings.here().flag(DONE, false) ? null : new FirstSteps(editing, notices, selection, frames);
    }

    private void frame() {
        if (isVisible() && step == 0) {
            // A route that was just made does not play yet.
            boolean moved = editing.session().routes().stream()
                    .map(route -> frames.playing().route(route.id()))
                    .anyMatch(place -> place.isPresent() && frames.state().moves(place.getAsInt()) > 0);
            if (moved) {
                next();
            }
        }
    }

    private void said(Notice notice) {
        if (isVisible() && step == 1 && notice != null && notice.head().equals("Written")) {
            next();
        }
    }

    private void next() {
        step++;
        tell();
    }

    private void tell() {
        count.setText((step + 1) + " of " + STEPS.size());
        words.setText(STEPS.get(step));
        setAccessibleText("First steps, " + count.getText() + ": " + words.getText());
        notifyAccessibleAttributeChanged(AccessibleAttribute.TEXT);
    }

    private void leave(String last) {
        setVisible(false);
        Settings.here().put(DONE, true);
        notices.say(Notice.good("First steps", last));
    }
}
