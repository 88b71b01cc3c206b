package agogic.core.play;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.Pieces;
import agogic.core.device.Exposure;
import agogic.core.edit.pass.PassWriter;
import agogic.core.edit.points.Snapshots;
import agogic.core.lane.Lane;
import agogic.core.midi.MidiScale;
import agogic.core.record.Pass;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.WriteMode;
import agogic.core.session.Resting;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;

/** What is moved on the screen is a hand like a fader, with a route or without one. */
class ScreenHandTest {
    private static final long TICK = 4_000_000;

    private long now;

    private static Session piece(boolean drawn) {
        Session plain = Pieces.wanting(3, 4, 2);
        return drawn ? Pieces.drawn(plain, "p1", 0, 0.2, 12, 0.9, 30, 0.4) : plain;
    }

    private void run(Engine engine, double until) {
        while (now < until * 1e9) {
            now += TICK;
            engine.tick(now);
        }
    }

    private List<Pass> stopped(Engine engine) {
        engine.stop();
        now += TICK;
        engine.tick(now);
        List<Pass> passes = engine.finishedPass();
        return passes == null ? List.of() : passes.stream().filter(Pass::wrote).toList();
    }

    /** The same moves by a fader and on the screen are the same pass. */
    @Property(tries = 60)
    void itIsKeptAsAFaderIs(@ForAll long seed, @ForAll boolean drawn) {
        now = 0;
        Random random = new Random(seed);
        Session session = piece(drawn);
        Engine fader = new Engine(Pieces.routed(session, 1, "p1"));
        Engine screen = new Engine(session);
        for (Engine engine : List.of(fader, screen)) {
            engine.tick(0);
            engine.lend(true);
            engine.play(0, 1);
        }
        int code = random.nextInt(128);
        for (int i = 0; i < 300; i++) {
            now += TICK;
            if (random.nextInt(3) == 0) {
                code = Math.max(0, Math.min(127, code + random.nextInt(9) - 4));
                fader.port(0).message(0xB0, 20, code, now);
                screen.hand(target("p1"), MidiScale.normalised7(code), 0, false, now);
            }
            fader.tick(now);
            screen.tick(now);
            assertThat(screen.live().value(screen.index().of(target("p1"))))
                    .isEqualTo(fader.live().value(fader.index().of(target("p1"))));
        }
        long then = now;
        List<Pass> byFader = stopped(fader);
        now = then;
        List<Pass> byScreen = stopped(screen);
        assertThat(byScreen).hasSameSizeAs(byFader);
        for (int i = 0; i < byFader.size(); i++) {
            assertThat(byScreen.get(i).seconds()).isEqualTo(byFader.get(i).seconds());
            assertThat(byScreen.get(i).counted()).isEqualTo(byFader.get(i).counted());
            assertThat(byScreen.get(i).touches()).isEqualTo(byFader.get(i).touches());
            assertThat(byScreen.get(i).route().hand().orElseThrow().surface()).isEqualTo(Hand.SCREEN);
        }
    }

    @Test
    void whatIsNotArmedIsHeardAndNotWritten() {
        now = 0;
        Engine engine = new Engine(piece(true));
        engine.tick(0);
        engine.play(0, 0);
        run(engine, 1);
        engine.hand(target("p1"), 0.77, 0, true, now);
        run(engine, 1.1);
        assertThat(engine.live().value(engine.index().of(target("p1")))).isEqualTo(0.77);
        engine.letGo(now);
        run(engine, 2);
        assertThat(stopped(engine)).isEmpty();
    }

    /** An engine in which the first fader has moved p1 to code 100, and nothing plays. */
    private static Engine moved(Session session) {
        Engine engine = new Engine(session);
        engine.tick(0);
        engine.port(0).message(0xB0, 20, 100, TICK);
        engine.tick(2 * TICK);
        assertThat(engine.live().value(engine.index().of(target("p1")))).isEqualTo(MidiScale.normalised7(100));
        return engine;
    }

