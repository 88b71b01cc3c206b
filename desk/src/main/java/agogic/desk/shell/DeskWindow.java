package agogic.desk.shell;

import agogic.core.route.Route;
import agogic.core.session.Session;
import agogic.desk.acts.Act;
import agogic.desk.acts.ActParts;
import agogic.desk.acts.Acts;
import agogic.desk.acts.FindAct;
import agogic.desk.acts.Here;
import agogic.desk.acts.KeyList;
import agogic.desk.acts.OwnKeys;
import agogic.desk.acts.Subject;
import agogic.desk.aloud.Aloud;
import agogic.desk.aloud.Speaker;
import agogic.desk.aloud.SystemSpeaker;
import agogic.desk.catalog.CatalogView;
import agogic.desk.files.Files;
import agogic.desk.live.LiveDesk;
import agogic.desk.live.Troubles;
import agogic.desk.model.Desk;
import agogic.desk.model.Notice;
import agogic.desk.model.View;
import agogic.desk.parts.Guided;
import agogic.desk.parts.Theme;
import agogic.desk.sets.SetActs;
import agogic.desk.sets.SetsDrawer;
import agogic.desk.settings.Settings;
import agogic.desk.start.Demo;
import agogic.desk.start.Entrance;
import agogic.desk.start.Opened;
import agogic.desk.start.Stamp;
import agogic.desk.start.StartPage;
import agogic.desk.surfaces.SurfacesView;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.LongSupplier;
import javafx.application.Platform;
import javafx.geometry.Bounds;
import javafx.geometry.Point2D;
import javafx.geometry.Rectangle2D;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.ComboBoxBase;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.stage.Screen;
import javafx.stage.Stage;
import javafx.stage.WindowEvent;

/** The one window: transport above, view in the middle, surface and trace below. */
public final class DeskWindow {
    private static final double QUARTER = 0.25;
    private static final double LEAST_WIDTH = 1024;
    private static final double LEAST_HEIGHT = 640;
    /** What the frame of a window may take of the screen. */
    private static final double FRAME = 40;

    private final Stage stage;
    private final LongSupplier clock;
    private final boolean audible;
    private Aloud aloud;
    private boolean light;
    private boolean sized;
    private Entrance begin;
    private Desk desk;
    private Files files;
    private TransportBar transport;
    private TraceBar trace;
    private Acts acts;
    private Views views;
    private RidingLayer riding;
    private final GuideLinks guide = new GuideLinks(() -> acts);
    private boolean acted;
    private boolean teaches;
    /** The menu of a thing that is open; null for none. */
    private ContextMenu here;

    /** Keys that are down. A key that is held down comes again and again. */
    private SetsDrawer sets;

    private final Set<KeyCode> held = EnumSet.noneOf(KeyCode.class);

    public DeskWindow(Stage stage, LongSupplier clock, boolean audible) {
        this.stage = stage;
        this.clock = clock;
        this.audible = audible;
        aloud = new Aloud(new SystemSpeaker());
        if (audible) {
            aloud.asKept();
        }
        guide.over(stage);
        Theme.load();
    }

    public Desk desk() {
        return desk;
    }

    /** The Catalog, built if it was not yet. */
    public CatalogView catalog() {
        return views.catalog();
    }

    public SurfacesView surfaces() {
        return views.surfaces();
    }

    /** The rows of Routes, null while another view is shown. */
    public Node routesList() {
        return stage.getScene().getRoot().lookup(".routes-list");
    }

    /** Shows the riding view, or leaves it. */
    public void turnRidingView() {
        riding.turn();
    }

    /** True while the riding view is over the others. */
    boolean ridingShown() {
        return riding.shown();
    }

    /** Does the act of this id. */
    public void act(String id) {
        acts.perform(acts.act(id));
    }

    /** From now on the demo begins with three steps, until somebody did them or left them. */
    public void teach() {
        teaches = true;
    }

    /** What the window shows. */
    public Parent root() {
        return stage.getScene().getRoot();
    }

    Files files() {
        return files;
    }

    /** Shows the start page, where a piece is begun or opened. */
    public void start(boolean inLight) {
        close();
        desk = null;
        light = inLight;
        StartPage[] page = new StartPage[1];
        Entrance entrance = new Entrance(stage, () -> true, this::show, (head, why) -> page[0].say(head, why));
        page[0] = new StartPage(entrance, () -> page[0].say("Aloud", aloud.turn()));
        begin = entrance;
        Theme.dress(page[0], inLight);
        root(page[0], inLight);
        stage.setTitle("Agogic");
        size();
        stage.setOnCloseRequest(e -> {});
        page[0].begin();
    }

