package agogic.desk.surfaces;

import agogic.core.assign.ControllerMap;
import agogic.core.surface.Surface;
import agogic.desk.files.Files;
import agogic.desk.live.MidiPorts;
import agogic.desk.model.Editing;
import agogic.desk.model.Learner;
import agogic.desk.model.Notice;
import agogic.desk.model.Notices;
import agogic.desk.model.Selection;
import agogic.desk.parts.ReportList;
import agogic.desk.parts.Theme;
import agogic.formats.session.MapFile;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.function.Supplier;
import javafx.geometry.Insets;
import javafx.scene.control.ButtonBar;
import javafx.scene.control.ButtonType;
import javafx.scene.control.ChoiceDialog;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;
import javafx.stage.Window;

/** Surfaces that come and go, and their maps in files. */
public final class SurfaceActs {
    private final Editing editing;
    private final Notices notices;
    private final Selection selection;
    private final Learner learner;
    private final Files files;
    private final Supplier<Window> owner;

    SurfaceActs(
            Editing editing,
            Notices notices,
            Selection selection,
            Learner learner,
            Files files,
            Supplier<Window> owner) {
        this.editing = editing;
        this.notices = notices;
        this.selection = selection;
        this.learner = learner;
        this.files = files;
        this.owner = owner;
    }

    /** Asks for a port of the machine and walks the controls of what is there. */
    public void addSurface() {
        List<String> taken =
                editing.session().surfaces().stream().map(Surface::port).toList();
        List<String> free =
                MidiPorts.inputs().stream().filter(n -> !taken.contains(n)).toList();
        if (free.isEmpty()) {
            notices.refuse(
                    "No other MIDI input is plugged in. Plug the controller in and try again; no restart is needed.");
            return;
        }
        ChoiceDialog<String> ask = new ChoiceDialog<>(free.get(0), free);
        ask.setTitle("New surface");
        ask.setHeaderText("At which port is it? Then move each of its controls once.");
        ask.initOwner(owner.get());
        Theme.dress(ask, owner.get());
        ask.showAndWait().ifPresent(this::addSurface);
    }

    /** Adds a surface at a port and walks its controls. */
    public void addSurface(String port) {
        String id = port.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-").replaceAll("^-|-$", "");
        String free = id.isEmpty() ? "surface" : id;
        for (int n = 2; has(free); n++) {
            free = id + "-" + n;
        }
        Surface surface = new Surface(free, port, port, List.of());
        learner.walkNew(surface);
    }

    private boolean has(String id) {
        return editing.session().surfaces().stream().anyMatch(s -> s.id().equals(id));
    }

    /** Asks where, and saves what the surface is, without what it moves. */
    public void saveDescription(Surface surface) {
        files.save(
                "Save the description",
                surface.name(),
                path -> MapFile.save(path, surface),
                path -> surface.name() + " with " + surface.controls().size() + " controls is in " + path.getFileName()
                        + ".");
    }

    /** Asks where, and saves what the surface is and moves. */
    public void saveMap(Surface surface) {
        ControllerMap map = ControllerMap.of(editing.session(), surface.id());
        files.save(
                "Save the map",
                surface.name() + " map",
                path -> MapFile.save(path, map),
                path -> "What " + surface.name() + " does, " + map.ties().size() + " routes and "
                        + map.macros().size() + " macros, is in " + path.getFileName() + ".");
    }

    /** Asks for a map or a description, and uses it in the session. */
    public void useMap() {
        files.read("Use a map", "Map or description of a surface", MapFile.ENDING, MapFile::read, this::use);
    }

    /** Shows what a map would come to here, then uses it. */
    private void use(Path path, ControllerMap map) {
        ControllerMap.Outcome outcome;
        try {
            outcome = map.applyTo(editing.session());
        } catch (IllegalArgumentException e) {
            notices.refuse(e.getMessage());
            return;
        }
        if (report(map, outcome)) {
            if (!editing.edit("Use the map of " + map.surface().name(), s -> map.applyTo(s)
                    .session())) {
                return;
            }
            selection.handProperty().set(null);
            notices.say(Notice.good("Map", outcome.words()));
        }
    }

    private boolean report(ControllerMap map, ControllerMap.Outcome outcome) {
        Dialog<ButtonType> dialog = new Dialog<>();
        dialog.initOwner(owner.get());
        Theme.dress(dialog, owner.get());
        dialog.setTitle("Use a map");
        dialog.setHeaderText(
                outcome.lines().isEmpty()
                        ? map.surface().name() + " with "
                                + map.surface().controls().size() + " controls, no routes"
                        : outcome.words());
        ReportList list = new ReportList("map-report", "What the map would do");
        outcome.lines().forEach(line -> list.getItems()
                .add(new ReportList.Line(line.fate().matched(), line.words())));
        list.setPrefSize(640, 280);
        Label hint = new Label("✓ will be connected, ✕ cannot be. What is connected here now stays.");
        hint.getStyleClass().add("quiet");
        VBox box = new VBox(8, list, hint);
        box.setPadding(new Insets(12));
        dialog.getDialogPane().setContent(box);
        ButtonType use = new ButtonType("Use it", ButtonBar.ButtonData.OK_DONE);
        dialog.getDialogPane().getButtonTypes().addAll(use, ButtonType.CANCEL);
        return dialog.showAndWait().filter(b -> b == use).isPresent();
    }
}
