package agogic.core.assign;

import agogic.core.macro.Macro;
import agogic.core.parameter.Parameter;
import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.snapshot.PadStart;
import agogic.core.surface.Control;
import agogic.core.surface.Page;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * One thing that a control does: a line of the table and of the printed sheet.
 *
 * @param surface where the control is
 * @param control the control
 * @param page on which page, 0 for all
 * @param route by which it does it; empty for a button that turns to a page, or starts a snapshot
 * @param does what it does, for people: {@code Two-Pole Filter · Cutoff}
 * @param from where the target is with the control at its lowest, in its unit
 * @param to where it is with the control at its highest
 */
public record Assignment(
        Surface surface, Control control, int page, Optional<Route> route, String does, String from, String to) {
    /** All that the controls of all surfaces do, surface by surface, control by control, page by page. */
    public static List<Assignment> of(Session session) {
        Map<Hand, List<Route>> byControl = session.routes().stream()
                .filter(r -> r.hand().isPresent())
                .collect(Collectors.groupingBy(r -> r.hand().get().on(0)));
        List<Assignment> all = new ArrayList<>();
        for (Surface surface : session.surfaces()) {
            for (Control control : surface.controls()) {
                Hand hand = new Hand(surface.id(), control.id());
                all.addAll(of(session, surface, control, byControl.getOrDefault(hand, List.of())));
            }
        }
        return all;
    }

    /** All that one control does. */
    public static List<Assignment> of(Session session, Surface surface, Control control) {
        Hand hand = new Hand(surface.id(), control.id());
        return of(
                session,
                surface,
                control,
                session.routes().stream()
                        .filter(r -> r.hand().filter(hand::sameControl).isPresent())
                        .toList());
    }

    private static List<Assignment> of(Session session, Surface surface, Control control, List<Route> routes) {
        List<Assignment> all = new ArrayList<>();
        for (Page page : surface.pages()) {
            if (page.button().filter(control.id()::equals).isPresent()) {
                all.add(new Assignment(surface, control, 0, Optional.empty(), "Turns to page " + page.name(), "", ""));
            }
        }
        Hand hand = new Hand(surface.id(), control.id());
        for (PadStart one : PadStart.of(session.sets(), hand)) {
            all.add(new Assignment(
                    surface,
                    control,
                    one.pad().page(),
                    Optional.empty(),
                    "Starts the snapshot " + one.spoken(),
                    "",
                    ""));
        }
        for (int page = 0; page <= surface.pages().size(); page++) {
            for (Route route : routes) {
                if (route.hand().orElseThrow().page() == page) {
                    Parameter parameter = session.parameter(route.target());
                    all.add(new Assignment(
                            surface,
                            control,
                            page,
                            Optional.of(route),
                            does(session, route),
                            parameter.print(parameter.settled(route.span().from())),
                            parameter.print(parameter.settled(route.span().to()))));
                }
            }
        }
        return all;
    }

    private static String does(Session session, Route route) {
        String name = TargetName.of(session, route.target());
        if (!route.target().device().equals(Macro.DEVICE)) {
            return name;
        }
        int members = session.macro(route.target().parameter()).members().size();
        return name + " (" + members + (members == 1 ? " member)" : " members)");
    }

    /** The name of the page for people: {@code A}, {@code all}. */
    public String pageName() {
        return surface.pageName(page);
    }
}
