package agogic.standins.sound;

/** A value that moves in a straight line over each block, so that no parameter makes a click. */
final class Ramp {
    private double value = Double.NaN;
    private double step;

    /** Sets out for {@code target}, to be reached at the end of the block. The first target is taken at once. */
    void toward(double target) {
        if (Double.isNaN(value)) {
            value = target;
        }
        step = (target - value) / Block.FRAMES;
    }

    double next() {
        value += step;
        return value;
    }

    void reset() {
        value = Double.NaN;
    }
}
