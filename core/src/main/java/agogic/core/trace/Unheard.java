package agogic.core.trace;

import agogic.core.midi.MidiParser;
import agogic.core.play.Verdict;
import agogic.core.route.Hand;
import agogic.core.surface.Address;
import agogic.core.surface.Control;
import agogic.core.surface.MoveSink;
import agogic.core.surface.Surface;
import agogic.core.surface.SurfaceDecoder;
import java.util.List;
import java.util.Locale;

/** What a trace says of a message that no control of its surface understands. */
final class Unheard {
    private Unheard() {}

    /** The trace of such a message: its three bytes in one number. */
    static Trace message(Surface surface, int message) {
        int status = message >> 16 & 0xFF;
        String bytes = String.format(Locale.ROOT, "%02X %02X", status, message >> 8 & 0x7F);
        if (MidiParser.lengthOf(status) == 2) {
            bytes += String.format(Locale.ROOT, " %02X", message & 0x7F);
        }
        String sent =
                surface.name() + " sent " + bytes + " (" + describe(message) + ") — the wire stops before the hand: ";
        for (Control control : surface.controls()) {
            if (onAnotherChannel(surface, control, message)) {
                return Sentences.about(
                        Verdict.OTHER_CHANNEL,
                        "Not heard",
                        sent + control.name() + " sends this message, but on channel "
                                + control.address().channel() + ".",
                        new Hand(surface.id(), control.id()),
                        Trace.Act.ANY_CHANNEL);
            }
        }
        boolean program = (status & 0xF0) == 0xC0;
        boolean mode = (status & 0xF0) == 0xB0 && (message >> 8 & 0x7F) >= 120;
        if (program || mode) {
            return Sentences.about(
                    Verdict.NO_CONTROL,
                    "Unknown",
                    sent
                            + (program
                                    ? "it chooses a sound, and"
                                    : "it is for the instrument itself (all notes off and the like), and")
                            + " cannot be a control.",
                    null,
                    null);
        }
        return Sentences.about(
                Verdict.NO_CONTROL,
                "Unknown",
                sent + "no control of this surface sends this.",
                new Hand(surface.id(), ""),
                Trace.Act.MAKE_CONTROL);
    }

    /** True if the message would belong to the control if only its channel were another. */
    private static boolean onAnotherChannel(Surface surface, Control control, int message) {
        boolean[] met = {false};
        MoveSink sink = new MoveSink() {
            @Override
            public void moved(int c, double value, long nanos) {
                met[0] = true;
            }

            @Override
            public void touched(int c, boolean down, long nanos) {
                // A touch alone is not what the control says.
            }

            @Override
            public void unknown(int status, int data1, int data2, long nanos) {
                // It is another control's, or nobody's.
            }
        };
        Control anywhere = control.speaking(control.address().on(Address.ANY));
        Surface alone = new Surface(surface.id(), surface.name(), surface.port(), List.of(anywhere));
        SurfaceDecoder decoder = new SurfaceDecoder(alone, sink);
        decoder.message(message >> 16 & 0xFF, message >> 8 & 0x7F, message & 0x7F, 0);
        return met[0];
    }

    private static String describe(int message) {
        int status = message >> 16 & 0xFF;
        int channel = (status & 0x0F) + 1;
        int data1 = message >> 8 & 0x7F;
        String what =
                switch (status & 0xF0) {
                    case 0x80, 0x90 -> "note " + data1;
                    case 0xA0 -> "key pressure " + data1;
                    case 0xB0 -> "CC " + data1;
                    case 0xC0 -> "program " + data1;
                    case 0xD0 -> "channel pressure";
                    default -> "bend";
                };
        return what + ", channel " + channel;
    }
}
