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
        if (control.address() instanceof Address.Relative relative) {
            int steps = (int) Math.rint((value - before) * Address.ENCODER_STEPS) * (control.turned() ? -1 : 1);
            return steps == 0
                    ? new byte[0]
                    : bytes(
                            0xB0 | channel(relative),
                            relative.number(),
                            relative.encoding().data(steps));
        }
        return stand(control, value);
    }

    /** The messages that make a control show {@code value} (0..1). An encoder's lights take it as a plain controller. */
    public static byte[] show(Control control, double value) {
        return control.address() instanceof Address.Relative relative
                ? bytes(0xB0 | channel(relative), relative.number(), MidiScale.code7(value))
                : stand(control, value);
    }

    private static byte[] stand(Control control, double told) {
        Address address = control.address();
        double value = control.turned() ? 1 - told : told;
        int channel = channel(address);
        int code7 = MidiScale.code7(value);
        int code14 = MidiScale.code14(value);
        int coarse = code14 >> 7;
        int fine = code14 & 0x7F;
        int controller = 0xB0 | channel;
        if (address instanceof Address.Cc cc) {
            return bytes(controller, cc.number(), code7);
        }
        if (address instanceof Address.CcPair pair) {
            return bytes(controller, pair.number(), coarse, controller, pair.number() + 32, fine);
        }
        if (address instanceof Address.Rpn rpn) {
            return numbered(controller, 101, rpn.number(), coarse, fine);
        }
        if (address instanceof Address.Nrpn nrpn) {
            return numbered(controller, 99, nrpn.number(), coarse, fine);
        }
        if (address instanceof Address.Pressure) {
            return bytes(0xD0 | channel, code7);
        }
        if (address instanceof Address.KeyPressure key) {
            return bytes(0xA0 | channel, key.number(), code7);
        }
        if (address instanceof Address.Note note) {
            boolean pad = control.kind() == Control.Kind.PAD;
            int velocity = pad ? code7 : value >= 0.5 ? 127 : 0;
            return bytes((velocity > 0 ? 0x90 : 0x80) | channel, note.number(), velocity);
        }
        return bytes(0xE0 | channel, fine, coarse);
    }

    private static byte[] numbered(int status, int high, int number, int coarse, int fine) {
        return bytes(status, high, number >> 7, status, high - 1, number & 0x7F, status, 6, coarse, status, 38, fine);
    }

    private static int channel(Address address) {
        return Math.max(0, address.channel() - 1);
    }

    /** The message that the hand has come or gone; empty if the control cannot say so. */
    public static byte[] touch(Control control, boolean down) {
        int status = (down ? 0x90 : 0x80) | channel(control.address());
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
