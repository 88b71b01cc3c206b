package agogic.core.assign;

import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Takeover;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/**
 * What the controls of one surface do, to be used again in other sessions. It knows each thing by its id and by its name,
 * so that it finds it where devices have other ids.
 *
 * @param surface the surface with its pages
 * @param ties what its controls move
 * @param macros the macros that they reach, each before those that it moves
 */
public record ControllerMap(Surface surface, List<Tie> ties, List<Bundle> macros) {
    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public ControllerMap {
        ties = List.copyOf(ties);
        macros = List.copyOf(macros);
        for (Tie tie : ties) {
            if (surface.placeOf(tie.control()) < 0) {
                throw new IllegalArgumentException(surface.name() + " has no control “" + tie.control() + "” to move "
                        + tie.place().said() + ".");
            }
            if (tie.page() < 0 || tie.page() > surface.pages().size()) {
                throw new IllegalArgumentException(surface.name() + " has no page " + tie.page() + ".");
            }
        }
    }

    /** A thing that can be moved, as it was called where the map was made. */
    public record Place(Target target, String device, String parameter) {
        static Place of(Session session, Target target) {
            return new Place(
                    target,
                    session.device(target.device()).name(),
                    session.parameter(target).name());
        }

        /** For people: {@code Two-Pole Filter · Cutoff}. */
        public String said() {
            return device + " · " + parameter;
        }
    }

    /** One control that moves one thing; {@code page} 0 are all pages, {@code smoothing} in ms. */
    public record Tie(String control, int page, Place place, Span span, Takeover takeover, double smoothing) {}

    /** A macro and what its members were called; as many places as it has members, in the same order. */
    public record Bundle(Macro macro, List<Place> places) {
        /**
         * @throws IllegalArgumentException in words for people if one of these is not what it can be
         */
        public Bundle {
            places = List.copyOf(places);
            if (places.size() != macro.members().size()) {
                throw new IllegalArgumentException(macro.name() + " has "
                        + macro.members().size() + " members, but " + places.size() + " names for them.");
            }
        }
    }

    /**
     * The map of a surface of a session.
     *
     * @throws IllegalArgumentException in words for people if the session has no such surface
     */
    public static ControllerMap of(Session session, String surfaceId) {
        List<Tie> ties = new ArrayList<>();
        Set<Macro> macros = new LinkedHashSet<>();
        for (Route route : session.routes()) {
            route.hand().filter(h -> h.surface().equals(surfaceId)).ifPresent(hand -> {
                ties.add(new Tie(
                        hand.control(),
                        hand.page(),
                        Place.of(session, route.target()),
                        route.span(),
                        route.takeover(),
                        route.smoothing()));
                reach(session, route.target(), macros);
            });
        }
        List<Bundle> bundles = new ArrayList<>();
        for (Macro macro : macros) {
            bundles.add(new Bundle(
                    macro,
                    macro.members().stream()
                            .map(m -> Place.of(session, m.target()))
                            .toList()));
        }
        return new ControllerMap(session.surface(surfaceId), ties, bundles);
    }

    private static void reach(Session session, Target target, Set<Macro> found) {
        if (!target.device().equals(Macro.DEVICE)) {
            return;
        }
        Macro macro = session.macro(target.parameter());
        if (found.add(macro)) {
            for (Member member : macro.members()) {
                reach(session, member.target(), found);
            }
        }
    }

    /** What became of one line of a map in another session. */
    public enum Fate {
        /** Found under its own id. */
        TIED("connected", true),
        /** Found under its name. */
        BY_NAME("found by name", true),
        /** It was so already. */
        ALREADY("was so already", true),
        /** Tied, but it has no socket: no host can reach it yet. */
        NO_SOCKET("connected, waits for a socket", true),
        DEVICE_MISSING("no such device", false),
        PARAMETER_MISSING("no such parameter", false),
        SEVERAL("several are called so", false),
        RESERVED("reserved", false),
        /** It moves with a macro of the session already. */
        IN_MACRO("moves with a macro", false),
        /** It would close a ring of macros. */
        RING("would close a ring", false);

        private final String spoken;
        private final boolean matched;

        Fate(String spoken, boolean matched) {
            this.spoken = spoken;
            this.matched = matched;
        }

        /** The word for people. */
        public String spoken() {
            return spoken;
        }

        /** True if it is tied now. */
        public boolean matched() {
            return matched;
        }
    }

    /**
     * One line of the report.
     *
     * @param from what moves: a control with its page, or a macro
     * @param what what was meant to be moved, as the map calls it
     * @param fate what became of it
     * @param words the same for people, with the reason
     */
    public record Line(String from, String what, Fate fate, String words) {}

    /**
     * The other session with the map, and one line for each assignment and each member of a macro: nothing is dropped
     * silently. {@code surface} is the surface as the session has it now.
     */
    public record Outcome(Session session, Surface surface, List<Line> lines) {
        /** How many are tied now. */
        public long matched() {
            return lines.stream().filter(l -> l.fate().matched()).count();
        }

        /** For people: {@code 12 of 15 assignments could be matched.} */
        public String words() {
            return matched() + " of " + lines.size() + (lines.size() == 1 ? " route" : " routes")
                    + " could be matched.";
        }
    }

    /** Uses the map in a session: see {@link Outcome}. What does not fit is told there, not refused. */
    public Outcome applyTo(Session session) {
        return new MapUse(session, this).outcome();
    }
}
