package agogic.core.session;

import agogic.core.score.Clip;
import agogic.core.text.Text;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.ArrayList;
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
@RecordBuilder
public record Track(String id, String name, boolean bus, int channel, List<String> devices, List<Clip> clips)
        implements TrackBuilder.With {
    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Track {
        devices = List.copyOf(devices);
        clips = called(id, clips);
        Text.sound("The id of a track", id);
        Text.sound("A track", name);
        if (channel < 1 || channel > 16) {
            throw new IllegalArgumentException(
                    name + ": a MIDI channel lies between 1 and 16, not at " + channel + ".");
        }
    }

    /** Clips without an id get one of their track's. */
    private static List<Clip> called(String track, List<Clip> clips) {
        if (clips.stream().noneMatch(clip -> clip.id().isEmpty())) {
            return List.copyOf(clips);
        }
        List<Clip> called = new ArrayList<>();
        for (int i = 0; i < clips.size(); i++) {
            Clip clip = clips.get(i);
            called.add(clip.id().isEmpty() ? clip.called(track + ":" + (i + 1)) : clip);
        }
        return List.copyOf(called);
    }

    /** With these clips in the place of its own; each gets an id that no other of them has. */
    public Track with(List<Clip> newClips) {
        return withClips(newClips);
    }

    /**
     * With its notes and controllers on another channel, 1..16.
     *
     * @throws IllegalArgumentException in words for people if it is not 1 to 16
     */
    public Track onChannel(int newChannel) {
        return withChannel(newChannel);
    }

    /** Its clips as they are played: content that repeats or is stretched is written out. */
    public List<Clip> played() {
        return clips.stream().map(Clip::unrolled).toList();
    }
}
