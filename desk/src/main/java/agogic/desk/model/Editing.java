package agogic.desk.model;

import agogic.core.session.Arming;
import agogic.core.session.Gesture;
import agogic.core.session.History;
import agogic.core.session.Session;
import agogic.core.time.Timeline;
import agogic.desk.live.LiveDesk;
import agogic.desk.log.Log;
import agogic.formats.file.Told;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;

/**
 * The session with its history, and the file it is kept in. An edit is taken by the engine first: what cannot be played
 * is refused before it is a step of the history.
 */
public final class Editing {
    private final LiveDesk live;
    private final Notices notices;
    private History history;
    private Session saved;
    private final ReadOnlyObjectWrapper<Session> savedSession = new ReadOnlyObjectWrapper<>();
    private final ReadOnlyObjectWrapper<Session> session = new ReadOnlyObjectWrapper<>();
    private boolean other;
    private Runnable taking = () -> {};
    private Consumer<Runnable> whenMade = Runnable::run;
    private final ObjectProperty<Path> file = new SimpleObjectProperty<>();

    Editing(Session first, LiveDesk live, Notices notices) {
        this.live = live;
        this.notices = notices;
        history = History.of(first);
        saved(first);
        session.set(first);
    }

    /** The session as it is now. */
    public ReadOnlyObjectProperty<Session> sessionProperty() {
        return session.getReadOnlyProperty();
    }

    /** The session as it is now. */
    public Session session() {
        return session.get();
    }

    /** Where the session was opened or saved last; empty if nowhere. */
    public ObjectProperty<Path> fileProperty() {
        return file;
    }

    /** True if something changed since it was opened or saved. */
    public boolean unsaved() {
        return session() != saved;
    }

    /** It is in no file yet, and would be lost. */
    public void neverSaved() {
        saved(null);
    }

    /** What is in its file; null if nothing is. */
    public ReadOnlyObjectProperty<Session> savedProperty() {
        return savedSession.getReadOnlyProperty();
    }

    private void saved(Session then) {
        saved = then;
        savedSession.set(then);
    }

    /** Tempo and metre of the piece as it is. */
    public Timeline timeline() {
        return session().timeline();
    }

    /** The session is saved at {@code path} as it is now. */
    public void savedTo(Path path) {
        savedTo(path, session());
    }

    /** It was saved as it was then. */
    public void savedTo(Path path, Session then) {
        saved(then);
        file.set(path);
    }

    /** The words for the act that undo takes back, if there is one. */
    public Optional<String> undoable() {
        return history.undoable();
    }

    /** The words for the act that redo does again, if there is one. */
    public Optional<String> redoable() {
        return history.redoable();
    }

    /**
     * One act of a person: the session becomes what {@code change} makes of it. Refusals are told, nothing changes.
     *
     * @return true if it changed: false says that a person was told why it did not
     */
    public boolean edit(String act, UnaryOperator<Session> change) {
        settle();
        Session before = session();
        attempt(() -> {
            if (!answered(act, history.after(act, change.apply(session())))) {
                notices.say(Notice.plain("No change", act + ": it is so already."));
            }
        });
        return session() != before;
    }

    /** An edit that nobody asked for by itself: what was said before stays, as the trace of the move that led to it. */
    void unsaid(String act, UnaryOperator<Session> change) {
        settle();
        attempt(() -> adopt(history.after(act, change.apply(session()))));
    }

    /** Every edit answers: by what it did, unless somebody who knows more says it better afterwards. */
    private boolean answered(String act, History next) {
        boolean changes = next.session() != session();
        Notice before = notices.lastProperty().get();
        adopt(next);
        if (changes && notices.lastProperty().get() == before) {
            notices.say(new Notice(Notice.Kind.GOOD, "Done", act + ".", List.of(new Notice.Act("Undo", this::undo))));
        }
        return changes;
    }

