package agogic.standins.sound;

import agogic.core.parameter.Device;
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
                    default -> null;
                });
    }
}
