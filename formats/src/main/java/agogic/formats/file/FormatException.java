package agogic.formats.file;

import java.io.IOException;

/** A file that is not what it should be. The message is for people: what, where, what was expected. */
public final class FormatException extends IOException {
    private static final long serialVersionUID = 1;

    /** @param message for people: what, where, what was expected */
    public FormatException(String message) {
        super(message);
    }

    /** @param message for people: what, where, what was expected */
    public FormatException(String message, Throwable cause) {
        super(message, cause);
    }
}
