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

    /** @param gesture what is on its way, null if that is over */
    private record Step(String act, Session session, Gesture gesture) {}

    private final List<Step> steps;
    private final int now;

    private History(List<Step> steps, int now) {
        this.steps = steps;
        this.now = now;
    }

    /** A history that begins with {@code session}. */
    public static History of(Session session) {
        return new History(List.of(new Step("", session, null)), 0);
    }

    /** The session as it is now. */
    public Session session() {
        return steps.get(now).session();
    }

    /** After one more act; what could be redone before is gone. An act that changed nothing is no step. */
    public History after(String act, Session session) {
        if (session == session()) {
            return this;
        }
        List<Step> list = new ArrayList<>(steps.subList(Math.max(0, now + 1 - DEPTH), now + 1));
        list.add(new Step(act, session, null));
        return new History(List.copyOf(list), list.size() - 1);
    }

    /** As {@link #after(String, Session)}, but one step with what was done just before, if that is the same gesture. */
    public History after(Gesture gesture, Session session) {
        boolean on = now > 0 && gesture.equals(steps.get(now).gesture());
        if (!on && session == session()) {
            return this;
        }
        List<Step> list = new ArrayList<>(steps.subList(on ? 0 : Math.max(0, now + 1 - DEPTH), on ? now : now + 1));
        list.add(new Step(gesture.act(), session, gesture));
        return new History(List.copyOf(list), list.size() - 1);
    }

    /** What is on its way is done: the same gesture once more is a step of its own. */
    public History settled() {
        if (steps.get(now).gesture() == null) {
            return this;
        }
        List<Step> list = new ArrayList<>(steps);
        list.set(now, new Step(steps.get(now).act(), session(), null));
        return new History(List.copyOf(list), now);
    }

    /** The last step and those of this act just before it are one step, with the words of the last. */
    public History joined(String act) {
        int first = now;
        while (first > 1 && steps.get(first - 1).act().equals(act)) {
            first--;
        }
        if (first == now) {
            return this;
        }
        List<Step> list = new ArrayList<>(steps.subList(0, first));
        list.add(steps.get(now));
        return new History(List.copyOf(list), list.size() - 1);
    }

    /** The words for the act that undo takes back, if there is one. */
    public Optional<String> undoable() {
        return now > 0 ? Optional.of(steps.get(now).act()) : Optional.empty();
    }

    /** The words for the act that redo does again, if there is one. */
    public Optional<String> redoable() {
        return now + 1 < steps.size() ? Optional.of(steps.get(now + 1).act()) : Optional.empty();
    }

    /** As it was before the last step; what is armed stays armed, and nothing else is. */
    public History undo() {
        return at(Math.max(0, now - 1));
    }

    /** As it was after the step that was undone last; what is armed stays armed, and nothing else is. */
    public History redo() {
        return at(Math.min(steps.size() - 1, now + 1));
    }

    private History at(int step) {
        return new History(steps, step).replaced(Arming.as(steps.get(step).session(), session()));
    }

    /** With another session in the place of the one that is, as no step of its own: a mode was chosen. */
    public History replaced(Session session) {
        Step is = steps.get(now);
        if (is.session() == session) {
            return this;
        }
        List<Step> list = new ArrayList<>(steps);
        list.set(now, new Step(is.act(), session, is.gesture()));
        return new History(List.copyOf(list), now);
    }
}
