package agogic.core.session;

import agogic.core.score.Clip;
import agogic.core.text.Text;
import java.util.List;

/**
 * A chain of devices: an instrument and then effects; a bus has effects only.
 *
 * @param id unique within the session
 * @param name for people
 * @param bus true if it takes what other tracks send it
 * @param channel MIDI channel of its notes and controllers when it is exported, 1..16
 * @param devices ids of its devices, in the order of the sound
 * @param clips its notes
 */
public record Track(String id, String name, boolean bus, int channel, List<String> devices, List<Clip> clips) {
    public Track {
        devices = List.copyOf(devices);
        clips = List.copyOf(clips);
        Text.sound("The id of a track", id);
        Text.sound("A track", name);
        if (channel < 1 || channel > 16) {
            throw new IllegalArgumentException(
                    name + ": a MIDI channel lies between 1 and 16, not at " + channel + ".");
        }
    }
}
