package agogic.core.assign;

import agogic.core.route.Hand;
import agogic.core.route.Route;
import agogic.core.session.Session;
import agogic.core.surface.Control;
import agogic.core.surface.Page;
import agogic.core.surface.Surface;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Edits of surfaces that leave nothing behind: pages, controls and whole surfaces with all that begins there. */
public final class SurfaceEdits {
    private SurfaceEdits() {}

    /**
     * A control with this in the place of the one with its id, or at the end.
     *
     * @throws IllegalArgumentException in words for people if the session has no such surface
     */
    public static Session control(Session session, String surface, Control control) {
        return session.with(session.surface(surface).with(control));
    }

    /**
     * A page more, called by the next letter that is free.
     *
     * @throws IllegalArgumentException in words for people if the session has no such surface
     */
    public static Session addPage(Session session, String surface) {
        Surface one = session.surface(surface);
        List<Page> pages = new ArrayList<>(one.pages());
        char letter = 'A';
        while (named(pages, "" + letter)) {
            letter++;
        }
        pages.add(Page.of("" + letter));
        return session.with(one.paged(pages));
    }

    private static void check(Surface surface, int number) {
        if (number < 1 || number > surface.pages().size()) {
            throw new IllegalArgumentException(
                    surface.name() + " has pages 1 to " + surface.pages().size() + ", no page " + number + ".");
        }
    }

    private static boolean named(List<Page> pages, String name) {
        return pages.stream().anyMatch(p -> p.name().equalsIgnoreCase(name));
    }

    /**
     * Another name for page {@code number}, 1 for the first.
     *
     * @throws IllegalArgumentException in words for people if there is no such surface or page, or the name is blank
     *     or that of another page
     */
    public static Session renamePage(Session session, String surface, int number, String name) {
        Surface one = session.surface(surface);
        check(one, number);
        List<Page> pages = new ArrayList<>(one.pages());
        pages.set(number - 1, new Page(name.strip(), pages.get(number - 1).button()));
        return session.with(one.paged(pages));
    }

    /**
     * The button that turns to a page; none if empty. It turns to no other page then.
     *
     * @throws IllegalArgumentException in words for people if there is no such surface or page, or the surface has no
     *     such control
     */
    public static Session pageButton(Session session, String surface, int number, Optional<String> control) {
        Surface one = session.surface(surface);
        check(one, number);
        List<Page> pages = new ArrayList<>();
        for (int p = 1; p <= one.pages().size(); p++) {
            Page page = one.pages().get(p - 1);
            boolean elsewhere = control.isPresent() && page.button().equals(control);
            pages.add(new Page(page.name(), p == number ? control : elsewhere ? Optional.empty() : page.button()));
        }
        return session.with(one.paged(pages));
    }

    /**
     * Without page {@code number}, 1 for the first: what its controls do there goes, the pages behind it move up.
     *
     * @throws IllegalArgumentException if it is the only one
     */
    public static Session removePage(Session session, String surface, int number) {
        Surface one = session.surface(surface);
        if (one.pages().size() < 2) {
            throw new IllegalArgumentException(one.name() + " has one page only; it stays.");
        }
        check(one, number);
        Session after = without(session, h -> h.surface().equals(surface) && h.page() == number);
        List<Route> moved = after.routes().stream()
                .map(r -> r.hand()
                        .filter(h -> h.surface().equals(surface) && h.page() > number)
                        .map(h -> r.by(Optional.of(h.on(h.page() - 1))))
                        .orElse(r))
                .toList();
        List<Page> pages = new ArrayList<>(one.pages());
        pages.remove(number - 1);
        // Hands leave the last page before it goes: at no time does a route begin on a page that is not there.
        return after.withRoutes(moved).with(one.paged(pages));
    }

    /**
     * Without a control, and without all that it does.
     *
     * @throws IllegalArgumentException in words for people if there is no such control, or rides of the piece were
     *     played on it
     */
    public static Session removeControl(Session session, Hand hand) {
        refuseIfRidden(
                session, hand.surface(), hand.control(), session.control(hand).name());
        Surface one = session.surface(hand.surface());
        List<Control> left = one.controls().stream()
                .filter(c -> !c.id().equals(hand.control()))
                .toList();
        List<Page> pages = one.pages().stream()
                .map(p -> p.button().filter(hand.control()::equals).isPresent() ? Page.of(p.name()) : p)
                .toList();
        return without(session, hand::sameControl).with(new Surface(one.id(), one.name(), one.port(), left, pages));
    }

    /**
     * Without a surface, and without all that its controls do.
     *
     * @throws IllegalArgumentException in words for people if there is no such surface, or rides of the piece were
     *     played on it
     */
    public static Session remove(Session session, String surface) {
        refuseIfRidden(session, surface, null, session.surface(surface).name());
        return without(session, h -> h.surface().equals(surface))
                .withSurfaces(session.surfaces().stream()
                        .filter(s -> !s.id().equals(surface))
                        .toList());
    }

    private static void refuseIfRidden(Session session, String surface, String control, String name) {
        long rides = session.rides().stream()
                .filter(r -> r.hand().surface().equals(surface))
                .filter(r -> control == null || r.hand().control().equals(control))
                .count();
        if (rides > 0) {
            throw new IllegalArgumentException(name + " made " + rides + (rides == 1 ? " ride" : " rides")
                    + " of this piece, which are kept for ever. It stays with them.");
        }
    }

    private static Session without(Session session, java.util.function.Predicate<Hand> gone) {
        Session after = session;
        for (Route route : session.routes()) {
            if (route.hand().filter(gone).isPresent()) {
                after = Assigning.disconnect(after, route.id());
            }
        }
        return after;
    }
}
