package agogic.core.assign;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import agogic.core.Pieces;
import agogic.core.device.Exposure;
import agogic.core.edit.macro.Macros;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.play.Engine;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.Page;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** Tying controls to things, and what is tied to what. */
class AssigningTest {
    private static final Hand ONE = new Hand("s", "fader-1");
    private static final Hand TWO = new Hand("s", "fader-2");

    private static Session piece() {
        List<Parameter> all = new ArrayList<>(Pieces.percents(5));
        all.add(Pieces.percent("keep").asReserved());
        return Pieces.of(Pieces.device(all, 4, "p1", "p2", "p3"));
    }

    private static Session paged() {
        Session session = piece();
        Surface surface = session.surfaces().get(0);
        return session.with(
                surface.paged(List.of(new Page("A", Optional.of("fader-4")), new Page("B", Optional.of("fader-3")))));
    }

    @Test
    void connectingGivesARouteAndASocketIfThereIsNone() {
        Session after = Assigning.connect(piece(), ONE, target("p4"), Assigning.How.ADD);
        assertThat(after.routes()).hasSize(1);
        assertThat(after.device(Pieces.DEVICE).exposure("p4")).isEqualTo(Exposure.EXPOSED);
        assertThat(Assigning.connect(after, ONE, target("p4"), Assigning.How.ADD))
                .isEqualTo(after);
        assertThatThrownBy(() -> Assigning.connect(piece(), ONE, target("keep"), Assigning.How.ADD))
                .hasMessageContaining("reserved");
    }

    @Test
    void aLaneThatWasOnlyDrawnGetsItsHand() {
        Session drawn = Pieces.drawn(piece(), "p1", 0, 0.2, 4, 0.6)
                .with(new Route(
                        "r",
                        Optional.empty(),
                        Span.straight(0.2, 0.4),
                        target("p1"),
                        agogic.core.route.WriteMode.READ,
                        true,
                        false,
                        Takeover.WHEN_THEY_MEET,
                        0,
                        true));
        Session after = Assigning.connect(drawn, ONE, target("p1"), Assigning.How.ADD);
        assertThat(after.routes()).hasSize(1);
        assertThat(after.route("r").hand()).contains(ONE);
        assertThat(after.route("r").span()).isEqualTo(Span.straight(0.2, 0.4));
    }

    @Test
    void addingAndTakingOverAreSaidBeforeAndDoWhatTheySay() {
        Session session = Pieces.routed(Pieces.routed(piece(), 1, "p1"), 2, "p2");
        String clash = Assigning.clash(session, ONE, target("p2")).orElseThrow();
        assertThat(clash)
                .isEqualTo("Fader 1 moves Name of p1 already. Add: it moves both. Replace: it moves only Name of p2."
                        + " Name of p2 is moved by Fader 2 already. Add: both move it. Replace: only Fader 1 does.");
        Session added = Assigning.connect(session, ONE, target("p2"), Assigning.How.ADD);
        assertThat(added.routes()).hasSize(3);
        assertThat(Overlap.of(added))
                .extracting(Overlap::kind)
                .containsExactlyInAnyOrder(Overlap.Kind.TWO_HANDS, Overlap.Kind.SEVERAL);
        Session taken = Assigning.connect(session, ONE, target("p2"), Assigning.How.TAKE_OVER);
        assertThat(taken.routes()).hasSize(1);
        assertThat(Overlap.of(taken)).isEmpty();
        assertThat(Assigning.clash(piece(), ONE, target("p2"))).isEmpty();
    }

    @Test
    void aTargetWithPointsKeepsItsLaneWhenItsHandIsTaken() {
        Session session = Pieces.drawn(Pieces.routed(piece(), 1, "p1"), "p1", 0, 0.2, 4, 0.6);
        Session taken = Assigning.connect(session, ONE, target("p2"), Assigning.How.TAKE_OVER);
        assertThat(taken.route("route-p1").hand()).isEmpty();
        assertThat(taken.lanes()).isEqualTo(session.lanes());
    }

