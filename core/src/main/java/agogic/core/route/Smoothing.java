package agogic.core.route;

/** Takes the staircase out of a live control: a one-pole low-pass that always arrives exactly. */
public final class Smoothing {
    /** Nearer than this it arrives: a quarter of a 14-bit step. */
    private static final double ARRIVAL = 1.5e-5;

    private final double timeConstant;
    private double value = Double.NaN;
    private double target = Double.NaN;

    /** Smoothing with this time constant in ms; 0 switches it off. */
    public Smoothing(double milliseconds) {
        timeConstant = milliseconds / 1000;
    }

    /** Where it is to go, 0..1. */
    public void aim(double x) {
        target = x;
        if (timeConstant <= 0 || Double.isNaN(value)) {
            value = x;
        }
    }

    /** Starts from {@code x} without a way. */
    public void startAt(double x) {
        value = x;
        target = x;
    }

    /** The value after {@code seconds} more. */
    public double after(double seconds) {
        if (value != target) {
            value = target + (value - target) * Math.exp(-seconds / timeConstant);
            if (Math.abs(target - value) < ARRIVAL) {
                value = target;
            }
        }
        return value;
    }

    /** What was told last; NaN before. */
    public double now() {
        return value;
    }
}
