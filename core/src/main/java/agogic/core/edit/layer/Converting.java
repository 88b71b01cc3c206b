package agogic.core.edit.layer;

import agogic.core.envelope.Envelope;
import agogic.core.envelope.Point;
import agogic.core.envelope.Shape;
import agogic.core.lane.Blend;
import agogic.core.lane.Extent;
import agogic.core.lane.Frame;
import agogic.core.lane.InBeats;
import agogic.core.lane.Lane;
import agogic.core.lane.Layer;
import agogic.core.lane.Stretch;
import agogic.core.parameter.Offset;
import agogic.core.parameter.Parameter;
import agogic.core.parameter.Taper;
import agogic.core.route.Target;
import agogic.core.score.Clip;
import agogic.core.session.Session;
import agogic.core.session.Writable;
import agogic.core.time.Lock;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;

/**
 * Layers made into others: from the timeline into a clip and back, an absolute one into an offset and back, two into one, all
 * into one, beats into seconds and back. What is heard stays where both can say it; where they cannot, it is told how far it
 * moved.
 */
public final class Converting {
    private final Session session;
    private final Target target;
    private final Parameter parameter;
    private final Lane lane;

    private Converting(Session session, Target target) {
        this.session = session;
        this.target = target;
        parameter = session.parameter(target);
        lane = session.lane(target);
    }

    /**
     * What became of a lane.
     *
     * @param difference how far what is heard moved
     */
    public record Outcome(Session session, Difference difference) {}

    private static Converting of(Session session, Target target) {
        Writable.lane(session, target);
        return new Converting(session, target);
    }

    private Outcome outcome(Lane after) {
        Session done = session.with(Layers.tidied(after));
        return new Outcome(done, Difference.of(session, done, target));
    }

    /**
     * What a layer of the timeline says while a clip lasts goes into the clip. On the timeline the value before it stays
     * there instead.
     *
     * @throws IllegalArgumentException in words for people if the lane is protected, or it is no layer of the timeline, says
     *     nothing, or the clip says something already
     */
    public static Outcome toClip(Session session, Target target, int layer, String clip) {
        return of(session, target).toClip(layer, clip);
    }

    private Outcome toClip(int index, String id) {
        Layer layer = saying(index);
        Clip clip = session.clip(id).orElseThrow(() -> new IllegalArgumentException("There is no such clip."));
        if (layer.inClip()) {
            throw new IllegalArgumentException("That layer lies in a clip already.");
        }
        if (!layer.offset() && Layers.absoluteOf(lane, id) >= 0) {
            throw new IllegalArgumentException(parameter.name() + " has an absolute layer in the clip " + clip.name()
                    + " already, and that one is heard there. Take it to the timeline first, or remove it.");
        }
        Envelope beats = InBeats.of(layer, session.timeline());
        List<Clip.Turn> turns = clip.turns();
        Envelope content = Envelope.EMPTY;
        // Where content is heard more than once, the first time counts.
        for (int i = Math.min(1, turns.size() - 1); i >= 0; i--) {
            Clip.Turn turn = turns.get(i);
            double from = clip.beatOf(turn.from() + turn.shift());
            double to = clip.beatOf(turn.to() + turn.shift());
            Envelope part = InBeats.cut(beats, from, to).mapped(clip.speed(), turn.from() - clip.speed() * from);
            content = content.isEmpty()
                    ? part
                    : content.splice(turn.from(), part.time(part.size() - 1), part, parameter.resting());
        }
        List<Extent> extents =
                layer.offset() ? List.of() : List.of(new Extent(content.time(0), content.time(content.size() - 1)));
        List<Stretch> taken = clip.cycle() > 0 || layer.lock() == Lock.SECONDS
                ? List.of()
                : layer.stretches().stream()
                        .filter(s -> s.from() >= clip.beat() && s.to() <= clip.end())
                        .map(s -> s.mapped(clip.speed(), clip.offset() - clip.speed() * clip.beat(), now()))
                        .toList();
        Layer fresh = Layer.of(id, layer.offset())
                .named(layer.name())
                .switched(layer.on())
                .with(content, taken)
                .drawn(extents);
        Lane after = lane.with(index, levelled(layer, clip));
        return outcome(after.with(after.layers().size(), fresh));
    }

