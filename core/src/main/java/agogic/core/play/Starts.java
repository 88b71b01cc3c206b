package agogic.core.play;

import agogic.core.ride.Ride;
import agogic.core.snapshot.Snapshot;
import agogic.core.snapshot.SnapshotSet;
import agogic.core.time.Metre;
import agogic.core.time.MetreMap;
import agogic.core.time.Timeline;
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
    private Timeline timeline;
    private Started[] started = {};
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

    /** Another plan plays; what waits and what is on its way goes on if it is still there. */
    void begin() {
        List<SnapshotSet> now = present.plan.session().sets();
        Timeline fresh = present.plan.session().timeline();
        if (now == sets && fresh == timeline) {
            return;
        }
        AtomicIntegerArray told = new AtomicIntegerArray(2 * now.size());
        Started[] next = new Started[now.size()];
        for (int s = 0; s < next.length; s++) {
            next[s] = new Started(now.get(s));
            int before = Started.placeOf(now.get(s), sets);
            if (before >= 0) {
                next[s].carry(started[before]);
                next[s].due = Math.max(transport.position(), fresh.secondsAt(next[s].dueBeat));
                told.set(2 * s, next[s].waiting + 1);
                told.set(2 * s + 1, next[s].placeOf(started[before].set, shown.get(2 * before + 1) - 1) + 1);
            }
        }
        sets = now;
        timeline = fresh;
        started = next;
        shown = told;
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
            started[set].waiting = snapshot;
            started[set].due = when;
            started[set].dueBeat = timeline.beatAt(when);
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
        for (Started one : started) {
            first = one.waiting == NONE ? first : Math.min(first, one.due);
        }
        if (first == Double.POSITIVE_INFINITY || !transport.playing()) {
            return Double.POSITIVE_INFINITY;
        }
        double boundary = transport.boundary();
        return first >= boundary - 1e-9 && transport.turnsAt(boundary) ? Double.POSITIVE_INFINITY : first;
    }

    /** What waits for {@code at} comes. */
    void come(double at, long nanos) {
        for (int s = 0; s < started.length; s++) {
            if (started[s].waiting != NONE && started[s].due <= at + 1e-9) {
                come(s, started[s].waiting, at, nanos);
            }
        }
    }

    /** The loop went back from its end to {@code from}: what waited for its end or later comes there, what is on its way goes on. */
    void turned(double end, double from, long nanos) {
        for (int s = 0; s < started.length; s++) {
            started[s].back(end - from);
            if (started[s].waiting != NONE && started[s].due >= end - 1e-9) {
                come(s, started[s].waiting, from, nanos);
            }
        }
    }

    private void come(int set, int snapshot, double at, long nanos) {
        shown.setOpaque(2 * set, 0);
        shown.setOpaque(2 * set + 1, snapshot + 1);
        present.live.stirred();
        Started one = started[set];
        one.waiting = NONE;
        Snapshot came = one.set.snapshots().get(snapshot);
        List<Snapshot.Value> values = came.values();
        double over = transport.playing() ? one.set.over() : 0;
        for (int i = 0; i < values.size(); i++) {
            RouteState state = present.routes.handOf(values.get(i).target());
            one.from[i] =
                    state == null || state.parameter.stepped() ? Double.NaN : present.live.value(state.parameterIndex);
            if (state != null && (over == 0 || state.parameter.stepped())) {
                moves.started(state, values.get(i).value(), Ride.PRESSED, at, nanos);
            }
            if (state != null && transport.playing()) {
                state.started = one.by;
            }
        }
        one.going = over == 0 ? NONE : snapshot;
        stood.came(came, transport.playing());
        if (over > 0) {
            one.begun = at;
            one.since = nanos;
            one.there = timeline.secondsAt(timeline.beatAt(at) + over);
            one.last = Double.NEGATIVE_INFINITY;
        }
    }

    /** Moves on what is on its way, at the moment {@code at}. */
    void follow(double at, long nanos) {
        for (Started one : started) {
            if (one.going == NONE || at < one.begun || at - one.last < STEP && at < one.there) {
                continue;
            }
            double done = Math.min(1, (at - one.begun) / (one.there - one.begun));
            List<Snapshot.Value> values = one.set.snapshots().get(one.going).values();
            for (int i = 0; i < values.size(); i++) {
                RouteState state = Double.isNaN(one.from[i])
                        ? null
                        : present.routes.handOf(values.get(i).target());
                if (state == null) {
                    continue;
                }
                double value = one.from[i] + (values.get(i).value() - one.from[i]) * done;
                if (taken(state, one)) {
                    // What a hand takes on its way is the hand's.
                    one.from[i] = Double.NaN;
                } else if (state.records() && heldByAnother(state)) {
                    hands.beneath(state, Math.min(at, one.there), value);
                } else {
                    moves.started(state, value, 0, Math.min(at, one.there), nanos);
                }
            }
            one.last = at;
            one.going = done >= 1 ? NONE : one.going;
        }
    }

    /**
     * True if another moved a parameter since it is on its way: a person on the screen, another set, or a hand of which nothing
     * is recorded.
     */
    private boolean taken(RouteState state, Started one) {
        if (state.started != one.by) {
            return true;
        }
        for (int r : present.plan.routesOf(state.parameterIndex)) {
            RouteState other = present.routes.get(r);
            if (other != state && !state.records() && other.lastMoveNanos > one.since) {
                return true;
            }
        }
        return false;
    }

    /** True if another hand moved a parameter last, and has it. */
    private boolean heldByAnother(RouteState state) {
        for (int r : present.plan.routesOf(state.parameterIndex)) {
            RouteState other = present.routes.get(r);
            if (other != state && other.records() && other.holds() && other.claim > state.claim) {
                return true;
            }
        }
        return false;
    }

    /** True if something is on its way. */
    boolean goes() {
        for (Started one : started) {
            if (one.going != NONE) {
                return true;
            }
        }
        return false;
    }

    /** It stopped, or is elsewhere: nothing waits any more, and what was started holds nothing. */
    void stop(long nanos) {
        boolean any = false;
        for (int s = 0; s < started.length; s++) {
            any |= shown.getOpaque(2 * s) != 0 || shown.getOpaque(2 * s + 1) != 0;
            started[s].waiting = NONE;
            started[s].going = NONE;
            shown.setOpaque(2 * s, 0);
        }
        for (RouteState state : present.routes) {
            if (state.started != null && state.touched) {
                hands.release(state, nanos);
            }
            state.started = null;
        }
        if (any) {
            present.live.stirred();
        }
    }
}
