package agogic.core.session;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The session as it is, as it was and as it would be again: a list of sessions with the words for what led to each. One
 * step is one act of a person. Immutable.
 */
public final class History {
    private static final int DEPTH = 500;

    private record Step(String act, Session session) {}

    private final List<Step> steps;
    private final int now;

    private History(List<Step> steps, int now) {
        this.steps = steps;
        this.now = now;
    }

    /** A history that begins with {@code session}. */
    public static History of(Session session) {
        return new History(List.of(new Step("", session)), 0);
    }

    public Session session() {
        return steps.get(now).session();
    }

    /** After one more act; what could be redone before is gone. An act that changed nothing is no step. */
    public History after(String act, Session session) {
        if (session == session()) {
            return this;
        }
        List<Step> list = new ArrayList<>(steps.subList(Math.max(0, now + 1 - DEPTH), now + 1));
        list.add(new Step(act, session));
        return new History(List.copyOf(list), list.size() - 1);
    }

    /** With {@code session} in the place of the present one: the same act goes on (a slider on its way). */
    public History instead(Session session) {
        List<Step> list = new ArrayList<>(steps.subList(0, now + 1));
        list.set(now, new Step(steps.get(now).act(), session));
        return new History(List.copyOf(list), now);
    }

    /** The words for the act that undo takes back, if there is one. */
    public Optional<String> undoable() {
        return now > 0 ? Optional.of(steps.get(now).act()) : Optional.empty();
    }

    /** The words for the act that redo does again, if there is one. */
    public Optional<String> redoable() {
        return now + 1 < steps.size() ? Optional.of(steps.get(now + 1).act()) : Optional.empty();
    }

    public History undo() {
        return new History(steps, Math.max(0, now - 1));
    }

    public History redo() {
        return new History(steps, Math.min(steps.size() - 1, now + 1));
    }
}
