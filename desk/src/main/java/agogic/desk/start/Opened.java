package agogic.desk.start;

import agogic.core.session.Session;
import agogic.formats.session.SessionFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/**
 * A session that is to be shown.
 *
 * @param path the file it came from; null if it was never saved
 * @param said what is to be said of it when it is there, empty for nothing
 * @param left what another window left, if it came from that
 * @param stamp what the file was when it was read
 */
public record Opened(Session session, Path path, String said, Optional<Leftover> left, Optional<Stamp> stamp) {
    /** What no other window left. */
    public Opened(Session session, Path path, String said) {
        this(session, path, said, Optional.empty(), Optional.empty());
    }

    /** What is in a file. */
    static Opened of(Path path) throws IOException {
        // The stamp is older than what is read: what comes between is asked about, not written over.
        Stamp stamp = Stamp.of(path);
        return new Opened(SessionFile.open(path), path, "", Optional.empty(), Optional.of(stamp));
    }

    /** The same, with more to say. */
    Opened saying(String more) {
        return more.isEmpty() ? this : new Opened(session, path, (said + more).strip(), left, stamp);
    }

    /** True if it would be lost were it left now. */
    public boolean unsaved() {
        return path == null && !said.isEmpty();
    }
}