    private Frame now() {
        return Frame.of(session.timeline().tempo());
    }

    /** A layer of the timeline that stays at what it was before a clip, while the clip lasts. */
    private Layer levelled(Layer layer, Clip clip) {
        double from = session.timeline().laneTimeOfBeat(layer.lock(), clip.beat());
        double to = session.timeline().laneTimeOfBeat(layer.lock(), clip.end());
        double before = layer.offset() ? Layer.NO_OFFSET : layer.envelope().valueBefore(from);
        Envelope level = Envelope.of(new Point(from, before, Shape.HOLD), new Point(to, before));
        List<Stretch> left = layer.stretches().stream()
                .filter(s -> s.to() <= from || s.from() >= to)
                .toList();
        return layer.with(layer.envelope().splice(from, to, level, rest(layer)), left);
    }

    private double rest(Layer layer) {
        return layer.offset() ? Layer.NO_OFFSET : parameter.resting();
    }

    /**
     * What a layer of a clip says goes to the timeline, wherever in the piece it is heard.
     *
     * @throws IllegalArgumentException in words for people if the lane is protected, or there is no such layer, it
     *     says nothing or lies on the timeline already
     */
    public static Outcome toTimeline(Session session, Target target, int layer) {
        return of(session, target).toTimeline(layer);
    }

    private Outcome toTimeline(int index) {
        Layer layer = saying(index);
        if (!layer.inClip()) {
            throw new IllegalArgumentException("That layer lies on the timeline already.");
        }
        Clip clip = session.clip(layer.clip()).orElseThrow();
        Layer base = layer.offset() ? Layer.of("", true).named(layer.name()) : lane.layer();
        if (!layer.offset() && !base.on()) {
            throw new IllegalArgumentException(
                    "The absolute layer of the timeline is silenced. Let it be heard first.");
        }
        Envelope written = base.envelope();
        List<Stretch> stretches = new ArrayList<>(base.stretches());
        for (InBeats.Said said : InBeats.of(layer, clip)) {
            boolean beats = base.lock() == Lock.BEATS;
            Envelope part = beats ? said.envelope() : InBeats.toSeconds(said.envelope(), session.timeline());
            double from = part.time(0);
            double to = part.time(part.size() - 1);
            stretches.removeIf(s -> s.from() < to && from < s.to());
            written = written.splice(from, to, part, rest(layer));
        }
        if (base.lock() == Lock.BEATS) {
            stretches.addAll(InBeats.stretches(layer, clip, now()));
        }
        Layer after = base.with(written, stretches);
        Lane without = lane.without(index);
        return outcome(
                layer.offset()
                        ? without.with(without.layers().size(), after.switched(layer.on()))
                        : without.with(0, after));
    }

    /**
     * All that is heard becomes the absolute layer of the timeline, locked to beats. Silenced layers stay as they
     * are.
     *
     * @throws IllegalArgumentException in words for people if the lane is protected
     */
    public static Outcome flatten(Session session, Target target) {
        return of(session, target).flatten();
    }

    private Outcome flatten() {
        Layer base = lane.layer();
        Envelope absolute = base.plays() ? InBeats.of(base, session.timeline()) : Envelope.EMPTY;
        List<Layer> over = new ArrayList<>();
        List<Envelope> offsets = new ArrayList<>();
        List<Layer> left = new ArrayList<>();
        TreeSet<Double> ends = new TreeSet<>(List.of(0.0, session.length()));
        for (int i = 1; i < lane.layers().size(); i++) {
            Layer layer = lane.layer(i);
            if (!layer.plays()) {
                left.add(layer);
            } else if (!layer.offset()) {
                over.add(layer);
            } else {
                offsets.add(layer.inClip() ? spread(layer) : InBeats.of(layer, session.timeline()));
            }
        }
        for (Layer layer : over) {
            for (InBeats.Said said : InBeats.of(layer, clip(layer))) {
                absolute = absolute.splice(said.from(), said.to(), said.envelope(), parameter.resting());
            }
        }
        absolute = absolute.isEmpty() ? Envelope.of(new Point(0, parameter.resting())) : absolute;
        ends.add(absolute.time(0));
        ends.add(absolute.time(absolute.size() - 1));
        offsets.forEach(one -> ends.add(one.time(0)));
        offsets.forEach(one -> ends.add(one.time(one.size() - 1)));
        Envelope flat = offsets.isEmpty() ? absolute : moved(absolute, offsets, ends.first(), ends.last() + 1);
        List<Stretch> stretches =
                offsets.isEmpty() && over.isEmpty() && base.lock() == Lock.BEATS ? base.stretches() : List.of();
        List<Layer> layers = new ArrayList<>();
        layers.add(new Layer(base.name(), "", false, true, Lock.BEATS, settled(flat), stretches, List.of()));
        layers.addAll(left);
        return outcome(lane.of(layers));
    }