    /** Somebody else speaks. */
    void speakBy(Speaker speaker) {
        aloud = new Aloud(speaker);
    }

    private void leave() {
        if (files.mayLeave()) {
            start(desk.selection().lightProperty().get());
        }
    }

    private void root(Region root, boolean inLight) {
        Parent shown = fits() ? root : scrolled(root, inLight);
        if (stage.getScene() == null) {
            stage.setScene(Theme.scene(1280, 800));
        }
        stage.getScene().setRoot(shown);
    }

    /** True if the screen has room for the least size; large text leaves less. */
    private static boolean fits() {
        Rectangle2D screen = Screen.getPrimary().getVisualBounds();
        return screen.getWidth() >= LEAST_WIDTH && screen.getHeight() >= LEAST_HEIGHT - FRAME;
    }

    /** What has no room scrolls: everything can be reached. */
    private static Parent scrolled(Region root, boolean inLight) {
        root.setMinSize(LEAST_WIDTH, LEAST_HEIGHT - FRAME);
        ScrollPane pane = new ScrollPane(root);
        pane.setId("window-scroll");
        pane.setFitToWidth(true);
        pane.setFitToHeight(true);
        pane.setFocusTraversable(false);
        pane.getStyleClass().add("face");
        Theme.dress(pane, inLight);
        // The keys are those of what is in it.
        pane.focusedProperty().addListener((o, was, is) -> {
            if (is) {
                root.requestFocus();
            }
        });
        pane.skinProperty().addListener(o -> Platform.runLater(root::requestFocus));
        return pane;
    }

    /** Some window managers open a window as small as it may be: the size that is wanted is asked for. */
    private void size() {
        if (stage.isShowing() || sized) {
            return;
        }
        sized = true;
        Rectangle2D screen = Screen.getPrimary().getVisualBounds();
        double width = Math.min(1280, screen.getWidth());
        double height = Math.min(800, screen.getHeight());
        stage.setWidth(width);
        stage.setHeight(height);
        stage.setMinWidth(Math.min(LEAST_WIDTH, screen.getWidth()));
        stage.setMinHeight(Math.min(LEAST_HEIGHT, screen.getHeight()));
        Theme.asked(stage);
    }

    private void show(Opened opened) {
        boolean inLight =
                desk == null ? light : desk.selection().lightProperty().get();
        show(opened.session(), opened.path(), inLight, opened.stamp());
        if (opened.unsaved()) {
            desk.editing().neverSaved();
            desk.say(new Notice(
                    Notice.Kind.GOOD,
                    "Opened",
                    opened.said(),
                    ridden().isEmpty() ? List.of() : List.of(new Notice.Act("Clean all", this::cleanAll))));
            opened.left().ifPresent(files::replaces);
            if (desk.live().audible()
                    && desk.session().rides().isEmpty()
                    && desk.session().tracks().stream().allMatch(t -> t.played().isEmpty())) {
                // Nothing in it sounds by itself: there is something to hear all the same.
                desk.listening().begin();
            }
        } else if (!opened.said().isEmpty()) {
            desk.say(Notice.good("Opened", opened.said()));
        }
    }

    /** The lane of the first route that has a ride. */
    private Optional<Route> ridden() {
        return desk.session().routes().stream()
                .filter(r -> !desk.session().lane(r.target()).stretches().isEmpty())
                .findFirst();
    }

    /** Shows what one recipe would make of all rides of the piece, to be done to all or to those chosen. */
    private void cleanAll() {
        ridden().ifPresent(route -> {
            desk.selection().openLane(route.target());
            desk.selection().selectedProperty().set(route.id());
            act("recipe-all");
        });
    }

    /** The ways into the window while the start page is shown. */
    public Entrance begin() {
        return begin;
    }

    /** Shows a session, in the place of the one shown before. */
    public void show(Session session, Path file, boolean inLight) {
        show(session, file, inLight, Optional.empty());
    }

