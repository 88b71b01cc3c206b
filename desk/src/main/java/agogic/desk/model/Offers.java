package agogic.desk.model;

import java.util.Optional;
import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;

/** What was kept and is offered: it waits, whatever else is said, until it is taken or refused. */
public final class Offers {
    private final Notices notices;
    private final ReadOnlyIntegerWrapper count = new ReadOnlyIntegerWrapper();
    private Notice first;

    Offers(Notices notices) {
        this.notices = notices;
    }

    /** How many wait. */
    public ReadOnlyIntegerProperty countProperty() {
        return count.getReadOnlyProperty();
    }

    /** So many are offered, and of the first this is said. */
    public void offer(int all, Notice one) {
        first = one;
        count.set(all);
        notices.say(one);
    }

    /** Nothing is offered any more. */
    public void none() {
        first = null;
        count.set(0);
    }

    /** Says again what is offered. */
    public void tell() {
        Optional.ofNullable(first)
                .ifPresentOrElse(
                        notices::say,
                        () -> notices.say(Notice.plain("Kept", "Nothing is offered: all is in this piece.")));
    }
}
