package agogic.core.play;

import agogic.core.midi.MessageQueue;
import agogic.core.parameter.Parameter;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.surface.MoveSink;
import agogic.core.surface.Surface;
import agogic.core.surface.SurfaceDecoder;
import agogic.core.trace.Verdict;
import agogic.core.write.Pass;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.atomic.AtomicReference;

/**
 * Plays a session: takes what comes into its ports, moves values, keeps the moves of a pass.
 *
 * <p>One thread calls {@link #tick}; times are nanoseconds of whatever clock that thread follows, so a pass can be
 * repeated exactly. Everything else may be called from any thread and takes effect at the next tick. On the way from a
 * message in a port to a value nothing allocates and nothing locks.
 */
public final class Engine {
    /** A control that cannot say so counts as touched until this long after its last move. */
    public static final long TOUCH_NANOS = 300_000_000L;

    private static final int PORT_CAPACITY = 16_384;

    private final MessageQueue[] ports;
    private final SurfaceDecoder[] decoders;
    private final AtomicReference<Compiled> next = new AtomicReference<>();
    private final Queue<Runnable> commands = new ConcurrentLinkedQueue<>();
    private final Queue<List<Pass>> passes = new ConcurrentLinkedQueue<>();
    private volatile Compiled now;
    private volatile LiveState live;

    private boolean playing;
    private double position;
    private double anchorSeconds;
    private long anchorNanos;
    private long lastTick;
    private boolean ticked;
    /** Writing begins here, in seconds; before it, the count-in plays. */
    private double punchIn;

    private double punchOut = Double.POSITIVE_INFINITY;
    private boolean punched;
    /** What the hand left each parameter at while no envelope moved it; NaN if nothing did. */
    private double[] held;

    /** An engine for the surfaces of this session; {@link #load} takes later states of the same one. */
    public Engine(Session session) {
        now = new Compiled(session);
        int n = session.surfaces().size();
        ports = new MessageQueue[n];
        decoders = new SurfaceDecoder[n];
        int[] controls = new int[n];
        for (int s = 0; s < n; s++) {
            Surface surface = session.surfaces().get(s);
            ports[s] = new MessageQueue(PORT_CAPACITY);
            decoders[s] = new SurfaceDecoder(surface, new Moves(s));
            controls[s] = surface.controls().size();
        }
        live = new LiveState(now.index.size(), now.routes.length, controls);
        for (int s = 0; s < n; s++) {
            for (int c = 0; c < controls[s]; c++) {
                live.control(s, c, Double.NaN);
            }
        }
        held = unheld(now.index.size());
        begin();
    }

    private static double[] unheld(int size) {
        double[] none = new double[size];
        Arrays.fill(none, Double.NaN);
        return none;
    }

    /** Where messages of a surface go in, by its place in the session. One thread a port. */
    public MessageQueue port(int surface) {
        return ports[surface];
    }

    /** What is so now. */
    public LiveState live() {
        return live;
    }

    /** The numbers of the parameters in {@link #live}. */
    public ParameterIndex index() {
        return now.index;
    }

    /** Plays this edited session from the next tick on; what the hands do goes on. The surfaces must be the same. */
    public void load(Session session) {
        next.set(new Compiled(session));
    }

    /** Plays and writes from where it stands, or from the start if it stands at the end. */
    public void play() {
        commands.add(() -> {
            double from = position >= now.session.seconds() - 0.01 ? 0 : Math.max(0, position);
            startAt(from, from, Double.POSITIVE_INFINITY);
        });
    }

    /** Plays from {@code from} (seconds, may lie before 0); what is written begins at {@code writeFrom}. */
    public void play(double from, double writeFrom) {
        commands.add(() -> startAt(from, writeFrom, Double.POSITIVE_INFINITY));
    }

    /** Plays from {@code from} to {@code until}, writing from {@code writeFrom} on, then stops. All in seconds. */
    public void play(double from, double writeFrom, double until) {
        commands.add(() -> startAt(from, writeFrom, until));
    }

    /** Stops; the pass, if anything was recorded, can be taken with {@link #finishedPass}. */
    public void stop() {
        commands.add(() -> halt(position));
    }

    /** Goes to {@code seconds} without playing, or goes on playing from there without writing what lies between. */
    public void locate(double seconds) {
        commands.add(() -> {
            boolean goOn = playing;
            if (goOn) {
                halt(position);
            }
            position = seconds;
            chase();
            if (goOn) {
                startAt(seconds, seconds, Double.POSITIVE_INFINITY);
            }
        });
    }

