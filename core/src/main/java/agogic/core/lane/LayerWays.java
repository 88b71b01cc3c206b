package agogic.core.lane;

import agogic.core.envelope.Envelope;
import agogic.core.score.Clip;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.TreeSet;

/** The beats of the piece at which several layers together may go on otherwise, and how they go in between. */
final class LayerWays {
    private final double[] beats;
    private final LayerStack.Going[] goings;

    /**
     * Of the layers of a lane.
     *
     * @param parts all that play
     */
    LayerWays(List<LayerPart> parts, Timeline timeline) {
        TreeSet<Double> all = new TreeSet<>();
        for (LayerPart part : parts) {
            Clip clip = part.clip;
            List<Double> times = new ArrayList<>();
            Envelope envelope = part.layer.envelope();
            for (int i = 0; i < envelope.size(); i++) {
                times.add(envelope.time(i));
            }
            if (clip == null) {
                times.forEach(time -> all.add(timeline.beatOfLane(part.layer.lock(), time)));
                continue;
            }
            part.layer.extents().forEach(one -> {
                times.add(one.from());
                times.add(one.to());
            });
            times.add(0.0);
            times.forEach(time -> all.addAll(clip.beatsOf(time)));
            all.add(clip.beat());
            all.add(clip.end());
        }
        beats = all.stream().mapToDouble(b -> b).toArray();
        goings = new LayerStack.Going[beats.length];
        Arrays.setAll(goings, i -> going(parts, timeline, i));
    }

    private LayerStack.Going going(List<LayerPart> parts, Timeline timeline, int way) {
        if (way + 1 >= beats.length) {
            return LayerStack.Going.LEVEL;
        }
        double middle = (beats[way] + beats[way + 1]) / 2;
        int moving = 0;
        boolean waves = false;
        for (LayerPart part : parts) {
            if (part.clip != null && !part.clip.covers(middle)) {
                continue;
            }
            double time = part.clip == null
                    ? timeline.laneTimeOfBeat(part.layer.lock(), middle)
                    : part.clip.contentAt(middle);
            Envelope envelope = part.layer.envelope();
            int i = envelope.lastAtOrBefore(time);
            if (i >= 0 && !envelope.level(i)) {
                moving++;
                waves |= envelope.shape(i).kind().wave();
            }
        }
        return moving == 0
                ? LayerStack.Going.LEVEL
                : moving == 1 && !waves ? LayerStack.Going.ONE_WAY : LayerStack.Going.WAVE;
    }

    int at(double beat) {
        int found = Arrays.binarySearch(beats, beat);
        return found >= 0 ? found : -found - 2;
    }

    LayerStack.Going going(int way) {
        return way < 0 ? LayerStack.Going.LEVEL : goings[way];
    }

    /** Where a way ends; infinite after the last. */
    double end(int way) {
        return way + 1 >= beats.length ? Double.POSITIVE_INFINITY : beats[way + 1];
    }
}
