package agogic.core.play;

import agogic.core.snapshot.Snapshot;
import agogic.core.snapshot.SnapshotSet;
import agogic.core.time.Metre;
import agogic.core.time.MetreMap;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.atomic.AtomicIntegerArray;

/**
 * Snapshots that were started while it plays: they wait for their beat, bar or four bars, and come there exactly, as moves of
 * a hand on the screen, so that they are heard and written as all moves are. The playing thread's own, but for {@link #shown}.
 */
final class Starts {
    private static final int NONE = -1;
    /** So often a way to the values of a snapshot is moved on, in seconds. */
    private static final double STEP = 0.01;

    private static final double NEAR = 1e-6;

    private final Present present;
    private final Transport transport;
    private final HandMoves moves;
    private final Hands hands;

    private List<SnapshotSet> sets = List.of();
    /** Which snapshot of each set waits, and for which moment in seconds. */
    private int[] waiting = {};

    private double[] due = {};
    /** Which snapshot of each set is on its way, from when to when, and when it moved last. */
    private int[] going = {};

    private double[] begun = {};
    private double[] there = {};
    private double[] last = {};
    private double[][] from = {};
    private volatile AtomicIntegerArray shown = new AtomicIntegerArray(0);
    private final Stood stood = new Stood();

    Starts(Present present, Transport transport, HandMoves moves, Hands hands) {
        this.present = present;
        this.transport = transport;
        this.moves = moves;
        this.hands = hands;
    }

    /** For each set two numbers, 1 for its first snapshot, 0 for none: which waits, and which came last. For any thread. */
    AtomicIntegerArray shown() {
        return shown;
    }

    /** Those that came. For any thread. */
    Stood stood() {
        return stood;
    }

    /** Another plan plays; what waits goes on waiting if its set is there as it was. */
    void begin() {
        List<SnapshotSet> now = present.plan.session().sets();
        if (now == sets) {
            return;
        }
        int n = now.size();
        int[] waited = waiting;
        double[] was = due;
        List<SnapshotSet> old = sets;
        sets = now;
        waiting = new int[n];
        due = new double[n];
        going = new int[n];
        begun = new double[n];
        there = new double[n];
        last = new double[n];
        from = new double[n][];
        Arrays.fill(waiting, NONE);
        Arrays.fill(going, NONE);
        AtomicIntegerArray fresh = new AtomicIntegerArray(2 * n);
        for (int s = 0; s < n; s++) {
            int most = 0;
            for (Snapshot one : now.get(s).snapshots()) {
                most = Math.max(most, one.values().size());
            }
            from[s] = new double[most];
            int before = old.indexOf(now.get(s));
            if (before >= 0) {
                waiting[s] = waited[before];
                due[s] = was[before];
                fresh.set(2 * s, waiting[s] + 1);
                fresh.set(2 * s + 1, shown.get(2 * before + 1));
            }
        }
        shown = fresh;
    }

    /** Somebody starts a snapshot, by the places of its set and itself. */
    void press(int set, int snapshot, long nanos) {
        if (set >= sets.size() || snapshot >= sets.get(set).snapshots().size()) {
            return;
        }
        double now = transport.at(nanos);
        double when = transport.playing() ? next(sets.get(set).start(), now) : now;
        if (when <= now) {
            come(set, snapshot, now, nanos);
        } else {
            waiting[set] = snapshot;
            due[set] = when;
            shown.setOpaque(2 * set, snapshot + 1);
            present.live.stirred();
        }
    }

    /** The moment of the next beat, bar or four bars from a moment on, in seconds. */
    private double next(SnapshotSet.Start start, double seconds) {
        if (start == SnapshotSet.Start.AT_ONCE) {
            return seconds;
        }
        double beat = present.plan.session().timeline().beatAt(seconds);
        MetreMap metre = present.plan.session().timeline().metre();
        int bar = metre.barAt(beat + NEAR);
        double first = metre.beatOfBar(bar);
        double next;
        if (start == SnapshotSet.Start.BEAT) {
            Metre in = metre.metreOfBar(bar);
            next = first + Math.ceil((beat - NEAR - first) / in.quartersInBeat()) * in.quartersInBeat();
        } else {
            int wanted = beat - NEAR > first ? bar + 1 : bar;
            if (start == SnapshotSet.Start.FOUR_BARS) {
                wanted += Math.floorMod(1 - wanted, 4);
            }
            next = metre.beatOfBar(wanted);
        }
        return present.plan.session().timeline().secondsAt(next);
    }

