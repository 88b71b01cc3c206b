package agogic.desk.acts;

import agogic.desk.model.View;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;

/** The table of acts. */
public final class Acts {
    /** After so many times by the mouse its key is said. */
    private static final int LEARNT = 3;

    private final List<Act> all;
    private final Map<String, Act> named = new HashMap<>();
    private final Map<Act, Integer> pressed = new HashMap<>();
    private Consumer<Act> hint = act -> {};
    private Supplier<View> view = () -> View.ROUTES;
    private Consumer<String> refuse = why -> {};
    private Supplier<String> over = () -> "";
    private Runnable before = () -> {};
    private Act doing;

    /**
     * A table of these, in the order in which they are listed.
     *
     * @throws IllegalArgumentException if two have one id, or one key in one view without a condition to part them
     */
    public Acts(List<Act> all) {
        this.all = List.copyOf(all);
        for (Act act : all) {
            if (named.put(act.id(), act) != null) {
                throw new IllegalArgumentException("Two acts are called “" + act.id() + "”.");
            }
        }
        Map<List<Object>, Act> taken = new HashMap<>();
        for (Act act : all) {
            for (Stroke stroke : act.unconditional() ? act.keys() : List.<Stroke>of()) {
                for (View view : act.views()) {
                    for (KeyCode code : stroke.codes()) {
                        List<Object> key =
                                List.of(view, act.special(), code, stroke.control(), stroke.shift(), stroke.alt());
                        Act other = taken.putIfAbsent(key, act);
                        if (other != null && other != act) {
                            throw new IllegalArgumentException("In " + view.title() + " both “" + other.words()
                                    + "” and “" + act.words() + "” have " + other.key() + ".");
                        }
                    }
                }
            }
        }
    }

    /** Somebody says once of an act that was done by the mouse three times which key does it. */
    public void hint(Consumer<Act> once) {
        hint = once;
    }

    /** Acts are done in the view that is shown; why one is not done is said. */
    public void doneIn(Supplier<View> shown, Consumer<String> refuser) {
        view = shown;
        refuse = refuser;
    }

    /**
     * What belongs to a view cannot be done while something lies over it.
     *
     * @param lies what lies over the views, and how it is left; empty while nothing does
     */
    public void under(Supplier<String> lies) {
        over = lies;
    }

    /** Done before each act: what a hand did just before is a step of its own, before that of the act. */
    public void before(Runnable settles) {
        before = settles;
    }

    /** Why an act cannot be done in a view now, in words; empty if it can. */
    public String whyNot(Act act, View in) {
        String covered = act.special() ? over.get() : "";
        return covered.isEmpty() ? act.whyNot(in) : covered;
    }

    /** Does an act, or says why it cannot be done now. */
    public void perform(Act act) {
        String why = whyNot(act, view.get());
        if (why.isEmpty()) {
            Act around = doing;
            doing = act;
            try {
                before.run();
                act.run().run();
            } finally {
                doing = around;
            }
        } else {
            refuse.accept("“" + act.words() + "” cannot be done now: " + why + ".");
        }
    }

    /** What is being done: a dialog that asks is asked for it; empty if nothing is. */
    public Optional<Act> doing() {
        return Optional.ofNullable(doing);
    }

    /** Does an act that was chosen with the mouse. */
    public void press(Act act) {
        perform(act);
        if (pressed.merge(act, 1, Integer::sum) == LEARNT && !act.firstKey().isEmpty()) {
            hint.accept(act);
        }
    }

    /** All acts, in order. */
    public List<Act> all() {
        return all;
    }

    /** The act of this id. */
    public Act act(String id) {
        return Optional.ofNullable(named.get(id)).orElseThrow();
    }

    /** True if there is an act of this id. */
    public boolean has(String id) {
        return named.containsKey(id);
    }

    /**
     * What a key does in a view: what belongs to the view goes before what counts everywhere, and what can be done before
     * what lacks something to be done to.
     */
    public Optional<Act> of(View view, KeyEvent e) {
        Optional<Act> everywhere = Optional.empty();
        Optional<Act> lacking = Optional.empty();
        for (Act act : all) {
            if (act.views().contains(view) && act.keys().stream().anyMatch(k -> k.matches(e))) {
                boolean counts = act.countsIn(view);
                if (counts && act.special()) {
                    return Optional.of(act);
                }
                everywhere = counts ? Optional.of(act) : everywhere;
                lacking = counts || lacking.isPresent() ? lacking : Optional.of(act);
            }
        }
        return everywhere.isPresent() ? everywhere : lacking;
    }

    /** What a key does wherever one is: nothing that belongs to a view. */
    public Optional<Act> everywhere(KeyEvent e) {
        return all.stream()
                .filter(act -> !act.special() && act.keys().stream().anyMatch(k -> k.matches(e)))
                .filter(act -> act.countsIn(View.ROUTES))
                .findFirst();
    }

    /** What can be done in a view now: first what belongs to it. */
    public List<Act> in(View view) {
        List<Act> here = new ArrayList<>();
        all.stream().filter(a -> a.special() && a.countsIn(view)).forEach(here::add);
        all.stream().filter(a -> !a.special() && a.countsIn(view)).forEach(here::add);
        return here;
    }
}
