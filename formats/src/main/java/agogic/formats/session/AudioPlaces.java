package agogic.formats.session;

import agogic.core.audio.AudioFile;
import agogic.core.session.Session;
import agogic.core.session.Version;
import agogic.formats.audio.Shelf;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;

/**
 * Where audio lies, seen from the file of a piece: what lies near it is named from there, so that both can move together;
 * in the window every place is a whole one. What lies on the shelf of the program says so: its place is this machine's
 * business.
 */
final class AudioPlaces {
    /** From further up than this a place is named as a whole. */
    private static final int MOST_UP = 1;

    private static final String SHELF = "shelf:";

    private AudioPlaces() {}

    /** The session as it is written to {@code file}. */
    static Session near(Session session, Path file) {
        Path folder = folder(file);
        return each(session, audio -> audio.at(relative(folder, audio.path())));
    }

    /** The session as it was read from {@code file}. */
    static Session found(Session session, Path file) {
        Path folder = folder(file);
        return each(session, audio -> audio.at(whole(folder, audio.path())));
    }

    private static Path folder(Path file) {
        return file.toAbsolutePath().normalize().getParent();
    }

    private static Session each(Session session, UnaryOperator<AudioFile> place) {
        Session placed = session;
        if (!session.audio().isEmpty()) {
            placed = placed.with(session.audio().stream().map(place).toList(), session.tracks());
        }
        if (session.versions().stream().anyMatch(v -> v.whole().isPresent())) {
            List<Version> versions = new ArrayList<>(session.versions());
            versions.replaceAll(v -> v.whole()
                    .map(whole -> Version.of(v.name(), each(whole, place)))
                    .orElse(v));
            placed = versions.equals(session.versions()) ? placed : placed.withVersions(versions);
        }
        return placed;
    }

    private static String relative(Path folder, String path) {
        try {
            Path at = Path.of(path);
            if (Shelf.has(at)) {
                return SHELF
                        + Shelf.folder().relativize(at.normalize()).toString().replace('\\', '/');
            }
            if (folder == null || !at.isAbsolute() || !at.getRoot().equals(folder.getRoot())) {
                return path;
            }
            Path way = folder.relativize(at.normalize());
            int up = 0;
            while (up < way.getNameCount() && way.getName(up).toString().equals("..")) {
                up++;
            }
            return up > MOST_UP ? path : way.toString().replace('\\', '/');
        } catch (InvalidPathException e) {
            return path;
        }
    }

    private static String whole(Path folder, String path) {
        try {
            if (path.startsWith(SHELF)) {
                return Shelf.folder()
                        .resolve(path.substring(SHELF.length()))
                        .normalize()
                        .toString();
            }
            Path at = Path.of(path);
            return at.isAbsolute() || folder == null
                    ? path
                    : folder.resolve(at).normalize().toString();
        } catch (InvalidPathException e) {
            // A place of another system: it is not there, and the person is asked where the file is.
            return path;
        }
    }
}
