package agogic.desk.refine;

import agogic.core.edit.layer.Converting;
import agogic.core.edit.layer.Layers;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.session.Session;
import agogic.core.session.Track;
import agogic.core.time.Lock;
import agogic.desk.parts.FormDialog;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import javafx.scene.control.ComboBox;
import javafx.stage.Window;

/** What is asked about layers: where a new one lies, and what one is to become. */
final class LayerDialogs {
    private LayerDialogs() {}

    /** A place for a layer. */
    record Where(String clip, boolean offset) {}

    /** What a layer can become, in any state of the piece, with what would be heard of it in this. */
    record Conversion(String words, Function<Session, Converting.Outcome> way, Converting.Outcome outcome) {}

    /** Asks where a new layer lies. */
    static final class New extends FormDialog<Where> {
        private final List<String> clips = new ArrayList<>(List.of(""));
        private final ComboBox<String> place;
        private final ComboBox<String> kind;

        New(Session session, Target target, Window owner) {
            super("New layer", "A layer over what " + session.parameter(target).name() + " has", owner);
            List<String> names = new ArrayList<>(List.of("the timeline"));
            for (Clip clip : session.trackOf(target.device()).map(Track::clips).orElse(List.of())) {
                clips.add(clip.id());
                names.add(Layers.clip(session, clip.id()));
            }
            kind = choice("layer-kind", "It is", List.of("an offset", "absolute"), "an offset", "");
            place = choice("layer-place", "In", names, names.get(0), "");
            done("layer", "Make it");
        }

        @Override
        protected Where made() {
            int at = Math.max(0, place.getItems().indexOf(place.getValue()));
            return new Where(clips.get(at), kind.getValue().equals("an offset"));
        }
    }

    /** Asks what a layer is to become; each answer says beforehand whether what is heard would move. */
    static final class Become extends FormDialog<Conversion> {
        private final List<Conversion> all;
        private final ComboBox<String> what;

        Become(Session session, Target target, int layer, List<Conversion> all, Window owner) {
            super(
                    "Make the layer into",
                    Layers.name(session, session.lane(target).layer(layer)) + " of "
                            + session.parameter(target).name() + " is to become",
                    owner);
            this.all = all;
            List<String> words = all.stream()
                    .map(one -> one.words + ": " + one.outcome.difference().would(session, target))
                    .toList();
            what = choice("layer-becomes", "Make it", words, words.get(0), "");
            what.setMaxWidth(560);
            done("become", "Do it");
        }

        @Override
        protected Conversion made() {
            return all.get(what.getItems().indexOf(what.getValue()));
        }
    }

    /** All that a layer of a session can become now. */
    static List<Conversion> conversions(Session session, Target target, int index) {
        List<Conversion> all = new ArrayList<>();
        Lane lane = session.lane(target);
        Layer layer = lane.layer(index);
        if (layer.inClip()) {
            offer(session, all, "part of the timeline", s -> Converting.toTimeline(s, target, index));
        } else {
            for (Clip clip : session.trackOf(target.device()).map(Track::clips).orElse(List.of())) {
                offer(
                        session,
                        all,
                        "part of the clip " + Layers.clip(session, clip.id()),
                        s -> Converting.toClip(s, target, index, clip.id()));
            }
            Lock other = layer.lock() == Lock.BEATS ? Lock.SECONDS : Lock.BEATS;
            offer(
                    session,
                    all,
                    "fixed to the " + (other == Lock.BEATS ? "beats" : "clock"),
                    s -> Converting.lock(s, target, index, other));
        }
        if (index == 0) {
            offer(session, all, "an offset from where it rests", s -> Converting.toOffset(s, target));
        }
        if (layer.offset()) {
            offer(session, all, "absolute, in what lies under it", s -> Converting.toAbsolute(s, target, index));
            for (int i = 0; i < lane.layers().size(); i++) {
                int merged = i;
                boolean another = i != index
                        && lane.layer(i).offset()
                        && lane.layer(i).clip().equals(layer.clip());
                if (another) {
                    offer(
                            session,
                            all,
                            "one with " + Layers.name(session, lane.layer(i)),
                            s -> Converting.merge(s, target, merged, index));
                }
            }
        }
        if (lane.layered()) {
            offer(session, all, "one layer with all others", s -> Converting.flatten(s, target));
        }
        return all;
    }

    private static void offer(
            Session session, List<Conversion> all, String words, Function<Session, Converting.Outcome> way) {
        try {
            all.add(new Conversion(words, way, way.apply(session)));
        } catch (IllegalArgumentException refused) {
            // What cannot be done is not offered.
        }
    }
}
