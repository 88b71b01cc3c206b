package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.LayerStack;
import agogic.core.record.Punch;
import agogic.core.route.Into;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Loop;
import agogic.core.session.Resting;
import agogic.core.session.Session;
import agogic.core.surface.Control;
import agogic.core.surface.ControlSender;
import agogic.standins.comet.SlowComet;
import agogic.standins.surfaces.SimulatedDevices;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;

/**
 * A ride goes into a clip, the clip is copied, an offset is ridden over all, a part is corrected, a take is chosen, a layer is
 * made part of a clip, the clip is moved: by keys, and what is heard is looked at each time.
 */
class LayersTest extends WindowTest {
    private static final Target CUTOFF = new Target("filter", "cutoff");

    @Override
    Session session() {
        return SlowComet.session();
    }

    @Override
    int faster() {
        return 4;
    }

    private Lane lane() {
        return desk().editing().session().lane(CUTOFF);
    }

    private static double heard(Session session, double beat) {
        LayerStack stack = session.stack(session.lane(CUTOFF));
        return stack.valueAtBeat(beat);
    }

    private double heard(double beat) {
        return heard(desk().editing().session(), beat);
    }

    private Route route() {
        return desk().editing().session().routes().stream()
                .filter(r -> r.target().equals(CUTOFF))
                .findFirst()
                .orElseThrow();
    }

    private void moved(double place) {
        Control control = desk().editing().session().control(route().hand().orElseThrow());
        SimulatedDevices.at(desk().editing()
                        .session()
                        .surface(route().hand().orElseThrow().surface())
                        .port())
                .send(ControlSender.move(control, 0, place));
    }

    /** Into this layer from now on: one press a step. */
    private void into(Into into) {
        for (int i = 0; i < 4 && !route().into().equals(into); i++) {
            Into before = route().into();
            push(KeyCode.SHIFT, KeyCode.W);
            until(() -> !route().into().equals(before));
        }
        assertThat(route().into()).isEqualTo(into);
    }

    /** From a beat on the fader goes from one place to another over so many beats and lies there till the end; from when on. */
    private double ride(double from, double begin, double place, double to, double beats, double end) {
        interact(() -> desk().riding().locate(from));
        until(() -> Math.abs(desk().riding().positionBeat() - from) < 0.01);
        int rides = desk().editing().session().rides().size();
        moved(place);
        push(KeyCode.R);
        until(() -> desk().riding().playing() && desk().riding().positionBeat() > begin);
        for (int i = 0; i <= 40; i++) {
            double beat = begin + beats * i / 40;
            until(() -> desk().riding().positionBeat() > beat);
            moved(place + (to - place) * i / 40);
        }
        // On a busy machine the last move comes when it comes.
        double last = desk().riding().positionBeat() + 1;
        until(() -> desk().riding().positionBeat() > Math.max(end, last + 2));
        push(KeyCode.SPACE);
        until(() ->
                !desk().riding().playing() && desk().editing().session().rides().size() == rides + 1);
        return last;
    }

