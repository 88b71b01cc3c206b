package agogic.core.edit.points;

import agogic.core.edit.macro.Macros;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import agogic.core.snapshot.Snapshot;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Two snapshots as the ends of a macro: at its lowest the first is heard, at its highest the second, between them each value
 * along its own taper; what moves in steps changes in the middle. The macro is ridden as any other.
 */
public final class Between {
    private Between() {}

    /**
     * What came of it.
     *
     * @param macro the id of the macro
     * @param left parameters that are in both and cannot go along, each with why, for people
     */
    public record Outcome(Session session, String macro, List<String> left) {}

    /**
     * The session with such a macro; it stands at the first snapshot.
     *
     * @throws IllegalArgumentException in words for people if no parameter is in both, or none may move
     */
    public static Outcome of(Session session, Snapshot first, Snapshot second, String name) {
        if (first == second) {
            throw new IllegalArgumentException("Between a snapshot and itself nothing moves. Choose two.");
        }
        Macro fresh = Macros.fresh(session, name.isBlank() ? first.name() + " to " + second.name() : name.strip());
        Macro filled = fresh.with(fresh.parameter().restingAt(0));
        List<String> left = new ArrayList<>();
        for (Snapshot.Value from : first.values()) {
            Optional<Snapshot.Value> to = second.values().stream()
                    .filter(v -> v.target().equals(from.target()))
                    .findFirst();
            if (to.isEmpty()) {
                continue;
            }
            Optional<String> why = why(session, from.target());
            if (why.isPresent()) {
                left.add(TargetName.of(session, from.target()) + " " + why.get());
                continue;
            }
            filled = filled.with(new Member.BySpan(
                    from.target(), span(session, from, to.get().value())));
        }
        if (filled.members().isEmpty()) {
            throw new IllegalArgumentException(
                    left.isEmpty()
                            ? first.name() + " and " + second.name() + " have no parameter together."
                            : "Nothing can go from " + first.name() + " to " + second.name() + ": "
                                    + String.join("; ", left) + ".");
        }
        return new Outcome(session.with(filled), filled.id(), List.copyOf(left));
    }

    private static Span span(Session session, Snapshot.Value from, double to) {
        boolean stepped = session.parameter(from.target()).stepped();
        return stepped ? new Span(from.value(), to, Span.Curve.STEPS, 2) : Span.straight(from.value(), to);
    }

    private static Optional<String> why(Session session, Target target) {
        if (session.parameter(target).reserved()) {
            return Optional.of("is reserved for the device itself");
        }
        if (target.device().equals(Macro.DEVICE)) {
            return Optional.of("is a macro itself");
        }
        return session.macroOf(target).map(m -> "moves with the macro " + m.name());
    }
}
