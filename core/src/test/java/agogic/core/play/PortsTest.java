package agogic.core.play;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.Pieces;
import agogic.core.midi.MidiParser;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.session.Resting;
import agogic.core.session.Session;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** What comes into the ports, whatever it is. */
class PortsTest {
    /** A surface with a control of every kind of message, so that garbage finds every way in. */
    private static Session everything() {
        Session session = Pieces.routed(Pieces.of(Pieces.device(Pieces.percents(2), 2, "p1", "p2")), 1, "p1");
        Surface surface = session.surfaces().get(0);
        List<Address> addresses = List.of(
                new Address.CcPair(2, 3),
                new Address.Nrpn(Address.ANY, 500),
                new Address.Rpn(3, 2),
                new Address.Bend(Address.ANY),
                new Address.Pressure(4),
                new Address.KeyPressure(5, 60),
                new Address.Note(6, 61),
                new Address.Relative(7, 85, Address.Encoding.FROM_CENTRE));
        for (int i = 0; i < addresses.size(); i++) {
            surface = surface.with(new Control("c" + i, "C" + i, Control.Kind.PAD, addresses.get(i), 20 + i));
            session = session.with(surface).with(Route.of("r" + i, new Hand("s", "c" + i), Span.FULL, target("p2")));
        }
        return session;
    }

    @Test
    void aHundredThousandRandomBytesDoNoHarmAndTheNextMessageIsHeard() {
        for (int seed = 1; seed <= 5; seed++) {
            Random random = new Random(seed);
            Engine engine = new Engine(everything());
            MidiParser parser = new MidiParser(engine.port(0));
            engine.play();
            engine.tick(0);
            for (int i = 1; i <= 100_000; i++) {
                parser.accept(random.nextInt(256), i * 1000L);
                if (i % 500 == 0) {
                    engine.tick(i * 1000L);
                }
            }
            parser.accept(new byte[] {(byte) 0xB0, 20, 127}, 200_000_000);
            engine.tick(200_000_001);
            assertThat(engine.live().value(engine.index().of(target("p1")))).isEqualTo(1);
            assertThat(engine.port(0).lost()).isZero();
        }
    }

    @Test
    void anEncoderCountsFromWhereItsParameterStands() {
        Session session = Resting.at(everything(), target("p2"), 0.25);
        session = session.withRoutes(
                session.routes().stream().filter(r -> r.id().equals("r7")).toList());
        Engine engine = new Engine(session);
        engine.port(0).message(0xB6, 85, 66, 1);
        engine.tick(2);
        assertThat(engine.live().value(engine.index().of(target("p2")))).isEqualTo(0.25 + 2 / 128.0);
        engine.hand(target("p2"), 0.75, 0, false, 0);
        engine.tick(3);
        engine.port(0).message(0xB6, 85, 63, 4);
        engine.tick(5);
        assertThat(engine.live().value(engine.index().of(target("p2")))).isEqualTo(0.75 - 1 / 128.0);
    }

    @Test
    void anEncoderGetsThroughTheStepsOfASwitch() {
        Session session = everything();
        agogic.core.device.Device device = Pieces.device(
                List.of(agogic.core.parameter.Parameter.stepped("sw", "Switch", "", 0, "a", "b", "c", "d")), 2, "sw");
        Session piece = Pieces.of(device)
                .with(session.surfaces().get(0))
                .with(Route.of("r", new Hand("s", "c7"), Span.FULL, target("sw")));
        Engine engine = new Engine(piece);
        for (int i = 1; i <= 40; i++) {
            engine.port(0).message(0xB6, 85, 66, i);
            engine.tick(i);
        }
        assertThat(engine.live().value(engine.index().of(target("sw")))).isEqualTo(3.5 / 4);
    }

