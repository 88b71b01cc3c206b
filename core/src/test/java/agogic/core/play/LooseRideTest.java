package agogic.core.play;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.Pieces;
import agogic.core.edit.pass.PassWriter;
import agogic.core.lane.Lane;
import agogic.core.record.Memory;
import agogic.core.record.Pass;
import agogic.core.ride.Ride;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import agogic.core.sync.Sync;
import agogic.core.time.TempoMap;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** What no route took is written afterwards as if its route had been armed then: both engines get the same messages. */
class LooseRideTest {
    private static final long SECOND = 1_000_000_000L;

    private final List<long[]> messages = new ArrayList<>();

    private static Session piece(Random random, boolean route) {
        Session plain = Pieces.of(Pieces.device(Pieces.percents(1), 1, "p1"));
        Session drawn = random.nextBoolean() ? Pieces.drawn(plain, "p1", 0, 0.2, 12, 0.9, 30, 0.4) : plain;
        return route ? Pieces.routed(drawn, 1, "p1") : drawn;
    }

    private static Route route() {
        return Route.of("route-p1", new Hand("s", "fader-1"), Span.FULL, target("p1"));
    }

    /** Some reaches of fader 1, with rests, and a few moves of another. */
    private void moves(Random random, long from, long until) {
        long at = from;
        int code = random.nextInt(128);
        while (at < until) {
            at += random.nextInt(20) == 0
                    ? SECOND / 2 + random.nextInt(900_000_000)
                    : 3_000_000 + random.nextInt(40_000_000);
            code = Math.max(0, Math.min(127, code + random.nextInt(5) - 2));
            messages.add(new long[] {at, random.nextInt(30) == 0 ? 21 : 20, code});
        }
        messages.removeIf(m -> m[0] >= until);
    }

    private static Engine engine(Session session) {
        Engine engine = new Engine(session);
        engine.remember();
        engine.tick(0);
        return engine;
    }

    private void run(Engine engine, long from, long to) {
        long clock = from;
        for (long[] message : messages) {
            if (message[0] > from && message[0] <= to) {
                for (; clock + 4_000_000 < message[0]; clock += 4_000_000) {
                    engine.tick(clock);
                }
                engine.port(0).message(0xB0, (int) message[1], (int) message[2], message[0]);
                engine.provide();
            }
        }
        for (; clock < to; clock += 4_000_000) {
            engine.tick(clock);
        }
        engine.tick(to);
    }

    private static List<Pass> passes(Engine engine) {
        List<Pass> all = new ArrayList<>();
        for (List<Pass> some = engine.finishedPass(); some != null; some = engine.finishedPass()) {
            all.addAll(some);
        }
        return all;
    }

    private static Lane lane(Session session) {
        return session.lane(target("p1"));
    }

    /** The session after a pass that was armed. */
    private Session armed(Session session, double from, long begins, long ends) {
        Engine engine = engine(session.with(route().in(WriteMode.TOUCH)));
        run(engine, 0, begins);
        engine.play(from, from);
        run(engine, begins, ends);
        engine.stop();
        engine.tick(ends);
        return PassWriter.write(session.with(route()), passes(engine));
    }

    @Property(tries = 40)
    void whatWasHeardInReadOrHadNoRoute(@ForAll long seed) {
        messages.clear();
        Random random = new Random(seed);
        boolean routed = random.nextBoolean();
        Session session = piece(random, routed);
        moves(random, SECOND / 2, SECOND);
        moves(random, 3 * SECOND, 12 * SECOND);
        double from = 8 * random.nextDouble();
        Engine live = engine(session);
        run(live, 0, 2 * SECOND);
        if (random.nextBoolean()) {
            // It began elsewhere at the same moment.
            live.play(from / 2, from / 2);
        }
        live.play(from, from);
        run(live, 2 * SECOND, 14 * SECOND);
        live.stop();
        live.tick(14 * SECOND);
        assertThat(passes(live)).noneMatch(Pass::wrote);
        LooseRide loose = LooseRide.in(session, live.remembered(15 * SECOND), 0).stream()
                .filter(r -> r.hand().control().equals("fader-1") && r.played())
                .findFirst()
                .orElseThrow();
        Session with = session.with(route());
        Session taken = PassWriter.write(with, loose.taken(with, route(), 0));
        Session armed = armed(session, from, 2 * SECOND, 14 * SECOND);
        assertThat(lane(armed).stretches()).isNotEmpty();
        assertThat(lane(taken)).isEqualTo(lane(armed));
        assertThat(taken.rides()).isEqualTo(armed.rides());
        assertThat(taken.routes()).isEqualTo(armed.routes());
    }

    /** Another clock leads, at another tempo than the piece has: what is taken lies where it would have been written. */
    @Property(tries = 20)
    void whatWasPlayedByAnotherClock(@ForAll long seed) {
        messages.clear();
        Random random = new Random(seed);
        Session session = piece(random, true).withSync(new Sync(Sync.Role.FOLLOW, Sync.Language.CLOCK, "Clock", true));
        moves(random, 3 * SECOND, 12 * SECOND);
        double bpm = 40 + 80 * random.nextDouble();
        Engine read = engine(session);
        Engine armed = engine(session.with(route().in(WriteMode.TOUCH)));
        for (Engine one : List.of(read, armed)) {
            one.clockPort().message(0xFA, 0, 0, SECOND);
            long clock = 0;
            for (int pulse = 0; pulse * 60 / bpm / 24 < 12; pulse++) {
                long at = 2 * SECOND + Math.round(pulse * 60e9 / bpm / 24);
                run(one, clock, at);
                one.clockPort().message(0xF8, 0, 0, at);
                one.tick(at);
                clock = at;
            }
            one.clockPort().message(0xFC, 0, 0, clock);
            one.tick(clock);
        }
        LooseRide loose = LooseRide.in(session, read.remembered(15 * SECOND), 0).stream()
                .filter(r -> r.hand().control().equals("fader-1") && r.played())
                .findFirst()
                .orElseThrow();
        Session taken = PassWriter.write(session, loose.taken(session, route(), 0));
        Session written = PassWriter.write(session, passes(armed));
        assertThat(lane(written).stretches()).isNotEmpty();
        assertSameMoves(written, taken);
    }

