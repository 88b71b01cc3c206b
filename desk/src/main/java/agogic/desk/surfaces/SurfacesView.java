package agogic.desk.surfaces;

import agogic.core.learn.Learning;
import agogic.core.route.Hand;
import agogic.core.surface.Surface;
import agogic.desk.acts.ActParts;
import agogic.desk.acts.Here;
import agogic.desk.acts.Subject;
import agogic.desk.live.PortState;
import agogic.desk.model.Desk;
import agogic.desk.model.Notice;
import agogic.desk.parts.Parts;
import agogic.desk.parts.Tip;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;

/** The controllers as they stand on the table, live; what each control does on every page; macros; what is tied to what. */
public final class SurfacesView extends BorderPane {
    /** What stands beside the drawing. */
    public enum Side {
        CONTROL("Control"),
        MACROS("Macros"),
        PLANE("Plane");

        private final String title;

        Side(String title) {
            this.title = title;
        }
    }

    private final Desk desk;
    private final SurfacesActs acts;
    /** Less than this is not enough for a surface beside a wide panel. */
    private static final double NARROW = 1160;

    private final HBox tabs = new HBox(6);
    private final HBox pages = new HBox(6);
    private final Label port = new Label();
    private final MenuButton more = new MenuButton("Surface");
    private final DrawnSurface drawing;
    private final Label none = new Label();
    private final HandPanel hand;
    private final LearnPanel learn;
    private final MacroPanel macros;
    private final PlanePad plane;
    private final AssignmentTable table;
    private final Map<Side, Node> sides = new EnumMap<>(Side.class);
    private final Map<Side, ToggleButton> sideTabs = new EnumMap<>(Side.class);
    private Side side = Side.CONTROL;
    private String shown;
    private int tabbed;

    /** The surfaces, and what each control moves. */
    public SurfacesView(Desk desk, SurfacesActs acts) {
        this.desk = desk;
        this.acts = acts;
        // Asked for before the view was there; afterwards the panel chooses one by itself.
        boolean asked = desk.selection().macroProperty().get() != null;
        drawing = new DrawnSurface(desk, "hand-", chosen -> {
            desk.selection().handProperty().set(chosen);
            if (side == Side.MACROS
                    && desk.editing().session().routes().stream()
                            .noneMatch(r -> r.hand().filter(chosen::sameControl).isPresent())) {
                return;
            }
            side(Side.CONTROL);
        });
        drawing.stretch(1.12);
        hand = new HandPanel(
                desk.editing(),
                desk.notices(),
                desk.selection(),
                desk.frames(),
                desk.learner(),
                acts.strands(),
                acts.control());
        learn = new LearnPanel(desk.learner());
        learn.visibleProperty().bind(desk.learner().learningProperty().isNotNull());
        hand.visibleProperty().bind(learn.visibleProperty().not());
        macros = new MacroPanel(
                desk.editing(), desk.notices(), desk.selection(), desk.frames(), desk.standing(), acts.strands());
        plane = new PlanePad(
                desk.editing(),
                desk.notices(),
                desk.selection(),
                desk.frames(),
                desk.standing(),
                desk.mending(),
                desk.live());
        table = new AssignmentTable(
                desk.editing(), desk.selection(), desk.frames(), desk.standing(), ActParts.button("sheet"));
        port.getStyleClass().addAll("quiet", "small");
        port.setId("port-state");
        more.getStyleClass().add("pill");
        more.setId("surface-menu");
        more.setOnShowing(e -> more.getItems().setAll(acts.menu().items()));
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox head = new HBox(10, tabs, port, gap, pages, more);
        // What the port is doing is cut before a button is.
        port.setMinWidth(0);
        tabs.setMinWidth(USE_PREF_SIZE);
        pages.setMinWidth(USE_PREF_SIZE);
        more.setMinWidth(USE_PREF_SIZE);
        head.setAlignment(Pos.CENTER_LEFT);
        none.getStyleClass().add("quiet");
        none.setWrapText(true);
        none.setId("no-controls");
        VBox drawn = new VBox(drawing, none);
        drawn.getStyleClass().add("panel");
        drawn.setAlignment(Pos.CENTER);
        drawn.setMinHeight(USE_PREF_SIZE);
        table.setMinHeight(120);
        VBox.setVgrow(table, Priority.ALWAYS);
        VBox left = new VBox(10, head, drawn, table);
        left.setPadding(new Insets(10, 6, 8, 14));
        left.setMinWidth(0);
        setCenter(left);
        setRight(right());
        desk.editing().sessionProperty().addListener((o, a, b) -> refresh());
        desk.selection().handProperty().addListener((o, a, b) -> chosen());
        desk.selection().macroProperty().addListener((o, a, b) -> {
            if (b != null
                    && isVisible()
                    && desk.editing().session().macros().stream().anyMatch(m -> m.id().equals(b))) {
                side(Side.MACROS);
            }
        });
        desk.learner().learningProperty().addListener((o, a, b) -> {
            if (b != null) {
                side(Side.CONTROL);
            }
            hand.show();
        });
        visibleProperty().addListener((o, a, is) -> {
            if (is) {
                refresh();
            }
        });
        desk.frames().onFrame(this::frame);
        Here.on(drawn, Subject.SURFACE);
        Here.on(head, Subject.SURFACE);
        Here.on(port, Subject.PORT);
        Here.on(more, Subject.SURFACE);
        Here.on(hand, place -> desk.selection().handProperty().get() == null ? null : Subject.CONTROL);
        Here.on(
                macros,
                place -> MacroActs.shown(desk.editing(), desk.selection()).isPresent() ? Subject.MACRO : null);
        refresh();
        side(asked ? Side.MACROS : Side.CONTROL);
    }

