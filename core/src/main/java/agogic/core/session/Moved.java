package agogic.core.session;

import agogic.core.lane.Lane;
import agogic.core.macro.Macro;
import agogic.core.macro.Member;
import agogic.core.route.Target;
import java.util.HashSet;
import java.util.Optional;
import java.util.Set;

/** What of a session is moved by something. */
public final class Moved {
    private Moved() {}

    /** What something moves: all that a route leads to, all that has points and all that a macro moves. */
    public static Set<Target> all(Session session) {
        Set<Target> used = new HashSet<>();
        session.routes().forEach(r -> used.add(r.target()));
        session.lanes().stream().filter(Lane::plays).forEach(l -> used.add(l.target()));
        session.macros().forEach(m -> m.members().forEach(member -> used.add(member.target())));
        return used;
    }

    /** True if points move a target over time: its own, or those of a macro that moves it. */
    public static boolean overTime(Session session, Target target) {
        Optional<Macro> macro = session.macroOf(target);
        boolean own = session.laneIfAny(target).filter(Lane::plays).isPresent();
        boolean counts = macro.isEmpty() || macro.get().member(target).orElseThrow() instanceof Member.ByOffset;
        return own && counts
                || macro.isPresent() && overTime(session, macro.get().target());
    }
}
