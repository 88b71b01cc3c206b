package agogic.desk.shell;

import agogic.core.route.Route;
import agogic.core.session.Session;
import agogic.desk.acts.ActParts;
import agogic.desk.acts.Acts;
import agogic.desk.acts.Here;
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
import agogic.desk.parts.Theme;
import agogic.desk.riding.RidingView;
import agogic.desk.sets.SetsDrawer;
import agogic.desk.settings.Settings;
import agogic.desk.start.Demo;
import agogic.desk.start.Entrance;
import agogic.desk.start.Opened;
import agogic.desk.start.Stamp;
import agogic.desk.start.StartPage;
import agogic.desk.surfaces.SurfacesView;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.LongSupplier;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import javafx.stage.Stage;

/** The one window: transport above, view in the middle, surface and trace below. */
public final class DeskWindow {
    private final Stage stage;
    private final LongSupplier clock;
    private final boolean audible;
    private Aloud aloud;
    private boolean light;
    private Entrance begin;
    private Desk desk;
    private Files files;
    private TransportBar transport;
    private TraceBar trace;
    private Acts acts;
    private Views views;
    private RidingLayer riding;
    private HereMenu menus;
    private WindowKeys keys;
    private final WindowSize size = new WindowSize();
    private final GuideLinks guide = new GuideLinks(() -> acts);
    private boolean teaches;
    private SetsDrawer sets;

    /**
     * A window on a stage.
     *
     * @param clock the time in nanoseconds
     * @param audible false if nothing is to be heard or spoken
     */
    public DeskWindow(Stage stage, LongSupplier clock, boolean audible) {
        this.stage = stage;
        this.clock = clock;
        this.audible = audible;
        aloud = new Aloud(new SystemSpeaker());
        if (audible) {
            aloud.asKept();
        }
        guide.over(stage);
        stage.focusedProperty().addListener((o, was, is) -> {
            if (keys != null) {
                keys.letGo();
            }
        });
        Theme.load();
    }

    /** All that it works with. */
    public Desk desk() {
        return desk;
    }

    /** The Catalog, built if it was not yet. */
    public CatalogView catalog() {
        return views.catalog();
    }

    /** The view of the surfaces. */
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

    /** The transport, which the riding view covers, gets a position. */
    private void typePosition() {
        riding.leave();
        transport.typePosition();
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
        entrance.telling((head, what) -> page[0].say(head, what));
        page[0] = new StartPage(entrance, () -> page[0].say("Aloud", aloud.turn()));
        begin = entrance;
        Theme.dress(page[0], inLight);
        size.fill(stage, page[0], inLight);
        stage.setTitle("Agogic");
        size.ask(stage);
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

    private void show(Opened opened) {
        boolean inLight =
                desk == null ? light : desk.selection().lightProperty().get();
        show(opened.session(), opened.path(), inLight, opened.stamp());
        if (opened.unsaved()) {
            desk.editing().neverSaved();
            desk.notices()
                    .say(new Notice(
                            Notice.Kind.GOOD,
                            "Opened",
                            opened.said(),
                            ridden().isEmpty() ? List.of() : List.of(new Notice.Act("Clean all", this::cleanAll))));
            opened.left().ifPresent(files::replaces);
            if (desk.live().audible()
                    && desk.editing().session().rides().isEmpty()
                    && desk.editing().session().tracks().stream()
                            .allMatch(t -> t.played().isEmpty())) {
                // Nothing in it sounds by itself: there is something to hear all the same.
                desk.listening().begin();
            }
        } else if (!opened.said().isEmpty()) {
            desk.notices().say(Notice.good("Opened", opened.said()));
        }
    }

    /** The lane of the first route that has a ride. */
    private Optional<Route> ridden() {
        return desk.editing().session().routes().stream()
                .filter(r ->
                        !desk.editing().session().lane(r.target()).stretches().isEmpty())
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
        transport = new TransportBar(
                desk.editing(),
                desk.notices(),
                desk.selection(),
                desk.frames(),
                desk.riding(),
                desk.listening(),
                desk.live(),
                new MainMenu(() -> acts, () -> files.entrance(), () -> desk.selection()
                        .viewProperty()
                        .get()));
        trace = new TraceBar(desk.notices(), desk.passes(), desk.offers());
        desk.notices().lastProperty().addListener((o, a, said) -> aloud.answer(TraceBar.spoken(said)));
        views = new Views(desk, files, () -> stage);
        sets = new SetsDrawer(
                desk.editing(),
                desk.notices(),
                desk.selection(),
                desk.frames(),
                desk.riding(),
                desk.live(),
                part -> ActParts.dress(part, acts));
        WindowActs own = new WindowActs(stage, desk, views, () -> acts, guide, () -> aloud);
        acts = new DeskActs(desk, files, () -> stage)
                .with(
                        own.all(this::typePosition, trace, sets, () -> menus.open(), this::turnRidingView, this::leave),
                        views.acts());
        menus = new HereMenu(stage, desk.selection(), views, acts);
        List<String> refused = new OwnKeys(acts).asKept();
        views.show(acts);
        acts.doneIn(() -> desk.selection().viewProperty().get(), desk.notices()::refuse);
        acts.under(() -> ridingShown() ? "the riding view is over it, and Esc leaves that" : "");
        acts.hint(act ->
                desk.notices().say(Notice.plain("Key", act.firstKey() + " does the same: " + act.words() + ".")));
        BorderPane root = new BorderPane(views);
        HBox steps = teaches && file == null && Demo.is(session)
                ? FirstSteps.of(desk.editing(), desk.notices(), desk.selection(), desk.frames())
                : null;
        root.setTop(steps == null ? transport : new VBox(transport, steps));
        root.setBottom(new VBox(sets, new SurfaceDrawer(desk), trace));
        riding = new RidingLayer(
                desk.selection(),
                () -> new RidingView(
                        desk.editing(), desk.selection(), desk.frames(), desk.riding(), desk.standing(), desk.audio()),
                root);
        Theme.dress(root, inLight);
        desk.selection().lightProperty().addListener((o, a, is) -> {
            Theme.dress(root, is);
            Theme.dress(stage.getScene().getRoot(), is);
        });
        size.fill(stage, root, inLight);
        StartPage.acceptFiles(root, files.entrance());
        nameRoot(root);
        desk.selection().viewProperty().addListener((o, was, is) -> nameRoot(root));
        menus.in(root);
        Here.on(transport, Subject.PLAYING);
        Here.on(trace, Subject.ANSWER);
        ActParts.dress(root, acts);
        keys = new WindowKeys(stage, desk.selection(), desk.learner(), views, acts, riding, menus, () -> aloud);
        keys.in(root, own::keys);
        String settings = Settings.here().trouble();
        if (!settings.isEmpty()) {
            desk.notices().say(Notice.stop("Settings", settings));
        } else if (!refused.isEmpty()) {
            desk.notices().say(Notice.stop("Keys", String.join(" ", refused) + " The settings (Ctrl+,) change it."));
        }
        Troubles troubles = desk.live().troubles();
        Thread.currentThread().setUncaughtExceptionHandler((thread, e) -> troubles.tell("The window", e));
        stage.setTitle("Agogic — " + session.name());
        size.ask(stage);
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

    /** What has the focus when nothing in it has: the view, by name. */
    private void nameRoot(Parent root) {
        root.setAccessibleText(desk.selection().viewProperty().get().title() + ", "
                + desk.editing().session().name() + ". Tab goes on, F1 opens the guide, ? lists the keys.");
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

    /** The table of what can be done. */
    Acts acts() {
        return acts;
    }
}
