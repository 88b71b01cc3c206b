package agogic.core.edit.pass;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.device.Device;
import agogic.core.edit.clip.Clips;
import agogic.core.edit.layer.Converting;
import agogic.core.edit.layer.Layers;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.LayerStack;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.parameter.Unit;
import agogic.core.play.Engine;
import agogic.core.play.Verdict;
import agogic.core.record.Pass;
import agogic.core.record.Punch;
import agogic.core.route.Hand;
import agogic.core.route.Into;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.score.Clip;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** From bytes to layers: offsets over what is there, passes into clips, punches, takes. 60 bpm: a beat is a second. */
class LayerPassTest {
    private static final long MS = 1_000_000L;
    static final Target GAIN = new Target("d", "gain");
    private static final Envelope LINE = Envelope.of(
            new Point(0, 0.5, Shape.s(0.4)), new Point(12, 0.8, Shape.bent(0.3)), new Point(30, 0.55, Shape.HOLD));

    private Session session;
    private Engine engine;
    private long now;

    private void begin(Taper taper, WriteMode mode, Into into, Envelope line) {
        Parameter gain = Parameter.continuous("gain", "Gain", "", Unit.DECIBEL, taper, -60, 6, -12);
        Device device = Device.of("d", "Device", "", List.of(gain), 4, List.of("gain"));
        Surface surface = new Surface(
                "s",
                "Surface",
                "Surface",
                List.of(new Control("fader", "Fader", Control.Kind.FADER, new Address.Cc(1, 20), 40)));
        Route route =
                Route.of("r", new Hand("s", "fader"), Span.FULL, GAIN).in(mode).into(into);
        List<Clip> clips = List.of(new Clip("One", 8, 8, List.of()), new Clip("Two", 20, 4, List.of()));
        Session bare = new Session(
                "Piece",
                "",
                new Timeline(TempoMap.steady(60), MetreMap.steady(4, 4)),
                40,
                List.of(),
                new Loop(10, 12, false),
                List.of(new Track("t", "Track", false, 1, List.of("d"), clips)),
                List.of(device),
                List.of(surface),
                List.of(route),
                List.of(),
                List.of(),
                List.of());
        start(line.isEmpty() ? bare : bare.with(Lane.drawn(GAIN, line)));
    }

    private void start(Session first) {
        session = first;
        engine = new Engine(first);
        now += MS;
        engine.tick(now);
    }

    private void tick(int milliseconds) {
        for (int i = 0; i < milliseconds; i++) {
            now += MS;
            engine.tick(now);
            engine.provide();
            for (List<Pass> some = engine.finishedPass(); some != null; some = engine.finishedPass()) {
                session = PassWriter.write(session, some);
                engine.load(session);
            }
        }
    }

    private void touch(boolean down) {
        engine.port(0).message(down ? 0x90 : 0x80, 40, down ? 127 : 0, now + 1);
        tick(2);
    }

    private void ride(int from, int to) {
        int step = to < from ? -1 : 1;
        for (int code = from; code != to + step; code += step) {
            engine.port(0).message(0xB0, 20, code, now + 1);
            tick(10);
        }
    }

    private void play(double from) {
        engine.play(from, from);
        tick(1);
    }

    private void stop() {
        engine.stop();
        tick(3);
    }

    private double heard(Session of, double beat) {
        LayerStack stack = of.stack(of.lane(GAIN));
        return stack.plays() ? stack.valueAtBeat(beat) : of.parameter(GAIN).resting();
    }

    private double decibel(Session of, double beat) {
        return of.parameter(GAIN).valueAt(heard(of, beat));
    }

    private void sameOutside(Session before, double from, double to) {
        for (double beat = 0; beat < 40; beat += 0.013) {
            if (beat < from - 1e-6 || beat > to + 1e-6) {
                assertThat(heard(session, beat)).as("at %s", beat).isCloseTo(heard(before, beat), within(1e-12));
            }
        }
    }

