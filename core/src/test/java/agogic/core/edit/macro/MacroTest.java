package agogic.core.edit.macro;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.Pieces;
import agogic.core.device.Exposure;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.lane.Lane;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.parameter.Parameter;
import agogic.core.plan.Heard;
import agogic.core.play.Engine;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Resting;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

/** One value that moves several. */
class MacroTest {
    private static Session piece(int n) {
        List<Parameter> all = new ArrayList<>(Pieces.percents(n));
        all.add(Parameter.stepped("three", "Three", "", 0, "a", "b", "c"));
        all.add(Parameter.stepped("four", "Four", "", 0, "a", "b", "c", "d"));
        all.add(Pieces.percent("keep").asReserved());
        String[] exposed =
                all.stream().filter(p -> !p.reserved()).map(Parameter::id).toArray(String[]::new);
        return Pieces.of(Pieces.device(all, 40, exposed));
    }

    private static Session group(double... rests) {
        Session session = piece(rests.length);
        List<Target> targets = new ArrayList<>();
        for (int i = 0; i < rests.length; i++) {
            targets.add(target("p" + (i + 1)));
            session = Resting.at(session, targets.get(i), rests[i]);
        }
        session = session.with(Macro.named("m", "Drift"));
        return Macros.add(session, "m", targets, true);
    }

    private static final Target MACRO = new Target(Macro.DEVICE, "m");

    /** The session with the macro standing at {@code place}, as heard. */
    private static double[] values(Session session, double place, int n) {
        Heard heard = new Heard(Resting.at(session, MACRO, place));
        double[] values = new double[n];
        for (int i = 0; i < n; i++) {
            values[i] = heard.valueAt(target("p" + (i + 1)), 0);
        }
        return values;
    }

    @Property(tries = 300)
    void distancesAreKeptUntilTheWallAndTheReachIsWhatASearchFinds(
            @ForAll @Size(min = 2, max = 6) List<@DoubleRange(min = 0, max = 1) Double> rests,
            @ForAll @DoubleRange(min = 0.1, max = 2) double scale) {
        double[] r = rests.stream().mapToDouble(x -> x).toArray();
        Session session = group(r);
        session = session.with(session.macro("m").scaled(scale));
        Travel travel = Travel.of(session, session.macro("m")).orElseThrow();
        double up = Math.min(0.5, travel.up());
        double down = Math.min(0.5, travel.down());
        for (double part : new double[] {0, 0.3, 0.999}) {
            for (double m : new double[] {0.5 + part * up, 0.5 - part * down}) {
                double[] v = values(session, m, r.length);
                for (int i = 1; i < r.length; i++) {
                    assertThat(v[i] - v[0]).isCloseTo(r[i] - r[0], within(1e-12));
                }
            }
        }
        assertThat(travel.up()).isCloseTo(search(r, scale, 1), within(1e-9));
        assertThat(travel.down()).isCloseTo(search(r, scale, -1), within(1e-9));
    }

    /** How far the macro goes until a distance changes, by halving. */
    private static double search(double[] rests, double scale, int way) {
        double free = 0;
        double wall = 100;
        for (int i = 0; i < 90; i++) {
            double mid = (free + wall) / 2;
            boolean inside = true;
            for (double rest : rests) {
                double value = rest + scale * way * mid;
                inside &= value >= 0 && value <= 1;
            }
            free = inside ? mid : free;
            wall = inside ? wall : mid;
        }
        return free;
    }

    @Property(tries = 200)
    void afterTheOneActTheWholeWayIsFree(
            @ForAll @Size(min = 2, max = 6) List<@DoubleRange(min = 0.05, max = 0.95) Double> rests) {
        double[] r = rests.stream().mapToDouble(x -> x).toArray();
        Session before = group(r);
        Session session = Travel.fullWay(before, "m");
        Macro macro = session.macro("m");
        Travel travel = Travel.of(session, macro).orElseThrow();
        assertThat(travel.whole(macro)).isTrue();
        assertThat(travel.up()).isCloseTo(travel.down(), within(1e-9));
        assertThat(travel.shift()).isCloseTo(0, within(1e-12));
        for (double m : new double[] {0, 0.25, 1}) {
            double[] v = values(session, m, r.length);
            for (int i = 1; i < r.length; i++) {
                assertThat(v[i] - v[0]).isCloseTo(r[i] - r[0], within(1e-12));
            }
        }
        double[] top = values(session, 1, r.length);
        assertThat(java.util.Arrays.stream(top).max().orElseThrow())
                .as("it ends at the wall")
                .isCloseTo(1, within(1e-12));
    }

