package agogic.formats.file;

import java.io.BufferedOutputStream;
import java.io.BufferedWriter;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.DirectoryStream;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFileAttributeView;
import java.nio.file.attribute.PosixFileAttributes;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicLong;

/**
 * Writes a file beside its place and moves it there when it is whole and on the disk. Whatever happens on the way, the
 * place holds the old file or the new one. A link is followed, and who may read the old file may read the new one. Only
 * what cannot be replaced is written where it is, once all of it lies beside: a file with several names (hard links), a
 * device.
 */
public final class SafeFile {
    private static final AtomicLong COUNT = new AtomicLong();
    private static final Set<Path> UNDER_WAY = ConcurrentHashMap.newKeySet();
    private static final String MACHINE = machine();
    private static final int LONGEST_NAME = 120;

    private SafeFile() {}

    /** Writes the content of a file. */
    @FunctionalInterface
    public interface Content {
        void to(OutputStream out) throws IOException;
    }

    /** Looks at a whole file before it is put in its place. */
    @FunctionalInterface
    public interface Check {
        void of(Path whole) throws IOException;
    }

    /**
     * Writes {@code content} to {@code path}.
     *
     * @throws IOException if the content or the disk fails; then the old file, if any, is as it was
     */
    public static void write(Path path, Content content) throws IOException {
        write(path, content, whole -> {});
    }

    /**
     * As {@link #write(Path, Content)}; what {@code check} throws leaves the old file as it was.
     *
     * @throws IOException if it cannot be written; what was there is as it was
     */
    public static void write(Path path, Content content, Check check) throws IOException {
        try (Part part = new Part(path)) {
            part.fill(content, check);
            part.place();
        }
    }

    /** What a text consists of. */
    @FunctionalInterface
    public interface Text {
        void to(Writer out) throws IOException;
    }

    /**
     * As {@link #write(Path, Content)}, of a text in UTF-8 that may be long.
     *
     * @throws IOException if it cannot be written; what was there is as it was
     */
    public static void text(Path path, Text text) throws IOException {
        write(path, stream -> {
            Writer out = new BufferedWriter(new OutputStreamWriter(stream, StandardCharsets.UTF_8), 1 << 16);
            text.to(out);
            out.flush();
        });
    }

    /**
     * Writes several files: all of them, or, if one cannot be made, none.
     *
     * @throws IOException if the file or the disk fails
     */
    public static void writeAll(Map<Path, Content> contents) throws IOException {
        Map<Path, Part> parts = new LinkedHashMap<>();
        try {
            for (Map.Entry<Path, Content> one : contents.entrySet()) {
                Part part = new Part(one.getKey());
                parts.put(one.getKey(), part);
                part.fill(one.getValue(), whole -> {});
            }
            for (Part part : parts.values()) {
                part.place();
            }
        } finally {
            for (Part part : parts.values()) {
                part.close();
            }
        }
    }

    /** A file beside its place, on its way there. */
    private static final class Part implements AutoCloseable {
        private final Path asked;
        private final Path place;
        private final Path beside;

        Part(Path path) throws IOException {
            asked = path;
            place = followed(path.toAbsolutePath());
            Path folder = place.getParent();
            if (Files.isDirectory(place)) {
                throw new FormatException(path + " is a folder. Expected the name of a file in it.");
            }
            if (folder == null || !Files.isDirectory(folder)) {
                throw new FormatException("There is no folder " + (folder == null ? path : folder) + " to write "
                        + Input.name(place) + " into.");
            }
            String stem = stem(place);
            clean(folder, stem);
            beside = folder.resolve(
                    stem + MACHINE + "." + ProcessHandle.current().pid() + "." + COUNT.incrementAndGet() + ".part");
            UNDER_WAY.add(beside);
        }

        void fill(Content content, Check check) throws IOException {
            try (FileChannel channel =
                    FileChannel.open(beside, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE)) {
                OutputStream out = new BufferedOutputStream(named(Channels.newOutputStream(channel)), 1 << 16);
                content.to(out);
                out.flush();
                channel.force(true);
            } catch (FileSystemException e) {
                throw told(e);
            }
            check.of(beside);
        }

        /** The system says what went wrong (a full disk), but not where. */
        private OutputStream named(OutputStream to) {
            return new FilterOutputStream(to) {
                @Override
                public void write(byte[] bytes, int from, int length) throws IOException {
                    try {
                        out.write(bytes, from, length);
                    } catch (IOException e) {
                        throw unwritten(e.getMessage(), e);
                    }
                }
            };
        }

        private FormatException unwritten(String why, IOException e) {
            return new FormatException(asked + " was not written: " + why + ". What was there is as it was.", e);
        }

