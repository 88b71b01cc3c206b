package agogic.core.lane;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.score.Clip;
import agogic.core.time.Lock;
import agogic.core.time.TempoPoint;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;
import java.util.function.DoubleUnaryOperator;

/**
 * What layers say, in beats of the piece; and envelopes from beats to seconds and back. Exact wherever time goes evenly; on
 * a tempo ramp a way that is not level becomes straight links within a ten thousandth.
 */
public final class InBeats {
    private InBeats() {}

    /** An envelope in seconds as one in beats. */
    public static Envelope ofSeconds(Envelope envelope, Timeline timeline) {
        return remapped(envelope, timeline, timeline::beatAt, timeline::secondsAt, false);
    }

    /** An envelope in beats as one in seconds. */
    public static Envelope toSeconds(Envelope envelope, Timeline timeline) {
        return remapped(envelope, timeline, timeline::secondsAt, timeline::beatAt, true);
    }

    private static Envelope remapped(
            Envelope envelope,
            Timeline timeline,
            DoubleUnaryOperator there,
            DoubleUnaryOperator back,
            boolean fromBeats) {
        if (envelope.isEmpty()) {
            return envelope;
        }
        List<TempoPoint> tempos = timeline.tempo().points();
        TreeSet<Double> cuts = new TreeSet<>();
        tempos.forEach(p -> cuts.add(fromBeats ? p.beat() : timeline.secondsAt(p.beat())));
        List<Point> points = new ArrayList<>();
        for (int i = 0; i < envelope.size(); i++) {
            Point point = envelope.point(i);
            double time = point.time();
            double end = i + 1 < envelope.size() ? envelope.time(i + 1) : time;
            if (end <= time || envelope.level(i)) {
                points.add(point.at(there.applyAsDouble(time), point.value()));
                continue;
            }
            Envelope way = Envelope.of(point, envelope.point(i + 1));
            List<Double> parts = new ArrayList<>(List.of(time));
            parts.addAll(cuts.subSet(time, false, end, false));
            parts.add(end);
            for (int k = 0; k + 1 < parts.size(); k++) {
                double from = parts.get(k);
                double to = parts.get(k + 1);
                double beat = fromBeats ? (from + to) / 2 : timeline.beatAt((from + to) / 2);
                double newFrom = there.applyAsDouble(from);
                if (steady(tempos, beat)) {
                    Envelope part = k == 0 ? way : way.from(from);
                    part = to < end ? part.until(to) : part;
                    points.add(part.point(0).at(newFrom, part.value(0)));
                } else {
                    Blend.linked(points, t -> way.valueAt(back.applyAsDouble(t)), newFrom, there.applyAsDouble(to));
                    points.remove(points.size() - 1);
                }
            }
        }
        return Envelope.of(points);
    }

    private static boolean steady(List<TempoPoint> tempos, double beat) {
        int i = 0;
        while (i + 1 < tempos.size() && tempos.get(i + 1).beat() <= beat) {
            i++;
        }
        return !tempos.get(i).ramp()
                || i + 1 == tempos.size()
                || beat < 0
                || tempos.get(i).bpm() == tempos.get(i + 1).bpm();
    }

    /** A layer of the timeline in beats. */
    public static Envelope of(Layer layer, Timeline timeline) {
        return layer.lock() == Lock.BEATS ? layer.envelope() : ofSeconds(layer.envelope(), timeline);
    }

    /**
     * A part of what a layer of a clip says in the piece.
     *
     * @param envelope in beats of the piece, from one to the other
     */
    public record Said(double from, double to, Envelope envelope) {}

    /** What a layer of a clip says, in beats of the piece, in order. */
    public static List<Said> of(Layer layer, Clip clip) {
        List<Extent> extents =
                layer.offset() ? List.of(new Extent(-Double.MAX_VALUE, Double.MAX_VALUE)) : layer.extents();
        List<Said> said = new ArrayList<>();
        if (layer.envelope().isEmpty()) {
            return said;
        }
        for (Clip.Turn turn : clip.turns()) {
            for (Extent one : extents) {
                double from = Math.max(turn.from(), one.from());
                double to = Math.min(turn.to(), one.to());
                if (to - from > Clip.SAME) {
                    double begins = clip.beatOf(from + turn.shift());
                    double by = begins - from / clip.speed();
                    Envelope part = cut(layer.envelope(), from, to).mapped(1 / clip.speed(), by);
                    said.add(new Said(part.time(0), part.time(part.size() - 1), part));
                }
            }
        }
        return said;
    }

    /** The stretches of a layer of a clip that lie in it whole, in beats of the piece; none of a clip that repeats. */
    public static List<Stretch> stretches(Layer layer, Clip clip, Frame now) {
        if (clip.cycle() > 0) {
            return List.of();
        }
        double by = clip.beat() - clip.offset() / clip.speed();
        return layer.stretches().stream()
                .map(s -> s.mapped(1 / clip.speed(), by, now))
                .filter(s -> s.from() >= clip.beat() && s.to() <= clip.end())
                .toList();
    }

    /** The part of an envelope between two times, with what it has at both: at its end the value just before it. */
    public static Envelope cut(Envelope envelope, double from, double to) {
        return envelope.from(from).until(to);
    }
}
