package agogic.desk.model;

import agogic.core.edit.pass.Finishing;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.List;
import java.util.function.BooleanSupplier;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;

/**
 * Makes the envelopes that are still to be made, beside the window: what it comes to takes the place of the session that is,
 * as no step of its own. If the session was changed meanwhile it is begun anew; what is made while a person learns controls
 * waits for the end of that.
 */
public final class Making {
    private final Editing editing;
    private final Notices notices;
    private final List<Runnable> waiting = new ArrayList<>();
    private final ReadOnlyBooleanWrapper working = new ReadOnlyBooleanWrapper();
    private Session failed;
    private BooleanSupplier holds = () -> false;
    /** What was made and waits; null for none. */
    private Runnable held;

    Making(Editing editing, Notices notices) {
        this.editing = editing;
        this.notices = notices;
        editing.sessionProperty().addListener((o, a, b) -> look());
        look();
    }

    /** What is made waits while {@code busy} says so; {@link #release} ends that. */
    void holdWhile(BooleanSupplier busy) {
        holds = busy;
    }

    /** What was made and waits takes its place. */
    void release() {
        if (held != null) {
            Runnable now = held;
            held = null;
            now.run();
        }
    }

    /** True while an envelope is being made. */
    public ReadOnlyBooleanProperty workingProperty() {
        return working.getReadOnlyProperty();
    }

    /** Does {@code act} once all envelopes are made: at once, if they are. */
    public void whenMade(Runnable act) {
        release();
        if (working.get()) {
            waiting.add(act);
        } else {
            act.run();
        }
    }

    private void look() {
        Session now = editing.session();
        if (working.get() || now == failed || !Finishing.due(now)) {
            return;
        }
        working.set(true);
        Beside.run("agogic-refine", () -> Finishing.finished(now), made -> made(now, made), why -> {
            // It stays as it was ridden; another edit tries anew.
            failed = now;
            notices.say(Notice.stop("Not refined", why));
            over();
        });
    }

    private void made(Session then, Session made) {
        if (holds.getAsBoolean()) {
            held = () -> taken(then, made);
        } else {
            taken(then, made);
        }
    }

    private void taken(Session then, Session made) {
        if (editing.session() == then) {
            editing.follow(made);
        }
        over();
    }

    private void over() {
        working.set(false);
        look();
        if (!working.get()) {
            List<Runnable> acts = List.copyOf(waiting);
            waiting.clear();
            acts.forEach(Runnable::run);
        }
    }
}
