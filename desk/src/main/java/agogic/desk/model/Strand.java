package agogic.desk.model;

import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.parameter.Parameter;
import agogic.core.play.Playing;
import agogic.core.play.Verdict;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.surface.Control;
import agogic.core.surface.Surface;
import agogic.core.trace.Trace;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;

/**
 * One of the strands into which a control or a macro fans out.
 *
 * @param route the id of the route, if a control moves it
 * @param macro the id of the macro, if a macro moves it
 * @param target what is moved
 * @param span the way through which it is moved; empty for a member that keeps its distance
 * @param depth 0 for what comes from the hub, 1 for what a macro among these moves
 * @param page the page on which it counts, empty if it counts always
 */
public record Strand(
        Optional<String> route, Optional<String> macro, Target target, Optional<Span> span, int depth, String page) {

    /** All that a control moves, on every page, and what macros among them move. */
    public static List<Strand> of(Session session, Surface surface, Control control) {
        List<Strand> all = new ArrayList<>();
        for (int r : Trace.routesOf(session, surface, control)) {
            Route route = session.routes().get(r);
            Hand hand = route.hand().orElseThrow();
            String page = surface.pages().size() < 2 || hand.page() == 0 ? "" : surface.pageName(hand.page());
            all.add(new Strand(
                    Optional.of(route.id()), Optional.empty(), route.target(), Optional.of(route.span()), 0, page));
            if (route.target().device().equals(Macro.DEVICE)) {
                all.addAll(of(session.macro(route.target().parameter()), 1));
            }
        }
        return all;
    }

    /** All that a macro moves. */
    public static List<Strand> of(Macro macro, int depth) {
        List<Strand> all = new ArrayList<>();
        for (Member member : macro.members()) {
            Optional<Span> span =
                    member instanceof Member.BySpan absolute ? Optional.of(absolute.span()) : Optional.empty();
            all.add(new Strand(Optional.empty(), Optional.of(macro.id()), member.target(), span, depth, ""));
        }
        return all;
    }

    /** Where the live input of its span is, 0..1; NaN if nothing moved yet. */
    public double input(Playing playing) {
        if (macro.isPresent()) {
            return playing.value(new Target(Macro.DEVICE, macro.get())).orElse(Double.NaN);
        }
        OptionalInt place = playing.route(route.orElse(""));
        return place.isPresent() ? playing.live().counted(place.getAsInt()) : Double.NaN;
    }

    /** True if it counts on the page that its surface is on. */
    public boolean counts(Session session, Playing playing) {
        return route.isEmpty()
                || session.routes().stream()
                        .filter(r -> r.id().equals(route.get()))
                        .flatMap(r -> r.hand().stream())
                        .allMatch(h -> playing.active(h.surface(), h.page()));
    }

    /** Where it waits for the hand, NaN if it does not. */
    public double waitsAt(Session session, Playing playing) {
        OptionalInt place = playing.route(route.orElse(""));
        OptionalDouble value = playing.value(target);
        boolean waits =
                place.isPresent() && value.isPresent() && playing.live().verdict(place.getAsInt()) == Verdict.WAITING;
        return session.routes().stream()
                .filter(r -> waits && r.id().equals(route.orElse("")))
                .mapToDouble(r -> r.span().positionOf(value.getAsDouble()))
                .findFirst()
                .orElse(Double.NaN);
    }

    /** Its range in its unit: {@code 0.4 – 6.2 kHz}; for a member that keeps its distance, that. */
    public String range(Session session) {
        Parameter parameter = session.parameter(target);
        if (span.isEmpty()) {
            return "keeps its distance";
        }
        if (parameter.stepped() && span.get().equals(Span.FULL)) {
            return String.join(" · ", parameter.positions());
        }
        return parameter.print(parameter.settled(span.get().from())) + " – "
                + parameter.print(parameter.settled(span.get().to()));
    }

    /** What a screen reader says of it; {@code value} is what it reads now. */
    public String spoken(Session session, String value) {
        String device = session.device(target.device()).name();
        boolean round = span.filter(s -> s.from() > s.to()).isPresent();
        return session.parameter(target).name() + " of " + device + ", " + range(session)
                + (round ? ", reversed" : "")
                + ", " + value
                + (page.isEmpty() ? "" : ", on page " + page)
                + (macro.isPresent()
                        ? ", moved by the macro " + session.macro(macro.get()).name()
                        : "");
    }
}