    private void show(Session session, Path file, boolean inLight, Optional<Stamp> stamp) {
        close();
        desk = new Desk(session, new LiveDesk(session, clock, audible));
        desk.selection().lightProperty().set(inLight);
        files = new Files(desk, stage, this::show);
        if (file != null) {
            desk.editing().savedTo(file);
            stamp.ifPresent(files::read);
        }
        transport = new TransportBar(desk, new MainMenu(() -> acts, () -> files.entrance(), () -> desk.selection()
                .viewProperty()
                .get()));
        trace = new TraceBar(desk);
        desk.notices().lastProperty().addListener((o, a, said) -> aloud.answer(TraceBar.spoken(said)));
        views = new Views(desk, files, () -> stage);
        sets = new SetsDrawer(desk, part -> ActParts.dress(part, acts));
        acts = new DeskActs(desk, files, () -> stage).with(own(), views.acts());
        List<String> refused = new OwnKeys(acts).asKept();
        views.show(acts);
        acts.doneIn(() -> desk.selection().viewProperty().get(), desk::refuse);
        acts.hint(act -> desk.say(Notice.plain("Key", act.firstKey() + " does the same: " + act.words() + ".")));
        BorderPane root = new BorderPane(views);
        HBox steps = teaches && file == null && Demo.is(session) ? FirstSteps.of(desk) : null;
        root.setTop(steps == null ? transport : new VBox(transport, steps));
        root.setBottom(new VBox(sets, new SurfaceDrawer(desk), trace));
        riding = new RidingLayer(desk, root);
        Theme.dress(root, inLight);
        desk.selection().lightProperty().addListener((o, a, is) -> {
            Theme.dress(root, is);
            Theme.dress(stage.getScene().getRoot(), is);
        });
        root(root, inLight);
        StartPage.acceptFiles(root, files.entrance());
        root.addEventHandler(KeyEvent.KEY_PRESSED, this::key);
        root.setOnContextMenuRequested(e -> {
            if (e.isKeyboardTrigger()) {
                menuHere();
            } else {
                Node at = e.getPickResult().getIntersectedNode();
                Point2D place = new Point2D(e.getSceneX(), e.getSceneY());
                contextMenu(at == null ? root : at, place, e.getScreenX(), e.getScreenY());
            }
            e.consume();
        });
        nameRoot(root);
        desk.selection().viewProperty().addListener((o, was, is) -> {
            nameRoot(root);
            closeMenu();
        });
        Here.on(root, place -> place == null ? selected() : null);
        Here.on(transport, Subject.PLAYING);
        Here.on(trace, Subject.ANSWER);
        ActParts.dress(root, acts);
        root.addEventFilter(KeyEvent.KEY_PRESSED, this::undoing);
        // A key that was an act is no letter: what it moved the focus to must not get it.
        root.addEventFilter(KeyEvent.KEY_PRESSED, e -> {
            boolean again = !held.add(e.getCode());
            if (again && !typing() && !repeats(e)) {
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
                keys();
            }
        });
        String settings = Settings.here().trouble();
        if (!settings.isEmpty()) {
            desk.say(Notice.stop("Settings", settings));
        } else if (!refused.isEmpty()) {
            desk.say(Notice.stop("Keys", String.join(" ", refused) + " The settings (Ctrl+,) change it."));
        }
        Troubles troubles = desk.live().troubles();
        Thread.currentThread().setUncaughtExceptionHandler((thread, e) -> troubles.tell("The window", e));
        stage.focusedProperty().addListener((o, was, is) -> held.clear());
        stage.setTitle("Agogic — " + session.name());
        size();
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
        if (file != null) {
            files.begin(file);
        }
    }

    /** What a key acts on while nothing in the view has the focus; null for nothing. */
    private Subject selected() {
        return switch (desk.selection().viewProperty().get()) {
            case ROUTES -> desk.selection().selectedRoute().isPresent() ? Subject.ROUTE : null;
            case REFINE -> desk.selection().selectedRoute().isPresent() ? Subject.LANE : null;
            case CATALOG -> catalog().model().chosenProperty().get().isEmpty() ? null : Subject.PARAMETER;
            case SURFACES -> desk.selection().handProperty().get() == null ? null : Subject.CONTROL;
            case EXPORT -> Subject.EXPORT;
        };
    }

    /** What has the focus when nothing in it has: the view, by name. */
    private void nameRoot(Parent root) {
        root.setAccessibleText(desk.selection().viewProperty().get().title() + ", "
                + desk.session().name() + ". Tab goes on, F1 opens the guide, ? lists the keys.");
    }

    private void frame() {
        try {
            desk.frame();
        } catch (RuntimeException e) {
            desk.live().troubles().tell("The window", e);
        }
    }

    /** Stops playing and lets go of the ports. */
    public void close() {
        if (desk != null) {
            desk.live().onFrame(() -> {});
            files.close();
            desk.live().close();
        }
    }