    @Test
    void aGroupAtOppositeWallsCannotTravelAndSaysSo() {
        assertThatThrownBy(() -> Travel.fullWay(group(0, 1), "m"))
                .hasMessageContaining("Name of p1 and Name of p2 lie at opposite walls");
        assertThatThrownBy(() -> Travel.fullWay(piece(1).with(Macro.named("m", "Drift")), "m"))
                .hasMessageContaining("no members that keep their distances");
    }

    /** Common practice: a switch with n positions owns 1/n of the way each. */
    @Test
    void twoParametersOfOneHandMoveAgainstEachOtherAndSwitchesStepAtTheirOwnBorders() {
        Session session = piece(2);
        Hand hand = new Hand("s", "fader-1");
        session = session.with(Route.of("a", hand, Span.FULL, target("p1")))
                .with(Route.of("b", hand, Span.straight(1, 0), target("p2")))
                .with(Route.of("c", hand, Span.FULL, target("three")))
                .with(Route.of("d", hand, Span.FULL, target("four")));
        Engine engine = new Engine(session);
        engine.tick(0);
        for (int code = 0; code <= 127; code++) {
            engine.port(0).message(0xB0, 20, code, code + 1);
            engine.tick(code + 1);
            double x = agogic.core.midi.MidiScale.normalised7(code);
            assertThat(value(engine, "p1") + value(engine, "p2")).isCloseTo(1, within(1e-12));
            assertThat(value(engine, "three")).isEqualTo((Math.min(2, (int) (x * 3)) + 0.5) / 3);
            assertThat(value(engine, "four")).isEqualTo((Math.min(3, (int) (x * 4)) + 0.5) / 4);
        }
    }

    private static double value(Engine engine, String parameter) {
        return engine.live().value(engine.index().of(target(parameter)));
    }

    @Test
    void aHandOnAMacroMovesItsMembersEachThroughItsSpan() {
        Session session = piece(2).with(Macro.named("m", "Comet"));
        session = Macros.add(session, "m", List.of(target("p1"), target("p2")), false);
        session = session.with(session.macro("m").with(new Member.BySpan(target("p2"), Span.straight(0.8, 0.2))));
        session = session.with(Route.of("r", new Hand("s", "fader-1"), Span.FULL, MACRO));
        Engine engine = new Engine(session);
        engine.tick(0);
        assertThat(value(engine, "p1")).as("the macro stands in the middle").isEqualTo(0.5);
        engine.port(0).message(0xB0, 20, 127, 1);
        engine.tick(2);
        assertThat(value(engine, "p1")).isEqualTo(1);
        assertThat(value(engine, "p2")).isEqualTo(0.2);
    }

    @Test
    void theMacrosLanePlaysThroughItsMembersAndWhatIsHeardIsWhatTheEnginePlays() {
        Session session = group(0.3, 0.5);
        session = session.with(Lane.drawn(MACRO, Envelope.of(List.of(new Point(0, 0.5), new Point(8, 0.9)))));
        session = Pieces.drawn(session, "p2", 0, 0.5, 8, 0.4);
        Heard heard = new Heard(session);
        Engine engine = new Engine(session);
        engine.play();
        engine.tick(0);
        for (int i = 1; i < 8; i++) {
            engine.tick(i * 1_000_000_000L);
            assertThat(value(engine, "p1")).isCloseTo(0.3 + 0.05 * i, within(1e-9));
            assertThat(value(engine, "p2")).isCloseTo(0.5 - 0.0125 * i + 0.05 * i, within(1e-9));
            assertThat(value(engine, "p1")).isCloseTo(heard.valueAt(target("p1"), i), within(1e-9));
            assertThat(value(engine, "p2")).isCloseTo(heard.valueAt(target("p2"), i), within(1e-9));
        }
    }

