package agogic.core.midi;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.ControlSender;
import agogic.core.surface.MoveSink;
import agogic.core.surface.Surface;
import agogic.core.surface.SurfaceDecoder;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** MIDI 1.0 Detailed Specification, unless another source is named. */
class MidiTest {
    private static List<String> parsed(int... bytes) {
        List<String> found = new ArrayList<>();
        MidiParser parser = new MidiParser((s, a, b, n) -> found.add(String.format("%02X %02X %02X", s, a, b)));
        for (int one : bytes) {
            parser.accept(one, 0);
        }
        return found;
    }

    @Test
    void runningStatusRepeatsTheStatus() {
        assertThat(parsed(0xB0, 20, 1, 20, 2, 20, 3)).containsExactly("B0 14 01", "B0 14 02", "B0 14 03");
    }

    @Test
    void realTimeBytesMayStandAnywhere() {
        assertThat(parsed(0xF8, 0xB0, 0xFE, 20, 0xF8, 5, 0xFA, 21, 6)).containsExactly("B0 14 05", "B0 15 06");
    }

    @Test
    void systemExclusiveIsSkippedWholeAndEndsRunningStatus() {
        assertThat(parsed(0xB0, 20, 1, 0xF0, 1, 2, 3, 0xF7, 20, 9, 0x90, 60, 100))
                .containsExactly("B0 14 01", "90 3C 64");
    }

    @Test
    void messagesOfOneDataByte() {
        assertThat(parsed(0xC2, 5, 6, 0xD0, 9)).containsExactly("C2 05 00", "C2 06 00", "D0 09 00");
    }

    @Property
    void garbageIsSurvivedAndAValidMessageAfterItIsHeard(@ForAll long seed) {
        List<Integer> last = new ArrayList<>();
        MidiParser parser = new MidiParser((s, a, b, n) -> last.add(s << 16 | a << 8 | b));
        Random random = new Random(seed);
        for (int i = 0; i < 1000; i++) {
            parser.accept(random.nextInt(256), i);
        }
        parser.accept(new byte[] {(byte) 0xB0, 22, 64}, 1);
        assertThat(last.get(last.size() - 1)).isEqualTo(0xB01640);
    }

    /** MIDI 2.0 Bit Scaling and Resolution: min-centre-max. */
    @Test
    void scalingUpKeepsBothEndsAndTheCentre() {
        assertThat(MidiScale.to14(0)).isZero();
        assertThat(MidiScale.to14(64)).isEqualTo(8192);
        assertThat(MidiScale.to14(127)).isEqualTo(16383);
        assertThat(MidiScale.normalised14(8192)).isEqualTo(0.5);
        assertThat(MidiScale.normalised14(16383)).isEqualTo(1);
    }

    @Test
    void everyCodeSurvivesTheRoundTrip() {
        for (int code = 0; code <= MidiScale.TOP_14; code++) {
            assertThat(MidiScale.code14(MidiScale.normalised14(code))).isEqualTo(code);
        }
        for (int code = 0; code < 128; code++) {
            assertThat(MidiScale.code7(MidiScale.normalised7(code))).isEqualTo(code);
            assertThat(MidiScale.to7(MidiScale.to14(code))).isEqualTo(code);
        }
    }

    private static final class Heard implements MoveSink {
        final List<Double> values = new ArrayList<>();

        @Override
        public void moved(int control, double value, long nanos) {
            values.add(value);
        }

        @Override
        public void touched(int control, boolean down, long nanos) {
            values.add(down ? 2.0 : -2.0);
        }

        @Override
        public void unknown(int status, int data1, int data2, long nanos) {
            values.add(-1.0);
        }
    }

    private static Surface surface(Address address) {
        return new Surface("s", "S", "S", List.of(new Control("c", "C", Control.Kind.FADER, address, 40)));
    }

    @Property
    void whatAControlSendsIsUnderstood(@ForAll @IntRange(max = 16383) int code) {
        double value = MidiScale.normalised14(code);
        for (Address address : new Address[] {new Address.CcPair(3, 20), new Address.Bend(3)}) {
            Heard heard = new Heard();
            Surface surface = surface(address);
            MidiParser parser = new MidiParser(new SurfaceDecoder(surface, heard));
            parser.accept(ControlSender.move(surface.controls().get(0), 0, value), 5);
            assertThat(heard.values.get(heard.values.size() - 1)).isEqualTo(value);
        }
    }

