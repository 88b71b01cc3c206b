package agogic.desk.live;

import agogic.core.play.Engine;
import agogic.core.play.LiveState;
import agogic.core.session.Session;
import agogic.desk.settings.Choices;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.locks.LockSupport;
import java.util.function.LongSupplier;

/** An engine that runs: ticked two hundred and fifty times a second by a thread of its own, and by each message at once, heard if the machine can sound. */
public final class LiveDesk implements AutoCloseable {
    private final Engine engine;
    private final LongSupplier clock;
    private final MidiPorts ports;
    private final SoundOutput sound;
    private final Troubles troubles;
    private volatile boolean running = true;
    private final Thread ticker;
    private volatile Runnable frame = () -> {};
    private volatile Runnable recorded = () -> {};
    private volatile boolean calm = Choices.lessMotion();
    private volatile long ticked;
    private volatile String keysOn;
    /** Kept from one start to the next; asked with every edit, so it is at hand. */
    private volatile boolean keyboards = KeptOutput.keyboards();

    /**
     * Starts playing a session.
     *
     * @param clock nanoseconds; handed in so that a test can run faster than the clock on the wall
     * @param audible true if it is to be heard
     */
    public LiveDesk(Session session, LongSupplier clock, boolean audible) {
        this(session, clock, audible ? Outputs.ofTheMachine() : Outputs.NONE, KeptOutput.chosen());
    }

    LiveDesk(Session session, LongSupplier clock, Outputs outputs, OutputChoice choice) {
        this.clock = clock;
        troubles = new Troubles(clock);
        engine = new Engine(session);
        engine.remember();
        engine.onAsked(this::wake);
        engine.onTrouble(e -> troubles.tell("Playing", e));
        ports = new MidiPorts(engine, clock, troubles, this::wake);
        sound = new SoundOutput(outputs, choice, session, engine, ports::keyboards, clock, troubles);
        ticker = new Thread(this::run, "agogic-engine");
        ticker.setDaemon(true);
        ticker.setPriority(Thread.MAX_PRIORITY);
        if (clock instanceof TurnedClock turned) {
            turned.onTurn(this::wake);
        }
        ticker.start();
    }

    private void run() {
        LiveState seen = null;
        int changes = 0;
        long shown = 0;
        long changed = System.nanoTime();
        long moved = changed;
        int events = 0;
        long told = 0;
        boolean due = true;
        List<PortState> plugged = List.of();
        while (running) {
            long at = clock.getAsLong();
            try {
                engine.tick(at);
            } catch (RuntimeException | Error e) {
                troubles.tell("Playing", e);
            }
            ticked = at;
            long happened = engine.log().count();
            if (happened != told) {
                told = happened;
                recorded.run();
            }
            long now = System.nanoTime();
            LiveState live = engine.live();
            if (live != seen || live.changes() != changes) {
                ports.changed();
                seen = live;
                changes = live.changes();
                if (now - changed > FramePace.AWAKE) {
                    ports.stir();
                }
                changed = now;
                due = true;
            }
            if (ports.ports() != plugged) {
                plugged = ports.ports();
                due = true;
            }
            if (live.events() != events) {
                events = live.events();
                moved = now;
            }
            long since = now - shown;
            if (since >= FramePace.frame(due, now - moved, now - changed, calm)) {
                shown = now;
                due = false;
                ask();
            }
            LockSupport.parkNanos(FramePace.tick(live.playing(), now - changed));
        }
    }

    /** The moment up to which all is done, in nanoseconds of the clock. */
    public long ticked() {
        return ticked;
    }

    /** Whoever shows it is asked to, and cannot end this thread. */
    private void ask() {
        try {
            frame.run();
        } catch (RuntimeException | Error e) {
            troubles.tell("The window", e);
        }
    }

    /** Something came in: the engine takes it at once. Allocates nothing. */
    private void wake() {
        LockSupport.unpark(ticker);
    }

