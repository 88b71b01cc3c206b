package agogic.formats.file;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** Files that are read: there, a file and nothing else, and not too large. */
public final class Input {
    private Input() {}

    /** The name of a file, for people. */
    public static String name(Path path) {
        Path name = path.getFileName();
        return name == null ? path.toString() : name.toString();
    }

    /**
     * Makes sure that {@code path} is a file that can be read to its end.
     *
     * @param largest how many bytes it may have
     * @param what it should be, for people: {@code “a ride”}
     * @throws FormatException if it is not there, a folder, a pipe or a device, or larger
     */
    public static Path file(Path path, long largest, String what) throws IOException {
        if (Files.isDirectory(path)) {
            throw new FormatException(path + " is a folder. Expected the file of " + what + ".");
        }
        if (!Files.exists(path)) {
            throw new FormatException("There is no file " + path + ".");
        }
        if (!Files.isRegularFile(path)) {
            throw new FormatException(
                    path + " is a pipe or a device, which may never end. Write it to a file first, then name that.");
        }
        if (!Files.isReadable(path)) {
            throw new FormatException(path + " may not be read: its owner does not let you.");
        }
        if (Files.size(path) > largest) {
            throw new FormatException(
                    name(path) + " is larger than " + (largest >> 20) + " MB, too large for " + what + ".");
        }
        return path;
    }

    /** How much of something a reader may take in: at most {@code most}, and less where this machine has little memory. */
    public static long bound(long most, long bytesEach) {
        return Math.min(most, Runtime.getRuntime().maxMemory() / 4 / bytesEach);
    }
}
