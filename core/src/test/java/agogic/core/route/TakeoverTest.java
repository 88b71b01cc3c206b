package agogic.core.route;

import static agogic.core.Pieces.target;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.Pieces;
import agogic.core.midi.MidiScale;
import agogic.core.play.Engine;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.surface.Page;
import agogic.core.surface.Surface;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

/** A hand that does not stand where the value is. */
class TakeoverTest {
    private static final double CODE = 1.0 / 126;

    @Property
    void pickupNeverJumpsFartherThanTheHandMoved(
            @ForAll @DoubleRange(min = 0, max = 1) double value,
            @ForAll @Size(min = 2, max = 40) List<@IntRange(max = 127) Integer> codes) {
        TakeoverState state = new TakeoverState(Takeover.WHEN_THEY_MEET);
        double stands = value;
        double before = Double.NaN;
        for (int code : codes) {
            double hand = MidiScale.normalised7(code);
            double place = state.move(before, hand, stands);
            double after = Double.isNaN(place) ? stands : place;
            double moved = Double.isNaN(before) ? 0 : Math.abs(hand - before);
            assertThat(Math.abs(after - stands)).isLessThanOrEqualTo(moved + CODE);
            stands = after;
            before = hand;
        }
    }

    /** A hand that moves code by code: its value goes at most as much farther as its way left is longer. */
    @Property
    void scaledKeepsTheWayLeftInProportion(
            @ForAll @DoubleRange(min = 0.02, max = 0.98) double value,
            @ForAll @IntRange(min = 3, max = 124) int first,
            @ForAll boolean up) {
        TakeoverState state = new TakeoverState(Takeover.CLOSING_IN);
        double hand = MidiScale.normalised7(first);
        double stands = value;
        state.move(Double.NaN, hand, stands);
        for (int code = first; code >= 0 && code <= 127; code += up ? 1 : -1) {
            double to = MidiScale.normalised7(code);
            double left = up ? (1 - stands) / Math.max(1e-9, 1 - hand) : stands / Math.max(1e-9, hand);
            double place = state.move(hand, to, stands);
            double after = Double.isNaN(place) ? stands : place;
            assertThat(Math.abs(after - stands)).isLessThanOrEqualTo(Math.abs(to - hand) * Math.max(1, left) + CODE);
            stands = after;
            hand = to;
        }
        assertThat(stands).as("both are at the end together").isEqualTo(up ? 1 : 0);
    }

    @Test
    void onceMetTheyGoTogetherUntilSomethingElseMovedTheValue() {
        TakeoverState state = new TakeoverState(Takeover.WHEN_THEY_MEET);
        assertThat(state.move(Double.NaN, 0.1, 0.5)).isNaN();
        assertThat(state.waiting()).isTrue();
        assertThat(state.move(0.1, 0.6, 0.5)).isEqualTo(0.6);
        assertThat(state.waiting()).isFalse();
        assertThat(state.move(0.6, 0.9, 0.6)).isEqualTo(0.9);
        state.letGo();
        assertThat(state.move(0.9, 0.95, 0.2)).isNaN();
    }

