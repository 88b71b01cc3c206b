package agogic.core.lane;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.EnvelopeCursor;
import agogic.core.parameter.Offset;
import agogic.core.parameter.Parameter;
import agogic.core.score.Clip;
import agogic.core.time.Lock;
import agogic.core.time.Timeline;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.function.Function;

/**
 * What a lane says at a moment: the absolute layer that has a say there, a clip's before the timeline's, else where the
 * parameter rests; moved by the sum of all offsets. Of two clips that lie over one moment the one whose layer comes later
 * has the say. This is the one place where that is worked out: playing, listening, export and drawing all ask here. Reads forward
 * without searching and without allocating; not for several threads at once.
 */
public final class LayerStack {
    /** How the value goes on from a moment to the next point. */
    public enum Going {
        /** It stays what it is. */
        LEVEL,
        /** It rises or falls, and does not turn back. */
        ONE_WAY,
        /** It goes up and down. */
        WAVE
    }

    private final Envelope envelope;
    private final EnvelopeCursor cursor;
    /** The first layer as one of several; null for a lane that is its first layer only. */
    private final LayerPart base;

    private final boolean inBeats;
    private final Timeline timeline;
    private final Parameter parameter;

    /** The parts of clips and all offsets; null for a lane that is its first layer only. */
    private final LayerPart[] absolutes;

    private final LayerPart[] offsets;
    private final boolean plays;
    private LayerWays ways;

    /** The parts that have a say from {@link #since} to {@link #until}, in beats. */
    private final LayerPart[] active;

    private int activeAbsolutes;
    private int activeOffsets;
    private double since = Double.NaN;
    private double until = Double.NaN;
    /** While all that have a say go evenly: from when to when, in beats, and what they come to. */
    private double lineFrom = Double.NaN;

    private double lineTo = Double.NaN;
    private double first;
    private double rise;
    private double added;
    private double adding;
    private double absolute = Double.NaN;
    private double amount;

    /**
     * Of a lane.
     *
     * @param clips finds a clip by its id; null if there is none, and then its layers say nothing
     */
    public LayerStack(Lane lane, Parameter parameter, Timeline timeline, Function<String, Clip> clips) {
        Layer first = lane.layer();
        envelope = first.on() ? first.envelope() : Envelope.EMPTY;
        cursor = envelope.cursor();
        inBeats = first.lock() == Lock.BEATS;
        this.timeline = timeline;
        this.parameter = parameter;
        if (!lane.layered()) {
            absolutes = null;
            offsets = null;
            active = null;
            base = null;
            plays = !envelope.isEmpty();
            return;
        }
        base = new LayerPart(first, null);
        List<LayerPart> over = new ArrayList<>();
        List<LayerPart> adding = new ArrayList<>();
        for (Layer layer : lane.layers().subList(1, lane.layers().size())) {
            Clip clip = layer.inClip() ? clips.apply(layer.clip()) : null;
            if (layer.plays() && (clip != null || !layer.inClip())) {
                (layer.offset() ? adding : over).add(new LayerPart(layer, clip));
            }
        }
        Collections.reverse(over);
        plays = !envelope.isEmpty() || !over.isEmpty() || !adding.isEmpty();
        absolutes = over.toArray(LayerPart[]::new);
        offsets = adding.toArray(LayerPart[]::new);
        active = new LayerPart[absolutes.length + offsets.length];
    }

    /** Normalised value of a lane of one layer at {@code time} of that: what it says, else where the parameter rests. */
    public static double valueAt(Lane lane, double time, Parameter parameter) {
        return lane.envelope().isEmpty()
                ? parameter.resting()
                : parameter.settled(lane.envelope().valueAt(time));
    }

    /** True if the lane says something. */
    public boolean plays() {
        return plays;
    }

    /** True if it is more than one absolute layer of the timeline. */
    public boolean layered() {
        return absolutes != null;
    }

