package agogic.formats.audio;

import agogic.core.audio.AudioFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.DoubleConsumer;

/** The pictures of audio files: made once, kept on the {@link Shelf} and, the last ones, in memory. */
public final class Pictures {
    private static final int KEPT = 64;
    private static final Map<String, Peaks> MADE = new LinkedHashMap<>(KEPT, 0.75f, true) {
        private static final long serialVersionUID = 1;

        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Peaks> eldest) {
            return size() > KEPT;
        }
    };

    private Pictures() {}

    /**
     * Listens to a file, and keeps its picture.
     *
     * @throws FormatException with what, where and what was expected, if it is none; nothing is half-read
     */
    public static AudioScan listened(Path path) throws IOException {
        return listened(path, part -> {});
    }

    /**
     * The same; {@code progress} is told how much was heard, 0 to 1, and may throw to end it.
     *
     * @throws FormatException with what, where and what was expected, if it is none; nothing is half-read
     */
    public static AudioScan listened(Path path, DoubleConsumer progress) throws IOException {
        AudioScan scan = AudioScan.of(path, progress);
        keep(scan.file(), scan.peaks());
        return scan;
    }

    /** The picture of a file if it is in memory. */
    public static Optional<Peaks> known(AudioFile file) {
        synchronized (MADE) {
            return Optional.ofNullable(MADE.get(file.digest()));
        }
    }

    /** Keeps a picture that was made; if the shelf cannot be written, in memory only. */
    public static void keep(AudioFile file, Peaks peaks) {
        synchronized (MADE) {
            MADE.put(file.digest(), peaks);
        }
        Path place = Shelf.peaks(file);
        try {
            if (!Files.exists(place)) {
                Files.createDirectories(place.getParent());
                peaks.write(place);
            }
        } catch (IOException e) {
            // It is made again the next time.
        }
    }

    /**
     * The picture of a file: from memory, from the shelf, or made now, which takes as long as reading the file.
     *
     * @throws IOException if the file is not there or cannot be read
     */
    public static Peaks of(AudioFile file) throws IOException {
        Optional<Peaks> known = known(file);
        if (known.isPresent()) {
            return known.get();
        }
        Peaks peaks = read(file);
        if (peaks == null) {
            peaks = AudioScan.peaks(Located.of(file).path());
        }
        keep(file, peaks);
        return peaks;
    }

    private static Peaks read(AudioFile file) {
        try {
            return Peaks.read(Shelf.peaks(file), file.frames());
        } catch (IOException e) {
            return null;
        }
    }
}