    /** What can be done to the thing that is at a place of the scene, null for what has the focus; at a place of the screen. */
    private void contextMenu(Node from, Point2D place, double x, double y) {
        closeMenu();
        desk.selection().menu(false);
        Subject subject = Here.of(from, place).orElse(Subject.PIECE);
        desk.selection().menu(true);
        ContextMenu menu = new ContextMenu();
        here = menu;
        menu.setId("here-menu");
        menu.getItems()
                .setAll(ActParts.menu(acts, desk.selection().viewProperty().get(), subject));
        menu.getProperties().put("subject", subject);
        // Whatever is chosen from it is done first; another may be open by then.
        menu.setOnHidden(e -> Platform.runLater(() -> {
            if (here == menu) {
                here = null;
                desk.selection().menu(false);
            }
        }));
        menu.show(stage.getScene().getRoot(), x, y);
    }

    /** One menu at a time, and none of what is not shown any more. */
    private void closeMenu() {
        if (here != null) {
            here.hide();
            here = null;
            desk.selection().menu(false);
        }
    }

    private void menuHere() {
        Node focus = stage.getScene().getFocusOwner();
        Node at = focus == null ? stage.getScene().getRoot() : focus;
        Bounds bounds = at.localToScreen(at.getBoundsInLocal());
        contextMenu(at, null, bounds.getMinX() + 24, Math.max(stage.getY(), bounds.getMinY()) + 24);
    }

    private void quit() {
        stage.fireEvent(new WindowEvent(stage, WindowEvent.WINDOW_CLOSE_REQUEST));
    }

    /** The table of what can be done. */
    Acts acts() {
        return acts;
    }

    /** True for keys that are meant to repeat while they are held: moving, scrolling, nudging, zooming. */
    private boolean repeats(KeyEvent e) {
        Optional<Act> act = of(e);
        if (act.isPresent()) {
            return act.get().repeats();
        }
        return switch (e.getCode()) {
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
                    SHIFT,
                    CONTROL,
                    ALT,
                    META -> true;
            default -> false;
        };
    }

    /** What a key does: under the riding view nothing of a view that is not seen. */
    private Optional<Act> of(KeyEvent e) {
        return riding.shown()
                ? acts.everywhere(e)
                : acts.of(desk.selection().viewProperty().get(), e);
    }

    private List<Act> own() {
        List<Act> own = new ArrayList<>();
        own.add(Act.of("go", "Go to…", "Type a position to go to", "G", transport::typePosition));
        own.add(Act.of(
                "answer-1",
                "Do the first suggestion",
                "What the bar at the foot offers first",
                "A",
                () -> trace.act(0)));
        own.add(Act.of(
                "answer-2",
                "Do the second suggestion",
                "What the bar at the foot offers second",
                "Shift+A",
                () -> trace.act(1)));
        own.add(Act.of(
                "answer-3",
                "Do the third suggestion",
                "What the bar at the foot offers third",
                "Alt+A",
                () -> trace.act(2)));
        own.add(Act.of(
                "write-rehearsal",
                "Write the rehearsal",
                "Writes what was only rehearsed, as one step",
                "Alt+R",
                () -> desk.passes().writeRehearsal()));
        own.add(Act.of("asked", "What was asked", "Says again what waits for an answer", "Alt+K", () -> desk.offers()
                .tell()));
        own.add(Act.of(
                "drop-rehearsal", "Drop the rehearsal", "Discards what was only rehearsed", "", () -> desk.passes()
                        .dropRehearsal()));
        own.add(Act.of(
                "find-act", "Find an act…", "Find an act by its words, and do it", ".|Ctrl+Space", this::findAct));
        own.add(Act.of(
                "here", "Menu of what is here", "As the right button of the mouse", "Shift+F10|Menu", this::menuHere));
        own.add(Act.of(
                "settings",
                "Settings…",
                "Look, sound, first rides, files, keys and what is read aloud: for all pieces",
                "Ctrl+,",
                () -> SettingsDialog.of(desk, acts, aloud, stage).show()));
        own.add(Act.of("guide", "Guide", "What people want to do, step by step", "F1", this::guide));
        own.add(Act.of("keys", "Keys", "The list of keys", "Shift+F1", this::keys));
        own.add(Act.of("start-page", "Start page", "Close this piece and go to the start page", "Ctrl+W", this::leave));
        own.add(Act.of(
                "quit", "Quit", "Close the window; asks about changes that are not saved", "Ctrl+Q", this::quit));
        own.add(Act.of(
                        "aloud",
                        "Speak aloud",
                        "Reads out the focus, answers and values",
                        "Ctrl+Shift+A",
                        () -> desk.say(Notice.plain("Aloud", aloud.turn())))
                .reading(() -> (aloud.onProperty().get() ? "✓ " : "") + "Speak aloud"));
        own.add(Act.of(
                "full-screen",
                "Full screen",
                "The window fills the screen, or no longer",
                "F11",
                () -> stage.setFullScreen(!stage.isFullScreen())));
        own.add(Act.of(
                "riding-view",
                "Riding view",
                "What is ridden, large, with its score and nothing else; again, or Esc: back",
                "Z",
                this::turnRidingView));
        own.addAll(SetActs.of(desk, () -> sets, () -> stage));
        own.add(Act.told("keys-key", "This list", "The list of keys", "?"));
        own.add(over("zoom-in", "Zoom in", "+", () -> views.refine().zoom(0.7), () -> zoom(0.7))
                .repeating());
        own.add(over("zoom-out", "Zoom out", "−", () -> views.refine().zoom(1.4), () -> zoom(1.4))
                .repeating());
        own.add(over("whole", "Show everything", "0", () -> views.refine().showAll(), () -> desk.time()
                .show(0, desk.session().length())));
        own.add(over(
                        "scroll-back",
                        "Scroll back",
                        "Ctrl+←",
                        () -> views.refine().scroll(-QUARTER),
                        () -> scroll(-QUARTER))
                .repeating());
        own.add(over("scroll-on", "Scroll on", "Ctrl+→", () -> views.refine().scroll(QUARTER), () -> scroll(QUARTER))
                .repeating());
        return own;
    }