    /** True once it plays no more, because its window was closed. */
    public boolean closed() {
        return !running;
    }

    /** The audio outputs that there are, without that of the system. */
    public List<String> outputs() {
        return sound.names();
    }

    /** The audio output that is wanted. */
    public OutputChoice output() {
        return sound.chosen();
    }

    /** Another audio output, from now on and at the next start. */
    public void output(OutputChoice choice) {
        KeptOutput.choose(choice);
        sound.choose(choice);
    }

    /** A tone for two seconds; false if nothing can be heard. */
    public boolean testTone() {
        return sound.test();
    }

    /** How long sound is on its way through this output, in seconds: measured or typed; 0 if neither, or nothing is heard. */
    public double latency() {
        return sound.latency();
    }

    /** What is known of the output that was chosen, in seconds, also before it is open. */
    public static double keptLatency() {
        return KeptOutput.latency(KeptOutput.chosen());
    }

    /** Sound is so long on its way, in seconds, from now on and at the next start; 0 if that is not to count. */
    public void latency(double seconds) {
        sound.latency(seconds);
    }

    /**
     * Measures how long sound is on its way: a short sound goes out, and is looked for in the audio input. Takes some
     * seconds.
     *
     * @return seconds; it is kept
     * @throws IllegalArgumentException in words for people if it cannot be measured
     */
    public double measureLatency() {
        return sound.measure();
    }

    /** What became of the audio output, for people; the next that nobody has seen. */
    public Optional<String> outputNews() {
        return sound.news();
    }

    /** The audio files of the piece are looked for anew. */
    public void lookAgain() {
        sound.lookAgain();
    }

    /** Calls {@code told} from the engine's thread when there is something new to show, and now and then. */
    public void onFrame(Runnable told) {
        frame = told;
    }

    /** From now on what moves by itself while it plays is shown twice a second only, or as often as usual. */
    public void lessMotion(boolean is) {
        calm = is;
    }

    /** Calls {@code told} from the engine's thread when something was recorded; it must neither wait nor allocate. */
    public void onRecorded(Runnable told) {
        recorded = told;
    }

    /** What plays. */
    public Engine engine() {
        return engine;
    }

    /** Plays an edited session from now on; ports follow its surfaces. */
    public void load(Session session) {
        engine.load(session);
        sound.follow(session);
        ports.follow(session);
    }

    /** What went wrong beside the window. */
    public Troubles troubles() {
        return troubles;
    }

    /** The clock of the engine. */
    public long nanos() {
        return clock.getAsLong();
    }

    /** The MIDI ports of this machine. */
    public MidiPorts ports() {
        return ports;
    }

    /** In words: what it sounds through. */
    public String soundsThrough() {
        return sound.description();
    }

    /** True if what sounds here is heard. */
    public boolean audible() {
        return sound.audible();
    }

    /** While nothing plays, this track's instrument holds a chord, or its effects have noise; null for none. */
    public void listen(String track) {
        sound.listen(track);
    }

    /**
     * The instrument of this track plays the notes that come in and that nothing else is done with; null for none: then
     * inputs that are no surfaces are left alone. Counts only while keyboards are {@link #hearsKeyboards}.
     */
    public void keys(String track) {
        keysOn = track;
        boolean heard = hearsKeyboards() && audible();
        sound.play(heard ? track : null);
        ports.play(heard && track != null);
    }

    /** True if keyboards are to be heard: it is kept from one start to the next. */
    public boolean hearsKeyboards() {
        return keyboards;
    }

    /** From now on keyboards are heard, or no longer; also at the next start. */
    public void hearKeyboards(boolean on) {
        KeptOutput.keyboards(on);
        keyboards = on;
        keys(keysOn);
    }

    @Override
    public void close() {
        running = false;
        LockSupport.unpark(ticker);
        sound.close();
        ports.close();
    }
}
