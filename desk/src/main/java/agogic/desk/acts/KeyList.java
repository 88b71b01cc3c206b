package agogic.desk.acts;

import agogic.desk.model.View;
import agogic.desk.parts.Theme;
import agogic.desk.parts.Tip;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import javafx.application.Platform;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.control.ButtonType;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.stage.Screen;
import javafx.stage.Window;

/** The list of keys, by what they are about: first of what has the focus; narrowed by words as they are typed. */
public final class KeyList {
    private static final int MOST_COLUMNS = 3;
    private static final double KEY = 112;
    private static final double WORDS = 186;
    private static final double COLUMN = KEY + WORDS + 28;

    private final Acts acts;
    private final View view;
    private final Subject first;
    private final HBox columns = new HBox(14);
    private final int count;
    private final Label none = new Label("No key has all of these words.");

    private KeyList(Acts acts, View view, Subject first) {
        this.acts = acts;
        this.view = view;
        this.first = first;
        double room = Screen.getPrimary().getVisualBounds().getWidth() - 40;
        count = (int) Math.max(1, Math.min(MOST_COLUMNS, room / COLUMN));
        none.setId("keys-none");
        none.getStyleClass().add("quiet");
    }

    /** What is listed under one heading. */
    private record Part(String heading, List<Act> acts) {}

    /**
     * The list over a window.
     *
     * @param view what does not count there says where it does
     * @param first whose keys stand first
     */
    public static Dialog<ButtonType> dialog(Acts acts, View view, Subject first, Window owner) {
        return new KeyList(acts, view, first).over(owner);
    }

    private Dialog<ButtonType> over(Window owner) {
        Dialog<ButtonType> dialog = new Dialog<>();
        dialog.initOwner(owner);
        Theme.dress(dialog, owner);
        dialog.setTitle("Keys");
        TextField search = new TextField();
        search.setId("keys-search");
        search.getStyleClass().addAll("field", "search");
        search.setPromptText("Words, a thing or a key: loop, clip, Ctrl+D");
        search.setAccessibleText("Words of a key that is looked for");
        search.textProperty().addListener((o, a, b) -> fill(b));
        columns.setId("keys-list");
        ScrollPane scroll = new ScrollPane(columns);
        scroll.setFitToWidth(true);
        scroll.getStyleClass().add("face");
        scroll.setAccessibleText("Keys");
        scroll.setPrefSize(count * COLUMN, 452);
        VBox all = new VBox(10, search, scroll);
        all.setPadding(new Insets(4, 12, 0, 12));
        dialog.getDialogPane().setContent(all);
        dialog.getDialogPane().getButtonTypes().add(ButtonType.CLOSE);
        dialog.setOnShown(e -> Platform.runLater(search::requestFocus));
        fill("");
        return dialog;
    }

    private void fill(String typed) {
        List<Part> parts = parts(typed);
        int lines = parts.stream().mapToInt(p -> p.acts().size() + 2).sum();
        int tall = (lines + count - 1) / count;
        columns.getChildren().clear();
        VBox column = null;
        int row = 0;
        for (Part part : parts) {
            // A thing stays together; the next column begins with the one that would not fit.
            boolean over =
                    row + part.acts().size() / 2 > tall && columns.getChildren().size() < count;
            if (column == null || over) {
                column = new VBox(2);
                columns.getChildren().add(column);
                row = 0;
            }
            Label heading = new Label(part.heading());
            heading.getStyleClass().add("title");
            heading.setPadding(new Insets(row == 0 ? 0 : 10, 0, 2, 0));
            column.getChildren().add(heading);
            for (Act act : part.acts()) {
                column.getChildren().add(line(act));
            }
            row += part.acts().size() + 2;
        }
        if (parts.isEmpty()) {
            columns.getChildren().setAll(none);
        }
    }

    private Node line(Act act) {
        Label key = new Label(act.firstKey());
        key.getStyleClass().addAll("figures", "hand-text", "small");
        key.setMinWidth(KEY);
        key.setMaxWidth(KEY);
        boolean here = act.views().contains(view);
        String where = here
                ? ""
                : " · "
                        + String.join(
                                ", ", act.views().stream().map(View::title).toList());
        Label words = new Label(act.words() + where);
        words.getStyleClass().add("small");
        if (!here) {
            words.getStyleClass().add("quiet");
        }
        words.setWrapText(true);
        words.setPrefWidth(WORDS);
        words.setMinHeight(Region.USE_PREF_SIZE);
        Tip.on(words, act.about());
        words.setAccessibleText(act.firstKey() + ", " + act.words() + where + ". " + act.about());
        return new HBox(key, words);
    }

    /** Each act with a key once, under the first thing that it is about; those of {@link #first} under that. */
    private List<Part> parts(String typed) {
        List<String> looked = List.of(typed.toLowerCase(Locale.ROOT).strip().split("\\s+"));
        List<Subject> order = new ArrayList<>(List.of(first));
        Arrays.stream(Subject.values()).filter(s -> s != first).forEach(order::add);
        List<Part> parts = new ArrayList<>();
        Set<Act> taken = new HashSet<>();
        for (Subject subject : order) {
            List<Act> lines = subject.acts().stream()
                    .map(acts::act)
                    .filter(a -> !a.key().isEmpty()
                            && a.listed()
                            && (subject == first || a.views().contains(view)))
                    .filter(a -> says(a, subject, looked) && taken.add(a))
                    .toList();
            add(parts, subject.words(), lines);
        }
        add(parts, "Everywhere", rest(looked, taken, a -> a.views().contains(view)));
        add(parts, "In other views", rest(looked, taken, a -> true));
        return parts;
    }

    private List<Act> rest(List<String> looked, Set<Act> taken, java.util.function.Predicate<Act> which) {
        return acts.all().stream()
                .filter(a -> !a.key().isEmpty() && a.listed() && which.test(a))
                .filter(a -> says(a, null, looked) && taken.add(a))
                .toList();
    }

    private static void add(List<Part> parts, String heading, List<Act> lines) {
        if (!lines.isEmpty()) {
            parts.add(new Part(heading, lines));
        }
    }

    private static boolean says(Act act, Subject subject, List<String> looked) {
        String own = (act.words() + " " + act.about() + " " + act.key() + " "
                        + (subject == null ? "" : subject.words()))
                .toLowerCase(Locale.ROOT);
        return looked.stream().allMatch(own::contains);
    }
}