    private Clip clip(Layer layer) {
        return session.clip(layer.clip()).orElseThrow();
    }

    /** An offset of a clip over the piece: it adds nothing elsewhere. */
    private Envelope spread(Layer layer) {
        Envelope spread = Envelope.of(new Point(0, Layer.NO_OFFSET));
        for (InBeats.Said said : InBeats.of(layer, clip(layer))) {
            spread = spread.splice(said.from(), said.to(), said.envelope(), Layer.NO_OFFSET);
        }
        return spread;
    }

    /** Absolute values moved by all these offsets together, from one time to another. */
    private Envelope moved(Envelope absolute, List<Envelope> offsets, double from, double to) {
        List<Blend.Voice> voices = new ArrayList<>();
        offsets.forEach(one -> voices.add(new Blend.Voice(one, 1)));
        double none = -Layer.NO_OFFSET * offsets.size();
        if (Offset.adds(parameter)) {
            // An offset that is kept as 0..1 goes from −1 to 1.
            List<Blend.Voice> all = new ArrayList<>(List.of(new Blend.Voice(absolute, 1)));
            offsets.forEach(one -> all.add(new Blend.Voice(one, 2)));
            return tidy(Blend.sum(all, 2 * none, from, to));
        }
        Envelope together = offsets.size() == 1 ? offsets.get(0) : Blend.sum(voices, none + Layer.NO_OFFSET, from, to);
        return tidy(Blend.of(
                absolute,
                together,
                (x, o) -> Offset.moved(parameter, x, Offset.amount(o)),
                o -> parameter.taper() instanceof Taper.Fader ? Offset.factor(Offset.amount(o)) : Double.NaN,
                from,
                to));
    }

    private Envelope settled(Envelope envelope) {
        return parameter.stepped() ? envelope.held(parameter::settled) : envelope;
    }

    /** Without points at the end that only say again what stands. */
    private static Envelope tidy(Envelope envelope) {
        Envelope tidy = envelope;
        for (int last = tidy.size() - 1;
                last > 0
                        && tidy.value(last) == tidy.value(last - 1)
                        && !tidy.shape(last - 1).kind().wave();
                last--) {
            tidy = tidy.without(last);
        }
        return tidy;
    }

    /**
     * The absolute layer of the timeline becomes an offset from where the parameter rests.
     *
     * @throws IllegalArgumentException in words for people if the lane is protected, or its layer says nothing, or
     *     its parameter moves in steps
     */
    public static Outcome toOffset(Session session, Target target) {
        return of(session, target).toOffset();
    }

    private Outcome toOffset() {
        Layer layer = saying(0);
        if (parameter.stepped()) {
            throw new IllegalArgumentException(parameter.name() + " moves in steps: there it stays absolute.");
        }
        Envelope envelope = layer.envelope();
        double from = envelope.time(0);
        double to = envelope.time(envelope.size() - 1) + 1;
        double rest = parameter.resting();
        Envelope amounts = Offset.adds(parameter)
                ? Blend.sum(List.of(new Blend.Voice(envelope, 0.5)), Layer.NO_OFFSET - rest / 2, from, to)
                : Blend.of(
                        envelope,
                        Envelope.of(new Point(from, rest)),
                        (x, r) -> Math.max(0, Math.min(1, Offset.kept(Offset.between(parameter, r, x)))),
                        r -> Double.NaN,
                        from,
                        to);
        Layer offset = Layer.of("", true).named(layer.name()).with(layer.lock(), tidy(amounts), List.of());
        Lane after = lane.with(0, Layer.EMPTY.switched(true));
        return outcome(after.with(after.layers().size(), offset.switched(layer.on())));
    }

