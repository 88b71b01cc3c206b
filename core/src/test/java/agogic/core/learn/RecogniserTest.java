package agogic.core.learn;

import static org.assertj.core.api.Assertions.assertThat;

import agogic.core.midi.MidiParser;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.ControlSender;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

/** What a control is, told from its bytes. Byte sequences are written from the MIDI 1.0 Detailed Specification. */
class RecogniserTest {
    private final Recogniser recogniser = new Recogniser();
    private final MidiParser parser = new MidiParser(recogniser);
    private long now;

    /** Messages in hexadecimal, 10 ms apart where a comma is, else together. */
    private Recognised after(String hex) {
        for (String together : hex.split(",")) {
            now += 10_000_000;
            for (String one : together.strip().split("\\s+")) {
                parser.accept(Integer.parseInt(one, 16), now);
            }
        }
        return recogniser.heard().orElseThrow();
    }

    @Test
    void aPlainControllerOfSevenBits() {
        assertThat(after("B0 22 40").sure()).as("one message could be anything").isFalse();
        Recognised knob = after("B0 22 41, B0 22 42, B0 22 44, B0 22 47");
        assertThat(knob.address()).isEqualTo(new Address.Cc(1, 34));
        assertThat(knob.sure()).isTrue();
        assertThat(knob.words()).isEqualTo("CC 34 · ch 1, a knob or fader, 7-bit, 5 moves");
    }

    @Test
    void aPairOfCoarseAndFine() {
        Recognised pair = after("B2 14 40 B2 34 10, B2 14 40 B2 34 30, B2 14 41 B2 34 02");
        assertThat(pair.address()).isEqualTo(new Address.CcPair(3, 20));
        assertThat(pair.sure()).isTrue();
        assertThat(pair.what()).isEqualTo("a knob or fader, 14-bit");
    }

    @Test
    void aNonRegisteredParameterNumber() {
        Recognised nrpn = after("B0 63 01 62 08 06 40 26 00, B0 63 01 62 08 06 41 26 20, B0 06 42 26 00");
        assertThat(nrpn.address()).isEqualTo(new Address.Nrpn(1, 136));
        assertThat(nrpn.sure()).isTrue();
        recogniser.clear();
        assertThat(after("B0 65 00 64 01 06 40, B0 06 41, B0 06 42").address()).isEqualTo(new Address.Rpn(1, 1));
    }

    @Test
    void threeKindsOfEncoders() {
        Recognised right = after("B1 55 01, B1 55 01, B1 55 02, B1 55 01, B1 55 01");
        assertThat(right.sure()).as("1 is right in two of the three").isFalse();
        assertThat(right.doubt()).isEqualTo("Turn it the other way as well.");
        Recognised twos = after("B1 55 7F, B1 55 7E, B1 55 7F");
        assertThat(twos.address()).isEqualTo(new Address.Relative(2, 85, Address.Encoding.TWOS_COMPLEMENT));
        assertThat(twos.sure()).isTrue();
        recogniser.clear();
        Recognised sign = after("B1 55 01, B1 55 01, B1 55 02, B1 55 41, B1 55 42, B1 55 41");
        assertThat(sign.address()).isEqualTo(new Address.Relative(2, 85, Address.Encoding.SIGN_BIT));
        assertThat(sign.sure()).isTrue();
        recogniser.clear();
        Recognised centre = after("B1 55 41, B1 55 41, B1 55 42, B1 55 3F, B1 55 3E, B1 55 3F");
        assertThat(centre.address()).isEqualTo(new Address.Relative(2, 85, Address.Encoding.FROM_CENTRE));
        assertThat(centre.sure()).isTrue();
        assertThat(centre.kind()).isEqualTo(Control.Kind.ENCODER);
    }

    @Test
    void aKnobNearItsCentreOrItsEndIsNoEncoder() {
        assertThat(after("B0 07 3E, B0 07 3F, B0 07 40, B0 07 41, B0 07 42, B0 07 41, B0 07 40")
                        .address())
                .isEqualTo(new Address.Cc(1, 7));
        recogniser.clear();
        assertThat(after("B0 07 05, B0 07 04, B0 07 03, B0 07 02, B0 07 01, B0 07 00, B0 07 01, B0 07 02")
                        .address())
                .isEqualTo(new Address.Cc(1, 7));
    }

    @Test
    void aButtonIsPressedAndLetGo() {
        assertThat(after("B0 6E 7F").sure()).isFalse();
        Recognised button = after("B0 6E 00");
        assertThat(button.kind()).isEqualTo(Control.Kind.BUTTON);
        assertThat(button.turned()).isFalse();
        assertThat(button.sure()).isTrue();
        recogniser.clear();
        Recognised note = after("90 24 7F, 80 24 00");
        assertThat(note.address()).isEqualTo(new Address.Note(1, 36));
        assertThat(note.kind()).isEqualTo(Control.Kind.BUTTON);
        recogniser.clear();
        assertThat(after("90 24 35, 90 24 00").kind()).isEqualTo(Control.Kind.PAD);
    }

    @Test
    void aPedalTheWrongWayRound() {
        Recognised pedal = after("B0 40 00, B0 40 7F, B0 40 00, B0 40 7F");
        assertThat(pedal.turned()).isTrue();
        assertThat(pedal.kind()).isEqualTo(Control.Kind.PEDAL);
        assertThat(pedal.what()).contains("reversed");
        recogniser.clear();
        Recognised springs = after("B0 0B 7F, B0 0B 70, B0 0B 50, B0 0B 20, B0 0B 08, B0 0B 30, B0 0B 60, B0 0B 7F");
        assertThat(springs.turned()).isTrue();
        recogniser.clear();
        Recognised plain = after("B0 0B 00, B0 0B 10, B0 0B 30, B0 0B 50, B0 0B 30, B0 0B 00");
        assertThat(plain.turned()).isFalse();
        assertThat(plain.kind()).isEqualTo(Control.Kind.PEDAL);
    }

