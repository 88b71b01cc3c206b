package agogic.desk.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.macro.Macro;
import agogic.core.play.Engine;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.surface.Surface;
import agogic.standins.comet.SlowComet;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What a control fans out to, as data. */
public class StrandTest {
    private static final Session COMET = SlowComet.score();
    private static final Surface NORTH = COMET.surface("north-eight");

    private static List<Strand> of(String control) {
        return Strand.of(COMET, NORTH, NORTH.find(control));
    }

    @Test
    void aControlFansOutOnAllPagesAndItsMacroIntoItsMembers() {
        List<Strand> strands = of("fader-5");
        assertThat(strands)
                .extracting(s -> s.target().toString())
                .containsExactly(
                        "macros/afterglow",
                        "hall/mix",
                        "chorus/mix",
                        "drone/width",
                        "drone/octave",
                        "panner-5/elevation");
        assertThat(strands).extracting(Strand::depth).containsExactly(0, 1, 1, 1, 1, 0);
        assertThat(strands).extracting(Strand::page).containsExactly("Glass", "", "", "", "", "Comets");
        assertThat(of("button-5")).isEmpty();
    }

    @Test
    void readsItsRangeInItsUnit() {
        List<Strand> strands = of("fader-5");
        assertThat(strands.get(1).range(COMET)).isEqualTo("25 % – 85 %");
        assertThat(strands.get(4).range(COMET)).isEqualTo("Lower · Even · Higher");
        assertThat(Strand.of(COMET.macro("drift"), 0).get(0).range(COMET)).isEqualTo("keeps its distance");
        assertThat(strands.get(3).spoken(COMET, "45 %"))
                .isEqualTo("Width of Drone Pair, 100 % – 20 %, reversed, 45 %, moved by the macro Afterglow");
        assertThat(strands.get(5).spoken(COMET, "20°"))
                .isEqualTo("Elevation of Dome Panner 5, 0° – 80°, 20°, on page Comets");
    }

    @Test
    void theLiveInputIsThatOfTheHandAndOfTheMacro() {
        Engine engine = new Engine(COMET);
        engine.tick(0);
        List<Strand> strands = of("fader-5");
        assertThat(strands.get(0).input(engine.playing())).isNaN();
        engine.port(0).message(0xB0, 24, 127, 1_000);
        engine.tick(1_000_000);
        assertThat(strands.get(0).input(engine.playing())).isEqualTo(1);
        assertThat(strands.get(1).input(engine.playing())).isEqualTo(1);
        Target mix = new Target("hall", "mix");
        assertThat(engine.live().value(engine.index().of(mix))).isCloseTo(0.85, within(1e-9));
        assertThat(engine.live().value(engine.index().of(new Target(Macro.DEVICE, "afterglow"))))
                .isEqualTo(1);
        // On the other page the fader waits: Elevation stands elsewhere.
        engine.turn(0, 2);
        engine.tick(2_000_000);
        engine.port(0).message(0xB0, 24, 100, 2_000_001);
        engine.tick(3_000_000);
        assertThat(strands.get(5).waitsAt(COMET, engine.playing())).isCloseTo(0.25, within(1e-9));
        assertThat(strands.get(0).waitsAt(COMET, engine.playing())).isNaN();
    }
}
