package agogic.core.edit.pass;

import agogic.core.lane.Frame;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.Stretch;
import agogic.core.route.Into;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.session.Session;
import agogic.core.session.Track;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;

/** Where the parts of a pass go: to the timeline, or into the clips that lay under the playhead, each turn of one apart. */
final class PassPlaces {
    private static final double SHORTEST = 1e-6;

    private PassPlaces() {}

    /**
     * A part of a pass.
     *
     * @param clip the id of the clip it goes into, empty for the timeline
     * @param frame how the time of the clip went then
     * @param from in seconds of the piece
     * @param to in seconds of the piece
     */
    record Place(String clip, Optional<Frame> frame, double from, double to) {}

    /** The parts of a pass from one second to another, in order; none where it has to go into a clip and there is none. */
    static List<Place> of(Session session, Target target, Into into, double from, double to) {
        if (!into.clip()) {
            return List.of(new Place("", Optional.empty(), from, to));
        }
        List<Clip> clips = session.trackOf(target.device()).map(Track::clips).orElse(List.of());
        TreeSet<Double> edges = new TreeSet<>(List.of(from, to));
        for (Clip clip : clips) {
            for (Clip.Turn turn : clip.turns()) {
                edge(edges, session, clip.beatOf(turn.from() + turn.shift()));
                edge(edges, session, clip.beatOf(turn.to() + turn.shift()));
            }
        }
        List<Place> places = new ArrayList<>();
        double begin = from;
        for (double end : edges.subSet(from, false, to, true)) {
            double middle = session.timeline().beatAt((begin + end) / 2);
            Clip under = null;
            for (Clip clip : clips) {
                under = clip.covers(middle) ? clip : under;
            }
            if (under != null && end - begin > SHORTEST) {
                double turn = under.turnAt(under.running(middle));
                Frame frame = Frame.of(under, turn, session.timeline().tempo());
                places.add(new Place(under.id(), Optional.of(frame), begin, end));
            }
            begin = end;
        }
        return places;
    }

    private static void edge(TreeSet<Double> edges, Session session, double beat) {
        edges.add(session.timeline().secondsAt(beat));
    }

    /**
     * The layer of a lane that takes a place: the absolute one of the timeline or the clip, or the newest offset there that
     * nothing was written to in this part; a new one otherwise. Its number may be that of a layer that has to be made.
     */
    static int layer(Lane lane, Into into, Place place, double from, double to) {
        for (int i = lane.layers().size() - 1; i >= 0; i--) {
            Layer layer = lane.layer(i);
            if (layer.offset() == into.offset() && layer.clip().equals(place.clip)) {
                return !into.offset() || free(layer, from, to)
                        ? i
                        : lane.layers().size();
            }
        }
        return lane.layers().size();
    }

    private static boolean free(Layer layer, double from, double to) {
        for (Stretch stretch : layer.stretches()) {
            if (stretch.from() < to && from < stretch.to()) {
                return false;
            }
        }
        for (int i = 0; i < layer.envelope().size(); i++) {
            if (layer.envelope().value(i) != Layer.NO_OFFSET
                    && layer.envelope().time(i) >= from
                    && layer.envelope().time(i) <= to) {
                return false;
            }
        }
        return layer.envelope().isEmpty() || layer.envelope().valueAt(from) == Layer.NO_OFFSET;
    }
}
