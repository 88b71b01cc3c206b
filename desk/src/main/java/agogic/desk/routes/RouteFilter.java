package agogic.desk.routes;

import agogic.core.check.Check;
import agogic.core.route.Route;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.Track;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * Which routes are shown: those that have all words in the names of their track, device, parameter, surface, control or
 * mode. {@code writing} are those whose mode writes, {@code finding} those with which something is wrong.
 */
public final class RouteFilter {
    private static final String WRITING = "writing";
    private static final String FINDING = "finding";

    private final Session session;
    private final List<String> words;
    private final Set<Target> findings = new HashSet<>();

    private RouteFilter(Session session, List<String> words) {
        this.session = session;
        this.words = words;
    }

    /** What was typed, taken apart at its spaces: what a route has to have all of. Nothing typed is every route. */
    public static RouteFilter of(Session session, String typed) {
        List<String> words = List.of(typed.strip().toLowerCase(Locale.ROOT).split("\\s+"));
        RouteFilter filter = new RouteFilter(
                session, words.stream().filter(w -> !w.isEmpty()).toList());
        if (filter.words.contains(FINDING)) {
            Check.of(session).forEach(f -> f.target().ifPresent(filter.findings::add));
        }
        return filter;
    }

    /** True if it shows everything. */
    boolean isEmpty() {
        return words.isEmpty();
    }

    boolean shows(Track track, Route route) {
        if (words.isEmpty()) {
            return true;
        }
        Target target = route.target();
        String line = String.join(
                        "\n",
                        track.name(),
                        session.device(target.device()).name(),
                        session.parameter(target).name(),
                        session.parameter(target).group(),
                        route.mode().spoken(),
                        route.hand()
                                .map(h -> session.surface(h.surface()).name() + "\n"
                                        + session.control(h).name())
                                .orElse("no control"))
                .toLowerCase(Locale.ROOT);
        return words.stream().allMatch(word -> switch (word) {
            case WRITING -> route.mode().writes();
            case FINDING -> findings.contains(target);
            default -> line.contains(word);
        });
    }
}
