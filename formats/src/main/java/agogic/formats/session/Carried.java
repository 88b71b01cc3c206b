package agogic.formats.session;

import agogic.core.audio.AudioFile;
import agogic.core.session.Session;
import agogic.formats.audio.Located;
import agogic.formats.audio.Shelf;
import agogic.formats.file.FormatException;
import agogic.formats.file.Input;
import agogic.formats.file.SafeFile;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;

/** Audio that a piece keeps inside its file: written as it lies, taken out to the shelf where it is not at its place. */
final class Carried {
    private static final int BUFFER = 1 << 16;
    /** The largest a frame of one channel is in a file, in bytes. */
    private static final int WIDEST = 8;

    /** What a file has besides its frames, at the most. */
    private static final long BESIDE = 64L << 20;

    private Carried() {}

    static String entry(AudioFile file) {
        return "audio/" + file.id();
    }

    /** Writes a file; nothing if it is nowhere: then it is named only, and asked for when the piece is opened elsewhere. */
    static void write(ZipOutputStream zip, AudioFile file) throws IOException {
        Located place = Located.of(file);
        if (place.state() != Located.State.THERE) {
            return;
        }
        ZipEntry entry = new ZipEntry(entry(file));
        entry.setTime(0);
        zip.setLevel(Deflater.NO_COMPRESSION);
        zip.putNextEntry(entry);
        try (InputStream in = Files.newInputStream(place.path())) {
            in.transferTo(zip);
        }
        zip.closeEntry();
    }

    /** Puts what a piece keeps inside, and is not at its place, on the shelf. */
    static void unpack(Path path, Session session) throws IOException {
        for (AudioFile file : session.audio()) {
            if (file.inside() && Located.of(file).state() != Located.State.THERE) {
                try (ZipFile zip = new ZipFile(path.toFile(), StandardCharsets.UTF_8)) {
                    ZipEntry entry = zip.getEntry(entry(file));
                    if (entry != null) {
                        unpack(zip, entry, file, path);
                    }
                }
            }
        }
    }

    private static void unpack(ZipFile zip, ZipEntry entry, AudioFile file, Path path) throws IOException {
        Path place = Shelf.place(file);
        Files.createDirectories(place.getParent());
        long most = file.frames() * file.channels() * WIDEST + BESIDE;
        try (InputStream in = zip.getInputStream(entry)) {
            SafeFile.write(place, out -> copy(in, out, most, path, file));
        }
    }

    private static void copy(InputStream in, OutputStream out, long most, Path path, AudioFile file)
            throws IOException {
        byte[] buffer = new byte[BUFFER];
        long left = most;
        for (int read = in.read(buffer); read >= 0; read = in.read(buffer)) {
            left -= read;
            if (left < 0) {
                throw new FormatException(Input.name(path) + ": " + entry(file) + " is larger than the audio of "
                        + file.name() + " can be. Nothing was opened.");
            }
            out.write(buffer, 0, read);
        }
    }
}
