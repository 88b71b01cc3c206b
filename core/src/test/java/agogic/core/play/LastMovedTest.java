package agogic.core.play;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.Pieces;
import agogic.core.edit.macro.Macros;
import agogic.core.edit.pass.PassWriter;
import agogic.core.edit.points.Snapshots;
import agogic.core.macro.Macro;
import agogic.core.midi.MidiScale;
import agogic.core.parameter.Parameter;
import agogic.core.record.Pass;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.snapshot.SnapshotSet;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** Where several hands move one parameter in one pass, the one that moved last is heard, and written. */
class LastMovedTest {
    private static final long TICK = 2_000_000;
    private static final Target ONE = target("p1");

    private static final double[] SNAPSHOTS = {0.43, 0.91, 0.98};

    private long now;

    /** Two faders on p1, a macro with a fader over p3, snapshots of p1 and the macro, all in {@code mode}. */
    private static Session piece(WriteMode mode, boolean drawn) {
        Session session = Pieces.wanting(4, 4, 3);
        session = drawn ? Pieces.drawn(session, "p1", 0, 0.2, 12, 0.9, 30, 0.4) : session;
        session = session.with(Macro.named("m", "Macro"));
        session = Macros.add(session, "m", List.of(target("p3")), false);
        Target macro = new Target(Macro.DEVICE, "m");
        session = session.with(route("a", 1, ONE, mode)).with(route("b", 2, ONE, mode));
        session = session.with(route("m", 3, macro, mode));
        for (int i = 0; i < 3; i++) {
            double value = SNAPSHOTS[i];
            session = Snapshots.keep(session, "Set", Snapshots.take(session, "S" + i, List.of(ONE, macro), t -> value));
        }
        return Snapshots.keep(session, session.sets().get(0).starting(SnapshotSet.Start.AT_ONCE, 0));
    }

    private static Route route(String id, int fader, Target target, WriteMode mode) {
        return Route.of(id, new Hand("s", "fader-" + fader), Span.FULL, target).in(mode);
    }

    private void run(Engine engine, double until) {
        while (now < until * 1e9) {
            now += TICK;
            engine.tick(now);
            engine.provide();
        }
    }

    private Session written(Engine engine, Session session) {
        engine.stop();
        run(engine, now * 1e-9 + 0.01);
        Session after = session;
        for (List<Pass> passes = engine.finishedPass(); passes != null; passes = engine.finishedPass()) {
            after = PassWriter.write(after, passes);
        }
        return after;
    }

    private static double heard(Session session, Target target, double beat) {
        return session.stack(session.lane(target)).valueAtBeat(beat);
    }

    private record Moved(double at, Target target, double value) {}

    /** One beat is a second. Moves are a second or more apart; each is heard, and written, until the next. */
    @Property(tries = 60, seed = "71")
    void whatWasMovedLastIsWhatIsHeard(@ForAll long seed) {
        Random random = new Random(seed);
        now = 0;
        WriteMode mode = random.nextInt(4) == 0 ? WriteMode.LATCH : WriteMode.WRITE;
        Session session = piece(mode, random.nextBoolean());
        Target macro = new Target(Macro.DEVICE, "m");
        Engine engine = new Engine(session);
        engine.tick(0);
        engine.play(0, 0);
        List<Moved> moves = new ArrayList<>();
        double at = 0;
        for (int i = 0; i < 12; i++) {
            at += 1 + random.nextInt(4) * 0.5;
            run(engine, at);
            double time = now * 1e-9;
            // Each value is farther from those before than what a hand does in one slow reach.
            int code = 2 + i % 2 * 60 + 5 * random.nextInt(10);
            double value = MidiScale.normalised7(code);
            switch (random.nextInt(6)) {
                case 0, 1 -> {
                    int fader = 1 + random.nextInt(2);
                    engine.port(0).message(0xB0, 19 + fader, code, now);
                    moves.add(new Moved(time, ONE, value));
                }
                case 2 -> {
                    engine.port(0).message(0xB0, 22, code, now);
                    moves.add(new Moved(time, macro, value));
                }
                case 3 -> {
                    Target which = random.nextBoolean() ? ONE : macro;
                    engine.hand(which, value, Ride.PRESSED, false, now);
                    moves.add(new Moved(time, which, value));
                }
                case 4 -> {
                    engine.hand(ONE, value, 1.0 / 200, true, now);
                    engine.tick(now + 1);
                    engine.letGo(now + 2);
                    moves.add(new Moved(time, ONE, value));
                }
                default -> {
                    int snapshot = random.nextInt(3);
                    engine.start(0, snapshot, now);
                    moves.add(new Moved(time, ONE, SNAPSHOTS[snapshot]));
                    moves.add(new Moved(time, macro, SNAPSHOTS[snapshot]));
                }
            }
            run(engine, time + 0.6);
            for (Target one : List.of(ONE, macro)) {
                Moved last = last(moves, one);
                if (last != null) {
                    assertThat(engine.live().value(engine.index().of(one)))
                            .as("heard live after move %d at %s, %s", i, time, moves)
                            .isCloseTo(last.value, within(1e-9));
                }
            }
        }
        run(engine, at + 1);
        Session after = written(engine, session);
        for (Target one : List.of(ONE, macro)) {
            List<Moved> own = moves.stream().filter(m -> m.target.equals(one)).toList();
            for (int i = 0; i < own.size(); i++) {
                double next = i + 1 < own.size() ? own.get(i + 1).at : at + 1;
                double middle = (own.get(i).at + next) / 2;
                assertThat(heard(after, one, middle))
                        .as("%s in %s of %s", one, mode, own)
                        .isCloseTo(own.get(i).value, within(1e-9));
            }
            if (mode == WriteMode.WRITE && !own.isEmpty()) {
                double start = heard(session, one, 0);
                assertThat(heard(after, one, own.get(0).at / 2))
                        .as("before the first move, the value at the start")
                        .isCloseTo(Double.isNaN(start) ? 0.5 : start, within(1e-9));
            }
        }
    }

