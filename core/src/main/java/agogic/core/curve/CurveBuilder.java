package agogic.core.curve;

import java.util.Arrays;

/** Collects the points of a curve; drops the middle of three on one line, and what does not go forward in time. */
public final class CurveBuilder {
    private static final double ON_LINE = 1e-13;

    private static final int ROOM = 64;

    private double[] times;
    private double[] values;
    private int size;

    /** What was dropped for the last point, which may still be another; NaN if nothing was. */
    private double droppedTime = Double.NaN;

    private double droppedValue;

    /** Nothing yet. */
    public CurveBuilder() {
        this(ROOM);
    }

    /** Nothing yet, with room for so many points. */
    public CurveBuilder(int room) {
        times = new double[Math.max(ROOM, room)];
        values = new double[times.length];
    }

    /** Adds a point; a second at one time takes the place of the first. */
    public void add(double time, double value) {
        if (size > 0 && time <= times[size - 1]) {
            if (values[size - 1] != value && !Double.isNaN(droppedTime)) {
                // What lay on the way to the first may not lie on the way to the second.
                double last = times[--size];
                put(droppedTime, droppedValue);
                put(last, value);
                droppedTime = Double.NaN;
            } else {
                values[size - 1] = value;
            }
            return;
        }
        boolean drops = size >= 2 && onLine(time, value);
        droppedTime = drops ? times[size - 1] : Double.NaN;
        droppedValue = drops ? values[size - 1] : 0;
        size -= drops ? 1 : 0;
        put(time, value);
    }

    private void put(double time, double value) {
        if (size == times.length) {
            times = Arrays.copyOf(times, size * 2);
            values = Arrays.copyOf(values, size * 2);
        }
        times[size] = time;
        values[size++] = value;
    }

    private boolean onLine(double time, double value) {
        double t0 = times[size - 2];
        double v0 = values[size - 2];
        if (v0 == value) {
            return values[size - 1] == value;
        }
        double u = (times[size - 1] - t0) / (time - t0);
        return Math.abs(v0 + (value - v0) * u - values[size - 1]) < ON_LINE;
    }

    /**
     * The curve of all that was added: at least one point.
     *
     * @throws IllegalArgumentException in words for people if nothing was added
     */
    public Curve build() {
        return new Curve(Arrays.copyOf(times, size), Arrays.copyOf(values, size));
    }
}
