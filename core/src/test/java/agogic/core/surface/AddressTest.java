package agogic.core.surface;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import agogic.core.midi.MidiParser;
import agogic.core.midi.MidiScale;
import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** How controls speak, in every kind of message, there and back. */
class AddressTest {
    private static final class Ear implements MoveSink {
        final List<Double> values = new ArrayList<>();
        int strange;

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
            strange++;
        }

        double last() {
            return values.get(values.size() - 1);
        }
    }

    private static Control control(Address address, Control.Kind kind) {
        return new Control("c", "C", kind, address, -1);
    }

    private static Surface alone(Control control) {
        return new Surface("s", "S", "S", List.of(control));
    }

    private static double heard(Control control, double value) {
        Ear ear = new Ear();
        new MidiParser(new SurfaceDecoder(alone(control), ear)).accept(ControlSender.move(control, 0, value), 1);
        assertThat(ear.strange).isZero();
        return ear.last();
    }

    @Property
    void everyFourteenBitCodeComesBack(
            @ForAll @IntRange(max = 16383) int code, @ForAll @IntRange(min = 0, max = 16) int channel) {
        double value = MidiScale.normalised14(code);
        for (Address address : List.of(
                new Address.CcPair(channel, 20),
                new Address.Bend(channel),
                new Address.Rpn(channel, code % 16_383),
                new Address.Nrpn(channel, (code * 7) % 16_383))) {
            assertThat(heard(control(address, Control.Kind.FADER), value)).isEqualTo(value);
            assertThat(heard(control(address, Control.Kind.FADER).turned(true), value))
                    .isCloseTo(value, within(1e-4));
        }
    }

    @Property
    void everySevenBitCodeComesBack(@ForAll @IntRange(max = 127) int code, @ForAll @IntRange(max = 16) int channel) {
        double value = MidiScale.normalised7(code);
        for (Address address : List.of(
                new Address.Cc(channel, code % 120),
                new Address.Pressure(channel),
                new Address.KeyPressure(channel, code))) {
            assertThat(heard(control(address, Control.Kind.PAD), value)).isEqualTo(value);
        }
        assertThat(heard(control(new Address.Note(channel, code), Control.Kind.PAD), value))
                .isEqualTo(value);
        assertThat(heard(control(new Address.Note(channel, code), Control.Kind.BUTTON), value))
                .isEqualTo(value >= 0.5 ? 1 : 0);
    }

    @Property
    void anEncoderGoesAsFarAsItSays(@ForAll @IntRange(min = -63, max = 63) int steps) {
        for (Address.Encoding encoding : Address.Encoding.values()) {
            Control control = control(new Address.Relative(1, 20, encoding), Control.Kind.ENCODER);
            byte[] bytes = ControlSender.move(control, 0.5, 0.5 + steps / 128.0);
            assertThat(bytes).hasSize(steps == 0 ? 0 : 3);
            Ear ear = new Ear();
            new MidiParser(new SurfaceDecoder(alone(control), ear)).accept(bytes, 1);
            assertThat(steps == 0 ? 0.5 : ear.last()).isEqualTo(0.5 + steps / 128.0);
        }
    }

    /** MIDI 1.0 Detailed Specification: NRPN by controllers 99 and 98, RPN by 101 and 100, data by 6 and 38, steps by 96 and 97. */
    @Test
    void parameterNumbersAreReadAsTheSpecificationSaysThem() {
        Ear ear = new Ear();
        Surface surface = new Surface(
                "s",
                "S",
                "S",
                List.of(
                        new Control("n", "N", Control.Kind.KNOB, new Address.Nrpn(1, 3 << 7 | 5), -1),
                        new Control("r", "R", Control.Kind.KNOB, new Address.Rpn(1, 0), -1),
                        new Control("six", "Six", Control.Kind.KNOB, new Address.Cc(1, 6), -1)));
        MidiParser parser = new MidiParser(new SurfaceDecoder(surface, ear));
        parser.accept(new byte[] {(byte) 0xB0, 99, 3, 98, 5, 6, 64, 38, 1}, 1);
        assertThat(ear.last()).isEqualTo(MidiScale.normalised14(64 << 7 | 1));
        parser.accept(new byte[] {96, 0, 96, 0}, 2);
        assertThat(ear.last()).as("two steps up").isEqualTo(MidiScale.normalised14(64 << 7 | 3));
        parser.accept(new byte[] {97, 0}, 3);
        assertThat(ear.last()).isEqualTo(MidiScale.normalised14(64 << 7 | 2));
        parser.accept(new byte[] {101, 0, 100, 0, 6, 2}, 4);
        assertThat(ear.last()).as("the registered one").isEqualTo(MidiScale.normalised14(2 << 7));
        parser.accept(new byte[] {101, 127, 100, 127, 6, 127}, 5);
        assertThat(ear.last())
                .as("nothing selected: CC 6 is a plain controller")
                .isEqualTo(1);
        assertThat(ear.strange).isZero();
    }

    @Test
    void aPedalTheWrongWayRoundIsTurned() {
        Control pedal = control(new Address.Cc(1, 64), Control.Kind.PEDAL).turned(true);
        Ear ear = new Ear();
        SurfaceDecoder decoder = new SurfaceDecoder(alone(pedal), ear);
        decoder.message(0xB0, 64, 127, 1);
        decoder.message(0xB0, 64, 0, 2);
        assertThat(ear.values).containsExactly(0.0, 1.0);
    }

    @Test
    void whatGoesBackToAnEncodersLightsIsAPlace() {
        Control ring = control(new Address.Relative(3, 85, Address.Encoding.SIGN_BIT), Control.Kind.ENCODER);
        assertThat(ControlSender.show(ring, 0.5)).containsExactly((byte) 0xB2, (byte) 85, (byte) 64);
        Control fader = control(new Address.CcPair(1, 2), Control.Kind.FADER);
        assertThat(ControlSender.show(fader, 1)).isEqualTo(ControlSender.move(fader, 0, 1));
    }

    @Test
    void numbersOutOfRangeAreRefusedInWords() {
        assertThatThrownBy(() -> new Address.Cc(17, 1)).hasMessageContaining("between 1 and 16, not at 17");
        assertThatThrownBy(() -> new Address.CcPair(1, 40))
                .hasMessageContaining("coarse controller lies between 0 and 31");
        assertThatThrownBy(() -> new Address.Nrpn(1, 16_383)).hasMessageContaining("16382");
        assertThatThrownBy(() -> new Address.Note(1, 128)).hasMessageContaining("note lies between 0 and 127");
        assertThat(new Address.Nrpn(Address.ANY, 12).spoken()).isEqualTo("NRPN 12 · 14-bit · any channel");
        assertThat(new Address.KeyPressure(2, 60).on(3).spoken()).isEqualTo("key pressure 60 · ch 3");
    }
}
