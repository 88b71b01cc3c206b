package agogic.core.edit.pass;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.device.Device;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.lane.Lane;
import agogic.core.lane.LaneWriter;
import agogic.core.lane.Stretch;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.play.Engine;
import agogic.core.play.ScriptedPass;
import agogic.core.play.Verdict;
import agogic.core.record.Pass;
import agogic.core.refine.Recipe;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.Timeline;
import agogic.core.trace.Trace;
import java.util.List;
import org.junit.jupiter.api.Test;

/** From given bytes to the envelope, in every write mode. 60 bpm: a beat is a second, a bar is four. */
class PassTest {
    static final Target LEVEL = new Target("d", "level");
    static final Envelope DRAWN = Envelope.of(new Point(0, 0.2), new Point(40, 0.4));

    static Session session(WriteMode mode, Envelope drawn) {
        Parameter level = Parameter.continuous("level", "Level", "", Unit.PERCENT, Taper.LINEAR, 0, 100, 30);
        Device device = Device.of("d", "Device", "", List.of(level), 4, List.of("level"));
        Surface surface = new Surface(
                "s",
                "Surface",
                "Surface",
                List.of(
                        new Control("fader", "Fader", Control.Kind.FADER, new Address.Cc(1, 20), 40),
                        new Control("knob", "Knob", Control.Kind.KNOB, new Address.Cc(1, 102), -1)));
        Route route = Route.of("r", new Hand("s", "fader"), Span.FULL, LEVEL).in(mode);
        Session bare = new Session(
                "Piece",
                "",
                new Timeline(TempoMap.steady(60), MetreMap.steady(4, 4)),
                40,
                List.of(),
                new Loop(0, 8, false),
                List.of(new Track("t", "Track", false, 1, List.of("d"), List.of())),
                List.of(device),
                List.of(surface),
                List.of(route),
                List.of(),
                List.of(),
                List.of());
        return drawn.isEmpty() ? bare : bare.with(Lane.drawn(LEVEL, drawn));
    }

    private static byte[] bytes(int... values) {
        byte[] made = new byte[values.length];
        for (int i = 0; i < values.length; i++) {
            made[i] = (byte) values[i];
        }
        return made;
    }

    /** Touches at 1 s after the start, moves from code 64 to 104 within a second, lets go at 2.5 s. */
    private static ScriptedPass sweep(Session session) {
        ScriptedPass pass = new ScriptedPass(session, 0);
        pass.add(1, bytes(0x90, 40, 127));
        for (int i = 0; i <= 40; i++) {
            pass.add(1.2 + i * 0.025, bytes(0xB0, 20, 64 + i));
        }
        return pass.add(2.5, bytes(0x80, 40, 0));
    }

    private static Envelope after(Session session) {
        return session.lane(LEVEL).envelope();
    }

    private static void sameOutside(Envelope envelope, double from, double to) {
        for (double t = 0; t <= 40; t += 0.01) {
            if (t < from - 1e-9 || t > to + 1e-9) {
                assertThat(envelope.valueAt(t)).as("at %s", t).isCloseTo(DRAWN.valueAt(t), within(1e-12));
            }
        }
    }

    /** What was heard 50 ms late is put 50 ms earlier, once: the next ride goes by the last, and a shift that was told stays. */
    @Test
    void aHandThatFollowsLateSoundIsPutEarlier() {
        Session session = session(WriteMode.TOUCH, DRAWN);
        List<Pass> passes = sweep(session).run(8, 16);
        Stretch plain =
                PassWriter.write(session, passes).lane(LEVEL).stretches().get(0);
        Session earlier = PassWriter.write(FirstRide.late(0.05).of(session, passes), passes);
        Stretch stretch = earlier.lane(LEVEL).stretches().get(0);
        assertThat(stretch.recipe()).isEqualTo(plain.recipe().earlier(0.05));
        double beats = 0.05;
        assertThat(stretch.to()).isCloseTo(plain.to() - beats, within(1e-6));
        for (double beat = 9.2; beat < 10; beat += 0.01) {
            double late =
                    PassWriter.write(session, passes).lane(LEVEL).envelope().valueAt(beat + beats);
            assertThat(after(earlier).valueAt(beat)).isCloseTo(late, within(0.01));
        }
        assertThat(FirstRide.late(0).of(session, passes)).isSameAs(session);
        assertThat(FirstRide.late(0.2).of(earlier, passes)).isSameAs(earlier);
        Session told = session.drawing(LEVEL, plain.recipe().earlier(0.02));
        assertThat(FirstRide.late(0.2).of(told, passes)).isSameAs(told);
    }

