package agogic.desk.acts;

import agogic.desk.model.View;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;

/**
 * One thing that a person can do.
 *
 * @param id its name in the program; the button that does the same has it too
 * @param words what it is called, in a menu
 * @param brief what it is called on its button, where what it is about is seen beside it
 * @param about what it does, in one sentence
 * @param bound the keys that do it; the first is shown
 * @param told how keys are told that parts of the window answer themselves; empty for those of {@code keys}
 * @param views where it counts
 * @param repeats true if a key that is held down does it again and again
 * @param counts false while it has nothing to act on and another act may have the key
 * @param state the words for a menu, where they tell what would be done or whether it is on
 * @param why why it cannot be done now; empty if it can
 */
@RecordBuilder
public record Act(
        String id,
        String words,
        String brief,
        String about,
        Bound bound,
        String told,
        Set<View> views,
        boolean repeats,
        BooleanSupplier counts,
        Supplier<String> state,
        Supplier<String> why,
        Runnable run)
        implements ActBuilder.With {
    private static final BooleanSupplier ALWAYS = () -> true;
    /** Told in the line of another act. */
    private static final String UNTOLD = "with others";

    /**
     * An act that counts in every view.
     *
     * @param keys such as {@code Ctrl+S}, with bars between several; empty for none
     */
    public static Act of(String id, String words, String about, String keys, Runnable run) {
        return new Act(
                id,
                words,
                words,
                about,
                new Bound(Stroke.all(keys)),
                "",
                EnumSet.allOf(View.class),
                false,
                ALWAYS,
                () -> words,
                () -> "",
                run);
    }

    /** Keys that the parts of the window answer themselves, told in the list of keys. */
    public static Act told(String id, String words, String about, String keys) {
        return new Act(
                id,
                words,
                words,
                about,
                new Bound(List.of()),
                keys,
                EnumSet.allOf(View.class),
                true,
                () -> false,
                () -> words,
                () -> "",
                () -> {});
    }

    /** It counts in these views only. */
    public Act in(View first, View... more) {
        return withViews(EnumSet.of(first, more));
    }

    /** What its button says. */
    public Act brief(String onButton) {
        return withBrief(onButton);
    }

    /** A held key does it again and again. */
    public Act repeating() {
        return withRepeats(true);
    }

    /** It counts only while this holds. */
    public Act when(BooleanSupplier holds) {
        return withCounts(holds);
    }

    /** Its words in a menu. */
    public Act reading(Supplier<String> now) {
        return withState(now);
    }

    /** Another line of the list of keys tells its key. */
    public Act untold() {
        return withTold(UNTOLD);
    }

    /** It cannot be done while this says why not. */
    public Act unless(Supplier<String> whyNot) {
        return withWhy(whyNot);
    }

    /** The keys that do it now: the usual ones, or those that somebody chose. */
    public List<Stroke> keys() {
        return bound.now();
    }

    /** Why it cannot be done in a view now, in words; empty if it can. */
    public String whyNot(View view) {
        if (keys().isEmpty() && bound.usual().isEmpty() && !told.isEmpty()) {
            return "its keys do it";
        }
        if (!views.contains(view)) {
            return "in " + String.join(", ", views.stream().map(View::title).toList());
        }
        String lacks = why.get();
        return counts.getAsBoolean() || !lacks.isEmpty() ? lacks : "nothing suitable is selected";
    }

    /**
     * True if a menu of what it is about shows it: one that another act has the key of just now is left out, one that
     * cannot be done is shown with why.
     */
    boolean relevant() {
        return counts.getAsBoolean();
    }

    /** True if it has a line of its own in the list of keys. */
    boolean listed() {
        return !told.equals(UNTOLD);
    }

    /** True if it is there in a view, now. */
    public boolean countsIn(View view) {
        return views.contains(view) && counts.getAsBoolean();
    }

    /** True if it counts in some views only: there it goes before what counts everywhere. */
    public boolean special() {
        return views.size() < View.values().length;
    }

    /** True if nothing but the view decides whether it counts. */
    boolean unconditional() {
        return counts == ALWAYS;
    }

    /** Its keys for people; empty if it has none. */
    public String key() {
        return keys().isEmpty()
                ? toldKey()
                : String.join("  ", keys().stream().map(Stroke::spoken).toList());
    }

    /** What is told where it has no key: what parts of the window answer, and never where its own was taken away. */
    private String toldKey() {
        return bound.usual().isEmpty() ? told : "";
    }

    /** The first of its keys for people. */
    public String firstKey() {
        return keys().isEmpty() ? toldKey() : keys().get(0).spoken();
    }

    /** What the tip of its button says. */
    public String tip() {
        return key().isEmpty() ? about : about + " (" + firstKey() + ")";
    }
}
