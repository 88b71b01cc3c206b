package agogic.desk.acts;

import agogic.desk.model.View;
import agogic.desk.parts.Tip;
import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;

/** Acts in menus, each with its key on the right, and on buttons, with their tips. */
public final class ActParts {
    private ActParts() {}

    /** One act. */
    public static MenuItem item(Act act) {
        String words = act.state().get();
        Label name = new Label(words);
        Label key = new Label(act.firstKey());
        key.getStyleClass().addAll("figures", "quiet", "small");
        Region gap = new Region();
        gap.setMinWidth(24);
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox line = new HBox(name, gap, key);
        line.setMinWidth(250);
        MenuItem item = new MenuItem();
        item.setGraphic(line);
        item.setId("do-" + act.id());
        item.setMnemonicParsing(false);
        item.getProperties().put("words", words);
        item.setOnAction(e -> act.run().run());
        return item;
    }

    /** What belongs to a view, for the menu that a key or the right button of the mouse opens. */
    public static List<MenuItem> menu(Acts acts, View view) {
        List<MenuItem> items = new ArrayList<>();
        for (Act act : acts.in(view)) {
            // What has no key is in the menu of what it is about, and found by its words.
            if (act.special() && !act.keys().isEmpty()) {
                items.add(item(act));
            }
        }
        items.add(new SeparatorMenuItem());
        items.add(item(acts.act("play-here")));
        items.add(item(acts.act("find-act")));
        items.add(item(acts.act("keys")));
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
                    button.setOnAction(e -> act.run().run());
                }
            }
            // What scrolls has its content among its nodes from its first layout on only.
            if (node instanceof ScrollPane pane && pane.getContent() != null && pane.getSkin() == null) {
                dress(pane.getContent(), acts);
            }
        }
    }
}