    /**
     * Sets a parameter by no control, as from the device's own face: it stands at {@code value} (normalised) until the
     * next start or jump, or until a control of its own moves it.
     */
    public void hold(Target target, double value) {
        commands.add(() -> {
            int p = now.index.of(target);
            held[p] = now.index.parameter(p).settled(value);
            live.value(p, held[p]);
        });
    }

    /** The passes that ended since the last call, one list a stop or a turn of the loop; null if there is none. */
    public List<Pass> finishedPass() {
        return passes.poll();
    }

    /** Makes room for moves ahead. To be called now and then by a thread that may allocate. */
    public void provide() {
        for (RouteState state : now.routes) {
            MoveLog log = state.log;
            if (log != null) {
                log.provide();
            }
        }
    }

    /** Does what came up to {@code nanos}, and sets all values to those of that moment. */
    public void tick(long nanos) {
        if (!ticked) {
            lastTick = nanos;
            ticked = true;
        }
        adopt();
        tickNanos = nanos;
        for (Runnable command = commands.poll(); command != null; command = commands.poll()) {
            command.run();
        }
        while (playing && secondsAt(nanos) >= boundary()) {
            double at = boundary();
            long when = anchorNanos + Math.round((at - anchorSeconds) * 1e9);
            drain(when - 1);
            releaseIdle(when);
            position = at;
            cross(at, when);
        }
        drain(nanos);
        releaseIdle(nanos);
        if (playing) {
            position = secondsAt(nanos);
        }
        evaluate((nanos - lastTick) * 1e-9);
        lastTick = nanos;
        live.position(position);
        live.transport(playing, playing && position < punchIn);
    }

    private long tickNanos;

    private void adopt() {
        Compiled fresh = next.getAndSet(null);
        if (fresh == null) {
            return;
        }
        Compiled before = now;
        fresh.carry(before);
        boolean alike = fresh.index.alike(before.index) && fresh.routes.length == before.routes.length;
        if (!alike) {
            int[] controls = new int[ports.length];
            for (int s = 0; s < controls.length; s++) {
                controls[s] = fresh.routesOfControl[s].length;
            }
            LiveState fuller = new LiveState(fresh.index.size(), fresh.routes.length, controls);
            for (int s = 0; s < controls.length; s++) {
                for (int c = 0; c < controls[s]; c++) {
                    fuller.control(s, c, live.control(s, c));
                }
            }
            live = fuller;
            held = unheld(fresh.index.size());
        } else {
            for (int p = 0; p < held.length; p++) {
                // What was taken into the session, or out of it by undo, stands where the session says.
                if (fresh.index.parameter(p).resting()
                        != before.index.parameter(p).resting()) {
                    held[p] = Double.NaN;
                }
            }
        }
        now = fresh;
        begin();
    }

    private void begin() {
        for (int p = 0; p < now.index.size(); p++) {
            live.value(p, Double.isNaN(held[p]) ? now.index.parameter(p).resting() : held[p]);
        }
        for (RouteState state : now.routes) {
            live.counted(state.index, state.counted);
        }
        evaluate(0);
    }

    private double secondsAt(long nanos) {
        return anchorSeconds + (nanos - anchorNanos) * 1e-9;
    }

    /** The next place at which something happens besides playing, in seconds. */
    private double boundary() {
        if (!punched && position < punchIn) {
            return Math.min(punchIn, punchOut);
        }
        Loop loop = now.session.loop();
        double end = Math.min(punchOut, Math.max(now.session.seconds(), anchorSeconds + 1e-9));
        if (loop.on()) {
            double loopEnd = now.session.timeline().secondsAt(loop.to());
            return position <= loopEnd ? Math.min(end, loopEnd) : end;
        }
        return end;
    }

    private void cross(double at, long when) {
        if (!punched && at >= punchIn && at < punchOut) {
            punched = true;
            for (RouteState state : now.routes) {
                if (state.records() && state.passMode() == WriteMode.WRITE) {
                    latch(state, at);
                }
            }
            if (boundary() > at) {
                return;
            }
        }
        Loop loop = now.session.loop();
        boolean turns = loop.on()
                && anchorSeconds <= now.session.timeline().secondsAt(loop.to())
                && at < punchOut
                && at >= now.session.timeline().secondsAt(loop.to()) - 1e-9;
        finish(at);
        if (turns) {
            double from = now.session.timeline().secondsAt(loop.from());
            anchorSeconds = from;
            anchorNanos = when;
            position = from;
            punchIn = from;
            punched = true;
            for (RouteState state : now.routes) {
                boolean goesOn = state.touched && state.records();
                if (goesOn) {
                    state.beginTouch(from);
                    record(state, from, currentPlace(state));
                }
            }
        } else {
            playing = false;
            position = at;
        }
    }

