package agogic.formats.midi;

import agogic.core.device.Outside;
import agogic.core.lane.LayerStack;
import agogic.core.parameter.Parameter;
import agogic.core.plan.Heard;
import agogic.core.route.Span;
import agogic.core.route.Target;
import agogic.core.session.Moved;
import agogic.core.session.Session;
import agogic.core.session.TargetName;
import java.util.List;

/** One socket on its way out: what it has to send when, what a listener has of it, and how far that is from the lane. */
final class Sender {
    /** What cannot be foreseen is looked at in so many steps over a piece, at the most. */
    private static final long MOST_STEPS = 1 << 20;

    private final Session session;
    private final Heard heard;
    private final Numbers.Line line;
    private final Outside number;
    private final List<Target> targets;
    private final Parameter[] parameters;
    private final LayerStack[] lanes;
    private final boolean anyMoved;
    private final boolean[] moves;
    private final Span lead;
    /** Before this tick nobody has said anything of what a file had: nothing is sent of it. */
    private final long speaks;
    /** True if it stood still until the tick that is looked at: what changes there belongs to that very moment. */
    private boolean stood;
    /** True if its lane alone says what travels, and it travels as the lane says it: most do, and all that is quick. */
    private final boolean plain;

    private final LayerStack first;
    private final long end;
    private final SocketMessages words;

    private int setUp;
    private int sent = -1;
    private int wanted;
    private double value = Double.NaN;
    private Parameter parameter;
    /** How far it is looked ahead first, in ticks. */
    private long stride = 1;

    private long due;
    private long waitsFrom;
    /** Up to this tick a plain value goes one way, from where it was last taken. */
    private long oneWayUntil;

    /** True if it went on that way with the value of now. */
    private boolean wentOn;
    /** When the value was taken, and how much of it a tick can change on that way. */
    private long taken;

    private double steepest;

    private final Listener listener;
    /** What it sent when, and what that took of the wire; null unless somebody asks for it afterwards. */
    private SentOver sentOver;

    /** The way to send {@code line} up to tick {@code end}. */
    Sender(Session session, Heard heard, Numbers.Line line, long end) {
        this.session = session;
        this.heard = heard;
        this.line = line;
        this.end = end;
        number = line.number();
        words = new SocketMessages(number);
        targets = line.targets();
        lanes = targets.stream()
                .map(target -> session.stack(session.lane(target)))
                .toArray(LayerStack[]::new);
        parameters = targets.stream().map(session::parameter).toArray(Parameter[]::new);
        anyMoved = targets.stream().anyMatch(t -> session.macroOf(t).isPresent());
        moves = new boolean[lanes.length];
        for (int i = 0; i < moves.length; i++) {
            moves[i] = anyMoved && Moved.overTime(session, targets.get(i));
        }
        lead = line.socket().joined() ? line.socket().seats().get(0).span() : Span.FULL;
        parameter = parameters[0];
        first = lanes[0];
        plain = lanes.length == 1 && !anyMoved && first.plays() && lead.equals(Span.FULL) && !parameter.stepped();
        listener = new Listener(session.timeline(), lead, parameter);
        speaks = Numbers.speaks(session, line);
    }

    /** Keeps what is sent, for {@link #onWire}. */
    void keeps() {
        sentOver = new SentOver(session, end);
    }

    Numbers.Line line() {
        return line;
    }

    Outside number() {
        return number;
    }

    List<SmfWriter.Event> events() {
        return words.events();
    }

    /** What was sent until now is what stands at the beginning. */
    void isSetUp() {
        setUp = words.events().size();
    }

    /** How many of its events set what stands at the beginning. */
    int setUp() {
        return setUp;
    }

    int messages() {
        return words.messages();
    }

    /** The next tick at which something may have changed. */
    long due() {
        return due;
    }

    /** Takes the value of this tick. */
    void refresh(long tick) {
        double beat = SmfWriter.beat(tick);
        taken = tick;
        if (plain) {
            double counts = LaneTicks.counts(first, tick);
            value = parameter.settled(first.valueAtBeat(counts));
            wanted = number.code(parameter, value);
            wentOn = between(tick);
            if (!wentOn) {
                oneWayUntil = oneWayUntil(tick);
                steepest = first.steepest(first.wayAtBeat(counts)) / SmfWriter.TICKS;
            }
            return;
        }
        int seat = line.socket().seatAt(beat);
        boolean own = !anyMoved && lanes[seat].plays();
        if (own) {
            parameter = parameters[seat];
            value = at(seat, tick);
            wanted = number.code(parameter, value);
        } else if (moves[seat]) {
            parameter = parameters[seat];
            value = moved(seat, beat);
            wanted = number.code(parameter, value);
        }
    }

