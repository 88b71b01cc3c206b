package agogic.desk.refine;

import agogic.core.edit.pass.Takes;
import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.refine.Recipe;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.desk.acts.ActParts;
import agogic.desk.model.AudioFiles;
import agogic.desk.model.Editing;
import agogic.desk.model.Frames;
import agogic.desk.model.HeardLoud;
import agogic.desk.model.Notices;
import agogic.desk.model.Riding;
import agogic.desk.model.Selection;
import agogic.desk.model.TimeWindow;
import agogic.desk.model.View;
import agogic.desk.parts.Parts;
import agogic.desk.parts.ScoreStrip;
import java.util.List;
import java.util.stream.IntStream;
import javafx.geometry.Insets;
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
    private final Editing editing;
    private final Selection selection;
    private final Shown shown;
    private final Plot plot;
    private final Label title = new Label();
    private final Label subtitle = new Label();
    private final ComboBox<Integer> stretches = new ComboBox<>();
    private final Button hear = ActParts.button("take-count");
    private final Label beside = new Label();
    private final Button average = ActParts.button("take-average");
    private final ScoreStrip score;
    private final LayerList layers;
    private final ShapeBar shape;
    private final RecipePanel recipe;
    private final PointPanel points;
    private boolean filling;

    /** One ride beside the envelope that came of it. */
    public RefineView(
            Editing editing,
            Notices notices,
            Selection selection,
            Frames frames,
            Riding riding,
            AudioFiles audio,
            HeardLoud loudness) {
        this.editing = editing;
        this.selection = selection;
        shown = new Shown(editing, notices, selection, riding, loudness);
        recipe = new RecipePanel(this::changeRecipe, editing::settle);
        shown.holdWhile(recipe::held);
        points = new PointPanel(shown);
        plot = new Plot(shown, points::typePlace);
        layers = new LayerList(shown, this::refresh);
        shape = new ShapeBar(shown, plot::draw);
        score = new ScoreStrip(
                editing, selection, riding, audio, shown.bars().time(), RefineMarks.LEFT, RefineMarks.RIGHT + 4);
        shown.tell(
                () -> {
                    points.show();
                    plot.tell();
                },
                plot::draw,
                () -> {
                    if (isVisible()) {
                        refresh();
                    }
                });
        title.getStyleClass().add("title");
        subtitle.getStyleClass().add("quiet");
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        stretches.setId("stretches");
        stretches.setAccessibleText("Which ride of this lane");
        stretches.setConverter(Parts.words(index ->
                shown.lane() == null || index >= shown.lane().stretches().size()
                        ? ""
                        : shown.name(shown.lane().stretches().get(index))));
        stretches.setOnAction(e -> {
            if (!filling && stretches.getValue() != null) {
                shown.lookAt(stretches.getValue());
                refresh();
            }
        });
        for (Button one : List.of(hear, average)) {
            one.managedProperty().bind(one.visibleProperty());
            one.setVisible(false);
            one.setMinWidth(Region.USE_PREF_SIZE);
        }
        HBox head = new HBox(12, title, subtitle, gap, hear, average, stretches);
        head.setAlignment(Pos.CENTER_LEFT);
        head.setStyle("-fx-padding: 8 16 4 20;");
        beside.setId("beside");
        beside.getStyleClass().addAll("span-text", "small");
        beside.managedProperty().bind(beside.visibleProperty());
        beside.setVisible(false);
        beside.setStyle("-fx-padding: 0 16 2 20;");
        BorderPane left = new BorderPane(plot);
        left.setTop(new VBox(head, beside));
        VBox below = new VBox(4, shape, layers, score);
        VBox.setMargin(shape, new Insets(0, RefineMarks.RIGHT + 4, 0, 8));
        VBox.setMargin(layers, new Insets(0, RefineMarks.RIGHT + 4, 0, 8));
        left.setBottom(below);
        setCenter(left);
        setRight(side());
        editing.sessionProperty().addListener((o, a, b) -> {
            // Hidden it works not at all: it catches up when it is shown.
            if (isVisible()) {
                refresh();
            }
        });
        selection.selectedProperty().addListener((o, a, b) -> {
            if (isVisible()) {
                open();
            }
        });
        selection.lightProperty().addListener((o, a, b) -> plot.draw());
        selection.viewProperty().addListener((o, a, b) -> {
            if (b == View.REFINE) {
                open();
            }
        });
        frames.onFrame(this::frame);
        open();
    }

    private Region side() {
        Region rule = new Region();
        rule.getStyleClass().add("rule");
        VBox panel = new VBox(6, recipe, rule, points);
        VBox.setVgrow(points, Priority.ALWAYS);
        panel.getStyleClass().add("panel");
        panel.setPrefWidth(296);
        panel.setMinWidth(296);
        BorderPane holder = new BorderPane(panel);
        holder.setStyle("-fx-padding: 10 14 10 6;");
        return Parts.scrolling(holder);
    }

    /** Shows the lane of the selected route. */
    private void open() {
        selection.selectedRoute().ifPresent(route -> shown.open(route.target()));
        refresh();
    }

    private void frame() {
        if (isVisible()) {
            plot.frame();
        }
    }

    /** Shows what is chosen now. */
    void refresh() {
        Session session = editing.session();
        // What was shown may have gone, with a macro or by undoing: there is nothing to refine then.
        boolean gone = shown.target() != null && !session.has(shown.target());
        setDisable(gone);
        if (gone) {
            title.setText("No lane chosen");
            subtitle.setText("Select a route in Routes.");
            return;
        }
        if (shown.target() == null) {
            return;
        }
        filling = true;
        shown.refresh();
        Lane lane = shown.lane();
        Target target = shown.target();
        int stretch = shown.stretch();
        Parameter parameter = shown.parameter();
        title.setText(parameter.name() + (session.lane(target).guarded() ? " · protected" : ""));
        subtitle.setText(session.device(target.device()).name() + " · "
                + session.trackOf(target.device()).map(t -> t.name()).orElse("") + " · "
                + (shown.seen().layer().offset()
                        ? "offset, " + parameter.print(0) + " to +"
                                + parameter.print(1).replace("+", "")
                        : parameter.printRange()));
        stretches.setVisible(!lane.stretches().isEmpty());
        stretches
                .getItems()
                .setAll(IntStream.range(0, lane.stretches().size()).boxed().toList());
        stretches.setValue(stretch < 0 ? null : stretch);
        List<Integer> takes = stretch < 0 ? List.of() : Takes.over(lane, stretch);
        hear.setVisible(takes.size() > 1 && !Takes.counts(lane, stretch));
        average.setVisible(shown.cycles().size() > 1);
        layers.refreshAll();
        shape.refresh();
        recipe.show(parameter, stretch < 0 ? null : lane.stretches().get(stretch), shown.model(), session);
        points.refresh();
        score.show(target);
        filling = false;
        shown.choosing();
        compared();
    }

    private void changeRecipe(String act, Recipe changed) {
        if (!filling) {
            new ShownActs(shown).change(act, changed);
        }
    }

    /** Another version, or other lanes, are looked at together with this one. */
    void compared() {
        shape.refresh();
        plot.tell();
        Label told = beside;
        String lanes = shown.lanes().size() > 1 ? "with " + (shown.lanes().size() - 1) + " more lanes" : "";
        lanes = shown.lanes().size() == 2
                ? "with " + TargetName.of(editing.session(), shown.lanes().get(1))
                : lanes;
        String other = shown.compared() == null
                ? ""
                : (editing.hearsOther() ? "heard: " : "beside ")
                        + shown.compared().name() + ", " + Compared.told(shown);
        told.setText(lanes + (lanes.isEmpty() || other.isEmpty() ? "" : " · ") + other);
        told.setVisible(!told.getText().isEmpty());
        told.setAccessibleText(told.getText());
    }

    /** Puts the cursor where a range is shaped in words. */
    void typeShape() {
        shape.type();
    }

    /** Zooms about the chosen point, or the playhead. */
    public void zoom(double factor) {
        shown.bars().zoom(factor);
    }

    /** Shows the whole piece; again: the stretch. */
    public void showAll() {
        shown.bars().showAll();
    }

    /** Scrolls in time by a part of what is seen. */
    public void scroll(double part) {
        shown.bars().scroll(part);
    }

    /** What stands in the form becomes a point. */
    void addTyped() {
        points.addTyped();
    }

    /** What is shown, for those who act on it. */
    Shown shown() {
        return shown;
    }

    /** The part of the piece that is seen. */
    public TimeWindow time() {
        return shown.bars().time();
    }
}