    /** What it says at a moment whose time and beat are both known; NaN if it says nothing anywhere. */
    public double valueAt(double seconds, double beat) {
        if (absolutes == null) {
            return cursor.valueAt(inBeats ? beat : seconds);
        }
        return plays ? together(seconds, beat) : Double.NaN;
    }

    private double together(double seconds, double beat) {
        if (!(beat >= lineFrom && beat < lineTo)) {
            if (!(beat >= since && beat < until)) {
                activate(beat);
            }
            if (!line(beat)) {
                apart(seconds, beat);
                return Offset.moved(parameter, absolute, amount);
            }
        }
        double into = beat - lineFrom;
        absolute = first + rise * into;
        amount = added + adding * into;
        return Offset.moved(parameter, absolute, amount);
    }

    /** What each says for itself. */
    private void apart(double seconds, double beat) {
        double value = Double.NaN;
        for (int i = 0; i < activeAbsolutes && Double.isNaN(value); i++) {
            value = active[i].valueAt(seconds, beat);
        }
        if (Double.isNaN(value)) {
            value = envelope.isEmpty() ? parameter.resting() : base.valueAt(seconds, beat);
        }
        double sum = 0;
        for (int i = activeAbsolutes; i < activeAbsolutes + activeOffsets; i++) {
            sum += Offset.amount(active[i].valueAt(seconds, beat));
        }
        absolute = value;
        amount = sum;
    }

    /**
     * True if all that have a say at a beat go evenly: then what they say together is one line, from the latest of their
     * beginnings to the first of their ends, and asked for again it costs what one lane costs. It depends on the beat alone.
     */
    private boolean line(double beat) {
        lineFrom = Math.max(since, -Double.MAX_VALUE);
        lineTo = until;
        LayerPart says = activeAbsolutes > 0 ? active[0] : envelope.isEmpty() ? null : base;
        boolean even = (says == null || joins(says, beat)) && allJoin(beat);
        if (!even) {
            lineTo = Double.NaN;
            return false;
        }
        first = says == null ? parameter.resting() : says.lineAt(lineFrom);
        rise = says == null ? 0 : says.slope;
        added = 0;
        adding = 0;
        for (int i = activeAbsolutes; i < activeAbsolutes + activeOffsets; i++) {
            LayerPart part = active[i];
            added += Offset.amount(part.lineAt(lineFrom));
            adding += 2 * part.slope;
        }
        return true;
    }

    private boolean allJoin(double beat) {
        for (int i = activeAbsolutes; i < activeAbsolutes + activeOffsets; i++) {
            if (!joins(active[i], beat)) {
                return false;
            }
        }
        return true;
    }

    private boolean joins(LayerPart part, double beat) {
        boolean even = part.line(beat);
        lineFrom = even ? Math.max(lineFrom, part.lineFrom) : lineFrom;
        lineTo = even ? Math.min(lineTo, part.lineTo) : lineTo;
        return even && beat >= lineFrom && beat < lineTo;
    }

    /** Finds what has a say at a beat, and from when to when that is so. */
    private void activate(double beat) {
        since = Double.NEGATIVE_INFINITY;
        until = Double.POSITIVE_INFINITY;
        activeAbsolutes = 0;
        for (LayerPart part : absolutes) {
            activeAbsolutes += active(part, beat, activeAbsolutes);
        }
        activeOffsets = 0;
        for (LayerPart part : offsets) {
            activeOffsets += active(part, beat, activeAbsolutes + activeOffsets);
        }
    }

    private int active(LayerPart part, double beat, int place) {
        Clip clip = part.clip;
        boolean now = clip == null || clip.covers(beat);
        if (clip != null) {
            double begins = clip.beat() - Clip.SAME;
            double ends = clip.end() - Clip.SAME;
            until = now || beat < begins ? Math.min(until, now ? ends : begins) : until;
            since = now || beat >= ends ? Math.max(since, now ? begins : ends) : since;
        }
        if (now) {
            active[place] = part;
        }
        return now ? 1 : 0;
    }

