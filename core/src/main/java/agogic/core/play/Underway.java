package agogic.core.play;

import agogic.core.route.Route;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.Map;

/**
 * What the hands have done in the pass that is under way, told bit by bit to a journal: each move once. One thread uses it,
 * another than the playing one; what it does not see now it sees the next time.
 */
public final class Underway {
    private final Engine engine;
    private final Map<MoveLog, Known> known = new IdentityHashMap<>();
    private int next;

    /** What was told of one route. */
    private static final class Known {
        private int number;
        private int moves;
        private double first;
        private final Map<Integer, Double> touches = new HashMap<>();
        private final Map<Integer, Double> yields = new HashMap<>();
    }

    /** Where it is told. Numbers are those of passes, from 1 on; times are seconds of the piece, places 0..1. */
    public interface Sink {
        /** A pass has its first move. */
        void begins(int number, Route route, double resolution, double from, double standing);

        void move(int number, double seconds, double raw, double counted);

        /** A hand is on the control from {@code from} to {@code to}, which is endless as long as it is. */
        void touch(int number, int place, double from, double to);

        /** Another hand has the say over the parameter from {@code from} to {@code to}, which is endless as long as it has. */
        void yield(int number, int place, double from, double to);
    }

    /** The pass of an engine. */
    public Underway(Engine engine) {
        this.engine = engine;
    }

    /** Tells what is new. */
    public void tell(Sink sink) {
        for (RouteState state : engine.recording()) {
            MoveLog log = state.log;
            boolean waits = Double.isInfinite(engine.punchIn());
            int now = log == null || state.rehearsed() || waits ? 0 : log.size();
            if (now == 0) {
                known.remove(log);
                continue;
            }
            Known told = known.get(log);
            if (told == null || now < told.moves || log.get(0, 0) != told.first) {
                told = new Known();
                told.number = ++next;
                told.first = log.get(0, 0);
                known.put(log, told);
                state.begins(told.number, engine.punchIn(), sink);
            }
            for (; told.moves < now; told.moves++) {
                int i = told.moves;
                sink.move(told.number, log.get(i, 0), log.get(i, 1), log.get(i, 2));
            }
            Map<Integer, Double> before = told.touches;
            int number = told.number;
            state.touches((place, from, to) -> {
                if (!Double.valueOf(to).equals(before.put(place, to))) {
                    sink.touch(number, place, from, to);
                }
            });
            Map<Integer, Double> yielded = told.yields;
            state.yields((place, from, to) -> {
                if (!Double.valueOf(to).equals(yielded.put(place, to))) {
                    sink.yield(number, place, from, to);
                }
            });
        }
    }
}
