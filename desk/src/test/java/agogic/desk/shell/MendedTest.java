package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import agogic.core.surface.ControlSender;
import agogic.core.trace.Trace;
import agogic.desk.model.View;
import agogic.standins.comet.SlowComet;
import agogic.standins.surfaces.SimulatedDevices;
import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.skin.VirtualFlow;
import javafx.scene.input.KeyCode;
import javafx.scene.text.Text;
import org.junit.jupiter.api.Test;

/** What the trace bar says after it mended something, and what is left of the window at its least size. */
class MendedTest extends WindowTest {
    private static final Target CUTOFF = new Target("filter", "cutoff");

    private double place = 0.2;

    @Override
    Session session() {
        return SlowComet.session();
    }

    private Route route() {
        return desk().editing().session().routes().stream()
                .filter(r -> r.target().equals(CUTOFF) && r.hand().isPresent())
                .findFirst()
                .orElseThrow();
    }

    private void move(double to) {
        Session session = desk().editing().session();
        Hand hand = route().hand().orElseThrow();
        SimulatedDevices.at(session.surface(hand.surface()).port())
                .send(ControlSender.move(session.control(hand), 0, to));
    }

    private String firstAct() {
        return lookup("#act-0")
                .tryQueryAs(ButtonBase.class)
                .map(ButtonBase::getText)
                .orElse("");
    }

    /** Brings the wire to a stop, moves the control, and does what the bar offers: the old words and button are gone. */
    private void mends(Trace.Act act, UnaryOperator<Session> stop) {
        Session before = desk().editing().session();
        interact(() -> desk().editing().edit("Stop the wire", stop));
        until(() -> desk().frames().playing().session() == desk().editing().session());
        // A jump: who meets the value has to meet it anew.
        interact(() -> desk().riding().locate(8));
        until(() -> {
            if (firstAct().equals(act.spoken())) {
                return true;
            }
            place = place > 0.7 ? 0.2 : place + 0.03;
            move(place);
            return false;
        });
        String sentence = text("#trace-sentence");
        push(KeyCode.A);
        until(() -> !text("#trace-sentence").equals(sentence));
        assertThat(firstAct()).as("after “%s”", act.spoken()).isNotEqualTo(act.spoken());
        assertThat(text("#trace-head")).isNotEqualTo("Not done");
        // It is so for good, not until the next frame.
        sleep(400);
        assertThat(firstAct()).isNotEqualTo(act.spoken());
        interact(() -> desk().editing().edit("As it was", s -> before));
    }

    @Test
    void afterAMendTheOldSentenceIsGoneAtOnce() {
        String id = route().id();
        mends(Trace.Act.SWITCH_ON, s -> s.with(s.route(id).switched(false)));
        mends(Trace.Act.OPEN_SPAN, s -> s.with(s.route(id).with(Span.straight(0.4, 0.4))));
        mends(Trace.Act.EXPOSE, s -> s.withDevice(s.device("filter").without("cutoff")));
        push(KeyCode.SPACE);
        until(() -> desk().frames().state().playing());
        mends(Trace.Act.PUT_IN_TOUCH, s -> s.with(s.route(id).in(WriteMode.READ)));
        mends(Trace.Act.OPEN_LANE, s -> s.with(s.route(id).in(WriteMode.TOUCH))
                .with(s.lane(CUTOFF).guarded(true)));
        mends(
                Trace.Act.TAKE_OVER_NOW,
                s -> s.with(s.route(id).in(WriteMode.TOUCH).pinned(true).with(Takeover.WHEN_THEY_MEET)));
    }

    private static void buttons(Parent in, List<ButtonBase> found) {
        for (Node node : in.getChildrenUnmodifiable()) {
            if (!node.isVisible()) {
                continue;
            }
            if (node instanceof ButtonBase button) {
                found.add(button);
            } else if (node instanceof Parent parent && !(node instanceof ScrollPane || node instanceof VirtualFlow)) {
                // What scrolls can be reached.
                buttons(parent, found);
            }
        }
    }

    /** At 1024 by 640, the least size, no button of a view is cut or lies outside of the window. */
    @Test
    void atTheLeastSizeEveryButtonIsWhole() {
        interact(() -> {
            assertThat(stage().getMinWidth()).isEqualTo(1024);
            assertThat(stage().getMinHeight()).isEqualTo(640);
        });
        List<String> cut = new ArrayList<>();
        for (View view : View.values()) {
            interact(() -> desk().selection().viewProperty().set(view));
            sleep(300);
            atSize(1024, 640, () -> {
                List<ButtonBase> all = new ArrayList<>();
                buttons(stage().getScene().getRoot(), all);
                for (ButtonBase button : all) {
                    Bounds at = button.localToScene(button.getLayoutBounds());
                    boolean outside =
                            at.getMaxX() > 1024.5 || at.getMinX() < -0.5 || at.getMaxY() > 640.5 || at.getMinY() < -0.5;
                    boolean shorter = button.lookup(".text") instanceof Text text
                            && !text.getText().equals(button.getText());
                    if (outside || shorter) {
                        cut.add(view + ": " + button.getId() + " “" + button.getText() + "” " + (outside ? at : "cut"));
                    }
                }
            });
        }
        assertThat(cut).isEmpty();
    }
}