    @Test
    void aPairNeverTellsAHalfUpdatedValueOnceItIsKnownToSendFineBytes() {
        Heard heard = new Heard();
        SurfaceDecoder decoder = new SurfaceDecoder(surface(new Address.CcPair(1, 1)), heard);
        decoder.message(0xB0, 1, 64, 0);
        decoder.message(0xB0, 33, 10, 1);
        heard.values.clear();
        decoder.message(0xB0, 1, 63, 2);
        decoder.message(0xB0, 33, 120, 3);
        assertThat(heard.values).containsExactly(MidiScale.normalised14(63 << 7 | 120));
        heard.values.clear();
        decoder.message(0xB0, 1, 50, 4);
        decoder.settle(4 + SurfaceDecoder.PAIR_NANOS + 1);
        assertThat(heard.values)
                .as("the coarse byte alone resets the fine one")
                .containsExactly(MidiScale.normalised14(50 << 7));
    }

    @Test
    void encodersSayHowFarInThreeWays() {
        assertThat(Address.Encoding.TWOS_COMPLEMENT.steps(127)).isEqualTo(-1);
        assertThat(Address.Encoding.FROM_CENTRE.steps(61)).isEqualTo(-3);
        assertThat(Address.Encoding.SIGN_BIT.steps(66)).isEqualTo(-2);
        for (Address.Encoding encoding : Address.Encoding.values()) {
            for (int steps = -63; steps <= 63; steps++) {
                assertThat(encoding.steps(encoding.data(steps))).isEqualTo(steps);
            }
        }
    }

    @Test
    void touchIsTold() {
        Heard heard = new Heard();
        SurfaceDecoder decoder = new SurfaceDecoder(surface(new Address.Cc(1, 20)), heard);
        decoder.message(0x90, 40, 127, 0);
        decoder.message(0x90, 40, 0, 1);
        decoder.message(0xB0, 99, 0, 2);
        assertThat(heard.values).containsExactly(2.0, -2.0, -1.0);
    }

    @Test
    void aFullQueueKeepsTheNewestOfEachControlAndCountsWhatItLeftOut() {
        MessageQueue queue = new MessageQueue(4);
        for (int i = 0; i < 8; i++) {
            queue.message(0xB0, i % 2, i, i);
        }
        List<Integer> got = new ArrayList<>();
        assertThat(queue.drain(2, (s, a, b, n) -> got.add(b))).isEqualTo(3);
        queue.drain(9, (s, a, b, n) -> got.add(b));
        assertThat(got).containsExactly(0, 1, 2, 3, 6, 7);
        assertThat(queue.lost()).isEqualTo(2);
        queue.message(0xB0, 1, 9, 9);
        queue.drain(9, (s, a, b, n) -> got.add(b));
        assertThat(got).as("then it is as before").endsWith(7, 9);
        assertThat(new Wire(31_250).seconds(3)).isCloseTo(0.00096, within(1e-12));
    }

    /** Two threads, a queue that is far too small: whatever is left out, each control ends at what was sent last. */
    @Test
    void underAFloodEveryControlEndsWhereItWasLeft() throws InterruptedException {
        for (int round = 0; round < 40; round++) {
            MessageQueue queue = new MessageQueue(8);
            int[] last = new int[16];
            long[] handed = {0};
            Thread hand = new Thread(() -> {
                for (int i = 0; i < 20_000; i++) {
                    queue.message(0xB0, i % 16, i * 7 & 0x7F, i);
                }
            });
            hand.start();
            while (hand.isAlive()) {
                handed[0] += queue.drain(Long.MAX_VALUE / 2, (s, a, b, n) -> last[a] = b);
            }
            hand.join();
            handed[0] += queue.drain(Long.MAX_VALUE / 2, (s, a, b, n) -> last[a] = b);
            for (int control = 0; control < 16; control++) {
                int i = 20_000 - 16 + control;
                assertThat(last[i % 16])
                        .as("control %s in round %s", control, round)
                        .isEqualTo(i * 7 & 0x7F);
            }
            assertThat(handed[0] + queue.lost()).isEqualTo(20_000);
        }
    }

    @Test
    void aMessageOfAnotherClockDoesNotHoldUpItsPort() {
        MessageQueue queue = new MessageQueue(8);
        queue.message(0xB0, 1, 5, 3_600_000_000_000L);
        queue.message(0xB0, 1, 6, 10);
        List<Integer> got = new ArrayList<>();
        queue.drain(20, (s, a, b, n) -> got.add(b));
        assertThat(got).containsExactly(5, 6);
    }

    /** Savitzky and Golay 1964, tables of convolution weights for the quadratic: 5, 7 and 9 points. */
    @Test
    void theWeightsAreThoseOfSavitzkyAndGolay() {
        check(2, 35, -3, 12, 17, 12, -3);
        check(3, 21, -2, 3, 6, 7, 6, 3, -2);
        check(4, 231, -21, 14, 39, 54, 59, 54, 39, 14, -21);
    }

    private static void check(int half, double norm, int... table) {
        double[] weights = agogic.core.curve.SavitzkyGolay.weights(half);
        for (int i = 0; i < table.length; i++) {
            assertThat(weights[i]).isCloseTo(table[i] / norm, within(1e-14));
        }
    }
}
