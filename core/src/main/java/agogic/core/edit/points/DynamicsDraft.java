package agogic.core.edit.points;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Lane;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.score.Loudness;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.session.Writable;
import java.util.ArrayList;
import java.util.List;

/** An envelope from the dynamics of a score: a level for each mark, an S for each hairpin. Meant to be ridden over. */
public final class DynamicsDraft {
    /** The levels that become the two values of one's own: {@code ppp} and {@code fff}. */
    private static final double SOFTEST = 16;

    private static final double LOUDEST = 127;

    private DynamicsDraft() {}

    /** How many marks and hairpins the track of a parameter's device has. */
    public static int marks(Session session, Target target) {
        return session.trackOf(target.device())
                .map(track -> track.played().stream()
                        .mapToInt(c -> c.dynamics().size() + c.hairpins().size())
                        .sum())
                .orElse(0);
    }

    /**
     * The session with the lane of {@code target} drafted from the dynamics of its track.
     *
     * @param soft the normalised value at the softest mark, {@code ppp}
     * @param loud the normalised value at the loudest, {@code fff}
     * @throws IllegalArgumentException if there is no mark, or the lane has points already, with words for people
     */
    public static Session draft(Session session, Target target, double soft, double loud) {
        Parameter parameter = session.parameter(target);
        if (marks(session, target) == 0) {
            throw new IllegalArgumentException("The track of " + parameter.name()
                    + " has no dynamics. Bring in a score that has some, or draw the points.");
        }
        Lane lane = Writable.lane(session, target);
        if (!lane.envelope().isEmpty()) {
            throw new IllegalArgumentException(
                    parameter.name() + " has points already, which a draft would take the place of. Erase them first.");
        }
        Track track = session.trackOf(target.device()).orElseThrow();
        List<Point> points = new ArrayList<>();
        for (Clip clip : track.played()) {
            for (Loudness.Part part : Loudness.of(clip.dynamics(), clip.hairpins())) {
                if (part.beat() > clip.length()) {
                    continue;
                }
                double beat = clip.beat() + part.beat();
                double time = session.timeline().laneTimeOfBeat(lane.lock(), beat);
                double share = Math.max(0, Math.min(1, (part.level() - SOFTEST) / (LOUDEST - SOFTEST)));
                double value = parameter.settled(soft + (loud - soft) * share);
                Shape way = part.moves() && !parameter.stepped() ? Shape.S : Shape.HOLD;
                points.add(new Point(time, value, way));
            }
        }
        points.sort((a, b) -> Double.compare(a.time(), b.time()));
        // Of two clips that meet the later one counts.
        for (int i = points.size() - 1; i > 0; i--) {
            if (points.get(i).time() == points.get(i - 1).time()) {
                points.remove(i - 1);
            }
        }
        return session.with(lane.with(Envelope.of(points)));
    }
}
