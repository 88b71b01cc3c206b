package agogic.desk.live;

import javax.sound.midi.MidiDevice;
import javax.sound.midi.MidiSystem;
import javax.sound.midi.MidiUnavailableException;

/** The MIDI devices of the machine, of which one may go away while it is asked for. */
final class DevicesThere {
    private DevicesThere() {}

    /** True if a device of this name is among those. */
    static boolean has(MidiDevice.Info[] there, String name) {
        for (MidiDevice.Info info : there) {
            if (info.getName().equals(name)) {
                return true;
            }
        }
        return false;
    }

    /** The device, or null if it went away while we asked. */
    static MidiDevice device(MidiDevice.Info info) {
        try {
            return MidiSystem.getMidiDevice(info);
        } catch (MidiUnavailableException | IllegalArgumentException e) {
            return null;
        }
    }
}
