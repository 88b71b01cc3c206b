package agogic.desk.surfaces;

import agogic.core.assign.SurfaceEdits;
import agogic.core.surface.Surface;
import agogic.desk.acts.Act;
import agogic.desk.acts.ActParts;
import agogic.desk.live.MidiPorts;
import agogic.desk.model.Editing;
import agogic.desk.model.Frames;
import agogic.desk.model.Learner;
import agogic.desk.model.Notices;
import agogic.desk.model.View;
import agogic.desk.parts.NameDialog;
import agogic.desk.parts.Parts;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.scene.control.Menu;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.stage.Window;

/** What can be done with the whole surface that is shown: its controls, port and pages, its files; and surfaces that come and go. */
final class SurfaceMenu {
    private final Editing editing;
    private final Notices notices;
    private final Frames frames;
    private final Supplier<Optional<Surface>> shown;
    private final Supplier<Window> owner;
    private final List<Act> controls;
    private final List<Act> pages;
    private final List<Act> own;
    private final List<Act> any;
    private final Act remove;

    SurfaceMenu(
            Editing editing,
            Notices notices,
            Frames frames,
            Learner learner,
            SurfaceActs acts,
            Supplier<Optional<Surface>> shown,
            Supplier<Window> owner) {
        this.editing = editing;
        this.notices = notices;
        this.frames = frames;
        this.shown = shown;
        this.owner = owner;
        controls = List.of(
                of(
                        "surface-walk",
                        "Detect controls: move each once",
                        "Finds the controls of the surface",
                        s -> learner.walk(s.id())),
                of("surface-rename", "Rename…", "Another name for the surface", this::rename));
        pages = List.of(
                of(
                        "page-add",
                        "Add a page",
                        "One page more for the surface",
                        s -> editing.edit("Add a page", e -> SurfaceEdits.addPage(e, s.id()))),
                of("page-rename", "Rename the page…", "Another name for the page that is on", this::renamePage)
                        .reading(() -> "Rename page " + pageName() + "…"),
                of("page-remove", "Remove the page", "The page that is on goes", s -> {
                            int page = page(s);
                            editing.edit("Remove a page", e -> SurfaceEdits.removePage(e, s.id(), page));
                        })
                        .reading(() -> "Remove page " + pageName()));
        own = List.of(
                of(
                        "surface-save",
                        "Save its description…",
                        "A file that says what controls it has",
                        acts::saveDescription),
                of("map-save", "Save its map…", "A file that says what its controls move", acts::saveMap));
        any = List.of(
                act(
                        "map-use",
                        "Use a map or a description…",
                        "Take what a file says of a surface; shows it first",
                        acts::useMap),
                act("surface-new", "New surface…", "A surface at another port of the machine", acts::addSurface));
        remove = of(
                "surface-remove",
                "Remove this surface",
                "The surface goes, with its routes",
                s -> editing.edit("Remove " + s.name(), e -> SurfaceEdits.remove(e, s.id())));
    }

    private static Act act(String id, String words, String about, Runnable run) {
        return Act.of(id, words, about, "", run).in(View.SURFACES);
    }

    private Act of(String id, String words, String about, Consumer<Surface> run) {
        Runnable whole = () -> shown.get()
                .ifPresentOrElse(run, () -> notices.refuse("There is no surface yet. Make a new one first."));
        return act(id, words, about, whole);
    }

    List<Act> all() {
        List<Act> all = new ArrayList<>(controls);
        all.addAll(pages);
        all.addAll(own);
        all.addAll(any);
        all.add(remove);
        return all;
    }

    /** The menu of the surface that is shown. */
    List<MenuItem> items() {
        List<MenuItem> items = new ArrayList<>();
        boolean there = shown.get().isPresent();
        if (there) {
            put(items, controls);
            items.add(ports(shown.get().get()));
            items.add(new SeparatorMenuItem());
            put(items, pages);
            items.add(new SeparatorMenuItem());
            put(items, own);
        }
        put(items, any);
        if (there) {
            items.add(ActParts.item(remove));
        }
        return items;
    }

    private static void put(List<MenuItem> items, List<Act> acts) {
        acts.forEach(act -> items.add(ActParts.item(act)));
    }

    private int page(Surface surface) {
        return frames.playing().page(surface.id());
    }

    private String pageName() {
        return shown.get()
                .map(s -> s.pageName(Math.min(page(s), s.pages().size())))
                .orElse("");
    }

    private void rename(Surface surface) {
        NameDialog.ask(owner.get(), "Name of the surface", surface.name())
                .ifPresent(name -> editing.edit(
                        "Rename " + surface.name(),
                        s -> s.with(s.surface(surface.id()).called(surface.id(), name))));
    }

    private void renamePage(Surface surface) {
        int page = page(surface);
        NameDialog.ask(owner.get(), "Name of the page", pageName())
                .ifPresent(other ->
                        editing.edit("Rename a page", s -> SurfaceEdits.renamePage(s, surface.id(), page, other)));
    }

    /** The ports of the machine: a choice, no act. */
    private Menu ports(Surface surface) {
        Menu menu = new Menu("Port");
        for (String name : MidiPorts.inputs()) {
            menu.getItems()
                    .add(Parts.item(
                            name + (name.equals(surface.port()) ? "  ✓" : ""),
                            () -> editing.edit(
                                    surface.name() + " at " + name,
                                    s -> s.with(s.surface(surface.id()).at(name)))));
        }
        return menu;
    }
}
