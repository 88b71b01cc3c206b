package agogic.core.edit.pass;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.assign.Assigning;
import agogic.core.envelope.Envelope;
import agogic.core.lane.Stretch;
import agogic.core.midi.MidiScale;
import agogic.core.play.Engine;
import agogic.core.play.ScriptedPass;
import agogic.core.play.Verdict;
import agogic.core.record.Pass;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Takeover;
import agogic.core.route.WriteMode;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.UnaryOperator;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Tag;
import org.junit.jupiter.api.Test;

/** A pass can end in many ways. What a person played is there afterwards, whichever it was. */
class PassEndsTest {
    private static final long MS = 1_000_000L;

    private Session session;
    private Engine engine;
    private long now;
    private final List<Pass> passes = new ArrayList<>();

    private void begin(Session first) {
        session = first;
        engine = new Engine(first);
        engine.tick(0);
        engine.play(8, 8);
        tick(1);
    }

    private void tick(int milliseconds) {
        for (int i = 0; i < milliseconds; i++) {
            now += MS;
            engine.tick(now);
            engine.provide();
            for (List<Pass> some = engine.finishedPass(); some != null; some = engine.finishedPass()) {
                passes.addAll(some);
                session = PassWriter.write(session, some);
                engine.load(session);
            }
        }
    }

    private void fader(int code) {
        engine.port(0).message(0xB0, 20, code, now + 1);
    }

    /** The fader is held and moved from code {@code from} up to {@code to}, 10 ms a code. */
    private void ride(int from, int to) {
        engine.port(0).message(0x90, 40, 127, now + 1);
        tick(5);
        for (int code = from; code <= to; code++) {
            fader(code);
            tick(10);
        }
    }

    private void change(UnaryOperator<Session> edit) {
        session = edit.apply(session);
        engine.load(session);
        tick(5);
    }

    private void stop() {
        engine.stop();
        tick(3);
    }

    private int moves() {
        return session.rides().stream().mapToInt(r -> r.size()).sum();
    }

    private boolean kept(int code) {
        double place = MidiScale.normalised7(code);
        return session.rides().stream().anyMatch(r -> {
            for (int i = 0; i < r.size(); i++) {
                if (r.raw(i) == place) {
                    return true;
                }
            }
            return false;
        });
    }

    private void allKept(int from, int to) {
        for (int code = from; code <= to; code++) {
            assertThat(kept(code)).as("code %s", code).isTrue();
        }
    }

    @Test
    void setToReadItIsKeptUpToThatMoment() {
        begin(PassTest.session(WriteMode.TOUCH, PassTest.DRAWN));
        ride(64, 100);
        change(s -> s.with(s.route("r").in(WriteMode.READ)));
        ride(101, 104);
        stop();
        allKept(64, 100);
        assertThat(kept(104)).as("Read writes nothing").isFalse();
        assertThat(session.lane(PassTest.LEVEL).stretches()).hasSize(1);
        assertThat(passes.get(0).end()).isEqualTo(Pass.End.CHANGED);
    }

    @Test
    void anotherModeBeginsAnotherStretchWhereTheFirstEnds() {
        begin(PassTest.session(WriteMode.TOUCH, PassTest.DRAWN));
        ride(64, 80);
        change(s -> s.with(s.route("r").in(WriteMode.WRITE)));
        ride(81, 100);
        stop();
        allKept(64, 100);
        List<Stretch> stretches = session.lane(PassTest.LEVEL).stretches();
        assertThat(stretches).hasSize(2);
        assertThat(stretches.get(1).passFrom()).isCloseTo(stretches.get(0).passTo(), within(1e-9));
        assertThat(session.route("r").mode()).isEqualTo(WriteMode.READ);
    }

    @Test
    void anotherControlTakesOverAndTheFirstHandsMovesAreKept() {
        begin(PassTest.session(WriteMode.LATCH, PassTest.DRAWN));
        ride(64, 100);
        change(s -> s.with(s.route("r").by(Optional.of(new Hand("s", "knob")))));
        tick(300);
        stop();
        allKept(64, 100);
        assertThat(session.rides().get(0).hand().control()).isEqualTo("fader");
        assertThat(session.lane(PassTest.LEVEL).envelope().valueBefore(8.37)).isCloseTo(100 / 127.0, within(0.02));
    }

    @Test
    void aRouteThatIsTakenAwayLeavesWhatItWrote() {
        begin(PassTest.session(WriteMode.WRITE, PassTest.DRAWN));
        ride(64, 100);
        change(s -> s.withRoutes(List.of()));
        tick(100);
        stop();
        allKept(64, 100);
        assertThat(session.lane(PassTest.LEVEL).stretches()).hasSize(1);
        assertThat(session.routes()).isEmpty();
    }

    @Test
    void aRouteWithoutItsControlDropsNothingOfOthers() {
        Session one = PassTest.session(WriteMode.WRITE, PassTest.DRAWN);
        begin(one.with(Route.of("drawn", null, Span.FULL, PassTest.LEVEL).in(WriteMode.WRITE)));
        ride(64, 100);
        change(s -> Assigning.disconnect(s, "r"));
        stop();
        allKept(64, 100);
        assertThat(session.route("drawn").mode())
                .as("back to Read, though it wrote nothing")
                .isEqualTo(WriteMode.READ);
    }

