package agogic.formats.session;

import agogic.core.audio.AudioFile;
import agogic.core.session.Session;
import agogic.core.session.Version;
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
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
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

    /** Each audio that a piece keeps inside, it or a version of the whole of it, once, by the part of the file that has it. */
    private static Map<String, AudioFile> parts(Session session) {
        Map<String, AudioFile> parts = new LinkedHashMap<>();
        Set<String> known = new HashSet<>();
        add(parts, known, "", session);
        List<Version> versions = session.versions();
        for (int k = 0; k < versions.size(); k++) {
            String place = SessionFile.versionPlace(k + 1);
            versions.get(k).whole().ifPresent(whole -> add(parts, known, place, whole));
        }
        return parts;
    }

    private static void add(Map<String, AudioFile> parts, Set<String> known, String place, Session session) {
        for (AudioFile file : session.audio()) {
            if (file.inside() && known.add(file.digest())) {
                parts.put(place + "audio/" + file.id(), file);
            }
        }
    }

    /**
     * Where that is now which a piece keeps inside, by the part that takes it. What is nowhere else comes out of the file
     * that is written over; what is not there either is named only, and asked for when the piece is opened.
     */
    static Map<String, Path> there(Path file, Session session) {
        Map<String, AudioFile> parts = parts(session);
        Map<String, Path> there = located(parts);
        if (there.size() < parts.size()) {
            shelve(file);
            there = located(parts);
        }
        return there;
    }

    private static Map<String, Path> located(Map<String, AudioFile> parts) {
        Map<String, Path> there = new LinkedHashMap<>();
        parts.forEach((part, file) -> {
            Located place = Located.of(file);
            if (place.state() == Located.State.THERE) {
                there.put(part, place.path());
            }
        });
        return there;
    }

    /** Puts what {@code session} keeps inside on the shelf, as far as it is only in {@code file} any more. */
    static void takeOut(Path file, Session session) {
        Map<String, AudioFile> parts = parts(session);
        if (located(parts).size() < parts.size()) {
            shelve(file);
        }
    }

    /** Puts what a file has inside on the shelf, where it is nowhere else; nothing if it is no piece, or damaged. */
    private static void shelve(Path file) {
        if (!Files.isRegularFile(file)) {
            return;
        }
        try {
            unpack(file, SessionFile.look(file));
        } catch (IOException e) {
            // Nothing can be had from it.
            return;
        }
    }

    /** Writes a file as it lies. */
    static void write(ZipOutputStream zip, String part, Path file) throws IOException {
        ZipEntry entry = new ZipEntry(part);
        entry.setTime(0);
        zip.setLevel(Deflater.NO_COMPRESSION);
        zip.putNextEntry(entry);
        try (InputStream in = Files.newInputStream(file)) {
            in.transferTo(zip);
        }
        zip.closeEntry();
    }

    /** Puts what a piece keeps inside, and is not at its place, on the shelf. */
    static void unpack(Path path, Session session) throws IOException {
        for (Map.Entry<String, AudioFile> part : parts(session).entrySet()) {
            AudioFile file = part.getValue();
            if (Located.of(file).state() != Located.State.THERE) {
                try (ZipFile zip = new ZipFile(path.toFile(), StandardCharsets.UTF_8)) {
                    ZipEntry entry = zip.getEntry(part.getKey());
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
                throw new FormatException(Input.name(path) + ": the audio inside is larger than the audio of "
                        + file.name() + " can be. Nothing was opened.");
            }
            out.write(buffer, 0, read);
        }
    }
}
