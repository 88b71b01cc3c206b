package agogic.core.surface;

import agogic.core.midi.MidiScale;

/** The bytes a control sends when it is moved: what a simulated surface says, and what goes back to a display. */
public final class ControlSender {
    private ControlSender() {}

    /**
     * The messages for a move to {@code value} (0..1) from {@code before}, as bytes one after another. For an encoder
     * the difference counts.
     */
    public static byte[] move(Control control, double before, double value) {
        Address address = control.address();
        int channel = address.channel() - 1;
        if (address instanceof Address.Cc cc) {
            return bytes(0xB0 | channel, cc.number(), MidiScale.code7(value));
        }
        if (address instanceof Address.CcPair pair) {
            int code = MidiScale.code14(value);
            return bytes(0xB0 | channel, pair.number(), code >> 7, 0xB0 | channel, pair.number() + 32, code & 0x7F);
        }
        if (address instanceof Address.Relative relative) {
            int steps = (int) Math.rint((value - before) * 128);
            return steps == 0
                    ? new byte[0]
                    : bytes(
                            0xB0 | channel,
                            relative.number(),
                            relative.encoding().data(steps));
        }
        int code = MidiScale.code14(value);
        return bytes(0xE0 | channel, code & 0x7F, code >> 7);
    }

    /** The message that the hand has come or gone; empty if the control cannot say so. */
    public static byte[] touch(Control control, boolean down) {
        int status = (down ? 0x90 : 0x80) | control.address().channel() - 1;
        return control.touchSensitive() ? bytes(status, control.touchNote(), down ? 127 : 0) : new byte[0];
    }

    private static byte[] bytes(int... values) {
        byte[] made = new byte[values.length];
        for (int i = 0; i < values.length; i++) {
            made[i] = (byte) values[i];
        }
        return made;
    }
}
