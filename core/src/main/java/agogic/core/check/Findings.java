package agogic.core.check;

import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/** What is found in one session, as it is found. */
final class Findings {
    final Session session;
    private final List<Finding> found = new ArrayList<>();

    Findings(Session session) {
        this.session = session;
    }

    void add(Finding finding) {
        found.add(finding);
    }

    /** @param change what mends it; null where only a person can */
    void add(Finding.Kind kind, Target target, String sentence, String mend, UnaryOperator<Session> change) {
        add(new Finding(kind, target.device(), Optional.of(target), sentence, mend, Optional.ofNullable(change)));
    }

    /** What people call a target. */
    String name(Target target) {
        return TargetName.of(session, target);
    }

    /** All of them, the worst first; of one grade in the order of the session. */
    List<Finding> worstFirst() {
        return found.stream()
                .sorted(Comparator.comparing(f -> f.kind().grade()))
                .toList();
    }
}
