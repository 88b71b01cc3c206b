package agogic.desk.shell;

import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.session.Session;
import agogic.core.surface.Surface;
import agogic.desk.acts.Here;
import agogic.desk.acts.Subject;
import agogic.desk.live.HandPlayer;
import agogic.desk.live.PortState;
import agogic.desk.model.Desk;
import agogic.desk.parts.Tip;
import agogic.desk.surfaces.DrawnSurface;
import agogic.standins.comet.RecordedHand;
import java.util.Arrays;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The surfaces, drawn, so that a person without hardware can move their controls. They send real MIDI. */
public final class SurfaceDrawer extends VBox {
    private final Desk desk;
    private final HBox tabs = new HBox(8);
    private final DrawnSurface drawing;
    private final Label port = new Label();
    private final MenuButton hands = new MenuButton();
    private Session looked;
    private List<Surface> tabbed;
    private String shown;

    SurfaceDrawer(Desk desk) {
        super(4);
        this.desk = desk;
        drawing = new DrawnSurface(desk, "control-", hand -> {});
        getStyleClass().add("drawer");
        HBox head = new HBox(8);
        head.setAlignment(Pos.CENTER_LEFT);
        port.getStyleClass().addAll("quiet", "small");
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        hands.setText("Let a recorded hand play");
        hands.getStyleClass().add("pill");
        hands.setId("recorded-hands");
        for (RecordedHand one : RecordedHand.values()) {
            MenuItem item = new MenuItem(one.title() + " · bars " + one.fromBar() + "–" + one.toBar());
            item.setOnAction(e -> play(one));
            hands.getItems().add(item);
        }
        Button close = new Button("Close");
        close.getStyleClass().add("pill");
        Tip.on(close, "Show or hide the drawer (D)");
        close.setOnAction(e -> desk.selection().drawerProperty().set(false));
        head.getChildren().addAll(tabs, port, gap, hands, close);
        getChildren().addAll(head, drawing);
        visibleProperty().bind(desk.selection().drawerProperty());
        managedProperty().bind(desk.selection().drawerProperty());
        tabs();
        desk.frames().onFrame(this::frame);
        Here.on(port, Subject.PORT);
        Here.on(this, Subject.WINDOW);
    }

    private void tabs() {
        List<Surface> now = desk.editing().session().surfaces();
        if (now.equals(tabbed)) {
            return;
        }
        tabbed = now;
        tabs.getChildren().clear();
        shown = now.isEmpty()
                ? null
                : now.stream().anyMatch(s -> s.id().equals(shown))
                        ? shown
                        : now.get(0).id();
        for (Surface surface : now) {
            ToggleButton tab = new ToggleButton(surface.name());
            tab.getStyleClass().add("pill");
            tab.setSelected(surface.id().equals(shown));
            tab.setId("surface-" + surface.id());
            tab.setOnAction(e -> {
                shown = surface.id();
                tabbed = null;
                tabs();
            });
            tabs.getChildren().add(tab);
        }
        drawing.show(shown);
        frame();
    }

    /** Lets a recorded hand ride its control over the bars it was made for. */
    void play(RecordedHand recorded) {
        if (desk.riding().playing()) {
            desk.live().engine().stop();
        }
        Session session = desk.editing().session();
        for (Route route : session.routes()) {
            boolean moves = route.hand()
                    .filter(h -> h.surface().equals(recorded.surface().id())
                            && h.control().equals(recorded.control()))
                    .isPresent();
            if (moves) {
                Hand hand = route.hand().orElseThrow();
                int page = hand.page();
                if (page > 0) {
                    desk.live().engine().turn(session.surfaces().indexOf(session.surface(hand.surface())), page);
                }
                desk.selection().selectedProperty().set(route.id());
                desk.riding().mode(route, agogic.core.route.WriteMode.TOUCH);
            }
        }
        double beat = session.timeline().metre().beatOfBar(recorded.fromBar());
        desk.riding().locate(beat);
        desk.riding().rideFrom(beat);
        HandPlayer.start(recorded, desk.live().engine(), session.timeline().secondsAt(beat));
    }

    private static final long READ_NANOS = 60_000_000L;
    private long drawnAt;

    /** Recorded hands are offered where a route begins at what they moved. */
    private void handsFor(Session session) {
        if (session == looked) {
            return;
        }
        looked = session;
        boolean some = session.routes().stream()
                .anyMatch(route -> route.hand().isPresent()
                        && Arrays.stream(RecordedHand.values())
                                .anyMatch(one -> route.hand()
                                                .get()
                                                .surface()
                                                .equals(one.surface().id())
                                        && route.hand().get().control().equals(one.control())));
        hands.setVisible(some);
        hands.setManaged(some);
    }

    private void frame() {
        if (!isVisible()) {
            return;
        }
        // While it plays values run by; the drawing follows them as fast as they can be read.
        long now = System.nanoTime();
        if (desk.riding().playing() && now - drawnAt < READ_NANOS) {
            return;
        }
        drawnAt = now;
        handsFor(desk.editing().session());
        tabs();
        drawing.frame();
        if (shown != null) {
            PortState state = desk.live().ports().of(desk.editing().session().surface(shown));
            String text = "port " + state.name() + " · " + state.state() + " · "
                    + desk.live().soundsThrough();
            if (!text.equals(port.getText())) {
                port.setText(text);
            }
        }
    }
}
