package agogic.core.trace;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.Pieces;
import agogic.core.device.Device;
import agogic.core.device.Seat;
import agogic.core.device.Socket;
import agogic.core.device.Turn;
import agogic.core.edit.macro.Macros;
import agogic.core.expose.Exposing;
import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.play.Engine;
import agogic.core.play.Verdict;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Resting;
import agogic.core.session.Session;
import agogic.core.surface.Page;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;

/** Every stop of the wire: a verdict, a sentence in the unit, and the one act that mends it, which does. */
class TraceTest {
    private static final long SECOND = 1_000_000_000L;

    private static Session session() {
        List<Parameter> all = new ArrayList<>(Pieces.percents(4));
        all.add(Pieces.percent("keep").asReserved());
        return Pieces.routed(Pieces.of(Pieces.device(all, 4, "p1", "p2")), 1, "p1");
    }

    private static Session with(UnaryOperator<Route> change) {
        Session session = session();
        return session.with(change.apply(session.routes().get(0)));
    }

    /** Plays the session from {@code seconds} on, moves fader 1 to code {@code data} and asks. */
    private static Trace moved(Session session, boolean plays, int data, int status) {
        Engine engine = new Engine(session);
        engine.tick(0);
        if (plays) {
            engine.play();
        }
        engine.tick(1);
        engine.tick(2 * SECOND);
        engine.port(0).message(status, 20, data, 2 * SECOND + 1);
        engine.tick(2 * SECOND + 2);
        Trace trace = Trace.last(session, engine.live()).orElseThrow();
        assertThat(trace.head()).isNotBlank();
        assertThat(trace.sentence()).endsWith(".").doesNotContain("  ");
        return trace;
    }

    private static Trace moved(Session session, boolean plays) {
        return moved(session, plays, 127, 0xB0);
    }

    @Test
    void inReadItIsHeardAndTouchIsOffered() {
        Trace trace = moved(session(), true);
        assertThat(trace.verdict()).isEqualTo(Verdict.HEARD_IN_READ);
        assertThat(trace.sentence())
                .isEqualTo(
                        "Fader 1 moved to 100 % → Device · Name of p1 = 100 % — heard, not written: this route is in Read.");
        assertThat(trace.act()).contains(Trace.Act.PUT_IN_TOUCH);
        assertThat(moved(with(r -> r.in(WriteMode.TOUCH)), true).verdict()).isEqualTo(Verdict.WRITTEN);
    }

    @Test
    void behindABypassedDeviceNothingIsHeard() {
        List<Parameter> all = new ArrayList<>(Pieces.percents(2));
        all.add(Parameter.stepped("by", "Bypass", "", 1, "Off", "On"));
        Session session = Pieces.routed(Pieces.of(Pieces.device(all, 4, "p1", "by")), 1, "p1");
        Trace trace = moved(session, true);
        assertThat(trace.verdict()).isEqualTo(Verdict.BYPASSED);
        assertThat(trace.verdict().heard()).isFalse();
        assertThat(trace.sentence()).endsWith("the wire stops behind the sound: Device is bypassed.");
        assertThat(trace.act()).contains(Trace.Act.BYPASS_OFF);
        Session mended = Mend.of(session, trace).orElseThrow().edit().apply(session);
        assertThat(moved(mended, true).verdict()).isEqualTo(Verdict.HEARD_IN_READ);

        // By its lane: another rest would not help, and is not offered.
        Session drawn = Pieces.drawn(mended, "by", 0, 0.75, 30, 0.75);
        Trace there = moved(drawn, true);
        assertThat(there.verdict()).isEqualTo(Verdict.BYPASSED);
        assertThat(there.sentence()).endsWith("Device is bypassed by its lane.");
        assertThat(there.act()).isEmpty();
    }

    @Test
    void whereAnEnvelopePlaysTheHandStopsThere() {
        Session session = Pieces.drawn(session(), "p1", 0, 0.25, 30, 0.25);
        Trace trace = moved(session, true);
        assertThat(trace.verdict()).isEqualTo(Verdict.READ);
        assertThat(trace.sentence()).contains("stays at 25 %").contains("so the envelope plays");
        assertThat(trace.verdict().joint()).isEqualTo(Verdict.Joint.ENVELOPE);
    }

    @Test
    void whileNothingPlaysARideNeedsTime() {
        Trace trace = moved(with(r -> r.in(WriteMode.LATCH)), false);
        assertThat(trace.verdict()).isEqualTo(Verdict.NOT_PLAYING);
        assertThat(trace.act()).contains(Trace.Act.PLAY);
    }

    @Test
    void aPickupSaysWhereTheValueWaits() {
        Session waits = Resting.at(with(r -> r.with(Takeover.WHEN_THEY_MEET)), target("p1"), 0.2);
        Trace trace = moved(waits, true);
        assertThat(trace.verdict()).isEqualTo(Verdict.WAITING);
        assertThat(trace.sentence()).contains("at 20 %; the hand is at 100 %").contains("stops at the span");
        assertThat(trace.act()).contains(Trace.Act.TAKE_OVER_NOW);
        assertThat(moved(with(r -> r.with(Takeover.AT_ONCE)), true).verdict().heard())
                .isTrue();
    }

