package agogic.core.play;

import agogic.core.midi.MessageQueue;
import agogic.core.plan.ParameterIndex;
import agogic.core.plan.Plan;
import agogic.core.record.EventLog;
import agogic.core.record.Memory;
import agogic.core.record.Pass;
import agogic.core.record.Punch;
import agogic.core.record.Recorder;
import agogic.core.record.Transcript;
import agogic.core.route.Target;
import agogic.core.session.Session;
import java.util.List;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.atomic.AtomicIntegerArray;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;
import java.util.function.UnaryOperator;

/**
 * Plays a session: takes what comes into its ports, moves values, keeps the moves of a pass.
 *
 * <p>One thread calls {@link #tick}; times are nanoseconds of whatever clock that thread follows, so a pass can be
 * repeated exactly. Everything else may be called from any thread and takes effect at the next tick. On the way from a
 * message in a port to a value nothing allocates and nothing locks.
 *
 * <p>The way of a message: {@link Inputs}, {@link HandMoves}, {@link Hands}, {@link Values}, {@link LiveState}.
 */
public final class Engine {
    private final Present present;
    private final Clock clock = new Clock();
    private final Transport transport;
    private final Recorder recorder;
    private final Hands hands;
    private final Punching punching;
    private final Values values;
    private final HandMoves moves;
    private final Inputs inputs;
    private final Handover handover;
    private final Starts starts;
    private final Remembering remembering;
    private final Motion motion;

    private final AtomicReference<Plan> next = new AtomicReference<>();
    private final Queue<Runnable> commands = new ConcurrentLinkedQueue<>();
    private volatile Runnable asked = () -> {};
    private volatile Consumer<RuntimeException> troubles = e -> {
        throw e;
    };
    private final Following following;
    private volatile Playing playing;
    private volatile Run run = Run.STILL;
    private final EventLog.Reader written;
    private Transcript transcript = new Transcript("");
    private volatile int begun;
    /** True if something was done from outside since the values were worked out. */
    private boolean stirred = true;
    /** How often something had changed when the values were worked out last. */
    private int evaluated;
    /** The plan that was made last, whether it plays yet or not. */
    private Plan latest;

    /** An engine that plays this session; {@link #load} takes later states of it. */
    public Engine(Session session) {
        latest = Plan.of(session);
        present = new Present(latest, Handover.unmoved(latest));
        transport = new Transport(clock, present);
        recorder = new Recorder(transport::punchIn);
        written = recorder.log().reader();
        hands = new Hands(present, transport, recorder);
        remembering = new Remembering(present, transport);
        punching = new Punching(present, transport, hands);
        values = new Values(present, transport);
        moves = new HandMoves(
                present, clock, transport, hands, values, this::listening, remembering::wrote, this::pressed);
        starts = new Starts(present, transport, moves, hands);
        inputs = new Inputs(moves::of, remembering::came, moves::takes);
        motion = new Motion(present, clock, transport, hands, punching, values, inputs, starts, remembering);
        handover = new Handover(present, clock, transport, inputs, hands, values, remembering);
        following = new Following(present, clock, transport, motion);
        playing = handover.begin();
        starts.begin();
    }

    /** What is being played, what it was made into, and what is so, all of one moment. */
    public Playing playing() {
        return playing;
    }

    /** From now on this is told what goes wrong with one command, and playing goes on. */
    public void onTrouble(Consumer<RuntimeException> told) {
        troubles = told;
    }

    /** What is being played. */
    public Session session() {
        return playing.session();
    }

    /** What is so now. */
    public LiveState live() {
        return playing.live();
    }

    /** The numbers of the parameters in {@link #live}. */
    public ParameterIndex index() {
        return playing.index();
    }

    /**
     * Listens: from the next tick on, what comes into the ports moves nothing; it is handed on in {@link #tap} instead.
     * Where the controls stand is still followed.
     */
    public void listen(boolean on) {
        inputs.listen(on);
    }

    /** From now on it remembers what comes in, so that it can be written afterwards. */
    public void remember() {
        remembering.begin();
    }

    /** What came in during the last minutes before {@code now}, in nanoseconds of its clock; nothing if it does not remember. */
    public List<Memory.Entry> remembered(long now) {
        return remembering.entries(now);
    }

    private void pressed(int set, int snapshot, long nanos) {
        starts.press(set, snapshot, nanos);
    }

    /** Starts a snapshot, by the places of its set and itself: when its set says, or at once if nothing plays. */
    public void start(int set, int snapshot, long nanos) {
        ask(() -> starts.press(set, snapshot, nanos));
    }

    /** For each set two numbers, 1 for its first snapshot, 0 for none: which one waits, and which came last. */
    public AtomicIntegerArray started() {
        return starts.shown();
    }

    /** The snapshots that came. */
    public Stood stood() {
        return starts.stood();
    }

    private boolean listening() {
        return inputs.listening();
    }

    /**
     * What came into the port of a surface, by its id, while the engine listened; a surface that is not played yet has its
     * own as well. One thread takes it.
     */
    public MessageQueue tap(String surface) {
        return inputs.tap(surface);
    }

    /**
     * Notes and the sustain pedal that came into a port, and with which nothing here is done: no control of its surface with
     * a route, a page or a snapshot sends them. One thread takes it.
     */
    public MessageQueue keys() {
        return inputs.keys();
    }

    /** Turns a surface to a page, 1 for the first. */
    public void turn(int surface, int page) {
        ask(() -> moves.turn(surface, page));
    }

    /** Where messages of a surface go in, by its place in the session that plays. One thread a port. */
    public MessageQueue port(int surface) {
        return port(session().surfaces().get(surface).id());
    }

    /** Where messages of a surface go in, by its id. One thread a port. While there is no such surface nothing hears it. */
    public MessageQueue port(String surface) {
        return inputs.port(surface);
    }