    /**
     * As {@link #edit}, but one step with what was done just before, if it was done to the same: a slider on its way.
     *
     * @param what the act and all that it is done to
     * @return true if it was not refused
     */
    public boolean editOn(String act, List<?> what, UnaryOperator<Session> change) {
        return attempt(() -> answered(act, history.after(new Gesture(act, what), change.apply(session()))));
    }

    /** Readies a route for the next pass, which is no step of the history: its mode, whether it only rehearses. */
    void arm(UnaryOperator<Session> change) {
        settle();
        attempt(() -> adopt(history.replaced(change.apply(session()))));
    }

    /** Keeps something with the piece that is no step of its history. */
    public void remember(UnaryOperator<Session> change) {
        arm(change);
    }

    /** Says what was done, with the act that takes it back. */
    public void did(String head, String what) {
        notices.say(new Notice(Notice.Kind.GOOD, head, what, List.of(new Notice.Act("Undo", this::undo))));
    }

    /** The session as it is comes to this by itself: no step of the history, and saved if it was. */
    void follow(Session made) {
        Session was = session();
        attempt(() -> {
            adopt(history.replaced(made));
            saved(saved == was ? made : saved);
        });
    }

    /**
     * What {@link #takenIn} does: what was done, and is no step yet, becomes one.
     *
     * @param made does something once all envelopes are made
     */
    void takingIn(Runnable act, Consumer<Runnable> made) {
        taking = act;
        whenMade = made;
    }

    /**
     * Hands on the piece as it leaves this window, once what was done is in it and its envelopes are made: at once, if they
     * are.
     */
    public void whole(Consumer<Session> leaves) {
        takenIn();
        whenMade.accept(() -> leaves.accept(session()));
    }

    /**
     * The piece, in which what was moved a moment ago stands where it is now, and a pass that ended a moment ago is written: to
     * be taken back, saved, exported or left.
     */
    public Session takenIn() {
        taking.run();
        return session();
    }

    /** The last step takes those of this act just before it into itself: they are undone together. */
    void join(String act) {
        history = history.joined(act);
    }

    /** Whatever goes wrong is told, and nothing is changed; false if it did. */
    private boolean attempt(Runnable edit) {
        try {
            edit.run();
            return true;
        } catch (RuntimeException e) {
            // An edit is a function of the session: what failed has changed none of it.
            notices.refuse(Told.of(e) + (e instanceof IllegalArgumentException ? "" : " Nothing was changed."));
            Log.unexpected("An edit", e);
            return false;
        }
    }

    /** What goes on is done: the next move of the same slider is a step of its own. */
    public void settle() {
        history = history.settled();
    }

    /** What a person did last is taken back. */
    public void undo() {
        takenIn();
        takeBack();
    }

    /** The last step of the history is taken back, whatever goes on. */
    void takeBack() {
        undoable()
                .ifPresentOrElse(
                        act -> attempt(() -> {
                            adopt(history.settled().undo());
                            notices.say(Notice.good("Undone", act + "."));
                        }),
                        () -> notices.say(Notice.plain("Undo", "There is nothing to undo.")));
    }

    /** Does again what was undone last, and tells it; tells too if there is nothing. */
    public void redo() {
        redoable()
                .ifPresentOrElse(
                        act -> attempt(() -> {
                            adopt(history.settled().redo());
                            notices.say(Notice.good("Done again", act + "."));
                        }),
                        () -> notices.say(Notice.plain("Redo", "There is nothing to do again.")));
    }

    /** Another session is heard in the place of this one, from the same position, until something is edited; null for none. */
    public void hear(Session instead) {
        attempt(() -> {
            live.load(instead == null ? session() : Arming.none(instead));
            other = instead != null;
        });
    }

    /** True while another session than this one is heard. */
    public boolean hearsOther() {
        return other;
    }

    private void adopt(History next) {
        boolean changed = session() != next.session();
        if (changed || other) {
            // What cannot be played is refused here, before it is a step of the history.
            live.load(next.session());
        }
        history = next;
        other = false;
        if (changed) {
            session.set(next.session());
        }
    }
}
