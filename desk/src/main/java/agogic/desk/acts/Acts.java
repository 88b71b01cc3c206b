package agogic.desk.acts;

import agogic.desk.model.View;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.scene.input.KeyEvent;

/** The table of acts. */
public final class Acts {
    private final List<Act> all;

    /**
     * A table of these, in the order in which they are listed.
     *
     * @throws IllegalArgumentException if two have one id, or one key in one view without a condition to part them
     */
    public Acts(List<Act> all) {
        this.all = List.copyOf(all);
        Set<String> ids = new HashSet<>();
        for (Act act : all) {
            if (!ids.add(act.id())) {
                throw new IllegalArgumentException("Two acts are called “" + act.id() + "”.");
            }
        }
        for (View view : View.values()) {
            List<Act> here = all.stream()
                    .filter(a -> a.views().contains(view) && a.unconditional())
                    .toList();
            for (int i = 0; i < here.size(); i++) {
                for (int j = i + 1; j < here.size(); j++) {
                    check(here.get(i), here.get(j), view);
                }
            }
        }
    }

    private static void check(Act one, Act other, View view) {
        boolean same = one.special() == other.special()
                && one.keys().stream().anyMatch(k -> other.keys().stream().anyMatch(k::clashes));
        if (same) {
            throw new IllegalArgumentException("In " + view.title() + " both “" + one.words() + "” and “"
                    + other.words() + "” have " + one.key() + ".");
        }
    }

    /** All acts, in order. */
    public List<Act> all() {
        return all;
    }

    /** The act of this id. */
    public Act act(String id) {
        return all.stream().filter(a -> a.id().equals(id)).findFirst().orElseThrow();
    }

    /** What a key does in a view: what belongs to the view goes before what counts everywhere. */
    public Optional<Act> of(View view, KeyEvent e) {
        Optional<Act> everywhere = Optional.empty();
        for (Act act : all) {
            if (act.countsIn(view) && act.keys().stream().anyMatch(k -> k.matches(e))) {
                if (act.special()) {
                    return Optional.of(act);
                }
                everywhere = Optional.of(act);
            }
        }
        return everywhere;
    }

    /** What can be done in a view now: first what belongs to it. */
    public List<Act> in(View view) {
        List<Act> here = new ArrayList<>();
        all.stream().filter(a -> a.special() && a.countsIn(view)).forEach(here::add);
        all.stream().filter(a -> !a.special() && a.countsIn(view)).forEach(here::add);
        return here;
    }
}
