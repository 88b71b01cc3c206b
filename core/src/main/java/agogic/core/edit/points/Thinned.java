package agogic.core.edit.points;

import agogic.core.curve.Curve;
import agogic.core.curve.Reconstruction;
import agogic.core.envelope.Envelope;
import agogic.core.envelope.Shape;
import agogic.core.refine.CurveRefining;
import java.util.List;

/** Says the same with as few points as a tolerance allows. */
final class Thinned {
    /** A bent way is looked at in so many places. */
    private static final int LOOKS = 16;

    /** A range of more points is thinned to straight links, not to shapes: at once. */
    private static final int MANY = 100_000;

    private Thinned() {}

    /** The fewest points that stay within a tolerance, a part of the travel, of a part of an envelope. */
    static Envelope of(Envelope part, double normalised) {
        boolean many = part.size() > MANY;
        Curve straight = many ? part.straight() : null;
        if (straight != null) {
            return CurveRefining.fewest(List.of(straight), normalised);
        }
        int looks = 0;
        for (int i = 0; i < part.size(); i++) {
            looks += shaped(part, i) ? LOOKS : held(part, i) ? 2 : 1;
        }
        double[] t = new double[looks];
        double[] v = new double[looks];
        int n = 0;
        for (int i = 0; i < part.size(); i++) {
            t[n] = part.time(i);
            v[n++] = part.value(i);
            if (held(part, i)) {
                t[n] = part.time(i + 1);
                v[n++] = part.value(i);
            }
            for (int k = 1; k < LOOKS && shaped(part, i); k++) {
                t[n] = part.time(i) + (part.time(i + 1) - part.time(i)) * k / LOOKS;
                v[n] = part.valueAt(t[n]);
                n++;
            }
        }
        List<Curve> curves = Reconstruction.pieces(t, v);
        return many
                ? CurveRefining.fewest(curves, normalised)
                : CurveRefining.refine(curves, n, normalised, true).envelope();
    }

    private static boolean held(Envelope part, int i) {
        return i + 1 < part.size() && part.shape(i).kind() == Shape.Kind.HOLD;
    }

    private static boolean shaped(Envelope part, int i) {
        Shape.Kind kind = part.shape(i).kind();
        return i + 1 < part.size() && kind != Shape.Kind.STRAIGHT && kind != Shape.Kind.HOLD;
    }
}
