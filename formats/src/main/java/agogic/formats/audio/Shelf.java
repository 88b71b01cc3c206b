package agogic.formats.audio;

import agogic.core.audio.AudioFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.concurrent.TimeUnit;

/**
 * A folder of the program for what it can make again: pictures of audio files, and audio that pieces carry inside, each by
 * its digest. It may be deleted whenever no window is open.
 */
public final class Shelf {
    /** The property that says where it is, else it lies in the person's folder for such things. */
    public static final String PROPERTY = "agogic.shelf";

    /** 1 January 2001 in seconds: no file that is written today is of the years that follow it. */
    private static final long PAST = 978_307_200L;

    private Shelf() {}

    /** Where it is, as a whole path; it need not be there. */
    public static Path folder() {
        return said().toAbsolutePath().normalize();
    }

    private static Path said() {
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

    /** True for a place on the shelf. */
    public static boolean has(Path place) {
        return place.normalize().startsWith(folder());
    }

    /**
     * True if what lies there, on the shelf, was found to be this file, and nobody has written to it since: its time then
     * says so. Whoever writes to it gives it another time.
     */
    static boolean isKnown(Path place, AudioFile file) {
        try {
            return has(place) && Files.getLastModifiedTime(place).to(TimeUnit.SECONDS) == mark(file);
        } catch (IOException e) {
            return false;
        }
    }

    /** Tells the next one who looks that what lies there was found to be this file; nothing beside the shelf. */
    static void know(Path place, AudioFile file) {
        try {
            if (has(place)) {
                Files.setLastModifiedTime(place, FileTime.from(Instant.ofEpochSecond(mark(file))));
            }
        } catch (IOException e) {
            // It is looked through again the next time.
            return;
        }
    }

    /** A second between 2001 and 2009 that goes with its digest. */
    private static long mark(AudioFile file) {
        return PAST + (file.digest().hashCode() & 0xfff_ffff);
    }
}
