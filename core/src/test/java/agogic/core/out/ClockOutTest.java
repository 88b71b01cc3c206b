package agogic.core.out;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.Pieces;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.sync.Sync;
import agogic.core.sync.TimeCode;
import agogic.core.time.MetreMap;
import agogic.core.time.TempoMap;
import agogic.core.time.TempoPoint;
import agogic.core.time.Timeline;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** The clock of a piece as others hear it. MIDI 1.0: 24 pulses a quarter note, a song position counts six of them. */
class ClockOutTest {
    private static Wired wired(Sync.Language language, Loop loop) {
        Timeline ramp = new Timeline(
                TempoMap.of(List.of(new TempoPoint(0, 90, true), new TempoPoint(8, 150, false))),
                MetreMap.steady(4, 4));
        Session session = Pieces.of(Pieces.device(Pieces.percents(1), 1, "p1"))
                .withTimeline(ramp)
                .withLoop(loop)
                .withSync(new Sync(Sync.Role.SEND, language, Wired.PORT, false));
        Wired wired = new Wired(session);
        wired.out.sendClock(true);
        return wired;
    }

    private static List<Integer> statuses(Wired wired) {
        return wired.sent.stream().map(Wired.Sent::status).toList();
    }

    @Test
    void pulsesStandWhereTheTempoPutsThem() {
        Wired wired = wired(Sync.Language.CLOCK, new Loop(0, 8, false));
        wired.run(0.1);
        assertThat(wired.sent).isEmpty();
        wired.engine.play(0, 0);
        long begins = wired.now + 4_000_000;
        wired.run(5);
        assertThat(statuses(wired).get(0)).isEqualTo(0xFA);
        List<Wired.Sent> pulses =
                wired.sent.stream().filter(s -> s.status() == 0xF8).toList();
        assertThat(pulses).hasSizeGreaterThan(200);
        for (int i = 0; i < pulses.size(); i++) {
            double at = wired.engine.session().timeline().secondsAt(i / 24.0);
            // The first comes after the start byte, which takes its time of the wire.
            assertThat((pulses.get(i).nanos() - begins) * 1e-9).isCloseTo(at, within(i == 0 ? 0.00033 : 1e-6));
        }
        wired.engine.stop();
        wired.run(0.1);
        assertThat(wired.sent.get(wired.sent.size() - 1).status()).isEqualTo(0xFC);
    }

    @Test
    void elsewhereItTellsTheSongPositionAndContinues() {
        Wired wired = wired(Sync.Language.CLOCK, new Loop(0, 8, false));
        double from = wired.engine.session().timeline().secondsAt(4.1);
        wired.engine.play(from, from);
        wired.run(0.5);
        Wired.Sent place = wired.sent.get(0);
        assertThat(place.status()).isEqualTo(0xF2);
        assertThat(place.data1() | place.data2() << 7).as("the next sixteenth").isEqualTo(17);
        assertThat(statuses(wired).subList(1, 3)).containsExactly(0xFB, 0xF8);
        double first = wired.engine.session().timeline().secondsAt(4.25) - from;
        assertThat((wired.sent.get(1).nanos() - 4_000_000) * 1e-9).isCloseTo(first, within(1e-6));
    }

    @Test
    void eachTurnOfALoopIsToldWithItsPulses() {
        Wired wired = wired(Sync.Language.CLOCK, new Loop(2, 4, true));
        double from = wired.engine.session().timeline().secondsAt(2);
        wired.engine.play(from, from);
        double turn = wired.engine.session().timeline().secondsAt(4) - from;
        wired.run(3.5 * turn);
        assertThat(statuses(wired).stream().filter(s -> s == 0xFB)).hasSize(4);
        assertThat(statuses(wired).stream().filter(s -> s == 0xFC)).hasSize(3);
        int second = statuses(wired).indexOf(0xFC);
        assertThat(statuses(wired).subList(2, second)).hasSize(48).containsOnly(0xF8);
    }

    @ParameterizedTest
    @EnumSource(TimeCode.class)
    void timeCodeTellsTheFrameAtTheMomentOfItsFirstQuarter(TimeCode code) {
        Sync.Language language = Sync.Language.values()[1 + code.ordinal()];
        Wired wired = wired(language, new Loop(0, 8, false));
        wired.engine.play(2.5, 2.5);
        wired.run(3);
        int[] bits = new int[8];
        int whole = 0;
        Wired.Sent first = null;
        for (Wired.Sent one : wired.sent) {
            assertThat(one.status()).isEqualTo(0xF1);
            int quarter = one.data1() >> 4;
            bits[quarter] = one.data1() & 0x0F;
            first = quarter == 0 ? one : first;
            if (quarter == 7) {
                long frame = code.frame(
                        bits[6] | (bits[7] & 1) << 4,
                        bits[4] | bits[5] << 4,
                        bits[2] | bits[3] << 4,
                        bits[0] | bits[1] << 4);
                double at = 2.5 + (first.nanos() - 4_000_000) * 1e-9;
                assertThat(frame / code.rate()).isCloseTo(at, within(1e-6));
                whole++;
            }
        }
        assertThat(whole).isGreaterThan(30);
    }
}
