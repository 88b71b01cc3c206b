package agogic.core.play;

import agogic.core.midi.MessageQueue;
import agogic.core.session.Session;
import agogic.core.sync.ClockIn;
import agogic.core.sync.Sync;

/** Plays by the clock of another: begins and stops with it, and is led gently to where it is. */
public final class Following {
    /** How soon a small difference is gone, in nanoseconds. */
    private static final long SOON = 100_000_000L;
    /** A greater difference is no trembling: it is elsewhere. Seconds. */
    private static final double ELSEWHERE = 0.05;

    private static final double FASTEST = 8;

    private final MessageQueue queue = new MessageQueue(4096);
    private final ClockIn in = new ClockIn();
    private final Present present;
    private final Clock clock;
    private final Transport transport;
    private final Acts acts;
    private Sync sync = Sync.OWN;
    private int starts;
    private int stops;
    private int places;
    private long pulses;
    private boolean lost;
    private volatile State state = State.OWN;

    /** How it stands with the clock that is followed. */
    public enum State {
        /** None is followed. */
        OWN,
        /** It has not begun yet, or has stopped. */
        WAITING,
        /** It plays by it. */
        RUNNING,
        /** Nothing is heard of it any more. */
        LOST
    }

    /** What the clock makes the piece do. */
    interface Acts {
        void begin(double seconds);

        void stop();

        void go(double seconds);
    }

    Following(Present present, Clock clock, Transport transport, Acts acts) {
        this.present = present;
        this.clock = clock;
        this.transport = transport;
        this.acts = acts;
    }

    /** Where the messages of the clock come in. */
    MessageQueue port() {
        return queue;
    }

    State state() {
        return state;
    }

    /** Does what the clock has said up to {@code nanos}. */
    void tick(long nanos) {
        Session session = present.plan.session();
        if (session.sync() != sync && !session.sync().equals(sync)) {
            sync = session.sync();
            in.speaks(sync.language());
            starts = in.starts();
            stops = in.stops();
            places = in.places();
            lost = false;
            transport.led(sync.follows());
            clock.rate(1);
        }
        if (!sync.follows()) {
            queue.clear();
            state = State.OWN;
            return;
        }
        in.expects(session.timeline().tempo().bpmAt(session.timeline().beatAt(transport.position())));
        queue.drain(nanos, in);
        if (in.places() != places) {
            places = in.places();
            if (!in.running() && !transport.playing()) {
                acts.go(in.seconds(nanos, session.timeline()));
            }
        }
        if (in.stops() != stops) {
            stops = in.stops();
            lost = false;
            stop();
        }
        if (in.starts() != starts) {
            starts = in.starts();
            lost = false;
            begin(nanos, session);
        }
        if (in.lost(nanos)) {
            lost = true;
            double steady = in.seconds(nanos + SOON, session.timeline()) - in.seconds(nanos, session.timeline());
            clock.rate(steady / (SOON * 1e-9));
            in.giveUp();
            stops = in.stops();
            if (!sync.goesOn()) {
                stop();
            }
        }
        if (transport.playing() && in.running() && in.pulses() != pulses) {
            pulses = in.pulses();
            lead(nanos, session);
        }
        state = lost ? State.LOST : in.running() && transport.playing() ? State.RUNNING : State.WAITING;
    }

    private void stop() {
        if (transport.playing()) {
            acts.stop();
        }
        clock.rate(1);
    }

    private void begin(long nanos, Session session) {
        double at = in.seconds(nanos, session.timeline());
        if (at >= session.seconds()) {
            return;
        }
        if (transport.playing()) {
            acts.go(at);
        } else {
            acts.begin(at);
        }
    }

    /** Runs a little faster or slower, so that it is where the clock is before long. */
    private void lead(long nanos, Session session) {
        double is = clock.secondsAt(nanos);
        double ought = in.seconds(nanos, session.timeline());
        if (Math.abs(is - ought) > ELSEWHERE && in.settled()) {
            acts.go(ought);
            return;
        }
        double soon = in.seconds(nanos + SOON, session.timeline());
        clock.lead(nanos, Math.max(0, Math.min(FASTEST, (soon - is) / (SOON * 1e-9))));
    }
}
