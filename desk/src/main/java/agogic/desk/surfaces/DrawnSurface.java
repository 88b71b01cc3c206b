package agogic.desk.surfaces;

import agogic.core.assign.ControlRows;
import agogic.core.assign.Overlap;
import agogic.core.learn.Learning;
import agogic.core.parameter.Parameter;
import agogic.core.play.LiveState;
import agogic.core.play.Verdict;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.session.Session;
import agogic.core.snapshot.PadStart;
import agogic.core.snapshot.Snapshot;
import agogic.core.snapshot.SnapshotSet;
import agogic.core.surface.Control;
import agogic.core.surface.ControlSender;
import agogic.core.surface.Surface;
import agogic.core.trace.Trace;
import agogic.desk.acts.Here;
import agogic.desk.acts.Subject;
import agogic.desk.live.LiveDesk;
import agogic.desk.live.PortState;
import agogic.desk.model.Desk;
import agogic.desk.model.Mending;
import agogic.desk.model.Notices;
import agogic.desk.parts.Tip;
import agogic.standins.surfaces.SimulatedDevice;
import agogic.standins.surfaces.SimulatedDevices;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import java.util.concurrent.atomic.AtomicIntegerArray;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/**
 * A surface as it stands on the table, live: where its controls are, what they move on the page that counts, what they
 * wait for and what is in conflict. Its controls can be moved with the mouse and the keys; they send real messages.
 */
public final class DrawnSurface extends VBox {
    private final Desk desk;
    private final String prefix;
    private final Consumer<Hand> chosen;
    private final List<DrawnControl> controls = new ArrayList<>();
    private Surface built;
    private String shown;
    private Session looked;
    private Set<Hand> troubled = Set.of();
    private double stretch = 1;
    private double[] lights = new double[0];
    private int shownCount;

    /**
     * A surface as it looks.
     *
     * @param prefix what the ids of its controls begin with
     * @param chosen is told the control that was clicked
     */
    public DrawnSurface(Desk desk, String prefix, Consumer<Hand> chosen) {
        this.desk = desk;
        this.prefix = prefix;
        this.chosen = chosen;
        setAlignment(Pos.BOTTOM_LEFT);
    }

    /** Draws the controls so much higher than in the drawer. */
    void stretch(double by) {
        stretch = by;
    }

    /** Shows the surface of this id; null for none. */
    public void show(String surface) {
        shown = surface;
        frame();
    }

    /** Puts the focus on a control. */
    void focus(String control) {
        controls.stream()
                .filter(c -> c.control().id().equals(control))
                .findFirst()
                .ifPresent(DrawnControl::requestFocus);
    }

    private void build(Surface surface) {
        String focused = controls.stream()
                .filter(DrawnControl::isFocused)
                .map(c -> c.control().id())
                .findFirst()
                .orElse(null);
        built = surface;
        shownCount = 0;
        lights = new double[surface.controls().size()];
        Arrays.fill(lights, Double.NaN);
        controls.clear();
        getChildren().clear();
        for (List<Control> row : ControlRows.of(surface)) {
            HBox line = new HBox(2);
            line.setAlignment(Pos.BOTTOM_LEFT);
            line.setFillHeight(false);
            for (Control control : row) {
                DrawnControl drawn = new DrawnControl(prefix, control, desk.selection(), sender(surface));
                Tip.on(drawn, DrawnControl.tip(control));
                drawn.setPrefSize(104, height(control, row) * stretch);
                drawn.setMinWidth(60);
                drawn.focusedProperty().addListener((o, was, is) -> {
                    if (is) {
                        chosen.accept(new Hand(surface.id(), control.id()));
                    }
                });
                Hand here = new Hand(surface.id(), control.id());
                Here.on(drawn, place -> {
                    desk.selection().handProperty().set(here);
                    chosen.accept(here);
                    selectRoute(here);
                    return Subject.CONTROL;
                });
                drawn.addEventHandler(
                        MouseEvent.MOUSE_MOVED, e -> desk.selection().pointHand(here));
                drawn.addEventHandler(
                        MouseEvent.MOUSE_EXITED, e -> desk.selection().pointHand(null));
                HBox.setHgrow(drawn, Priority.ALWAYS);
                controls.add(drawn);
                line.getChildren().add(drawn);
            }
            getChildren().add(line);
        }
        if (focused != null) {
            focus(focused);
        }
    }

    /** What a control moves on the page that is on is the selected route: acts on it are about it. */
    private void selectRoute(Hand hand) {
        desk.editing().session().routes().stream()
                .filter(r -> r.hand().filter(hand::sameControl).isPresent())
                .filter(r -> desk.frames()
                        .playing()
                        .active(hand.surface(), r.hand().orElseThrow().page()))
                .findFirst()
                .ifPresent(r -> desk.selection().selectedProperty().set(r.id()));
    }

    private static double height(Control control, List<Control> row) {
        boolean tall = row.stream().anyMatch(c -> c.kind().travels());
        boolean high = row.stream().anyMatch(c -> c.kind() == Control.Kind.RIBBON);
        if (control.kind().presses()) {
            return 24;
        }
        return control.kind().travels() ? high ? 190 : 128 : tall ? 96 : 84;
    }

    private DrawnControl.Moves sender(Surface surface) {
        return new DrawnControl.Moves() {
            @Override
            public void touched(Control control, boolean down) {
                send(desk.notices(), desk.mending(), desk.live(), surface, ControlSender.touch(control, down));
            }

            @Override
            public void moved(Control control, double before, double value) {
                send(desk.notices(), desk.mending(), desk.live(), surface, ControlSender.move(control, before, value));
            }
        };
    }

