package agogic.desk.export;

import agogic.formats.file.SafeFile;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * A folder that is there whole or not at all: it is made beside its place, with the SHA-256 of each file, and moved there.
 * Files that are as they were stay the same files.
 */
final class WholeFolder {
    /** The file with the sums of all others. */
    static final String SUMS = "SHA256SUMS";

    private WholeFolder() {}

    /** Puts files into a folder. */
    @FunctionalInterface
    interface Filling {
        void into(Path folder) throws IOException;
    }

    /**
     * What came of it.
     *
     * @param files how many there are, the sums among them
     * @param changed those that were not there, or otherwise, before
     */
    record Made(int files, List<String> changed) {}

    /**
     * Writes a folder; ended on the way, the old one is as it was.
     *
     * @throws IOException in words if it is a file, or has other files in it
     */
    static Made write(Path folder, Filling filling) throws IOException {
        Path place = folder.toAbsolutePath().normalize();
        recover(place);
        if (Files.exists(place) && !Files.isDirectory(place)) {
            throw new IOException(place.getFileName() + " is a file; choose a folder.");
        }
        if (Files.isDirectory(place) && !Files.exists(place.resolve(SUMS)) && !empty(place)) {
            throw new IOException(place.getFileName()
                    + " has other files in it. Choose an empty folder, or one that was exported before.");
        }
        Path beside = place.resolveSibling("." + place.getFileName() + ".making");
        delete(beside);
        Files.createDirectories(beside);
        try {
            filling.into(beside);
            Map<String, String> sums = sums(beside);
            List<String> changed = keep(place, beside, sums);
            SafeFile.text(beside.resolve(SUMS), text -> {
                for (Map.Entry<String, String> one : sums.entrySet()) {
                    text.append(one.getValue())
                            .append("  ")
                            .append(one.getKey())
                            .append('\n');
                }
            });
            swap(beside, place);
            return new Made(sums.size() + 1, changed);
        } finally {
            delete(beside);
        }
    }

    private static Map<String, String> sums(Path folder) throws IOException {
        Map<String, String> sums = new TreeMap<>();
        try (Stream<Path> files = Files.walk(folder)) {
            for (Path file : (Iterable<Path>) files.filter(Files::isRegularFile)::iterator) {
                sums.put(folder.relativize(file).toString().replace('\\', '/'), digest(file));
            }
        }
        return sums;
    }

    static String digest(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            MessageDigest sha = MessageDigest.getInstance("SHA-256");
            try (DigestInputStream through = new DigestInputStream(in, sha)) {
                through.transferTo(java.io.OutputStream.nullOutputStream());
            }
            return HexFormat.of().formatHex(sha.digest());
        } catch (NoSuchAlgorithmException e) {
            throw new IOException("This Java has no SHA-256.", e);
        }
    }

    /** Files that are as they were are taken from the old folder, with their times; the names of all others. */
    private static List<String> keep(Path old, Path fresh, Map<String, String> sums) throws IOException {
        List<String> changed = new ArrayList<>();
        for (Map.Entry<String, String> one : sums.entrySet()) {
            Path before = old.resolve(one.getKey());
            if (Files.isRegularFile(before) && digest(before).equals(one.getValue())) {
                Files.copy(
                        before,
                        fresh.resolve(one.getKey()),
                        StandardCopyOption.REPLACE_EXISTING,
                        StandardCopyOption.COPY_ATTRIBUTES);
            } else {
                changed.add(one.getKey());
            }
        }
        return changed;
    }

    private static Path aside(Path place) {
        return place.resolveSibling("." + place.getFileName() + ".before");
    }

    /** Ended between two moves, the old folder lies aside: it goes back. */
    private static void recover(Path place) throws IOException {
        Path before = aside(place);
        if (Files.isDirectory(before)) {
            if (Files.exists(place)) {
                delete(before);
            } else {
                Files.move(before, place);
            }
        }
    }

    private static void swap(Path fresh, Path place) throws IOException {
        Path before = aside(place);
        if (Files.exists(place)) {
            Files.move(place, before);
        }
        try {
            Files.move(fresh, place);
        } catch (IOException e) {
            recover(place);
            throw e;
        }
        delete(before);
    }

    private static boolean empty(Path folder) throws IOException {
        try (Stream<Path> inside = Files.list(folder)) {
            return inside.findAny().isEmpty();
        }
    }

    private static void delete(Path folder) throws IOException {
        if (!Files.exists(folder)) {
            return;
        }
        try (Stream<Path> all = Files.walk(folder)) {
            all.sorted(Comparator.reverseOrder()).forEach(one -> {
                try {
                    Files.delete(one);
                } catch (IOException e) {
                    throw new UncheckedIOException(e);
                }
            });
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
    }
}
