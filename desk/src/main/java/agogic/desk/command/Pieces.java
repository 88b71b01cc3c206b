package agogic.desk.command;

import agogic.core.edit.pass.Finishing;
import agogic.core.session.Session;
import agogic.formats.session.SessionFile;
import java.io.IOException;
import java.nio.file.Path;

/** Pieces as commands take them. */
final class Pieces {
    private Pieces() {}

    /**
     * Opens a piece, and makes the envelopes that are still to be made, as a window does after it has opened it.
     *
     * @throws IOException if it cannot be read, in words for people
     */
    static Session open(Path path) throws IOException {
        return Finishing.finished(SessionFile.open(path));
    }
}
