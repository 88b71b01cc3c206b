package agogic.desk.window;

import agogic.core.parameter.Parameter;
import agogic.core.play.LiveState;
import agogic.core.route.Route;
import agogic.core.session.Session;
import agogic.core.surface.Control;
import agogic.core.surface.ControlSender;
import agogic.core.surface.Surface;
import agogic.core.trace.Trace;
import agogic.core.trace.Verdict;
import agogic.desk.live.HandPlayer;
import agogic.desk.live.MidiPorts;
import agogic.standins.comet.RecordedHand;
import agogic.standins.surfaces.SimulatedDevice;
import agogic.standins.surfaces.SimulatedDevices;
import java.util.ArrayList;
import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The surfaces, drawn, so that a person without hardware can move their controls. They send real MIDI. */
final class SurfaceDrawer extends VBox {
    private final Desk desk;
    private final HBox strips = new HBox(2);
    private final Label port = new Label();
    private final List<DrawnControl> controls = new ArrayList<>();
    private int shown;

    SurfaceDrawer(Desk desk) {
        super(4);
        this.desk = desk;
        getStyleClass().add("drawer");
        HBox head = new HBox(8);
        head.setAlignment(Pos.CENTER_LEFT);
        ToggleGroup group = new ToggleGroup();
        List<Surface> surfaces = desk.session().surfaces();
        for (int s = 0; s < surfaces.size(); s++) {
            ToggleButton tab = new ToggleButton(surfaces.get(s).name());
            tab.getStyleClass().add("pill");
            tab.setToggleGroup(group);
            tab.setSelected(s == 0);
            tab.setId("surface-" + surfaces.get(s).id());
            int number = s;
            tab.setOnAction(e -> {
                tab.setSelected(true);
                build(number);
            });
            head.getChildren().add(tab);
        }
        port.getStyleClass().addAll("quiet", "small");
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        MenuButton hands = new MenuButton("Let a recorded hand play");
        hands.getStyleClass().add("pill");
        hands.setId("recorded-hands");
        for (RecordedHand one : RecordedHand.values()) {
            MenuItem item = new MenuItem(one.title() + " · bars " + one.fromBar() + "–" + one.toBar());
            item.setOnAction(e -> play(one));
            hands.getItems().add(item);
        }
        Button close = new Button("Close");
        close.getStyleClass().add("pill");
        close.setTooltip(new Tooltip("Show or hide the surface (D)"));
        close.setOnAction(e -> desk.drawerProperty().set(false));
        head.getChildren().addAll(port, gap, hands, close);
        strips.setAlignment(Pos.BOTTOM_LEFT);
        getChildren().addAll(head, strips);
        visibleProperty().bind(desk.drawerProperty());
        managedProperty().bind(desk.drawerProperty());
        build(0);
        desk.onFrame(this::frame);
    }

    private void build(int surface) {
        shown = surface;
        controls.clear();
        strips.getChildren().clear();
        Surface one = desk.session().surfaces().get(surface);
        MidiPorts.Port state = desk.live().ports().ports().get(surface);
        port.setText("port " + state.name() + " · " + state.state() + " · "
                + desk.live().soundsThrough());
        boolean eight = one.controls().stream()
                        .filter(c -> c.kind() == Control.Kind.BUTTON)
                        .count()
                >= 4;
        List<VBox> columns = new ArrayList<>();
        for (Control control : one.controls()) {
            DrawnControl drawn = new DrawnControl(control, desk, sender(one));
            Tooltip.install(drawn, new Tooltip(DrawnControl.tip(control)));
            controls.add(drawn);
            drawn.setPrefSize(104, height(control, eight));
            drawn.setMinWidth(88);
        }
        if (eight) {
            for (int i = 0; i < 8; i++) {
                VBox column = new VBox(0, controls.get(i), controls.get(8 + i), controls.get(16 + i));
                columns.add(column);
            }
        } else {
            controls.forEach(c -> columns.add(new VBox(c)));
        }
        for (VBox column : columns) {
            column.setAlignment(Pos.BOTTOM_CENTER);
            column.setFillWidth(true);
            HBox.setHgrow(column, Priority.ALWAYS);
            strips.getChildren().add(column);
        }
        frame();
    }

    private static double height(Control control, boolean eight) {
        return switch (control.kind()) {
            case BUTTON -> 24;
            case KNOB -> 84;
            case FADER -> 128;
            case ENCODER -> 96;
            default -> eight ? 140 : 190;
        };
    }

    private DrawnControl.Moves sender(Surface surface) {
        return new DrawnControl.Moves() {
            @Override
            public void touched(Control control, boolean down) {
                send(surface, ControlSender.touch(control, down));
            }

            @Override
            public void moved(Control control, double before, double value) {
                send(surface, ControlSender.move(control, before, value));
            }
        };
    }

    private void send(Surface surface, byte[] bytes) {
        SimulatedDevice device = SimulatedDevices.at(surface.port());
        if (device == null) {
            desk.refuse(surface.name() + " is a real surface: move it by hand.");
        } else if (bytes.length > 0) {
            device.send(bytes);
        }
    }

    /** Lets a recorded hand ride its control over the bars it was made for. */
    void play(RecordedHand recorded) {
        if (desk.playing()) {
            desk.engine().stop();
        }
        Session session = desk.session();
        for (Route route : session.routes()) {
            boolean moves = route.hand()
                    .filter(h -> h.surface().equals(recorded.surface().id())
                            && h.control().equals(recorded.control()))
                    .isPresent();
            if (moves) {
                desk.selectedProperty().set(route.id());
                desk.mode(route, agogic.core.route.WriteMode.TOUCH);
            }
        }
        double beat = session.timeline().metre().beatOfBar(recorded.fromBar());
        desk.locate(beat);
        desk.rideFrom(beat);
        HandPlayer.start(recorded, desk.engine(), session.timeline().secondsAt(beat));
    }

    private void frame() {
        LiveState state = desk.state();
        if (!isVisible()) {
            return;
        }
        Session session = desk.session();
        Surface surface = session.surfaces().get(shown);
        for (int c = 0; c < controls.size(); c++) {
            DrawnControl drawn = controls.get(c);
            List<Integer> routes = Trace.routesOf(session, surface, drawn.control());
            if (routes.isEmpty()) {
                drawn.show(state.control(shown, c), "", "", Double.NaN);
                continue;
            }
            Route route = session.routes().get(routes.get(0));
            Parameter parameter = session.parameter(route.target());
            double value = state.value(desk.engine().index().of(route.target()));
            boolean waits = state.verdict(routes.get(0)) == Verdict.WAITING;
            String does = routes.size() > 1 ? routes.size() + " sounds" : parameter.label();
            drawn.show(
                    state.control(shown, c),
                    does,
                    parameter.print(value),
                    waits ? route.span().positionOf(value) : Double.NaN);
        }
    }
}