    /** What the absolute layers said at the moment last asked for, normalised and without offsets; NaN if none was asked for. */
    public double absolute() {
        return absolute;
    }

    /** The sum of the offsets at the moment last asked for, −1..1 of the whole and beyond; 0 without any. */
    public double offset() {
        return amount;
    }

    /** What it says at {@code seconds} of the piece; NaN if it says nothing. */
    public double valueAtSeconds(double seconds) {
        return absolutes != null
                ? valueAt(seconds, timeline.beatAt(seconds))
                : cursor.valueAt(inBeats ? timeline.beatAt(seconds) : seconds);
    }

    /** What it says at a beat of the piece; NaN if it says nothing. */
    public double valueAtBeat(double beat) {
        return absolutes != null
                ? valueAt(timeline.secondsAt(beat), beat)
                : cursor.valueAt(inBeats ? beat : timeline.secondsAt(beat));
    }

    private LayerWays ways() {
        if (ways == null) {
            List<LayerPart> all = new ArrayList<>(List.of(absolutes));
            all.addAll(List.of(offsets));
            if (!envelope.isEmpty()) {
                all.add(base);
            }
            ways = new LayerWays(all, timeline);
        }
        return ways;
    }

    /** The way on which a beat lies, for the three questions below: −1 before the first point. */
    public int wayAtBeat(double beat) {
        return absolutes != null ? ways().at(beat) : envelope.lastAtOrBefore(inBeats ? beat : timeline.secondsAt(beat));
    }

    /** The way on which a moment lies, given in seconds. */
    public int wayAtSeconds(double seconds) {
        return absolutes != null
                ? ways().at(timeline.beatAt(seconds))
                : envelope.lastAtOrBefore(inBeats ? timeline.beatAt(seconds) : seconds);
    }

    /** How the value goes on this way. */
    public Going going(int way) {
        if (absolutes != null) {
            return ways().going(way);
        }
        if (way < 0 || envelope.level(way)) {
            return Going.LEVEL;
        }
        return envelope.shape(way).kind().wave() ? Going.WAVE : Going.ONE_WAY;
    }

    /** How much the value can change on a way in a beat, at the most; infinite where that is not known so easily. */
    public double steepest(int way) {
        if (going(way) == Going.LEVEL) {
            return 0;
        }
        if (absolutes != null) {
            return Double.POSITIVE_INFINITY;
        }
        double length = envelope.time(way + 1) - envelope.time(way);
        double rise = Math.abs(envelope.value(way + 1) - envelope.value(way));
        return inBeats ? rise * envelope.shape(way).steepest() / length : Double.POSITIVE_INFINITY;
    }

    /** Where a way ends, in beats; infinite after the last point. */
    public double endBeat(int way) {
        if (absolutes != null) {
            return ways().end(way);
        }
        return way + 1 >= envelope.size()
                ? Double.POSITIVE_INFINITY
                : inBeats ? envelope.time(way + 1) : timeline.beatAt(envelope.time(way + 1));
    }

    /** Where a way ends, in seconds of the piece; infinite after the last point. */
    public double endSeconds(int way) {
        if (absolutes != null) {
            double end = ways().end(way);
            return Double.isInfinite(end) ? end : timeline.secondsAt(end);
        }
        return way + 1 >= envelope.size()
                ? Double.POSITIVE_INFINITY
                : inBeats ? timeline.secondsAt(envelope.time(way + 1)) : envelope.time(way + 1);
    }

    /** Up to when the value certainly stays what it is at {@code seconds}; {@code seconds} itself while it moves. */
    public double stillUntil(double seconds) {
        int way = wayAtSeconds(seconds);
        return going(way) == Going.LEVEL ? endSeconds(way) : seconds;
    }
}
