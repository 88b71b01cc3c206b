package agogic.desk.model;

import javafx.beans.property.DoubleProperty;
import javafx.beans.property.SimpleDoubleProperty;

/** The part of the piece that is shown, in beats. */
public final class TimeWindow {
    private static final double SHORTEST = 0.5;

    private double length;
    private final DoubleProperty from = new SimpleDoubleProperty(0);
    private final DoubleProperty to;

    public TimeWindow(double length) {
        this.length = length;
        to = new SimpleDoubleProperty(length);
    }

    /** The piece is so long now, in beats. */
    public void reach(double beats) {
        if (beats != length) {
            length = beats;
            show(from(), to());
        }
    }

    public DoubleProperty fromProperty() {
        return from;
    }

    public DoubleProperty toProperty() {
        return to;
    }

    public double from() {
        return from.get();
    }

    public double to() {
        return to.get();
    }

    public double x(double beat, double left, double width) {
        return left + (beat - from()) / (to() - from()) * width;
    }

    public double beat(double x, double left, double width) {
        return from() + (x - left) / width * (to() - from());
    }

    public void show(double newFrom, double newTo) {
        double span = Math.max(SHORTEST, Math.min(length, newTo - newFrom));
        double start = Math.max(0, Math.min(length - span, newFrom));
        from.set(start);
        to.set(start + span);
    }

    /** Shows {@code factor} times as much, keeping {@code anchor} where it is. */
    public void zoom(double factor, double anchor) {
        show(anchor - (anchor - from()) * factor, anchor + (to() - anchor) * factor);
    }

    public void scroll(double beats) {
        show(from() + beats, to() + beats);
    }
}
