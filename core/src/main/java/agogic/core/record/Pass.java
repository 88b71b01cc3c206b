package agogic.core.record;

import agogic.core.route.Route;
import agogic.core.route.WriteMode;
import java.util.ArrayList;
import java.util.List;

/**
 * What one route did in one pass. It holds all that is needed to write it, so that nothing is lost if the route is changed
 * or deleted meanwhile. Times are those of the moves, in seconds of the piece; places are 0..1 of the control.
 *
 * @param route the route as it was
 * @param resolution the smallest step of its control, 0 if it is not known
 * @param rehearsed true if it was only tried: it is written when the person says so
 * @param from when the pass began to write
 * @param to when it ended
 * @param seconds the times of the moves, the lead-in before {@code from} included
 * @param raw where the hand was
 * @param counted where it counted after takeover
 * @param touches when the hand had the control
 * @param yielded when another hand, that moved later, had the say over the parameter
 * @param standing normalised value of the target before the hand came, for a lane that has no points yet
 * @param end why it ended
 * @param id names it among all passes that were ever played; empty if nothing does
 */
public record Pass(
        Route route,
        double resolution,
        boolean rehearsed,
        double from,
        double to,
        double[] seconds,
        double[] raw,
        double[] counted,
        List<Touch> touches,
        List<Touch> yielded,
        double standing,
        End end,
        String id) {
    /** Copies its lists, so that nobody changes them later. */
    public Pass {
        touches = List.copyOf(touches);
        yielded = List.copyOf(yielded);
    }

    /**
     * A pass of a hand that nobody else came between.
     *
     * @param resolution the smallest step of the control, 0..1; 0 if it is not known
     * @param from when writing began, in seconds of the piece; {@code to} when it ended
     */
    public Pass(
            Route route,
            double resolution,
            boolean rehearsed,
            double from,
            double to,
            double[] seconds,
            double[] raw,
            double[] counted,
            List<Touch> touches,
            double standing,
            End end) {
        this(route, resolution, rehearsed, from, to, seconds, raw, counted, touches, List.of(), standing, end, "");
    }

    /** From when to when the hand had the control, in seconds. */
    public record Touch(double from, double to) {}

    /** Why a pass ended. */
    public enum End {
        /** Playing stopped. */
        STOPPED(true),
        /** Playing went on elsewhere, because somebody went there. */
        JUMPED(true),
        /** Writing ended, and playing goes on. */
        PUNCHED(true),
        /** The loop turned; the hand goes on. */
        TURNED(false),
        /** The route, or what it leads from or to, was changed or taken away. */
        CHANGED(false);

        private final boolean over;

        End(boolean over) {
            this.over = over;
        }

        /** True if nothing is written any more: the mode goes back to Read. */
        public boolean over() {
            return over;
        }
    }

    /** How it writes: a rehearsal in Read is as Touch. */
    public WriteMode mode() {
        return route.passMode();
    }

    /** True if there is something to write. */
    public boolean wrote() {
        return seconds.length > 0
                && to > from
                && (mode() == WriteMode.WRITE || !touches.isEmpty())
                && (yielded.isEmpty() || !says().isEmpty());
    }

    /**
     * A part of the pass in which the hand has the say.
     *
     * @param from when it begins, in seconds of the piece
     * @param to when it ends
     * @param touch of which touch it is a part
     * @param first since when no other hand has the say
     * @param last until when no other hand has it
     */
    public record Say(double from, double to, Touch touch, double first, double last) {
        /** True if it begins where another hand lost the say. */
        public boolean takesOver(Pass pass) {
            return from <= first && first > pass.from;
        }
    }

    /** When the hand has the say, in the mode of the pass. */
    public List<Say> says() {
        List<Say> says = new ArrayList<>();
        for (Touch hand : hands()) {
            double begin = hand.from;
            double first = from;
            for (Touch other : yielded) {
                add(says, hand, begin, Math.min(hand.to, other.from), first, other.from);
                begin = Math.max(begin, other.to);
                first = Math.max(first, other.to);
            }
            add(says, hand, begin, hand.to, first, to);
        }
        return says;
    }

    private void add(List<Say> says, Touch hand, double begin, double end, double first, double last) {
        boolean any = yielded.isEmpty() || end > begin && last > from;
        if (any) {
            says.add(new Say(begin, end, hand, first, Math.max(first, Math.min(to, last))));
        }
    }

    private List<Touch> hands() {
        return switch (mode()) {
            case WRITE -> List.of(new Touch(from, to));
            case LATCH -> List.of(new Touch(touches.get(0).from(), to));
            default -> touches.stream()
                    .filter(touch -> touch.to() > from && touch.from() < to)
                    .toList();
        };
    }
}
