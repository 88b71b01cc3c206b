package agogic.core.assign;

import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Things that are tied together, noticed or not.
 *
 * @param kind what sort
 * @param hands the controls, with their pages
 * @param routes the routes
 * @param sentence what it is, for people
 */
public record Overlap(Kind kind, List<Hand> hands, List<Route> routes, String sentence) {
    /** The sorts of overlaps. */
    public enum Kind {
        /** Two controls move one thing at the same time. */
        TWO_HANDS(true),
        /** One control moves several things: often meant. */
        SEVERAL(false),
        /** Two controls of a surface speak by the same message. */
        SAME_MESSAGE(true),
        /** A control leads to something that moves with a macro. */
        WITH_MACRO(true);

        private final boolean conflict;

        Kind(boolean conflict) {
            this.conflict = conflict;
        }

        /** True if it is trouble, not a choice. */
        public boolean conflict() {
            return conflict;
        }
    }

    /** All overlaps of a session. */
    public static List<Overlap> of(Session session) {
        List<Overlap> found = new ArrayList<>();
        twoHands(session, found);
        several(session, found);
        List<Surface> surfaces = session.surfaces();
        for (int s = 0; s < surfaces.size(); s++) {
            sameMessage(surfaces.get(s), found);
            for (int other = s + 1; other < surfaces.size(); other++) {
                if (surfaces.get(s).port().equals(surfaces.get(other).port())) {
                    sameMessage(surfaces.get(s), surfaces.get(other), found);
                }
            }
        }
        for (Route route : session.routes()) {
            if (route.hand().isPresent()) {
                session.macroOf(route.target()).ifPresent(macro -> found.add(withMacro(session, route, macro)));
            }
        }
        return found;
    }

    private static void twoHands(Session session, List<Overlap> found) {
        Map<Target, List<Route>> byTarget = session.routes().stream()
                .filter(r -> r.hand().isPresent())
                .collect(Collectors.groupingBy(Route::target, LinkedHashMap::new, Collectors.toList()));
        for (Map.Entry<Target, List<Route>> one : byTarget.entrySet()) {
            List<Route> all = one.getValue();
            List<Route> met = all.stream()
                    .filter(r -> all.stream()
                            .anyMatch(o -> o != r
                                    && !o.hand().get().equals(r.hand().get())
                                    && Assigning.together(
                                            o.hand().get(), r.hand().get())))
                    .toList();
            if (met.size() > 1) {
                List<Hand> hands = met.stream().map(r -> r.hand().get()).toList();
                found.add(new Overlap(
                        Kind.TWO_HANDS,
                        hands,
                        met,
                        session.parameter(one.getKey()).name() + " is moved by " + controls(session, hands)
                                + " at the same time: whichever moved last is heard."));
            }
        }
    }

    private static void several(Session session, List<Overlap> found) {
        Map<Hand, List<Route>> byControl = session.routes().stream()
                .filter(r -> r.hand().isPresent())
                .collect(Collectors.groupingBy(r -> r.hand().get().on(0), LinkedHashMap::new, Collectors.toList()));
        Set<Hand> seen = new LinkedHashSet<>();
        for (Route route : session.routes()) {
            Hand hand = route.hand().orElse(null);
            if (hand == null || !seen.add(hand)) {
                continue;
            }
            List<Route> met = byControl.get(hand.on(0)).stream()
                    .filter(r -> r.hand().filter(hand::meets).isPresent())
                    .toList();
            if (met.size() > 1 && met.get(0).hand().orElseThrow().equals(hand)) {
                found.add(new Overlap(
                        Kind.SEVERAL,
                        List.of(hand),
                        met,
                        session.control(hand).name() + " moves " + met.size() + " things: "
                                + Assigning.names(session, met) + "."));
            }
        }
    }

    private static boolean same(Control a, Control b) {
        boolean channels = a.address().hears(b.address().channel())
                || b.address().hears(a.address().channel());
        return channels
                && (a.address().message().equals(b.address().message())
                        || a.address().controllers().stream()
                                .anyMatch(b.address().controllers()::contains));
    }

    /** Two surfaces at one port: what one sends, both hear. */
    private static void sameMessage(Surface one, Surface other, List<Overlap> found) {
        List<String> both = new ArrayList<>();
        List<Hand> hands = new ArrayList<>();
        for (Control a : one.controls()) {
            for (Control b : other.controls()) {
                if (same(a, b)) {
                    both.add(a.name() + " and " + b.name());
                    hands.add(new Hand(one.id(), a.id()));
                    hands.add(new Hand(other.id(), b.id()));
                }
            }
        }
        if (!both.isEmpty()) {
            found.add(new Overlap(
                    Kind.SAME_MESSAGE,
                    hands,
                    List.of(),
                    one.name() + " and " + other.name() + " are at one port, “" + one.port() + "”, and "
                            + both.get(0) + " send the same message"
                            + (both.size() > 1 ? ", so do " + (both.size() - 1) + " more" : "")
                            + ": both move. Choose another port for one of them."));
        }
    }

    private static void sameMessage(Surface surface, List<Overlap> found) {
        List<Control> controls = surface.controls();
        for (int i = 0; i < controls.size(); i++) {
            for (int j = i + 1; j < controls.size(); j++) {
                Control a = controls.get(i);
                Control b = controls.get(j);
                if (same(a, b)) {
                    found.add(new Overlap(
                            Kind.SAME_MESSAGE,
                            List.of(new Hand(surface.id(), a.id()), new Hand(surface.id(), b.id())),
                            List.of(),
                            a.name() + " and " + b.name() + " both send "
                                    + b.address().spoken() + ": only the second is heard. Learn one of them again."));
                }
            }
        }
    }

    private static Overlap withMacro(Session session, Route route, Macro macro) {
        Member member = macro.member(route.target()).orElseThrow();
        return new Overlap(
                Kind.WITH_MACRO,
                route.hand().stream().toList(),
                List.of(route),
                session.parameter(member.target()).name() + " moves with the macro " + macro.name()
                        + ": its own route does nothing.");
    }

    private static String controls(Session session, List<Hand> hands) {
        return hands.stream().map(h -> session.control(h).name()).distinct().collect(Collectors.joining(" and "));
    }

    /** True if it is about this control. */
    public boolean about(Hand hand) {
        return hands.stream().anyMatch(hand::sameControl);
    }
}
