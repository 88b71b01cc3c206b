package agogic.desk.model;

import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;

/** What is asked and waits, whatever else is said, until it is answered: what was kept, and whether a piece may send. */
public final class Offers {
    private final Notices notices;
    private final ReadOnlyIntegerWrapper count = new ReadOnlyIntegerWrapper();
    private Notice asked;
    private Notice kept;
    private int states;

    Offers(Notices notices) {
        this.notices = notices;
    }

    /** How many wait. */
    public ReadOnlyIntegerProperty countProperty() {
        return count.getReadOnlyProperty();
    }

    private void count() {
        count.set(states + (asked == null ? 0 : 1));
    }

    /** This is asked before anything else; null if it was answered. */
    public void ask(Notice question) {
        asked = question;
        count();
        if (question != null) {
            notices.say(question);
        } else if (kept != null) {
            notices.say(kept);
        }
    }

    /** So many states were kept, and of the first this is said. */
    public void offer(int all, Notice one) {
        kept = one;
        states = all;
        count();
        if (asked == null) {
            notices.say(one);
        }
    }

    /** No state is offered any more. */
    public void none() {
        kept = null;
        states = 0;
        count();
    }

    /** Says again what waits. */
    public void tell() {
        Notice first = asked == null ? kept : asked;
        notices.say(first == null ? Notice.plain("Answered", "Nothing waits for an answer.") : first);
    }
}
