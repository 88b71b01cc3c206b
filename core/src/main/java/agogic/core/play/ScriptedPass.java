package agogic.core.play;

import agogic.core.midi.MidiParser;
import agogic.core.session.Session;
import agogic.core.write.Pass;
import java.util.ArrayList;
import java.util.List;

/**
 * A pass played by nobody: bytes put into a surface's port on an exact clock. It is the live path, run as fast as it goes.
 */
public final class ScriptedPass {
    private static final long TICK_NANOS = 1_000_000;

    private final Session session;
    private final int surface;
    private final List<Entry> entries = new ArrayList<>();

    /** Bytes that come at {@code seconds} from the start of the pass; below 0 in the count-in. */
    public record Entry(double seconds, byte[] bytes) {}

    /** A pass on the surface with this place in the session. */
    public ScriptedPass(Session session, int surface) {
        this.session = session;
        this.surface = surface;
    }

    /** Adds bytes, in time order. */
    public ScriptedPass add(double seconds, byte[] bytes) {
        entries.add(new Entry(seconds, bytes));
        return this;
    }

    /** Plays from {@code from} to {@code to}, in seconds of the piece, and returns what is to be written. */
    public List<Pass> run(double from, double to) {
        double leadIn = entries.isEmpty() ? 0 : Math.max(0, -entries.get(0).seconds()) + 0.001;
        Engine engine = new Engine(session);
        MidiParser parser = new MidiParser(engine.port(surface));
        engine.play(from - leadIn, from, to);
        engine.tick(0);
        int next = 0;
        long end = Math.round((to - from + leadIn) * 1e9) + TICK_NANOS;
        for (long clock = TICK_NANOS; clock <= end; clock += TICK_NANOS) {
            while (next < entries.size() && nanos(next, leadIn) <= clock) {
                parser.accept(entries.get(next).bytes(), nanos(next, leadIn));
                next++;
            }
            engine.tick(clock);
            engine.provide();
        }
        List<Pass> all = new ArrayList<>();
        for (List<Pass> some = engine.finishedPass(); some != null; some = engine.finishedPass()) {
            all.addAll(some);
        }
        return all;
    }

    private long nanos(int entry, double leadIn) {
        return Math.round((entries.get(entry).seconds() + leadIn) * 1e9);
    }
}