    @Test
    void touchWritesWhileTouchedAndEasesBackToWhatWasThere() {
        Session session = session(WriteMode.TOUCH, DRAWN);
        Session written = PassWriter.write(session, sweep(session).run(8, 16));
        Stretch stretch = written.lane(LEVEL).stretches().get(0);
        assertThat(stretch.from())
                .as("the bar line is a beat away: it draws nothing")
                .isCloseTo(9, within(1e-6));
        assertThat(stretch.to()).isCloseTo(10.75, within(1e-6));
        Envelope envelope = after(written);
        sameOutside(envelope, stretch.from(), stretch.to());
        assertThat(envelope.valueBefore(10.5)).isCloseTo(104 / 127.0, within(0.015));
        assertThat(envelope.valueAt(10.625)).as("half-way back").isBetween(0.5, 0.6);
        assertThat(written.route("r").mode()).as("back to Read").isEqualTo(WriteMode.READ);
    }

    /** A hand that only jumps between two places is held there, and eases back as any other. */
    @Test
    void aSwitchIsHeldAndEasesBack() {
        Session session = session(WriteMode.TOUCH, DRAWN);
        ScriptedPass pass = new ScriptedPass(session, 0);
        pass.add(1, bytes(0x90, 40, 127));
        for (int i = 0; i < 5; i++) {
            pass.add(1.1 + 0.3 * i, bytes(0xB0, 20, i % 2 == 0 ? 120 : 10));
        }
        Session written =
                PassWriter.write(session, pass.add(2.5, bytes(0x80, 40, 0)).run(8, 16));
        Stretch stretch = written.lane(LEVEL).stretches().get(0);
        Envelope envelope = after(written);
        sameOutside(envelope, stretch.from(), stretch.to());
        assertThat(envelope.valueAt(9.39)).isCloseTo(120 / 127.0, within(1e-3));
        assertThat(envelope.valueAt(9.41)).isCloseTo(10 / 127.0, within(1e-3));
        assertThat(envelope.valueBefore(10.5)).isCloseTo(120 / 127.0, within(1e-3));
        assertThat(envelope.valueAt(10.625)).as("half-way back").isBetween(0.55, 0.65);
    }

    @Test
    void latchHoldsTheLastValueToTheEnd() {
        Session session = session(WriteMode.LATCH, DRAWN);
        Envelope envelope = after(PassWriter.write(session, sweep(session).run(8, 16)));
        sameOutside(envelope, 8, 16);
        assertThat(envelope.valueAt(15.9)).isCloseTo(104 / 127.0, within(0.015));
        assertThat(envelope.valueAt(16)).isCloseTo(DRAWN.valueAt(16), within(1e-12));
    }

    @Test
    void writeReplacesEverythingFromStartToStop() {
        Session session = session(WriteMode.WRITE, DRAWN);
        Envelope envelope = after(PassWriter.write(session, sweep(session).run(8, 16)));
        sameOutside(envelope, 8, 16);
        assertThat(envelope.valueAt(8)).as("the value at the start").isCloseTo(DRAWN.valueAt(8), within(0.012));
        assertThat(envelope.valueAt(8.9)).as("also where the hand lay still").isCloseTo(0.24, within(0.012));
        assertThat(envelope.valueAt(15)).isCloseTo(104 / 127.0, within(0.015));
    }

    @Test
    void readWritesNothing() {
        Session session = session(WriteMode.READ, DRAWN);
        assertThat(sweep(session).run(8, 16)).isEmpty();
    }

    @Test
    void aRideOnAnEmptyLaneComesBackToWhereTheParameterStood() {
        Session session = session(WriteMode.TOUCH, Envelope.EMPTY);
        Session written = PassWriter.write(session, sweep(session).run(8, 16));
        assertThat(after(written).valueAt(7.9)).isEqualTo(0.3);
        assertThat(after(written).valueAt(20)).isEqualTo(0.3);
        assertThat(written.rides()).hasSize(1);
    }