    /** What was moved over an envelope is heard until that would have had the say again; if it is gone, the parameter rests. */
    @Test
    void whatStoodOverAnEnvelopeGoesWithIt() {
        Session drawn = Pieces.routed(piece(true), 1, "p1");
        Session bare = drawn.withLanes(List.of());
        Engine engine = moved(drawn);
        int p1 = engine.index().of(target("p1"));
        double moved = engine.live().value(p1);
        engine.load(drawn.with(drawn.lane(target("p1")).guarded(true)));
        engine.tick(3 * TICK);
        assertThat(engine.live().value(p1)).isEqualTo(moved);
        engine.load(bare);
        engine.tick(4 * TICK);
        assertThat(engine.live().value(p1))
                .isEqualTo(bare.parameter(target("p1")).resting());
        engine.load(drawn);
        engine.tick(5 * TICK);
        assertThat(engine.live().value(p1))
                .isEqualTo(drawn.lane(target("p1")).envelope().value(0));
    }

    /** A move is taken back although the piece with it and the piece without it come before the same tick. */
    @Test
    void aMoveIsTakenBackHoweverSoon() {
        Session rested = Pieces.routed(piece(false), 1, "p1");
        Engine engine = moved(rested);
        int p1 = engine.index().of(target("p1"));
        double moved = engine.live().value(p1);
        engine.load(Resting.at(rested, target("p1"), moved));
        engine.load(rested);
        engine.tick(3 * TICK);
        assertThat(engine.live().value(p1))
                .isEqualTo(rested.parameter(target("p1")).resting());
        engine.load(rested.with(rested.lane(target("p1")).guarded(true)));
        engine.port(0).message(0xB0, 20, 90, 4 * TICK);
        engine.tick(5 * TICK);
        engine.load(rested);
        engine.tick(6 * TICK);
        assertThat(engine.live().value(p1)).isEqualTo(MidiScale.normalised7(90));
    }

    /**
     * While nothing plays, what was said last is heard: by a hand, by a snapshot, or by an edit that says where a parameter
     * rests, though several of these come before one tick and take each other back.
     */
    @Property(tries = 200)
    void whatWasSaidLastIsHeard(@ForAll long seed) {
        Random random = new Random(seed);
        Session one = Pieces.routed(piece(false), 1, "p1");
        one = Snapshots.keep(one, "Set", Snapshots.take(one, "a", List.of(target("p1"), target("p2")), t -> 0.25));
        List<Session> loaded = new ArrayList<>(List.of(one));
        Engine engine = new Engine(one);
        long time = 0;
        engine.tick(time);
        double[] heard = {rests(one, "p1"), rests(one, "p2")};
        double[] said = {Double.NaN, Double.NaN};
        for (int i = 0; i < 40; i++) {
            double hand = Double.NaN;
            boolean started = false;
            for (int k = random.nextInt(4); k > 0; k--) {
                Session last = loaded.get(loaded.size() - 1);
                Session next =
                        switch (random.nextInt(5)) {
                            case 0 -> Resting.at(last, target("p1"), random.nextInt(4) / 4.0);
                            case 1 -> Resting.at(last, target("p2"), random.nextInt(4) / 4.0);
                            case 2 -> last.routes().size() > 1
                                    ? last.withRoutes(last.routes().subList(0, 1))
                                    : Pieces.routed(last, 1, "p2");
                            case 3 -> loaded.get(random.nextInt(loaded.size()));
                            default -> last.with(last.lane(target("p1"))
                                    .guarded(!last.lane(target("p1")).guarded()));
                        };
                said[0] = rests(next, "p1") != rests(last, "p1") ? rests(next, "p1") : said[0];
                said[1] = rests(next, "p2") != rests(last, "p2") ? rests(next, "p2") : said[1];
                engine.load(next);
                loaded.add(next);
            }
            if (random.nextInt(4) == 0) {
                engine.start(0, 0, time + TICK / 2);
                started = true;
            }
            if (random.nextInt(3) == 0) {
                int code = random.nextInt(128);
                engine.port(0).message(0xB0, 20, code, time + TICK / 2);
                hand = MidiScale.normalised7(code);
            }
            time += TICK;
            engine.tick(time);
            boolean both = loaded.get(loaded.size() - 1).routes().size() > 1;
            for (int p = 0; p < 2; p++) {
                heard[p] = !Double.isNaN(hand) && (p == 0 || both)
                        ? hand
                        : started ? 0.25 : Double.isNaN(said[p]) ? heard[p] : said[p];
                said[p] = Double.NaN;
                int place = engine.index().of(target("p" + (p + 1)));
                assertThat(engine.live().value(place)).as("p%d, %d", p + 1, i).isEqualTo(heard[p]);
            }
        }
    }

