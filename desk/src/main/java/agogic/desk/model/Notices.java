package agogic.desk.model;

import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;

/** What was said last. */
public final class Notices {
    private final ObjectProperty<Notice> last = new SimpleObjectProperty<>(Notice.NONE);

    public ObjectProperty<Notice> lastProperty() {
        return last;
    }

    void say(Notice what) {
        last.set(what);
    }

    /** Says why something was not done. */
    void refuse(String why) {
        say(Notice.stop("Not done", why));
    }
}
