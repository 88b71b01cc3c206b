package agogic.core.out;

import agogic.core.play.Run;
import agogic.core.session.Session;
import agogic.core.sync.Sync;
import agogic.core.sync.TimeCode;
import agogic.core.time.Timeline;

/**
 * The clock of the piece for others to follow: pulses of MIDI clock at its tempo, with start, song position, continue and
 * stop; or MIDI time code at its seconds. Allocates nothing.
 */
final class ClockOut {
    private static final int NONE = -1;
    private static final int PULSES = 24;
    private static final int PULSES_OF_UNIT = 6;
    private static final int START = 0xFA0000;
    private static final int CONTINUE = 0xFB0000;
    private static final int STOP = 0xFC0000;
    private static final int PULSE = 0xF80000;

    private boolean on;
    private Sync.Language language = Sync.Language.CLOCK;
    private Timeline timeline;
    private final Course course = new Course();
    /** True once others were told that it runs. */
    private boolean told;

    private boolean stops;
    /** The song position that is to be told before it begins, −1 if none is. */
    private long unit = NONE;

    private boolean begins;
    /** The next pulse, or quarter of a frame. */
    private long next;

    /** Sends from now on, or no longer. */
    void send(boolean now) {
        stops |= on && !now && told;
        on = now;
    }

    /** Follows the piece to {@code nanos}. */
    void follow(Session session, Run now, long nanos) {
        language = session.sync().language();
        timeline = session.timeline();
        if (course.follow(now, nanos) || !on || !course.plays()) {
            end();
        }
        if (!on || !course.plays()) {
            return;
        }
        if (course.begins() || !told) {
            begin(course.from());
        }
        if (course.over()) {
            end();
            if (course.turn()) {
                begin(course.from());
            }
        }
    }

    private void end() {
        stops |= told;
        told = false;
        begins = false;
        unit = NONE;
    }

    /** Begins at {@code from} seconds: at the first sixteenth note from there on, which is as near as it can be said. */
    private void begin(double from) {
        if (language.code() != null) {
            // A whole code begins with an even frame.
            next = (long) Math.ceil(Math.max(0, from) * language.code().rate() / 2 - 1e-6) * 8;
            told = true;
            return;
        }
        double beat = timeline.beatAt(Math.max(0, from));
        unit = (long) Math.ceil(beat * PULSES / PULSES_OF_UNIT - 1e-6);
        next = unit * PULSES_OF_UNIT;
        begins = true;
        told = true;
    }

    private double secondsOf(long count) {
        TimeCode code = language.code();
        return code == null ? timeline.secondsAt((double) count / PULSES) : count / (4 * code.rate());
    }

    /** The message that is due, −1 if none is. It counts as sent. */
    int due() {
        if (stops) {
            stops = false;
            if (language.code() == null) {
                return STOP;
            }
        }
        if (!told) {
            return NONE;
        }
        if (unit > 0) {
            int where = (int) Math.min(unit, 0x3FFF);
            unit = 0;
            return 0xF20000 | (where & 0x7F) << 8 | where >> 7;
        }
        if (!course.reached(secondsOf(next))) {
            return NONE;
        }
        if (begins) {
            begins = false;
            return next == 0 ? START : CONTINUE;
        }
        if (language.code() != null) {
            int quarter = (int) (next & 7);
            long frame = (next >> 3) * 2;
            next++;
            return 0xF10000 | language.code().piece(frame, quarter) << 8;
        }
        next++;
        return PULSE;
    }

    /** When something is due next, in nanoseconds; the greatest number if nothing is. */
    long nextDue() {
        return told ? course.when(secondsOf(next)) : Long.MAX_VALUE;
    }
}