    /** All notes off and its like (CC 120 to 127, channel mode messages of MIDI 1.0) neither end learning nor are learnt. */
    @Test
    void whatIsForTheInstrumentIsNoMove() {
        after("B0 22 40, B0 22 41, B0 7B 00, B0 78 00, B0 22 42, C0 05, B0 79 00");
        Recognised knob = after("B0 22 44, B0 22 47");
        assertThat(knob.address()).isEqualTo(new Address.Cc(1, 34));
        recogniser.clear();
        parser.accept(0xB0, 1);
        parser.accept(0x7B, 1);
        parser.accept(0, 1);
        assertThat(recogniser.heard()).isEmpty();
    }

    @Test
    void aPairWhoseFineByteComesFirst() {
        Recognised pair = after("B2 34 10 B2 14 40, B2 34 30 14 40, B2 34 02 14 41, B2 34 22 14 41, B2 34 55 14 42");
        assertThat(pair.address()).isEqualTo(new Address.CcPair(3, 20));
        assertThat(pair.sure()).isTrue();
    }

    /** Turned faster it counts in greater steps: one way it could be a knob, both ways it is an encoder. */
    @Test
    void anEncoderThatAccelerates() {
        Recognised oneWay = after("B1 55 01, B1 55 02, B1 55 05, B1 55 0B, B1 55 16, B1 55 20, B1 55 0D, B1 55 04");
        assertThat(oneWay.sure()).isFalse();
        Recognised both = after("B1 55 7F, B1 55 7C, B1 55 70, B1 55 62, B1 55 78, B1 55 7E");
        assertThat(both.address()).isEqualTo(new Address.Relative(2, 0x55, Address.Encoding.TWOS_COMPLEMENT));
        assertThat(both.sure()).isTrue();
        recogniser.clear();
        Recognised sign = after(
                "B1 55 01, B1 55 03, B1 55 0B, B1 55 16, B1 55 04, B1 55 41, B1 55 44, B1 55 52, B1 55 60, B1 55 43");
        assertThat(sign.address()).isEqualTo(new Address.Relative(2, 0x55, Address.Encoding.SIGN_BIT));
    }

    @Test
    void bendAndPressures() {
        Recognised bend = after("E1 00 40, E1 20 41, E1 10 42");
        assertThat(bend.address()).isEqualTo(new Address.Bend(2));
        recogniser.clear();
        assertThat(after("D0 10, D0 18, D0 20").address()).isEqualTo(new Address.Pressure(1));
        recogniser.clear();
        assertThat(after("A0 3C 10, A0 3C 18, A0 3C 20").address()).isEqualTo(new Address.KeyPressure(1, 60));
    }

    @Test
    void aFaderThatFeelsTheHand() {
        Recognised fader = after("90 28 7F, B0 14 40, B0 14 42, B0 14 45, B0 14 48, 80 28 00");
        assertThat(fader.address()).isEqualTo(new Address.Cc(1, 20));
        assertThat(fader.touchNote()).isEqualTo(40);
        assertThat(fader.kind()).isEqualTo(Control.Kind.FADER);
    }

    @Test
    void theHandGoesOnToAnotherControl() {
        after("B0 14 40, B0 14 41, B0 14 42, B0 14 43");
        assertThat(after("B0 15 20").address()).as("a twitch is no change").isEqualTo(new Address.Cc(1, 20));
        assertThat(after("B0 15 21, B0 15 22").address()).isEqualTo(new Address.Cc(1, 21));
    }

    @Test
    void thePersonMayKnowBetter() {
        Recognised knob = after("B0 14 40, B0 14 41, B0 14 42, B0 14 43");
        List<Recognised> readings = knob.readings();
        assertThat(readings.get(0)).isEqualTo(knob);
        assertThat(readings)
                .extracting(Recognised::address)
                .contains(new Address.CcPair(1, 20), new Address.Relative(1, 20, Address.Encoding.SIGN_BIT));
        assertThat(readings).extracting(Recognised::what).doesNotHaveDuplicates();
        assertThat(readings.stream().filter(Recognised::turned)).isNotEmpty();
    }

    /** Whatever a control of a kind sends when it sweeps from one end to the other, it is taken for that kind. */
    @Property(tries = 200)
    void aSweepIsTakenForWhatSentIt(
            @ForAll @IntRange(min = 1, max = 16) int channel,
            @ForAll @IntRange(max = 31) int number,
            @ForAll @IntRange(min = 7, max = 90) int moves) {
        if (number == 6) {
            return;
        }
        for (Address address : List.of(
                new Address.Cc(channel, number),
                new Address.CcPair(channel, number),
                new Address.Nrpn(channel, number * 100),
                new Address.Rpn(channel, number * 100 + 1),
                new Address.Bend(channel),
                new Address.Pressure(channel),
                new Address.KeyPressure(channel, number))) {
            Recogniser fresh = new Recogniser();
            MidiParser bytes = new MidiParser(fresh);
            Control control = new Control("c", "C", Control.Kind.KNOB, address, -1);
            for (int i = 0; i <= moves; i++) {
                bytes.accept(ControlSender.move(control, 0, 0.1 + 0.77 * i / moves), i * 20_000_000L);
            }
            assertThat(fresh.heard().orElseThrow().address()).isEqualTo(address);
            assertThat(fresh.heard().orElseThrow().sure()).isTrue();
        }
    }
}
