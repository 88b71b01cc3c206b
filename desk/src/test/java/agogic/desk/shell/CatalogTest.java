package agogic.desk.shell;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.device.Device;
import agogic.core.device.Exposure;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.desk.catalog.DeviceList;
import agogic.desk.catalog.FaceControl;
import agogic.desk.catalog.ParameterList;
import agogic.desk.model.View;
import agogic.standins.comet.SlowComet;
import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import org.junit.jupiter.api.Test;

/** The Catalog in the real window, by keyboard and by mouse, as its user works. */
public class CatalogTest extends WindowTest {
    @org.junit.jupiter.api.io.TempDir
    private java.nio.file.Path folder;

    /** Slow Comet with a hardware device of 600 parameters more: above a thousand. */
    private static Session large() {
        List<Parameter> parameters = new ArrayList<>();
        for (int i = 1; i <= 300; i++) {
            parameters.add(Parameter.continuous(
                    "c" + i, "Grain " + i + " · Cutoff", "Grain " + i, Unit.HERTZ, Taper.LOGARITHMIC, 40, 16_000, 900));
            parameters.add(Parameter.continuous(
                    "l" + i, "Grain " + i + " · Level", "Grain " + i, Unit.PERCENT, Taper.LINEAR, 0, 100, 50));
        }
        Session session = SlowComet.score().withDevice(Device.of("grains", "Grains", "", parameters, 64, List.of()));
        return session.withTracks(session.tracks().stream()
                .map(t -> !t.id().equals("glass")
                        ? t
                        : new agogic.core.session.Track(
                                t.id(),
                                t.name(),
                                t.bus(),
                                t.channel(),
                                List.of("partial-bank", "filter", "grains"),
                                t.clips()))
                .toList());
    }

    @Override
    Session session() {
        return large();
    }

    @Override
    int faster() {
        return 4;
    }

    private Exposure exposure(Target target) {
        return desk().editing().session().device(target.device()).exposure(target.parameter());
    }

    /** Everything from the search to a written envelope, without the mouse but for the drawn fader. */
    @Test
    void aParameterAmongAThousandIsFoundExposedNamedLanedAndRidden() {
        Target cutoff = new Target("grains", "c217");
        push(KeyCode.DIGIT2);
        push(KeyCode.CONTROL, KeyCode.F);
        write("cutoff 217");
        int all = desk().editing().session().devices().stream()
                .mapToInt(d -> d.parameters().size())
                .sum();
        assertThat(all).isGreaterThan(1_000);
        until(() -> text("#found").startsWith("1 of " + all));
        assertThat(exposure(cutoff)).isEqualTo(Exposure.HIDDEN);

        // Enter goes to the list, E exposes.
        push(KeyCode.ENTER);
        until(() -> text("#parameter-title").equals("Grain 217 · Cutoff"));
        assertThat(text("#why")).contains("hidden: nobody asked for it").contains("64 free sockets");
        push(KeyCode.E);
        until(() -> exposure(cutoff) == Exposure.EXPOSED);
        assertThat(text("#trace-sentence")).contains("took socket 1");

        // N names it; a name that is too long for the host is refused with a proposal.
        interact(() -> desk().editing()
                .edit("Limit", s -> s.withDevice(s.device("grains").limitedTo(8))));
        push(KeyCode.N);
        until(() -> lookup("#short-name").query().isFocused());
        push(KeyCode.CONTROL, KeyCode.A).write("Grain two seventeen").push(KeyCode.ENTER);
        until(() -> text("#trace-head").equals("Not done"));
        assertThat(text("#trace-sentence")).contains("the host shows 8").contains("would fit");
        push(KeyCode.CONTROL, KeyCode.A).write("G217 cut").push(KeyCode.ENTER);
        until(() -> desk().editing().session().parameter(cutoff).shortName().equals("G217 cut"));

        // L gives it a lane; a moved control is connected by A; R rides.
        push(KeyCode.ESCAPE);
        push(KeyCode.L);
        until(() -> desk().selection().viewProperty().get() == View.REFINE);
        push(KeyCode.DIGIT1);
        until(() -> desk().selection().viewProperty().get() == View.ROUTES);
        moveTo("#control-fader-8").moveBy(0, 20);
        press(MouseButton.PRIMARY).moveBy(0, -30).release(MouseButton.PRIMARY);
        until(() -> text("#trace-sentence").contains("Fader 8"));
        push(KeyCode.A);
        until(() -> desk().selection().selectedRoute().orElseThrow().hand().isPresent());
        push(KeyCode.R);
        until(() -> desk().frames().state().position() > 0.1 && desk().riding().playing());
        press(MouseButton.PRIMARY);
        for (int i = 0; i < 25; i++) {
            moveBy(0, i < 12 ? -2 : 2);
        }
        release(MouseButton.PRIMARY);
        sleep(300);
        push(KeyCode.SPACE);
        until(() -> !desk().editing().session().lane(cutoff).envelope().isEmpty());
        assertThat(desk().editing().session().lane(cutoff).stretches()).isNotEmpty();
    }

