package agogic.desk.window;

import agogic.core.route.Route;
import agogic.core.session.Session;
import agogic.desk.draw.Palette;
import agogic.desk.live.LiveDesk;
import agogic.desk.live.Troubles;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.LongSupplier;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.ComboBoxBase;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.Stage;

/** The one window: transport above, view in the middle, surface and trace below. */
final class DeskWindow {
    private static Palette dark;
    private static Palette light;

    private final Stage stage;
    private final LongSupplier clock;
    private final boolean audible;
    private Desk desk;
    private Files files;
    private TransportBar transport;
    private TraceBar trace;
    private RoutesView routes;
    private CatalogView catalog;
    private SurfacesView surfaces;
    private RefineView refine;
    private boolean acted;
    /** Keys that are down. A key that is held down comes again and again. */
    private final Set<KeyCode> held = EnumSet.noneOf(KeyCode.class);

    DeskWindow(Stage stage, LongSupplier clock, boolean audible) {
        this.stage = stage;
        this.clock = clock;
        this.audible = audible;
        Theme.load();
    }

    static Palette palette(Desk desk) {
        if (desk.lightProperty().get()) {
            light = light == null ? Palette.light() : light;
            return light;
        }
        dark = dark == null ? Palette.dark() : dark;
        return dark;
    }

    Desk desk() {
        return desk;
    }

    CatalogView catalog() {
        return catalog;
    }

    SurfacesView surfaces() {
        return surfaces;
    }

    Files files() {
        return files;
    }