    private static Moved last(List<Moved> moves, Target target) {
        Moved last = null;
        for (Moved one : moves) {
            last = one.target.equals(target) ? one : last;
        }
        return last;
    }

    /** A snapshot's parameter that nobody moves on the screen is written by the fader alone. */
    @Test
    void aSnapshotThatNobodyStartsWritesNothing() {
        now = 0;
        Session session = piece(WriteMode.WRITE, false);
        Engine engine = new Engine(session);
        engine.tick(0);
        engine.play(0, 0);
        for (int i = 0; i <= 100; i++) {
            engine.port(0).message(0xB0, 20, i, now);
            run(engine, 1 + i * 0.05);
        }
        engine.stop();
        run(engine, now * 1e-9 + 0.01);
        List<Pass> passes = engine.finishedPass().stream().filter(Pass::wrote).toList();
        assertThat(passes).filteredOn(p -> p.route().target().equals(ONE)).hasSize(1);
        Session after = PassWriter.write(session, passes);
        assertThat(heard(after, ONE, 5)).isCloseTo(MidiScale.normalised7(80), within(0.02));
    }

    /** Two hands in Touch: each is written while it has the say, and where the later one lets go the earlier goes on. */
    @Test
    void theOneThatStillHoldsGoesOnWhereTheOtherLetsGo() {
        now = 0;
        Session session = piece(WriteMode.TOUCH, true);
        Engine engine = new Engine(session);
        engine.tick(0);
        engine.play(0, 0);
        run(engine, 2);
        engine.hand(ONE, 0.31, 0, true, now);
        run(engine, 4);
        engine.port(0).message(0xB0, 20, 100, now);
        run(engine, 4.2);
        assertThat(engine.live().value(engine.index().of(ONE))).isEqualTo(MidiScale.normalised7(100));
        run(engine, 6);
        assertThat(engine.live().value(engine.index().of(ONE))).isEqualTo(0.31);
        engine.letGo(now);
        run(engine, 7);
        Session after = written(engine, session);
        assertThat(heard(after, ONE, 3)).isCloseTo(0.31, within(1e-9));
        assertThat(heard(after, ONE, 4.15)).isCloseTo(MidiScale.normalised7(100), within(1e-9));
        assertThat(heard(after, ONE, 5)).isCloseTo(0.31, within(1e-9));
        assertThat(heard(after, ONE, 8)).isCloseTo(heard(session, ONE, 8), within(1e-12));
    }

    /** A value that is typed while it is written in Touch holds until the next move, or the stop. */
    @Test
    void aTypedValueHoldsUntilTheNextMove() {
        now = 0;
        Session session = piece(WriteMode.TOUCH, true);
        Engine engine = new Engine(session);
        engine.tick(0);
        engine.play(0, 0);
        run(engine, 2);
        engine.hand(ONE, 0.66, Ride.PRESSED, false, now);
        run(engine, 5);
        assertThat(engine.live().value(engine.index().of(ONE))).isEqualTo(0.66);
        engine.letGo(now);
        run(engine, 5.5);
        assertThat(engine.live().value(engine.index().of(ONE)))
                .as("another hand on the screen let go")
                .isEqualTo(0.66);
        engine.port(0).message(0xB0, 20, 20, now);
        run(engine, 8);
        double lane = heard(session, ONE, 8);
        assertThat(engine.live().value(engine.index().of(ONE)))
                .as("the fader was let go")
                .isCloseTo(lane, within(0.01));
        engine.hand(ONE, 0.11, Ride.PRESSED, false, now);
        run(engine, 10);
        Session after = written(engine, session);
        assertThat(heard(after, ONE, 4)).isCloseTo(0.66, within(1e-9));
        assertThat(heard(after, ONE, 5.6)).isCloseTo(MidiScale.normalised7(20), within(1e-9));
        assertThat(heard(after, ONE, 9.5)).isCloseTo(0.11, within(1e-9));
        engine.play(12, 12);
        run(engine, now * 1e-9 + 1);
        assertThat(written(engine, after)).as("the stop let go of it").isEqualTo(after);
    }

