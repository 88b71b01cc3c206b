package agogic.desk.live;

import agogic.core.play.Engine;
import agogic.core.session.Session;
import java.util.concurrent.locks.LockSupport;
import java.util.function.LongSupplier;

/** An engine that runs: ticked a thousand times a second by a thread of its own, heard if the machine can sound. */
public final class LiveDesk implements AutoCloseable {
    private static final long TICK_NANOS = 1_000_000;

    private final Engine engine;
    private final LongSupplier clock;
    private final MidiPorts ports;
    private final SoundOutput sound;
    private final Troubles troubles;
    private volatile boolean running = true;
    private final Thread ticker;

    /**
     * Starts playing a session.
     *
     * @param clock nanoseconds; handed in so that a test can run faster than the clock on the wall
     * @param audible true if it is to be heard
     */
    public LiveDesk(Session session, LongSupplier clock, boolean audible) {
        this.clock = clock;
        troubles = new Troubles(clock);
        engine = new Engine(session);
        engine.onTrouble(e -> troubles.tell("Playing", e));
        ports = new MidiPorts(engine, clock, troubles);
        sound = audible ? SoundOutput.start(session, engine, troubles) : SoundOutput.silent();
        ticker = new Thread(this::run, "agogic-engine");
        ticker.setDaemon(true);
        ticker.setPriority(Thread.MAX_PRIORITY);
        ticker.start();
    }

    private void run() {
        while (running) {
            try {
                engine.tick(clock.getAsLong());
            } catch (RuntimeException | StackOverflowError | OutOfMemoryError e) {
                troubles.tell("Playing", e);
            }
            LockSupport.parkNanos(TICK_NANOS);
        }
    }

    public Engine engine() {
        return engine;
    }

    /** Plays an edited session from now on; ports follow its surfaces. */
    public void load(Session session) {
        engine.load(session);
        ports.follow(session.surfaces());
    }

    /** What went wrong beside the window. */
    public Troubles troubles() {
        return troubles;
    }

    /** The clock of the engine. */
    public long nanos() {
        return clock.getAsLong();
    }

    public MidiPorts ports() {
        return ports;
    }

    /** In words: what it sounds through. */
    public String soundsThrough() {
        return sound.description();
    }

    @Override
    public void close() {
        running = false;
        LockSupport.unpark(ticker);
        sound.close();
        ports.close();
    }
}
