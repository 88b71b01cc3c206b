package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.assign.Assigning;
import agogic.core.assign.Overlap;
import agogic.core.check.Finding;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.session.Moved;
import agogic.core.session.Session;
import agogic.desk.model.View;
import agogic.standins.comet.SlowComet;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;

/** Macros in the real window: made, learnt, ridden, refused, found. */
public class MacrosTest extends WindowTest {
    @Override
    Session session() {
        return SlowComet.session();
    }

    @Override
    int faster() {
        return 4;
    }

    private double value(Target target) {
        return desk().frames().state().value(desk().live().engine().index().of(target));
    }

    private static Target azimuth(int comet) {
        return new Target("panner-" + comet, "azimuth");
    }

    @Test
    void whatIsChosenInTheCatalogBecomesAGroupThatKeepsItsDistances() {
        interact(() -> desk().editing().edit("Bare", s -> {
            Session bare = s.withLanes(List.of()).withRoutes(List.of()).withMacros(List.of());
            return bare;
        }));
        push(KeyCode.DIGIT2);
        push(KeyCode.CONTROL, KeyCode.F);
        write("azimuth");
        until(() -> text("#found").startsWith("5 of "));
        push(KeyCode.ENTER);
        for (int i = 0; i < 4; i++) {
            push(KeyCode.SHIFT, KeyCode.DOWN);
        }
        push(KeyCode.K);
        until(() -> desk().selection().viewProperty().get() == View.SURFACES);
        Macro macro = desk().editing().session().macros().get(0);
        assertThat(macro.members()).hasSize(5).allMatch(m -> m instanceof Member.ByOffset);
        // An azimuth goes round: it comes to no limit.
        assertThat(text("#macro-reach")).startsWith("The full range is free");

        push(KeyCode.M);
        until(() -> text("#trace-sentence").startsWith("Move a control for Macro · Macro."));
        moveTo("#hand-knob-8");
        press(MouseButton.PRIMARY).moveBy(0, -20).moveBy(0, -10).release(MouseButton.PRIMARY);
        until(() -> !desk().learner().on());
        double apart = value(azimuth(5)) - value(azimuth(1));
        double stood = value(azimuth(1));
        press(MouseButton.PRIMARY).moveBy(0, -20).release(MouseButton.PRIMARY);
        until(() -> value(azimuth(1)) != stood);
        assertThat(value(azimuth(5)) - value(azimuth(1))).isCloseTo(apart, within(1e-12));
        // Undone: first what the hand left, then the wire, then the macro.
        for (int i = 0; i < 6 && !desk().editing().session().macros().isEmpty(); i++) {
            push(KeyCode.CONTROL, KeyCode.Z);
        }
        assertThat(desk().editing().session().macros()).isEmpty();
    }

    @Test
    void aMemberIsNotMovedByItselfAndSaysWhatMovesIt() {
        Target width = new Target("drone", "width");
        double stood = value(width);
        interact(() -> desk().standing().moveOnFace(width, 0.9, 0.01, true));
        until(() -> text("#trace-head").equals("Not moved"));
        assertThat(text("#trace-sentence")).isEqualTo("Width moves with the macro Afterglow: move that.");
        assertThat(value(width)).isEqualTo(stood);
        push(KeyCode.A);
        until(() -> desk().selection().viewProperty().get() == View.SURFACES);
        Node fan = node("#macro-fan");
        until(() -> fan.isVisible() && fan.getAccessibleText().contains("moved by the macro Afterglow"));
        // Nor can a control be learnt for it.
        interact(() -> desk().learner().begin(List.of(width)));
        until(() -> text("#trace-head").equals("Not done"));
        assertThat(text("#trace-sentence")).contains("Connect the control to the macro, or remove it from the macro.");
    }

