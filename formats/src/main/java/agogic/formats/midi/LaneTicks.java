package agogic.formats.midi;

import agogic.core.device.Socket;
import agogic.core.device.Turn;
import agogic.core.lane.LayerStack;

/** A lane in ticks: which of its moments counts at a tick, and at which tick a way of it is over. */
final class LaneTicks {
    /** Half a tick, in quarter notes. */
    private static final double NEAREST = 0.5 / SmfWriter.TICKS;

    private LaneTicks() {}

    /**
     * The beat whose value counts at a tick: its own, or, where the lane stands still and the next point lies nearer to this
     * tick than to another, that of the point. So a step is at the tick that is nearest to it, as a note is.
     */
    static double counts(LayerStack lane, long tick) {
        double beat = SmfWriter.beat(tick);
        double latest = beat + NEAREST;
        for (int way = lane.wayAtBeat(beat);
                lane.going(way) == LayerStack.Going.LEVEL && lane.endBeat(way) < latest; ) {
            beat = Math.max(beat, lane.endBeat(way));
            int next = lane.wayAtBeat(beat);
            if (next == way) {
                break;
            }
            way = next;
        }
        return beat;
    }

    /** The tick at which a way is over: of one that stands still the nearest, else the next. */
    static double over(LayerStack lane, int way) {
        double ends = lane.endBeat(way);
        return lane.going(way) == LayerStack.Going.LEVEL && ends < Double.POSITIVE_INFINITY
                ? Math.round(ends * SmfWriter.TICKS)
                : tickFrom(ends);
    }

    /** The first tick at or after a beat: what lies on a tick but for rounding lies on it. */
    static double tickFrom(double beat) {
        return Math.ceil(beat * SmfWriter.TICKS - 1e-6);
    }

    /** The tick of the first turn of a socket after a beat; the greatest number if there is none. */
    static long nextTurn(Socket socket, double beat) {
        for (Turn turn : socket.turns()) {
            if (turn.beat() > beat) {
                return (long) tickFrom(turn.beat());
            }
        }
        return Long.MAX_VALUE;
    }
}
