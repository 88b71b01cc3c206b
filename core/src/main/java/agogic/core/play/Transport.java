package agogic.core.play;

import agogic.core.record.Punch;
import agogic.core.session.Loop;
import agogic.core.session.Session;

/** Where in the piece it is, whether it plays, and the next place at which something happens besides playing. */
final class Transport {
    private final Clock clock;
    private final Present present;
    private boolean playing;
    private double position;
    /** Writing begins here, in seconds; before it, the count-in plays. */
    private double punchIn;

    private double punchOut = Double.POSITIVE_INFINITY;
    private boolean punched;
    /** Writing ends here, in seconds, and playing goes on. */
    private double writeOut = Double.POSITIVE_INFINITY;
    /** The count-in ends here. */
    private double counted;

    private Punch punch = Punch.OFF;
    /** True if another clock leads: nothing is repeated then. */
    private boolean led;

    Transport(Clock clock, Present present) {
        this.clock = clock;
        this.present = present;
    }

    boolean playing() {
        return playing;
    }

    /** In seconds of the piece. */
    double position() {
        return position;
    }

    double punchIn() {
        return punchIn;
    }

    /** True once writing has begun. */
    boolean punched() {
        return punched;
    }

    /** The moment of the piece at {@code nanos}: it stands unless it plays. */
    double at(long nanos) {
        return playing ? clock.secondsAt(nanos) : position;
    }

    /** The next place at which something happens besides playing, in seconds. */
    double boundary() {
        double next = punched ? writeOut : punchIn;
        return position < next ? Math.min(next, end()) : end();
    }

    /** Where it goes on elsewhere or ends, in seconds. */
    private double end() {
        Session session = present.plan.session();
        Loop loop = session.loop();
        double end = Math.min(punchOut, Math.max(session.seconds(), clock.anchored() + 1e-9));
        if (loop.on() && !led) {
            double loopEnd = session.timeline().secondsAt(loop.to());
            return position <= loopEnd ? Math.min(end, loopEnd) : end;
        }
        return end;
    }

    /** True if it plays and that place is reached at {@code nanos}. */
    boolean due(long nanos) {
        return playing && clock.secondsAt(nanos) >= boundary();
    }

    /** Another clock leads from now on, or no longer. */
    void led(boolean byAnother) {
        led = byAnother;
    }

    /** How it runs now: {@code last} if that is still so. */
    Run run(Run last) {
        double until = playing ? end() : Double.POSITIVE_INFINITY;
        boolean same = last.playing() == playing
                && (playing ? last.until() == until && clock.runs(last) : last.seconds() == position);
        if (same) {
            return last;
        }
        Session session = present.plan.session();
        boolean turns = playing && turnsAt(until);
        return clock.run(
                playing,
                position,
                until,
                turns ? session.timeline().secondsAt(session.loop().from()) : Double.NaN);
    }

    void start(double from, double writeFrom, double until) {
        playing = true;
        position = from;
        clock.anchor(from, clock.now());
        punchIn = writeFrom;
        punchOut = until;
        punched = false;
        writeOut = Double.POSITIVE_INFINITY;
        counted = writeFrom;
        Session session = present.plan.session();
        if (punch == Punch.KEY) {
            punchIn = Double.POSITIVE_INFINITY;
        } else if (punch == Punch.RANGE && !session.loop().on()) {
            double first = session.timeline().secondsAt(session.loop().from());
            double last = session.timeline().secondsAt(session.loop().to());
            boolean ahead = from < last - 1e-9;
            punchIn = ahead ? Math.max(writeFrom, first) : Double.POSITIVE_INFINITY;
            writeOut = ahead ? last : writeOut;
        }
    }

    /** When passes write from the next start on. */
    void punch(Punch when) {
        punch = when;
    }

    /** True while it counts in. */
    boolean countsIn() {
        return playing && position < counted;
    }

    /** True if what is played now is not written, because writing has not begun or is over. */
    boolean outside(double at) {
        return at < punchIn && at >= counted;
    }

    /** Writing begins here; before the piece there is nothing to be written, so it begins with it. */
    void punchInNow() {
        punchIn = Math.max(0, position);
        punched = false;
    }

    /** True once if writing ends at {@code at}, and playing goes on. */
    boolean leaves(double at) {
        boolean now = punched && at >= writeOut - 1e-9;
        if (now) {
            punchOutNow();
        }
        return now;
    }

    /** Writing ends here. */
    void punchOutNow() {
        writeOut = Double.POSITIVE_INFINITY;
        punchIn = Double.POSITIVE_INFINITY;
        punched = false;
    }

    void stop() {
        playing = false;
    }

    void moveTo(double seconds) {
        position = seconds;
    }

    /** Follows the clock, if it plays. */
    void follow() {
        if (playing) {
            position = clock.secondsAt(clock.now());
        }
    }

    /** Passes the place where writing begins; true the first time. */
    boolean punches(double at) {
        boolean now = !punched && at >= punchIn && at < punchOut;
        punched |= now;
        return now;
    }

    /** True if the loop goes back to its start at {@code at}. */
    boolean turnsAt(double at) {
        Session session = present.plan.session();
        Loop loop = session.loop();
        double end = session.timeline().secondsAt(loop.to());
        return loop.on() && !led && clock.anchored() <= end && at < punchOut && at >= end - 1e-9;
    }

    /** Goes back to the start of the loop at {@code nanos}; all of a turn is written. Returns the start, in seconds. */
    double turn(long nanos) {
        Session session = present.plan.session();
        double from = session.timeline().secondsAt(session.loop().from());
        clock.anchor(from, nanos);
        position = from;
        punchIn = from;
        punched = true;
        return from;
    }
}
