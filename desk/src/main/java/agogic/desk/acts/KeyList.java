package agogic.desk.acts;

import agogic.desk.model.View;
import agogic.desk.parts.Theme;
import agogic.desk.parts.Tip;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javafx.scene.control.ButtonType;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.ColumnConstraints;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.stage.Window;

/** The list of keys, by where they count. */
public final class KeyList {
    private static final int COLUMNS = 4;

    private KeyList() {}

    /** A line of the list: a heading, or an act. */
    private record Line(String heading, Act act) {}

    /** The list over a window: what counts everywhere, and in one view, which can be changed. */
    public static Dialog<ButtonType> dialog(Acts acts, View view, Window owner) {
        Dialog<ButtonType> dialog = new Dialog<>();
        dialog.initOwner(owner);
        Theme.dress(dialog, owner);
        dialog.setTitle("Keys");
        GridPane grid = new GridPane();
        grid.setHgap(6);
        grid.setVgap(0);
        for (int c = 0; c < COLUMNS; c++) {
            for (double width : new double[] {104, 198}) {
                ColumnConstraints column = new ColumnConstraints(width);
                column.setMinWidth(width);
                grid.getColumnConstraints().add(column);
            }
        }
        HBox views = new HBox(6);
        ToggleGroup group = new ToggleGroup();
        for (View one : View.values()) {
            ToggleButton tab = new ToggleButton(one.title());
            tab.setId("keys-" + one.title().toLowerCase(Locale.ROOT));
            tab.getStyleClass().addAll("pill", "small");
            tab.setAccessibleText("Keys of " + one.title());
            tab.setToggleGroup(group);
            tab.setSelected(one == view);
            tab.setOnAction(e -> {
                tab.setSelected(true);
                fill(grid, acts, one);
            });
            views.getChildren().add(tab);
        }
        fill(grid, acts, view);
        VBox all = new VBox(6, views, grid);
        all.setStyle("-fx-padding: 0 8 0 12;");
        dialog.getDialogPane().setMaxWidth(Region.USE_COMPUTED_SIZE);
        dialog.getDialogPane().setPrefWidth(1268);
        dialog.getDialogPane().setContent(all);
        dialog.getDialogPane().getButtonTypes().add(ButtonType.CLOSE);
        return dialog;
    }

    private static void fill(GridPane grid, Acts acts, View view) {
        grid.getChildren().clear();
        List<Line> lines = lines(acts, view);
        int tall = (lines.size() + 2 + COLUMNS - 1) / COLUMNS;
        int column = 0;
        int row = 0;
        for (Line line : lines) {
            boolean last = row == tall - 1;
            if (row == tall || last && line.act() == null) {
                // No heading stands alone at the foot of a column.
                column += 2;
                row = 0;
            }
            add(grid, line, column, row++);
        }
    }

    private static void add(GridPane grid, Line line, int column, int row) {
        if (line.act() == null) {
            Label heading = new Label(line.heading());
            heading.getStyleClass().add("title");
            grid.add(heading, column, row, 2, 1);
            return;
        }
        Label key = new Label(line.act().firstKey());
        key.getStyleClass().addAll("figures", "hand-text", "small");
        Label words = new Label(line.act().words());
        words.getStyleClass().add("small");
        Tip.on(words, line.act().about());
        words.setAccessibleText(line.act().about());
        grid.add(key, column, row);
        grid.add(words, column + 1, row);
    }

    private static List<Line> lines(Acts acts, View view) {
        List<Line> lines = new ArrayList<>();
        lines.add(new Line("Everywhere", null));
        acts.all().stream()
                .filter(a -> !a.special() && a.listed() && !a.key().isEmpty())
                .forEach(a -> lines.add(new Line("", a)));
        lines.add(new Line(view.title(), null));
        acts.all().stream()
                .filter(a -> a.special()
                        && a.views().contains(view)
                        && a.listed()
                        && !a.key().isEmpty())
                .forEach(a -> lines.add(new Line("", a)));
        return lines;
    }
}
