package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.session.Session;
import agogic.desk.aloud.Speaker;
import agogic.desk.model.View;
import agogic.standins.comet.SlowComet;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;

/** A person who hears the window instead of seeing it rides eight bars and looks at them, by keys alone. */
class AloudTest extends WindowTest {
    private final List<String> heard = new CopyOnWriteArrayList<>();

    @Override
    Session session() {
        return SlowComet.score();
    }

    private void hears(String... words) {
        try {
            until(() -> heard.stream().anyMatch(h -> List.of(words).stream().allMatch(h::contains)));
        } catch (AssertionError e) {
            throw new AssertionError(List.of(words) + " was not among what was heard: " + heard, e);
        }
    }

    private void standIn() {
        interact(() -> window().speakBy(new Speaker() {
            @Override
            public void speak(String words, boolean now) {
                heard.add(words);
            }

            @Override
            public void hush() {
                heard.add("(hush)");
            }

            @Override
            public String whyNot() {
                return "";
            }
        }));
    }

    @Test
    void ridingAndLookingAreHeard() {
        standIn();
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.A);
        hears("Aloud", "are spoken");
        push(KeyCode.DIGIT2);
        hears("Catalog, Slow Comet");
        push(KeyCode.DIGIT1);
        hears("Routes, Slow Comet");
        interact(() -> node("#routes").requestFocus());
        hears("Routes, ", "Cutoff of Two-Pole Filter", "list");
        push(KeyCode.DOWN);
        hears("Brightness of Partial Bank");
        push(KeyCode.UP);
        push(KeyCode.SHIFT, KeyCode.F1);
        hears("Words of a key that is looked for", "empty, field");
        push(KeyCode.ESCAPE);
        interact(
                () -> desk().riding().locate(desk().editing().timeline().metre().beatOfBar(17)));
        push(KeyCode.R);
        hears("Count-in", "bar 17");
        until(() -> desk().riding().positionBeat()
                > desk().editing().timeline().metre().beatOfBar(17));
        interact(() -> node("#control-fader-1").requestFocus());
        hears("Fader 1, moves Cutoff");
        for (int i = 0; i < 6; i++) {
            push(KeyCode.UP);
        }
        until(() -> desk().riding().positionBeat()
                > desk().editing().timeline().metre().beatOfBar(25));
        push(KeyCode.R);
        hears("Written", "Cutoff");
        push(KeyCode.L);
        until(() -> desk().selection().viewProperty().get() == View.REFINE);
        interact(() -> node("#plot").requestFocus());
        hears("Cutoff, ", " points from ");
        push(KeyCode.RIGHT);
        hears("point ", " of ", "Hz");
        push(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.A);
        hears("(hush)");
        int then = heard.size();
        push(KeyCode.DIGIT1);
        assertThat(heard).hasSize(then);
    }
}
