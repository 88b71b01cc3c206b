package agogic.core.session;

import java.util.List;

/**
 * What is on its way: a drag, a slider. All of it is one step of the history, as long as the same is done to the same.
 *
 * @param act words for what is done
 * @param what all that it is done to
 */
public record Gesture(String act, List<?> what) {
    /** Copies its lists, so that nobody changes them later. */
    public Gesture {
        what = List.copyOf(what);
    }
}
