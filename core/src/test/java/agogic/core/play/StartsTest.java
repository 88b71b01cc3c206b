package agogic.core.play;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.Pieces;
import agogic.core.assign.Assignment;
import agogic.core.edit.pass.PassWriter;
import agogic.core.edit.points.Snapshots;
import agogic.core.envelope.Envelope;
import agogic.core.lane.LayerStack;
import agogic.core.record.Pass;
import agogic.core.route.Hand;
import agogic.core.route.Target;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.snapshot.Snapshot;
import agogic.core.snapshot.SnapshotSet;
import agogic.core.trace.Trace;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Snapshots that are started from pads while it plays come on the bar, are heard, and are written there. */
class StartsTest {
    private static final long TICK = 3_000_000;
    private static final Target ONE = target("p1");
    private static final Target TWO = target("p2");

    private long now;

    private static Session piece(SnapshotSet.Start start, double over, double[][] values) {
        Session session = Pieces.wanting(3, 4, 2);
        for (int i = 0; i < values.length; i++) {
            double[] of = values[i];
            Snapshot one =
                    Snapshots.take(session, "S" + (i + 1), List.of(ONE, TWO), t -> t.equals(ONE) ? of[0] : of[1]);
            session = Snapshots.keep(session, "Set", one.on(Optional.of(new Hand("s", "fader-" + (i + 1)))));
        }
        return Snapshots.keep(session, session.sets().get(0).starting(start, over));
    }

    private void run(Engine engine, double until) {
        while (now < until * 1e9) {
            now += TICK;
            engine.tick(now);
        }
    }

    private void press(Engine engine, int pad) {
        engine.port(0).message(0xB0, 19 + pad, 127, now);
        engine.port(0).message(0xB0, 19 + pad, 0, now + 1000);
    }

    private Session written(Engine engine, Session session) {
        engine.stop();
        now += TICK;
        engine.tick(now);
        Session after = session;
        for (List<Pass> passes = engine.finishedPass(); passes != null; passes = engine.finishedPass()) {
            after = PassWriter.write(after, passes);
        }
        return after;
    }

    private static double heard(Session session, Target target, double beat) {
        LayerStack stack = session.stack(session.lane(target));
        return stack.valueAtBeat(beat);
    }

    /** One beat is a second. What counts is what was pressed last before the place where it comes. */
    @Property(tries = 80, seed = "51")
    void whatIsPressedComesOnItsLineAndIsWrittenThere(@ForAll long seed) {
        Random random = new Random(seed);
        now = 0;
        SnapshotSet.Start start = SnapshotSet.Start.values()[1 + random.nextInt(2)];
        double grid = start == SnapshotSet.Start.BEAT ? 1 : 4;
        double[][] values = new double[4][2];
        for (double[] one : values) {
            one[0] = random.nextInt(128) / 127.0;
            one[1] = random.nextDouble();
        }
        Session session = piece(start, 0, values);
        Engine engine = new Engine(session);
        engine.tick(0);
        engine.lend(true);
        engine.play(0, 0);
        engine.tick(now);
        List<double[]> expected = new ArrayList<>();
        double end = 9 + random.nextInt(12);
        for (double at = 0.3 + random.nextDouble(); at < end - 0.5; at += 0.2 + 3 * random.nextDouble()) {
            run(engine, at);
            int pad = 1 + random.nextInt(4);
            press(engine, pad);
            double line = Math.ceil(now * 1e-9 / grid - 1e-6) * grid;
            expected.removeIf(e -> e[0] == line);
            expected.add(new double[] {line, pad - 1});
        }
        run(engine, end);
        Session after = written(engine, session);
        expected.removeIf(e -> e[0] >= end);
        for (int i = 0; i < expected.size(); i++) {
            double line = expected.get(i)[0];
            double[] said = values[(int) expected.get(i)[1]];
            double until = i + 1 < expected.size() ? expected.get(i + 1)[0] : end;
            for (double beat : new double[] {line + 1e-6, line + 0.01, (line + until) / 2, until - 1e-3}) {
                assertThat(heard(after, ONE, beat))
                        .as("%s in %s", beat, expected.size())
                        .isCloseTo(said[0], within(1e-9));
                assertThat(heard(after, TWO, beat))
                        .as(
                                "%s of %s: %s",
                                beat,
                                expected.stream()
                                        .map(java.util.Arrays::toString)
                                        .toList(),
                                after.lane(TWO).envelope())
                        .isCloseTo(said[1], within(1e-9));
            }
        }
        if (!expected.isEmpty()) {
            double first = expected.get(0)[0];
            assertThat(heard(after, ONE, first - 1e-6)).isCloseTo(0.5, within(1e-9));
            assertThat(heard(after, ONE, end + 1)).isCloseTo(0.5, within(1e-9));
            Envelope points = after.lane(ONE).envelope();
            assertThat(points.size()).isLessThanOrEqualTo(2 * expected.size() + 4);
        }
    }

