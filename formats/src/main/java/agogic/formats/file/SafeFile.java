package agogic.formats.file;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;

/**
 * Writes a file beside its place and moves it there when it is whole and on the disk. Whatever happens on the way, the
 * place holds the old file or the new one.
 */
public final class SafeFile {
    private SafeFile() {}

    /** Writes the content of a file. */
    @FunctionalInterface
    public interface Content {
        void to(OutputStream out) throws IOException;
    }

    /**
     * Writes {@code content} to {@code path}.
     *
     * @throws IOException if the content or the disk fails; then the old file, if any, is as it was
     */
    public static void write(Path path, Content content) throws IOException {
        Path place = path.toAbsolutePath();
        Path folder = place.getParent();
        if (folder == null || !Files.isDirectory(folder)) {
            throw new FormatException("There is no folder " + folder + " to write " + place.getFileName() + " into.");
        }
        Path beside = folder.resolve(
                "." + place.getFileName() + "." + ProcessHandle.current().pid() + ".part");
        try {
            try (FileChannel channel = FileChannel.open(
                    beside,
                    StandardOpenOption.CREATE,
                    StandardOpenOption.TRUNCATE_EXISTING,
                    StandardOpenOption.WRITE)) {
                OutputStream out = new BufferedOutputStream(Channels.newOutputStream(channel), 1 << 16);
                content.to(out);
                out.flush();
                channel.force(true);
            }
            try {
                Files.move(beside, place, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            } catch (AtomicMoveNotSupportedException e) {
                Files.move(beside, place, StandardCopyOption.REPLACE_EXISTING);
            }
        } finally {
            Files.deleteIfExists(beside);
        }
    }
}