    /** Plays this edited session from the next tick on; what the hands do goes on. */
    public synchronized void load(Session session) {
        latest = latest.after(session);
        publish();
    }

    /** How often it began to play; {@link LiveState#playing} says it no later. */
    public int begun() {
        return begun;
    }

    /** Plays and writes from where it stands, or from the start if it stands at the end. */
    public void play() {
        ask(() -> {
            motion.untilNow();
            double stands = transport.position();
            double from = stands >= present.plan.session().seconds() - 0.01 ? 0 : Math.max(0, stands);
            motion.startAt(from, from, Double.POSITIVE_INFINITY);
        });
    }

    /** Plays from {@code from} (seconds, may lie before 0); what is written begins at {@code writeFrom}. */
    public void play(double from, double writeFrom) {
        ask(() -> motion.startAt(from, writeFrom, Double.POSITIVE_INFINITY));
    }

    /** Plays from {@code from} to {@code until}, writing from {@code writeFrom} on, then stops. All in seconds. */
    public void play(double from, double writeFrom, double until) {
        ask(() -> motion.startAt(from, writeFrom, until));
    }

    /** Stops; the pass, if anything was recorded, can be taken with {@link #finishedPass}. */
    public void stop() {
        ask(() -> motion.halt(Pass.End.STOPPED));
    }

    /** Lets the hand of a route count at once where it stands, this time: at its next touch takeover holds again. */
    public void takeOver(String routeId) {
        ask(() -> moves.takeOver(routeId));
    }

    /** Goes to {@code seconds} without playing, or goes on playing from there without writing what lies between. */
    public void locate(double seconds) {
        ask(() -> motion.go(seconds));
    }

    /** How the piece runs, for another thread that has to be where it is. */
    public Run run() {
        return run;
    }

    /** Where the messages of a clock come in that a piece may follow. One thread. */
    public MessageQueue clockPort() {
        return following.port();
    }

    /** How it stands with the clock that is followed. */
    public Following.State following() {
        return following.state();
    }

    /**
     * A hand on the screen moves a parameter, with a route or without one: heard at once, and written as its mode says, or
     * if everything is.
     *
     * @param value normalised
     * @param step the smallest step that the hand can do there, as a part of the travel; 0 if it is not known
     * @param held true while it is held; else it is let go a while after its last move
     * @param nanos when it was moved, in the clock of the engine
     */
    public void hand(Target target, double value, double step, boolean held, long nanos) {
        plan(latest -> latest.onScreen(target));
        ask(() -> {
            RouteState state = present.routes.handOf(target);
            if (state != null) {
                Hands.taken(state, held);
                moves.onScreen(state, value, step, held, nanos);
            }
        });
    }

    /** The hand on the screen holds nothing any more. */
    public void letGo(long nanos) {
        ask(() -> moves.offScreen(nanos));
    }

    /** From the next tick on whatever is touched is written, in Touch where its own mode writes nothing; or no longer. */
    public void lend(boolean everything) {
        plan(latest -> latest.lending(everything));
    }

    private synchronized void plan(UnaryOperator<Plan> change) {
        Plan changed = change.apply(latest);
        if (changed != latest) {
            latest = changed;
            publish();
        }
    }

    /** The passes that ended since the last call, one list a stop or a turn of the loop; null if there is none. */
    public synchronized List<Pass> finishedPass() {
        written.read(transcript);
        return transcript.finished();
    }

    /** What happens to all passes, event by event. */
    public EventLog log() {
        return recorder.log();
    }

    /** From now on its passes have names that begin so; to be called before the first. */
    public synchronized void name(String name) {
        transcript = new Transcript(name);
    }

    /** Makes room for moves ahead. To be called now and then by a thread that may allocate. */
    public void provide() {
        recorder.log().provide();
    }

    /**
     * Calls {@code told} when something is asked of it that waits for its next tick, from the thread that asks: whoever
     * ticks it seldom while nothing happens does it at once then. It must neither wait nor allocate.
     */
    public void onAsked(Runnable told) {
        asked = told;
    }

    /** The latest plan is played from the next tick on. */
    private void publish() {
        next.set(latest);
        asked.run();
    }

    private void ask(Runnable command) {
        commands.add(command);
        asked.run();
    }

    /** Does what came up to {@code nanos}, and sets all values to those of that moment. */
    public void tick(long nanos) {
        clock.begin(nanos);
        Plan fresh = next.getAndSet(null);
        if (fresh != null) {
            playing = handover.to(fresh);
            starts.begin();
            stirred = true;
        }
        for (Runnable command = commands.poll(); command != null; command = commands.poll()) {
            stirred = true;
            try {
                command.run();
            } catch (RuntimeException e) {
                troubles.accept(e);
            }
        }
        following.tick(nanos);
        motion.advance(nanos);
        boolean held = hands.releaseIdle(nanos);
        transport.follow();
        if (transport.playing() || held || stirred || present.live.changes() != evaluated) {
            // Else nothing plays, no hand holds anything and nothing came: all values are what they were.
            values.evaluate(clock.elapsed());
            evaluated = present.live.changes();
            stirred = false;
        }
        clock.end();
        double position = transport.position();
        boolean plays = transport.playing();
        present.live.position(position);
        present.live.transport(plays, transport.countsIn());
        begun = motion.beginnings();
        Run last = run;
        Run now = transport.run(last);
        if (now != last) {
            run = now;
        }
    }

    /** When passes write, from the next start on. */
    public void punch(Punch when) {
        ask(() -> transport.punch(when));
    }

    /** Writing begins here and now if it has not, or ends, while it plays. */
    public void punchNow() {
        ask(motion::punchNow);
    }
}
