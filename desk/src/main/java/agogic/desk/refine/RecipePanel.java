package agogic.desk.refine;

import agogic.core.lane.Stretch;
import agogic.core.parameter.Parameter;
import agogic.core.refine.Recipe;
import agogic.core.refine.Refined;
import agogic.core.session.Session;
import agogic.desk.acts.ActParts;
import agogic.desk.model.RefineModel;
import agogic.desk.parts.Fold;
import agogic.desk.parts.Parts;
import java.util.List;
import java.util.Locale;
import java.util.function.BiConsumer;
import java.util.function.DoubleFunction;
import java.util.stream.Stream;
import javafx.geometry.Pos;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** What a ride came to, and the recipe that can be changed at any time. */
public final class RecipePanel extends VBox {
    private static final double FINEST = 1.0 / 40;

    private final BiConsumer<String, Recipe> changed;
    private final Label title = new Label();
    private final Label moves = figure("ride-text");
    private final Label points = figure("sound-text");
    private final Label fewest = figure("quiet");
    private final Label farthest = figure("span-text");
    private final Label middle = figure("span-text");
    private final Label withinText = figure("span-text");
    private final Label steadyText = figure("span-text");
    private final Label shiftText = figure("span-text");
    private final Label easeText = figure("span-text");
    private final Label restText = figure("span-text");
    /** As wide as the longest name of a line. */
    private static final double LABEL = 100;

    private final Slider within = slider("tolerance", "Stay within");
    private final Slider steady = slider("steady", "Smooth over");
    private final Slider shift = slider("shift", "Shift earlier by");
    private final Slider ease = slider("ease", "Ease back");
    private final Slider rest = slider("rest", "Hold still after");
    private final ComboBox<Recipe.Anchor> start = new ComboBox<>();
    private final ComboBox<Recipe.Anchor> end = new ComboBox<>();
    private final CheckBox bent = new CheckBox("Shapes, not only lines");
    private final VBox figures = new VBox(5);
    private final VBox ways = new VBox(5);
    private final Fold ridden = new Fold("fold-figures", "What the ride came to", List.of(figures));
    private final VBox body = new VBox(5);
    private static final String NONE =
            "No ride here: these points were drawn. Press R and move its control to ride it.";

    private final Label none = new Label(NONE);
    private Recipe recipe;
    private Parameter parameter;
    private boolean filling;

    RecipePanel(BiConsumer<String, Recipe> changed, Runnable settled) {
        super(5);
        this.changed = changed;
        title.getStyleClass().add("title");
        none.setWrapText(true);
        none.getStyleClass().add("quiet");
        moves.setId("moves-in");
        points.setId("points-out");
        fewest.setId("fewest");
        farthest.setId("farthest");
        middle.setId("middle");
        steady.setMax(200);
        shift.setMin(-50);
        shift.setMax(200);
        ease.setMax(2000);
        rest.setMin(100);
        rest.setMax(1000);
        listen(within, settled, v -> recipe.within(tolerance(v)), "Stay within");
        listen(steady, settled, v -> recipe.steadied(Math.rint(v) / 1000), "Smooth over");
        listen(shift, settled, v -> recipe.earlier(Math.rint(v) / 1000), "Shift earlier by");
        listen(ease, settled, v -> recipe.easing(Math.rint(v) / 1000), "Ease back");
        listen(rest, settled, v -> recipe.resting(Math.rint(v / 10) / 100), "Hold still after");
        anchor(start, "start-on", "Begins", a -> recipe.starting(a));
        anchor(end, "end-on", "Ends", a -> recipe.ending(a));
        bent.setId("bent");
        bent.setOnAction(e -> tell("Shapes", recipe.bending(bent.isSelected())));
        Fold heading = new Fold("fold-recipe", "Recipe", List.of(ways));
        heading.setMaxWidth(USE_PREF_SIZE);
        HBox head = new HBox(6, heading, gap());
        for (Recipes one : Recipes.values()) {
            head.getChildren().add(ActParts.button(one.id()));
        }
        head.setAlignment(Pos.CENTER_LEFT);
        figures.getChildren()
                .addAll(
                        Parts.line("Moves in", moves),
                        Parts.line("Points out", points),
                        Parts.line("Fewest straight", fewest),
                        Parts.line("Farthest from the hand", farthest),
                        Parts.line("Average distance", middle));
        ways.getChildren()
                .addAll(
                        line("Stay within", within, withinText),
                        line("Hold still after", rest, restText),
                        line("Smooth over", steady, steadyText),
                        line("Shift earlier by", shift, shiftText),
                        line("Ease back", ease, easeText),
                        Parts.line("Begins", start),
                        Parts.line("Ends", end),
                        new HBox(6, bent, gap(), ActParts.button("recipe-all")));
        body.getChildren().addAll(ridden, figures, head, ways);
        getChildren().addAll(title, none, body);
    }

    private static Region gap() {
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        return gap;
    }

    private interface AnchorChange {
        Recipe with(Recipe.Anchor anchor);
    }

    private static Label figure(String style) {
        Label label = new Label();
        label.getStyleClass().addAll("figures", style);
        return label;
    }

    private static Slider slider(String id, String words) {
        Slider slider = new Slider(0, 1, 0);
        slider.setId(id);
        slider.setAccessibleText(words);
        slider.setMaxWidth(Double.MAX_VALUE);
        slider.setPrefHeight(18);
        return slider;
    }

