package agogic.desk.start;

import agogic.core.session.Session;
import java.nio.file.Path;

/**
 * A session that is to be shown.
 *
 * @param path the file it came from; null if it was never saved
 * @param said what is to be said of it when it is there, empty for nothing
 */
public record Opened(Session session, Path path, String said) {
    /** True if it would be lost were it left now. */
    public boolean unsaved() {
        return path == null && !said.isEmpty();
    }
}
