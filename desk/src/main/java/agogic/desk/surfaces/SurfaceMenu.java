package agogic.desk.surfaces;

import agogic.core.assign.SurfaceEdits;
import agogic.core.surface.Surface;
import agogic.desk.live.MidiPorts;
import agogic.desk.model.Desk;
import agogic.desk.parts.NameDialog;
import agogic.desk.parts.Parts;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.stage.Window;

/** What can be done with a whole surface: its controls, port and pages, its files, and surfaces that come and go. */
public final class SurfaceMenu {
    private final Desk desk;
    private final SurfaceActs acts;
    private final Surface surface;
    private final Supplier<Window> owner;

    private SurfaceMenu(Desk desk, SurfaceActs acts, Surface surface, Supplier<Window> owner) {
        this.desk = desk;
        this.acts = acts;
        this.surface = surface;
        this.owner = owner;
    }

    /** The menu of the surface that is shown; null if there is none. */
    public static List<MenuItem> of(Desk desk, SurfaceActs acts, Surface surface, Supplier<Window> owner) {
        return new SurfaceMenu(desk, acts, surface, owner).items();
    }

    private List<MenuItem> items() {
        List<MenuItem> items = new ArrayList<>();
        if (surface != null) {
            items.add(Parts.item(
                    "Walk its controls: move each once", () -> desk.learner().walk(surface.id())));
            items.add(Parts.item("Rename…", this::rename));
            items.add(ports());
            items.add(new SeparatorMenuItem());
            pages(items);
            items.add(new SeparatorMenuItem());
            items.add(Parts.item("Save its description…", () -> acts.saveDescription(surface)));
            items.add(Parts.item("Save its map…", () -> acts.saveMap(surface)));
        }
        items.add(Parts.item("Use a map or a description…", acts::useMap));
        items.add(Parts.item("New surface…", acts::addSurface));
        if (surface != null) {
            items.add(Parts.item(
                    "Remove this surface",
                    () -> desk.edit("Remove " + surface.name(), s -> SurfaceEdits.remove(s, surface.id()))));
        }
        return items;
    }

    private void rename() {
        NameDialog.ask(owner.get(), "Name of the surface", surface.name())
                .ifPresent(name -> desk.edit(
                        "Rename " + surface.name(),
                        s -> s.with(s.surface(surface.id()).called(surface.id(), name))));
    }

    private void pages(List<MenuItem> items) {
        int page = desk.state().page(desk.session().surfaces().indexOf(surface));
        String name = surface.pageName(Math.min(page, surface.pages().size()));
        items.add(Parts.item("Add a page", () -> desk.edit("Add a page", s -> SurfaceEdits.addPage(s, surface.id()))));
        items.add(Parts.item("Rename page " + name + "…", () -> NameDialog.ask(owner.get(), "Name of the page", name)
                .ifPresent(other ->
                        desk.edit("Rename a page", s -> SurfaceEdits.renamePage(s, surface.id(), page, other)))));
        items.add(Parts.item(
                "Remove page " + name,
                () -> desk.edit("Remove a page", s -> SurfaceEdits.removePage(s, surface.id(), page))));
    }

    private Menu ports() {
        Menu menu = new Menu("Port");
        for (String name : MidiPorts.inputs()) {
            menu.getItems()
                    .add(Parts.item(
                            name + (name.equals(surface.port()) ? "  ✓" : ""),
                            () -> desk.edit(
                                    surface.name() + " at " + name,
                                    s -> s.with(s.surface(surface.id()).at(name)))));
        }
        return menu;
    }
}
