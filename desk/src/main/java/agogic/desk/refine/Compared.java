package agogic.desk.refine;

import agogic.core.curve.Curve;
import agogic.core.edit.layer.Difference;
import agogic.core.edit.points.Versions;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.lane.Layer;
import agogic.core.session.Session;
import agogic.core.session.Version;
import agogic.desk.model.SeenLayer;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What a lane is compared with: one of its versions, or the ride that is shown.
 *
 * @param version empty for the ride
 */
record Compared(String name, Session session, Optional<Version> version) {
    /** The versions of the lane that is shown, then its ride. */
    static List<Compared> others(Shown shown) {
        Session session = shown.editing().session();
        List<Compared> all = new ArrayList<>();
        for (Version one : Versions.of(session, shown.target())) {
            Session heard = Versions.heard(session, one);
            if (heard.has(shown.target())) {
                all.add(new Compared(one.name(), heard, Optional.of(one)));
            }
        }
        if (shown.model() != null && shown.model().refined().raw().size() > 1) {
            all.add(new Compared("ride " + shown.model().ride().number(), ridden(shown), Optional.empty()));
        }
        return all;
    }

    /** The session with the raw moves of the ride that is shown in the place of its points. */
    private static Session ridden(Shown shown) {
        Session session = shown.editing().session();
        Curve raw = shown.model().refined().raw();
        List<Point> points = new ArrayList<>();
        for (int i = 0; i < raw.size(); i++) {
            points.add(new Point(raw.times()[i], Math.max(0, Math.min(1, raw.values()[i]))));
        }
        Layer layer = shown.seen().layer();
        Envelope moves = Envelope.of(points);
        Envelope all = layer.envelope()
                .splice(
                        moves.time(0),
                        moves.time(moves.size() - 1),
                        moves,
                        shown.parameter().resting());
        return session.with(session.lane(shown.target()).with(shown.layer(), layer.with(all, List.of())));
    }

    /** What is compared with lies behind the lane: anew after an edit. */
    static void again(Shown shown) {
        with(shown, shown.compared());
    }

    /** Another version lies behind the lane; none if {@code chosen} is null, or has gone. */
    static void with(Shown shown, Compared chosen) {
        Compared other = chosen == null
                ? null
                : others(shown).stream()
                        .filter(o -> o.name().equals(chosen.name()))
                        .findFirst()
                        .orElse(null);
        if (other == null) {
            shown.compare(null, null);
            return;
        }
        int layers = other.session().lane(shown.target()).layers().size();
        shown.compare(other, new SeenLayer(other.session(), shown.target(), Math.min(shown.layer(), layers - 1)));
    }

    /** {@code what is heard is up to 240 cents apart, at 12.3.00}. */
    static String told(Shown shown) {
        Session session = shown.editing().session();
        Difference difference = Difference.of(session, shown.compared().session(), shown.target());
        return difference.none()
                ? "nothing that is heard differs"
                : "up to " + session.parameter(shown.target()).printDifference(difference.farthest()) + " apart, at "
                        + session.timeline().printBars(difference.beat());
    }
}