    @Test
    void aRecipeChangedTwiceGivesTheSameEnvelopeAgain() {
        Session session = session(WriteMode.TOUCH, DRAWN);
        Session written = PassWriter.write(session, sweep(session).run(8, 16));
        Lane lane = written.lane(LEVEL);
        LaneWriter writer = new LaneWriter(written.parameter(LEVEL), written.timeline(), lane.lock());
        Recipe recipe = lane.stretches().get(0).recipe();
        Lane coarse = writer.rewrite(lane, 0, recipe.within(8).starting(Recipe.Anchor.NONE), written::ride);
        assertThat(coarse.envelope().size()).isLessThanOrEqualTo(lane.envelope().size());
        sameOutside(coarse.envelope(), 8, 10.75);
        assertThat(coarse.envelope().valueAt(8.5))
                .as("what was under it is back")
                .isCloseTo(DRAWN.valueAt(8.5), within(1e-12));
        Lane again = writer.rewrite(coarse, 0, recipe, written::ride);
        for (double t = 0; t < 40; t += 0.01) {
            assertThat(again.envelope().valueAt(t)).isCloseTo(lane.envelope().valueAt(t), within(1e-12));
        }
    }

    @Test
    void aPinnedPointIsPassedThroughExactlyByEveryRecipe() {
        Session session = session(WriteMode.TOUCH, DRAWN);
        Session written = PassWriter.write(session, sweep(session).run(8, 16));
        Session pinned = agogic.core.session.Points.add(written, LEVEL, 9.5, 0.9);
        Lane lane = pinned.lane(LEVEL);
        LaneWriter writer = new LaneWriter(pinned.parameter(LEVEL), pinned.timeline(), lane.lock());
        Lane changed = writer.rewrite(lane, 0, lane.stretches().get(0).recipe().within(3), pinned::ride);
        assertThat(changed.envelope().valueAt(9.5)).isEqualTo(0.9);
    }

    @Test
    void theTraceSaysWhereTheWireStops() {
        Session session = session(WriteMode.READ, DRAWN);
        Engine engine = new Engine(session);
        engine.play(8, 8);
        engine.tick(0);
        engine.port(0).message(0xB0, 20, 100, 1_000_000);
        engine.tick(2_000_000);
        Trace trace = Trace.last(session, engine.live()).orElseThrow();
        assertThat(trace.verdict()).isEqualTo(Verdict.READ);
        assertThat(trace.sentence()).contains("stops at the envelope").contains("Read");
        assertThat(trace.act()).contains(Trace.Act.PUT_IN_TOUCH);
        engine.port(0).message(0xB0, 102, 5, 3_000_000);
        engine.tick(4_000_000);
        assertThat(Trace.last(session, engine.live()).orElseThrow().verdict()).isEqualTo(Verdict.NO_ROUTE);
        engine.port(0).message(0xB3, 7, 5, 5_000_000);
        engine.tick(6_000_000);
        assertThat(Trace.last(session, engine.live()).orElseThrow().sentence()).contains("B3 07 05");
    }

    @Test
    void pickupWaitsUntilTheHandCrossesTheValue() {
        Session session = session(WriteMode.READ, Envelope.EMPTY);
        Session waiting = session.with(session.route("r").with(Takeover.WHEN_THEY_MEET));
        Engine engine = new Engine(waiting);
        engine.port(0).message(0xB0, 20, 80, 1);
        engine.tick(2);
        assertThat(engine.live().verdict(0)).isEqualTo(Verdict.WAITING);
        assertThat(engine.live().value(0)).isEqualTo(0.3);
        engine.port(0).message(0xB0, 20, 30, 3);
        engine.tick(4);
        assertThat(engine.live().verdict(0).heard()).isTrue();
        assertThat(engine.live().value(0)).isCloseTo(30 / 127.0, within(0.005));
    }

    @Test
    void theCountInGivesTheStartingValue() {
        Session session = session(WriteMode.LATCH, DRAWN);
        ScriptedPass pass = new ScriptedPass(session, 0).add(-1.5, bytes(0xB0, 20, 127));
        Envelope envelope = after(PassWriter.write(session, pass.run(8, 12)));
        sameOutside(envelope, 8, 12);
        assertThat(envelope.valueAt(8)).isCloseTo(1, within(0.011));
        assertThat(envelope.valueAt(11.9)).isCloseTo(1, within(0.011));
    }
}
