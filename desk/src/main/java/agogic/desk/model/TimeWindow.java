package agogic.desk.model;

import javafx.beans.property.DoubleProperty;
import javafx.beans.property.SimpleDoubleProperty;

/** The part of the piece that is shown, in beats. */
public final class TimeWindow {
    private static final double SHORTEST = 0.5;

    private double length;
    private final DoubleProperty from = new SimpleDoubleProperty(0);
    private final DoubleProperty to;

    /** All of a piece of this length, in quarter notes. */
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

    /** Where it begins, in quarter notes. */
    public DoubleProperty fromProperty() {
        return from;
    }

    /** Where it ends, in quarter notes. */
    public DoubleProperty toProperty() {
        return to;
    }

    /** Where it begins, in quarter notes. */
    public double from() {
        return from.get();
    }

    /** Where it ends, in quarter notes. */
    public double to() {
        return to.get();
    }

    /** Where a beat is drawn in a field that begins at {@code left}, in pixels; beyond the field if it is not seen. */
    public double x(double beat, double left, double width) {
        return left + (beat - from()) / (to() - from()) * width;
    }

    /** The beat that is drawn at {@code x}, in pixels; the other way of {@link #x}. */
    public double beat(double x, double left, double width) {
        return from() + (x - left) / width * (to() - from());
    }

    /** Shows this part, in quarter notes, kept within the piece and no shorter than can be drawn. */
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

    /** Shows what lies so many quarter notes later; kept within the piece. */
    public void scroll(double beats) {
        show(from() + beats, to() + beats);
    }
}