    @Test
    void undoDuringAPassKeepsWhatWasRidden() {
        Session before = PassTest.session(WriteMode.READ, PassTest.DRAWN);
        begin(before.with(before.route("r").in(WriteMode.TOUCH)));
        ride(64, 100);
        change(s -> before);
        stop();
        allKept(64, 100);
        assertThat(session.lane(PassTest.LEVEL).stretches()).hasSize(1);
    }

    @Test
    void aSurfaceThatIsRemovedTakesNothingWithIt() {
        begin(PassTest.session(WriteMode.TOUCH, PassTest.DRAWN));
        ride(64, 100);
        change(s -> s.withRoutes(List.of()).withSurfaces(List.of()));
        stop();
        allKept(64, 100);
    }

    @Test
    void whereWhatItMovedIsGoneTheRideIsKeptAndItIsSaid() {
        begin(PassTest.session(WriteMode.TOUCH, Envelope.EMPTY));
        ride(64, 100);
        engine.stop();
        now += MS;
        engine.tick(now);
        List<Pass> ended = engine.finishedPass();
        Session bare = session.withRoutes(List.of())
                .withDevice(agogic.core.device.Device.of("d", "Device", "", List.of(), 4, List.of()));
        PassWriter.Outcome outcome = PassWriter.outcome(bare, ended);
        assertThat(outcome.session().rides()).hasSize(1);
        assertThat(outcome.loose()).containsExactly("Ride 1 is kept, but what it moved is no more in the session.");
    }

    @Test
    void aJumpEndsThePassAndWritesNothingThere() {
        begin(PassTest.session(WriteMode.WRITE, PassTest.DRAWN));
        ride(64, 100);
        engine.locate(30);
        tick(400);
        stop();
        allKept(64, 100);
        assertThat(passes.get(0).end()).isEqualTo(Pass.End.JUMPED);
        assertThat(session.lane(PassTest.LEVEL).stretches()).hasSize(1);
        assertThat(session.route("r").mode()).isEqualTo(WriteMode.READ);
        for (double t = 29; t < 32; t += 0.01) {
            assertThat(session.lane(PassTest.LEVEL).envelope().valueAt(t))
                    .isCloseTo(PassTest.DRAWN.valueAt(t), within(1e-12));
        }
    }

    @Test
    void aJumpWhileLoopingIsNoTurn() {
        begin(PassTest.session(WriteMode.TOUCH, PassTest.DRAWN).withLoop(new Loop(4, 12, true)));
        ride(64, 100);
        engine.locate(6);
        tick(50);
        assertThat(session.route("r").mode()).isEqualTo(WriteMode.READ);
        allKept(64, 100);
    }

    @Test
    void whatIsPinnedWritesOnAfterAJump() {
        Session pinned = PassTest.session(WriteMode.WRITE, PassTest.DRAWN);
        begin(pinned.with(pinned.route("r").pinned(true)));
        ride(64, 100);
        engine.locate(30);
        tick(400);
        stop();
        assertThat(session.lane(PassTest.LEVEL).stretches()).hasSize(2);
        assertThat(session.lane(PassTest.LEVEL).stretches().get(1).passFrom()).isEqualTo(30);
    }

    @Test
    void eachTurnOfALoopIsAPassInEveryMode() {
        for (WriteMode mode : List.of(WriteMode.TOUCH, WriteMode.LATCH, WriteMode.WRITE)) {
            passes.clear();
            now = 0;
            begin(PassTest.session(mode, PassTest.DRAWN).withLoop(new Loop(8, 9, true)));
            ride(64, 90);
            // Touch holds on; the others write on without a hand.
            if (mode != WriteMode.TOUCH) {
                engine.port(0).message(0x80, 40, 0, now + 1);
            }
            tick(2_500);
            stop();
            List<Pass> wrote = passes.stream().filter(Pass::wrote).toList();
            assertThat(wrote).as("%s", mode).hasSize(3);
            assertThat(wrote.get(0).end()).isEqualTo(Pass.End.TURNED);
            assertThat(wrote.get(1).from()).isEqualTo(8);
            assertThat(wrote.get(1).to()).isCloseTo(9, within(1e-9));
            assertThat(wrote.get(2).end()).isEqualTo(Pass.End.STOPPED);
            assertThat(session.lane(PassTest.LEVEL).envelope().valueAt(8.3)).isCloseTo(90 / 127.0, within(0.02));
            assertThat(session.route("r").mode()).isEqualTo(WriteMode.READ);
        }
    }

    @Test
    void aScriptedPassGoesStraightThroughALoop() {
        Session session = PassTest.session(WriteMode.TOUCH, PassTest.DRAWN).withLoop(new Loop(0, 10, true));
        ScriptedPass script = new ScriptedPass(session, 0);
        script.add(0.1, new byte[] {(byte) 0x90, 40, 127});
        for (int i = 0; i < 40; i++) {
            script.add(0.2 + i * 0.1, new byte[] {(byte) 0xB0, 20, (byte) (60 + i)});
        }
        List<Pass> all = script.run(8, 16);
        assertThat(all.stream().filter(Pass::wrote)).hasSize(1);
        assertThat(all.get(0).seconds()).hasSize(41);
    }