    private long oneWayUntil(long tick) {
        double beat = LaneTicks.counts(first, tick);
        int way = first.wayAtBeat(beat);
        double ends = LaneTicks.over(first, way);
        boolean turns = first.going(way) == LayerStack.Going.WAVE;
        return turns ? tick : Math.min(LaneTicks.nextTurn(line.socket(), beat), (long) ends);
    }

    /** Finds out when the code that was taken at this tick changes next. */
    void foresee(long tick) {
        double beat = SmfWriter.beat(tick);
        int seat = line.socket().seatAt(beat);
        boolean own = !anyMoved && lanes[seat].plays();
        long turn = LaneTicks.nextTurn(line.socket(), beat);
        due = own
                ? Math.min(turn, nextChange(seat, tick, turn))
                : moves[seat] ? Math.min(turn, nextMove(seat, tick)) : turn;
        if (tick < speaks) {
            due = Math.min(due, speaks);
        }
        stood = own
                && lanes[seat].going(lanes[seat].wayAtBeat(LaneTicks.counts(lanes[seat], tick)))
                        == LayerStack.Going.LEVEL;
    }

    /** True if what it sends now is a step that belongs to this very moment, not a place on a way. */
    boolean steps() {
        return stood || parameter.stepped();
    }

    /** What travels at a tick for the value of a lane. */
    private double at(int seat, long tick) {
        return lead.positionOf(parameters[seat].settled(lanes[seat].valueAtBeat(LaneTicks.counts(lanes[seat], tick))));
    }

    /** The next tick at which a value that a macro moves may be another. */
    private long nextMove(int seat, long tick) {
        double seconds = session.timeline().secondsAt(SmfWriter.beat(tick));
        double still = heard.stillUntil(targets.get(seat), seconds);
        if (still == Double.POSITIVE_INFINITY) {
            return Long.MAX_VALUE;
        }
        double ticks = session.timeline().beatAt(still) * SmfWriter.TICKS;
        return still > seconds ? Math.max(tick + 1, (long) Math.ceil(ticks - 1e-9)) : tick + step();
    }

    private double moved(int seat, double beat) {
        return lead.positionOf(
                heard.valueAt(targets.get(seat), session.timeline().secondsAt(beat)));
    }

    /** How far apart a value that a macro or a wave moves is looked at, in ticks. */
    private long step() {
        return Math.max(1, end / MOST_STEPS);
    }

    /** The first tick after this one, at most {@code most}, at which the code is another: ways between points go one way. */
    private long nextChange(int seat, long tick, long most) {
        LayerStack lane = lanes[seat];
        int way = lane.wayAtBeat(LaneTicks.counts(lane, tick));
        double ends = lane.endBeat(way);
        if (ends == Double.POSITIVE_INFINITY) {
            return Long.MAX_VALUE;
        }
        long last = (long) Math.min(most, Math.max(tick + 1, LaneTicks.over(lane, way)));
        LayerStack.Going going = lane.going(way);
        if (going == LayerStack.Going.LEVEL) {
            return last;
        }
        if (going == LayerStack.Going.WAVE) {
            return Math.min(last, tick + step());
        }
        // First as far as it went last time, then farther and farther, then between.
        long same = tick;
        long other = last;
        for (long far = stride; same + far < other; far *= 2) {
            if (number.code(parameters[seat], at(seat, same + far)) == wanted) {
                same += far;
            } else {
                other = same + far;
            }
        }
        while (other - same > 1) {
            long mid = (same + other) >>> 1;
            if (number.code(parameters[seat], at(seat, mid)) == wanted) {
                same = mid;
            } else {
                other = mid;
            }
        }
        stride = Math.max(1, (other - tick) / 2);
        if (other == last) {
            return last;
        }
        // Just before it changes it is farthest from its code.
        if (same > tick) {
            judge(seat, same);
        }
        return other;
    }

