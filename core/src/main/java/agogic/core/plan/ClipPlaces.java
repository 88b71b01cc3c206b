package agogic.core.plan;

import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.route.Into;
import agogic.core.route.Route;
import agogic.core.score.Clip;
import agogic.core.session.Session;
import agogic.core.session.Track;
import java.util.Arrays;
import java.util.List;

/**
 * Which clips matter to what a route writes, as numbers: asked for while a hand moves, without allocating.
 *
 * @param guarded true if nothing may write its lane
 * @param silenced true if the layer that it writes is not heard
 * @param over beats of the clips that it can write into: from, to, from, to
 * @param saying the same for the clips whose own absolute layer is heard instead of what it writes
 */
public record ClipPlaces(boolean guarded, boolean silenced, double[] over, double[] saying) {
    private static final double[] NOWHERE = {};
    private static final ClipPlaces NONE = new ClipPlaces(false, false, NOWHERE, NOWHERE);

    /** Where what a route writes into clips goes: the clips of the track that its target stands on. */
    public static ClipPlaces of(Session session, Route route) {
        Lane lane = session.laneIfAny(route.target()).orElse(null);
        boolean layered = lane != null && lane.layered() && !route.into().offset();
        boolean silenced = lane != null && silenced(lane, route.into());
        if (!route.into().clip() && !layered && !silenced && (lane == null || !lane.guarded())) {
            return NONE;
        }
        double[] over = route.into().clip()
                ? places(session.trackOf(route.target().device())
                        .map(Track::clips)
                        .orElse(List.of()))
                : NOWHERE;
        double[] saying = layered && !route.into().clip()
                ? places(lane.layers().stream()
                        .filter(l -> l.inClip() && !l.offset() && l.plays())
                        .map(Layer::clip)
                        .flatMap(id -> session.clip(id).stream())
                        .toList())
                : NOWHERE;
        return new ClipPlaces(lane != null && lane.guarded(), silenced, over, saying);
    }

    /** True if all layers of the kind that is written are silenced; a new offset is always heard. */
    private static boolean silenced(Lane lane, Into into) {
        if (into.offset()) {
            return false;
        }
        List<Layer> written = into.clip()
                ? lane.layers().stream().filter(l -> l.inClip() && !l.offset()).toList()
                : List.of(lane.layer());
        return !written.isEmpty() && written.stream().noneMatch(Layer::on);
    }

    private static double[] places(List<Clip> clips) {
        double[] places = new double[2 * clips.size()];
        for (int i = 0; i < clips.size(); i++) {
            places[2 * i] = clips.get(i).beat();
            places[2 * i + 1] = clips.get(i).end();
        }
        return places;
    }

    /** True if a clip that it can write into lies over a beat. */
    public boolean over(double beat) {
        return within(over, beat);
    }

    /** True if a clip with something of its own to say lies over a beat. */
    public boolean says(double beat) {
        return within(saying, beat);
    }

    private static boolean within(double[] places, double beat) {
        for (int i = 0; i < places.length; i += 2) {
            if (beat >= places[i] && beat < places[i + 1]) {
                return true;
            }
        }
        return false;
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof ClipPlaces places
                && places.guarded == guarded
                && places.silenced == silenced
                && Arrays.equals(places.over, over)
                && Arrays.equals(places.saying, saying);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(over);
    }
}
