package agogic.core.edit.layer;

import agogic.core.lane.Lane;
import agogic.core.lane.LaneWriter;
import agogic.core.lane.Layer;
import agogic.core.lane.LayerStack;
import agogic.core.lane.Stretch;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.session.Session;
import agogic.core.session.Writable;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.DoubleUnaryOperator;

/** Edits of the layers of a lane: one more, another name, silenced, heard alone, away. */
public final class Layers {
    private Layers() {}

    /** The place of the absolute layer of a clip in a lane, −1 if it has none. */
    public static int absoluteOf(Lane lane, String clip) {
        for (int i = 0; i < lane.layers().size(); i++) {
            if (!lane.layer(i).offset() && lane.layer(i).clip().equals(clip)) {
                return i;
            }
        }
        return -1;
    }

    /**
     * With an empty layer more.
     *
     * @param clip the clip it belongs to; empty for the timeline
     * @throws IllegalArgumentException if there is an absolute one there already
     */
    public static Session add(Session session, Target target, String clip, boolean offset) {
        Lane lane = session.lane(target);
        if (!offset && absoluteOf(lane, clip) >= 0) {
            throw new IllegalArgumentException(session.parameter(target).name() + " has an absolute layer "
                    + (clip.isEmpty() ? "on the timeline" : "in that clip")
                    + " already. What is more there is an offset.");
        }
        return session.with(lane.with(lane.layers().size(), Layer.of(clip, offset)));
    }

    /**
     * With another name for a layer; none if it is empty.
     *
     * @throws IllegalArgumentException in words for people if there is no such layer
     */
    public static Session rename(Session session, Target target, int layer, String name) {
        Lane lane = having(session, target, layer);
        return session.with(lane.with(layer, lane.layer(layer).named(name.strip())));
    }

    /**
     * With a layer silenced, or heard again.
     *
     * @throws IllegalArgumentException in words for people if there is no such layer
     */
    public static Session switched(Session session, Target target, int layer, boolean on) {
        Lane lane = having(session, target, layer);
        return session.with(lane.with(layer, lane.layer(layer).switched(on)));
    }

    /**
     * With this layer heard alone; with all of them heard, if it was the only one.
     *
     * @throws IllegalArgumentException in words for people if there is no such layer
     */
    public static Session alone(Session session, Target target, int layer) {
        Lane lane = having(session, target, layer);
        boolean already = aloneAlready(lane, layer);
        Lane after = lane;
        for (int i = 0; i < lane.layers().size(); i++) {
            after = after.with(i, lane.layer(i).switched(already || i == layer));
        }
        return session.with(after);
    }

    /** With no layer of a lane silenced; the same session if none is. */
    public static Session heard(Session session, Target target) {
        Lane lane = session.lane(target);
        return session.with(
                lane.of(lane.layers().stream().map(l -> l.switched(true)).toList()));
    }

    /** True if this layer is the only one that is not silenced. */
    public static boolean aloneAlready(Lane lane, int layer) {
        for (int i = 0; i < lane.layers().size(); i++) {
            if (lane.layer(i).on() != (i == layer)) {
                return false;
            }
        }
        return true;
    }

    /**
     * Without a layer; the absolute one of the timeline is emptied.
     *
     * @throws IllegalArgumentException in words for people if there is no such layer, or the lane is protected
     */
    public static Session remove(Session session, Target target, int layer) {
        Writable.lane(session, target);
        return session.with(having(session, target, layer).without(layer));
    }

    /**
     * The lane of a target, if it has that layer.
     *
     * @throws IllegalArgumentException in words for people if it has not
     */
    public static Lane having(Session session, Target target, int layer) {
        Lane lane = session.lane(target);
        if (layer < 0 || layer >= lane.layers().size()) {
            throw new IllegalArgumentException(session.parameter(target).name() + " has layers 1 to "
                    + lane.layers().size() + ", no layer " + (layer + 1) + ".");
        }
        return lane;
    }

    /**
     * What writes into a layer of a lane as it is now.
     *
     * @throws IllegalArgumentException in words for people if the session has no such target
     */
    public static LaneWriter writer(Session session, Target target, int layer) {
        Lane lane = session.lane(target);
        Layer one = lane.layer(layer);
        DoubleUnaryOperator beneath = null;
        if (one.inClip() && !one.offset()) {
            LayerStack stack = session.stack(lane);
            beneath = seconds -> {
                double value = stack.valueAtSeconds(seconds);
                return Double.isNaN(value) ? session.parameter(target).resting() : stack.absolute();
            };
        }
        return new LaneWriter(one.scale(session.parameter(target)), session.timeline(), one.lock(), beneath);
    }

    /** An edit of one layer, which it sees as a lane of its own. */
    public interface Edit {
        Lane of(LaneWriter writer, Lane layer);
    }

    /**
     * With one layer of a lane edited.
     *
     * @throws IllegalArgumentException in words for people if there is no such layer, or what the edit makes of it
     *     cannot be
     */
    public static Session edited(Session session, Target target, int layer, Edit edit) {
        Lane lane = having(session, target, layer);
        Lane after = edit.of(writer(session, target, layer), lane.only(layer));
        return session.with(lane.with(layer, after.layer()));
    }

    /** What a layer is, in words: {@code offset in the clip Partials}, {@code absolute on the timeline}. */
    public static String kind(Session session, Layer layer) {
        String where = layer.inClip() ? "in the clip " + clip(session, layer.clip()) : "on the timeline";
        return (layer.offset() ? "offset " : "absolute ") + where;
    }

    /** The name of a clip, with its place where another has that name too; {@code that is gone} if there is none. */
    public static String clip(Session session, String id) {
        Clip clip = session.clip(id).orElse(null);
        if (clip == null) {
            return "that is gone";
        }
        long alike = session.tracks().stream()
                .flatMap(t -> t.clips().stream())
                .filter(c -> c.name().equals(clip.name()))
                .count();
        return clip.name() + (alike > 1 ? " at " + session.timeline().printBars(clip.beat()) : "");
    }

    /** What a layer is called: its own name, or what it is. */
    public static String name(Session session, Layer layer) {
        String kind = kind(session, layer);
        return layer.name().isEmpty()
                ? kind.substring(0, 1).toUpperCase(Locale.ROOT) + kind.substring(1)
                : layer.name();
    }

    /** Where a layer came from, in words: {@code 3 rides}, {@code drawn by hand}. */
    public static String source(Layer layer) {
        long rides = layer.stretches().stream().map(Stretch::ride).distinct().count();
        return layer.envelope().isEmpty()
                ? "empty"
                : rides == 0 ? "drawn by hand" : rides == 1 ? "one ride" : rides + " rides";
    }

    /** A lane without what says nothing any more: empty layers but the first. */
    static Lane tidied(Lane lane) {
        List<Layer> left = new ArrayList<>();
        for (Layer layer : lane.layers()) {
            boolean nothing = layer.envelope().isEmpty() && layer.stretches().isEmpty();
            if (left.isEmpty() || !nothing) {
                left.add(layer);
            }
        }
        return lane.of(left);
    }
}