    @Test
    void aMacroMovesAMacroAndARingIsRefusedInWords() {
        Session session = piece(1).with(Macro.named("a", "Outer")).with(Macro.named("b", "Inner"));
        Target inner = new Target(Macro.DEVICE, "b");
        session = Macros.add(session, "a", List.of(inner), false);
        session = Macros.add(session, "b", List.of(target("p1")), false);
        Session both = Resting.at(session, new Target(Macro.DEVICE, "a"), 0.8);
        assertThat(new Heard(both).valueAt(target("p1"), 0)).isEqualTo(0.8);
        assertThatThrownBy(() -> Macros.add(both, "b", List.of(new Target(Macro.DEVICE, "a")), false))
                .hasMessageContaining("A ring of macros: Outer moves Inner moves Outer again");
        assertThatThrownBy(() -> Macros.add(both, "a", List.of(target("p1")), false))
                .hasMessageContaining("is moved by two macros");
        assertThatThrownBy(() -> Macros.add(both, "a", List.of(target("keep")), false))
                .hasMessageContaining("reserved");
    }

    @Test
    void whatDoesNotFitTogetherIsSaidNotRefused() {
        Session session = Macros.add(group(0.2, 0.4), "m", List.of(target("three")), true);
        assertThat(Travel.warnings(session, session.macro("m")))
                .anyMatch(w -> w.contains("their units differ"))
                .anyMatch(w -> w.contains("moves in steps"));
        assertThat(Travel.warnings(group(0.2, 0.4), group(0.2, 0.4).macro("m"))).isEmpty();
    }

    @Test
    void oneSocketReachesMembersThatHaveNone() {
        Session session = Pieces.of(Pieces.device(Pieces.percents(4), 2, "p1")).with(Macro.named("m", "All"));
        session = Macros.add(session, "m", List.of(target("p2"), target("p3"), target("p4")), false);
        session = session.with(session.macro("m").with(new Member.BySpan(target("p4"), Span.straight(1, 0.5))));
        assertThat(Macros.unreached(session, session.macro("m"))).hasSize(3);
        Session reached = Macros.reachThroughOneSocket(session, "m");
        assertThat(reached.device(Pieces.DEVICE).taken())
                .as("one socket more, for three")
                .isEqualTo(2);
        assertThat(Macros.unreached(reached, reached.macro("m"))).isEmpty();
        Session moved = Resting.at(reached, MACRO, 0.25);
        assertThat(new Heard(moved).valueAt(target("p3"), 0)).isEqualTo(0.25);
        assertThat(new Heard(moved).valueAt(target("p4"), 0)).isCloseTo(0.875, within(1e-12));
        Session full = Pieces.of(Pieces.device(Pieces.percents(4), 1, "p1")).with(Macro.named("m", "All"));
        Session none = Macros.add(full, "m", List.of(target("p2")), false);
        assertThatThrownBy(() -> Macros.reachThroughOneSocket(none, "m")).hasMessageContaining("no socket left");
        assertThat(reached.device(Pieces.DEVICE).exposure("p4")).isEqualTo(Exposure.EXPOSED);
    }

    @Test
    void deletingAMacroIsComplete() {
        Session session = group(0.3, 0.5)
                .with(Macro.named("o", "Outer"))
                .with(Lane.drawn(MACRO, Envelope.of(List.of(new Point(0, 0.5)))))
                .with(Route.of("r", new Hand("s", "fader-1"), Span.FULL, MACRO));
        session = Macros.add(session, "o", List.of(MACRO), false);
        Session gone = Macros.delete(session, "m");
        assertThat(gone.macros()).hasSize(1);
        assertThat(gone.macros().get(0).members()).isEmpty();
        assertThat(gone.routes()).isEmpty();
        assertThat(gone.lanes()).isEmpty();
        assertThat(Macros.fresh(gone, "Outer").name()).isEqualTo("Outer 2");
    }
}