    @Test
    void aMacroIsRiddenLikeAnythingElse() {
        Target glow = new Target(Macro.DEVICE, "afterglow");
        Route route = desk().editing().session().routes().stream()
                .filter(r -> r.target().equals(glow))
                .findFirst()
                .orElseThrow();
        interact(() -> desk().selection().selectedProperty().set(route.id()));
        Session before = desk().editing().session();
        push(KeyCode.R);
        until(() -> desk().riding().playing() && desk().frames().state().position() > 0.1);
        moveTo("#control-fader-5").moveBy(0, 20);
        press(MouseButton.PRIMARY);
        for (int i = 0; i < 20; i++) {
            moveBy(0, i < 10 ? -3 : 2);
        }
        release(MouseButton.PRIMARY);
        sleep(400);
        push(KeyCode.SPACE);
        until(() -> !desk().editing().session().lane(glow).stretches().isEmpty());
        assertThat(text("#trace-head")).isEqualTo("Written");
        assertThat(text("#trace-sentence")).contains("Fader 5 → Macro · Afterglow");
        assertThat(Moved.overTime(desk().editing().session(), new Target("hall", "mix")))
                .as("its members move over time now")
                .isTrue();
        push(KeyCode.L);
        until(() -> text("#trace-head").equals("Written")
                && desk().selection().viewProperty().get() == View.REFINE);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session().lane(glow).stretches().isEmpty());
        assertThat(desk().editing().session().lanes()).isEqualTo(before.lanes());
    }

    @Test
    void twoHandsOnOneThingAreFoundAndMended() {
        interact(() -> desk().editing()
                .edit(
                        "Second hand",
                        s -> Assigning.connect(
                                s,
                                new Hand("north-eight", "knob-4"),
                                new Target("echo", "feedback"),
                                Assigning.How.ADD)));
        push(KeyCode.DIGIT3);
        until(() -> lookup("#hand-knob-4").<Node>query().getAccessibleText().endsWith(", in conflict"));
        assertThat(node("#hand-fader-3").getAccessibleText()).endsWith(", in conflict");
        assertThat(text("#assignment-count")).endsWith(" · 1 conflict");
        clickOn("#hand-knob-4");
        until(() -> text("#hand-trouble").startsWith("Feedback is moved by Fader 3 and Knob 4 at the same time"));
        push(KeyCode.DIGIT2);
        clickOn("#side-findings");
        ListView<Finding> findings = node("#findings");
        until(() -> findings.getItems().stream().anyMatch(f -> f.kind() == Finding.Kind.TWO_HANDS));
        interact(() -> {
            findings.requestFocus();
            findings.getSelectionModel()
                    .select(findings.getItems().stream()
                            .filter(f -> f.kind() == Finding.Kind.TWO_HANDS)
                            .findFirst()
                            .orElseThrow());
        });
        push(KeyCode.ENTER);
        until(() -> Overlap.of(desk().editing().session()).stream()
                .noneMatch(o -> o.kind().conflict()));
        assertThat(text("#trace-sentence")).endsWith("Keep Fader 3: done.");
    }

    @Test
    void whatNoHandMayMoveCannotBeChosen() {
        push(KeyCode.DIGIT3);
        clickOn("#hand-fader-8");
        push(KeyCode.C);
        until(() -> lookup("#choose-search").tryQuery().filter(Node::isFocused).isPresent());
        write("keep-alive");
        until(() -> lookup("#choose-list").queryListView().getItems().size() == 1);
        assertThat(text("#choose-meaning")).isEqualTo("Keep-alive is reserved for the device itself.");
        assertThat(node("OK").isDisabled()).isTrue();
        push(KeyCode.CONTROL, KeyCode.A);
        write("nothing like that");
        until(() -> text("#choose-meaning").equals("Nothing has all of these words."));
        push(KeyCode.ESCAPE);
        until(() -> lookup("#choose-search").tryQuery().isEmpty());
        assertThat(desk().editing().unsaved()).isFalse();
    }

    /** In Routes M learns a control for the selected row; in use already, it can be left as it is. */
    @Test
    void aControlIsLearntForTheSelectedRowAndLeft() {
        Session before = desk().editing().session();
        push(KeyCode.M);
        until(() -> desk().learner().on());
        moveTo("#control-knob-6");
        press(MouseButton.PRIMARY).moveBy(0, -15).moveBy(0, -15).release(MouseButton.PRIMARY);
        until(() -> text("#trace-head").equals("In use"));
        assertThat(text("#trace-sentence"))
                .contains("Knob 6 moves Spread already.")
                .contains("Cutoff is moved by Fader 1 already.");
        push(KeyCode.ALT, KeyCode.A);
        until(() -> !desk().learner().on());
        assertThat(desk().editing().session()).isSameAs(before);
        assertThat(text("#trace-head")).isEqualTo("Stopped");
    }
}
