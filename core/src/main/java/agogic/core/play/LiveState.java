package agogic.core.play;

import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicIntegerArray;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.atomic.AtomicLongArray;

/**
 * What is so now, for everybody to read without a lock: the engine writes, others look. Each number is whole; together
 * they may be a tick apart. An edited session is played from the next tick on: what it has more until then reads as never
 * moved.
 */
public final class LiveState {
    private static final Verdict[] VERDICTS = Verdict.values();

    private final AtomicLongArray values;
    private final AtomicLongArray counted;
    private final AtomicIntegerArray verdicts;
    private final AtomicIntegerArray moves;
    private final AtomicLongArray lastMove;
    private final AtomicIntegerArray writing;
    private final AtomicLongArray[] controls;
    private final AtomicIntegerArray pages;
    private final AtomicLong position = new AtomicLong();
    private final AtomicInteger transport = new AtomicInteger();
    private final AtomicLong lastEvent = new AtomicLong(-1);
    private final AtomicInteger events = new AtomicInteger();
    private final AtomicInteger changes = new AtomicInteger();

    LiveState(int parameters, int routes, int[] controlsOfSurface) {
        values = new AtomicLongArray(parameters);
        counted = new AtomicLongArray(routes);
        verdicts = new AtomicIntegerArray(routes);
        moves = new AtomicIntegerArray(routes);
        lastMove = new AtomicLongArray(routes);
        writing = new AtomicIntegerArray(routes);
        controls = new AtomicLongArray[controlsOfSurface.length];
        pages = new AtomicIntegerArray(controlsOfSurface.length);
        for (int s = 0; s < controls.length; s++) {
            controls[s] = new AtomicLongArray(controlsOfSurface[s]);
        }
    }

    /** How often something of this became another: whoever shows it looks again when this number is another. */
    public int changes() {
        return changes.getAcquire();
    }

    /** Something changed that is not kept here. */
    void stirred() {
        changed();
    }

    /** One writer: the playing thread. */
    private void set(AtomicLongArray array, int place, double value) {
        long bits = Double.doubleToRawLongBits(value);
        if (array.getPlain(place) != bits) {
            array.setOpaque(place, bits);
            changed();
        }
    }

    private void changed() {
        changes.setRelease(changes.getPlain() + 1);
    }

    /** Normalised value of a parameter as heard now. */
    public double value(int parameter) {
        return parameter < values.length() ? Double.longBitsToDouble(values.getOpaque(parameter)) : 0;
    }

    void value(int parameter, double value) {
        set(values, parameter, value);
    }

    /** Where the control of a route counts after takeover, 0..1; NaN if it never did. */
    public double counted(int route) {
        return route < counted.length() ? Double.longBitsToDouble(counted.getOpaque(route)) : Double.NaN;
    }

    void counted(int route, double value) {
        set(counted, route, value);
    }

    /** Where the hand left a control, 0..1; NaN if it was never moved. */
    public double control(int surface, int control) {
        boolean known = surface < controls.length && control < controls[surface].length();
        return known ? Double.longBitsToDouble(controls[surface].getOpaque(control)) : Double.NaN;
    }

    void control(int surface, int control, double value) {
        set(controls[surface], control, value);
    }

    /** The page a surface is on, 1 for the first. */
    public int page(int surface) {
        return surface < pages.length() ? Math.max(1, pages.getOpaque(surface)) : 1;
    }

    void page(int surface, int page) {
        if (pages.getPlain(surface) != page) {
            pages.setOpaque(surface, page);
            changed();
        }
    }

    /** True if a route that begins on this page of a surface counts now. */
    public boolean active(int surface, int page) {
        return page == 0 || page == page(surface);
    }

    /** What became of the last move on a route. */
    public Verdict verdict(int route) {
        return route < verdicts.length() ? VERDICTS[verdicts.getOpaque(route)] : Verdict.NONE;
    }

    void verdict(int route, Verdict verdict, long nanos) {
        verdicts.setOpaque(route, verdict.ordinal());
        lastMove.setOpaque(route, nanos);
        moves.setOpaque(route, moves.getPlain(route) + 1);
        changed();
    }

    /** Route {@code route} has moved as {@code was} had in another state. */
    void moved(int route, LiveState other, int was) {
        verdicts.setOpaque(route, other.verdicts.getOpaque(was));
        lastMove.setOpaque(route, other.lastMove.getOpaque(was));
        moves.setOpaque(route, other.moves.getOpaque(was));
    }

    /** When the last move on a route came, in the clock of the engine. */
    public long lastMove(int route) {
        return route < lastMove.length() ? lastMove.getOpaque(route) : 0;
    }

    /** How many moves a route has had. */
    public int moves(int route) {
        return route < moves.length() ? moves.getOpaque(route) : 0;
    }

    /** True while a route is writing. */
    public boolean writing(int route) {
        return route < writing.length() && writing.getOpaque(route) != 0;
    }

    void writing(int route, boolean writes) {
        int now = writes ? 1 : 0;
        if (writing.getPlain(route) != now) {
            writing.setOpaque(route, now);
            changed();
        }
    }

    /** Position of the transport in seconds of the piece; below 0 in a count-in before the first bar. */
    public double position() {
        return Double.longBitsToDouble(position.getOpaque());
    }

    void position(double seconds) {
        long bits = Double.doubleToRawLongBits(seconds);
        if (position.getPlain() != bits) {
            position.setOpaque(bits);
            changed();
        }
    }

    /** True while the piece plays, a count-in included. */
    public boolean playing() {
        return (transport.getOpaque() & 1) != 0;
    }

    /** True while a count-in plays. */
    public boolean countingIn() {
        return (transport.getOpaque() & 2) != 0;
    }

    void transport(boolean playing, boolean countingIn) {
        int now = (playing ? 1 : 0) | (countingIn ? 2 : 0);
        if (transport.getPlain() != now) {
            transport.setOpaque(now);
            changed();
        }
    }

    /** How many messages have been understood or not: it changes with each. */
    public int events() {
        return events.getOpaque();
    }

    /** The last message: see {@link LastEvent}. */
    public LastEvent lastEvent() {
        long packed = lastEvent.getOpaque();
        return packed < 0 ? null : new LastEvent((int) (packed >> 48), (short) (packed >> 32), (int) packed);
    }

    /** Packs a message into a number. {@code control} is −1 if the message belongs to none. */
    void event(int surface, int control, int message) {
        lastEvent.setOpaque((long) surface << 48 | (control & 0xFFFFL) << 32 | message & 0xFFFFFFL);
        events.setOpaque(events.getPlain() + 1);
        changed();
    }

    /** Surface and control of a message (−1 for none), and for one of no control its three bytes. */
    public record LastEvent(int surface, int control, int message) {}
}