    private static double rests(Session session, String parameter) {
        return session.parameter(target(parameter)).resting();
    }

    /** An edit that adds or removes a route leaves known what became of the last move on every other. */
    @Test
    void whatBecameOfAMoveIsKnownAfterAnEdit() {
        Session one = Pieces.routed(piece(false), 1, "p1");
        Session two = Pieces.routed(one, 1, "p2");
        Engine engine = moved(one);
        Route moved = one.routes().get(0);
        for (Session edited : List.of(two, two.withRoutes(List.of(two.routes().get(1), moved)), one)) {
            engine.load(edited);
            engine.tick(3 * TICK);
            int place = edited.placeOfRoute(moved.id());
            assertThat(engine.live().verdict(place)).isEqualTo(Verdict.HEARD_IN_READ);
            assertThat(engine.live().lastMove(place)).isEqualTo(TICK);
            assertThat(engine.live().moves(place)).isEqualTo(1);
        }
        assertThat(engine.live().value(engine.index().of(target("p1")))).isEqualTo(MidiScale.normalised7(100));
    }

    /** A parameter that nobody asked for has a lane, a row and a socket afterwards; what is held is level from the start. */
    @Test
    void aParameterOfItsOwnGetsALaneARowAndASocket() {
        now = 0;
        Session session = piece(false);
        Session hidden = session.withDevice(session.device("d").wanting(List.of()));
        assertThat(hidden.device("d").exposure("p3")).isEqualTo(Exposure.HIDDEN);
        Engine engine = new Engine(hidden);
        engine.tick(0);
        engine.lend(true);
        engine.play(-1, 0);
        run(engine, 0.5);
        engine.hand(target("p3"), 0.5, 0, true, now);
        run(engine, 3);
        engine.hand(target("p3"), 0.8, 0, true, now);
        run(engine, 4);
        engine.letGo(now);
        run(engine, 4.5);
        List<Pass> passes = stopped(engine);
        assertThat(passes).hasSize(1);
        assertThat(passes.get(0).touches().get(0).from()).isLessThan(0);
        Session after = PassWriter.write(hidden, passes);
        Lane lane = after.lane(target("p3"));
        assertThat(lane.stretches()).hasSize(1);
        assertThat(lane.stretches().get(0).from()).isZero();
        assertThat(lane.envelope().valueAt(1)).isEqualTo(0.5);
        assertThat(lane.envelope().valueAt(2.5)).isEqualTo(0.8);
        assertThat(after.device("d").exposure("p3")).isEqualTo(Exposure.EXPOSED);
        assertThat(after.routes()).anyMatch(r -> r.target().equals(target("p3")));
    }

    /** It has the mode of its parameter, and goes on through an edit in the middle of a pass. */
    @Test
    void itHasTheModeOfItsParameterAndAnEditDoesNotEndIt() {
        now = 0;
        Session session = Pieces.routed(piece(false), 2, "p1");
        session = session.with(session.route("route-p1").in(WriteMode.LATCH));
        Engine engine = new Engine(session);
        engine.tick(0);
        engine.play(0, 0);
        run(engine, 1);
        engine.hand(target("p1"), 0.3, 0, true, now);
        run(engine, 1.5);
        engine.load(Pieces.drawn(Pieces.routed(session, 3, "p2"), "p2", 0, 1));
        run(engine, 2);
        engine.hand(target("p1"), 0.6, 0, true, now);
        engine.letGo(now);
        run(engine, 3);
        assertThat(engine.live().value(engine.index().of(target("p1"))))
                .as("latched")
                .isEqualTo(0.6);
        List<Pass> passes = stopped(engine);
        assertThat(passes).hasSize(1);
        assertThat(passes.get(0).mode()).isEqualTo(WriteMode.LATCH);
        assertThat(passes.get(0).counted()).contains(0.3, 0.6);
    }
}
