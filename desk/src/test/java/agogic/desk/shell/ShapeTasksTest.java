package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.edit.points.Snapshots;
import agogic.core.lane.LayerStack;
import agogic.core.parameter.Parameter;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Resting;
import agogic.core.session.Session;
import agogic.core.snapshot.SnapshotSet;
import agogic.core.surface.ControlSender;
import agogic.desk.parts.ChoiceDialog;
import agogic.standins.comet.SlowComet;
import agogic.standins.surfaces.SimulatedDevices;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CopyOnWriteArrayList;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;

/** Whole tasks with exact shapes, by keys in the real window. */
public class ShapeTasksTest extends WindowTest {
    private static final Target CUTOFF = new Target("filter", "cutoff");
    private static final Target FILTER = new Target("filter", "bypass");
    private static final Target ECHO = new Target("echo", "bypass");
    private static final Target HALL = new Target("hall", "bypass");
    private static final Target FEEDBACK = new Target("echo", "feedback");
    private static final Target TONE = new Target("echo", "tone");
    private static final Target LEVEL = new Target("drone", "level");

    @Override
    Session session() {
        Session comet = SlowComet.session();
        for (Target one : List.of(FILTER, ECHO)) {
            comet = comet.with(Route.of("row-" + one.device(), null, Span.FULL, one));
        }
        return comet;
    }

    private double heard(Target target, double beat) {
        LayerStack stack =
                desk().editing().session().stack(desk().editing().session().lane(target));
        return stack.plays()
                ? stack.valueAtBeat(beat)
                : desk().editing().session().parameter(target).resting();
    }

    private String reads(Target target, double beat) {
        return desk().editing().session().parameter(target).print(heard(target, beat));
    }

    /** Types what is to be done, looks at what would come of it, and does it. */
    private void shape(String words) {
        see("#shape-words");
        Session before = desk().editing().session();
        push(KeyCode.SHIFT, KeyCode.F);
        until(() -> node("#shape-words").isFocused());
        write(words);
        until(() -> lookup("#shape-told").queryAs(Label.class).getText().contains(" points"));
        push(KeyCode.ENTER);
        until(() -> desk().editing().session() != before);
        assertThat(text("#trace-head")).isEqualTo("Shaped");
        leave();
    }

    private void leave() {
        TextField words = node("#shape-words");
        interact(() -> words.getScene().getRoot().requestFocus());
        until(() -> !words.isFocused());
    }

    /** Works on more lanes: those whose lines begin with these names; none for only the one that is shown. */
    private void with(String... names) {
        push(KeyCode.SHIFT, KeyCode.X);
        take("lanes", names);
    }

    /** Chooses points in words. */
    private void choose(String words) {
        interact(() -> desk().notices().say(agogic.desk.model.Notice.plain("Choosing", "")));
        push(KeyCode.SHIFT, KeyCode.G);
        see("#name-field");
        push(KeyCode.CONTROL, KeyCode.A).write(words).push(KeyCode.ENTER);
        until(() -> text("#trace-head").equals("Chosen"));
    }

    private void take(String dialog, String... names) {
        ListView<ChoiceDialog.Choice> list = node("#" + dialog + "-lines");
        until(list::isFocused);
        for (String name : names) {
            interact(() -> {
                int at = 0;
                while (!list.getItems().get(at).what().equals(name)) {
                    at++;
                }
                list.getSelectionModel().select(at);
            });
            push(KeyCode.SPACE);
        }
        push(KeyCode.ENTER);
        until(() -> lookup("#" + dialog + "-lines").tryQuery().isEmpty());
    }

    /** A sweep over the six bars before Shadow, and the filter off exactly where Shadow begins. */
    @Test
    void aSweepAndTheFilterOffWhereShadowBegins() {
        refine(CUTOFF);
        shape("sweep 120 Hz to 3 kHz 27 33 slow start");
        assertThat(reads(CUTOFF, 104.00001)).isEqualTo("120 Hz");
        assertThat(reads(CUTOFF, 127.99999)).isEqualTo("3 kHz");
        refine(FILTER);
        shape("switch On 33");
        assertThat(reads(FILTER, 127.9999999)).isEqualTo("Off");
        assertThat(reads(FILTER, 128)).isEqualTo("On");
        assertThat(reads(FILTER, 191)).isEqualTo("On");
    }

