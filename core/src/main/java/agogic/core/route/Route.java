package agogic.core.route;

import agogic.core.text.Text;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.Optional;

/**
 * One wire from hand to sound.
 *
 * @param id unique within the session
 * @param hand the control, empty if the lane is only drawn
 * @param span how far and which way the control moves the target
 * @param target what it moves
 * @param mode what a pass does
 * @param pinned true if the mode stays after a pass; else it goes back to Read
 * @param rehearse true if moves are heard and shown but not written until the person says so
 * @param takeover what happens when the hand does not stand where the value is
 * @param smoothing time constant in ms of the smoothing of what is heard live, 0 for none
 * @param on false if the wire is cut for now
 * @param into which layer its passes write
 */
@RecordBuilder
public record Route(
        String id,
        Optional<Hand> hand,
        Span span,
        Target target,
        WriteMode mode,
        boolean pinned,
        boolean rehearse,
        Takeover takeover,
        double smoothing,
        boolean on,
        Into into)
        implements RouteBuilder.With {
    /** @throws IllegalArgumentException in words for people if one of these is not what it can be */
    public Route {
        Text.sound("The id of a route", id);
        if (!(smoothing >= 0 && smoothing <= 10_000)) {
            throw new IllegalArgumentException("Smoothing lies between 0 and 10,000 ms, not at " + smoothing + ".");
        }
    }

    /**
     * A route that writes absolute values to the timeline.
     *
     * @throws IllegalArgumentException in words for people if the smoothing is not 0 to 10,000 ms
     */
    public Route(
            String id,
            Optional<Hand> hand,
            Span span,
            Target target,
            WriteMode mode,
            boolean pinned,
            boolean rehearse,
            Takeover takeover,
            double smoothing,
            boolean on) {
        this(id, hand, span, target, mode, pinned, rehearse, takeover, smoothing, on, Into.TIMELINE);
    }

    /** A route in Read that jumps, without smoothing. */
    public static Route of(String id, Hand hand, Span span, Target target) {
        return new Route(
                id, Optional.ofNullable(hand), span, target, WriteMode.READ, false, false, Takeover.AT_ONCE, 0, true);
    }

    /** Begun by another hand, or by none. */
    public Route by(Optional<Hand> newHand) {
        return withHand(newHand);
    }

    /** How a pass writes if it does though its mode writes nothing: a rehearsal, and whatever is touched, is as Touch. */
    public WriteMode passMode() {
        return mode.writes() ? mode : WriteMode.TOUCH;
    }

    /** In this mode. */
    public Route in(WriteMode newMode) {
        return withMode(newMode);
    }

    /** Through this span. */
    public Route with(Span newSpan) {
        return withSpan(newSpan);
    }

    /** With this takeover. */
    public Route with(Takeover newTakeover) {
        return withTakeover(newTakeover);
    }

    /** That stays in its mode after a pass, or not. */
    public Route pinned(boolean pin) {
        return withPinned(pin);
    }

    /** That only rehearses, or writes. */
    public Route rehearsing(boolean rehearses) {
        return withRehearse(rehearses);
    }

    /**
     * With the steps of its control smoothed over so many milliseconds; 0 for none.
     *
     * @throws IllegalArgumentException in words for people if it is not 0 to 10,000
     */
    public Route smoothed(double milliseconds) {
        return withSmoothing(milliseconds);
    }

    /** That moves something, or is off. */
    public Route switched(boolean isOn) {
        return withOn(isOn);
    }

    /** That writes there. */
    public Route into(Into newInto) {
        return withInto(newInto);
    }
}
