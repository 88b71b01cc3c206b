package agogic.desk.surfaces;

import agogic.core.assign.SurfaceEdits;
import agogic.core.route.Hand;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.Page;
import agogic.core.surface.Surface;
import agogic.desk.model.Desk;
import agogic.desk.parts.Parts;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.SeparatorMenuItem;

/** What can be said of a control itself: its name, how it speaks, which way round it is, what it shows. */
public final class ControlMenu {
    private final Desk desk;
    private final Hand hand;
    private final Surface surface;
    private final Control control;

    private ControlMenu(Desk desk, Hand hand) {
        this.desk = desk;
        this.hand = hand;
        surface = desk.session().surface(hand.surface());
        control = surface.find(hand.control());
    }

    /** The menu of a control; {@code rename} asks for another name. */
    public static List<MenuItem> of(Desk desk, Hand hand, Runnable rename) {
        return new ControlMenu(desk, hand).items(rename);
    }

    private List<MenuItem> items(Runnable rename) {
        return List.of(
                Parts.item("Rename…", rename),
                Parts.item("Learn its message anew", () -> desk.learner().again(hand)),
                check(
                        "Heard on any channel",
                        control.address().channel() == Address.ANY,
                        is -> change(
                                is ? "Any channel" : "Channel 1",
                                control.speaking(control.address().on(is ? Address.ANY : 1)))),
                check("Wrong way round", control.turned(), is -> change("Turn round", control.turned(is))),
                check("Can show values", control.shows(), is -> change("Shows values", control.showing(is))),
                pages(),
                new SeparatorMenuItem(),
                Parts.item(
                        "Remove the control",
                        () -> desk.edit("Remove " + control.name(), s -> SurfaceEdits.removeControl(s, hand))));
    }

    private Menu pages() {
        Menu pages = new Menu("Turns to page");
        int number = 0;
        for (Page page : surface.pages()) {
            int at = ++number;
            boolean is = page.button().filter(control.id()::equals).isPresent();
            RadioMenuItem item = new RadioMenuItem(page.name());
            item.setSelected(is);
            item.setOnAction(e -> desk.edit(
                    control.name() + " turns to page " + page.name(),
                    s -> SurfaceEdits.pageButton(
                            s, surface.id(), at, is ? Optional.empty() : Optional.of(control.id()))));
            pages.getItems().add(item);
        }
        return pages;
    }

    private static CheckMenuItem check(String words, boolean is, Consumer<Boolean> set) {
        CheckMenuItem item = new CheckMenuItem(words);
        item.setSelected(is);
        item.setOnAction(e -> set.accept(item.isSelected()));
        return item;
    }

    private void change(String act, Control changed) {
        desk.edit(act + ": " + control.name(), s -> SurfaceEdits.control(s, surface.id(), changed));
    }
}