    @Test
    void withoutPlayingItIsHeardAtOnceAndNothingIsWritten() {
        now = 0;
        Session session = piece(SnapshotSet.Start.FOUR_BARS, 2, new double[][] {{0.2, 0.4}, {0.9, 0.1}});
        Engine engine = new Engine(session);
        engine.tick(0);
        press(engine, 2);
        run(engine, 0.02);
        assertThat(engine.live().value(engine.index().of(ONE))).isEqualTo(0.9);
        assertThat(engine.started().get(1)).isEqualTo(2);
        assertThat(Trace.last(session, engine.live()).orElseThrow().sentence()).isEqualTo("Fader 2 starts S2 of Set.");
        assertThat(Assignment.of(session)).extracting(Assignment::does).contains("Starts the snapshot S2 of Set");
        engine.play(0, 0);
        engine.tick(now);
        run(engine, 1);
        assertThat(written(engine, session)).isEqualTo(session);
    }

    @Test
    void itWaitsForItsFourBarsAndGoesThereOverItsLength() {
        now = 0;
        Session session = piece(SnapshotSet.Start.FOUR_BARS, 2, new double[][] {{1, 0}, {0.5, 0.5}});
        Engine engine = new Engine(session);
        engine.tick(0);
        engine.lend(true);
        engine.play(0, 0);
        engine.tick(now);
        run(engine, 3);
        press(engine, 1);
        run(engine, 15.9);
        assertThat(engine.started().get(0)).isEqualTo(1);
        assertThat(engine.live().value(engine.index().of(ONE))).isEqualTo(0.5);
        run(engine, 17);
        assertThat(engine.started().get(0)).isZero();
        assertThat(engine.live().value(engine.index().of(ONE))).isCloseTo(0.75, within(0.01));
        run(engine, 20);
        Session after = written(engine, session);
        assertThat(heard(after, ONE, 15.99)).isCloseTo(0.5, within(1e-6));
        assertThat(heard(after, ONE, 17)).isCloseTo(0.75, within(0.011));
        assertThat(heard(after, TWO, 19)).isCloseTo(0, within(1e-6));
        assertThat(after.lane(ONE).envelope().size()).isLessThan(9);
    }

    /** What waits for a place behind the loop comes where the loop begins; a stop lets go of everything. */
    @Test
    void aLoopAndAStopTakeCareOfWhatWaits() {
        now = 0;
        Session session = piece(SnapshotSet.Start.BAR, 0, new double[][] {{0.2, 0.4}, {0.9, 0.1}})
                .withLoop(new Loop(0, 6, true));
        Engine engine = new Engine(session);
        engine.tick(0);
        engine.lend(true);
        engine.play(0, 0);
        engine.tick(now);
        run(engine, 5);
        press(engine, 2);
        run(engine, 5.99);
        assertThat(engine.live().value(engine.index().of(ONE))).isEqualTo(0.5);
        run(engine, 6.01);
        assertThat(engine.live().value(engine.index().of(ONE))).isEqualTo(0.9);
        press(engine, 1);
        engine.stop();
        run(engine, 6.1);
        assertThat(engine.started().get(0)).isZero();
        Session after = PassWriter.write(session, engine.finishedPass());
        engine.play(1, 1);
        run(engine, 7);
        assertThat(engine.finishedPass()).isNull();
        assertThat(heard(after, ONE, 0.001)).isCloseTo(0.9, within(1e-9));
    }

    private Engine riding(Session session) {
        now = 0;
        Engine engine = new Engine(session);
        engine.tick(0);
        engine.lend(true);
        engine.play(0, 0);
        engine.tick(now);
        return engine;
    }

