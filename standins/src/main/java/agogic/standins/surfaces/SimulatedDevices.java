package agogic.standins.surfaces;

import java.util.Map;
import javax.sound.midi.MidiDevice;
import javax.sound.midi.spi.MidiDeviceProvider;

/** Puts the simulated surfaces beside the real MIDI ports of the machine. */
public final class SimulatedDevices extends MidiDeviceProvider {
    private static final Map<String, SimulatedDevice> DEVICES = Map.of(
            DemoSurfaces.northEight().port(),
                    new SimulatedDevice(DemoSurfaces.northEight().port()),
            DemoSurfaces.breathAndRibbon().port(),
                    new SimulatedDevice(DemoSurfaces.breathAndRibbon().port()));

    /** The simulated device at a port, or null if a real one (or none) is there. */
    public static SimulatedDevice at(String port) {
        return DEVICES.get(port);
    }

    @Override
    public MidiDevice.Info[] getDeviceInfo() {
        return DEVICES.keySet().stream()
                .sorted()
                .map(name -> DEVICES.get(name).getDeviceInfo())
                .toArray(MidiDevice.Info[]::new);
    }

    @Override
    public MidiDevice getDevice(MidiDevice.Info info) {
        for (SimulatedDevice device : DEVICES.values()) {
            if (device.getDeviceInfo().equals(info)) {
                return device;
            }
        }
        throw new IllegalArgumentException("No simulated device is called " + info.getName() + ".");
    }
}