    /** True while a person has a slider in hand. */
    boolean held() {
        return Stream.of(within, steady, shift, ease, rest).anyMatch(Slider::isValueChanging);
    }

    /** A name, a slider and what it says. */
    private static HBox line(String name, Slider slider, Label figure) {
        Label label = new Label(name);
        label.setMinWidth(LABEL);
        HBox.setHgrow(slider, Priority.ALWAYS);
        figure.setMinWidth(76);
        figure.setAlignment(Pos.CENTER_RIGHT);
        HBox line = new HBox(6, label, slider, figure);
        line.setAlignment(Pos.CENTER_LEFT);
        return line;
    }

    private void listen(Slider slider, Runnable settled, DoubleFunction<Recipe> recipeOf, String act) {
        slider.valueProperty().addListener((o, before, after) -> {
            if (!filling && recipe != null) {
                tell(act, recipeOf.apply(after.doubleValue()));
            }
        });
        slider.valueChangingProperty().addListener((o, was, is) -> {
            if (!is) {
                settled.run();
            }
        });
    }

    private void anchor(ComboBox<Recipe.Anchor> box, String id, String words, AnchorChange change) {
        box.getItems().setAll(Recipe.Anchor.values());
        box.setId(id);
        box.setAccessibleText(words);
        box.setConverter(Parts.words(Recipe.Anchor::spoken));
        box.setOnAction(e -> {
            if (!filling && box.getValue() != null) {
                tell(words + " " + box.getValue().spoken(), change.with(box.getValue()));
            }
        });
    }

    private void tell(String act, Recipe next) {
        if (recipe != null && !next.equals(recipe)) {
            changed.accept(act, next);
        }
    }

    /** From a fortieth of the usual tolerance to forty times, evenly in ratio. */
    private double tolerance(double place) {
        double usual = Recipe.usual(parameter).tolerance();
        double value = usual * FINEST * Math.pow(1 / (FINEST * FINEST), place);
        double digit = Math.pow(10, Math.floor(Math.log10(value)) - 1);
        return Math.rint(value / digit) * digit;
    }

    private double place(double tolerance) {
        double usual = Recipe.usual(parameter).tolerance();
        return usual <= 0 || tolerance <= 0
                ? 0
                : Math.log(tolerance / (usual * FINEST)) / Math.log(1 / (FINEST * FINEST));
    }

    /**
     * Shows the recipe of a ride, or that there is none.
     *
     * @param stretch the ride whose recipe is shown; null for none
     * @param model what came of it; null while it is worked out
     */
    public void show(Parameter shown, Stretch stretch, RefineModel model, Session session) {
        parameter = shown;
        // It may still be worked out: then it is shown in a moment.
        none.setText(stretch == null ? NONE : "The envelope of this ride is being made.");
        none.setVisible(model == null);
        none.setManaged(model == null);
        body.setVisible(model != null);
        body.setManaged(model != null);
        title.setVisible(model == null);
        title.setManaged(model == null);
        if (model == null) {
            recipe = null;
            title.setText(
                    stretch == null
                            ? "Drawn"
                            : "Ride " + session.ride(stretch.ride()).number());
            return;
        }
        filling = true;
        recipe = stretch.recipe();
        Refined refined = model.refined();
        ridden.heads("Ride " + model.ride().id().replaceAll("\\D", "") + " · "
                + session.controlName(model.ride().hand()));
        moves.setText(String.format(Locale.ROOT, "%,d", refined.moves()));
        points.setText(String.format(Locale.ROOT, "%,d", refined.points()));
        fewest.setText(String.format(Locale.ROOT, "%,d", refined.fewest()));
        farthest.setText(shown.printDifference(refined.farthest()));
        middle.setText(shown.printDifference(refined.middle()));
        withinText.setText(shown.printDifference(recipe.tolerance()));
        steadyText.setText(Math.round(recipe.steady() * 1000) + " ms");
        shiftText.setText(Math.round(recipe.shift() * 1000) + " ms");
        easeText.setText(recipe.easeBack() == 0 ? "at once" : Math.round(recipe.easeBack() * 1000) + " ms");
        tell(within, "Stay within", withinText);
        tell(steady, "Smooth over", steadyText);
        tell(shift, "Shift earlier by", shiftText);
        restText.setText(Math.round(recipe.rest() * 1000) + " ms");
        tell(rest, "Hold still after", restText);
        tell(ease, "Ease back", easeText);
        if (!within.isValueChanging()) {
            within.setValue(place(recipe.tolerance()));
        }
        within.setDisable(shown.stepped());
        set(steady, recipe.steady() * 1000);
        set(shift, recipe.shift() * 1000);
        set(rest, recipe.rest() * 1000);
        rest.setDisable(shown.stepped());
        set(ease, recipe.easeBack() * 1000);
        start.setValue(recipe.startOn());
        end.setValue(recipe.endOn());
        bent.setSelected(recipe.bent());
        filling = false;
    }

    /** A slider's value in words, for a screen reader: its number alone is a place on the way. */
    private static void tell(Slider slider, String words, Label figure) {
        slider.setAccessibleText(words + ", " + figure.getText());
    }

    private static void set(Slider slider, double value) {
        if (!slider.isValueChanging()) {
            slider.setValue(value);
        }
    }
}