    private void startAt(double from, double writeFrom, double until) {
        if (playing) {
            halt(position);
        }
        playing = true;
        position = from;
        anchorSeconds = from;
        anchorNanos = tickNanos;
        punchIn = writeFrom;
        punchOut = until;
        punched = false;
        for (RouteState state : now.routes) {
            state.clearPass();
            boolean already = state.touched && state.records();
            if (already) {
                state.beginTouch(from);
                record(state, from, currentPlace(state));
            }
        }
        chase();
        if (writeFrom <= from) {
            cross(from, tickNanos);
        }
    }

    private void halt(double at) {
        if (playing) {
            playing = false;
            finish(at);
            chase();
        }
    }

    /** The envelopes have the say again. */
    private void chase() {
        for (int p : now.moving) {
            if (now.cursors[p] != null) {
                held[p] = Double.NaN;
            }
        }
        for (RouteState state : now.routes) {
            state.takeover.letGo();
        }
    }

    private void finish(double at) {
        List<Pass> finished = new ArrayList<>();
        for (RouteState state : now.routes) {
            Pass pass = punched || at > punchIn ? state.pass(punchIn, at) : null;
            if (pass != null) {
                finished.add(pass);
            }
            state.clearPass();
            live.writing(state.index, false);
        }
        if (!finished.isEmpty()) {
            passes.add(finished);
        }
    }

    private void drain(long until) {
        for (int s = 0; s < ports.length; s++) {
            ports[s].drain(until, decoders[s]);
            decoders[s].settle(until);
        }
    }

    /** Controls that cannot say when they are let go count as released a while after their last move. */
    private void releaseIdle(long nanos) {
        for (RouteState state : now.routes) {
            if (state.touched && !state.touchTold && nanos - state.lastMoveNanos >= TOUCH_NANOS) {
                release(state, state.lastMoveNanos + TOUCH_NANOS);
            }
        }
    }

    private void release(RouteState state, long nanos) {
        double at = playing ? secondsAt(nanos) : position;
        state.endTouch(at);
        if (playing && state.records() && state.passMode() == WriteMode.TOUCH) {
            state.easeFrom = at;
            state.easeValue = handValue(state, state.counted);
        }
    }

    private void latch(RouteState state, double at) {
        state.latched = true;
        record(state, at, currentPlace(state));
    }

    /** Where the control counts, or would have to stand for the present value. */
    private double currentPlace(RouteState state) {
        boolean joined = !Double.isNaN(state.counted) && (state.touched || state.latched);
        double place = joined ? state.counted : state.route.span().positionOf(live.value(state.parameterIndex));
        state.counted = place;
        state.smoothing.startAt(place);
        return place;
    }

    private void record(RouteState state, double seconds, double place) {
        record(state, seconds, place, place);
    }

    private void record(RouteState state, double seconds, double raw, double counted) {
        if (Double.isNaN(state.standing)) {
            state.standing = live.value(state.parameterIndex);
        }
        state.log.append(seconds, raw, counted);
    }

    private static double handValue(RouteState state, double place) {
        return state.parameter.settled(state.route.span().apply(place));
    }

    private final class Moves implements MoveSink {
        private final int surface;

        Moves(int surface) {
            this.surface = surface;
        }

        @Override
        public void moved(int control, double value, long nanos) {
            live.control(surface, control, value);
            for (RouteState state : now.routesOfControl[surface][control]) {
                live.verdict(state.index, move(state, value, nanos), nanos);
            }
            live.event(surface, control, 0);
        }

        @Override
        public void touched(int control, boolean down, long nanos) {
            for (RouteState state : now.routesOfControl[surface][control]) {
                if (down) {
                    take(state, nanos);
                    live.verdict(state.index, Verdict.TOUCHED, nanos);
                } else if (state.touched) {
                    release(state, nanos);
                }
            }
        }

        @Override
        public void unknown(int status, int data1, int data2, long nanos) {
            live.event(surface, -1, status << 16 | data1 << 8 | data2);
        }
    }

