package agogic.core.lane;

import agogic.core.envelope.Envelope;
import agogic.core.refine.Recipe;
import agogic.core.route.Span;
import agogic.core.route.WriteMode;
import agogic.core.text.Text;
import agogic.core.time.LaneTime;
import agogic.core.time.Lock;
import agogic.core.time.Timeline;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A part of a lane that was written by a ride, with all that is needed to write it anew by another recipe.
 *
 * @param ride the id of the ride
 * @param span through which the hand reached the target
 * @param mode how it was written
 * @param handFrom when the hand took over, in seconds of the piece
 * @param handTo when it let go, in seconds of the piece
 * @param passFrom when the pass began to write, in seconds: the stretch never reaches before it
 * @param passTo when the pass ended, in seconds: the stretch never reaches beyond it
 * @param recipe how the ride becomes points
 * @param from where the stretch begins now, in lane time
 * @param to where it ends now, in lane time
 * @param under what was there before, from {@code from} to {@code to}; empty if the lane had no points
 * @param frame how time went when it was ridden; empty if as it goes now on the timeline
 * @param name what a person called this take; empty for none
 * @param due true while its envelope is still to be made by its recipe
 */
@RecordBuilder
public record Stretch(
        String ride,
        Span span,
        WriteMode mode,
        double handFrom,
        double handTo,
        double passFrom,
        double passTo,
        Recipe recipe,
        double from,
        double to,
        Envelope under,
        Optional<Frame> frame,
        String name,
        boolean due)
        implements StretchBuilder.With {
    /** A part shorter than this is none, in time of its layer. */
    private static final double SLIVER = 1e-6;

    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Stretch {
        boolean finite = Double.isFinite(handFrom + handTo) && Double.isFinite(passFrom + passTo + from + to);
        if (!finite || !(handFrom <= handTo) || !(passFrom <= passTo) || !(from <= to)) {
            throw new IllegalArgumentException("A stretch of ride " + ride + " ends before it begins.");
        }
        under = under.normalised();
        Text.sound("The name of a take", name);
    }

    /**
     * A stretch of the timeline that nobody gave a name.
     *
     * @throws IllegalArgumentException in words for people if it ends before it begins, or a value beneath lies
     *     outside 0..1
     */
    public Stretch(
            String ride,
            Span span,
            WriteMode mode,
            double handFrom,
            double handTo,
            double passFrom,
            double passTo,
            Recipe recipe,
            double from,
            double to,
            Envelope under) {
        this(
                ride,
                span,
                mode,
                handFrom,
                handTo,
                passFrom,
                passTo,
                recipe,
                from,
                to,
                under,
                Optional.empty(),
                "",
                false);
    }

    /** With its envelope still to be made, or made. */
    public Stretch due(boolean isDue) {
        return isDue == due
                ? this
                : new Stretch(
                        ride, span, mode, handFrom, handTo, passFrom, passTo, recipe, from, to, under, frame, name,
                        isDue);
    }

    /** By another recipe. */
    public Stretch by(Recipe newRecipe) {
        return withRecipe(newRecipe);
    }

    /**
     * Ridden through another span, over what lies beneath.
     *
     * @throws IllegalArgumentException in words for people if a value beneath lies outside 0..1
     */
    public Stretch through(Span newSpan, Envelope newUnder) {
        return with().span(newSpan).under(newUnder).build();
    }

    /** Ridden in another time than that of the timeline now. */
    public Stretch in(Frame newFrame) {
        return framed(Optional.of(newFrame));
    }

    /** Ridden in the time of the timeline now. */
    public Stretch onTimeline() {
        return framed(Optional.empty());
    }

    private Stretch framed(Optional<Frame> newFrame) {
        return withFrame(newFrame);
    }

    /**
     * The same in a time that goes {@code speed} times as fast and begins {@code by} later.
     *
     * @throws IllegalArgumentException in words for people if the time would go more than 64 times as fast or as slow
     *     as it did
     */
    public Stretch mapped(double speed, double by, Frame here) {
        Frame now = frame.orElse(here);
        Frame there = new Frame(now.tempo(), now.beat(), now.offset() * speed + by, now.speed() * speed);
        return framed(Optional.of(there)).lying(from * speed + by, to * speed + by, under.mapped(speed, by));
    }

    /**
     * With another name.
     *
     * @throws IllegalArgumentException in words for people if half a character stands in the name
     */
    public Stretch named(String newName) {
        return withName(newName);
    }

    /** Only the part of its pass from one moment to another, in seconds of the piece as it was. */
    public Stretch part(double first, double last) {
        double begin = Math.max(passFrom, Math.min(passTo, first));
        double end = Math.max(begin, Math.min(passTo, last));
        double hand = Math.max(begin, Math.min(end, handFrom));
        double let = Math.max(hand, Math.min(end, handTo));
        return new Stretch(ride, span, mode, hand, let, begin, end, recipe, from, to, under, frame, name, due);
    }

    /**
     * What is left of it where its layer became something else from one time of it to another: the part before, the part
     * after, both, or nothing. Each keeps its ride and its recipe, and is never written beyond its cut. Where the way back
     * to what was there is cut, it is points from now on.
     *
     * @param time how the time of its layer goes
     */
    public List<Stretch> outside(double first, double last, LaneTime time) {
        if (to <= first || from >= last) {
            return List.of(this);
        }
        List<Stretch> left = new ArrayList<>();
        double release = easesBack() ? time.laneTime(Math.max(handFrom, handTo - recipe.shift())) : to;
        double end = release < first ? Math.max(from, release) : first;
        if (end - from > SLIVER) {
            left.add(part(passFrom, time.seconds(end)).lying(from, end, cut(from, end)));
        }
        if (Math.min(to, release) - last > SLIVER) {
            left.add(part(time.seconds(last), passTo).lying(last, to, cut(last, to)));
        }
        return left;
    }

    private Envelope cut(double first, double last) {
        return under.isEmpty() ? under : under.from(first).until(last);
    }

    /** Written from one end of its pass to the other, if the hand had the say all the time. */
    public Stretch inWhole() {
        boolean whole = mode == WriteMode.WRITE || handFrom <= passFrom && handTo >= passTo || mode == WriteMode.LATCH;
        return withMode(whole ? WriteMode.WRITE : mode);
    }

    /** How the time of its layer goes, as far as this ride is concerned. */
    public LaneTime time(Timeline timeline, Lock lock) {
        return frame.<LaneTime>map(f -> f).orElse(LaneTime.of(timeline, lock));
    }

    /** True if it ends with the way back to what was there. */
    public boolean easesBack() {
        return mode == WriteMode.TOUCH && handTo < passTo;
    }

    /**
     * Lying elsewhere, from and to in the time of its layer, over what lies under it there.
     *
     * @throws IllegalArgumentException in words for people if it would end before it begins, or a value beneath lies
     *     outside 0..1
     */
    public Stretch lying(double newFrom, double newTo, Envelope newUnder) {
        return with().from(newFrom).to(newTo).under(newUnder).build();
    }

    /** True if this and {@code other} share time. */
    public boolean overlaps(Stretch other) {
        return from < other.to && other.from < to;
    }
}