    /** The same presses with edits in between that leave what is started as it is: the same is heard, and written but for what an envelope may be off. */
    @Property(tries = 60)
    void editsBesideItChangeNothing(@ForAll long seed) {
        Random random = new Random(seed);
        SnapshotSet.Start start = SnapshotSet.Start.values()[random.nextInt(3)];
        Session session = piece(start, random.nextInt(5), new double[][] {{0.2, 0.4}, {0.9, 0.1}, {0, 1}});
        double[][] presses = new double[1 + random.nextInt(4)][];
        for (int i = 0; i < presses.length; i++) {
            presses[i] = new double[] {0.5 + i * (1 + 3 * random.nextDouble()), 1 + random.nextInt(3)};
        }
        Session plain = ridden(session, presses, s -> s);
        Session edited = ridden(session, presses, s -> {
            SnapshotSet set = s.sets().get(s.sets().size() - 1);
            Snapshot one = set.snapshots().get(random.nextInt(3));
            return switch (random.nextInt(5)) {
                case 0 -> s;
                case 1 -> Snapshots.keep(s, set.name(), set.named("Set " + random.nextInt(100)));
                case 2 -> Snapshots.keep(
                        s,
                        set.with(set.snapshots().stream()
                                .map(x -> x == one ? x.named("S " + random.nextInt()) : x)
                                .toList()));
                case 3 -> Snapshots.keep(
                        s, set.name(), new Snapshot("N" + random.nextInt(), List.of(), Optional.empty()));
                default -> s.withSets(Stream.concat(
                                Stream.of(new SnapshotSet(
                                        "First " + random.nextInt(), SnapshotSet.Start.BAR, 0, List.of())),
                                s.sets().stream())
                        .toList());
            };
        });
        for (double beat = 0; beat < 24; beat += 0.25) {
            assertThat(heard(edited, ONE, beat)).as("%s", beat).isCloseTo(heard(plain, ONE, beat), within(0.005));
            assertThat(heard(edited, TWO, beat)).as("%s", beat).isCloseTo(heard(plain, TWO, beat), within(0.005));
        }
    }

    private Session ridden(Session session, double[][] presses, UnaryOperator<Session> edit) {
        Engine engine = riding(session);
        Session now = session;
        for (double[] press : presses) {
            run(engine, press[0]);
            press(engine, (int) press[1]);
            run(engine, press[0] + 0.4);
            now = edit.apply(now);
            engine.load(now);
        }
        run(engine, 20);
        return written(engine, session);
    }

    /** An edit of another set, or another snapshot beside it, ends nothing that is on its way or waits. */
    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void anEditBesideItDoesNotEndItsWay(boolean same) {
        Session session = piece(SnapshotSet.Start.BAR, 4, new double[][] {{1, 0}, {0.5, 0.5}});
        Engine engine = riding(session);
        run(engine, 3);
        press(engine, 1);
        run(engine, 3.5);
        Session more =
                Snapshots.keep(session, same ? "Set" : "Other", new Snapshot("More", List.of(), Optional.empty()));
        engine.load(more);
        run(engine, 6);
        assertThat(engine.live().value(engine.index().of(ONE))).isCloseTo(0.75, within(0.01));
        engine.load(session);
        run(engine, 9);
        Session after = written(engine, session);
        assertThat(heard(after, ONE, 7)).isCloseTo(0.875, within(0.011));
        assertThat(heard(after, TWO, 8.5)).isCloseTo(0, within(1e-6));
    }

    /** What was started holds nothing after the stop, though it is no longer there; nor was anything held before. */
    @ParameterizedTest
    @ValueSource(booleans = {true, false})
    void nothingIsHeldAfterwards(boolean played) {
        Session session = piece(SnapshotSet.Start.AT_ONCE, 0, new double[][] {{0.2, 0.4}});
        now = 0;
        Engine engine = new Engine(session);
        engine.tick(0);
        engine.lend(true);
        if (played) {
            engine.play(0, 0);
        }
        run(engine, 1);
        press(engine, 1);
        run(engine, 2);
        if (played) {
            engine.load(Snapshots.remove(session, session.sets().get(0)));
        }
        run(engine, 3);
        engine.lend(false);
        run(engine, 3.1);
        engine.lend(true);
        written(engine, session);
        engine.play(0, 0);
        run(engine, 5);
        assertThat(written(engine, session)).isEqualTo(session);
    }

    /** Letting go of something else on the screen lets go of nothing that was started. */
    @Test
    void lettingGoOfSomethingElseEndsNothing() {
        Session session = piece(SnapshotSet.Start.AT_ONCE, 0, new double[][] {{0.2, 0.4}});
        Engine engine = riding(session);
        run(engine, 1);
        press(engine, 1);
        run(engine, 2);
        engine.hand(target("p3"), 0.7, 0.01, true, now);
        run(engine, 3);
        engine.letGo(now);
        run(engine, 5);
        Session after = written(engine, session);
        assertThat(heard(after, ONE, 4)).isCloseTo(0.2, within(1e-9));
        assertThat(heard(after, target("p3"), 2.5)).isCloseTo(0.7, within(1e-9));
        assertThat(heard(after, target("p3"), 4)).isCloseTo(0.5, within(1e-9));
    }