    /**
     * An offset goes into the absolute layer of the same place: that of the timeline, or of its clip.
     *
     * @throws IllegalArgumentException in words for people if the lane is protected, or there is no such layer, it is
     *     absolute already or has none to go into
     */
    public static Outcome toAbsolute(Session session, Target target, int layer) {
        return of(session, target).toAbsolute(layer);
    }

    private Outcome toAbsolute(int index) {
        Layer offset = saying(index);
        if (!offset.offset()) {
            throw new IllegalArgumentException("That layer is absolute already.");
        }
        int place = Layers.absoluteOf(lane, offset.clip());
        if (place < 0) {
            throw new IllegalArgumentException("The clip has no absolute layer of " + parameter.name()
                    + " that could take the offset. Take the offset to the timeline instead.");
        }
        Layer base = lane.layer(place);
        boolean together = base.lock() == offset.lock();
        Envelope absolute = together || base.inClip() ? base.envelope() : InBeats.of(base, session.timeline());
        Envelope adds = together || base.inClip() ? offset.envelope() : InBeats.of(offset, session.timeline());
        Lock lock = together ? base.lock() : Lock.BEATS;
        absolute = absolute.isEmpty() ? Envelope.of(new Point(adds.time(0), parameter.resting())) : absolute;
        double from = Math.min(absolute.time(0), adds.time(0));
        double to = Math.max(absolute.time(absolute.size() - 1), adds.time(adds.size() - 1)) + 1;
        Envelope flat = settled(moved(absolute, List.of(adds), from, to));
        Layer after = base.with(lock, flat, List.of()).drawn(base.inClip() ? base.extents() : List.of());
        return outcome(lane.with(place, after).without(index));
    }

    /**
     * Two offsets of one place become one.
     *
     * @throws IllegalArgumentException in words for people if the lane is protected, or they are not two offsets of
     *     one place
     */
    public static Outcome merge(Session session, Target target, int one, int other) {
        return of(session, target).merge(one, other);
    }

    private Outcome merge(int one, int other) {
        Layer first = saying(one);
        Layer second = saying(other);
        if (one == other || !first.offset() || !second.offset() || !first.clip().equals(second.clip())) {
            throw new IllegalArgumentException(
                    "Two offsets of one place can be merged: both on the timeline, or both in" + " the same clip.");
        }
        boolean together = first.lock() == second.lock();
        Envelope a = together ? first.envelope() : InBeats.of(first, session.timeline());
        Envelope b = together ? second.envelope() : InBeats.of(second, session.timeline());
        double from = Math.min(a.time(0), b.time(0));
        double to = Math.max(a.time(a.size() - 1), b.time(b.size() - 1)) + 1;
        List<Blend.Voice> voices = List.of(new Blend.Voice(a, 1), new Blend.Voice(b, 1));
        Envelope sum = tidy(Blend.sum(voices, -Layer.NO_OFFSET, from, to));
        Layer merged = first.with(together ? first.lock() : Lock.BEATS, sum, List.of());
        return outcome(lane.with(one, merged).without(other));
    }

    /**
     * A layer of the timeline locked otherwise, without moving what is heard.
     *
     * @throws IllegalArgumentException in words for people if the lane is protected, or there is no such layer, or it
     *     is one of a clip
     */
    public static Outcome lock(Session session, Target target, int layer, Lock lock) {
        return of(session, target).lock(layer, lock);
    }

    private Outcome lock(int index, Lock lock) {
        Layer layer = having(index);
        if (layer.inClip()) {
            throw new IllegalArgumentException("A layer of a clip goes with the clip: it stays locked to its beats.");
        }
        if (layer.lock() == lock) {
            return new Outcome(session, new Difference(0, 0));
        }
        return outcome(lane.with(index, new Relocking(session, lock).layer(layer)));
    }

    private Layer having(int index) {
        if (index < 0 || index >= lane.layers().size()) {
            throw new IllegalArgumentException(parameter.name() + " has no layer " + (index + 1) + ".");
        }
        return lane.layer(index);
    }

    private Layer saying(int index) {
        if (having(index).envelope().isEmpty()) {
            throw new IllegalArgumentException("That layer of " + parameter.name() + " says nothing yet.");
        }
        return lane.layer(index);
    }
}