    /** Sends as the surface does, if it is a simulated one. */
    static void send(Notices notices, Mending mending, LiveDesk live, Surface surface, byte[] bytes) {
        SimulatedDevice device = SimulatedDevices.at(surface.port());
        PortState port = live.ports().of(surface);
        if (device == null && !port.open()) {
            notices.say(mending.notice(Trace.closed(surface, port.state())));
        } else if (device == null) {
            notices.refuse(surface.name() + " is a real surface: move it by hand.");
        } else if (bytes.length > 0) {
            device.send(bytes);
        }
    }

    /** Shows what is so now. */
    public void frame() {
        Learning learning = desk.learner().learningProperty().get();
        Session session = learning == null ? desk.editing().session() : learning.shown();
        Surface surface = session.surfaces().stream()
                .filter(s -> s.id().equals(shown))
                .findFirst()
                .orElse(null);
        if (surface == null) {
            controls.clear();
            getChildren().clear();
            built = null;
            return;
        }
        if (!surface.equals(built)) {
            build(surface);
        }
        if (session != looked) {
            looked = session;
            troubled = new HashSet<>();
            Overlap.of(session).stream().filter(o -> o.kind().conflict()).forEach(o -> o.hands()
                    .forEach(h -> troubled.add(h.on(0))));
        }
        shown(surface);
        int number = session.surfaces().indexOf(surface);
        for (int c = 0; c < controls.size(); c++) {
            controls.get(c).lit(lights[c]);
            controls.get(c).show(look(learning, session, surface, number, c));
        }
    }

    /** Takes what was sent back to the surface: its controls that can show a value, show it. */
    private void shown(Surface surface) {
        SimulatedDevice device = SimulatedDevices.at(surface.port());
        if (device == null || device.shownCount() == shownCount) {
            return;
        }
        shownCount = device.shownCount();
        for (byte[] message : device.shown()) {
            for (int c = 0; c < controls.size(); c++) {
                byte[] own = controls.get(c).control().shows()
                        ? ControlSender.show(controls.get(c).control(), 0)
                        : new byte[0];
                boolean coarse = own.length >= 3 && message.length >= 3 && own[0] == message[0];
                boolean bend = coarse && (own[0] & 0xF0) == 0xE0;
                if (coarse && (bend || own[1] == message[1])) {
                    double place = message[2] / 127.0;
                    lights[c] = controls.get(c).control().turned() ? 1 - place : place;
                }
            }
        }
    }

    private DrawnControl.Look look(Learning learning, Session session, Surface surface, int number, int c) {
        LiveState live = desk.frames().state();
        Control control = surface.controls().get(c);
        Hand hand = new Hand(surface.id(), control.id());
        double stands = desk.frames().playing().control(hand);
        String state = "";
        if (learning != null) {
            boolean heard = learning.heard()
                    .filter(h -> h.number() == number && h.control().id().equals(control.id()))
                    .isPresent();
            boolean taken = learning.steps().stream()
                    .anyMatch(s -> s.hand().filter(hand::sameControl).isPresent());
            state = heard ? "heard" : taken ? "taken" : "";
        }
        Hand now = desk.selection().handProperty().get();
        boolean chosenNow = now != null && now.sameControl(hand) && prefix.startsWith("hand");
        boolean trouble = troubled.contains(hand);
        List<Integer> routes = Trace.routesOf(session, surface, control).stream()
                .filter(r -> desk.frames()
                        .playing()
                        .active(
                                surface.id(),
                                session.routes().get(r).hand().orElseThrow().page()))
                .toList();
        if (routes.isEmpty()) {
            int turns = surface.turnsTo(control.id());
            if (turns > 0) {
                String on = desk.frames().playing().page(surface.id()) == turns ? "on" : "off";
                return new DrawnControl.Look(
                        stands, "page " + surface.pageName(turns), on, Double.NaN, 0, trouble, state, chosenNow);
            }
            String starts = starts(session, hand, number, live);
            String on = startedNow(session, hand) ? "on" : "off";
            return new DrawnControl.Look(
                    stands, starts, starts.isEmpty() ? "" : on, Double.NaN, 0, trouble, state, chosenNow);
        }
        Route route = session.routes().get(routes.get(0));
        Parameter parameter = session.parameter(route.target());
        double value = desk.standing().stands(route.target());
        double waitsAt = Double.NaN;
        for (int r : routes) {
            Route waits = session.routes().get(r);
            OptionalInt place = desk.frames().playing().route(waits.id());
            boolean waiting = place.isPresent() && live.verdict(place.getAsInt()) == Verdict.WAITING;
            if (learning == null && waiting && Double.isNaN(waitsAt)) {
                waitsAt = waits.span().positionOf(desk.standing().stands(waits.target()));
            }
        }
        return new DrawnControl.Look(
                stands, parameter.label(), parameter.print(value), waitsAt, routes.size(), trouble, state, chosenNow);
    }

    /** The name of the snapshot that a control starts on the page that counts; empty for none. */
    private static String starts(Session session, Hand hand, int number, LiveState live) {
        return PadStart.of(session.sets(), hand).stream()
                .filter(one -> live.active(number, one.pad().page()))
                .findFirst()
                .map(one -> DrawnControl.STARTS + one.snapshot().name())
                .orElse("");
    }

    /** True if what a control starts came last of its set. */
    private boolean startedNow(Session session, Hand hand) {
        AtomicIntegerArray started = desk.live().engine().started();
        List<SnapshotSet> sets = session.sets();
        for (int s = 0; s < sets.size() && 2 * s + 1 < started.length(); s++) {
            int last = started.get(2 * s + 1);
            List<Snapshot> all = sets.get(s).snapshots();
            if (last > 0
                    && last <= all.size()
                    && all.get(last - 1).pad().filter(hand::sameControl).isPresent()) {
                return true;
            }
        }
        return false;
    }
}