    @Test
    void whileTheEngineListensNothingMovesAndTheBytesAreHandedOn() {
        Engine engine = new Engine(everything());
        engine.listen(true);
        engine.port(0).message(0xB0, 20, 127, 1);
        engine.port(0).message(0xB9, 99, 1, 2);
        engine.tick(3);
        assertThat(engine.live().value(engine.index().of(target("p1")))).isEqualTo(0.5);
        assertThat(engine.live().control(0, 0))
                .as("where the control stands is followed")
                .isEqualTo(1);
        assertThat(engine.live().lastEvent()).isNull();
        List<Integer> got = new ArrayList<>();
        engine.tap("s").drain(10, (s, a, b, n) -> got.add(s));
        assertThat(got).containsExactly(0xB0, 0xB9);
        // A surface that was added a moment ago plays from the next tick on; it can be listened to at once.
        engine.load(everything().with(new Surface("later", "Later", "Later", List.of())));
        engine.tap("later").drain(10, (s, a, b, n) -> got.add(s));
        engine.tick(4);
        engine.port("later").message(0xB0, 1, 1, 5);
        engine.tick(6);
        engine.tap("later").drain(10, (s, a, b, n) -> got.add(s));
        assertThat(got).hasSize(3);
        engine.listen(false);
        engine.port(0).message(0xB0, 20, 127, 7);
        engine.tick(8);
        assertThat(engine.live().value(engine.index().of(target("p1")))).isEqualTo(1);
    }

    /** What waits in the port of a surface that is removed moves nothing of the surface that takes its place. */
    @Test
    void aMessageForARemovedSurfaceMovesNothing() {
        Session session = everything();
        Surface second = new Surface(
                "second", "Second", "S", List.of(new Control("k", "K", Control.Kind.KNOB, new Address.Cc(1, 20), -1)));
        Session both = session.with(second).with(Route.of("k", new Hand("second", "k"), Span.FULL, target("p2")));
        Engine engine = new Engine(both);
        engine.tick(1);
        double stood = engine.live().value(engine.index().of(target("p2")));
        engine.port("s").message(0xB0, 20, 127, 2);
        engine.load(both.withRoutes(List.of(both.route("k"))).withSurfaces(List.of(both.surface("second"))));
        engine.tick(3);
        engine.port("s").message(0xB0, 20, 127, 4);
        engine.tick(5);
        assertThat(engine.live().value(engine.index().of(target("p2")))).isEqualTo(stood);
        engine.port("second").message(0xB0, 20, 127, 6);
        engine.tick(7);
        assertThat(engine.live().value(engine.index().of(target("p2")))).isEqualTo(1);
        // Back by undo: what came while it was gone is nothing.
        engine.load(both);
        engine.tick(8);
        assertThat(engine.live().value(engine.index().of(target("p1")))).isEqualTo(0.5);
    }

    @Test
    void aCommandThatFailsIsToldAndPlayingGoesOn() {
        Engine engine = new Engine(everything());
        List<String> told = new ArrayList<>();
        engine.onTrouble(e -> told.add(e.getMessage()));
        engine.hand(target("gone"), 0.5, 0, false, 0);
        engine.turn(40, 1);
        engine.takeOver("none");
        engine.play();
        engine.tick(1);
        engine.tick(500_000_000L);
        assertThat(engine.live().position()).isGreaterThan(0.4);
        assertThat(told).isEmpty();
    }

    @Test
    void aSurfaceThatComesLaterIsHeardAndWhatStoodStays() {
        Session session = everything();
        Engine engine = new Engine(session);
        engine.port(0).message(0xB0, 20, 100, 1);
        engine.tick(2);
        double stood = engine.live().value(engine.index().of(target("p1")));
        Surface late = new Surface(
                "late", "Late", "Late", List.of(new Control("k", "K", Control.Kind.KNOB, new Address.Cc(1, 1), -1)));
        engine.load(session.with(late).with(Route.of("l", new Hand("late", "k"), Span.FULL, target("p2"))));
        engine.tick(3);
        assertThat(engine.live().control(0, 0)).isEqualTo(agogic.core.midi.MidiScale.normalised7(100));
        assertThat(engine.live().value(engine.index().of(target("p1")))).isEqualTo(stood);
        engine.port("late").message(0xB0, 1, 127, 4);
        engine.tick(5);
        assertThat(engine.live().value(engine.index().of(target("p2")))).isEqualTo(1);
        engine.load(session);
        engine.tick(6);
        engine.port("late").message(0xB0, 1, 0, 7);
        engine.tick(8);
        assertThat(engine.live().value(engine.index().of(target("p1")))).isEqualTo(stood);
    }
}