    @Test
    void aWholePieceOfLayersByKeys() {
        interact(() -> desk().selection().selectedProperty().set(route().id()));
        Session first = desk().editing().session();
        // Latch, so that what the hand leaves stays.
        interact(() -> desk().editing()
                .edit(
                        "Latch",
                        s -> s.with(s.route(route().id()).in(WriteMode.LATCH).pinned(true))));

        into(new Into(true, false));
        ride(16, 17, 0.3, 0.7, 6, 28.2);
        assertThat(lane().layers()).hasSize(2);
        assertThat(lane().layer(1).clip()).isEqualTo("glass:2");
        assertThat(lane().envelope())
                .as("the timeline is as it was")
                .isEqualTo(first.lane(CUTOFF).envelope());
        double at28 = heard(28);
        assertThat(at28).isNotCloseTo(heard(first, 28), within(0.02));
        assertThat(heard(40)).isEqualTo(heard(first, 40));

        push(KeyCode.CONTROL, KeyCode.D);
        until(() -> lane().layers().size() == 3);
        push(KeyCode.CONTROL, KeyCode.D);
        until(() -> lane().layers().size() == 4);
        assertThat(heard(44)).isCloseTo(at28, within(1e-9));
        assertThat(heard(60)).isCloseTo(at28, within(1e-9));
        assertThat(text("#trace-head")).isEqualTo("Copied");

        into(new Into(false, true));
        Session before = desk().editing().session();
        double lies = ride(12, 13, 0.6, 0.45, 2, 40);
        Layer offset = lane().layer(lane().layers().size() - 1);
        assertThat(offset.offset()).isTrue();
        assertThat(lane().layers()).hasSize(5);
        double down = heard(lies) - heard(before, lies);
        assertThat(down).isNegative();
        for (double beat = lies; beat < 39; beat += 0.1) {
            assertThat(heard(beat) - heard(before, beat)).as("at %s", beat).isCloseTo(down, within(1e-9));
        }
        assertThat(heard(70)).isEqualTo(heard(before, 70));

        into(new Into(true, false));
        interact(() -> desk().editing().edit("Loop", s -> s.withLoop(new Loop(20, 24, false))));
        push(KeyCode.CONTROL, KeyCode.J);
        until(() -> desk().riding().punchProperty().get() == Punch.RANGE);
        see("#punch");
        Session unpunched = desk().editing().session();
        ride(16, 17, 1.0, 0.9, 8, 28);
        for (double beat = 0; beat < 64; beat += 0.05) {
            if (beat < 20 - 1e-6 || beat > 24 + 1e-6) {
                assertThat(heard(beat)).as("at %s", beat).isCloseTo(heard(unpunched, beat), within(1e-12));
            }
        }
        assertThat(heard(22)).isNotCloseTo(heard(unpunched, 22), within(0.05));
        push(KeyCode.CONTROL, KeyCode.J);
        push(KeyCode.CONTROL, KeyCode.J);
        until(() -> desk().riding().punchProperty().get() == Punch.OFF);

        push(KeyCode.DIGIT4);
        see("#layers");
        ListView<Integer> layers = node("#layers");
        until(() -> layers.getItems().size() == 5);
        for (int i = 0; i < 5 && !lane().layer(shownLayer()).clip().equals("glass:2"); i++) {
            int was = shownLayer();
            push(KeyCode.SHIFT, KeyCode.L);
            until(() -> shownLayer() != was);
        }
        until(() -> text("#trace-sentence").contains("Glass B"));
        assertThat(lane().layer(shownLayer()).stretches()).hasSize(2);
        push(KeyCode.SHIFT, KeyCode.K);
        until(() -> text("#trace-sentence").contains("another take is active"));
        push(KeyCode.SHIFT, KeyCode.T);
        until(() -> text("#trace-head").equals("Active"));
        assertThat(heard(22)).isCloseTo(heard(unpunched, 22), within(1e-6));
        assertThat(lane().layer(shownLayer()).stretches()).as("the other stays").hasSize(2);

        for (int i = 0; i < 5 && !lane().layer(shownLayer()).offset(); i++) {
            int was = shownLayer();
            push(KeyCode.SHIFT, KeyCode.L);
            until(() -> shownLayer() != was);
        }
        Session converted = desk().editing().session();
        int looked = shownLayer();
        push(KeyCode.SHIFT, KeyCode.C);
        see("#layer-becomes");
        ComboBox<String> becomes = node("#layer-becomes");
        String part = becomes.getItems().stream()
                .filter(w -> w.contains("Glass B at 5.1.00"))
                .findFirst()
                .orElseThrow();
        assertThat(part).contains("nothing that is heard moves");
        interact(() -> becomes.setValue(part));
        push(KeyCode.ENTER);
        until(() -> desk().editing().session() != converted);
        assertThat(text("#trace-sentence")).contains("nothing that is heard moved");
        for (double beat = 0; beat < 64; beat += 0.05) {
            assertThat(heard(beat)).as("at %s", beat).isCloseTo(heard(converted, beat), within(1e-9));
        }
        // What was looked at is looked at again after undo.
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session() == converted);
        assertThat(shownLayer()).isEqualTo(looked);
        push(KeyCode.CONTROL, KeyCode.Y);
        until(() -> desk().editing().session() != converted);

        push(KeyCode.DIGIT1);
        until(() -> lookup("#routes").tryQuery().filter(Node::isVisible).isPresent());
        interact(() -> desk().selection().clipProperty().set("glass:2"));
        Session unmoved = desk().editing().session();
        push(KeyCode.ALT, KeyCode.RIGHT);
        until(() -> desk().editing().session() != unmoved);
        for (double beat = 16.1; beat < 20; beat += 0.1) {
            assertThat(heard(beat + 4)).as("at %s", beat).isCloseTo(heard(unmoved, beat), within(1e-9));
        }
        assertThat(text("#trace-sentence")).contains("a layer of Cutoff");
        List<Session> back = List.of(unmoved);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session() == back.get(0));
    }

    private int shownLayer() {
        ListView<Integer> layers = lookup("#layers").query();
        return layers.getSelectionModel().getSelectedItem();
    }

    /** What comes into the piece while a dialog asks stays in it: a turn of a ridden loop, an envelope that was still made. */
    @Test
    void whatComesWhileADialogAsksStays() {
        Target level = new Target("voice", "level");
        refine(new Target("filter", "cutoff"));
        push(KeyCode.SHIFT, KeyCode.C);
        see("#layer-becomes");
        Session asked = desk().editing().session();
        interact(() -> desk().editing().edit("Meanwhile", s -> Resting.at(s, level, 0.25)));
        Session meanwhile = desk().editing().session();
        assertThat(meanwhile).isNotSameAs(asked);
        push(KeyCode.ENTER);
        until(() -> desk().editing().session() != meanwhile);
        assertThat(desk().editing().session().parameter(level)).isEqualTo(meanwhile.parameter(level));
        assertThat(desk().editing().session().lane(new Target("filter", "cutoff")))
                .isNotEqualTo(asked.lane(new Target("filter", "cutoff")));
    }

    @Test
    void aProtectedLaneSaysSoAndIsOpenedByTheTrace() {
        interact(() -> desk().selection().selectedProperty().set(route().id()));
        push(KeyCode.SHIFT, KeyCode.P);
        until(() -> lane().guarded());
        Lane guarded = lane();
        push(KeyCode.R);
        until(() -> desk().riding().playing() && !desk().frames().state().countingIn());
        moved(0.4);
        moved(0.6);
        until(() -> text("#trace-head").equals("Protected"));
        push(KeyCode.SPACE);
        until(() -> !desk().riding().playing());
        assertThat(lane()).isEqualTo(guarded);
        push(KeyCode.SHIFT, KeyCode.P);
        until(() -> !lane().guarded());
    }
}
