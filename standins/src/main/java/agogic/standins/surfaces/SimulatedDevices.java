package agogic.standins.surfaces;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import javax.sound.midi.MidiDevice;
import javax.sound.midi.spi.MidiDeviceProvider;

/** Puts the simulated surfaces beside the real MIDI ports of the machine. */
public final class SimulatedDevices extends MidiDeviceProvider {
    private static final Map<String, SimulatedDevice> DEVICES = new ConcurrentHashMap<>();

    static {
        plug(DemoSurfaces.northEight().port());
        plug(DemoSurfaces.breathAndRibbon().port());
    }

    /** Plugs a simulated device in, as with a cable; the one that is there stays. */
    public static SimulatedDevice plug(String name) {
        return DEVICES.computeIfAbsent(name, SimulatedDevice::new);
    }

    /** Pulls its cable: it is gone from the list, and what was connected to it hears nothing more. */
    public static void unplug(String name) {
        SimulatedDevice device = DEVICES.remove(name);
        if (device != null) {
            device.close();
        }
    }

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