    /** Of two sets that move one parameter the one that was started last has it; the other goes on with what is left to it. */
    @ParameterizedTest
    @ValueSource(doubles = {0, 2})
    void theSetThatWasStartedLastHasTheParameter(double over) {
        Session session = piece(SnapshotSet.Start.AT_ONCE, 8, new double[][] {{1, 0}});
        Snapshot other = Snapshots.take(session, "O", List.of(ONE), t -> 0.2).on(Optional.of(new Hand("s", "fader-3")));
        Session both =
                Snapshots.keep(session, new SnapshotSet("Other", SnapshotSet.Start.AT_ONCE, over, List.of(other)));
        Engine engine = riding(both);
        run(engine, 1);
        press(engine, 1);
        run(engine, 3);
        press(engine, 3);
        run(engine, 3 + over + 0.1);
        for (double at = 3.2 + over; at < 10; at += 0.01) {
            run(engine, at);
            assertThat(engine.live().value(engine.index().of(ONE))).as("%s", at).isCloseTo(0.2, within(1e-9));
        }
        Session after = written(engine, both);
        assertThat(heard(after, ONE, 8)).isCloseTo(0.2, within(1e-9));
        assertThat(heard(after, TWO, 7)).isCloseTo(0.125, within(0.011));
    }

    /** A way that is longer than the loop goes on in its next turns, and what is written is what was heard in each. */
    @Test
    void aWayGoesOnOverTheTurnsOfALoop() {
        Session session =
                piece(SnapshotSet.Start.AT_ONCE, 10, new double[][] {{1, 0}}).withLoop(new Loop(0, 4, true));
        Engine engine = riding(session);
        run(engine, 1);
        press(engine, 1);
        List<Double> heard = new ArrayList<>();
        for (double at = 1; at < 15; at += 0.01) {
            run(engine, at);
            double way = Math.min(1, (now * 1e-9 - 1) / 10);
            assertThat(engine.live().value(engine.index().of(ONE))).isCloseTo(0.5 + way / 2, within(0.002));
            heard.add(engine.live().value(engine.index().of(ONE)));
        }
        Session after = written(engine, session);
        assertThat(heard.get(heard.size() - 1)).isEqualTo(1);
        assertThat(heard(after, ONE, 2)).isCloseTo(1, within(1e-9));
    }

    /** What a hand takes on its way is the hand's, on the screen or on a fader, written or only heard. */
    @ParameterizedTest
    @CsvSource({"true, true", "true, false", "false, true", "false, false"})
    void whatAHandTakesOnItsWayIsItsOwn(boolean records, boolean fader) {
        Session session = Pieces.routed(piece(SnapshotSet.Start.AT_ONCE, 8, new double[][] {{1, 0}}), 4, "p1");
        Engine engine = riding(session);
        engine.lend(records);
        run(engine, 1);
        press(engine, 1);
        run(engine, 3);
        double at = 0;
        for (int i = 0; i < 100; i++) {
            at = (20 + i % 7) / 127.0;
            if (fader) {
                engine.port(0).message(0xB0, 23, 20 + i % 7, now);
            } else {
                engine.hand(ONE, at, 0.01, true, now);
            }
            run(engine, 3.02 + i * 0.02);
            assertThat(engine.live().value(engine.index().of(ONE))).isCloseTo(at, within(0.005));
        }
        engine.letGo(now);
        run(engine, 8);
        if (records) {
            Session after = written(engine, session);
            assertThat(heard(after, ONE, 2)).isCloseTo(0.5625, within(0.011));
            assertThat(heard(after, ONE, 4)).isBetween(0.15, 0.21);
            // A fader that is let go leaves it where it is on its way by now; on the screen it is the same hand.
            assertThat(heard(after, ONE, 7)).isCloseTo(fader ? 0.875 : 0.5, within(0.011));
            assertThat(heard(after, TWO, 7)).isCloseTo(0.125, within(0.011));
        } else {
            assertThat(engine.live().value(engine.index().of(ONE))).isCloseTo(at, within(0.005));
        }
    }
}