    private void take(RouteState state, long nanos) {
        if (!state.touched && state.route.on() && !state.parameter.reserved()) {
            double at = playing ? secondsAt(nanos) : position;
            boolean recording = playing && state.records();
            double place = currentPlace(state);
            state.beginTouch(at);
            if (recording) {
                record(state, at, place);
                state.latched = state.passMode() == WriteMode.LATCH || state.latched;
            }
        }
        state.touchTold = state.touched;
    }

    /** One move of a route's control; says what became of it. */
    private Verdict move(RouteState state, double x, long nanos) {
        Parameter parameter = state.parameter;
        if (!state.route.on()) {
            return Verdict.ROUTE_OFF;
        }
        if (parameter.reserved()) {
            return Verdict.RESERVED;
        }
        if (!state.exposed) {
            return Verdict.HIDDEN;
        }
        if (state.follows) {
            return Verdict.FOLLOWS;
        }
        if (state.route.span().closed()) {
            return Verdict.SPAN_CLOSED;
        }
        int p = state.parameterIndex;
        if (playing && now.away(p, now.session.timeline().beatAt(secondsAt(nanos)))) {
            return Verdict.AWAY;
        }
        boolean records = state.records();
        boolean governed = playing && now.cursors[p] != null;
        if (governed && !records) {
            return Verdict.READ;
        }
        double place = state.takeover.move(x, state.route.span().positionOf(live.value(p)));
        if (Double.isNaN(place)) {
            return Verdict.WAITING;
        }
        double at = playing ? secondsAt(nanos) : position;
        if (!state.touched) {
            state.beginTouch(at);
        }
        if (Double.isNaN(state.counted)) {
            state.smoothing.startAt(place);
        }
        state.lastMoveNanos = nanos;
        state.counted = place;
        state.smoothing.aim(place);
        live.counted(state.index, place);
        if (!playing || !records) {
            held[p] = handValue(state, place);
            live.value(p, held[p]);
            return state.route.mode().writes() ? Verdict.NOT_PLAYING : Verdict.HEARD_IN_READ;
        }
        record(state, at, x, place);
        state.latched |= state.passMode() == WriteMode.LATCH;
        live.value(p, handValue(state, place));
        if (!state.route.mode().writes() || state.route.rehearse()) {
            return Verdict.REHEARSED;
        }
        return at < punchIn ? Verdict.LEAD_IN : Verdict.WRITTEN;
    }

    private void evaluate(double elapsed) {
        double beat = now.session.timeline().beatAt(position);
        for (int p : now.moving) {
            Parameter parameter = now.index.parameter(p);
            Reach reach = now.reaches[p];
            if (reach != null && reach.follows()) {
                live.value(p, parameter.settled(reach.arriving(live.value(reach.leader()))));
                continue;
            }
            double lane = now.laneValue(p, position, beat);
            double base = !Double.isNaN(held[p]) ? held[p] : Double.isNaN(lane) ? parameter.resting() : lane;
            double value = base;
            boolean away = playing && now.away(p, beat);
            for (RouteState state : now.routesOf[p]) {
                double by = byHand(state, base, elapsed);
                if (!Double.isNaN(by) && !away) {
                    value = by;
                }
            }
            double sent = parameter.settled(value);
            live.value(p, reach == null ? sent : parameter.settled(reach.arriving(sent)));
        }
    }

    /** The value a route gives its parameter now; NaN if the hand has no say. */
    private double byHand(RouteState state, double base, double elapsed) {
        if (Double.isNaN(state.counted)) {
            return Double.NaN;
        }
        double place = state.smoothing.after(elapsed);
        boolean recording = playing && state.records();
        if (!recording) {
            boolean moves = state.touched && state.route.smoothing() > 0 && !Double.isNaN(held[state.parameterIndex]);
            return moves ? state.route.span().apply(place) : Double.NaN;
        }
        boolean holds = state.touched || state.latched && state.passMode() != WriteMode.TOUCH;
        if (holds) {
            live.writing(state.index, position >= punchIn);
            return state.route.span().apply(place);
        }
        live.writing(state.index, false);
        double part = (position - state.easeFrom) / state.easeBack;
        if (part >= 0 && part < 1 && !state.parameter.stepped()) {
            return state.easeValue + (base - state.easeValue) * part;
        }
        return Double.NaN;
    }
}
