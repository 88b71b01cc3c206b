package agogic.desk.start;

import agogic.core.session.Session;
import agogic.core.text.Text;
import agogic.core.write.PassWriter;
import agogic.formats.session.PassJournal;
import agogic.formats.session.SessionFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Where a piece is kept by itself while it has changes that are not saved: beside its file, never over it; one that was never
 * saved in a folder of the program, under the number of the process, so that what a process left behind is found.
 */
public final class Kept {
    private static final String BESIDE = " (kept)" + SessionFile.ENDING;
    private static final Pattern OWN = Pattern.compile("(.*) \\(kept (\\d+)\\)\\" + SessionFile.ENDING);
    private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm");
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMMM yyyy", Locale.ENGLISH);
    private static final int LONGEST = 180;

    private Kept() {}

    /** The folder for pieces that were never saved; {@code agogic.kept} names another. */
    private static Path folder() {
        String other = System.getProperty("agogic.kept", "");
        return other.isEmpty() ? Path.of(System.getProperty("user.home"), ".agogic", "kept") : Path.of(other);
    }

    /** Where a piece of this file is kept; {@code file} may be null. */
    public static Path of(Session session, Path file) {
        if (file == null) {
            String name = session.name().replaceAll("[^\\p{L}\\p{N} _-]", "_").strip();
            return folder().resolve((name.isEmpty() ? "Piece" : fitting(name)) + " (kept "
                    + ProcessHandle.current().pid() + ")" + SessionFile.ENDING);
        }
        String name = file.getFileName().toString();
        int end = name.endsWith(SessionFile.ENDING) ? name.length() - SessionFile.ENDING.length() : name.length();
        return file.resolveSibling(fitting(name.substring(0, end)) + BESIDE);
    }

    /** A name to which something is added must not come to be longer than names of files can be (255 bytes). */
    private static String fitting(String name) {
        String first = Text.shortened(name, LONGEST);
        return first.equals(name) ? name : first + "~" + Integer.toHexString(name.hashCode());
    }

    /** Keeps a session there; what was there goes when the new one is whole. */
    public static void keep(Path at, Session session) throws IOException {
        Path parent = at.toAbsolutePath().getParent();
        if (parent != null) {
            Files.createDirectories(parent);
        }
        SessionFile.save(at, session);
    }

    /** Where the pass that is under way is written, beside what is kept. */
    public static Path journal(Path kept) {
        return kept.resolveSibling(kept.getFileName() + ".pass");
    }

    /** The later of what was kept of a file's piece after it was saved, and of its journal; if there is one. */
    public static Optional<Path> laterThan(Path file) {
        Path at = of(null, file);
        return Stream.of(journal(at), at).filter(one -> later(one, file)).findFirst();
    }

    /**
     * The piece as it was when the program ended: as it was kept later than {@code file}, else as it is in it, with the pass
     * that was under way written.
     *
     * @param file where it was saved; null if it never was
     */
    public static Session recovered(Path file, Path kept) throws IOException {
        Session session = SessionFile.open(file == null || later(kept, file) ? kept : file);
        Path journal = journal(kept);
        return (file == null ? Files.exists(journal) : later(journal, file))
                ? PassWriter.write(session, PassJournal.read(journal))
                : session;
    }

    private static boolean later(Path one, Path file) {
        return Files.exists(one) && time(one).compareTo(time(file)) > 0;
    }

    /** What processes that are gone have left: pieces that were never saved, the newest first. */
    public static List<Path> left() {
        List<Path> found = new ArrayList<>();
        try (Stream<Path> all = Files.list(folder())) {
            all.filter(path -> {
                        Matcher own = OWN.matcher(path.getFileName().toString());
                        return own.matches()
                                && ProcessHandle.of(Long.parseLong(own.group(2)))
                                        .isEmpty();
                    })
                    .forEach(found::add);
        } catch (IOException e) {
            return List.of();
        }
        found.sort((a, b) -> time(b).compareTo(time(a)));
        return found;
    }

    /** What was left behind belongs to this process now, and is kept under its number. */
    static void adopt(Path left, Session session) throws IOException {
        keep(of(session, null), session);
        Files.deleteIfExists(left);
        Files.deleteIfExists(journal(left));
    }

    /** The name of a piece that was left behind. */
    static String name(Path left) {
        Matcher own = OWN.matcher(left.getFileName().toString());
        return own.matches() ? own.group(1) : left.getFileName().toString();
    }

    /** When it was kept, for people: with the day if that is not today. */
    public static String clock(Path at) {
        ZonedDateTime when = time(at).toInstant().atZone(ZoneId.systemDefault());
        boolean today = when.toLocalDate().equals(LocalDate.now(when.getZone()));
        return CLOCK.format(when) + (today ? "" : " on " + DAY.format(when));
    }

    private static FileTime time(Path at) {
        try {
            return Files.getLastModifiedTime(at);
        } catch (IOException e) {
            return FileTime.fromMillis(0);
        }
    }
}
