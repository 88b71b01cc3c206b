package agogic.core.sync;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.Pieces;
import agogic.core.play.Engine;
import agogic.core.play.Following;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.function.DoubleUnaryOperator;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import org.junit.jupiter.api.Test;

/** A piece that plays by the clock of another, whose messages tremble: where it is beside where that clock is. */
class FollowTest {
    private static final long TICK = 4_000_000;
    private static final double JITTER = 0.002;

    private record Message(long nanos, int status, int data1, int data2) {}

    private final List<Message> messages = new ArrayList<>();
    private Engine engine;
    private long now;

    private void piece(Sync.Language language, boolean goesOn) {
        Session plain = Pieces.drawn(Pieces.of(Pieces.device(Pieces.percents(1), 1, "p1")), "p1", 0, 0, 40, 1);
        engine = new Engine(plain.withSync(new Sync(Sync.Role.FOLLOW, language, "Desk", goesOn)));
        engine.tick(0);
    }

    private void say(double seconds, int status, int data1, int data2) {
        messages.add(new Message(Math.round(seconds * 1e9), status, data1, data2));
    }

    /** Pulses from {@code from} to {@code to}, in seconds, where the outside clock is at {@code beat} of that time. */
    private void pulses(Random random, double from, double to, DoubleUnaryOperator beat) {
        int pulse = (int) Math.ceil(beat.applyAsDouble(from) * 24 - 1e-9);
        for (double at = from; at < to; at += 0.0005) {
            while (beat.applyAsDouble(at) * 24 >= pulse - 1e-9) {
                say(at + (2 * random.nextDouble() - 1) * JITTER, 0xF8, 0, 0);
                pulse++;
            }
        }
    }

    /** Runs to {@code until}; the greatest distance from {@code place} (seconds of the piece) after {@code from}. */
    private double run(double until, double from, DoubleUnaryOperator place) {
        messages.sort(Comparator.comparingLong(Message::nanos));
        double worst = 0;
        int next = 0;
        double before = Double.NEGATIVE_INFINITY;
        while (now < until * 1e9) {
            now += TICK;
            while (next < messages.size() && messages.get(next).nanos() <= now) {
                Message one = messages.get(next++);
                engine.clockPort().message(one.status(), one.data1(), one.data2(), one.nanos());
                engine.tick(Math.max(one.nanos(), now - TICK));
            }
            engine.tick(now);
            if (now > from * 1e9) {
                double is = engine.live().position();
                assertThat(is).as("never backwards").isGreaterThanOrEqualTo(before);
                before = is;
                worst = Math.max(worst, Math.abs(is - place.applyAsDouble(now * 1e-9)));
            }
        }
        messages.clear();
        return worst;
    }

    private double secondsAt(double beat) {
        return engine.session().timeline().secondsAt(beat);
    }

    @Property(tries = 200)
    void afterTwoBarsItIsWithinAMillisecond(@ForAll long seed, @ForAll @DoubleRange(min = 40, max = 240) double bpm) {
        now = 0;
        piece(Sync.Language.CLOCK, false);
        DoubleUnaryOperator beat = t -> (t - 1) * bpm / 60;
        say(0.99, 0xFA, 0, 0);
        double two = 1 + 8 * 60 / bpm;
        pulses(new Random(seed), 1, two + 4, beat);
        // In seconds of the outside clock: the piece itself may have another tempo.
        double stretch = secondsAt(1) * bpm / 60;
        double worst = run(two + 3.9, two, t -> secondsAt(beat.applyAsDouble(t))) / stretch;
        assertThat(worst).isLessThan(0.001);
        assertThat(engine.following()).isEqualTo(Following.State.RUNNING);
    }

    @Property(tries = 30)
    void timeCodeIsFollowedAsWell(@ForAll long seed, @ForAll TimeCode code, @ForAll boolean late) {
        now = 0;
        Random random = new Random(seed);
        Sync.Language language = Sync.Language.values()[1 + code.ordinal()];
        piece(language, false);
        double offset = late ? 7 : 0;
        for (int q = 0; q < 6 * 4 * code.rate(); q++) {
            double at = 1 + q / (4 * code.rate());
            long frame = (long) Math.floor(offset * code.rate() / 2) * 2 + q / 8 * 2;
            say(at + (2 * random.nextDouble() - 1) * JITTER, 0xF1, code.piece(frame, q & 7), 0);
        }
        double begins = Math.floor(offset * code.rate() / 2) * 2 / code.rate();
        assertThat(run(6.9, 5, t -> begins + t - 1)).isLessThan(0.001);
        run(8, 9, t -> 0);
        assertThat(engine.live().playing()).isFalse();
        assertThat(engine.following()).isEqualTo(Following.State.LOST);
    }

    @Test
    void aClockThatIsLostIsToldWithinHalfASecondAndItStopsOrGoesOnAsChosen() {
        for (boolean goesOn : new boolean[] {false, true}) {
            now = 0;
            piece(Sync.Language.CLOCK, goesOn);
            say(0.5, 0xFA, 0, 0);
            pulses(new Random(3), 0.5, 6, t -> (t - 0.5) * 2);
            run(6.1, 7, t -> 0);
            assertThat(engine.following()).isEqualTo(Following.State.RUNNING);
            run(6.5, 7, t -> 0);
            assertThat(engine.following()).isEqualTo(Following.State.LOST);
            assertThat(engine.live().playing()).isEqualTo(goesOn);
            double at = engine.live().position();
            run(7.5, 8, t -> 0);
            double rate = secondsAt(1) * 2;
            assertThat(engine.live().position()).isCloseTo(goesOn ? at + rate : at, within(0.002));
        }
    }

    @Test
    void itStopsGoesOnAndBeginsWhereItIsTold() {
        piece(Sync.Language.CLOCK, false);
        say(0.1, 0xF2, 32, 0);
        run(0.2, 9, t -> 0);
        assertThat(engine.live().position()).isCloseTo(secondsAt(8), within(1e-9));
        assertThat(engine.live().playing()).isFalse();
        say(0.3, 0xFB, 0, 0);
        DoubleUnaryOperator beat = t -> 8 + (t - 0.5) * 2;
        pulses(new Random(1), 0.5, 5.5, t -> beat.applyAsDouble(t) - 8);
        say(5.51, 0xFC, 0, 0);
        assertThat(run(5.4, 4.6, t -> secondsAt(beat.applyAsDouble(t)))).isLessThan(0.002);
        messages.add(new Message(Math.round(5.51e9), 0xFC, 0, 0));
        run(5.6, 9, t -> 0);
        assertThat(engine.live().playing()).isFalse();
        assertThat(engine.following()).isEqualTo(Following.State.WAITING);
        double stood = engine.live().position();
        // It goes on with the pulse that would have come next.
        say(6.0, 0xFB, 0, 0);
        pulses(new Random(2), 6.1, 7, t -> (t - 6.1) * 2);
        run(6.2, 9, t -> 0);
        assertThat(engine.live().position()).isBetween(stood, stood + 0.2);
    }

    @Test
    void aClockThatBecomesFasterIsFollowed() {
        piece(Sync.Language.CLOCK, false);
        say(0.1, 0xFA, 0, 0);
        // 100 bpm for six seconds, then 140.
        DoubleUnaryOperator beat = t -> t < 6.2 ? (t - 0.2) * 100 / 60 : 10 + (t - 6.2) * 140 / 60;
        pulses(new Random(9), 0.2, 12, beat);
        assertThat(run(11.9, 8, t -> secondsAt(beat.applyAsDouble(t)))).isLessThan(0.003);
    }
}