    private void offsetKeepsTheShape(Taper taper, int codes) {
        begin(taper, WriteMode.LATCH, new Into(false, true), LINE);
        ride(90, 90);
        Session before = session;
        play(4);
        touch(true);
        ride(89, 90 - codes);
        double live = engine.live().value(0);
        tick(8000);
        touch(false);
        stop();
        assertThat(session.lane(GAIN).layers()).hasSize(2);
        assertThat(session.lane(GAIN).envelope()).as("the line itself stays").isEqualTo(LINE);
        double at = 6;
        double down = decibel(session, at) - decibel(before, at);
        assertThat(down).isNegative();
        for (double beat = 5; beat < 12; beat += 0.01) {
            assertThat(decibel(session, beat) - decibel(before, beat)).isCloseTo(down, within(1e-9));
        }
        sameOutside(before, 4, 13);
        assertThat(live).as("heard while it was ridden").isLessThan(heard(before, 4));
    }

    @Test
    void anOffsetKeepsTheShapeOfWhatLiesUnderIt() {
        offsetKeepsTheShape(Taper.LINEAR, 6);
        offsetKeepsTheShape(Taper.FADER, 8);
    }

    @Test
    void whatIsHeardWhileAnOffsetIsRiddenIsHeardAfterwards() {
        begin(Taper.LINEAR, WriteMode.TOUCH, new Into(false, true), LINE);
        ride(64, 64);
        play(2);
        touch(true);
        ride(63, 40);
        tick(500);
        double live = engine.live().value(0);
        double beat = engine.live().position();
        tick(200);
        touch(false);
        tick(1000);
        double after = engine.live().value(0);
        double there = engine.live().position();
        stop();
        assertThat(heard(session, beat)).isCloseTo(live, within(1.0 / 127));
        assertThat(after).as("let go, it is the line again").isCloseTo(LINE.valueAt(there), within(1e-6));
    }

    @Test
    void asecondOffsetOverTheFirstIsALayerOfItsOwn() {
        offsetKeepsTheShape(Taper.LINEAR, 6);
        double once = heard(session, 8);
        session = session.with(session.route("r").in(WriteMode.LATCH));
        start(session);
        ride(80, 80);
        play(7);
        touch(true);
        ride(79, 75);
        tick(2000);
        stop();
        assertThat(session.lane(GAIN).layers()).hasSize(3);
        assertThat(heard(session, 8)).isLessThan(once);
    }

    @Test
    void aFaderThatDoesNotTellWhenItIsTouchedCountsFromWhereItStood() {
        for (WriteMode mode : List.of(WriteMode.TOUCH, WriteMode.LATCH)) {
            begin(Taper.LINEAR, mode, new Into(false, true), LINE);
            ride(80, 80);
            tick(600);
            Session before = session;
            play(2);
            tick(1000);
            ride(74, 74);
            tick(200);
            double live = engine.live().value(0);
            double beat = engine.live().position();
            tick(1500);
            stop();
            // Six codes of 127 down, at once.
            assertThat(live - heard(before, beat)).as(mode.spoken()).isCloseTo(-6 / 127.0, within(0.002));
            assertThat(heard(session, 3.3) - heard(before, 3.3))
                    .as(mode.spoken())
                    .isCloseTo(-6 / 127.0, within(0.006));
        }
    }

    @Test
    void anOffsetAtTheWallSaysSo() {
        begin(Taper.LINEAR, WriteMode.TOUCH, new Into(false, true), LINE);
        ride(100, 100);
        play(2);
        touch(true);
        ride(99, 20);
        assertThat(engine.live().verdict(0)).isEqualTo(Verdict.NO_ROOM);
        stop();
    }

    @Test
    void intoAClipItGoesWhereTheClipGoes() {
        begin(Taper.LINEAR, WriteMode.TOUCH, new Into(true, false), LINE);
        Session before = session;
        play(9);
        touch(true);
        ride(70, 100);
        tick(1500);
        touch(false);
        tick(1000);
        stop();
        Lane lane = session.lane(GAIN);
        assertThat(lane.layers()).hasSize(2);
        assertThat(lane.envelope()).isEqualTo(LINE);
        sameOutside(before, 8.99, 12.2);
        assertThat(heard(session, 10.5)).isCloseTo(100 / 127.0, within(0.01));
        double into = heard(session, 10.5);
        Session moved = Clips.move(session, "t:1", 26);
        assertThat(heard(moved, 28.5)).isCloseTo(into, within(1e-9));
        assertThat(heard(moved, 10.5)).isCloseTo(heard(before, 10.5), within(1e-12));
        // Another recipe later finds the same place in the clip, at another tempo too.
        Session slower = moved.withTimeline(new Timeline(TempoMap.steady(47), MetreMap.steady(4, 4)));
        Layer layer = slower.lane(GAIN).layer(1);
        Session again = Layers.edited(
                slower,
                GAIN,
                1,
                (writer, one) ->
                        writer.rewrite(one, 0, one.stretches().get(0).recipe().within(0.1), slower::ride));
        assertThat(again.lane(GAIN).layer(1).stretches().get(0).from())
                .isCloseTo(layer.stretches().get(0).from(), within(1e-9));
        assertThat(heard(again, 28.5)).isCloseTo(into, within(0.01));
    }

