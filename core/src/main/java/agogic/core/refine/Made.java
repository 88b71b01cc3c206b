package agogic.core.refine;

import agogic.core.envelope.Point;
import agogic.core.parameter.Parameter;
import agogic.core.ride.Ride;
import agogic.core.route.Span;
import agogic.core.time.LaneTime;
import java.lang.ref.SoftReference;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What was refined last, so that it is made once and shared by all who write, tell and show it. What is asked for says all
 * that the result depends on: what is found is what would be made anew. Any thread may use it; memory that is needed
 * elsewhere is given back.
 */
final class Made {
    private static final int MOST = 64;
    private static final int MOST_MOVES = 400_000;
    private static final Map<Asked, SoftReference<Refined>> LAST = new LinkedHashMap<>(16, 0.75f, true);

    private Made() {}

    /** Everything that a refined ride depends on. */
    record Asked(
            Parameter parameter,
            Span span,
            LaneTime time,
            Ride ride,
            Recipe recipe,
            double from,
            double to,
            List<Point> pins,
            Ends ends) {
        Asked {
            pins = List.copyOf(pins);
        }
    }

    /** What it comes to, if it was made before. */
    static Optional<Refined> known(Asked asked) {
        synchronized (LAST) {
            SoftReference<Refined> found = LAST.get(asked);
            return found == null ? Optional.empty() : Optional.ofNullable(found.get());
        }
    }

    /** It comes to this, which is answered. */
    static Refined put(Asked asked, Refined made) {
        synchronized (LAST) {
            LAST.put(asked, new SoftReference<>(made));
            int moves = LAST.keySet().stream().mapToInt(a -> a.ride.size()).sum();
            Iterator<Asked> oldest = LAST.keySet().iterator();
            while (LAST.size() > 1 && (LAST.size() > MOST || moves > MOST_MOVES)) {
                moves -= oldest.next().ride.size();
                oldest.remove();
            }
        }
        return made;
    }
}
