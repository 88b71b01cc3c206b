package agogic.formats.bring;

import agogic.core.audio.AudioFile;
import agogic.core.device.Device;
import agogic.core.midi.Program;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.score.Remark;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.time.Section;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Collects the tracks of what is brought in, each with what it sounds by, and makes a piece of them. */
public final class PieceBuilder {
    private static final int CHANNELS = 16;
    /** The channel of drums (General MIDI 1): those of several files stay together. */
    private static final int DRUMS = 10;

    private final Beginning add;
    private final Timeline timeline;
    private final Controllers controllers;
    private final List<Remark> remarks = new ArrayList<>();
    private final Set<Integer> taken = new HashSet<>();
    private final Map<Integer, Integer> channels = new HashMap<>();
    private double length;
    private String file = "";
    private final List<Track> tracks = new ArrayList<>();
    private final List<AudioFile> audio = new ArrayList<>();
    private final List<Device> devices = new ArrayList<>();
    private final Set<String> names = new HashSet<>();

    /** A piece of this time, that has something besides. */
    public PieceBuilder(Beginning add, Timeline timeline) {
        this.add = add;
        this.timeline = timeline;
        controllers = new Controllers(timeline);
    }

    /** The time of the piece. */
    public Timeline timeline() {
        return timeline;
    }

    /** What is said besides notes. */
    public Controllers controllers() {
        return controllers;
    }

    /** The piece goes on to here at least, in quarter notes. */
    public void reaches(double beat) {
        length = Math.max(length, beat);
    }

    /** Keeps what a file said at places that nothing here is computed from. */
    public void remark(List<Remark> more) {
        remarks.addAll(more);
    }

    /**
     * What comes from now on is of another file: its channels are others, as long as there are free ones, and its tracks
     * are called by its title where there is one of their name.
     */
    void anotherFile(String title) {
        file = title;
        taken.addAll(channels.values());
        channels.clear();
    }

    /** The channel here of a channel of the file. */
    public int channel(int said) {
        return channels.computeIfAbsent(said, channel -> {
            if (channel == DRUMS || free(channel)) {
                return channel;
            }
            for (int other = 1; other <= CHANNELS; other++) {
                if (other != DRUMS && free(other)) {
                    return other;
                }
            }
            // All are given: the check says which addresses are there twice.
            return channel;
        });
    }

    /** Neither an earlier file has it, nor another channel of this one. */
    private boolean free(int channel) {
        return !taken.contains(channel) && !channels.containsValue(channel);
    }

    /** The id that the next track gets. */
    public String nextId() {
        return "track-" + (tracks.size() + 1);
    }

    /**
     * A track with its clip, and a sound for it if it has one; then what else stands on it.
     *
     * @param given what it is called, unless an earlier file has a track of that name
     * @param program the sound that is asked for, if one is
     * @param more devices behind the sound; they get names that nobody has yet
     * @param channel 1 to 16
     * @throws IllegalArgumentException in words for people if a name is blank, or the channel not 1 to 16
     */
    public void track(String given, int channel, Optional<Clip> clip, Optional<Program> program, List<Device> more) {
        String id = nextId();
        boolean there = tracks.stream().anyMatch(t -> t.name().equals(given));
        String name = !there || file.isEmpty() ? given : given.startsWith("Track ") ? file : file + " · " + given;
        List<String> chain = new ArrayList<>();
        Device sounds = clip.isPresent() ? add.instrument().of(id + "-sound", channel, program) : null;
        if (sounds != null) {
            stands(
                    chain,
                    sounds.named(sounds.id(), sounds.name() + " · " + name).onChannel(channel));
        }
        more.forEach(device -> stands(chain, device));
        tracks.add(new Track(id, name, false, channel, chain, clip.stream().toList()));
    }

    /** The id that the next audio file gets. */
    String nextAudio() {
        return "audio-" + (audio.size() + 1);
    }

    /** A track that plays a file of audio through a strip, on a channel that no other track has as long as there is one. */
    void audio(String given, Clip clip, AudioFile played) {
        audio.add(played);
        int channel = 1;
        while (channel < CHANNELS && !free(channel)) {
            channel++;
        }
        taken.add(channel);
        Device strip = add.strip().apply(nextId() + "-strip");
        track(
                given,
                channel,
                Optional.empty(),
                Optional.empty(),
                strip == null ? List.of() : List.of(strip.named(strip.id(), strip.name() + " · " + given)));
        Track track = tracks.remove(tracks.size() - 1);
        tracks.add(track.with(List.of(clip)));
        if (strip != null && strip.placeOf("level") >= 0) {
            controllers.route(new Target(strip.id(), "level"));
        }
    }

    private void stands(List<String> chain, Device device) {
        String name = device.name();
        for (int n = 2; !names.add(name.toLowerCase(Locale.ROOT)); n++) {
            name = device.name() + " " + n;
        }
        devices.add(device.named(device.id(), name));
        chain.add(device.id());
    }

    /**
     * The piece: one empty track if there is none, and a loop of its first four bars that is off.
     *
     * @throws IllegalArgumentException in words for people if what was put together does not hold together
     */
    public Session piece(String title, List<Section> sections) {
        if (tracks.isEmpty()) {
            track("Track 1", 1, Optional.empty(), Optional.empty(), List.of());
        }
        double bars = 4 * timeline.metre().metreOfBar(1).quartersInBar();
        Session piece = new Session(
                title.isBlank() ? "Piece" : title,
                "",
                timeline,
                length,
                sections.stream().filter(s -> s.beat() < length).toList(),
                new Loop(0, Math.max(Loop.SHORTEST, Math.min(length, bars)), false),
                audio.isEmpty() ? tracks : List.of(),
                devices,
                add.surfaces(),
                controllers.routes(),
                controllers.lanes(),
                controllers.rides(),
                List.of());
        return piece.with(audio, tracks).withRemarks(remarks);
    }
}
