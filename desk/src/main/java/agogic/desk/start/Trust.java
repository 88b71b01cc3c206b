package agogic.desk.start;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;

/** Which files a person let send to the MIDI outputs of this machine. Kept as digests of their places, beside what is kept. */
public final class Trust {
    private Trust() {}

    private static Path list() {
        return Kept.folder().resolve("may-send");
    }

    /** True if this file may send. */
    public static boolean has(Path file) {
        try {
            return Files.exists(list())
                    && Files.readAllLines(list(), StandardCharsets.US_ASCII).contains(digest(file));
        } catch (IOException e) {
            return false;
        }
    }

    /**
     * From now on this file may send.
     *
     * @throws IOException if that cannot be kept
     */
    public static void give(Path file) throws IOException {
        if (!has(file)) {
            Files.createDirectories(Kept.folder());
            Files.write(
                    list(),
                    List.of(digest(file)),
                    StandardCharsets.US_ASCII,
                    StandardOpenOption.CREATE,
                    StandardOpenOption.APPEND);
        }
    }

    private static String digest(Path file) {
        return Stamp.digest(file.toAbsolutePath().normalize().toString().getBytes(StandardCharsets.UTF_8));
    }
}
