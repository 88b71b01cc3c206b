package agogic.standins.sound;

import agogic.core.device.Device;
import java.util.Optional;

/** The stand-in devices by their kinds. */
public final class StandIns {
    private StandIns() {}

    public static Device partialBank(String id) {
        return PartialBank.describe(id);
    }

    public static Device twoPoleFilter(String id) {
        return TwoPoleFilter.describe(id);
    }

    public static Device dronePair(String id) {
        return DronePair.describe(id);
    }

    public static Device slowChorus(String id) {
        return SlowChorus.describe(id);
    }

    public static Device echoLine(String id) {
        return EchoLine.describe(id);
    }

    public static Device longHall(String id) {
        return LongHall.describe(id);
    }

    /** Comet {@code number}'s pulses. */
    public static Device pulseClock(String id, int number) {
        return PulseClock.describe(id, number);
    }

    /** Comet {@code number}'s place under the dome. */
    public static Device domePanner(String id, int number) {
        return DomePanner.describe(id, number);
    }

    public static Device voiceStrip(String id) {
        return VoiceStrip.describe(id);
    }

    /** Plain voices for the notes of a piece that brings no sound. */
    public static Device plainKeys(String id) {
        return PlainKeys.describe(id);
    }

    /** The sound of a device, if it has one of its own. */
    static Optional<Sound> sound(Device device) {
        return Optional.ofNullable(
                switch (device.kind()) {
                    case PartialBank.KIND -> new PartialBank();
                    case TwoPoleFilter.KIND -> new TwoPoleFilter();
                    case DronePair.KIND -> new DronePair();
                    case SlowChorus.KIND -> new SlowChorus();
                    case EchoLine.KIND -> new EchoLine();
                    case LongHall.KIND -> new LongHall();
                    case PulseClock.KIND -> new PulseClock();
                    case DomePanner.KIND -> new DomePanner();
                    case VoiceStrip.KIND -> new VoiceStrip();
                    case PlainKeys.KIND -> new PlainKeys();
                    default -> null;
                });
    }
}