    boolean wants() {
        return wanted != sent && wanted >= 0 && !Double.isNaN(value) && taken >= speaks;
    }

    /** How far the listener is from the lane, normalised; who has nothing yet is farther than all. */
    double behind() {
        return listener.behind(value);
    }

    /** True if {@link #behind} is that of this tick. */
    boolean knownAt(long tick) {
        return taken == tick;
    }

    /** How much a tick can change on the way that it goes, normalised; 0 if that is not known. */
    double steepest() {
        return steepest;
    }

    /** The tick at which its value was taken. */
    long taken() {
        return taken;
    }

    /** True if it has to be looked at at this tick, however near the listener is. */
    boolean uncertain(long tick) {
        return !plain || !between(tick);
    }

    /**
     * Sends the wanted code.
     *
     * @param alone true if nobody else on this channel speaks by parameter number
     * @return how many bytes that takes on the wire, where {@code running} was the last status
     */
    int send(long tick, int running, boolean alone) {
        int size = words.put(tick, wanted, sent, running, alone);
        sent = wanted;
        listener.gets(number.value(parameter, sent));
        judge(tick);
        if (sentOver != null) {
            sentOver.sent(tick, number.value(parameter, sent), size);
        }
        return size;
    }

    /** It had something to send from a tick on, and sends it now. */
    void waited(long tick) {
        if (sentOver != null) {
            sentOver.waited(waitsFrom, tick);
        }
    }

    /** What it did to the wire and how far a listener was from its lane, part by part; only if it {@link #keeps}. */
    OnWire onWire() {
        return sentOver.onWire(lostName(), targets, listener, sentOver.away(speaks, end, this::distance, listener));
    }

    /** How far from its lane a listener is who has this at a tick, normalised; NaN if nobody says so. */
    private double distance(long tick, double has) {
        double beat = SmfWriter.beat(tick);
        int seat = line.socket().seatAt(beat);
        Parameter one = parameters[seat];
        if (one.stepped() || !moves[seat] && (anyMoved || !lanes[seat].plays())) {
            return Double.NaN;
        }
        double travels = moves[seat] ? moved(seat, beat) : at(seat, tick);
        return Math.abs(one.settled(lead.apply(travels)) - one.settled(lead.apply(has)));
    }

    /** The status byte of its messages. */
    int status() {
        return words.status();
    }

    /** From this tick on it has something to send, and does not have the wire. */
    void waitsFrom(long tick) {
        waitsFrom = tick;
    }

    /**
     * True if the value just before this tick lay between the one that was last taken and the one of this tick: a listener
     * who has one thing is never farther from it than at one of the two.
     */
    private boolean between(long tick) {
        return tick < oneWayUntil;
    }

    /** Compares what a listener had just before this tick with what the lane said then, if it waited already. */
    void judgeBefore(long tick) {
        if (tick > waitsFrom && !Double.isNaN(value)) {
            double beat = SmfWriter.beat(tick - 1);
            int seat = line.socket().seatAt(beat);
            if (moves[seat] || !anyMoved && lanes[seat].plays()) {
                compare(moves[seat] ? moved(seat, beat) : at(seat, tick - 1), tick - 1);
            }
        }
    }

    /** As {@link #judge(long)}, of one that waits: on one and the same way it is farthest where it is looked at anyway. */
    void judgeWaiting(long tick) {
        if (!wentOn || tick == waitsFrom) {
            judge(tick);
        }
    }

    /** Compares what a listener has now with what the lane says. */
    void judge(long tick) {
        if (!Double.isNaN(value)) {
            compare(value, tick);
        }
    }

    private void judge(int seat, long tick) {
        compare(at(seat, tick), tick);
    }

    private void compare(double now, long tick) {
        listener.compare(parameter, plain ? now : parameter.settled(lead.apply(now)), tick);
    }

    /** What came of it for whoever listens. */
    Listener listener() {
        return listener;
    }

    /** The parameter that a listener is farthest from, for people. */
    String lostName() {
        return named(listener.lostOf());
    }

    /** The switch that is late, for people. */
    String lateName() {
        return named(parameter);
    }

    private String named(Parameter one) {
        return TargetName.of(session, new Target(line.device(), one.id()));
    }
}
