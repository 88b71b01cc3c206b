package agogic.core.session;

import agogic.core.lane.Frame;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.Stretch;
import agogic.core.list.SharedList;
import agogic.core.time.Lock;
import agogic.core.time.TempoMap;
import java.util.List;

/** Keeps the tempo of then with rides that are locked to beats, where the tempo changes: they stay where the music is. */
final class Framing {
    private Framing() {}

    /** The lanes at another tempo; the same object if none was ridden to beats. */
    static List<Lane> kept(SharedList<Lane> lanes, TempoMap before, TempoMap after) {
        List<Lane> all = lanes;
        for (int i = 0; i < lanes.size() && !before.equals(after); i++) {
            Lane lane = lanes.get(i);
            for (int k = 0; k < lane.layers().size(); k++) {
                Layer layer = lane.layer(k);
                if (layer.lock() == Lock.BEATS
                        && !layer.inClip()
                        && !layer.stretches().isEmpty()) {
                    List<Stretch> framed = layer.stretches().stream()
                            .map(s -> framed(s, before, after))
                            .toList();
                    lane = lane.with(k, layer.with(layer.envelope(), framed));
                }
            }
            all = lane == lanes.get(i) ? all : SharedList.of(all).with(i, lane);
        }
        return all;
    }

    private static Stretch framed(Stretch stretch, TempoMap before, TempoMap after) {
        Frame frame = stretch.frame().orElse(Frame.of(before));
        return frame.equals(Frame.of(after)) ? stretch.onTimeline() : stretch.in(frame);
    }
}