    private Node right() {
        HBox line = new HBox(2);
        for (Side one : Side.values()) {
            ToggleButton tab = new ToggleButton(one.title);
            tab.getStyleClass().addAll("pill", "view-tab");
            tab.setId("surfaces-" + one.name().toLowerCase(java.util.Locale.ROOT));
            tab.setOnAction(e -> side(one));
            sideTabs.put(one, tab);
            line.getChildren().add(tab);
        }
        sides.put(Side.CONTROL, new StackPane(hand, learn));
        sides.put(Side.MACROS, macros);
        sides.put(Side.PLANE, plane);
        StackPane stack = new StackPane(sides.get(Side.CONTROL), macros, plane);
        VBox.setVgrow(stack, Priority.ALWAYS);
        VBox box = new VBox(6, line, stack);
        box.setPadding(new Insets(10, 14, 8, 6));
        Parts.beside(box, this, NARROW, 462, 380);
        return box;
    }

    /** Shows one of the panels beside the drawing. */
    public void side(Side chosen) {
        side = chosen;
        sides.forEach((one, node) -> {
            node.setVisible(one == chosen);
            node.setManaged(one == chosen);
        });
        sideTabs.forEach((one, tab) -> tab.setSelected(one == chosen));
        hand.show();
        macros.show();
        plane.show();
    }

    /** Shows the surface of this id. */
    void surface(String id) {
        shown = id;
        refresh();
    }

    /** What can be done here. */
    public SurfacesActs acts() {
        return acts;
    }

    /** What stands beside the drawing. */
    Side side() {
        return side;
    }

    /** The panel of the control that is chosen. */
    public HandPanel hand() {
        return hand;
    }

    MacroPanel macros() {
        return macros;
    }

    /** The surface that is shown, or null. */
    Surface surface() {
        return desk.editing().session().surfaces().stream()
                .filter(s -> s.id().equals(shown))
                .findFirst()
                .orElse(null);
    }

    private int number() {
        Surface surface = surface();
        return surface == null ? -1 : desk.editing().session().surfaces().indexOf(surface);
    }

    private void chosen() {
        Hand now = desk.selection().handProperty().get();
        if (now != null && !now.surface().equals(shown)) {
            surface(now.surface());
        }
        hand.show();
        table.follow();
    }

    private void refresh() {
        List<Surface> all = desk.editing().session().surfaces();
        if (all.stream().noneMatch(s -> s.id().equals(shown))) {
            shown = all.isEmpty() ? null : all.get(0).id();
        }
        head();
        table.of(shown);
        if (isVisible()) {
            hand.show();
            macros.show();
            plane.show();
            table.refresh();
        }
    }