    /** An act on the time that is seen: in Refine its own, else that of the rows. */
    private Act over(String id, String words, String key, Runnable inRefine, Runnable inRoutes) {
        return Act.of(id, words, words + ": the bars that are seen", key, () -> {
                    if (desk.selection().viewProperty().get() == View.REFINE) {
                        inRefine.run();
                    } else {
                        inRoutes.run();
                    }
                    desk.say(Notice.plain("Shown", views.shownBars() + "."));
                })
                .in(View.ROUTES, View.REFINE);
    }

    private void zoom(double factor) {
        desk.time().zoom(factor, desk.riding().positionBeat());
    }

    private void scroll(double part) {
        desk.time().scroll(part * (desk.time().to() - desk.time().from()));
    }

    private void findAct() {
        FindAct.ask(acts, desk.selection().viewProperty().get(), stage).ifPresent(acts::perform);
    }

    private void keys() {
        Node focus = stage.getScene().getFocusOwner();
        Subject first = Here.of(focus, null).orElse(Subject.PLAYING);
        desk.selection().menu(false);
        KeyList.dialog(acts, desk.selection().viewProperty().get(), first, stage)
                .show();
    }

    /** The guide opens at the page about what has the focus, or about the view. */
    private void guide() {
        desk.selection().menu(false);
        Node focus = stage.getScene().getFocusOwner();
        List<String> things = new ArrayList<>(Guided.about(focus).orElse(List.of()));
        Here.of(focus, null).ifPresent(subject -> things.add(subject.words()));
        things.add(desk.selection().viewProperty().get().title());
        guide.open(things, stage);
    }

    private boolean typing() {
        Node focus = stage.getScene().getFocusOwner();
        return focus instanceof TextInputControl;
    }

    private void key(KeyEvent e) {
        if (typing()) {
            if (e.getCode() == KeyCode.ESCAPE && !desk.learner().on() && !views.showAll()) {
                stage.getScene().getRoot().requestFocus();
                e.consume();
            }
            // A field has the letters; what belongs to a view is not meant by somebody who types.
            boolean view =
                    of(e).filter(Act::special).isPresent() && e.getCode().isLetterKey() && e.getCode() != KeyCode.F;
            if (view || !e.isShortcutDown() && !e.getCode().isFunctionKey()) {
                return;
            }
        }
        if (e.getCode() == KeyCode.ESCAPE) {
            aloud.hush();
        }
        if (e.getCode() == KeyCode.ESCAPE && riding.leave()) {
            e.consume();
            return;
        }
        Optional<Act> act = of(e);
        acted = act.isPresent();
        act.ifPresent(a -> {
            e.consume();
            acts.perform(a);
            if (!"here".equals(a.id())) {
                closeMenu();
            }
        });
    }

    /** A field in which nothing can be undone lets the piece be undone. */
    private void undoing(KeyEvent e) {
        if (stage.getScene().getFocusOwner() instanceof TextInputControl field && e.isShortcutDown()) {
            String id = of(e).map(Act::id).orElse("");
            if ("undo".equals(id) && !field.isUndoable() || "redo".equals(id) && !field.isRedoable()) {
                acts.act(id).run().run();
                acted = true;
                e.consume();
            }
        }
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
}