    /** Three effects off at Shadow in one act, one of them back four bars later, one at Dawn. */
    @Test
    void threeEffectsAreOffTogetherAndComeBackOneByOne() {
        refine(FILTER);
        see("#shape-words");
        with("Echo Line · Bypass", "Long Hall · Bypass");
        until(() -> text("#beside").contains("2 more lanes"));
        shape("switch On in Shadow");
        for (Target one : List.of(FILTER, ECHO, HALL)) {
            assertThat(reads(one, 127.9999999)).as("%s", one).isEqualTo("Off");
            assertThat(reads(one, 128)).as("%s", one).isEqualTo("On");
            assertThat(reads(one, 159.999)).as("%s", one).isEqualTo("On");
        }
        refine(ECHO);
        shape("switch Off 37");
        assertThat(reads(ECHO, 143.9999999)).isEqualTo("On");
        assertThat(reads(ECHO, 144)).isEqualTo("Off");
        refine(HALL);
        // It is off there already.
        push(KeyCode.SHIFT, KeyCode.F);
        until(() -> node("#shape-words").isFocused());
        write("switch Off in Dawn");
        push(KeyCode.ENTER);
        until(() -> text("#trace-head").equals("No change"));
        // What is no act is refused in words, and stays to be mended.
        interact(() -> ((TextField) node("#shape-words")).selectAll());
        write("switsh Off 37");
        push(KeyCode.ENTER);
        until(() -> text("#trace-head").equals("Not done"));
        assertThat(text("#trace-sentence")).contains("switsh");
        assertThat(((TextField) node("#shape-words")).getText()).isEqualTo("switsh Off 37");
        leave();
        assertThat(reads(HALL, 159.9999999)).isEqualTo("On");
        assertThat(reads(HALL, 160)).isEqualTo("Off");
        push(KeyCode.CONTROL, KeyCode.Z);
        push(KeyCode.CONTROL, KeyCode.Z);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> reads(ECHO, 150).equals("Off") && reads(FILTER, 150).equals("Off"));
    }

    /** Two bars of a figure of both axes of one panner go to those of another, at half speed, all over Comet: one act. */
    @Test
    void aFigureOfTwoAxesGoesToAnotherDeviceAtHalfSpeed() {
        Target azimuth = new Target("panner-1", "azimuth");
        Target elevation = new Target("panner-1", "elevation");
        refine(elevation);
        shape("wave sine 2 bars 10° to 70° 1 3");
        with("Dome Panner 1 · Azimuth");
        until(() -> text("#beside").contains("Azimuth"));
        Session before = desk().editing().session();
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.D);
        ComboBox<String> to = node("#copy-to");
        assertThat(to.getItems()).contains("the same lanes", "Dome Panner 2").doesNotContain("Echo Line");
        interact(() -> to.setValue("Dome Panner 2"));
        for (String[] one : new String[][] {
            {"#copy-from", "1"}, {"#copy-until", "3"}, {"#copy-at", "17"}, {"#copy-fill", "33"}, {"#copy-speed", "50"}
        }) {
            interact(() -> this.<TextField>node(one[0]).setText(one[1]));
        }
        push(KeyCode.ENTER);
        until(() -> desk().editing().session() != before);
        for (Target axis : List.of(azimuth, elevation)) {
            Target there = new Target("panner-2", axis.parameter());
            for (double into = 0.05; into < 64; into += 0.71) {
                assertThat(heard(there, 64 + into))
                        .as("%s at %s", axis.parameter(), into)
                        .isCloseTo(heard(axis, into / 2 % 8), within(1e-9));
            }
            assertThat(desk().editing().session().lane(axis)).isEqualTo(before.lane(axis));
        }
        assertThat(text("#trace-sentence")).contains("Dome Panner 2 · Elevation", "Dome Panner 2 · Azimuth");
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session() == before);
    }

    private void press(int button) {
        Session session = desk().editing().session();
        Hand hand = new Hand("north-eight", "button-" + button);
        var device = SimulatedDevices.at(session.surface("north-eight").port());
        device.send(ControlSender.move(session.control(hand), 0, 1));
        device.send(ControlSender.move(session.control(hand), 0, 0));
    }

    /**
     * A snapshot that is started while nothing plays puts what has no envelope where it says: one step, kept with the piece,
     * whether it came from a key or from a pad.
     */
    @Test
    void aSnapshotStandsWhereItWasStarted() {
        Target level = new Target("voice", "level");
        Target decay = new Target("hall", "damping");
        interact(() -> desk().editing().edit("Snapshots", s -> {
            Session one = Snapshots.keep(s, "Rooms", Snapshots.take(s, "small", List.of(level, decay), t -> 0.25));
            SnapshotSet set = one.sets().get(0);
            return Snapshots.on(one, set, set.snapshots().get(0), Optional.of(new Hand("north-eight", "button-5")));
        }));
        Session before = desk().editing().session();
        assertThat(before.lane(level).plays() || before.lane(decay).plays()).isFalse();
        for (Runnable start : List.<Runnable>of(() -> push(KeyCode.CONTROL, KeyCode.DIGIT1), () -> press(5))) {
            start.run();
            until(() -> desk().editing().undoable().equals(Optional.of("Start small")));
            for (Target target : List.of(level, decay)) {
                Parameter parameter = desk().editing().session().parameter(target);
                assertThat(parameter.resting()).isEqualTo(parameter.settled(0.25));
                assertThat(desk().standing().stands(target)).isEqualTo(parameter.resting());
            }
            push(KeyCode.CONTROL, KeyCode.Z);
            until(() -> desk().editing().session() == before);
            until(() ->
                    desk().standing().stands(level) == before.parameter(level).resting());
        }
        push(KeyCode.CONTROL, KeyCode.DIGIT1);
        until(() -> desk().editing().undoable().equals(Optional.of("Start small")));
        Session after = desk().editing().session();
        push(KeyCode.CONTROL, KeyCode.DIGIT1);
        sleep(1000);
        assertThat(desk().editing().session()).isSameAs(after);
        push(KeyCode.CONTROL, KeyCode.Z);
        // While it plays, and is not written, it stands once that is over.
        interact(() -> desk().live().engine().play());
        until(() -> desk().riding().playing());
        press(5);
        until(() -> desk().standing().stands(level) == before.parameter(level).settled(0.25));
        assertThat(desk().editing().session()).isSameAs(before);
        interact(() -> desk().live().engine().stop());
        until(() -> desk().editing().undoable().equals(Optional.of("Start small")));
        assertThat(desk().editing().session().parameter(level).resting())
                .isEqualTo(desk().standing().stands(level))
                .isEqualTo(before.parameter(level).settled(0.25));
    }

    /** What comes into the piece while it is asked between which two snapshots a macro goes stays in it. */
    @Test
    void whatComesWhileAMacroIsAskedForStays() {
        Target level = new Target("voice", "level");
        interact(() -> desk().editing()
                .edit(
                        "Snapshots",
                        s -> Snapshots.keep(
                                Snapshots.keep(s, "Rooms", Snapshots.take(s, "small", List.of(LEVEL), t -> 0.25)),
                                "Rooms",
                                Snapshots.take(s, "large", List.of(LEVEL), t -> 0.75))));
        push(KeyCode.ALT, KeyCode.S);
        push(KeyCode.ALT, KeyCode.M);
        see("#between-name");
        interact(() -> desk().editing().edit("Meanwhile", s -> Resting.at(s, level, 0.25)));
        Session meanwhile = desk().editing().session();
        push(KeyCode.ENTER);
        until(() ->
                desk().editing().session().macros().size() == meanwhile.macros().size() + 1);
        assertThat(desk().editing().session().parameter(level)).isEqualTo(meanwhile.parameter(level));
    }

    /** Four snapshots of the echo are taken, tied to pads, switched on the bar while it is ridden, and written. */
    @Test
    void fourSnapshotsAreSwitchedOnTheBarFromPads() {
        interact(() -> desk().selection().selectedProperty().set("route-echo-feedback"));
        String[] names = {"still", "near", "far", "farthest"};
        String[] feedback = {"0 %", "20 %", "45 %", "70 %"};
        for (int i = 0; i < names.length; i++) {
            String typed = feedback[i];
            push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.V);
            see("#typed-value");
            push(KeyCode.CONTROL, KeyCode.A).write(typed).push(KeyCode.ENTER);
            Parameter parameter = desk().editing().session().parameter(FEEDBACK);
            until(() -> parameter
                    .print(desk().frames()
                            .state()
                            .value(desk().live().engine().index().of(FEEDBACK)))
                    .equals(typed));
            push(KeyCode.ALT, KeyCode.N);
            see("#snapshot-name");
            int n = i + 1;
            push(KeyCode.CONTROL, KeyCode.A).write(names[i]).push(KeyCode.ENTER);
            until(() -> desk().editing().session().sets().size() == 1
                    && desk().editing().session().sets().get(0).snapshots().size() == n);
            // The button that was pressed last is offered.
            press(5 + i);
            until(() -> {
                var last = desk().frames().state().lastEvent();
                return last != null
                        && desk().editing()
                                .session()
                                .surfaces()
                                .get(0)
                                .controls()
                                .get(last.control())
                                .id()
                                .equals("button-" + (4 + n));
            });
            push(KeyCode.ALT, KeyCode.P);
            see("#pad-control");
            assertThat(this.<ComboBox<String>>node("#pad-which").getValue()).isEqualTo(names[i]);
            push(KeyCode.ENTER);
            until(() -> desk().editing()
                    .session()
                    .sets()
                    .get(0)
                    .snapshots()
                    .get(n - 1)
                    .pad()
                    .isPresent());
        }
        assertThat(desk().editing().session().sets().get(0).snapshots().get(0).values())
                .extracting(v -> v.target().toString())
                .contains("echo/feedback", "echo/tone", "echo/mix");
        assertThat(node("#pad-2").getAccessibleText()).startsWith("near").contains("Feedback 20 %", "Button 6");

        interact(() -> desk().riding().locate(64));
        until(() -> Math.abs(desk().riding().positionBeat() - 64) < 0.01);
        Session before = desk().editing().session();
        List<String> said = new CopyOnWriteArrayList<>();
        for (int i = 1; i <= names.length; i++) {
            Node pad = node("#pad-" + i);
            interact(() -> pad.accessibleTextProperty()
                    .addListener((o, was, is) -> said.add(is.split(", ")[0] + " " + is.split(", ")[1])));
        }
        push(KeyCode.R);
        until(() -> desk().riding().positionBeat() > 60.2);
        press(6);
        until(() -> desk().riding().positionBeat() > 64.3);
        press(8);
        until(() -> desk().riding().positionBeat() > 68.3);
        press(5);
        until(() -> desk().riding().positionBeat() > 72.3);
        push(KeyCode.CONTROL, KeyCode.DIGIT3);
        until(() -> desk().riding().positionBeat() > 77);
        push(KeyCode.SPACE);
        until(() -> desk().editing().session().rides().size() > before.rides().size());
        assertThat(said)
                .containsSubsequence("near on", "farthest waits", "farthest on", "still on", "far waits", "far on");
        Object[][] expected = {{64.0, 68.0, "20 %"}, {68.0, 72.0, "70 %"}, {72.0, 76.0, "0 %"}, {76.0, 76.9, "45 %"}};
        for (Object[] one : expected) {
            double from = (double) one[0];
            double to = (double) one[1];
            for (double beat : new double[] {from + 1e-5, (from + to) / 2, to - 1e-5}) {
                assertThat(reads(FEEDBACK, beat)).as("at %s", beat).isEqualTo(one[2]);
            }
        }
        assertThat(heard(FEEDBACK, 63.99))
                .isCloseTo(before.stack(before.lane(FEEDBACK)).valueAtBeat(63.99), within(1e-9));
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session().equals(before));
    }

    /** A level line at three quarters of its span, and then all of it lower because the top of the span is 2 dB lower. */
    @Test
    void aLineInPercentOfItsSpanIsLoweredAtTheTopOnly() {
        refine(LEVEL);
        shape("level 100 % of span 9 13");
        shape("level 0 % of span 13 17");
        Route route = desk().editing().session().routes().stream()
                .filter(r -> r.target().equals(LEVEL))
                .findFirst()
                .orElseThrow();
        Parameter level = desk().editing().session().parameter(LEVEL);
        double top = level.valueAt(route.span().to());
        assertThat(heard(LEVEL, 40)).isCloseTo(route.span().to(), within(1e-12));
        assertThat(heard(LEVEL, 60)).isCloseTo(route.span().from(), within(1e-12));
        push(KeyCode.S);
        TextField to = node("#span-to");
        interact(() -> node("#span-follow-whole").requestFocus());
        push(KeyCode.SPACE);
        interact(to::requestFocus);
        push(KeyCode.CONTROL, KeyCode.A)
                .write(level.print(level.normalisedOf(top - 2)))
                .push(KeyCode.ENTER);
        until(() -> !desk().editing().session().route(route.id()).span().equals(route.span()));
        Span span = desk().editing().session().route(route.id()).span();
        assertThat(level.valueAt(span.to())).isCloseTo(top - 2, within(0.051));
        assertThat(heard(LEVEL, 40)).isCloseTo(span.to(), within(1e-9));
        assertThat(heard(LEVEL, 60))
                .as("the lower end stays")
                .isCloseTo(route.span().from(), within(1e-9));
    }

    /** Eight bars of Dusk are also in Dawn; strays are erased; points that are equal stay so, here and there. */
    @Test
    void eightBarsAreCopiedStraysErasedAndEqualPointsStayEqual() {
        refine(CUTOFF);
        shape("wave steps 2 bars 300 Hz / 900 Hz / 300 Hz / 2 kHz 1 9 named Stairs");
        Parameter cutoff = desk().editing().session().parameter(CUTOFF);
        choose("300 Hz 1 9");
        assertThat(text("#trace-sentence")).contains("8 points from 1.1.00 to");
        push(KeyCode.SHIFT, KeyCode.E);
        until(() -> text("#trace-head").equals("Equal"));
        assertThat(text("#trace-sentence")).contains("300 Hz and stay equal");
        shape("copy 1 9 to 41");
        shape("erase 100 ms 200 cents in Dawn");
        for (double into = 0.1; into < 32; into += 0.77) {
            assertThat(heard(CUTOFF, 160 + into)).isCloseTo(heard(CUTOFF, into), within(1e-9));
        }
        // One of them is moved by a key, and all go along, also in Dawn.
        choose("300 Hz 2 2.3");
        interact(() -> node("#plot").requestFocus());
        until(() -> node("#plot").isFocused());
        assertThat(node("#plot").getAccessibleText()).contains("300 Hz", "hold", "equal to 15 more");
        push(KeyCode.UP);
        until(() -> heard(CUTOFF, 160.5) != cutoff.normalisedOf(300)
                && !reads(CUTOFF, 0.5).equals("300 Hz"));
        for (double into = 0.1; into < 32; into += 0.77) {
            assertThat(heard(CUTOFF, 160 + into)).isCloseTo(heard(CUTOFF, into), within(1e-9));
        }
        assertThat(reads(CUTOFF, 3)).isEqualTo("900 Hz");
    }
}
