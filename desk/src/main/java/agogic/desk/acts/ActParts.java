package agogic.desk.acts;

import agogic.desk.model.View;
import agogic.desk.parts.Tip;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.Label;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/** Acts in menus, each with its key on the right, and on buttons, with their tips. */
public final class ActParts {
    private static final double WIDE = 250;

    private ActParts() {}

    /** One act; where it cannot be done now, grey, with why. */
    private static MenuItem item(Acts acts, Act act, View view) {
        String why = acts.whyNot(act, view);
        MenuItem item = item(act, why.isEmpty() ? act.firstKey() : why, () -> acts.press(act));
        item.setDisable(!why.isEmpty());
        return item;
    }

    /** One act, in a menu that is filled anew whenever it is shown. */
    public static MenuItem item(Act act) {
        return item(act, act.firstKey(), act.run());
    }

    private static MenuItem item(Act act, String behind, Runnable run) {
        String words = act.state().get();
        Label name = new Label(words);
        Label key = new Label(behind);
        key.getStyleClass().addAll("quiet", "small");
        if (behind.equals(act.firstKey())) {
            key.getStyleClass().add("figures");
        }
        Region gap = new Region();
        gap.setMinWidth(24);
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox line = new HBox(name, gap, key);
        line.setMinWidth(WIDE);
        MenuItem item = new MenuItem();
        item.setGraphic(line);
        item.setId("do-" + act.id());
        item.setMnemonicParsing(false);
        item.getProperties().put("words", words);
        item.setOnAction(e -> run.run());
        return item;
    }

    /** What can be done to a thing in a view, for the menu that a key or the right button of the mouse opens. */
    public static List<MenuItem> menu(Acts acts, View view, Subject subject) {
        List<MenuItem> items = new ArrayList<>();
        boolean part = false;
        for (Subject.Group group : subject.groups()) {
            List<MenuItem> lines = group.acts().stream()
                    .map(acts::act)
                    .filter(act -> act.views().contains(view) && act.relevant())
                    .map(act -> item(acts, act, view))
                    .toList();
            // A submenu of one line is that line.
            boolean folded = lines.size() > 1 && !group.title().isEmpty();
            if (!folded && part && !lines.isEmpty()) {
                items.add(new SeparatorMenuItem());
            }
            if (folded) {
                Menu more = new Menu();
                Label title = new Label(group.title());
                title.setMinWidth(WIDE);
                more.setGraphic(title);
                more.getProperties().put("words", group.title());
                more.setId("more-" + group.title().toLowerCase(Locale.ROOT).replace(' ', '-'));
                more.getItems().setAll(lines);
                items.add(more);
            } else {
                items.addAll(lines);
            }
            part = part || !lines.isEmpty();
        }
        return items;
    }

    /**
     * A button for the act of this id. It has neither words nor anything to do before {@link #dress} gives them to it from
     * the table.
     */
    public static Button button(String id) {
        Button button = new Button();
        button.setId(id);
        button.getStyleClass().addAll("pill", "act", "small");
        return button;
    }

    /** Gives each button that has the id of an act the tip of it; one that has nothing to do, its words and what it does. */
    public static void dress(Node root, Acts acts) {
        for (Node node : root.lookupAll("*")) {
            if (node instanceof ButtonBase button && acts.has(button.getId())) {
                Act act = acts.act(button.getId());
                Tip.on(button, act.tip());
                if (button.getOnAction() == null) {
                    button.setText(act.brief());
                    button.setOnAction(e -> acts.press(act));
                }
            }
            // What scrolls has its content among its nodes from its first layout on only.
            if (node instanceof ScrollPane pane && pane.getContent() != null && pane.getSkin() == null) {
                dress(pane.getContent(), acts);
            }
        }
    }
}