    /** At the turn of a loop it holds, too: each turn has it, from its own beginning. */
    @Test
    void aTypedValueHoldsOverTheTurnOfALoop() {
        now = 0;
        Session session = piece(WriteMode.TOUCH, true).withLoop(new Loop(2, 6, true));
        Engine engine = new Engine(session);
        engine.tick(0);
        engine.play(0, 0);
        run(engine, 2.7);
        engine.hand(ONE, 0.66, Ride.PRESSED, false, now);
        List<Pass> wrote = new ArrayList<>();
        for (double until = 3; until <= 8; until += 0.05) {
            run(engine, until);
            assertThat(engine.live().value(engine.index().of(ONE))).isEqualTo(0.66);
            for (List<Pass> passes = engine.finishedPass(); passes != null; passes = engine.finishedPass()) {
                wrote.addAll(passes);
            }
        }
        engine.stop();
        run(engine, 8.1);
        for (List<Pass> passes = engine.finishedPass(); passes != null; passes = engine.finishedPass()) {
            wrote.addAll(passes);
        }
        wrote.removeIf(pass -> !pass.wrote());
        assertThat(wrote).hasSize(2);
        Session first = PassWriter.write(session, wrote.subList(0, 1));
        Session second = PassWriter.write(first, wrote.subList(1, 2));
        assertThat(heard(first, ONE, 4)).isCloseTo(0.66, within(1e-9));
        assertThat(heard(first, ONE, 2.3)).isCloseTo(heard(session, ONE, 2.3), within(1e-12));
        assertThat(heard(second, ONE, 2.3)).isCloseTo(0.66, within(1e-9));
        assertThat(heard(second, ONE, 6.5)).isCloseTo(heard(session, ONE, 6.5), within(1e-12));
    }

    /** A tap of a button is no chatter, however short it is. */
    @Test
    void aShortTapIsKept() {
        now = 0;
        Session session =
                Pieces.of(Pieces.device(List.of(Parameter.stepped("p1", "Mute", "", 0, "Off", "On")), 2, "p1"));
        Surface surface = session.surfaces().get(0);
        session = session.withSurfaces(
                List.of(surface.with(new Control("pad", "Pad", Control.Kind.BUTTON, new Address.Cc(1, 60), -1))));
        session =
                session.with(Route.of("r", new Hand("s", "pad"), Span.FULL, ONE).in(WriteMode.LATCH));
        Engine engine = new Engine(session);
        engine.tick(0);
        engine.play(0, 0);
        run(engine, 2);
        engine.port(0).message(0xB0, 60, 127, now);
        run(engine, 2.03);
        engine.port(0).message(0xB0, 60, 0, now);
        run(engine, 4);
        Session after = written(engine, session);
        assertThat(heard(after, ONE, 2.01)).as("30 ms of On").isEqualTo(0.75);
        assertThat(heard(after, ONE, 3)).isEqualTo(0.25);
    }

    /** An engine that comes late, by more than a second, writes a move where it was made: not at the loop's end before it. */
    @Test
    void whatCameWhileTheEngineWasLateIsWrittenWhereItWasMade() {
        Session session = piece(WriteMode.TOUCH, false).withLoop(new Loop(0, 4, true));
        Engine engine = new Engine(session);
        engine.tick(0);
        engine.play(0, 0);
        engine.tick(1);
        long moved = 5_500_000_000L;
        engine.port(0).message(0xB0, 20, 90, moved);
        engine.tick(moved + 10_000_000L);
        engine.stop();
        engine.tick(moved + 20_000_000L);
        List<Pass> wrote = new ArrayList<>();
        for (List<Pass> passes = engine.finishedPass(); passes != null; passes = engine.finishedPass()) {
            passes.stream().filter(Pass::wrote).forEach(wrote::add);
        }
        assertThat(wrote).hasSize(1);
        assertThat(wrote.get(0).seconds()[0]).isCloseTo(1.5, within(1e-6));
    }
}
