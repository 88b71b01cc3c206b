package agogic.core.edit.pass;

import agogic.core.edit.layer.Layers;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.Stretch;
import agogic.core.refine.Recipe;
import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.session.Writable;
import java.util.List;

/**
 * Makes the envelopes that are still to be made: of rides that lie in their lanes as they were ridden, and of those whose
 * recipe was changed. What it comes to is what writing them at once would have come to.
 */
public final class Finishing {
    private Finishing() {}

    /** True if an envelope of the session is still to be made. */
    public static boolean due(Session session) {
        for (Lane lane : session.lanes()) {
            if (due(lane)) {
                return true;
            }
        }
        return false;
    }

    private static boolean due(Lane lane) {
        for (Layer layer : lane.layers()) {
            if (first(layer) >= 0) {
                return true;
            }
        }
        return false;
    }

    private static int first(Layer layer) {
        List<Stretch> all = layer.stretches();
        for (int i = 0; i < all.size(); i++) {
            if (all.get(i).due()) {
                return i;
            }
        }
        return -1;
    }

    /**
     * The session with another recipe for a stretch; its envelope is as it was until it is made.
     *
     * @throws IllegalArgumentException in words for people if there is no such layer, or the lane is protected
     */
    public static Session by(Session session, Target target, int layer, int stretch, Recipe recipe) {
        Writable.lane(session, target);
        return Layers.edited(session, target, layer, (writer, lane) -> writer.later(lane, stretch, recipe));
    }

    /** The session with all envelopes made. */
    public static Session finished(Session session) {
        Session after = session;
        for (Lane lane : session.lanes()) {
            if (due(lane)) {
                for (int layer = 0; layer < lane.layers().size(); layer++) {
                    after = finished(after, lane.target(), layer);
                }
            }
        }
        return after;
    }

    private static Session finished(Session session, Target target, int layer) {
        Session after = session;
        for (int i = first(after.lane(target).layer(layer));
                i >= 0;
                i = first(after.lane(target).layer(layer))) {
            int stretch = i;
            Session now = after;
            after = Layers.edited(
                    now,
                    target,
                    layer,
                    (writer, lane) -> writer.rewrite(
                            lane, stretch, lane.stretches().get(stretch).recipe(), now::ride));
        }
        return after;
    }
}
