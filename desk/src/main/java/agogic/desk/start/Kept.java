package agogic.desk.start;

import agogic.core.session.Session;
import agogic.core.text.Text;
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
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Where a piece is kept by itself while it has changes that are not saved: beside its file, never over it; one that was never
 * saved in a folder of the program. What is kept has the name of its window, so that two do not share it and what a window
 * that is gone left behind is found.
 */
public final class Kept {
    private static final Pattern OWN =
            Pattern.compile("(.*) \\(kept ([0-9a-f]{12})\\)\\" + SessionFile.ENDING + "(\\.pass)?", Pattern.DOTALL);
    private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("HH:mm");
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMMM yyyy", Locale.ENGLISH);
    private static final int LONGEST = 180;

    private Kept() {}

    /** The folder for pieces that were never saved; {@code agogic.kept} names another. */
    static Path folder() {
        String other = System.getProperty("agogic.kept", "");
        return other.isEmpty() ? Path.of(System.getProperty("user.home"), ".agogic", "kept") : Path.of(other);
    }

    /**
     * Where a window keeps a piece.
     *
     * @param file where it is saved; null if nowhere
     * @param id the name of the window
     */
    public static Path of(Session session, Path file, String id) {
        if (file == null) {
            String name = session.name().replaceAll("[^\\p{L}\\p{N} _-]", "_").strip();
            return folder().resolve(named(name.isEmpty() ? "Piece" : name, id));
        }
        return file.resolveSibling(named(stem(file), id));
    }

    private static String stem(Path file) {
        String name = file.getFileName().toString();
        return name.endsWith(SessionFile.ENDING)
                ? name.substring(0, name.length() - SessionFile.ENDING.length())
                : name;
    }

    private static String named(String name, String id) {
        return fitting(name) + " (kept " + id + ")" + SessionFile.ENDING;
    }

    /** A name to which something is added must not come to be longer than names of files can be (255 bytes). */
    private static String fitting(String name) {
        String first = Text.shortened(name, LONGEST);
        return first.equals(name) ? name : first + "~" + Integer.toHexString(name.hashCode());
    }

    /**
     * Keeps a session there; what was there goes when the new one is whole.
     *
     * @throws IOException if it cannot be kept; what was there is as it was
     */
    public static void keep(Path at, Session session) throws IOException {
        Path parent = at.toAbsolutePath().getParent();
        if (parent != null) {
            Files.createDirectories(parent);
        }
        SessionFile.save(at, session, false);
    }

    /** Where the passes that are not in what is kept are written, beside it. */
    public static Path journal(Path kept) {
        return kept.resolveSibling(kept.getFileName() + ".pass");
    }

    /** What windows that are gone have left of a file's piece, the newest first. */
    public static List<Leftover> of(Path file) {
        Path parent = file.toAbsolutePath().getParent();
        return parent == null ? List.of() : in(parent, fitting(stem(file)));
    }

    /** What windows that are gone have left of pieces that were never saved, the newest first. */
    public static List<Leftover> left() {
        return in(folder(), null);
    }

    private static List<Leftover> in(Path folder, String name) {
        Set<Path> places = new TreeSet<>();
        List<Leftover> found = new ArrayList<>();
        try (Stream<Path> all = Files.list(folder)) {
            all.forEach(path -> {
                Matcher own = OWN.matcher(path.getFileName().toString());
                if (own.matches() && (name == null || own.group(1).equals(name))) {
                    Path kept = path.resolveSibling(named(own.group(1), own.group(2)));
                    if (places.add(kept) && !Presence.alive(own.group(2))) {
                        found.add(new Leftover(kept, own.group(1), own.group(2)));
                    }
                }
            });
        } catch (IOException e) {
            return List.of();
        }
        found.sort(Comparator.comparing(Leftover::when).reversed());
        return found;
    }

    /** A moment, for people: with the day if that is not today. */
    static String clock(FileTime at) {
        ZonedDateTime when = at.toInstant().atZone(ZoneId.systemDefault());
        boolean today = when.toLocalDate().equals(LocalDate.now(when.getZone()));
        return CLOCK.format(when) + (today ? "" : " on " + DAY.format(when));
    }

    static FileTime time(Path at) {
        try {
            return Files.getLastModifiedTime(at);
        } catch (IOException e) {
            return FileTime.fromMillis(0);
        }
    }
}