    @Test
    void tenThousandTouchesAreAllKept() {
        begin(PassTest.session(WriteMode.TOUCH, Envelope.EMPTY));
        for (int i = 0; i < 10_000; i++) {
            engine.port(0).message(0x90, 40, 127, now + 1);
            engine.port(0).message(0xB0, 20, i % 128, now + 2);
            engine.port(0).message(0x80, 40, 0, now + 3);
            now += MS;
            engine.tick(now);
            engine.provide();
        }
        engine.stop();
        engine.tick(now + 2);
        assertThat(engine.finishedPass().get(0).touches()).hasSize(10_000);
    }

    @Test
    void stoppedInTheCountInTheModeGoesBackAndNothingIsWritten() {
        session = PassTest.session(WriteMode.TOUCH, PassTest.DRAWN);
        engine = new Engine(session);
        engine.tick(0);
        engine.play(4, 8);
        tick(1);
        ride(64, 70);
        stop();
        assertThat(session.rides()).isEmpty();
        assertThat(session.route("r").mode()).isEqualTo(WriteMode.READ);
    }

    @Test
    void moreThanAPortHoldsAtOnceIsPlayedWhole() {
        Session session = PassTest.session(WriteMode.TOUCH, Envelope.EMPTY);
        ScriptedPass script = new ScriptedPass(session, 0);
        for (int i = 0; i < 9_000; i++) {
            script.add(1, new byte[] {(byte) 0xB0, 20, (byte) (i % 128)});
        }
        script.add(1.5, new byte[] {(byte) 0xB0, 20, 3});
        List<Pass> all = script.run(8, 12);
        assertThat(all.get(0).raw()).hasSize(9_001).endsWith(MidiScale.normalised7(3));
    }

    /** The same at length: {@code ./agogic test --long}. */
    @Tag("long")
    @Property(tries = 1500)
    void whatWasWrittenIsThereAtLength(@ForAll long seed) {
        whatWasWrittenIsThere(seed);
    }

    /** Whatever is edited while it plays: every move that the trace called written is in a ride. */
    @Property(tries = 40)
    void whatWasWrittenIsThere(@ForAll long seed) {
        Random random = new Random(seed);
        now = 0;
        passes.clear();
        begin(PassTest.session(
                        WriteMode.values()[1 + random.nextInt(3)],
                        random.nextBoolean() ? PassTest.DRAWN : Envelope.EMPTY)
                .withLoop(new Loop(8, 9.5, random.nextBoolean())));
        Set<Double> written = new TreeSet<>();
        Route spare = session.route("r");
        for (int i = 0; i < 60; i++) {
            switch (random.nextInt(14)) {
                case 0 -> changeRoute(random, spare);
                case 1 -> change(s -> s.withLoop(new Loop(8, 9.5, random.nextBoolean())));
                case 2 -> engine.port(0).message(0x90, 40, 127, now + 1);
                case 3 -> engine.port(0).message(0x80, 40, 0, now + 1);
                case 4 -> {
                    if (random.nextInt(4) == 0) {
                        engine.locate(random.nextInt(20));
                    }
                }
                case 5 -> change(s -> s.routes().isEmpty() ? s.with(spare) : s);
                default -> {
                    int code = random.nextInt(128);
                    int before = engine.live().moves(0);
                    fader(code);
                    tick(1);
                    if (engine.live().moves(0) > before && engine.live().verdict(0) == Verdict.WRITTEN) {
                        written.add(MidiScale.normalised7(code));
                    }
                }
            }
            tick(random.nextInt(60));
        }
        stop();
        Set<Double> kept = new TreeSet<>();
        session.rides().forEach(r -> {
            for (int i = 0; i < r.size(); i++) {
                kept.add(r.raw(i));
            }
        });
        assertThat(kept).as("seed %s", seed).containsAll(written);
        assertThat(moves()).isGreaterThanOrEqualTo(0);
    }

    private void changeRoute(Random random, Route spare) {
        change(s -> {
            if (s.routes().isEmpty()) {
                return s.with(spare);
            }
            Route route = s.route("r");
            return switch (random.nextInt(7)) {
                case 0 -> s.with(route.in(WriteMode.values()[random.nextInt(4)]));
                case 1 -> s.with(route.with(Span.straight(random.nextDouble(), random.nextDouble())));
                case 2 -> s.with(route.with(Takeover.values()[random.nextInt(2)]));
                case 3 -> s.with(route.pinned(!route.pinned()));
                case 4 -> s.with(route.smoothed(random.nextInt(3) * 20));
                case 5 -> s.withRoutes(List.of());
                default -> s.with(route.by(Optional.of(new Hand("s", random.nextBoolean() ? "knob" : "fader"))));
            };
        });
    }
}
