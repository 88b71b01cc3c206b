package agogic.formats.midi;

import agogic.core.route.Target;
import agogic.core.session.Session;
import agogic.core.time.Timeline;
import java.util.Arrays;
import java.util.List;

/** What one line sent, when, and what it took of the wire: kept while it is sent, looked through afterwards. */
final class SentOver {
    /** Between what is sent, a part is looked at in so many places. */
    private static final int LOOKS = 64;

    /** However long a piece is, it has no more parts. */
    private static final int MOST = 4096;

    private final Timeline timeline;
    /** How long a part is, in seconds: one, but for very long pieces. */
    private final double step;

    private final double[] bytes;
    private long[] ticks = new long[64];
    private double[] values = new double[64];
    private int count;
    private int now = -1;
    private final double[] waits;
    private double longestWait;
    private double longestWaitBeat;

    SentOver(Session session, long end) {
        timeline = session.timeline();
        step = step(timeline.secondsAt(SmfWriter.beat(end)));
        bytes = new double[(int) Math.floor(timeline.secondsAt(SmfWriter.beat(end)) / step) + 1];
        waits = new double[bytes.length];
    }

    /** A value, normalised as it travels, was sent at a tick and took so many bytes. */
    void sent(long tick, double value, int size) {
        if (count == ticks.length) {
            ticks = Arrays.copyOf(ticks, 2 * count);
            values = Arrays.copyOf(values, 2 * count);
        }
        ticks[count] = tick;
        values[count++] = value;
        bytes[part(tick)] += size / step;
    }

    /** What was to be sent from one tick on was sent at another. */
    void waited(long from, long until) {
        double wait = timeline.secondsAt(SmfWriter.beat(until)) - timeline.secondsAt(SmfWriter.beat(from));
        int part = part(until);
        waits[part] = Math.max(waits[part], wait);
        if (wait > longestWait) {
            longestWait = wait;
            longestWaitBeat = SmfWriter.beat(from);
        }
    }

    /** How long a part of a piece of so many seconds is, in seconds: a whole number, from 1. */
    static double step(double seconds) {
        return Math.max(1, Math.ceil(seconds / MOST));
    }

    /** The part of a tick, counted from the beginning. */
    int part(long tick) {
        double seconds = timeline.secondsAt(SmfWriter.beat(Math.max(0, tick)));
        return (int) Math.min(bytes.length - 1, Math.floor(seconds / step));
    }

    /** The next tick worth looking at: where something is sent, just before that, or a little later. */
    long next(long tick) {
        double seconds = timeline.secondsAt(SmfWriter.beat(Math.max(0, tick)));
        long next = Math.max(tick + 1, SmfWriter.tick(timeline.beatAt(seconds + step / LOOKS)));
        int at = now;
        while (at + 1 < count && ticks[at + 1] <= tick) {
            at++;
        }
        if (at + 1 < count) {
            long sends = ticks[at + 1];
            next = Math.min(next, sends - 1 > tick ? sends - 1 : sends);
        }
        return next;
    }

    /** As {@link #next(long)}, but the end is looked at, too. */
    long next(long tick, long end) {
        long next = next(tick);
        return tick < end ? Math.min(next, end) : next;
    }

    /** What a listener has at a tick; ticks are asked for in order. NaN before anything came. */
    double at(long tick) {
        while (now + 1 < count && ticks[now + 1] <= tick) {
            now++;
        }
        return now < 0 ? Double.NaN : values[now];
    }

    /** How far from a lane a listener is. */
    interface Distance {
        /** Normalised; NaN if nobody says so. */
        double of(long tick, double has);
    }

    /** How far from it a listener was at most, in each part, from a tick to another. */
    double[] away(long from, long end, Distance distance, Listener listener) {
        double[] away = new double[bytes.length];
        for (long tick = next(from - 1); tick <= end; tick = next(tick, end)) {
            double has = at(tick);
            double far = Double.isNaN(has) ? Double.NaN : distance.of(tick, has);
            if (far > 0) {
                int part = part(tick);
                away[part] = Math.max(away[part], far);
            }
        }
        if (listener.lost() > 0) {
            // The farthest was looked for everywhere, not only where it was sampled.
            int part = part(SmfWriter.tick(listener.lostAt()));
            away[part] = Math.max(away[part], listener.lost());
        }
        return away;
    }

    /** All of it, of these targets. */
    OnWire onWire(String lostName, List<Target> targets, Listener listener, double[] away) {
        return new OnWire(
                lostName,
                targets,
                step,
                bytes,
                away,
                listener.lost(),
                listener.lost() > 0 ? listener.lostText() : "",
                listener.lostAt(),
                waits,
                longestWait,
                longestWaitBeat);
    }
}
