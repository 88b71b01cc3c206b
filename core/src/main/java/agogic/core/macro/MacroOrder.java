package agogic.core.macro;

import agogic.core.route.Target;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** The order in which macros are worked out. */
public final class MacroOrder {
    /** So many macros may move one another in a row. */
    public static final int DEEPEST = 16;

    private MacroOrder() {}

    /**
     * The macros so that each comes after the one that moves it.
     *
     * @throws IllegalArgumentException if they move each other in a ring, with the ring in words
     */
    public static List<Macro> inOrder(List<Macro> macros) {
        Map<Target, Macro> byTarget = new HashMap<>();
        macros.forEach(m -> byTarget.put(m.target(), m));
        List<Macro> order = new ArrayList<>();
        Map<Target, Integer> done = new HashMap<>();
        for (Macro macro : macros) {
            visit(macro, byTarget, done, new ArrayList<>(), order);
        }
        java.util.Collections.reverse(order);
        return order;
    }

    /** Puts a macro behind all that it moves; returns how many macros move one another in a row from it on. */
    private static int visit(
            Macro macro, Map<Target, Macro> all, Map<Target, Integer> done, List<Macro> way, List<Macro> order) {
        if (way.contains(macro)) {
            List<Macro> ring = way.subList(way.indexOf(macro), way.size());
            throw new IllegalArgumentException("A ring of macros: "
                    + ring.stream().map(Macro::name).collect(Collectors.joining(" moves ")) + " moves " + macro.name()
                    + " again. Remove one of them from the other.");
        }
        Integer known = done.get(macro.target());
        if (known != null) {
            return known;
        }
        int depth = 1;
        way.add(macro);
        for (Member member : macro.members()) {
            Macro inner = all.get(member.target());
            if (inner != null && way.size() < DEEPEST) {
                depth = Math.max(depth, 1 + visit(inner, all, done, way, order));
            } else if (inner != null) {
                depth = DEEPEST + 1;
            }
        }
        if (depth > DEEPEST) {
            throw new IllegalArgumentException("Macros move macros " + DEEPEST + " deep at the most: "
                    + way.get(0).name() + " moves more than that, one after the other.");
        }
        way.remove(way.size() - 1);
        done.put(macro.target(), depth);
        order.add(macro);
        return depth;
    }
}
