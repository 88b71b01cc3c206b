package agogic.core.curve;

import agogic.core.hand.HandPath;
import java.util.ArrayList;
import java.util.List;

/**
 * What the hand did between the moves: a control that sends nothing for more than 40 ms has stood still, so its last
 * value is held until just before the next move; between closer moves it went straight.
 */
public final class Reconstruction {
    /** Longer than this without a message: it stood still. Seconds. */
    public static final double STILL = HandPath.STILL;

    /** "Just before" the next move. Seconds. */
    public static final double JUST_BEFORE = 0.0001;

    private Reconstruction() {}

    /**
     * The curve of moves at {@code seconds} (in order) to {@code values}; of several at one time the last counts.
     *
     * @throws IllegalArgumentException in words for people if there are no moves, or not as many values
     */
    public static Curve held(double[] seconds, double[] values) {
        CurveBuilder curve = new CurveBuilder();
        for (int i = 0; i < seconds.length; i++) {
            if (i > 0 && seconds[i] - seconds[i - 1] > STILL) {
                curve.add(seconds[i] - JUST_BEFORE, values[i - 1]);
            }
            curve.add(seconds[i], values[i]);
        }
        return curve.build();
    }

    /**
     * The curve of samples joined by straight lines.
     *
     * @throws IllegalArgumentException in words for people if there are no samples, or not as many values
     */
    public static Curve joined(double[] seconds, double[] values) {
        CurveBuilder curve = new CurveBuilder(seconds.length);
        for (int i = 0; i < seconds.length; i++) {
            curve.add(seconds[i], values[i]);
        }
        return curve.build();
    }

    /**
     * As {@link #joined}; where two samples have one time it jumps, and the next curve begins with the last of them.
     *
     * @throws IllegalArgumentException in words for people if there are no samples, or not as many values
     */
    public static List<Curve> pieces(double[] seconds, double[] values) {
        List<Curve> pieces = new ArrayList<>();
        CurveBuilder curve = new CurveBuilder();
        boolean begun = false;
        for (int i = 0; i < seconds.length; i++) {
            boolean jumps = i > 0 && seconds[i] <= seconds[i - 1] && values[i] != values[i - 1];
            if (jumps) {
                // Of several at one time the first ends what was before, the last begins what comes.
                if (begun) {
                    pieces.add(curve.build());
                }
                curve = new CurveBuilder();
                begun = false;
            }
            curve.add(seconds[i], values[i]);
            begun |= i + 1 == seconds.length || seconds[i + 1] > seconds[i] || !jumps;
        }
        pieces.add(curve.build());
        return pieces;
    }
}
