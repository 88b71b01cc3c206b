package agogic.core.plan;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.Pieces;
import agogic.core.device.Device;
import agogic.core.device.Outside;
import agogic.core.device.Seat;
import agogic.core.device.Socket;
import agogic.core.device.Turn;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.play.Engine;
import agogic.core.play.Verdict;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.WriteMode;
import agogic.core.session.Session;
import agogic.core.time.Lock;
import agogic.core.trace.Trace;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** What is heard without a clock is what the engine plays on one. */
class HeardTest {
    private static final long SECOND = 1_000_000_000L;

    /** p1 alone, p2 follows p3, p4 and p5 share, p6 travels outside. */
    private static Session session(Random random) {
        Parameter steps = Parameter.stepped("p2", "Two", "", 0, "A", "B", "C", "D");
        List<Parameter> all = new ArrayList<>(Pieces.percents(6));
        all.set(1, steps);
        Device device = Pieces.device(all, 4)
                .using(List.of(
                        Socket.of(1, "p1"),
                        new Socket(
                                2,
                                List.of(new Seat("p3", Span.straight(0.1, 0.9)), new Seat("p2", Span.straight(1, 0))),
                                List.of()),
                        new Socket(
                                3,
                                List.of(Seat.of("p4"), Seat.of("p5")),
                                List.of(new Turn(0, 1), new Turn(7, 0), new Turn(15.5, 1)))))
                .sending(List.of(new Outside("p6", Outside.Way.CC, 1, 85)));
        Session session = Pieces.of(device);
        for (int i : new int[] {1, 3, 4, 5, 6}) {
            List<Point> points = new ArrayList<>();
            for (double t = random.nextInt(4); t < 40; t += 1 + random.nextInt(9)) {
                points.add(new Point(t, 0.1 + 0.8 * random.nextDouble()));
            }
            session = session.with(
                    new Lane(target("p" + i), i == 4 ? Lock.SECONDS : Lock.BEATS, Envelope.of(points), List.of()));
        }
        return session;
    }

    @Property(tries = 40)
    void theEnginePlaysWhatIsHeard(@ForAll long seed) {
        Session session = session(new Random(seed));
        Heard heard = new Heard(session);
        Engine engine = new Engine(session);
        engine.tick(0);
        engine.play();
        for (int i = 1; i <= 150; i++) {
            engine.tick(i * SECOND / 4);
            double at = engine.live().position();
            for (int p = 1; p <= 6; p++) {
                assertThat(engine.live().value(engine.index().of(target("p" + p))))
                        .as("p%s at %s", p, at)
                        .isCloseTo(heard.valueAt(target("p" + p), at), within(1e-12));
            }
        }
    }

    @Test
    void aSharedSocketHoldsTheLastValueWhileAnotherHasIt() {
        Session session = session(new Random(3));
        Heard heard = new Heard(session);
        double last = session.lane(target("p4")).envelope().valueAt(15.5);
        assertThat(heard.valueAt(target("p4"), 15.5)).isEqualTo(last);
        assertThat(heard.valueAt(target("p4"), 30)).isEqualTo(last);
        assertThat(heard.valueAt(target("p4"), 3)).as("not sent yet").isEqualTo(0.5);
        assertThat(heard.valueAt(target("p5"), 10))
                .isEqualTo(session.lane(target("p5")).envelope().valueAt(7));
    }

    @Test
    void whatTravelsInSevenBitsIsHeardInSevenBits() {
        Session session = session(new Random(5));
        double said = session.lane(target("p6")).envelope().valueAt(11);
        double heard = new Heard(session).valueAt(target("p6"), 11);
        assertThat(heard).isNotEqualTo(said).isCloseTo(said, within(0.5 / 126));
    }

    private static Verdict afterAMove(Session session, String parameter) {
        Session routed = Pieces.routed(session, 1, parameter);
        Route route = routed.routes().get(0).in(WriteMode.TOUCH);
        Session armed = routed.with(route);
        Engine engine = new Engine(armed);
        engine.tick(0);
        engine.play();
        engine.tick(1);
        engine.tick(10 * SECOND);
        engine.port(0).message(0xB0, 20, 99, 10 * SECOND + 1);
        engine.tick(10 * SECOND + 2);
        Trace trace = Trace.last(armed, engine.live()).orElseThrow();
        assertThat(trace.sentence()).isNotBlank();
        assertThat(trace.act()).as(trace.sentence()).isPresent();
        return engine.live().verdict(0);
    }

    @Test
    void theTraceSaysThatAFollowerCannotBeMovedAndASharedSocketIsAway() {
        Session session = session(new Random(7));
        assertThat(afterAMove(session, "p2")).isEqualTo(Verdict.FOLLOWS);
        assertThat(afterAMove(session, "p5")).isEqualTo(Verdict.AWAY);
    }

    @Test
    void fromTheFaceAParameterIsHeldUntilTheNextStart() {
        Session session = session(new Random(9));
        Engine engine = new Engine(session);
        engine.tick(0);
        int p1 = engine.index().of(target("p1"));
        engine.hand(target("p1"), 0.77, 0, false, 0);
        engine.tick(SECOND);
        assertThat(engine.live().value(p1)).isEqualTo(0.77);
        engine.play();
        engine.tick(2 * SECOND);
        assertThat(engine.live().value(p1))
                .isCloseTo(
                        new Heard(session).valueAt(target("p1"), engine.live().position()), within(1e-12));
    }
}
