package agogic.core.session;

import agogic.core.audio.AudioFile;
import agogic.core.list.SharedList;
import agogic.core.score.Clip;
import agogic.core.time.Timeline;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** Keeps audio where it is when tempo or tracks change: its seconds, and its files as long as a clip plays them. */
final class Retiming {
    private Retiming() {}

    /** The tracks at another tempo; the same object if none has audio. */
    static List<Track> kept(SharedList<Track> tracks, Timeline before, Timeline after) {
        List<Track> all = tracks;
        if (before.tempo().equals(after.tempo())) {
            // Bars are counted otherwise, and nothing moves.
            return all;
        }
        for (int i = 0; i < tracks.size(); i++) {
            Track track = tracks.get(i);
            if (track.clips().stream().anyMatch(c -> c.audio().isPresent())) {
                List<Clip> clips = track.clips().stream()
                        .map(c -> c.retimed(before, after))
                        .toList();
                all = SharedList.of(all).with(i, track.with(clips));
            }
        }
        return all;
    }

    /** Those files that a clip of these tracks plays; the same object if all are played. */
    static List<AudioFile> played(List<AudioFile> audio, List<Track> tracks) {
        if (audio.isEmpty()) {
            return audio;
        }
        Set<String> used = tracks.stream()
                .flatMap(t -> t.clips().stream())
                .flatMap(c -> c.audio().stream())
                .map(a -> a.file())
                .collect(Collectors.toSet());
        return audio.stream().allMatch(f -> used.contains(f.id()))
                ? audio
                : audio.stream().filter(f -> used.contains(f.id())).toList();
    }
}
