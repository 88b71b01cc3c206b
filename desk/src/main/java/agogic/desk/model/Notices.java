package agogic.desk.model;

import java.util.Optional;
import java.util.function.Supplier;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;

/** What was said last. */
public final class Notices {
    private final ObjectProperty<Notice> last = new SimpleObjectProperty<>(Notice.NONE);

    /** What was told last; empty before anything was. */
    public ObjectProperty<Notice> lastProperty() {
        return last;
    }

    /** Tells something, in the place of what was told before. */
    public void say(Notice what) {
        last.set(what);
    }

    /** Says why something was not done. */
    public void refuse(String why) {
        say(Notice.stop("Not done", why));
    }

    /** What can be worked out before it is asked about or done; empty if it is refused, and that was said. */
    public <T> Optional<T> tried(Supplier<T> what) {
        try {
            return Optional.of(what.get());
        } catch (IllegalArgumentException e) {
            refuse(e.getMessage());
            return Optional.empty();
        }
    }
}
