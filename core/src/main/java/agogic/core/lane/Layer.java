package agogic.core.lane;

import agogic.core.envelope.Envelope;
import agogic.core.parameter.Offset;
import agogic.core.parameter.Parameter;
import agogic.core.text.Text;
import agogic.core.time.Lock;
import agogic.core.time.Timeline;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * One part of what a lane says: on the timeline of the piece or in a clip, absolute (its value is the value) or an offset (it
 * adds to the value; 0.5 adds nothing, see {@link Offset}).
 *
 * @param name what a person called it; empty for none
 * @param clip the id of the clip it belongs to; empty for the timeline
 * @param offset true if it adds
 * @param on false if it is silenced
 * @param lock whether its times are beats or seconds; of a clip, beats of its content
 * @param envelope its points
 * @param stretches the parts that came from rides, in the order in which they were written
 * @param drawn of an absolute layer of a clip: where it says something besides those; else empty
 * @param placed the parts whose points are a pattern's; what is changed by hand there is that no more
 */
@RecordBuilder
public record Layer(
        String name,
        String clip,
        boolean offset,
        boolean on,
        Lock lock,
        Envelope envelope,
        List<Stretch> stretches,
        List<Extent> drawn,
        List<Placed> placed)
        implements LayerBuilder.With {
    public static final Layer EMPTY = new Layer(Lock.BEATS, Envelope.EMPTY, List.of());

    /** The value of a layer that adds nothing. */
    public static final double NO_OFFSET = 0.5;

    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Layer {
        Text.sound("The name of a layer", name);
        Text.sound("The clip of a layer", clip);
        stretches = List.copyOf(stretches);
        drawn = List.copyOf(drawn);
        placed = List.copyOf(placed);
        envelope = envelope.normalised();
        if (!clip.isEmpty() && lock != Lock.BEATS) {
            throw new IllegalArgumentException("A layer of a clip is locked to its beats.");
        }
    }

    /**
     * The absolute layer of the timeline.
     *
     * @throws IllegalArgumentException in words for people if a value of the envelope lies outside 0..1
     */
    public Layer(Lock lock, Envelope envelope, List<Stretch> stretches) {
        this("", "", false, true, lock, envelope, stretches, List.of());
    }

    /**
     * A layer without patterns.
     *
     * @throws IllegalArgumentException in words for people if one of these is not what it can be: see {@link #Layer}
     */
    public Layer(
            String name,
            String clip,
            boolean offset,
            boolean on,
            Lock lock,
            Envelope envelope,
            List<Stretch> stretches,
            List<Extent> drawn) {
        this(name, clip, offset, on, lock, envelope, stretches, drawn, List.of());
    }

    /**
     * An empty layer of the timeline or of a clip.
     *
     * @throws IllegalArgumentException in words for people if half a character stands in the id of the clip
     */
    public static Layer of(String clip, boolean offset) {
        return new Layer("", clip, offset, true, Lock.BEATS, Envelope.EMPTY, List.of(), List.of());
    }

    /**
     * With this envelope, made by these stretches.
     *
     * @throws IllegalArgumentException in words for people if a value lies outside 0..1
     */
    public Layer with(Envelope newEnvelope, List<Stretch> newStretches) {
        return with().envelope(newEnvelope)
                .stretches(newStretches)
                .placed(left(newEnvelope))
                .build();
    }

    /**
     * With this envelope, and the stretches it has.
     *
     * @throws IllegalArgumentException in words for people if a value lies outside 0..1
     */
    public Layer with(Envelope newEnvelope) {
        return with(newEnvelope, stretches);
    }

    /** With these patterns. */
    public Layer placed(List<Placed> newPlaced) {
        return withPlaced(newPlaced);
    }

    /** The patterns whose points are as they were. */
    private List<Placed> left(Envelope changed) {
        return placed.isEmpty() || changed == envelope
                ? placed
                : placed.stream().filter(p -> same(changed, p)).toList();
    }

    private boolean same(Envelope changed, Placed one) {
        return !changed.isEmpty()
                && InBeats.cut(changed, one.from(), one.to()).equals(InBeats.cut(envelope, one.from(), one.to()));
    }

    /**
     * Locked otherwise, with points for it.
     *
     * @throws IllegalArgumentException in words for people if a value lies outside 0..1, or it is one of a clip and
     *     is not locked to beats
     */
    public Layer with(Lock newLock, Envelope newEnvelope, List<Stretch> newStretches) {
        return with(newLock, newEnvelope, newStretches, List.of());
    }

    /**
     * Locked otherwise, with points and patterns for it.
     *
     * @throws IllegalArgumentException in words for people if a value lies outside 0..1, or it is one of a clip and
     *     is not locked to beats
     */
    public Layer with(Lock newLock, Envelope newEnvelope, List<Stretch> newStretches, List<Placed> newPlaced) {
        return new Layer(name, clip, offset, on, newLock, newEnvelope, newStretches, drawn, newPlaced);
    }

    /**
     * With another name.
     *
     * @throws IllegalArgumentException in words for people if half a character stands in the name
     */
    public Layer named(String newName) {
        return withName(newName);
    }

    /** Heard, or silenced. */
    public Layer switched(boolean isOn) {
        return withOn(isOn);
    }

    /**
     * The same in another clip.
     *
     * @throws IllegalArgumentException in words for people if it is locked to seconds
     */
    public Layer in(String newClip) {
        return withClip(newClip);
    }

    /** Saying something in these parts too. */
    public Layer drawn(List<Extent> newDrawn) {
        return withDrawn(newDrawn);
    }

    /** True if it belongs to a clip, false if to the timeline. */
    public boolean inClip() {
        return !clip.isEmpty();
    }

    /** True if it says something. */
    public boolean plays() {
        return on && !envelope.isEmpty();
    }

    /** What its values are to people: the parameter itself, or how far it is moved. */
    public Parameter scale(Parameter parameter) {
        return offset ? Offset.scale(parameter) : parameter;
    }

    /** Where an absolute layer of a clip says something, in order and apart from each other. */
    public List<Extent> extents() {
        List<Extent> all = new ArrayList<>(drawn);
        stretches.forEach(s -> all.add(new Extent(s.from(), s.to())));
        all.removeIf(one -> one.to() <= one.from());
        all.sort(Comparator.comparingDouble(Extent::from));
        List<Extent> apart = new ArrayList<>();
        for (Extent one : all) {
            Extent last = apart.isEmpty() ? null : apart.get(apart.size() - 1);
            if (last != null && one.from() <= last.to()) {
                apart.set(apart.size() - 1, new Extent(last.from(), Math.max(last.to(), one.to())));
            } else {
                apart.add(one);
            }
        }
        return apart;
    }

    /** True if it says something at this time of its own. */
    public boolean says(double time) {
        if (envelope.isEmpty()) {
            return false;
        }
        return !inClip() || offset || extents().stream().anyMatch(e -> e.from() <= time && time < e.to());
    }

    /** What is left of its stretches where it becomes something else in a range of its time: see {@link Stretch#outside}. */
    public List<Stretch> outside(double from, double to, Timeline timeline) {
        return stretches.stream()
                .flatMap(s -> s.outside(from, to, s.time(timeline, lock)).stream())
                .toList();
    }

    /**
     * With other points from one time to another, and as they were outside: rides that reach in there are cut. An
     * absolute layer of a clip says something there if it did before, or {@code everywhere}.
     *
     * @throws IllegalArgumentException in words for people if a value lies outside 0..1
     */
    public Layer shaped(Envelope changed, double from, double to, boolean everywhere, Timeline timeline) {
        Layer with = with(changed, outside(from, to, timeline));
        if (!inClip() || offset) {
            return with;
        }
        List<Extent> more = new ArrayList<>(drawn);
        for (Extent one : everywhere ? List.of(new Extent(from, to)) : extents()) {
            double first = Math.max(from, one.from());
            double last = Math.min(to, one.to());
            if (last > first && drawn.stream().noneMatch(d -> d.from() <= first && last <= d.to())) {
                more.add(new Extent(first, last));
            }
        }
        return with.drawn(more);
    }

    /** The last stretch written over {@code time}, if any was. */
    public Optional<Stretch> stretchAt(double time) {
        for (int i = stretches.size() - 1; i >= 0; i--) {
            if (stretches.get(i).from() <= time && time <= stretches.get(i).to()) {
                return Optional.of(stretches.get(i));
            }
        }
        return Optional.empty();
    }
}
