package agogic.core.play;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.Pieces;
import agogic.core.edit.pass.PassWriter;
import agogic.core.lane.Lane;
import agogic.core.record.Memory;
import agogic.core.record.Pass;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
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
