package agogic.core.play;

import agogic.core.macro.Macro;
import agogic.core.midi.MessageQueue;
import agogic.core.midi.MidiSink;
import agogic.core.parameter.Parameter;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.route.WriteMode;
import agogic.core.session.Loop;
import agogic.core.session.Session;
import agogic.core.surface.MoveSink;
import agogic.core.surface.Surface;
import agogic.core.surface.SurfaceDecoder;
import agogic.core.write.Pass;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Queue;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;

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

    private static final int PORT_CAPACITY = 4096;

    /** What came in for each surface ever played, and what of it was handed on, by the id of the surface. */
    private final Map<String, MessageQueue> ports = new ConcurrentHashMap<>();

    private final Map<String, MessageQueue> taps = new ConcurrentHashMap<>();
    /** The same by the places of the surfaces in the session that plays. */
    private MessageQueue[] queues;

    private SurfaceDecoder[] decoders;
    private int[] pages;
    private volatile boolean listening;
    /** One sink a surface that follows the controls and hands the messages on. */
    private MidiSink[] tees;

    private final AtomicReference<Compiled> next = new AtomicReference<>();
    private final Queue<Runnable> commands = new ConcurrentLinkedQueue<>();
    private final Queue<List<Pass>> passes = new ConcurrentLinkedQueue<>();
    private volatile Consumer<RuntimeException> troubles = e -> {
        throw e;
    };
    private volatile Playing playingNow;
    private Compiled now;
    private LiveState live;

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
    /** The routes that keep what their hands do. */
    private volatile List<RouteState> recording = List.of();

    /** What the hand left each parameter at while no envelope moved it; NaN if nothing did. */
    private double[] held;

    /** An engine that plays this session; {@link #load} takes later states of it. */
    public Engine(Session session) {
        now = new Compiled(session);
        live = unmoved(now);
        connect(List.of());
        held = unheld(now.index.size());
        begin();
    }

    /** What is played: a session with the numbers of its parameters and what is so of it, all of one moment. */
    public record Playing(Session session, ParameterIndex index, LiveState live) {}

    /** What is being played, its parameters and what is so, all of one moment. */
    public Playing playing() {
        return playingNow;
    }

    /** From now on this is told what goes wrong with one command, and playing goes on. */
    public void onTrouble(Consumer<RuntimeException> told) {
        troubles = told;
    }

    /** A decoder and a queue for each surface that plays now; those of a surface that was there before stay. */
    private void connect(List<Surface> old) {
        List<Surface> surfaces = now.session.surfaces();
        int n = surfaces.size();
        SurfaceDecoder[] made = new SurfaceDecoder[n];
        queues = new MessageQueue[n];
        tees = new MidiSink[n];
        pages = new int[n];
        for (int s = 0; s < n; s++) {
            String id = surfaces.get(s).id();
            boolean there = old.stream().anyMatch(o -> o.id().equals(id));
            boolean kept = s < old.size() && old.get(s).equals(surfaces.get(s));
            made[s] = kept ? decoders[s] : new SurfaceDecoder(surfaces.get(s), new Moves(s));
            queues[s] = port(id);
            pages[s] = live.page(s);
            if (!there) {
                // What came while the surface was not in the session is nothing that moves anything.
                queues[s].clear();
            }
            MessageQueue tap = taps.computeIfAbsent(id, i -> new MessageQueue(PORT_CAPACITY));
            int place = s;
            tees[s] = (status, data1, data2, nanos) -> {
                tap.message(status, data1, data2, nanos);
                decoders[place].message(status, data1, data2, nanos);
            };
        }
        decoders = made;
    }

    private static LiveState unmoved(Compiled compiled) {
        int[] controls = compiled.session.surfaces().stream()
                .mapToInt(s -> s.controls().size())
                .toArray();
        LiveState state = new LiveState(compiled.index.size(), compiled.routes.length, controls);
        for (int s = 0; s < controls.length; s++) {
            state.page(s, 1);
            for (int c = 0; c < controls[s]; c++) {
                state.control(s, c, Double.NaN);
            }
        }
        return state;
    }

    private static double[] unheld(int size) {
        double[] none = new double[size];
        Arrays.fill(none, Double.NaN);
        return none;
    }

    /** What is being played. */
    public Session session() {
        return playingNow.session();
    }

    /**
     * Listens: from the next tick on, what comes into the ports moves nothing; it is handed on in {@link #tap} instead.
     * Where the controls stand is still followed.
     */
    public void listen(boolean on) {
        listening = on;
    }

    /** What came into the port of a surface while the engine listened. One thread takes it. */
    public MessageQueue tap(int surface) {
        return taps.get(session().surfaces().get(surface).id());
    }

    /** Turns a surface to a page, 1 for the first. */
    public void turn(int surface, int page) {
        commands.add(() -> turnNow(surface, page));
    }

    /** Where messages of a surface go in, by its place in the session that plays. One thread a port. */
    public MessageQueue port(int surface) {
        return port(session().surfaces().get(surface).id());
    }

    /** Where messages of a surface go in, by its id. One thread a port. While there is no such surface nothing hears it. */
    public MessageQueue port(String surface) {
        return ports.computeIfAbsent(surface, id -> new MessageQueue(PORT_CAPACITY));
    }

    /** What is so now. */
    public LiveState live() {
        return playingNow.live();
    }

    /** The numbers of the parameters in {@link #live}. */
    public ParameterIndex index() {
        return playingNow.index();
    }

    /** Plays this edited session from the next tick on; what the hands do goes on. */
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
        commands.add(() -> halt(position, Pass.End.STOPPED));
    }

    /** Lets the hand of a route count at once where it stands, this time: at its next touch takeover holds again. */
    public void takeOver(String routeId) {
        commands.add(() -> {
            RouteState state = now.route(routeId);
            if (state == null) {
                return;
            }
            state.takeover.join();
            for (int s = 0; s < now.routesOfControl.length; s++) {
                for (int c = 0; c < now.routesOfControl[s].length; c++) {
                    double x = live.control(s, c);
                    if (!Double.isNaN(x) && List.of(now.routesOfControl[s][c]).contains(state)) {
                        live.verdict(state.index, move(state, x, tickNanos), tickNanos);
                        live.event(s, c, 0);
                    }
                }
            }
        });
    }

    /** Goes to {@code seconds} without playing, or goes on playing from there without writing what lies between. */
    public void locate(double seconds) {
        commands.add(() -> {
            boolean goOn = playing;
            if (goOn) {
                halt(position, Pass.End.JUMPED);
            }
            position = seconds;
            chase();
            if (goOn) {
                // The pass is over: only what is pinned writes on, from here.
                for (RouteState state : now.routes) {
                    state.passOver = !state.route.pinned();
                }
                startPlaying(seconds, seconds, Double.POSITIVE_INFINITY);
            }
        });
    }

    /**
     * Sets a parameter by no control, as from the device's own face: it stands at {@code value} (normalised) until the
     * next start or jump, or until a control of its own moves it.
     */
    public void hold(Target target, double value) {
        commands.add(() -> {
            if (!now.index.has(target)) {
                // It went while the command was on its way.
                return;
            }
            int p = now.index.of(target);
            held[p] = now.index.parameter(p).settled(value);
            live.value(p, held[p]);
            for (RouteState state : now.routesOf[p]) {
                // Set by something else: the hand has to meet it again.
                state.takeover.letGo();
            }
        });
    }

    /** The passes that ended since the last call, one list a stop or a turn of the loop; null if there is none. */
    public List<Pass> finishedPass() {
        return passes.poll();
    }

    /** Makes room for moves ahead. To be called now and then by a thread that may allocate. */
    public void provide() {
        for (RouteState state : recording) {
            state.provide();
        }
    }

    /** Does what came up to {@code nanos}, and sets all values to those of that moment. */
    public void tick(long nanos) {
        if (!ticked) {
            lastTick = nanos;
            ticked = true;
        }
        tickNanos = nanos;
        adopt();
        for (Runnable command = commands.poll(); command != null; command = commands.poll()) {
            try {
                command.run();
            } catch (RuntimeException e) {
                troubles.accept(e);
            }
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
        if (playing && secondsAt(tickNanos) < boundary()) {
            // What came before the edit is of the session before.
            drain(tickNanos);
        }
        double at = playing ? Math.min(boundary(), Math.max(position, secondsAt(tickNanos))) : position;
        List<RouteState> begun = playing ? endChanged(before, fresh, at) : List.of();
        fresh.carry(before);
        List<Surface> old = before.session.surfaces();
        List<Surface> surfaces = fresh.session.surfaces();
        boolean sameSurfaces = surfaces.equals(old);
        boolean sameIndex = fresh.index.alike(before.index);
        if (!sameIndex || !sameSurfaces || fresh.routes.length != before.routes.length) {
            live = carried(fresh, before);
        }
        if (!sameIndex) {
            double[] fuller = unheld(fresh.index.size());
            for (int p = 0; p < fuller.length; p++) {
                Target target = fresh.index.target(p);
                boolean stood = before.index.has(target)
                        && fresh.index.parameter(p).resting()
                                == before.index
                                        .parameter(before.index.of(target))
                                        .resting();
                fuller[p] = stood ? held[before.index.of(target)] : Double.NaN;
            }
            held = fuller;
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
        if (!sameSurfaces) {
            connect(old);
        }
        begin();
        for (RouteState state : begun) {
            state.since(Math.max(punchIn, at));
            goOn(state, at);
        }
    }

    /**
     * Ends the passes that an edit does not let go on as they were; each is kept as it was until now. Returns the routes
     * that record from now on anew.
     */
    private List<RouteState> endChanged(Compiled before, Compiled fresh, double at) {
        List<Pass> ended = new ArrayList<>();
        List<RouteState> begun = new ArrayList<>();
        for (RouteState state : before.routes) {
            RouteState after = fresh.route(state.route.id());
            if (state.records() && (after == null || !after.goesOn(state))) {
                ended.add(state.pass(punchIn, at, Pass.End.CHANGED));
            }
        }
        for (RouteState state : fresh.routes) {
            RouteState earlier = before.route(state.route.id());
            if (state.log != null && (earlier == null || !state.goesOn(earlier))) {
                begun.add(state);
            }
        }
        if (!ended.isEmpty()) {
            passes.add(ended);
        }
        return begun;
    }

    /** The state for {@code fresh}, with the controls and pages as they were. */
    private LiveState carried(Compiled fresh, Compiled before) {
        LiveState fuller = unmoved(fresh);
        List<Surface> surfaces = fresh.session.surfaces();
        for (int s = 0; s < surfaces.size(); s++) {
            for (int was = 0; was < before.session.surfaces().size(); was++) {
                Surface old = before.session.surfaces().get(was);
                if (old.id().equals(surfaces.get(s).id())) {
                    fuller.page(
                            s, Math.min(live.page(was), surfaces.get(s).pages().size()));
                    for (int c = 0; c < surfaces.get(s).controls().size(); c++) {
                        int place =
                                old.placeOf(surfaces.get(s).controls().get(c).id());
                        fuller.control(s, c, place < 0 ? Double.NaN : live.control(was, place));
                    }
                }
            }
        }
        return fuller;
    }

    private void begin() {
        for (int p = 0; p < now.index.size(); p++) {
            live.value(p, Double.isNaN(held[p]) ? now.index.parameter(p).resting() : held[p]);
        }
        List<RouteState> logs = new ArrayList<>();
        for (RouteState state : now.routes) {
            live.counted(state.index, state.counted);
            if (state.log != null) {
                logs.add(state);
            }
        }
        recording = List.copyOf(logs);
        playingNow = new Playing(now.session, now.index, live);
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
        finish(at, turns ? Pass.End.TURNED : Pass.End.STOPPED, turns);
        if (turns) {
            double from = now.session.timeline().secondsAt(loop.from());
            anchorSeconds = from;
            anchorNanos = when;
            position = from;
            punchIn = from;
            punched = true;
            for (RouteState state : now.routes) {
                goOn(state, from);
            }
        } else {
            playing = false;
            position = at;
        }
    }

    /** What a hand holds, what is latched and what is in Write is recorded on from {@code at}. */
    private void goOn(RouteState state, double at) {
        boolean writes = state.passMode() == WriteMode.WRITE && punched;
        if (!state.records() || !state.touched && !state.latched && !writes) {
            return;
        }
        if (state.touched) {
            state.beginTouch(at);
        } else if (!writes) {
            // What is latched has no hand any more, but it was let go nowhere else.
            state.beginTouch(at);
            state.endTouch(at);
        }
        state.latched |= state.passMode() != WriteMode.TOUCH;
        record(state, at, currentPlace(state));
    }

    private void startAt(double from, double writeFrom, double until) {
        if (playing) {
            halt(position, Pass.End.STOPPED);
        }
        for (RouteState state : now.routes) {
            state.passOver = false;
        }
        startPlaying(from, writeFrom, until);
    }

    private void startPlaying(double from, double writeFrom, double until) {
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

    private void halt(double at, Pass.End end) {
        if (playing) {
            playing = false;
            finish(at, end, false);
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

    private void finish(double at, Pass.End end, boolean goesOn) {
        List<Pass> finished = new ArrayList<>();
        for (RouteState state : now.routes) {
            Pass pass = state.pass(punchIn, at, end);
            if (pass != null) {
                finished.add(pass);
            }
            boolean latched = state.latched;
            state.clearPass();
            state.latched = goesOn && latched;
            live.writing(state.index, false);
        }
        if (!finished.isEmpty()) {
            passes.add(finished);
        }
    }

    private void drain(long until) {
        boolean tapped = listening;
        for (int s = 0; s < decoders.length; s++) {
            queues[s].drain(until, tapped ? tees[s] : decoders[s]);
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

    private void turnNow(int surface, int page) {
        if (surface >= pages.length
                || page < 1
                || page > now.session.surfaces().get(surface).pages().size()) {
            return;
        }
        pages[surface] = page;
        live.page(surface, page);
        for (RouteState[] states : now.routesOfControl[surface]) {
            for (RouteState state : states) {
                if (state.touched) {
                    release(state, tickNanos);
                }
                // The controls stand where the other page left them: they have to meet the values again.
                state.takeover.letGo();
            }
        }
    }

    private void release(RouteState state, long nanos) {
        double at = playing ? secondsAt(nanos) : position;
        state.endTouch(at);
        // Whoever touches it again has to meet the value again.
        state.takeover.letGo();
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
            double before = live.control(surface, control);
            live.control(surface, control, value);
            if (listening) {
                return;
            }
            int turns = now.turns[surface][control];
            if (turns > 0 && value >= 0.5 && !(before >= 0.5)) {
                turnNow(surface, turns);
            }
            for (RouteState state : now.routesOfControl[surface][control]) {
                boolean active = state.page == 0 || state.page == pages[surface];
                live.verdict(state.index, active ? move(state, value, nanos) : Verdict.OTHER_PAGE, nanos);
            }
            live.event(surface, control, 0);
        }

        @Override
        public double standsAt(int control) {
            for (RouteState state : now.routesOfControl[surface][control]) {
                boolean active = state.page == 0 || state.page == pages[surface];
                if (active && !state.route.span().closed()) {
                    // A switch does not move with every step: the encoder then goes on from where it was.
                    double stood = live.control(surface, control);
                    boolean same = !Double.isNaN(stood) && handValue(state, stood) == live.value(state.parameterIndex);
                    return same ? stood : state.route.span().positionOf(live.value(state.parameterIndex));
                }
            }
            return Double.NaN;
        }

        @Override
        public void touched(int control, boolean down, long nanos) {
            for (RouteState state : now.routesOfControl[surface][control]) {
                boolean active = state.page == 0 || state.page == pages[surface];
                if (down && active && !listening) {
                    take(state, nanos);
                    live.verdict(state.index, Verdict.TOUCHED, nanos);
                } else if (down && !listening) {
                    live.verdict(state.index, Verdict.OTHER_PAGE, nanos);
                } else if (state.touched) {
                    release(state, nanos);
                }
            }
            if (down && !listening) {
                live.event(surface, control, 0);
            }
        }

        @Override
        public void unknown(int status, int data1, int data2, long nanos) {
            if (!listening) {
                live.event(surface, -1, status << 16 | data1 << 8 | data2);
            }
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
        Macro macro = now.macros[state.parameterIndex];
        if (macro != null && macro.members().isEmpty()) {
            return Verdict.NO_MEMBERS;
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
        Span span = state.route.span();
        if (state.takeover.apart() && !span.holds(live.value(p))) {
            return Verdict.OUTSIDE_SPAN;
        }
        double place = state.takeover.move(x, span.positionOf(live.value(p)));
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
            double own = !Double.isNaN(held[p]) ? held[p] : Double.isNaN(lane) ? parameter.resting() : lane;
            boolean away = playing && now.away(p, beat);
            if (away && now.mover[p] >= 0) {
                continue;
            }
            double base = now.moved(p, own, live);
            double value = base;
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
