package agogic.desk.shell;

import agogic.desk.acts.Act;
import agogic.desk.acts.Acts;
import agogic.desk.files.Files;
import agogic.desk.files.FilesOut;
import agogic.desk.model.Desk;
import agogic.desk.model.Notice;
import agogic.desk.model.View;
import agogic.desk.parts.NameDialog;
import agogic.desk.parts.TextSize;
import agogic.desk.settings.Choices;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;
import javafx.beans.property.BooleanProperty;
import javafx.stage.Window;

/** The acts that count everywhere, and those on the selected route. */
final class DeskActs {
    private final Desk desk;
    private final Files files;
    private final FilesOut out;
    private final Supplier<Window> window;
    private final List<Act> all = new ArrayList<>();

    DeskActs(Desk desk, Files files, Supplier<Window> window) {
        this.desk = desk;
        this.files = files;
        out = new FilesOut(desk.editing(), desk.notices(), files, window);
        this.window = window;
    }

    /** The whole table: these, and what the views and the window bring. */
    Acts with(List<Act> first, List<Act> views) {
        all.addAll(new PlayingActs(desk, window).all());
        views();
        files();
        // What is pointed at goes before the selected route, in menus.
        all.addAll(views);
        all.addAll(new SelectedRouteActs(
                        desk.editing(),
                        desk.notices(),
                        desk.selection(),
                        desk.frames(),
                        desk.riding(),
                        desk.standing(),
                        desk.learner(),
                        window)
                .all());
        all.addAll(first);
        told();
        Acts acts = new Acts(all);
        acts.before(() -> {
            // While controls are learnt the piece stays as it is: to stop what plays does not end that.
            if (!desk.learner().on()) {
                desk.editing().takenIn();
            }
        });
        return acts;
    }

    private void add(String id, String words, String about, String keys, Runnable run) {
        all.add(Act.of(id, words, about, keys, run));
    }

    private void views() {
        for (View view : View.values()) {
            add(
                    "view-" + view.title().toLowerCase(java.util.Locale.ROOT),
                    view.title(),
                    "Show " + view.title(),
                    "" + view.number(),
                    () -> {
                        boolean there = desk.selection().viewProperty().get() == view;
                        desk.selection().viewProperty().set(view);
                        if (there) {
                            desk.notices().say(Notice.plain(view.title(), "This view is shown already."));
                        }
                    });
        }
        toggle(
                "drawer",
                "Drawer",
                "Show or hide the drawer with the controls",
                "D",
                desk.selection().drawerProperty());
        BooleanProperty light = desk.selection().lightProperty();
        all.add(Act.of("light", "Light theme", "Dark or light, now and at the next start", "T", () -> {
                    light.set(!light.get());
                    Choices.light(light.get());
                })
                .reading(() -> (light.get() ? "✓ " : "") + "Light theme"));
        text("text-larger", "Larger text", "Ctrl++", 1);
        text("text-smaller", "Smaller text", "Ctrl+−", -1);
        text("text-usual", "Usual text size", "Ctrl+0", 0);
    }

    private void text(String id, String words, String key, int by) {
        add(id, words, "Everything larger or smaller, from the next start on", key, () -> desk.notices()
                .say(Notice.good(
                        "Text size", TextSize.change(by) + " % from the next start on. Nothing else changes.")));
    }

    private void toggle(String id, String words, String about, String key, BooleanProperty on) {
        all.add(Act.of(id, words, about, key, () -> on.set(!on.get())).reading(() -> (on.get() ? "✓ " : "") + words));
    }

    private void files() {
        add("new-piece", "New piece…", "Begin a piece of your own", "Ctrl+N", files.entrance()::newPiece);
        add(
                "bring-in",
                "Bring in MIDI, a score or audio…",
                "A piece of a file from elsewhere, after a look at what is in it; audio on a track of this one, too",
                "Ctrl+B",
                files.entrance()::bringIn);
        add("open", "Open…", "Open a session from a file", "Ctrl+O", files.entrance()::open);
        add("piece-name", "Rename the piece…", "Another name for it; its file keeps its own", "", this::rename);
        add("save", "Save", "Save the session in its file", "Ctrl+S", files::save);
        add("save-as", "Save as…", "Save the session in another file", "Ctrl+Shift+S", files::saveAs);
        add(
                "add-device",
                "Add a device…",
                "Bring a device in from an LV2 bundle or a chart",
                "Ctrl+I",
                files.additions()::device);
        add("export-midi", "Export MIDI…", "Write the result as a MIDI file", "Ctrl+E", out::exportMidi);
        add(
                "sheet",
                "Save the sheet as PDF…",
                "A page that says what every control does, for the table beside the controller",
                "Ctrl+P",
                out::exportSheet);
        add(
                "save-shapes",
                "Save your own shapes…",
                "The patterns and snapshots of the piece in a file, for other pieces",
                "Ctrl+Alt+S",
                out::saveShapes);
        add(
                "bring-shapes",
                "Bring your own shapes in…",
                "Patterns and snapshots of another piece come into this one",
                "Ctrl+Alt+B",
                out::bringShapes);
        all.add(Act.of("undo", "Undo", "Take the last step back", "Ctrl+Z", desk.editing()::undo)
                .repeating()
                .reading(() -> desk.editing().undoable().map(a -> "Undo: " + a).orElse("Undo"))
                .unless(() -> desk.editing().undoable().isEmpty() ? "there is nothing to undo" : ""));
        all.add(Act.of("redo", "Redo", "Do again what was undone", "Ctrl+Shift+Z|Ctrl+Y", desk.editing()::redo)
                .repeating()
                .reading(() -> desk.editing().redoable().map(a -> "Redo: " + a).orElse("Redo"))
                .unless(() -> desk.editing().redoable().isEmpty() ? "there is nothing to do again" : ""));
    }

    private void rename() {
        String old = desk.editing().session().name();
        NameDialog.ask(window.get(), "Name of the piece", old).ifPresent(name -> {
            desk.editing().edit("Rename the piece", s -> s.named(name));
            if (!desk.editing().session().name().equals(old)) {
                desk.editing()
                        .did(
                                "Renamed",
                                old + " is called " + desk.editing().session().name() + " now.");
            }
        });
    }

    private void told() {
        all.add(Act.told(
                "arrows",
                "In a list: next or last. On a control: move it",
                "Arrows go through lists and move controls",
                "↑ ↓"));
        all.add(Act.told("fine", "Move it finely, or by larger steps", "Shift changes the step", "Shift+↑ ↓"));
        all.add(Act.told("around", "Next, last part of the window", "Tab goes to the next part of the window", "Tab"));
        all.add(Act.told(
                "escape", "Show all again; leave learning", "Esc empties a filter and leaves what is learnt", "Esc"));
    }
}
