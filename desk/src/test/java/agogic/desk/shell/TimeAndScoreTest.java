package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.model.View;
import agogic.standins.comet.SlowComet;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;

/** What time is made of, what is read while riding, and recipes by name: by keys in the real window. */
public class TimeAndScoreTest extends WindowTest {
    private static final Target CUTOFF = new Target("filter", "cutoff");

    @Override
    Session session() {
        return SlowComet.session();
    }

    /** The score under the lane is read from place to place; the riding view comes and goes by a key, and plays. */
    @Test
    void theScoreIsReadAndTheRidingViewComesAndGoes() {
        refine(CUTOFF);
        Node score = node("#score");
        interact(score::requestFocus);
        until(score::isFocused);
        push(KeyCode.RIGHT);
        until(() -> score.getAccessibleText().startsWith("bar 17 beat "));
        assertThat(score.getAccessibleText()).contains(", mezzo forte");
        String first = score.getAccessibleText();
        push(KeyCode.RIGHT);
        until(() -> !score.getAccessibleText().equals(first));
        push(KeyCode.LEFT);
        until(() -> score.getAccessibleText().equals(first));
        push(KeyCode.ENTER);
        until(() -> desk().riding().positionBeat() >= 64);

        push(KeyCode.Z);
        Node lanes = node("#riding-lanes");
        until(lanes::isFocused);
        until(() -> lanes.getAccessibleText().startsWith("bar 17 ")
                && lanes.getAccessibleText().contains(", Cutoff "));
        push(KeyCode.SPACE);
        until(() -> lanes.getAccessibleText().startsWith("bar 18 "));
        push(KeyCode.SPACE);
        until(() -> !desk().riding().playing());
        push(KeyCode.ESCAPE);
        until(() -> lookup("#riding-view").tryQuery().isEmpty());
        until(() -> node("#plot").isVisible());
        push(KeyCode.Z);
        until(() -> lookup("#riding-view").tryQuery().isPresent());
        push(KeyCode.DIGIT1);
        until(() -> lookup("#riding-view").tryQuery().isEmpty());
        assertThat(desk().selection().viewProperty().get()).isEqualTo(View.ROUTES);
    }

    /** Sections, tempo, metre and length are typed; what is no tempo is said in the form, and each is one step. */
    @Test
    void whatTimeIsMadeOfIsTyped() {
        Session before = desk().editing().session();
        interact(() -> desk().riding().locate(64));
        until(() -> desk().riding().positionBeat() == 64);
        push(KeyCode.CONTROL, KeyCode.G);
        type("Tail");
        until(() -> desk().editing().session().sections().stream()
                .anyMatch(s -> s.name().equals("Tail") && s.beat() == 64));
        // It begins a bar later by a key; by mouse it goes no farther than to its neighbours.
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.RIGHT);
        until(() -> desk().editing().session().sections().stream()
                .anyMatch(s -> s.name().equals("Tail") && s.beat() == 68));
        push(KeyCode.CONTROL, KeyCode.Z);
        interact(() -> desk().riding().locate(64));
        until(() -> desk().riding().positionBeat() == 64);
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.G);
        Node field = node("#timing-what");
        until(field::isFocused);
        assertThat(lookup(".header-panel .label").queryAs(Label.class).getText())
                .contains("With the beats stretch");
        write("fast");
        push(KeyCode.ENTER);
        until(() -> text("#timing-trouble").contains("fast"));
        interact(() -> ((TextField) field).setText("96"));
        push(KeyCode.ENTER);
        until(() -> desk().editing().timeline().tempo().points().size() == 2);
        assertThat(desk().editing().timeline().tempo().bpmAt(70)).isEqualTo(96);
        assertThat(desk().editing().timeline().tempo().bpmAt(60)).isEqualTo(84);
        push(KeyCode.CONTROL, KeyCode.M);
        type("7/8");
        until(() -> desk().editing().timeline().metre().metreOfBar(17).beatsInBar() == 7);
        push(KeyCode.CONTROL, KeyCode.L);
        type("60");
        until(() -> desk().editing().session().length()
                == desk().editing().timeline().metre().beatOfBar(61));
        assertThat(desk().time().to())
                .isLessThanOrEqualTo(desk().editing().session().length());
        for (int i = 0; i < 4; i++) {
            push(KeyCode.CONTROL, KeyCode.Z);
        }
        until(() -> desk().editing().session() == before);
    }

    /** Types into the field that has the focus, over what stands there. */
    private void type(String text) {
        Node field = node("#timing-what");
        until(field::isFocused);
        write(text);
        push(KeyCode.ENTER);
    }

    @Test
    void aRecipeHasANameAndAKeyAndIsOneStep() {
        refine(CUTOFF);
        until(() -> !text("#points-out").isEmpty());
        Session before = desk().editing().session();
        int usual = Integer.parseInt(text("#points-out"));
        push(KeyCode.B);
        until(() -> Integer.parseInt(text("#points-out")) < usual);
        assertThat(desk().editing().undoable()).contains("Broad recipe");
        clickOn("#recipe-close");
        until(() -> Integer.parseInt(text("#points-out")) > usual);
        assertThat(text("#middle")).endsWith("cents");
        push(KeyCode.SHIFT, KeyCode.U);
        ListView<?> rides = node("#recipe-lines");
        until(rides::isFocused);
        assertThat(text("#recipe-sum")).startsWith("2 of 2 rides: ").contains(" points before, ");
        push(KeyCode.SPACE);
        until(() -> text("#recipe-sum").startsWith("1 of 2 rides: "));
        push(KeyCode.SPACE);
        until(() -> text("#recipe-sum").startsWith("2 of 2 rides: "));
        String sum = text("#recipe-sum");
        push(KeyCode.ENTER);
        // The answer has the numbers of the dialog.
        until(() -> text("#trace-sentence").equals(sum + "."));
        push(KeyCode.CONTROL, KeyCode.Z);
        push(KeyCode.CONTROL, KeyCode.Z);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session() == before);
    }
}
