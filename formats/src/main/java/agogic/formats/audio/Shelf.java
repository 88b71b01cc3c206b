package agogic.formats.audio;

import agogic.core.audio.AudioFile;
import java.nio.file.Path;

/**
 * A folder of the program for what it can make again: pictures of audio files, and audio that pieces carry inside, each by
 * its digest. It may be deleted whenever no window is open.
 */
public final class Shelf {
    /** The property that says where it is, else it lies in the person's folder for such things. */
    public static final String PROPERTY = "agogic.shelf";

    private Shelf() {}

    /** Where it is; it need not be there. */
    public static Path folder() {
        String said = System.getProperty(PROPERTY, "");
        if (!said.isEmpty()) {
            return Path.of(said);
        }
        String cache = System.getenv().getOrDefault("XDG_CACHE_HOME", "");
        return cache.isEmpty()
                ? Path.of(System.getProperty("user.home"), ".cache", "agogic")
                : Path.of(cache, "agogic");
    }

    /** Where the audio of a file that a piece carries lies while it is used. */
    public static Path place(AudioFile file) {
        return folder().resolve("audio").resolve(file.digest() + ".audio");
    }

    /** Where the picture of a file lies. */
    static Path peaks(AudioFile file) {
        return folder().resolve("peaks").resolve(file.digest() + ".peaks");
    }
}