    @Test
    void whereNoClipLiesItSaysSoAndTheRideIsKept() {
        begin(Taper.LINEAR, WriteMode.TOUCH, new Into(true, false), LINE);
        play(17);
        touch(true);
        ride(70, 90);
        assertThat(engine.live().verdict(0)).isEqualTo(Verdict.NO_CLIP);
        stop();
        assertThat(session.lane(GAIN).layers()).hasSize(1);
        assertThat(session.rides()).hasSize(1);
    }

    @Test
    void aPassOverTwoClipsGoesIntoBoth() {
        begin(Taper.LINEAR, WriteMode.WRITE, new Into(true, true), LINE);
        Session before = session;
        ride(64, 64);
        play(14);
        touch(true);
        ride(63, 50);
        tick(8000);
        stop();
        assertThat(session.lane(GAIN).layers().stream().map(Layer::clip)).containsExactly("", "t:1", "t:2");
        sameOutside(before, 14, 24);
        assertThat(heard(session, 18)).as("between the clips").isEqualTo(heard(before, 18));
        assertThat(heard(session, 22)).isLessThan(heard(before, 22));
    }

    @Test
    void aClipThatRepeatsKeepsTheLastTimeThrough() {
        begin(Taper.LINEAR, WriteMode.WRITE, new Into(true, false), LINE);
        start(Clips.loop(session, "t:1", 2));
        play(8);
        touch(true);
        ride(64, 64);
        tick(3900);
        ride(100, 100);
        tick(1900);
        stop();
        assertThat(heard(session, 8.5)).isCloseTo(heard(session, 10.5), within(1e-12));
        assertThat(heard(session, 13.5)).isCloseTo(100 / 127.0, within(0.01));
        assertThat(heard(session, 16.5)).isEqualTo(LINE.valueAt(16.5));
    }

    @Test
    void nothingWritesAProtectedLane() {
        begin(Taper.LINEAR, WriteMode.TOUCH, Into.TIMELINE, LINE);
        Session guarded = session.with(session.lane(GAIN).guarded(true));
        start(guarded);
        play(2);
        touch(true);
        ride(60, 90);
        assertThat(engine.live().verdict(0)).isEqualTo(Verdict.PROTECTED);
        stop();
        assertThat(session.lane(GAIN)).isEqualTo(guarded.lane(GAIN));
    }

    @Test
    void onlyWhatLiesBetweenThePunchesIsWritten() {
        begin(Taper.LINEAR, WriteMode.TOUCH, Into.TIMELINE, LINE);
        Session before = session;
        engine.punch(Punch.RANGE);
        play(9);
        touch(true);
        ride(60, 90);
        assertThat(engine.live().verdict(0)).isEqualTo(Verdict.OUTSIDE_PUNCH);
        tick(900);
        ride(91, 110);
        assertThat(engine.live().verdict(0)).isEqualTo(Verdict.WRITTEN);
        tick(3000);
        assertThat(engine.live().playing()).as("it plays on").isTrue();
        stop();
        assertThat(session.lane(GAIN).stretches()).hasSize(1);
        sameOutside(before, 10, 12);
        assertThat(heard(session, 11.5)).isCloseTo(110 / 127.0, within(0.01));
        assertThat(session.route("r").mode()).as("safe again").isEqualTo(WriteMode.READ);
    }

    @Test
    void aKeyPunchesInAndOut() {
        begin(Taper.LINEAR, WriteMode.WRITE, Into.TIMELINE, LINE);
        session = session.with(session.route("r").pinned(true));
        start(session);
        Session before = session;
        engine.punch(Punch.KEY);
        play(2);
        touch(true);
        ride(60, 90);
        engine.punchNow();
        tick(2000);
        engine.punchNow();
        tick(1000);
        engine.punchNow();
        tick(1000);
        stop();
        List<double[]> parts = new ArrayList<>();
        session.lane(GAIN).stretches().forEach(s -> parts.add(new double[] {s.from(), s.to()}));
        assertThat(parts).hasSize(2);
        assertThat(parts.get(0)[1] - parts.get(0)[0]).isCloseTo(2, within(0.01));
        assertThat(heard(session, parts.get(0)[1] + 0.5))
                .isCloseTo(heard(before, parts.get(0)[1] + 0.5), within(1e-12));
    }