    @Test
    void controlsOnDifferentPagesDoNotMeet() {
        Session session = Assigning.connect(paged(), ONE.on(1), target("p1"), Assigning.How.ADD);
        assertThat(Assigning.clash(session, ONE.on(2), target("p2"))).isEmpty();
        assertThat(Assigning.clash(session, ONE, target("p2"))).isPresent();
        Session both = Assigning.connect(session, ONE.on(2), target("p2"), Assigning.How.ADD);
        assertThat(Overlap.of(both)).isEmpty();
        Session moved = Assigning.onPage(both, both.routes().get(1).id(), 1);
        assertThat(Overlap.of(moved)).extracting(Overlap::kind).containsExactly(Overlap.Kind.SEVERAL);
        assertThatThrownBy(() -> Assigning.onPage(both, both.routes().get(1).id(), 5))
                .hasMessageContaining("page 5");
    }

    @Test
    void everyLineOfWhatControlsDoIsThere() {
        Session session = Assigning.connect(paged(), ONE.on(2), target("p1"), Assigning.How.ADD);
        session = session.with(Macro.named("m", "Comet"));
        session = Macros.add(session, "m", List.of(target("p2"), target("p3")), false);
        session = Assigning.connect(session, TWO, new Target(Macro.DEVICE, "m"), Assigning.How.ADD);
        List<Assignment> all = Assignment.of(session);
        assertThat(all)
                .extracting(Assignment::does)
                .containsExactly(
                        "Device · Name of p1", "Macro · Comet (2 members)", "Turns to page B", "Turns to page A");
        assertThat(all).extracting(Assignment::pageName).containsExactly("B", "all", "all", "all");
        assertThat(all.get(0).from() + " to " + all.get(0).to()).isEqualTo("0 % to 100 %");
        Session clash = session.with(Route.of("x", TWO.on(1), Span.FULL, target("p2")));
        assertThat(Overlap.of(clash)).anyMatch(o -> o.kind() == Overlap.Kind.WITH_MACRO && o.about(TWO));
    }

    @Test
    void twoControlsThatSpeakAlikeAreFound() {
        Session session = piece();
        Surface surface = session.surfaces()
                .get(0)
                .with(new Control("x", "Extra", Control.Kind.KNOB, new Address.CcPair(Address.ANY, 20), -1));
        assertThat(Overlap.of(session.with(surface)))
                .extracting(Overlap::sentence)
                .containsExactly(
                        "Fader 1 and Extra both send CC 20+52 · 14-bit · any channel: only the second is heard."
                                + " Learn one of them again.");
    }

    @Test
    void aButtonTurnsThePageAndTheOtherRoutesCountThen() {
        Session session = Assigning.connect(paged(), ONE.on(1), target("p1"), Assigning.How.ADD);
        session = Assigning.connect(session, ONE.on(2), target("p2"), Assigning.How.ADD);
        session = Assigning.takingOver(session, ONE, Takeover.WHEN_THEY_MEET);
        Engine engine = new Engine(session);
        engine.tick(0);
        assertThat(engine.live().page(0)).isEqualTo(1);
        send(engine, 20, 127, 1);
        send(engine, 20, 0, 2);
        assertThat(value(engine, "p1")).as("picked up on the way down").isEqualTo(0);
        send(engine, 22, 127, 3);
        assertThat(engine.live().page(0)).isEqualTo(2);
        send(engine, 20, 30, 4);
        assertThat(value(engine, "p2")).as("the fader has to meet it first").isEqualTo(0.5);
        send(engine, 20, 100, 5);
        assertThat(value(engine, "p2")).isGreaterThan(0.7);
        assertThat(value(engine, "p1")).isEqualTo(0);
        engine.turn(0, 1);
        engine.tick(6);
        assertThat(engine.live().page(0)).isEqualTo(1);
        engine.turn(0, 9);
        engine.tick(7);
        assertThat(engine.live().page(0)).as("there is no page 9").isEqualTo(1);
    }

    private static void send(Engine engine, int controller, int data, long nanos) {
        engine.port(0).message(0xB0, controller, data, nanos);
        engine.tick(nanos);
    }

    private static double value(Engine engine, String parameter) {
        return engine.live().value(engine.index().of(target(parameter)));
    }
}
