package agogic.core.refine;

import agogic.core.curve.Curve;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Shape;
import agogic.core.refine.tube.Tube;
import java.util.function.DoubleBinaryOperator;

/** The greatest distance between an envelope and a curve, everywhere in time and not only at points. */
public final class Distance {
    private final Envelope envelope;
    private final Curve curve;
    private final DoubleBinaryOperator measure;
    private double greatest = -1;
    private double at;
    private double normalised;

    private Distance(Envelope envelope, Curve curve, DoubleBinaryOperator measure) {
        this.envelope = envelope;
        this.curve = curve;
        this.measure = measure;
    }

    /** Measures with {@code measure} of two normalised values, over the time of the curve. */
    public static Distance between(Envelope envelope, Curve curve, DoubleBinaryOperator measure) {
        Distance distance = new Distance(envelope, curve, measure);
        distance.search();
        return distance;
    }

    /** As told by the measure. */
    public double greatest() {
        return greatest;
    }

    /** In normalised value, at the same place. */
    public double normalised() {
        return normalised;
    }

    /** Where it is greatest, in the time of the envelope. */
    public double at() {
        return at;
    }

    private void search() {
        double[] t = curve.times();
        double[] v = curve.values();
        int point = envelope.lastAtOrBefore(t[0]);
        int last = envelope.size() - 1;
        for (int i = 0; i < t.length; i++) {
            if (point >= 0 && point < last && envelope.time(point) < t[i] && t[i] < envelope.time(point + 1)) {
                look(t[i], v[i], envelope.valueFrom(point, t[i]));
            } else {
                look(t[i], v[i], envelope.valueBefore(t[i]));
                look(t[i], v[i], envelope.valueAt(t[i]));
            }
            if (i + 1 == t.length) {
                break;
            }
            double rise = (v[i + 1] - v[i]) / (t[i + 1] - t[i]);
            while (point + 1 < envelope.size() && envelope.time(point + 1) < t[i + 1]) {
                lookWithin(point, t[i], t[i + 1], v[i], rise);
                point++;
                double time = envelope.time(point);
                if (time > t[i]) {
                    double value = v[i] + rise * (time - t[i]);
                    look(time, value, envelope.valueBefore(time));
                    look(time, value, envelope.valueAt(time));
                }
            }
            lookWithin(point, t[i], t[i + 1], v[i], rise);
        }
    }

    /** A bent way is farthest from a straight piece where both have the same slope. */
    private void lookWithin(int point, double from, double to, double value, double rise) {
        if (point < 0 || point + 1 >= envelope.size()) {
            return;
        }
        Shape shape = envelope.shape(point);
        double t0 = envelope.time(point);
        double length = envelope.time(point + 1) - t0;
        boolean curved = shape.kind() == Shape.Kind.BENT || shape.kind() == Shape.Kind.S;
        if (!curved || shape.cut() || length <= 0) {
            return;
        }
        double start = Math.max(from, t0) - t0;
        double end = Math.min(to, t0 + length) - t0;
        double u = Tube.parallel(
                shape, envelope.value(point), envelope.value(point + 1), length, rise, start, Math.max(start, end));
        double time = t0 + u;
        look(time, value + rise * (time - from), envelope.valueAt(time));
    }

    private void look(double time, double value, double reached) {
        double distance = measure.applyAsDouble(value, reached);
        if (distance > greatest) {
            greatest = distance;
            at = time;
            normalised = Math.abs(value - reached);
        }
    }
}
