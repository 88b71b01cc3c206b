package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.assign.Assigning;
import agogic.core.learn.Learning;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.surfaces.LearnPanel;
import agogic.standins.comet.SlowComet;
import agogic.standins.surfaces.SimulatedDevices;
import java.util.List;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Test;

/** What becomes of a learn when something else happens meanwhile. */
public class LearnerTest extends WindowTest {
    private static final Target SIZE = new Target("hall", "size");
    private static final Target TONE = new Target("drone", "tone");
    private static final Target RATE = new Target("chorus", "rate");

    @Override
    Session session() {
        return SlowComet.score();
    }

    private static void sweep(int number) {
        for (int v = 30; v < 60; v++) {
            SimulatedDevices.at("North Eight").send(new byte[] {(byte) 0xB0, (byte) number, (byte) v});
        }
    }

    private Learning learning() {
        return desk().learner().learningProperty().get();
    }

    @Test
    void anEditMeanwhileEndsItAndLeavesOutWhatWasLearnt() {
        interact(() -> desk().learner().begin(List.of(SIZE, TONE)));
        sweep(102);
        until(() -> learning().steps().size() == 1);
        interact(() -> desk().editing().edit("Loop", s -> s.withLoop(new agogic.core.session.Loop(0, 16, true))));
        until(() -> text("#trace-head").equals("Learning stopped"));
        assertThat(desk().learner().on()).isFalse();
        assertThat(desk().editing().session().routes()).isEqualTo(session().routes());
        // The hands are heard again.
        sweep(20);
        until(() -> text("#trace-sentence").startsWith("Fader 1 moved to"));
    }

    @Test
    void enterKeepsWhatWasLearntSoFar() {
        interact(() -> desk().learner().begin(List.of(SIZE, TONE, RATE)));
        assertThat(LearnPanel.lines(learning()))
                .containsExactly("▸  Long Hall · Size", "    Drone Pair · Tone", "    Slow Chorus · Rate");
        sweep(102);
        until(() -> learning().steps().size() == 1);
        // The second is left, the third not begun.
        interact(() -> desk().learner().leave());
        until(() -> learning().steps().size() == 2);
        assertThat(LearnPanel.lines(learning()))
                .containsExactly(
                        "✓  Long Hall · Size ← Knob 1", "–  Drone Pair · Tone, skipped", "▸  Slow Chorus · Rate");
        push(KeyCode.ENTER);
        until(() -> !desk().learner().on());
        assertThat(text("#trace-sentence")).startsWith("Knob 1 → ").endsWith(" · Size.");
        assertThat(desk().editing().session().routes())
                .hasSize(session().routes().size() + 1);
        assertThat(desk().editing().undoable()).contains("Learn a control for Size");
    }

    @Test
    void beginningAnotherLeavesTheFirst() {
        interact(() -> desk().learner().begin(List.of(SIZE)));
        interact(() -> desk().learner().begin(List.of(TONE)));
        until(() -> text("#trace-sentence").startsWith("Move a control for Drone Pair · Tone."));
        // Nothing was moved yet: there is nothing to take.
        interact(() -> desk().learner().take(Assigning.How.ADD));
        until(() -> text("#trace-head").equals("Nothing heard")
                || text("#trace-head").equals("Learning"));
        assertThat(desk().learner().on()).isTrue();
        sweep(103 + 1);
        until(() -> !desk().learner().on());
        assertThat(desk().editing().session().routes())
                .filteredOn(r -> r.target().equals(TONE))
                .hasSize(1);
        assertThat(desk().editing().session().routes())
                .noneMatch(r -> r.target().equals(SIZE));
    }

    @Test
    void withoutASurfaceOrWithoutATargetItSaysSo() {
        interact(() -> desk().learner().begin(List.of()));
        assertThat(text("#trace-sentence")).isEqualTo("Choose what a control is to move first.");
        interact(
                () -> desk().editing().edit("Bare", s -> s.withRoutes(List.of()).withSurfaces(List.of())));
        interact(() -> desk().learner().begin(List.of(SIZE)));
        assertThat(text("#trace-sentence"))
                .isEqualTo("The session has no surface yet: add one, then move its controls.");
        assertThat(desk().learner().on()).isFalse();
    }
}
