package agogic.desk.refine;

import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.refine.Recipe;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.write.Takes;
import agogic.desk.model.Desk;
import agogic.desk.model.View;
import agogic.desk.parts.Parts;
import agogic.desk.parts.ScoreStrip;
import java.util.List;
import java.util.stream.IntStream;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** One lane, large: the ride under the envelope, the recipe beside it, the points as a list. */
public final class RefineView extends BorderPane {
    private final Desk desk;
    private final Shown shown;
    private final Plot plot;
    private final Label title = new Label();
    private final Label subtitle = new Label();
    private final ComboBox<Integer> stretches = new ComboBox<>();
    private final Button hear = new Button();
    private final Button average = new Button();
    private final ScoreStrip score;
    private final RecipePanel recipe;
    private final PointPanel points;
    private boolean filling;

    public RefineView(Desk desk) {
        this.desk = desk;
        shown = new Shown(desk);
        recipe = new RecipePanel(this::changeRecipe, desk::settle);
        points = new PointPanel(shown);
        plot = new Plot(shown, points::typePlace);
        score = new ScoreStrip(desk, shown.time, RefineMarks.LEFT, RefineMarks.RIGHT + 4);
        shown.tell(
                () -> {
                    points.show();
                    plot.tell();
                },
                plot::draw);
        title.getStyleClass().add("title");
        subtitle.getStyleClass().add("quiet");
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        stretches.setId("stretches");
        stretches.setAccessibleText("Which ride of this lane");
        stretches.setConverter(Parts.words(
                index -> shown.lane == null || index >= shown.lane.stretches().size()
                        ? ""
                        : shown.name(shown.lane.stretches().get(index))));
        stretches.setOnAction(e -> {
            if (!filling && stretches.getValue() != null) {
                shown.stretch = stretches.getValue();
                shown.frameStretch();
                refresh();
            }
        });
        act(hear, "hear-cycle", "Hear this cycle", () -> {
            int index = shown.stretch;
            desk.edit(
                    "Hear " + shown.name(shown.lane.stretches().get(index)),
                    s -> Takes.choose(s, shown.target, 0, index));
            shown.stretch = shown.lane.stretches().size() - 1;
            refresh();
        });
        act(average, "average-cycles", "Average", () -> {
            List<Integer> cycles = shown.cycles();
            desk.edit("Average of " + cycles.size() + " cycles", s -> Takes.average(s, shown.target, 0, cycles));
        });
        HBox head = new HBox(12, title, subtitle, gap, hear, average, stretches);
        head.setAlignment(Pos.CENTER_LEFT);
        head.setStyle("-fx-padding: 8 16 4 20;");
        BorderPane left = new BorderPane(plot);
        left.setTop(head);
        left.setBottom(score);
        setCenter(left);
        setRight(side());
        desk.editing().sessionProperty().addListener((o, a, b) -> {
            // Hidden it works not at all: it catches up when it is shown.
            if (isVisible()) {
                refresh();
            }
        });
        desk.selection().selectedProperty().addListener((o, a, b) -> {
            if (isVisible()) {
                open();
            }
        });
        desk.selection().lightProperty().addListener((o, a, b) -> plot.draw());
        desk.selection().viewProperty().addListener((o, a, b) -> {
            if (b == View.REFINE) {
                open();
            }
        });
        desk.onFrame(this::frame);
        open();
    }

    private static void act(Button button, String id, String words, Runnable act) {
        button.setId(id);
        button.setText(words);
        button.getStyleClass().addAll("pill", "act");
        button.managedProperty().bind(button.visibleProperty());
        button.setVisible(false);
        button.setMinWidth(Region.USE_PREF_SIZE);
        button.setOnAction(e -> act.run());
    }

    private VBox side() {
        Region rule = new Region();
        rule.getStyleClass().add("rule");
        VBox panel = new VBox(6, recipe, rule, points);
        VBox.setVgrow(points, Priority.ALWAYS);
        panel.getStyleClass().add("panel");
        panel.setPrefWidth(296);
        panel.setMinWidth(296);
        BorderPane holder = new BorderPane(panel);
        holder.setStyle("-fx-padding: 10 14 10 6;");
        VBox side = new VBox(holder);
        VBox.setVgrow(holder, Priority.ALWAYS);
        return side;
    }

    /** Shows the lane of the selected route. */
    private void open() {
        desk.selection().selectedRoute().ifPresent(route -> shown.open(route.target()));
        refresh();
    }

    private void frame() {
        if (isVisible()) {
            plot.frame();
        }
    }

    private void refresh() {
        Session session = desk.session();
        // What was shown may have gone, with a macro or by undoing: there is nothing to refine then.
        boolean gone = shown.target != null && !session.has(shown.target);
        setDisable(gone);
        if (gone) {
            title.setText("No lane chosen");
            subtitle.setText("Select a route in Routes.");
            return;
        }
        if (shown.target == null) {
            return;
        }
        filling = true;
        shown.refresh();
        Lane lane = shown.lane;
        Target target = shown.target;
        int stretch = shown.stretch;
        Parameter parameter = session.parameter(target);
        title.setText(parameter.name());
        subtitle.setText(session.device(target.device()).name() + " · "
                + session.trackOf(target.device()).map(t -> t.name()).orElse("") + " · " + parameter.printRange());
        stretches.setVisible(!lane.stretches().isEmpty());
        stretches
                .getItems()
                .setAll(IntStream.range(0, lane.stretches().size()).boxed().toList());
        stretches.setValue(stretch < 0 ? null : stretch);
        List<Integer> cycles = shown.cycles();
        hear.setVisible(cycles.size() > 1 && stretch != cycles.get(cycles.size() - 1));
        average.setVisible(cycles.size() > 1);
        average.setText("Average of " + cycles.size() + " cycles");
        recipe.show(parameter, shown.model, session);
        points.refresh();
        score.show(target);
        filling = false;
        shown.choose(shown.chosen);
    }

    private void changeRecipe(String act, Recipe changed) {
        if (!filling) {
            shown.change(act, changed);
        }
    }

    /** Zooms about the chosen point, or the playhead. */
    public void zoom(double factor) {
        shown.zoom(factor);
    }

    /** Shows the whole piece; again: the stretch. */
    public void showAll() {
        shown.showAll();
    }

    /** Scrolls in time by a part of what is seen. */
    public void scroll(double part) {
        shown.scroll(part);
    }

    /** What stands in the form becomes a point. */
    void addTyped() {
        points.addTyped();
    }

    /** What is shown, for those who act on it. */
    Shown shown() {
        return shown;
    }
}
