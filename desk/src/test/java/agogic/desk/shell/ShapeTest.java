package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.lane.Lane;
import agogic.core.lane.LayerStack;
import agogic.core.route.Target;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.standins.comet.SlowComet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javafx.scene.Node;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;

/** Exact edits by keys: a sweep in words, a range copied to another lane, a value typed. */
class ShapeTest extends WindowTest {
    private static final Target CUTOFF = new Target("filter", "cutoff");
    private static final Target FEEDBACK = new Target("echo", "feedback");

    @Override
    Session session() {
        return SlowComet.session();
    }

    private Lane lane(Target target) {
        return desk().editing().session().lane(target);
    }

    private double heard(Target target, double beat) {
        LayerStack stack = desk().editing().session().stack(lane(target));
        return stack.valueAtBeat(beat);
    }

    private String told() {
        return lookup("#shape-told").queryAs(Label.class).getText();
    }

    @Test
    void aSweepIsSeenBeforeItIsDoneAndTheFilterIsOffWhereShadowBegins() {
        refine(CUTOFF);
        see("#shape-words");
        Session before = desk().editing().session();
        push(KeyCode.SHIFT, KeyCode.F);
        until(() -> node("#shape-words").isFocused());
        write("sweep 120 Hz to 3 kHz");
        until(() -> told().startsWith("Where?"));
        write(" 27 33");
        until(() -> told().contains("points; what is heard moves by"));
        assertThat(desk().editing().session()).as("nothing is done yet").isSameAs(before);
        push(KeyCode.ENTER);
        until(() -> desk().editing().session() != before);
        assertThat(text("#trace-head")).isEqualTo("Shaped");
        assertThat(text("#trace-sentence")).contains("sweep 120 Hz to 3 kHz 27 33");
        var cutoff = desk().editing().session().parameter(CUTOFF);
        assertThat(cutoff.print(heard(CUTOFF, 104.0001))).isEqualTo("120 Hz");
        assertThat(cutoff.print(heard(CUTOFF, 127.9999))).isEqualTo("3 kHz");
        for (double beat = 0; beat < 104; beat += 0.5) {
            assertThat(heard(CUTOFF, beat))
                    .isCloseTo(before.stack(before.lane(CUTOFF)).valueAtBeat(beat), within(1e-12));
        }
        // The same words once more: the field is ready for the next.
        write("lower 200 cents in Comet");
        until(() -> told().contains("points"));
        push(KeyCode.ENTER);
        until(() -> text("#trace-sentence").contains("lower 200 cents in Comet"));
        assertThat(cutoff.distance(
                        heard(CUTOFF, 66), before.stack(before.lane(CUTOFF)).valueAtBeat(66)))
                .isCloseTo(200, within(1e-6));
        TextField words = node("#shape-words");
        write("paint it");
        until(() -> told().contains("no act"));
        push(KeyCode.ESCAPE);
        until(() -> words.getText().isEmpty());
        push(KeyCode.CONTROL, KeyCode.Z);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session() == before);
    }

    /** What would be changed where nobody looks is brought into the picture, and stays where it is looked at already. */
    @Test
    void whatWouldBeChangedIsBroughtIntoThePicture() {
        refine(CUTOFF);
        see("#shape-words");
        Node plot = node("#plot");
        interact(plot::requestFocus);
        until(plot::isFocused);
        // Far in, in the middle of the piece.
        for (int i = 0; i < 12; i++) {
            push(KeyCode.PLUS);
        }
        until(() -> seen()[1] - seen()[0] < 3);
        push(KeyCode.SHIFT, KeyCode.F);
        until(() -> node("#shape-words").isFocused());
        write("sweep 120 Hz to 3 kHz 42 45");
        until(() -> seen()[0] <= 42 && seen()[1] >= 44);
        assertThat(seen()[0]).as("the place, not the piece").isGreaterThan(25);
        push(KeyCode.ESCAPE);
    }

    /** The bars that the plot says are in the picture. */
    private int[] seen() {
        Matcher bars = Pattern.compile("bars? (\\d+)(?: to (\\d+))? in the picture")
                .matcher(node("#plot").getAccessibleText());
        assertThat(bars.find()).isTrue();
        int first = Integer.parseInt(bars.group(1));
        return new int[] {first, bars.group(2) == null ? first : Integer.parseInt(bars.group(2))};
    }

    @Test
    void aRangeGoesToAnotherLaneAtHalfTheSpeed() {
        refine(CUTOFF);
        see("#shape-words");
        interact(() -> desk().editing().edit("Loop", s -> s.withLoop(new Loop(64, 72, false))));
        interact(() -> desk().riding().locate(112));
        until(() -> Math.abs(desk().riding().positionBeat() - 112) < 0.01);
        Session before = desk().editing().session();
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.D);
        see("#copy-to");
        ComboBox<String> to = node("#copy-to");
        String feedback = to.getItems().stream()
                .filter(n -> n.contains("Feedback"))
                .findFirst()
                .orElseThrow();
        interact(() -> {
            to.setValue(feedback);
            TextField speed = node("#copy-speed");
            speed.setText("50");
        });
        push(KeyCode.ENTER);
        until(() -> desk().editing().session() != before);
        for (double into = 0.05; into < 8; into += 0.31) {
            assertThat(heard(FEEDBACK, 112 + 2 * into))
                    .as("%s beats into it", into)
                    .isCloseTo(heard(CUTOFF, 64 + into), within(1e-9));
        }
        assertThat(lane(CUTOFF)).isEqualTo(before.lane(CUTOFF));
        assertThat(text("#trace-sentence")).contains("also on");
    }

    @Test
    void aTypedValueMovesItAsAHandDoes() {
        Target spread = new Target("partial-bank", "spread");
        interact(() -> desk().selection()
                .selectedProperty()
                .set(desk().editing().session().routes().stream()
                        .filter(r -> r.target().equals(spread))
                        .findFirst()
                        .orElseThrow()
                        .id()));
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.V);
        see("#typed-value");
        push(KeyCode.CONTROL, KeyCode.A).write("31 %").push(KeyCode.ENTER);
        until(() -> Math.abs(desk().editing().session().parameter(spread).resting() - 0.31) < 1e-9);
        assertThat(text("#trace-sentence")).contains("31 %");
    }
}