    /** Two pages on one fader, random moves, turns, releases, jumps and loops: no value moves farther than the hand did. */
    @Property(tries = 150, seed = "44")
    void nothingJumpsFartherThanTheHand(@ForAll long seed) {
        Random random = new Random(seed);
        Session session = Pieces.of(Pieces.device(Pieces.percents(2), 2, "p1", "p2"));
        Surface surface = session.surfaces().get(0);
        surface = surface.paged(List.of(Page.of("One"), Page.of("Two")));
        session = session.withSurfaces(List.of(surface));
        WriteMode mode = WriteMode.values()[random.nextInt(4)];
        for (int page = 1; page <= 2; page++) {
            session = session.with(Route.of("r" + page, new Hand("s", "fader-1", page), Span.FULL, target("p" + page))
                    .with(Takeover.WHEN_THEY_MEET)
                    .in(mode));
        }
        session = random.nextBoolean() ? session : Pieces.drawn(session, "p1", 0, 0.2);
        session = session.withLoop(new Loop(1, 4, true));
        Engine engine = new Engine(session);
        long now = 0;
        engine.tick(now);
        int code = random.nextInt(128);
        engine.port(0).message(0xB0, 20, code, 1);
        engine.tick(now = 2);
        for (int i = 0; i < 120; i++) {
            now += random.nextInt(5) == 0 ? 400_000_000L : 3_000_000L + random.nextInt(20_000_000);
            switch (random.nextInt(12)) {
                case 0 -> engine.turn(0, 1 + random.nextInt(2));
                case 1 -> engine.locate(random.nextDouble() * 6);
                case 2 -> engine.play();
                case 3 -> engine.stop();
                case 4 -> engine.hand(target("p" + (1 + random.nextInt(2))), random.nextDouble(), 0, false, now);
                default -> {
                    engine.tick(now - 1);
                    double[] before = {engine.live().value(0), engine.live().value(1)};
                    int next = Math.max(0, Math.min(127, code + random.nextInt(41) - 20));
                    double moved = Math.abs(MidiScale.normalised7(next) - MidiScale.normalised7(code));
                    code = next;
                    engine.port(0).message(0xB0, 20, code, now);
                    engine.tick(now);
                    for (int p = 0; p < 2; p++) {
                        assertThat(Math.abs(engine.live().value(p) - before[p]))
                                .as("move %d of p%d", i, p + 1)
                                .isLessThanOrEqualTo(moved + CODE);
                    }
                }
            }
            engine.tick(now);
        }
    }

    /** Both stand at one place, the page turns away, the control moves, the page turns back: they have to meet again. */
    @Test
    void anEqualPlaceBeforeAPageTurnIsNoMeeting() {
        TakeoverState state = new TakeoverState(Takeover.WHEN_THEY_MEET);
        assertThat(state.move(0.1, 0.5, 0.4)).isEqualTo(0.5);
        state.letGo();
        assertThat(state.move(0.8, 0.85, 0.5)).isNaN();
        assertThat(state.move(0.85, 0.45, 0.5)).isEqualTo(0.45);
    }

    /** A hand that lets go and comes again has to meet the value again: each touch is guarded, not the first alone. */
    @Test
    void afterEveryReleaseTheHandHasToMeetTheValueAgain() {
        for (Takeover kind : List.of(Takeover.WHEN_THEY_MEET, Takeover.CLOSING_IN)) {
            Session session = Pieces.routed(Pieces.of(Pieces.device(Pieces.percents(1), 1, "p1")), 1, "p1");
            session = session.with(session.routes().get(0).with(kind));
            Engine engine = new Engine(session);
            long ms = 1_000_000L;
            long now = 0;
            engine.tick(now);
            for (int code : new int[] {60, 64, 127, 70}) {
                engine.port(0).message(0xB0, 20, code, now += ms);
                engine.tick(now);
            }
            double met = engine.live().value(0);
            assertThat(met).isCloseTo(MidiScale.normalised7(70), within(1e-9));
            // Let go; something else moves the value; the hand comes back where it was.
            engine.tick(now += 400 * ms);
            engine.hand(Pieces.target("p1"), 0.2, 0, false, 0);
            engine.tick(now += ms);
            engine.port(0).message(0xB0, 20, 72, now += ms);
            engine.tick(now);
            assertThat(engine.live().value(0)).as("%s", kind).isBetween(0.19, 0.25);
        }
    }

    /** The way of a one-pole low-pass: after one time constant 1 − 1/e of it is done (W3C Web Audio 1.0, setTargetAtTime). */
    @Test
    void smoothingIsAOnePoleThatArrivesExactly() {
        Smoothing smoothing = new Smoothing(50);
        smoothing.startAt(0);
        smoothing.aim(1);
        assertThat(smoothing.after(0.05)).isCloseTo(1 - Math.exp(-1), within(1e-12));
        assertThat(smoothing.after(2)).isEqualTo(1);
    }
}
