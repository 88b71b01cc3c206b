package agogic.core.record;

/**
 * What one route does, recorded: its pass begins with the first thing that happens and ends with {@link #end}; what happens
 * then is another one. Times never go back: what is said to be earlier than what was said before is at the same time.
 */
public final class Reel {
    private final Recorder recorder;
    private final Source source;
    private int pass;
    private int moves;
    private double moved;
    private boolean touched;
    private double touchedAt;
    private double released;
    private boolean yields;
    private double yieldedAt;
    private double finest;
    private double since;
    private boolean stood;

    Reel(Recorder recorder, Source source) {
        this.recorder = recorder;
        this.source = source;
        fresh();
    }

    private void fresh() {
        pass = 0;
        moves = 0;
        moved = Double.NEGATIVE_INFINITY;
        touched = false;
        touchedAt = Double.NEGATIVE_INFINITY;
        released = Double.NEGATIVE_INFINITY;
        yields = false;
        yieldedAt = Double.NEGATIVE_INFINITY;
        finest = Double.POSITIVE_INFINITY;
        since = Double.NEGATIVE_INFINITY;
        stood = false;
    }

    /** How many moves its pass has. */
    public int moves() {
        return moves;
    }

    /** When its hand did something last in the pass: moved, or let go; before all times if it did not. */
    public double last() {
        return Math.max(moved, released);
    }

    /** True if it knows what stood before the hand came. */
    public boolean stood() {
        return stood;
    }

    /** False while another hand, that moved later, has the say over the parameter. */
    public boolean says() {
        return !yields;
    }

    private void tell(Event what, double at, double a, double b) {
        if (pass == 0) {
            pass = recorder.begin(source, since);
        }
        recorder.event(what, pass, at, a, b);
    }

    /** Its next pass writes from {@code seconds} on, even if writing began earlier. */
    public void since(double seconds) {
        since = seconds;
    }

    /** What stood before the hand came, normalised. */
    public void stood(double value) {
        stood = true;
        tell(Event.STOOD, 0, value, 0);
    }

    /** The hand can do steps as small as {@code step}, a part of the travel. */
    public void step(double step) {
        if (step < finest) {
            finest = step;
            tell(Event.FINER, 0, step, 0);
        }
    }

    /** A hand has the control from {@code at} on; again, if it had it already. */
    public void touch(double at) {
        double from = Math.max(at, touchedAt);
        if (touched && from == touchedAt) {
            return;
        }
        touched = true;
        touchedAt = from;
        tell(Event.TOUCHED, touchedAt, 0, 0);
    }

    /** The hand left the control, if it had it. */
    public void release(double at) {
        if (touched) {
            touched = false;
            released = Math.max(at, touchedAt);
            tell(Event.RELEASED, released, 0, 0);
        }
    }

    /** A move: where the control is, and where that counts. */
    public void move(double at, double raw, double counted) {
        moved = Math.max(at, moved);
        moves++;
        tell(Event.MOVED, moved, raw, counted);
    }

    /** All that was kept until now was kept for {@code place}: that is known only now. */
    public void restate(double place) {
        if (moves > 0) {
            tell(Event.RESTATED, 0, place, 0);
        }
    }

    /**
     * From {@code at} on this hand has the say over the parameter, or another has.
     *
     * @param free since when no other hand had it, if this one has it now
     */
    public void says(boolean has, double at, double free) {
        if (has && yields) {
            tell(Event.SAYS, Math.max(yieldedAt, Math.min(at, free)), 0, 0);
        } else if (!has && !yields) {
            yieldedAt = Math.max(at, yieldedAt);
            tell(Event.YIELDED, yieldedAt, 0, 0);
        }
        yields = !has;
    }

    /** Ends the pass, even if nothing happened in it. */
    public void end(double at, Pass.End why) {
        tell(Event.ENDED, at, why.ordinal(), 0);
        recorder.over();
        fresh();
    }

    /** Nothing becomes of what was recorded. */
    public void drop() {
        if (pass != 0) {
            tell(Event.DROPPED, 0, 0, 0);
            recorder.over();
        }
        fresh();
    }
}
