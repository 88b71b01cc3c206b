package agogic.core.route;

/**
 * The takeover of one route as the hand moves. Places are those of the control, 0..1. Used by one thread; allocates
 * nothing.
 */
public final class TakeoverState {
    /** A control can tell 128 places: nearer than one of them is a meeting. */
    private static final double MEETING = 1.0 / 128;

    private final Takeover kind;
    private boolean joined;
    private boolean moved;
    private double value = Double.NaN;

    /** The state of a control that has not moved yet. */
    public TakeoverState(Takeover kind) {
        this.kind = kind;
    }

    /**
     * The hand moves from {@code before} to {@code x}; the value stands where the control would have to be at {@code at}.
     *
     * @param before where the control stood just before, whatever it did meanwhile; NaN if that is not known
     * @return the place that counts now, or NaN while the hand has not met the value
     */
    public double move(double before, double x, double at) {
        moved = true;
        if (kind == Takeover.AT_ONCE || joined) {
            value = x;
            return x;
        }
        if (Double.isNaN(value)) {
            value = at;
        }
        if (kind == Takeover.WHEN_THEY_MEET) {
            value = at;
            boolean crossed = !Double.isNaN(before) && (before - at) * (x - at) <= 0;
            if (crossed || Math.abs(x - at) <= MEETING / 2) {
                joined = true;
                value = x;
                return x;
            }
            return Double.NaN;
        }
        return scaled(before, x);
    }

    private double scaled(double before, double x) {
        if (Double.isNaN(before)) {
            if (Math.abs(x - value) <= MEETING / 2) {
                joined = true;
                value = x;
                return x;
            }
            return Double.NaN;
        }
        boolean up = x > before;
        double handLeft = up ? 1 - before : before;
        double valueLeft = up ? 1 - value : value;
        double part = handLeft <= 0 ? 1 : Math.abs(x - before) / handLeft;
        double moved = up ? value + valueLeft * part : value - valueLeft * part;
        // They meet where the hand passes the value, or at an end of the way where both must be.
        boolean met = (before - value) * (x - moved) <= 0 || x <= 0 || x >= 1;
        value = met ? x : moved;
        joined = met;
        return value;
    }

    /** True if the hand has to meet the value before it counts. */
    public boolean apart() {
        return kind != Takeover.AT_ONCE && !joined;
    }

    /** True while the hand has still to meet the value. */
    public boolean waiting() {
        return kind == Takeover.WHEN_THEY_MEET && !joined && moved;
    }

    /** They have met: the hand counts from now on, until it lets go. */
    public void join() {
        joined = true;
    }

    /** The value was moved by something else: the hand has to meet it again. */
    public void letGo() {
        joined = false;
        value = Double.NaN;
    }
}