        void place() throws IOException {
            try {
                boolean there = Files.exists(place);
                if (there && (!Files.isRegularFile(place) || names(place) > 1)) {
                    into();
                    return;
                }
                if (there) {
                    sameRights(place, beside);
                }
                try {
                    Files.move(beside, place, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
                } catch (AtomicMoveNotSupportedException e) {
                    Files.move(beside, place, StandardCopyOption.REPLACE_EXISTING);
                }
            } catch (FileSystemException e) {
                throw told(e);
            }
        }

        /** Writes into what is there, because it cannot be replaced without cutting it off from its other names. */
        private void into() throws IOException {
            boolean file = Files.isRegularFile(place);
            StandardOpenOption[] how = file
                    ? new StandardOpenOption[] {StandardOpenOption.WRITE, StandardOpenOption.TRUNCATE_EXISTING}
                    : new StandardOpenOption[] {StandardOpenOption.WRITE};
            try (OutputStream out = Files.newOutputStream(place, how)) {
                Files.copy(beside, out);
            } catch (IOException e) {
                Path rescued = place.resolveSibling(Input.name(place) + ".whole");
                Files.move(beside, rescued, StandardCopyOption.REPLACE_EXISTING);
                throw new FormatException(
                        asked + " could not be written to its end; all of it lies in " + rescued + ".", e);
            }
        }

        private IOException told(FileSystemException e) {
            String reason = e instanceof java.nio.file.AccessDeniedException
                    ? "you may not write there"
                    : e.getReason() == null ? "the system refuses it" : e.getReason();
            return unwritten(reason, e);
        }

        @Override
        public void close() throws IOException {
            UNDER_WAY.remove(beside);
            Files.deleteIfExists(beside);
        }
    }

    /** Where a link leads in the end, also where nothing is yet. */
    private static Path followed(Path path) throws IOException {
        Path at = path;
        for (int i = 0; i < 40 && Files.isSymbolicLink(at); i++) {
            Path to = Files.readSymbolicLink(at);
            at = at.resolveSibling(to).normalize();
        }
        if (Files.isSymbolicLink(at)) {
            throw new FormatException(path + " is a link that leads round in a circle.");
        }
        return at;
    }

    private static long names(Path file) {
        try {
            return ((Number) Files.getAttribute(file, "unix:nlink")).longValue();
        } catch (IOException | UnsupportedOperationException | IllegalArgumentException e) {
            return 1;
        }
    }

    private static void sameRights(Path old, Path fresh) throws IOException {
        PosixFileAttributeView view = Files.getFileAttributeView(fresh, PosixFileAttributeView.class);
        if (view == null) {
            return;
        }
        PosixFileAttributes was = Files.readAttributes(old, PosixFileAttributes.class, LinkOption.NOFOLLOW_LINKS);
        try {
            view.setGroup(was.group());
            view.setOwner(was.owner());
        } catch (IOException e) {
            // Only the system's keeper may give a file away; then it is ours from now on.
        }
        view.setPermissions(was.permissions());
    }

    private static String stem(Path place) {
        String name = Input.name(place);
        return "." + agogic.core.text.Text.shortened(name, LONGEST_NAME) + ".";
    }

    /** Takes away what savings that were killed have left: parts of processes of this machine that are no more. */
    private static void clean(Path folder, String stem) {
        List<Path> gone = new ArrayList<>();
        try (DirectoryStream<Path> all = Files.newDirectoryStream(folder, file -> {
            String name = Input.name(file);
            return name.startsWith(stem + MACHINE + ".") && name.endsWith(".part");
        })) {
            for (Path one : all) {
                String[] ends = Input.name(one)
                        .substring((stem + MACHINE + ".").length())
                        .split("\\.");
                long process = ends.length == 3 && ends[0].matches("\\d{1,18}") ? Long.parseLong(ends[0]) : -1;
                boolean ours = process == ProcessHandle.current().pid();
                boolean lives = ours
                        ? UNDER_WAY.contains(one)
                        : ProcessHandle.of(process).isPresent();
                if (process > 0 && !lives) {
                    gone.add(one);
                }
            }
            for (Path one : gone) {
                Files.deleteIfExists(one);
            }
        } catch (IOException | java.nio.file.DirectoryIteratorException e) {
            // They are in nobody's way; the next saving tries again.
        }
    }

    /** A few letters that tell this machine from others that see the same folder. */
    private static String machine() {
        String name = System.getenv().getOrDefault("HOSTNAME", System.getenv().getOrDefault("COMPUTERNAME", ""));
        try {
            name += Files.readString(Path.of("/etc/machine-id"));
        } catch (IOException e) {
            name += System.getProperty("os.name");
        }
        return Integer.toString(name.hashCode() & 0x7FFFFFFF, 36);
    }
}
