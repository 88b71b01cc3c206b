package agogic.desk.refine;

import agogic.core.edit.layer.Difference;
import agogic.core.edit.points.RidesCut;
import agogic.core.edit.points.ShapeExamples;
import agogic.core.edit.points.ShapeWords;
import agogic.core.envelope.Envelope;
import agogic.core.session.Session;
import agogic.desk.model.SeenLayer;
import javafx.animation.PauseTransition;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.util.Duration;

/** Exact edits of a range, typed: while one types, what would come of it is drawn and told; Enter does it. */
final class ShapeBar extends HBox {
    /** Of more points than this it is not told while typing how far what is heard moves. */
    private static final int TOLD = 20_000;

    private final Shown shown;
    private final Runnable draw;
    private final TextField words = new TextField();
    private final Label told = new Label();
    private final PauseTransition rests = new PauseTransition(Duration.millis(70));

    ShapeBar(Shown shown, Runnable draw) {
        super(8);
        this.shown = shown;
        this.draw = draw;
        setAlignment(Pos.CENTER_LEFT);
        Label title = new Label("Shape");
        title.getStyleClass().addAll("quiet", "small");
        title.setMinWidth(Region.USE_PREF_SIZE);
        words.setId("shape-words");
        words.getStyleClass().add("field");
        words.setPromptText("sweep 120 Hz to 3 kHz 27 33 · Shift+F");
        words.setAccessibleText("Shape a range, in words such as sweep 120 Hz to 3 kHz 27 33");
        words.setPrefWidth(330);
        words.setMinWidth(330);
        words.setAlignment(Pos.CENTER_LEFT);
        // A lane may have many points: it is looked at when the hand rests for a moment, not at every letter.
        rests.setOnFinished(e -> preview());
        words.textProperty().addListener((o, a, b) -> {
            if (b.isBlank()) {
                preview();
            } else {
                rests.playFromStart();
            }
        });
        words.setOnAction(e -> apply());
        words.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            if (e.getCode() == KeyCode.ESCAPE) {
                words.clear();
                getScene().getRoot().requestFocus();
                e.consume();
            }
        });
        told.setId("shape-told");
        told.getStyleClass().addAll("quiet", "small");
        told.setMinWidth(0);
        HBox.setHgrow(told, Priority.ALWAYS);
        MenuButton such = new MenuButton("Such as");
        such.setId("shape-such");
        such.getStyleClass().addAll("pill", "small");
        such.setMinWidth(Region.USE_PREF_SIZE);
        for (String one : ShapeExamples.ACTS) {
            MenuItem item = new MenuItem(one);
            item.setMnemonicParsing(false);
            item.setOnAction(e -> {
                words.setText(one);
                type();
            });
            such.getItems().add(item);
        }
        getChildren().addAll(title, words, such, told);
    }

    /** Puts the cursor here. */
    void type() {
        words.requestFocus();
        words.selectAll();
    }

    private void preview() {
        rests.stop();
        shown.preview(null);
        told.setText("");
        if (!words.getText().isBlank() && shown.target() != null) {
            try {
                Session before = shown.editing().session();
                Session after = ShapeWords.apply(before, shown.lanes(), shown.layer(), words.getText());
                SeenLayer seen = new SeenLayer(after, shown.target(), shown.layer());
                shown.preview(seen);
                int n = seen.layer().envelope().size();
                String moves = n > TOLD
                        ? ""
                        : "; " + Difference.of(before, after, shown.target()).would(before, shown.target());
                int more = shown.lanes().size() - 1;
                String lanes = more == 0 ? "" : (more + 1) + " lanes, here ";
                show(before, seen);
                told.setText(lanes + shown.lane().envelope().size() + " → " + n + " points" + moves);
            } catch (IllegalArgumentException e) {
                told.setText(e.getMessage());
            }
        }
        told.setAccessibleText(told.getText());
        draw.run();
    }

    /** What would be another is seen: where all of it lies off the screen, that is shown. */
    private void show(Session before, SeenLayer seen) {
        Envelope was =
                new SeenLayer(before, shown.target(), shown.layer()).layer().envelope();
        Envelope is = seen.layer().envelope();
        int head = 0;
        while (head < Math.min(was.size(), is.size()) && was.point(head).equals(is.point(head))) {
            head++;
        }
        int tail = 0;
        while (tail < Math.min(was.size(), is.size()) - head
                && was.point(was.size() - 1 - tail).equals(is.point(is.size() - 1 - tail))) {
            tail++;
        }
        Envelope longer = is.size() >= was.size() ? is : was;
        if (longer.isEmpty() || head >= longer.size()) {
            return;
        }
        double from = shown.beat(longer.time(head));
        double to = shown.beat(longer.time(Math.max(head, longer.size() - 1 - tail)));
        if (to < shown.bars().time().from() || from > shown.bars().time().to()) {
            double air = Math.max(1, (to - from) * 0.2);
            shown.bars().time().show(Math.max(0, from - air), to + air);
        }
    }

    private void apply() {
        rests.stop();
        if (shown.target() == null || words.getText().isBlank()) {
            return;
        }
        Session before = shown.editing().session();
        String what = words.getText().strip();
        shown.editing().edit(what, s -> ShapeWords.apply(s, shown.lanes(), shown.layer(), what));
        Session after = shown.editing().session();
        if (after != before) {
            String moved = Difference.of(before, after, shown.target()).told(before, shown.target());
            String rides = RidesCut.told(
                    before.lane(shown.target()).layer(shown.layer()),
                    after.lane(shown.target()).layer(shown.layer()));
            moved += rides.isEmpty() ? "" : "; " + rides;
            words.clear();
            shown.editing().did("Shaped", what + ": " + moved + ".");
        }
    }

    /** Another lane is shown: what was typed is looked at anew. */
    void refresh() {
        if (!words.getText().isBlank()) {
            preview();
        }
    }
}
