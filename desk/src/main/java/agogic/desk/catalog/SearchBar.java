package agogic.desk.catalog;

import agogic.desk.model.Selection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** What is searched for: typed words, words to click, and how many were found. */
final class SearchBar extends VBox {
    private static final List<String> CHIPS =
            List.of("exposed", "wanted", "hidden", "steps", "has envelope", "no envelope", "no route");

    private final Selection selection;
    private final CatalogModel model;
    private final TextField search = new TextField();
    private final Label count = new Label();
    private final ToggleButton here = new ToggleButton("This device only");
    private final Button exposeAll = new Button();
    private final Map<String, ToggleButton> chips = new LinkedHashMap<>();

    /**
     * The bar.
     *
     * @param changed is told when something is searched for
     * @param entered is told when Enter goes on to what was found
     */
    SearchBar(Selection selection, CatalogModel model, Runnable changed, Runnable entered) {
        super(8);
        this.selection = selection;
        this.model = model;
        search.setId("search");
        search.getStyleClass().addAll("field", "search");
        search.setPromptText("Search: any words, a unit, a range such as “Hz > 2k”");
        search.setAccessibleText("Search the parameters: words in any order, units, a range such as Hz over 2 k");
        search.textProperty().addListener((o, a, b) -> {
            model.typedProperty().set(b);
            chips.forEach((word, chip) ->
                    chip.setSelected((" " + b.toLowerCase(Locale.ROOT) + " ").contains(" " + word + " ")));
            changed.run();
        });
        search.setOnAction(e -> entered.run());
        count.setId("found");
        count.getStyleClass().add("quiet");
        FlowPane line = new FlowPane(6, 6);
        for (String word : CHIPS) {
            ToggleButton chip = new ToggleButton(word);
            chip.getStyleClass().addAll("pill", "chip");
            chip.setId("chip-" + word.replace(' ', '-'));
            chip.setAccessibleText("Only what is " + word);
            chip.setOnAction(e -> toggle(word));
            chips.put(word, chip);
            line.getChildren().add(chip);
        }
        here.getStyleClass().addAll("pill", "chip");
        here.setId("here");
        here.setOnAction(e -> model.searchEverywhere(!here.isSelected()));
        exposeAll.setId("expose-all");
        exposeAll.getStyleClass().addAll("pill", "act", "small");
        exposeAll.setOnAction(e -> model.expose(
                model.foundProperty().get(),
                blank() ? "All parameters" : "“" + search.getText().strip() + "”"));
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox counts = new HBox(8, count, gap, here, exposeAll);
        counts.setAlignment(Pos.CENTER_LEFT);
        getChildren().addAll(line, counts);
    }

    /** The field in which one types. */
    TextField field() {
        return search;
    }

    /** Searches for these words. */
    void words(String words) {
        search.setText(words);
    }

    /** Puts the cursor into it. */
    void type() {
        search.requestFocus();
        search.selectAll();
    }

    boolean typing() {
        return search.isFocused();
    }

    /** Empties it while somebody types; true if it was not empty. */
    boolean clear() {
        boolean typed = typing() && !search.getText().isEmpty();
        if (typed) {
            search.clear();
        }
        return typed;
    }

    private boolean blank() {
        return search.getText().isBlank();
    }

    /** Another device is chosen: where only its parameters are searched, they are others now. */
    void follow() {
        if (here.isSelected()) {
            model.searchEverywhere(false);
        }
    }

    private void toggle(String word) {
        String text = " " + search.getText().strip() + " ";
        boolean there = text.toLowerCase(Locale.ROOT).contains(" " + word + " ");
        String changed = there ? text.replaceFirst("(?i) " + Pattern.quote(word) + " ", " ") : text + word;
        search.setText(changed.strip());
    }

    /** Tells how many were found. */
    void count() {
        int found = model.foundProperty().get().size();
        int touched = selection.touched().size();
        count.setText(found + " of " + model.size()
                + (blank() && touched > 0 ? " · last touched first" : blank() ? "" : " · all words, in any order"));
        boolean device = blank() && here.isSelected() && model.deviceProperty().get() != null;
        exposeAll.setText(device ? "Expose all of " + model.device().name() : "Expose all " + found);
        exposeAll.setDisable(found == 0 || blank() && !device);
    }
}
