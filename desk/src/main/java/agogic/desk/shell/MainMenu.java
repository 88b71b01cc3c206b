package agogic.desk.shell;

import agogic.desk.acts.ActParts;
import agogic.desk.acts.Acts;
import agogic.desk.acts.Subject;
import agogic.desk.model.View;
import agogic.desk.start.Entrance;
import agogic.formats.file.Input;
import java.nio.file.Path;
import java.util.function.Supplier;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;

/** The menu of the window: what can be done to the piece and to the window, and the files opened last. Filled when it is shown. */
final class MainMenu extends MenuButton {
    MainMenu(Supplier<Acts> acts, Supplier<Entrance> entrance, Supplier<View> view) {
        super("☰");
        getStyleClass().add("pill");
        setId("menu");
        setAccessibleText("Menu");
        setOnShowing(e -> fill(acts.get(), entrance.get(), view.get()));
    }

    private void fill(Acts acts, Entrance entrance, View view) {
        Menu last = new Menu("Opened last");
        for (Path path : entrance.recent()) {
            MenuItem item = new MenuItem(Input.name(path));
            item.setMnemonicParsing(false);
            item.setOnAction(e -> entrance.open(path));
            last.getItems().add(item);
        }
        getItems().setAll(ActParts.menu(acts, view, Subject.PIECE));
        if (!last.getItems().isEmpty()) {
            getItems().add(getItems().size() - 2, last);
        }
        getItems().add(new SeparatorMenuItem());
        getItems().addAll(ActParts.menu(acts, view, Subject.WINDOW));
    }
}