    @Test
    void onTheFaceAControlIsTouchedHeardAndExposed() {
        Target cutoff = new Target("drone", "blend");
        interact(() -> {
            desk().selection().viewProperty().set(View.CATALOG);
            window().catalog().model().deviceProperty().set("drone");
        });
        push(KeyCode.F);
        Parameter hidden = desk().editing().session().device("drone").parameters().stream()
                .filter(p -> exposure(new Target("drone", p.id())) == Exposure.HIDDEN && !p.stepped())
                .findFirst()
                .orElseThrow();
        Target target = new Target("drone", hidden.id());
        FaceControl control = lookup("#face-" + hidden.id()).queryAs(FaceControl.class);
        String before = control.getAccessibleText();
        assertThat(before).startsWith(hidden.name() + ", ").endsWith(", hidden");
        double stood = hidden.resting();
        moveTo(control).moveBy(0, -20);
        press(MouseButton.PRIMARY).moveBy(0, stood > 0.5 ? 40 : -40).release(MouseButton.PRIMARY);
        until(() -> desk().editing().session().parameter(target).resting() != stood);
        assertThat(desk().selection().touched().get(0)).isEqualTo(target);
        until(() -> !control.getAccessibleText().equals(before));
        double heard =
                desk().frames().state().value(desk().live().engine().index().of(target));
        assertThat(heard).isEqualTo(desk().editing().session().parameter(target).resting());
        push(KeyCode.E);
        until(() -> exposure(target) == Exposure.EXPOSED);
        until(() -> control.getAccessibleText().contains("exposed on socket"));
        push(KeyCode.CONTROL, KeyCode.Z);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session().parameter(target).resting() == stood);
        assertThat(cutoff.device()).isEqualTo(target.device());
    }

    @Test
    void aDeviceWithTooFewSocketsIsMadeToFitAndUndone() {
        push(KeyCode.DIGIT2);
        Session wanting = desk().editing().session();
        assertThat(wanting.device("partial-bank").wanted()).isNotEmpty();
        push(KeyCode.X);
        until(() -> text("#fit-after").startsWith("After: "));
        assertThat(text("#fit-sentence")).contains("offers 127 sockets");
        // The first step is switched off by the keyboard: another takes its place.
        String planned = text("#fit-after");
        see("#fit-steps");
        interact(() -> lookup("#fit-steps").queryListView().requestFocus());
        see("#fit-steps");
        interact(() -> lookup("#fit-steps").queryListView().getSelectionModel().select(0));
        push(KeyCode.SPACE);
        until(() ->
                text("#fit-after").startsWith("After: ") && !text("#fit-after").equals(planned));
        clickOn("#fit-compare");
        until(() -> lookup("After the plan: Partial Bank").tryQuery().isPresent());
        clickOn("#fit-apply");
        until(() -> desk().editing().session().device("partial-bank").wanted().isEmpty());
        assertThat(text("#trace-head")).isEqualTo("Fits");
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session() == wanting);
    }

    @Test
    void whatAScreenReaderGets() {
        push(KeyCode.DIGIT2);
        push(KeyCode.CONTROL, KeyCode.F);
        write("bank 12 level");
        until(() -> text("#found").startsWith("1 of "));
        push(KeyCode.ENTER);
        until(() -> text("#parameter-title").equals("Partial 12 · Level"));
        Session session = desk().editing().session();
        Target level = new Target("partial-bank", "p12-level");
        int socket = session.device("partial-bank").socketOf("p12-level");
        int points = session.lane(level).envelope().size();
        assertThat(ParameterList.spoken(session, new Target(Macro.DEVICE, "gone")))
                .isEmpty();
        assertThat(ParameterList.spoken(session, level))
                .isEqualTo("Partial 12 · Level, short P12 lvl, Partial Bank, −60 dB – 0 dB, exposed on socket " + socket
                        + ", " + points + " points");
        assertThat(node("#parameters").getAccessibleText())
                .isEqualTo(ParameterList.spoken(session, level) + ", row 1 of 1");
        Node grid = node("#sockets");
        assertThat(grid.getAccessibleText()).isEqualTo("socket " + socket + " of 128, exposed: Partial 12 · Level");
        interact(grid::requestFocus);
        push(KeyCode.END);
        until(() -> grid.getAccessibleText().startsWith("socket 128 of 128, reserved: Keep-alive"));
        assertThat(node("#search").getAccessibleText()).contains("words in any order");
        assertThat(DeviceList.spoken(session.device("partial-bank")))
                .isEqualTo("Partial Bank, 142 wanted, 127 offered, 712 parameters");
    }

    @Test
    void aSocketGetsAnotherNumberByTheKeyboardAfterSayingWhatChanges() {
        interact(() -> {
            desk().selection().viewProperty().set(View.CATALOG);
            window().catalog().model().choose(new Target("filter", "cutoff"));
            desk().editing()
                    .edit(
                            "Points",
                            s -> s.with(agogic.core.lane.Lane.drawn(
                                    new Target("filter", "resonance"),
                                    s.lane(new Target("filter", "cutoff")).envelope())));
        });
        Device before = desk().editing().session().device("filter");
        int from = before.socketOf("cutoff");
        Node grid = node("#sockets");
        interact(grid::requestFocus);
        push(KeyCode.CONTROL, KeyCode.RIGHT);
        until(() -> desk().editing().session().device("filter").socketOf("cutoff") == from + 1
                || lookup("Change the numbers?").tryQuery().isPresent());
        if (lookup("Change the numbers?").tryQuery().isPresent()) {
            assertThat(lookup(".dialog-pane").queryAll()).isNotEmpty();
            clickOn("Renumber");
        }
        until(() -> desk().editing().session().device("filter").socketOf("cutoff") == from + 1);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session().device("filter").socketOf("cutoff") == from);
    }

    @Test
    void takingBackTellsAllThatGoesAndLeavesNothing() {
        interact(() -> {
            desk().selection().viewProperty().set(View.CATALOG);
            window().catalog().model().choose(new Target("filter", "cutoff"));
        });
        Session before = desk().editing().session();
        push(KeyCode.DELETE);
        until(() -> lookup("Take back").tryQuery().isPresent());
        assertThat(this.<Label>node(".dialog-pane .content").getText())
                .startsWith("With it goes its socket, ")
                .contains("points")
                .contains("the route from Fader 1");
        clickOn("Take back");
        until(() -> exposure(new Target("filter", "cutoff")) == Exposure.HIDDEN);
        assertThat(desk().editing().session().routes()).hasSize(before.routes().size() - 1);
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> desk().editing().session() == before);
    }

    /** A template of one device, used on the one that is shown: what would change is told, one thing is chosen, undo. */
    @Test
    void aTemplateIsKeptAndUsedOnAnotherDevice() {
        askBy(folder.resolve("filter.json"));
        push(KeyCode.DIGIT2);
        interact(() -> desk().selection().show(new Target("filter", "cutoff")));
        interact(() -> window().acts().act("template-keep").run().run());
        until(() -> java.nio.file.Files.exists(folder.resolve("filter.json")));
        until(() -> text("#trace-sentence").contains("is in filter.json"));
        interact(() -> desk().selection().show(new Target("grains", "c1")));
        Session before = desk().editing().session();
        javafx.application.Platform.runLater(
                () -> window().acts().act("template-use").run().run());
        until(() -> lookup("#template-report").tryQuery().isPresent());
        javafx.scene.control.ComboBox<String> choice =
                lookup("#template-choose-cutoff").queryAs(javafx.scene.control.ComboBox.class);
        assertThat(desk().editing().session()).isSameAs(before);
        interact(() -> choice.getSelectionModel().select("Grain 7 · Cutoff"));
        assertThat(lookup("#template-report").queryListView().getItems().toString())
                .contains("Grains · Grain 7 · Cutoff is on socket");
        clickOn("Use it");
        Target chosen = new Target("grains", "c7");
        until(() -> exposure(chosen) == Exposure.EXPOSED);
        assertThat(desk().editing().session().routes())
                .filteredOn(r -> r.target().equals(chosen))
                .isNotEmpty();
        push(KeyCode.CONTROL, KeyCode.Z);
        until(() -> exposure(chosen) == Exposure.HIDDEN);
        assertThat(desk().editing().session()).isEqualTo(before);
    }
}