    @Test
    void aClosedSpanACutWireAndNoWire() {
        Trace closed = moved(with(r -> r.with(Span.straight(0.4, 0.4))), true);
        assertThat(closed.verdict()).isEqualTo(Verdict.SPAN_CLOSED);
        assertThat(closed.sentence()).contains("it goes from 40 % to the same value");
        assertThat(closed.act()).contains(Trace.Act.OPEN_SPAN);
        Trace off = moved(with(r -> r.switched(false)), true);
        assertThat(off.verdict()).isEqualTo(Verdict.ROUTE_OFF);
        assertThat(off.act()).contains(Trace.Act.SWITCH_ON);
        Trace none = moved(session().withRoutes(List.of()), true);
        assertThat(none.verdict()).isEqualTo(Verdict.NO_ROUTE);
        assertThat(none.sentence())
                .isEqualTo("Fader 1 moved to 100 % — the wire stops at the hand: nothing is connected to it.");
        assertThat(none.act()).contains(Trace.Act.CONNECT);
    }

    @Test
    void aMessageOfNoControlIsNamedByItsBytes() {
        Trace trace = moved(session(), true, 64, 0xB5);
        assertThat(trace.verdict()).isEqualTo(Verdict.OTHER_CHANNEL);
        assertThat(trace.sentence())
                .isEqualTo(
                        "Surface sent B5 14 40 (CC 20, channel 6) — the wire stops before the hand: Fader 1 sends this message,"
                                + " but on channel 1.");
        assertThat(trace.act()).contains(Trace.Act.ANY_CHANNEL);
        assertThat(trace.hand().map(Hand::control)).contains("fader-1");
        Trace nobody = moved(session(), true, 64, 0xD5);
        assertThat(nobody.verdict()).isEqualTo(Verdict.NO_CONTROL);
        assertThat(nobody.act()).contains(Trace.Act.MAKE_CONTROL);
        assertThat(moved(session(), true, 64, 0xE3).sentence()).contains("bend, channel 4");
        assertThat(moved(session(), true, 64, 0xC2).sentence()).contains("sent C2 14 (program 20, channel 3)");
    }

    @Test
    void whatIsHiddenCanBeExposedAndThenIsHeard() {
        Session hidden = Pieces.routed(session().withRoutes(List.of()), 1, "p3");
        Trace trace = moved(hidden, true);
        assertThat(trace.verdict()).isEqualTo(Verdict.HIDDEN);
        assertThat(trace.act()).contains(Trace.Act.EXPOSE);
        Session exposed = Exposing.expose(hidden, List.of(target("p3"))).session();
        assertThat(moved(exposed, true).verdict().heard()).isTrue();
    }

    @Test
    void dataForAReservedParameterIsRefusedAndNamed() {
        Session session = Pieces.routed(session().withRoutes(List.of()), 1, "keep");
        Trace trace = moved(session.with(session.routes().get(0).in(WriteMode.TOUCH)), true);
        assertThat(trace.verdict()).isEqualTo(Verdict.RESERVED);
        assertThat(trace.head()).isEqualTo("Refused");
        assertThat(trace.sentence())
                .contains("Name of keep is reserved for the device itself and must never be written");
        assertThat(trace.act()).isEmpty();
    }

    @Test
    void onASharedSocketItSaysWhoHasItAndUntilWhen() {
        Session session = session().withRoutes(List.of());
        Device device = session.device(Pieces.DEVICE)
                .without("p2")
                .without("p1")
                .with(new Socket(1, List.of(Seat.of("p1"), Seat.of("p2")), List.of(new Turn(0, 1), new Turn(12, 0))));
        Session shared = Pieces.routed(session.withDevice(device), 1, "p1");
        Trace trace = moved(shared, true);
        assertThat(trace.verdict()).isEqualTo(Verdict.AWAY);
        assertThat(trace.sentence()).contains("its socket is with Name of p2 until bar 4");
        Session followed = Exposing.join(session(), target("p3"), 2, Span.FULL).withRoutes(List.of());
        Trace follows = moved(Pieces.routed(followed, 1, "p3"), true);
        assertThat(follows.verdict()).isEqualTo(Verdict.FOLLOWS);
        assertThat(follows.sentence()).contains("it moves with Name of p2");
        assertThat(follows.act()).contains(Trace.Act.MOVE_LEADER);
    }

    @Test
    void onAnotherPageItSaysOnWhichItCounts() {
        Session session = session();
        Surface surface = session.surfaces().get(0).paged(List.of(Page.of("A"), Page.of("Comets")));
        Route route = session.routes().get(0);
        Session paged = session.with(surface).with(route.by(Optional.of(new Hand("s", "fader-1", 2))));
        Trace trace = moved(paged, true);
        assertThat(trace.verdict()).isEqualTo(Verdict.OTHER_PAGE);
        assertThat(trace.sentence())
                .isEqualTo(
                        "Fader 1 does nothing on page A — the wire stops at the hand: it moves Name of p1 on page Comets.");
        assertThat(trace.act()).contains(Trace.Act.TURN_PAGE);
        assertThat(trace.hand().map(Hand::page)).contains(2);
    }