    /** Tabs of the surfaces and pills of the pages, made anew when something about them changed. */
    private void head() {
        Surface surface = surface();
        int page = surface == null ? 0 : desk.frames().playing().page(surface().id());
        int now = Objects.hash(
                shown,
                page,
                desk.editing().session().surfaces().stream().map(Surface::name).toList(),
                surface == null ? 0 : surface.pages());
        if (now == tabbed) {
            return;
        }
        tabbed = now;
        tabs.getChildren().clear();
        for (Surface one : desk.editing().session().surfaces()) {
            ToggleButton tab = new ToggleButton(one.name());
            tab.getStyleClass().add("pill");
            tab.setId("surfaces-tab-" + one.id());
            Here.on(tab, place -> {
                surface(one.id());
                return Subject.SURFACE;
            });
            tab.setSelected(one.id().equals(shown));
            tab.setOnAction(e -> {
                tabbed = 0;
                surface(one.id());
            });
            tabs.getChildren().add(tab);
        }
        pages.getChildren().clear();
        for (int p = 1;
                surface != null
                        && surface.pages().size() > 1
                        && p <= surface.pages().size();
                p++) {
            ToggleButton pill = new ToggleButton("Page " + surface.pageName(p));
            pill.getStyleClass().addAll("pill", "page");
            pill.setId("page-" + p);
            pill.setSelected(p == page);
            Tip.on(pill, "Turn to this page (Ctrl+Page Up, Ctrl+Page Down)");
            int to = p;
            pill.setOnAction(e -> turn(to));
            Here.on(pill, place -> {
                if (desk.frames().playing().page(surface.id()) != to) {
                    turn(to);
                }
                return Subject.PAGE;
            });
            pages.getChildren().add(pill);
        }
    }

    private void turn(int page) {
        desk.live().engine().turn(number(), page);
        tabbed = 0;
        desk.notices()
                .say(Notice.good(
                        "Page", surface().name() + " is on page " + surface().pageName(page) + "."));
    }

    /** The next page of the surface, or the one before. */
    public void turnBy(int by) {
        Surface surface = surface();
        if (surface == null || surface.pages().size() < 2) {
            desk.notices().refuse("This surface has one page. “Surface” adds another.");
            return;
        }
        int size = surface.pages().size();
        turn(Math.floorMod(desk.frames().playing().page(surface().id()) - 1 + by, size) + 1);
    }

    private void frame() {
        if (!isVisible() || getScene() == null) {
            return;
        }
        Learning now = desk.learner().learningProperty().get();
        if (now != null) {
            learn.frame(now);
            now.heard().ifPresent(h -> {
                if (!h.surface().id().equals(shown)) {
                    shown = h.surface().id();
                    tabbed = 0;
                    table.of(shown);
                }
            });
        }
        head();
        drawing.show(shown);
        hand.frame();
        if (side == Side.MACROS) {
            macros.frame();
        } else if (side == Side.PLANE) {
            plane.frame();
        }
        table.frame();
        Surface surface = surface();
        boolean bare = surface == null || surface.controls().isEmpty() && now == null;
        none.setVisible(bare);
        none.setManaged(bare);
        if (surface == null) {
            port.setText("");
            none.setText(
                    "No surface yet. Plug a controller in and choose “New surface…” in the menu “Surface”: it is described "
                            + "by moving each of its controls once.");
        } else {
            none.setText(surface.name() + " has no controls yet. “Detect controls” in the menu “Surface” finds them.");
            PortState state = desk.live().ports().of(surface);
            String text = "port " + state.name() + " · " + state.state();
            if (!text.equals(port.getText())) {
                port.setText(text);
                port.getStyleClass().removeAll("quiet", "ride-text");
                port.getStyleClass().add(state.open() ? "quiet" : "ride-text");
            }
        }
    }

    // Keys

    /** The keys go into the filter. */
    public void typeFilter() {
        table.typeFilter();
    }

    /** Empties the filter if it has the keys and a text; true if it did. */
    public boolean showAll() {
        return table.showAll();
    }

    /** The next of the panels beside the drawing. */
    void nextSide() {
        Side next = Side.values()[(side.ordinal() + 1) % Side.values().length];
        side(next);
        desk.notices().say(Notice.plain("Beside", next.title + " is shown beside the drawing."));
    }
}
