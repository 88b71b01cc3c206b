package agogic.desk.shell;

import agogic.desk.acts.ActParts;
import agogic.desk.acts.Acts;
import agogic.desk.start.Entrance;
import agogic.formats.file.Input;
import java.nio.file.Path;
import java.util.List;
import java.util.function.Supplier;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;

/** The menu of the window: what concerns the whole piece, and the files opened last. Filled when it is shown. */
final class MainMenu extends MenuButton {
    private static final List<List<String>> GROUPS = List.of(
            List.of("new-piece", "bring-in", "open", "save", "save-as"),
            List.of("add-track", "add-bus", "add-sound", "add-device"),
            List.of("export-midi", "sheet"),
            List.of("undo", "redo"),
            List.of("light", "drawer", "find-act", "keys", "start-page"));

    MainMenu(Supplier<Acts> acts, Supplier<Entrance> entrance) {
        super("☰");
        getStyleClass().add("pill");
        setId("menu");
        setAccessibleText("Menu");
        setOnShowing(e -> fill(acts.get(), entrance.get()));
    }

    private void fill(Acts acts, Entrance entrance) {
        getItems().clear();
        for (List<String> group : GROUPS) {
            group.forEach(id -> getItems().add(ActParts.item(acts.act(id))));
            getItems().add(new SeparatorMenuItem());
        }
        for (Path path : entrance.recent()) {
            MenuItem item = new MenuItem(Input.name(path));
            item.setMnemonicParsing(false);
            item.setOnAction(e -> entrance.open(path));
            getItems().add(item);
        }
        if (getItems().get(getItems().size() - 1) instanceof SeparatorMenuItem last) {
            getItems().remove(last);
        }
    }
}
