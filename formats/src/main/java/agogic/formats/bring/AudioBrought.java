package agogic.formats.bring;

import agogic.core.audio.AudioFile;
import agogic.core.audio.AudioPart;
import agogic.core.score.Clip;
import agogic.core.time.MetreMap;
import agogic.core.time.Section;
import agogic.core.time.TempoMap;
import agogic.core.time.Timeline;
import agogic.formats.audio.AudioScan;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** A file of audio that becomes a track with one clip. Alone it says no tempo: 120 then, in 4/4. */
public final class AudioBrought implements Brought {
    private static final String LINE = "audio";
    private static final double BPM = 120;

    private final AudioScan scan;
    private final String title;

    /** Of a file that was listened to. */
    public AudioBrought(AudioScan scan) {
        this.scan = scan;
        title = scan.file().title();
    }

    @Override
    public List<ImportLine> lines() {
        return List.of(new ImportLine(LINE, "Audio " + title, 1, "a clip on a track of its own: " + scan.words()));
    }

    @Override
    public List<String> remarks() {
        return scan.remarks();
    }

    @Override
    public int bars() {
        Timeline timeline = timeline(Set.of());
        double beats = timeline.beatAt(scan.file().seconds());
        return Math.max(1, (int) Math.ceil(beats / 4 - 1e-9));
    }

    @Override
    public String title() {
        return title;
    }

    @Override
    public Timeline timeline(Set<String> off) {
        return new Timeline(TempoMap.steady(BPM), MetreMap.steady(4, 4));
    }

    @Override
    public List<Section> sections(Set<String> off) {
        return List.of();
    }

    @Override
    public void addTo(PieceBuilder piece, Set<String> off) {
        if (off.contains(LINE)) {
            return;
        }
        AudioFile file = scan.file().called(piece.nextAudio());
        double length = Math.max(1.0 / 32, piece.timeline().beatAt(file.seconds()));
        MetreMap metre = piece.timeline().metre();
        int bar = metre.barAt(length);
        piece.reaches(metre.beatOfBar(bar) >= length - 1e-6 ? metre.beatOfBar(bar) : metre.beatOfBar(bar + 1));
        Clip clip = new Clip(title, 0, length, List.of()).with(Optional.of(AudioPart.of(file)));
        piece.audio(title, clip, file);
    }
}
