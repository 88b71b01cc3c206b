package agogic.core.play;

import agogic.core.midi.MessageQueue;
import agogic.core.midi.MidiParser;
import agogic.core.record.Pass;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A pass played by nobody: bytes put into a surface's port on an exact clock. It is the live path, run as fast as it goes.
 */
public final class ScriptedPass {
    private static final long TICK_NANOS = 1_000_000;
    /** While nothing comes in, the engine looks up less often: what it writes has the times of the moves, not of its ticks. */
    private static final long QUIET_NANOS = 100_000_000;

    private final Session session;
    private final int surface;
    private int page = 1;
    private final List<Entry> entries = new ArrayList<>();
    private Optional<LiveState> last = Optional.empty();

    /** Bytes that come at {@code seconds} from the start of the pass; below 0 in the count-in. */
    public record Entry(double seconds, byte[] bytes) {}

    /** A pass on the surface with this place in the session. */
    public ScriptedPass(Session session, int surface) {
        // From here to there and no way round: a loop is for people who play.
        this.session =
                session.withLoop(new Loop(session.loop().from(), session.loop().to(), false));
        this.surface = surface;
    }

    /** With this page of its surface in force, 1 for the first. */
    public ScriptedPass page(int number) {
        page = number;
        return this;
    }

    /**
     * Adds bytes, in time order.
     *
     * @param seconds of the piece at which they come
     * @return this
     */
    public ScriptedPass add(double seconds, byte[] bytes) {
        entries.add(new Entry(seconds, bytes));
        return this;
    }

    /**
     * Plays from {@code from} to {@code to}, in seconds of the piece, and returns what is to be written.
     *
     * @param to above {@code from}
     */
    public List<Pass> run(double from, double to) {
        double leadIn = entries.isEmpty() ? 0 : Math.max(0, -entries.get(0).seconds()) + 0.001;
        Engine engine = new Engine(session);
        MessageQueue port = engine.port(surface);
        MidiParser parser = new MidiParser(port);
        engine.turn(surface, page);
        engine.play(from - leadIn, from, to);
        engine.tick(0);
        int next = 0;
        long end = Math.round((to - from + leadIn) * 1e9) + TICK_NANOS;
        long clock = 0;
        while (clock < end) {
            long last = clock;
            clock = Math.min(end, next(clock, next, leadIn));
            if (clock - last > TICK_NANOS) {
                // The values of just before the move, as the live engine would have them.
                engine.tick(clock - TICK_NANOS);
            }
            while (next < entries.size() && nanos(next, leadIn) <= clock) {
                for (byte one : entries.get(next).bytes()) {
                    if (port.full()) {
                        // More at one moment than the port holds: nothing is left out here, nobody waits.
                        engine.tick(clock);
                        engine.provide();
                    }
                    parser.accept(one & 0xFF, nanos(next, leadIn));
                }
                next++;
            }
            engine.tick(clock);
            engine.provide();
        }
        last = Optional.of(engine.live());
        List<Pass> all = new ArrayList<>();
        for (List<Pass> some = engine.finishedPass(); some != null; some = engine.finishedPass()) {
            all.addAll(some);
        }
        return all;
    }

    /** How the engine stood at the end, to tell what became of the last message; empty before it was played. */
    public Optional<LiveState> last() {
        return last;
    }

    /** When the engine is to look up next: soon, if something comes. */
    private long next(long clock, int entry, double leadIn) {
        long quiet = clock + QUIET_NANOS;
        return entry == entries.size() ? quiet : Math.max(clock + TICK_NANOS, Math.min(quiet, nanos(entry, leadIn)));
    }

    private long nanos(int entry, double leadIn) {
        return Math.round((entries.get(entry).seconds() + leadIn) * 1e9);
    }
}