    /** A key in the count-in to the first bar: writing begins there, and not where no piece is. */
    @Test
    void nothingIsWrittenBeforeThePieceBegins() {
        for (WriteMode mode : List.of(WriteMode.TOUCH, WriteMode.LATCH, WriteMode.WRITE)) {
            for (Punch punch : Punch.values()) {
                begin(Taper.LINEAR, mode, Into.TIMELINE, LINE);
                engine.punch(punch);
                engine.play(-2, 0);
                tick(300);
                touch(true);
                ride(60, 70);
                engine.punchNow();
                tick(100);
                ride(71, 80);
                tick(2200);
                ride(81, 82);
                assertThat(engine.live().verdict(0)).as("%s, %s", mode, punch).isEqualTo(Verdict.WRITTEN);
                stop();
                assertThat(session.lane(GAIN).stretches())
                        .as("%s, %s", mode, punch)
                        .hasSize(1);
                assertThat(session.lane(GAIN).stretches().get(0).from()).isEqualTo(0);
                assertThat(heard(session, 0.5)).isCloseTo(80 / 127.0, within(0.02));
            }
        }
    }

    @Test
    void tenTimesThroughALoopAreTenTakes() {
        begin(Taper.LINEAR, WriteMode.WRITE, Into.TIMELINE, LINE);
        session =
                session.withLoop(new Loop(8, 16, true)).with(session.route("r").pinned(true));
        start(session);
        Session before = session;
        play(8);
        touch(true);
        for (int cycle = 0; cycle < 10; cycle++) {
            ride(20 + cycle * 10, 20 + cycle * 10);
            tick(7990);
        }
        stop();
        Lane lane = session.lane(GAIN);
        assertThat(lane.stretches().size()).isBetween(10, 11);
        assertThat(lane.stretches().subList(0, 10)).allMatch(s -> s.from() == 8 && Math.abs(s.to() - 16) < 1e-9);
        sameOutside(before, 8, 16);
        Session named = Takes.rename(session, GAIN, 0, 2, "The third");
        assertThat(named.lane(GAIN).stretches().get(2).name()).isEqualTo("The third");
        // Bar 1 of the second and bar 2 of the fifth.
        Session chosen = Takes.part(session, GAIN, 0, 1, 8, 12);
        chosen = Takes.part(chosen, GAIN, 0, 4, 12, 16);
        assertThat(heard(chosen, 10)).isCloseTo(30 / 127.0, within(0.01));
        assertThat(heard(chosen, 14)).isCloseTo(60 / 127.0, within(0.01));
        assertThat(Takes.counts(chosen.lane(GAIN), chosen.lane(GAIN).stretches().size() - 1))
                .isTrue();
        Session all = session;
        List<Integer> ten = new ArrayList<>();
        for (int i = 0; i < 10; i++) {
            ten.add(i);
        }
        Session mean = Takes.average(all, GAIN, 0, ten);
        assertThat(heard(mean, 12)).isCloseTo(65 / 127.0, within(0.01));
    }

    @Test
    void writtenIntoAClipCopiedCorrectedAndTakenToTheTimeline() {
        begin(Taper.LINEAR, WriteMode.TOUCH, new Into(true, false), LINE);
        play(9);
        touch(true);
        ride(70, 100);
        tick(1500);
        stop();
        double into = heard(session, 10);
        session = Clips.copy(session, "t:1", 28).session();
        assertThat(heard(session, 30)).isCloseTo(into, within(1e-9));
        int layer = session.lane(GAIN).layers().size() - 1;
        Converting.Outcome outcome = Converting.toTimeline(session, GAIN, layer);
        assertThat(outcome.difference().none()).isTrue();
        assertThat(heard(outcome.session(), 30)).isCloseTo(into, within(1e-9));
        Session away = Clips.move(outcome.session(), "clip-1", 1);
        assertThat(heard(away, 30)).as("on the timeline it stays").isCloseTo(into, within(1e-9));
    }
}