    @Test
    void whereTheValueStandsOutsideTheSpanTheHandCannotMeetIt() {
        Session session =
                Resting.at(with(r -> r.with(Takeover.WHEN_THEY_MEET).with(Span.straight(0.5, 0.9))), target("p1"), 0.2);
        Trace trace = moved(session, true);
        assertThat(trace.verdict()).isEqualTo(Verdict.OUTSIDE_SPAN);
        assertThat(trace.sentence()).contains("stands at 20 %, outside the span of 50 % to 90 %");
    }

    @Test
    void aMacroWithoutMembersMovesNothingAndOneWithHiddenMembersSaysWhich() {
        Session session = session().withRoutes(List.of()).with(Macro.named("m", "Comet"));
        Target macro = new Target(Macro.DEVICE, "m");
        session = session.with(Route.of("r", new Hand("s", "fader-1"), Span.FULL, macro));
        Trace empty = moved(session, true);
        assertThat(empty.verdict()).isEqualTo(Verdict.NO_MEMBERS);
        assertThat(empty.act()).contains(Trace.Act.ADD_MEMBERS);
        Session filled = Macros.add(session, "m", List.of(target("p1"), target("p3")), false);
        Trace some = moved(filled, true);
        assertThat(some.verdict()).isEqualTo(Verdict.HIDDEN);
        assertThat(some.sentence()).contains("Macro · Comet = 100 %").contains("at 1 of its 2 members the wire stops");
        assertThat(some.act()).contains(Trace.Act.REACH_MEMBERS);
        Trace all = moved(Macros.reachThroughOneSocket(filled, "m"), true);
        assertThat(all.verdict()).isEqualTo(Verdict.HEARD_IN_READ);
        Trace member = moved(Pieces.routed(filled.withRoutes(List.of()), 1, "p1"), true);
        assertThat(member.sentence()).contains("it moves with the macro Comet.");
    }

    @Test
    void aClosedPortIsSaid() {
        Trace trace = Trace.closed(session().surfaces().get(0), "not plugged in");
        assertThat(trace.sentence())
                .isEqualTo(
                        "Surface cannot be heard — the wire stops before the hand: its port “Surface” is not plugged in.");
        assertThat(trace.act()).contains(Trace.Act.LOOK_AGAIN);
    }

    @Test
    void rehearsedItIsKeptUntilSomebodySaysSo() {
        Trace trace = moved(with(r -> r.in(WriteMode.TOUCH).rehearsing(true)), true);
        assertThat(trace.verdict()).isEqualTo(Verdict.REHEARSED);
        assertThat(trace.act()).contains(Trace.Act.WRITE_REHEARSAL);
    }

    @Test
    void ofSeveralWiresTheOneThatComesLeastFarIsExplained() {
        Session two = Pieces.routed(session(), 1, "p3");
        Trace trace = moved(two, true);
        assertThat(trace.verdict()).isEqualTo(Verdict.HIDDEN);
        assertThat(trace.route().map(Route::id)).isEqualTo(Optional.of("route-p3"));
    }

    @Test
    void aBrokenWireNeverReachesTheSoundAndAWholeOneAlwaysDoes() {
        List<Session> all = List.of(
                session(),
                with(r -> r.in(WriteMode.TOUCH)),
                with(r -> r.in(WriteMode.LATCH).rehearsing(true)),
                with(r -> r.switched(false)),
                with(r -> r.with(Span.straight(0.4, 0.4))),
                Resting.at(with(r -> r.with(Takeover.WHEN_THEY_MEET)), target("p1"), 0.2),
                Pieces.drawn(session(), "p1", 0, 0.25, 30, 0.25),
                Pieces.routed(session().withRoutes(List.of()), 1, "p3"),
                Pieces.routed(session().withRoutes(List.of()), 1, "keep"));
        int broken = 0;
        for (Session session : all) {
            for (boolean plays : new boolean[] {false, true}) {
                Engine engine = new Engine(session);
                if (plays) {
                    engine.play();
                }
                engine.tick(1);
                engine.tick(SECOND);
                int p = engine.index().of(session.routes().get(0).target());
                double before = engine.live().value(p);
                engine.port(0).message(0xB0, 20, 127, SECOND + 1);
                engine.tick(SECOND + 2);
                Verdict verdict = engine.live().verdict(0);
                boolean moved = engine.live().value(p) != before;
                assertThat(moved).as("%s, playing: %s", verdict, plays).isEqualTo(verdict.heard());
                assertThat(verdict.broken()).isEqualTo(!moved);
                broken += moved ? 0 : 1;
            }
        }
        assertThat(broken).isBetween(9, 15);
    }
}