    /** The tempo is changed before it is taken: it lies where in the music it was heard. */
    @Property(tries = 20)
    void whatWasPlayedAtAnotherTempo(@ForAll long seed, @ForAll boolean meanwhile) {
        messages.clear();
        Random random = new Random(seed);
        Session session = piece(random, true);
        Session slower = session.withTimeline(new Timeline(
                TempoMap.steady(20 + 80 * random.nextDouble()),
                session.timeline().metre()));
        moves(random, 3 * SECOND, 12 * SECOND);
        Engine engine = engine(session);
        run(engine, 0, 2 * SECOND);
        engine.play(0, 0);
        run(engine, 2 * SECOND, 9 * SECOND);
        if (meanwhile) {
            engine.load(slower);
        }
        run(engine, 9 * SECOND, 14 * SECOND);
        engine.stop();
        engine.tick(14 * SECOND);
        List<LooseRide> all = LooseRide.in(session, engine.remembered(15 * SECOND), 0);
        for (LooseRide was : all) {
            LooseRide now = LooseRide.in(slower, engine.remembered(15 * SECOND), 0).stream()
                    .filter(r -> r.last() == was.last() && r.hand().equals(was.hand()))
                    .findFirst()
                    .orElseThrow();
            Session then = PassWriter.write(session, was.taken(session, route(), 0));
            Session taken = PassWriter.write(slower, now.taken(slower, route(), 0));
            if (!meanwhile || was.from() == 0) {
                assertSameMoves(then, taken);
            }
        }
        assertThat(all).hasSizeGreaterThan(meanwhile ? 1 : 0);
    }

    /** Each move lies at the same beat; how long a hand holds after its last move, and eases, is a matter of seconds. */
    private static void assertSameMoves(Session one, Session other) {
        List<double[]> moves = moves(one);
        List<double[]> others = moves(other);
        assertThat(moves).hasSizeGreaterThan(10);
        for (double[] move : moves) {
            assertThat(others)
                    .as("%s", move[0])
                    .anyMatch(m -> Math.abs(m[0] - move[0]) < 1e-5 && Math.abs(m[1] - move[1]) < 1e-9);
        }
    }

    private static List<double[]> moves(Session session) {
        List<double[]> all = new ArrayList<>();
        for (Ride ride : session.rides()) {
            for (int i = 0; i < ride.size(); i++) {
                all.add(new double[] {session.timeline().beatAt(ride.seconds(i)), ride.raw(i)});
            }
        }
        return all;
    }

    @Property(tries = 20)
    void whatWasMovedWhileItStoodGoesToThePlayhead(@ForAll long seed) {
        messages.clear();
        Random random = new Random(seed);
        Session session = piece(random, random.nextBoolean());
        moves(random, 3 * SECOND, 8 * SECOND);
        Engine live = engine(session);
        run(live, 0, 9 * SECOND);
        double playhead = 4 * random.nextInt(5);
        Session with = session.with(route());
        List<LooseRide> all = LooseRide.in(session, live.remembered(9 * SECOND), playhead);
        LooseRide loose = all.stream()
                .filter(r -> r.hand().control().equals("fader-1"))
                .findFirst()
                .orElseThrow();
        assertThat(loose.played()).isFalse();
        Session taken = PassWriter.write(with, loose.taken(with, route(), playhead));
        long first = messages.stream().filter(m -> m[1] == 20).findFirst().orElseThrow()[0];
        long last = loose.last();
        Session armed = armed(session, playhead, first - 1, last + Hands.TOUCH_NANOS + SECOND - 1);
        assertThat(lane(taken).stretches())
                .hasSameSizeAs(lane(armed).stretches())
                .isNotEmpty();
        for (double beat = 0; beat < 40; beat += 0.1) {
            assertThat(lane(taken).envelope().valueAt(beat))
                    .isCloseTo(lane(armed).envelope().valueAt(beat), within(1e-6));
        }
    }

    @Test
    void whatWasWrittenIsNotLoose() {
        Session session = piece(new Random(1), true);
        moves(new Random(2), 3 * SECOND, 8 * SECOND);
        Engine engine = engine(session.with(route().in(WriteMode.TOUCH)));
        run(engine, 0, 2 * SECOND);
        engine.play(0, 0);
        run(engine, 2 * SECOND, 9 * SECOND);
        engine.stop();
        engine.tick(9 * SECOND);
        assertThat(LooseRide.in(session, engine.remembered(9 * SECOND), 0))
                .allMatch(r -> r.hand().control().equals("fader-2"));
    }

    @Test
    void tenMinutesAreKept() {
        Session session = piece(new Random(1), true);
        Engine engine = engine(session);
        messages.add(new long[] {SECOND, 20, 64});
        run(engine, 0, 2 * SECOND);
        assertThat(LooseRide.in(session, engine.remembered(SECOND + Memory.KEPT_NANOS), 0))
                .hasSize(1);
        assertThat(LooseRide.in(session, engine.remembered(SECOND + Memory.KEPT_NANOS + 1), 0))
                .isEmpty();
    }
}