    /** The first moment for which something waits, in seconds; infinity if nothing does, or the loop turns before. */
    double due() {
        double first = Double.POSITIVE_INFINITY;
        for (int s = 0; s < waiting.length; s++) {
            first = waiting[s] == NONE ? first : Math.min(first, due[s]);
        }
        if (first == Double.POSITIVE_INFINITY || !transport.playing()) {
            return Double.POSITIVE_INFINITY;
        }
        double boundary = transport.boundary();
        return first >= boundary - 1e-9 && transport.turnsAt(boundary) ? Double.POSITIVE_INFINITY : first;
    }

    /** What waits for {@code at} comes. */
    void come(double at, long nanos) {
        for (int s = 0; s < waiting.length; s++) {
            if (waiting[s] != NONE && due[s] <= at + 1e-9) {
                come(s, waiting[s], at, nanos);
            }
        }
    }

    /** The loop went back from its end to {@code from}: what waited for its end or later comes there. */
    void turned(double end, double from, long nanos) {
        for (int s = 0; s < waiting.length; s++) {
            if (waiting[s] != NONE && due[s] >= end - 1e-9) {
                come(s, waiting[s], from, nanos);
            }
            going[s] = NONE;
        }
    }

    private void come(int set, int snapshot, double at, long nanos) {
        waiting[set] = NONE;
        shown.setOpaque(2 * set, 0);
        shown.setOpaque(2 * set + 1, snapshot + 1);
        present.live.stirred();
        SnapshotSet one = sets.get(set);
        List<Snapshot.Value> values = one.snapshots().get(snapshot).values();
        double over = transport.playing() ? one.over() : 0;
        for (int i = 0; i < values.size(); i++) {
            RouteState state = present.routes.handOf(values.get(i).target());
            if (state == null) {
                continue;
            }
            from[set][i] = present.live.value(state.parameterIndex);
            if (over == 0 || state.parameter.stepped()) {
                moves.jump(state, values.get(i).value(), at, nanos);
            }
        }
        going[set] = over == 0 ? NONE : snapshot;
        stood.came(set, snapshot, transport.playing());
        if (over > 0) {
            var timeline = present.plan.session().timeline();
            begun[set] = at;
            there[set] = timeline.secondsAt(timeline.beatAt(at) + over);
            last[set] = Double.NEGATIVE_INFINITY;
        }
    }

    /** Moves on what is on its way, at the moment {@code at}. */
    void follow(double at, long nanos) {
        for (int s = 0; s < going.length; s++) {
            if (going[s] == NONE || at < begun[s] || at - last[s] < STEP && at < there[s]) {
                continue;
            }
            double done = Math.min(1, (at - begun[s]) / (there[s] - begun[s]));
            List<Snapshot.Value> values = sets.get(s).snapshots().get(going[s]).values();
            for (int i = 0; i < values.size(); i++) {
                RouteState state = present.routes.handOf(values.get(i).target());
                if (state != null && !state.parameter.stepped()) {
                    double value = from[s][i] + (values.get(i).value() - from[s][i]) * done;
                    moves.onScreen(state, value, 0, true, Math.min(at, there[s]), nanos);
                }
            }
            last[s] = at;
            going[s] = done >= 1 ? NONE : going[s];
        }
    }

    /** True if something is on its way. */
    boolean goes() {
        for (int one : going) {
            if (one != NONE) {
                return true;
            }
        }
        return false;
    }

    /** It stopped, or is elsewhere: nothing waits any more, and what was started holds nothing. */
    void stop(long nanos) {
        boolean any = false;
        for (int s = 0; s < waiting.length; s++) {
            any |= shown.getOpaque(2 * s) != 0 || shown.getOpaque(2 * s + 1) != 0;
            waiting[s] = NONE;
            going[s] = NONE;
            shown.setOpaque(2 * s, 0);
            List<Snapshot> all = sets.get(s).snapshots();
            for (int k = 0; k < all.size(); k++) {
                List<Snapshot.Value> values = all.get(k).values();
                for (int i = 0; i < values.size(); i++) {
                    RouteState state = present.routes.handOf(values.get(i).target());
                    if (state != null && state.touched) {
                        hands.release(state, nanos);
                    }
                }
            }
        }
        if (any) {
            present.live.stirred();
        }
    }
}