    /** Shows a session, in the place of the one shown before. */
    void show(Session session, Path file, boolean inLight) {
        close();
        desk = new Desk(session, new LiveDesk(session, clock, audible));
        desk.lightProperty().set(inLight);
        files = new Files(
                desk,
                stage,
                opened -> show(
                        opened.session(), opened.path(), desk.lightProperty().get()));
        if (file != null) {
            desk.savedTo(file);
        }
        transport = new TransportBar(desk, menu());
        trace = new TraceBar(desk);
        routes = new RoutesView(desk);
        refine = new RefineView(desk);
        catalog = new CatalogView(desk, CatalogQuestions.over(() -> stage));
        routes.visibleProperty().bind(desk.viewProperty().isEqualTo(Desk.View.ROUTES));
        refine.visibleProperty().bind(desk.viewProperty().isEqualTo(Desk.View.REFINE));
        catalog.visibleProperty().bind(desk.viewProperty().isEqualTo(Desk.View.CATALOG));
        surfaces = new SurfacesView(desk, files);
        surfaces.visibleProperty().bind(desk.viewProperty().isEqualTo(Desk.View.SURFACES));
        StackPane views = new StackPane(routes, catalog, surfaces, refine);
        views.getChildren().forEach(view -> view.managedProperty().bind(view.visibleProperty()));
        views.setMinHeight(0);
        BorderPane root = new BorderPane(views);
        root.setTop(transport);
        root.setBottom(new VBox(new SurfaceDrawer(desk), trace));
        Theme.dress(root, inLight);
        desk.lightProperty().addListener((o, a, is) -> Theme.dress(root, is));
        if (stage.getScene() == null) {
            stage.setScene(new Scene(root, 1280, 800));
        } else {
            stage.getScene().setRoot(root);
        }
        root.addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        // A key that was an act is no letter: what it moved the focus to must not get it.
        root.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            boolean again = !held.add(e.getCode());
            if (again && !typing() && !repeats(e.getCode())) {
                // A held key does an act once.
                e.consume();
                return;
            }
            acted = false;
            learning(e);
        });
        root.addEventFilter(KeyEvent.KEY_RELEASED, e -> held.remove(e.getCode()));
        held.clear();
        root.addEventFilter(KeyEvent.KEY_TYPED, e -> {
            if (acted) {
                e.consume();
            }
            acted = false;
        });
        root.addEventHandler(KeyEvent.KEY_TYPED, e -> {
            if ("?".equals(e.getCharacter()) && !typing()) {
                Keys.dialog(stage).show();
            }
        });
        Troubles troubles = desk.live().troubles();
        Thread.currentThread().setUncaughtExceptionHandler((thread, e) -> troubles.tell("The window", e));
        stage.focusedProperty().addListener((o, was, is) -> held.clear());
        stage.setTitle("Agogic — " + session.name());
        stage.setMinWidth(1000);
        stage.setMinHeight(620);
        stage.setOnCloseRequest(e -> {
            if (!files.mayLeave()) {
                e.consume();
            }
        });
        // A frame is made when something changed, not because time went by.
        AtomicBoolean asked = new AtomicBoolean();
        Desk shown = desk;
        desk.live().onFrame(() -> {
            if (asked.compareAndSet(false, true)) {
                Platform.runLater(() -> {
                    asked.set(false);
                    if (desk == shown) {
                        frame();
                    }
                });
            }
        });
        root.requestFocus();
    }

    private void frame() {
        try {
            desk.frame();
        } catch (RuntimeException e) {
            desk.live().troubles().tell("The window", e);
        }
    }

    /** Stops playing and lets go of the ports. */
    void close() {
        if (desk != null) {
            desk.live().onFrame(() -> {});
            desk.live().close();
        }
    }

    private MenuButton menu() {
        MenuButton menu = new MenuButton("☰");
        menu.getStyleClass().add("pill");
        menu.setId("menu");
        menu.setAccessibleText("Menu");
        menu.setOnShowing(e -> fill(menu));
        fill(menu);
        return menu;
    }

    private void fill(MenuButton menu) {
        menu.getItems()
                .setAll(
                        item("Open…", "Ctrl+O", () -> files.open()),
                        item("Save", "Ctrl+S", () -> files.save()),
                        item("Save as…", "Ctrl+Shift+S", () -> files.saveAs()),
                        item("Add a device…", "Ctrl+I", () -> files.addDevice()),
                        item("Export MIDI…", "Ctrl+E", () -> files.exportMidi()),
                        item("Print the sheet…", "Ctrl+P", () -> files.exportSheet()),
                        new SeparatorMenuItem(),
                        item(desk.undoable().map(a -> "Undo: " + a).orElse("Undo"), "Ctrl+Z", desk::undo),
                        item(desk.redoable().map(a -> "Redo: " + a).orElse("Redo"), "Ctrl+Shift+Z", desk::redo),
                        new SeparatorMenuItem(),
                        checked("Light theme", "T", desk.lightProperty().get(), this::turn),
                        checked("Surface", "D", desk.drawerProperty().get(), this::drawer),
                        item("Keys", "?", () -> Keys.dialog(stage).show()));
        if (files != null && !files.recent().isEmpty()) {
            menu.getItems().add(new SeparatorMenuItem());
            for (Path path : files.recent()) {
                menu.getItems().add(item(String.valueOf(path.getFileName()), "", () -> files.open(path)));
            }
        }
    }

    private static MenuItem item(String words, String key, Runnable act) {
        MenuItem item = new MenuItem(key.isEmpty() ? words : words + "    " + key);
        item.setMnemonicParsing(false);
        item.setOnAction(e -> act.run());
        return item;
    }

    /** An item that shows whether it is on. */
    private static MenuItem checked(String words, String key, boolean on, Runnable act) {
        CheckMenuItem item = new CheckMenuItem(words + "    " + key);
        item.setMnemonicParsing(false);
        item.setSelected(on);
        item.setOnAction(e -> act.run());
        return item;
    }

    /** True for keys that are meant to repeat while they are held: moving, scrolling, nudging, zooming. */
    private static boolean repeats(KeyCode code) {
        return switch (code) {
            case UP,
                    DOWN,
                    LEFT,
                    RIGHT,
                    KP_UP,
                    KP_DOWN,
                    KP_LEFT,
                    KP_RIGHT,
                    PAGE_UP,
                    PAGE_DOWN,
                    TAB,
                    PLUS,
                    ADD,
                    EQUALS,
                    MINUS,
                    SUBTRACT,
                    SHIFT,
                    CONTROL,
                    ALT,
                    META -> true;
            default -> false;
        };
    }

    private boolean zoom(double factor) {
        switch (desk.viewProperty().get()) {
            case REFINE -> refine.zoom(factor);
            case ROUTES -> desk.time().zoom(factor, desk.positionBeat());
            default -> {
                return false;
            }
        }
        return true;
    }

    private boolean showWhole() {
        switch (desk.viewProperty().get()) {
            case REFINE -> refine.showAll();
            case ROUTES -> desk.time().show(0, desk.session().length());
            default -> {
                return false;
            }
        }
        return true;
    }

    private void turn() {
        desk.lightProperty().set(!desk.lightProperty().get());
    }

    private void drawer() {
        desk.drawerProperty().set(!desk.drawerProperty().get());
    }

    private boolean showAll() {
        return switch (desk.viewProperty().get()) {
            case CATALOG -> catalog.showAll();
            case SURFACES -> surfaces.showAll();
            default -> routes.showAll();
        };
    }

    private boolean typing() {
        Node focus = stage.getScene().getFocusOwner();
        return focus instanceof TextInputControl;
    }

    private void key(KeyEvent e) {
        if (typing()) {
            if (e.getCode() == KeyCode.ESCAPE && !desk.learner().on() && !showAll()) {
                stage.getScene().getRoot().requestFocus();
                e.consume();
            }
            if (!e.isShortcutDown()) {
                return;
            }
        }
        boolean done = e.isShortcutDown() ? chord(e) : e.isAltDown() ? third(e) : single(e);
        acted = done;
        if (done) {
            e.consume();
        }
    }

    private boolean chord(KeyEvent e) {
        boolean redo =
                new KeyCodeCombination(KeyCode.Z, KeyCombination.SHORTCUT_DOWN, KeyCombination.SHIFT_DOWN).match(e);
        if (redo) {
            desk.redo();
            return true;
        }
        double page = (desk.time().to() - desk.time().from()) / 4;
        switch (e.getCode()) {
            case Z -> desk.undo();
            case Y -> desk.redo();
            case S -> {
                if (e.isShiftDown()) {
                    files.saveAs();
                } else {
                    files.save();
                }
            }
            case O -> files.open();
            case E -> files.exportMidi();
            case I -> files.addDevice();
            case F -> {
                if (desk.viewProperty().get() == Desk.View.ROUTES) {
                    routes.typeFilter();
                } else if (desk.viewProperty().get() == Desk.View.SURFACES) {
                    surfaces.typeFilter();
                } else {
                    desk.viewProperty().set(Desk.View.CATALOG);
                    catalog.typeSearch();
                }
            }
            case P -> files.exportSheet();
            case PAGE_UP, PAGE_DOWN -> surfaces.turnBy(e.getCode() == KeyCode.PAGE_UP ? -1 : 1);
            case RIGHT -> desk.time().scroll(page);
            case LEFT -> desk.time().scroll(-page);
            default -> {
                return false;
            }
        }
        return true;
    }

    /** While something is learnt, Enter and Esc mean that, whatever has the focus. */
    private void learning(KeyEvent e) {
        boolean choosing = stage.getScene().getFocusOwner() instanceof ComboBoxBase<?> box && box.isShowing();
        if (!desk.learner().on() || choosing || typing()) {
            return;
        }
        if (e.getCode() == KeyCode.ENTER) {
            desk.learner().keep();
        } else if (e.getCode() == KeyCode.ESCAPE) {
            desk.learner().cancel();
        } else {
            return;
        }
        acted = true;
        e.consume();
    }

    private boolean third(KeyEvent e) {
        if (e.getCode() == KeyCode.A) {
            trace.act(2);
        }
        return e.getCode() == KeyCode.A;
    }

    private boolean single(KeyEvent e) {
        if (desk.viewProperty().get() == Desk.View.SURFACES && surfaces.key(e.getCode())) {
            return true;
        }
        if (desk.viewProperty().get() == Desk.View.CATALOG && catalog.key(e.getCode())) {
            return true;
        }
        switch (e.getCode()) {
            case SPACE -> desk.togglePlay();
            case R -> desk.ride();
            case HOME -> desk.locate(0);
            case G -> transport.typePosition();
            case O -> desk.toggleLoop();
            case DIGIT1, NUMPAD1 -> desk.viewProperty().set(Desk.View.ROUTES);
            case DIGIT2, NUMPAD2 -> desk.viewProperty().set(Desk.View.CATALOG);
            case DIGIT3, NUMPAD3 -> desk.viewProperty().set(Desk.View.SURFACES);
            case DIGIT4, NUMPAD4, L -> desk.viewProperty().set(Desk.View.REFINE);
            case W -> desk.selectedRoute().ifPresent(desk::nextMode);
            case P -> desk.selectedRoute().ifPresent(this::pin);
            case H -> desk.selectedRoute().ifPresent(this::rehearse);
            case S -> desk.selectedRoute().ifPresent(route -> SpanDialog.ask(desk, stage, route));
            case A -> trace.act(e.isShiftDown() ? 1 : 0);
            case M -> learnRoute();
            case D -> drawer();
            case V -> routes.nextHeight();
            case T -> turn();
            case PLUS, ADD, EQUALS -> {
                return zoom(0.7);
            }
            case MINUS, SUBTRACT -> {
                return zoom(1.4);
            }
            case DIGIT0, NUMPAD0 -> {
                return showWhole();
            }
            default -> {
                return false;
            }
        }
        return true;
    }

    private void learnRoute() {
        desk.selectedRoute()
                .ifPresentOrElse(
                        route -> desk.learner().begin(List.of(route.target())),
                        () -> desk.refuse(
                                "Select a route, or choose parameters in the Catalog: M learns their controls."));
    }

    private void pin(Route route) {
        desk.edit(route.pinned() ? "Unpin the mode" : "Pin the mode", s -> s.with(route.pinned(!route.pinned())));
    }

    private void rehearse(Route route) {
        desk.edit(route.rehearse() ? "No rehearsal" : "Rehearse", s -> s.with(route.rehearsing(!route.rehearse())));
    }
}
